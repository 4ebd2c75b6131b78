"""Traces over the API: predicted, taken, kept byte for byte, studied against the plan."""

import base64
import struct

import pytest

TRACES = "/api/plans/1/traces"


@pytest.fixture
def run(client):
    sheets = client.get("/api/plans/1/tests").json()["sheets"]
    key = next(one["key"] for one in sheets if one["name"] == "P-07 P-08")
    return client.get("/api/plans/1/tests/sheet", params={"key": key}).json()["rows"][2]["id"]


def floats(curve):
    raw = base64.b64decode(curve["samples"])
    return struct.unpack(f"<{curve['count']}f", raw)


def test_a_prediction_has_samples_path_ground_and_settings_with_reasons(client, run):
    made = client.get(f"{TRACES}/predict", params={"run": run, "nm": 1550}).json()
    levels = floats(made["curve"])
    assert len(levels) == made["curve"]["count"] > 1000
    assert max(levels) > 10
    assert levels[len(levels) // 2] < 0
    assert {one["kind"] for one in made["pieces"]} >= {"cord", "cable", "pathway", "coil"}
    assert made["advice"]["merged"]
    shorter = client.get(f"{TRACES}/predict", params={"run": run, "pulse_ns": 3}).json()
    assert len(shorter["advice"]["merged"]) < len(made["advice"]["merged"])
    back = client.get(f"{TRACES}/predict", params={"run": run, "direction": "b-a"}).json()
    assert back["places"] == made["places"][::-1]


def simulated(client, run, nm, **more):
    made = client.post(f"{TRACES}/simulate", json={"run": run, "nm": nm, "seed": 0} | more)
    assert made.status_code == 201, made.text
    return made.json()


def test_a_simulated_trace_is_kept_as_a_file_and_studied(client, run):
    first = simulated(client, run, 1550)
    assert first["simulated"]
    simulated(client, run, 1310)
    simulated(client, run, 1550, direction="b-a")
    study = client.get(f"{TRACES}/study", params={"trace": first["id"]}).json()
    assert (study["also"]["nm"], study["back"]["direction"]) == (1310, "b-a")
    assert study["faults"] == []
    assert {one["verdict"] for one in study["events"]} == {"as planned"}
    data = client.get(f"/api/plans/1/files/{first['file']}")
    assert data.content.startswith(b"Map\0")
    again = client.post(TRACES, params={"run": run, "name": "own.sor"}, content=data.content)
    assert (again.status_code, again.json()["file"]) == (201, first["file"])


def test_traces_speak_in_the_column_of_their_sheet(client, run):
    sheets = client.get("/api/plans/1/tests").json()["sheets"]
    key = next(one["key"] for one in sheets if one["name"] == "P-07 P-08")
    simulated(client, run, 1550)
    assert client.get(f"{TRACES}/said", params={"key": key}).json() == []
    gone = client.get(f"{TRACES}/said", params={"key": "nowhere"})
    assert (gone.status_code, "no such sheet" in gone.json()["detail"]) == (404, True)


def test_what_changed_since_the_first_trace_is_a_curve_of_its_own(client, run):
    simulated(client, run, 1550)
    later = simulated(client, run, 1550)
    study = client.get(f"{TRACES}/study", params={"trace": later["id"]}).json()
    assert study["since"] is not None
    inside = floats(study["change"])[200:2000]
    assert max(abs(one) for one in inside) < 0.2


@pytest.mark.parametrize("data", [b"", b"Map\0", b"no trace at all", b"\x89PNG\r\n\x1a\n"])
def test_what_is_no_trace_is_refused_and_nothing_is_kept(client, run, data):
    answer = client.post(TRACES, params={"run": run}, content=data)
    assert answer.status_code == 422
    assert client.get("/api/plans/1/facts").json()["facts"] == []


def test_runs_and_traces_that_are_not_there(client, run):
    assert client.get(f"{TRACES}/predict", params={"run": "gone-1"}).status_code == 404
    assert client.get(f"{TRACES}/study", params={"trace": "gone"}).status_code == 404
    assert client.post(f"{TRACES}/simulate", json={"run": "x", "nm": 1550}).status_code == 404
