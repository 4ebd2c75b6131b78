"""Devices as the screen gets them: seats, power, and what is refused."""

import pytest

PLAN = "/api/plans/1"


def device(client, name):
    found = client.get(f"{PLAN}/devices").json()["devices"]
    return next(one for one in found if one["name"] == name)


def test_a_device_shows_what_sits_in_its_ports_and_what_it_feeds(client):
    quay = device(client, "Quay switch")
    jacks = next(group for group in quay["groups"] if group["name"] == "jacks")
    assert sorted(seat["fed"] for seat in jacks["seats"]) == [f"Quay camera {n}" for n in "123"]
    assert (quay["fed"], quay["fed_w"], quay["fed_peak_w"], quay["gives_w"]) == (
        3,
        42.0,
        60.0,
        20.0,
    )
    assert quay["typical"] == ["coldest_c", "draw_peak_w", "draw_w", "hottest_c"]
    rules = {one["rule"] for one in quay["findings"]}
    assert {"device.port-medium", "device.power-sum", "device.protection"} <= rules


def test_a_link_sits_in_the_port_that_its_end_names(client):
    core = device(client, "Core switch")
    seats = [seat for group in core["groups"] for seat in group["seats"]]
    assert all(seat["link_id"] and seat["module"] for seat in seats)
    assert any(seat["number"] for seat in seats)


@pytest.mark.parametrize(
    ("change", "said"),
    [
        ({"inside": "Core switch"}, "inside itself"),
        ({"ports": [{"name": "p", "cage": "SFP+", "count": 10_000}]}, "1000"),
        ({"draw_w": 20, "draw_peak_w": 8}, "8 W at peak is under 20 W"),
        ({"protection": "waterproof"}, "write it as on the plate: IP66"),
        ({"ports": [{"name": "p", "cage": "SFP+", "power_class": "4"}]}, "give no power"),
    ],
)
def test_bad_input_is_one_sentence_and_nothing_is_stored(client, change, said):
    plan = client.get(PLAN).json()
    devices = [dict(one) for one in plan["devices"]]
    devices[0] |= change
    answer = client.patch(PLAN, json={"base": plan["revision"], "devices": devices})
    assert answer.status_code == 422
    assert said in str(answer.json())
    assert client.get(PLAN).json()["revision"] == plan["revision"]


def test_two_devices_cannot_be_inside_each_other(client):
    plan = client.get(PLAN).json()
    devices = [dict(one) for one in plan["devices"]]
    devices[0]["inside"], devices[1]["inside"] = devices[1]["name"], devices[0]["name"]
    answer = client.patch(PLAN, json={"base": plan["revision"], "devices": devices})
    assert answer.status_code == 422
    assert "would be inside itself" in str(answer.json())
