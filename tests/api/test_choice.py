"""Needs, options and prices over the API."""

import pytest

from passerelle.core.words import in_metres

PLAN = "/api/plans/1"
NEED = {"a_place": "Pier Office", "b_place": "Boat Shed", "distance_m": 300, "rate_gbps": 10}


def test_an_option_is_built_in_one_step(client):
    view = client.post(f"{PLAN}/choose", json={"need": NEED}).json()
    first = next(o for o in view["options"] if o["links"])
    body = {"base": 1, "need": NEED, "key": first["key"]}
    changed = client.post(f"{PLAN}/choose/take", json=body).json()
    summary = changed["link"]["summary"]
    assert (summary["verdict"], summary["margin_db"]) == (first["verdict"], first["margin_db"])
    assert changed["plan"]["revision"] == 2
    # the same need, another way, in the place of the link that is there
    other = next(o for o in view["options"] if o["links"] and o["key"] != first["key"])
    body = {"base": 2, "need": NEED, "key": other["key"], "link_id": summary["id"]}
    again = client.post(f"{PLAN}/choose/take", json=body).json()["link"]["summary"]
    assert (again["id"], again["name"], again["margin_db"]) == (
        summary["id"], summary["name"], other["margin_db"],
    )  # fmt: skip
    for base in (3, 4):
        assert client.post(f"{PLAN}/undo", json={"base": base}).status_code == 200
    assert len(client.get(f"{PLAN}/links").json()) == 66


def plan_file(client):
    return client.get(f"{PLAN}/export").json()


def test_a_new_cable_stands_in_the_plan_with_its_strands(client):
    need = NEED | {"b_place": "Wet Lab", "distance_m": 56, "circuits": 2, "termination": "field"}
    key = "10GBASE-LR on new OS2"
    before = plan_file(client)
    body = {"base": 1, "need": need, "key": key}
    assert client.post(f"{PLAN}/choose/take", json=body).status_code == 200
    cable = plan_file(client)["cables"][-1]
    assert cable["name"] == "Pier Office – Wet Lab OS2"
    assert cable["route"] == ["Office tray", "Quay duct B", "Lab duct"]
    assert (cable["strands"], cable["end_a"]["kind"]) == (12, "field")  # four and a fifth: twelve
    links = plan_file(client)["links"][-2:]
    runs = [part for link in links for part in link["path"] if part.get("cable")]
    assert [run["strand_numbers"] for run in runs] == [[1, 2], [3, 4]]
    assert {run["cable"] for run in runs} == {cable["name"]}
    # again: another cable of another name, and both gone after two steps back
    assert client.post(f"{PLAN}/choose/take", json=body | {"base": 2}).status_code == 200
    assert plan_file(client)["cables"][-1]["name"] == "Pier Office – Wet Lab OS2 2"
    for base in (3, 4):
        assert client.post(f"{PLAN}/undo", json={"base": base}).status_code == 200
    assert plan_file(client) == before


@pytest.mark.parametrize(
    "change",
    [
        {"b_place": "Instrument Hall", "distance_m": 81, "termination": "pigtails"},
        {"b_place": "Instrument Hall", "distance_m": 81, "redundant_m": 279, "rate_gbps": 100},
        {"b_place": "Orrin Head", "distance_m": 21_000, "circuits": 2},
        {"b_place": "Boat Shed", "distance_m": 292, "rate_gbps": 1, "panel_plug": "SC/APC"},
        {"b_place": "Beacon Hill", "distance_m": 2822, "circuits": 3},
        {"b_place": "Wet Lab", "distance_m": 56, "rate_gbps": 25, "circuits": 4},
        {"a_place": "A" * 120, "b_place": "B" * 120, "redundant_m": 80, "circuits": 4},
        {"b_place": "Mars", "distance_m": 6000, "rate_gbps": 1, "existing": "OS1a"},
    ],
)
def test_what_is_built_is_what_was_offered(client, change):
    """Every option of a need, taken and looked at in the plan, then taken back."""
    need = NEED | change
    view = client.post(f"{PLAN}/choose", json={"need": need}).json()
    offered = [o for o in view["options"] if o["links"]]
    assert offered
    before = {row["id"] for row in client.get(f"{PLAN}/links").json()}
    base = 1
    for option in offered:
        body = {"base": base, "need": need, "key": option["key"]}
        assert client.post(f"{PLAN}/choose/take", json=body).status_code == 200, option["key"]
        built = [row for row in client.get(f"{PLAN}/links").json() if row["id"] not in before]
        assert len(built) == option["links"]
        assert {row["verdict"] for row in built} <= {"works", "tight"}, option["key"]
        assert min(row["margin_db"] for row in built) == option["margin_db"], option["key"]
        assert client.post(f"{PLAN}/undo", json={"base": base + 1}).status_code == 200
        base += 2


def test_two_routes_become_a_group_that_is_checked(client):
    way = client.get(f"{PLAN}/choose/way?a=Pier Office&b=Instrument Hall").json()
    assert (way["first_m"], way["second_m"], way["shared_m"]) == (81.0, 279.0, 11.0)
    need = NEED | {"b_place": "Instrument Hall", "distance_m": 81, "redundant_m": 279}
    body = {"base": 1, "need": need, "key": "10GBASE-LR on new OS2"}
    changed = client.post(f"{PLAN}/choose/take", json=body).json()
    found = changed["link"]["findings"]
    told = [in_metres(f["message"]) for f in found if f["rule"] == "route.shared-fate"]
    assert told
    assert "share pathway “Hall tray” for 11 m" in told[0]
    group = plan_file(client)["redundancy"][-1]
    assert len(group["links"]) == 2
    client.post(f"{PLAN}/undo", json={"base": 2})
    assert group not in plan_file(client)["redundancy"]


def test_copper_is_recorded_as_what_it_is(client):
    need = NEED | {"distance_m": 40, "b_place": "Pier Office loft"}
    body = {"base": 1, "need": need, "key": "10GBASE-T, Cat 6A"}
    assert client.post(f"{PLAN}/choose/take", json=body).json()["link"] is None
    run = client.get(f"{PLAN}/copper").json()[-1]
    assert (run["a"], run["b"], run["length_m"], run["reach_m"]) == (
        "Pier Office", "Pier Office loft", 46.0, 100.0,
    )  # fmt: skip
    body |= {"base": 2, "link_id": "demolink0001"}
    assert "no light path" in client.post(f"{PLAN}/choose/take", json=body).json()["detail"]
    places = {p["name"]: p["id"] for p in client.get(PLAN).json()["places"]}
    gone = {"kind": "place", "id": places["Pier Office loft"], "doc": None}
    body = {"base": 2, "what": "loft", "changes": [gone]}
    refused = client.post(f"{PLAN}/plant/changes", json=body)
    assert "copper" in refused.json()["detail"]
    client.post(f"{PLAN}/undo", json={"base": 2})
    assert len(client.get(f"{PLAN}/copper").json()) == 5  # the plan's own


@pytest.mark.parametrize(
    ("change", "detail"),
    [
        ({"distance_m": 0}, "distance_m: 0 m is not a distance between two places"),
        ({"rate_gbps": 7}, "rate_gbps: 7 Gb/s is no speed of the table"),
        ({"cage_b": "x"}, "cage_b: 'x' is not a cage of the table"),
        ({"circuits": 99}, "circuits: 99 circuits; from 1 to 48 can be asked for"),
        ({"device_a": "Kettle"}, "device_a: 'Kettle' is not a device of the plan: Core switch"),
        ({"growth_gbps": 40, "growth_by": 1999}, "growth_by: 1999 is not a year from"),
    ],
)
def test_a_need_that_makes_no_sense(client, change, detail):
    refused = client.post(f"{PLAN}/choose", json={"need": NEED | change})
    assert refused.status_code == 422
    assert refused.json()["detail"].startswith(detail)


def test_an_option_that_is_ruled_out_is_not_built(client):
    body = {"base": 1, "need": NEED, "key": "10GBASE-LRM on new OM3"}
    refused = client.post(f"{PLAN}/choose/take", json=body)
    assert refused.status_code == 422
    assert "220 m is the reach of 10GBASE-LRM" in refused.json()["detail"]


def test_many_needs_from_a_file_in_one_step(client):
    text = "from,to,distance_m,rate_gbps,growth_gbps\nPier Office,Hut 1,300,1,10\n"
    text += "Pier Office,Hut 2,900,10,\nPier Office,Hut 3,,10,\n"
    sheet = client.post(f"{PLAN}/lists/read?kind=need", content=text).json()
    body = {"kind": "need", "columns": sheet["columns"], "rows": sheet["rows"]}
    assert client.post(f"{PLAN}/lists/preview", json=body).json()["added"] == 3
    assert client.post(f"{PLAN}/lists/take", json=body | {"base": 1}).status_code == 200
    needs = client.get(f"{PLAN}/needs").json()[-3:]
    assert [(n["state"], n["lacks"], n["asked"] is None) for n in needs] == [
        ("wanted", [], False), ("wanted", [], False),
        ("wanted", ["the length of the route"], True),
    ]  # fmt: skip
    good = [n["asked"] for n in needs[:2]]
    best = client.post(f"{PLAN}/choose/best", json={"needs": good}).json()
    chosen = [
        {"need": n["asked"], "key": b["key"], "need_id": n["doc"]["id"]}
        for n, b in zip(needs[:2], best, strict=True)
    ]
    client.post(f"{PLAN}/choose/take-many", json={"base": 2, "chosen": chosen})
    assert [n["state"] for n in client.get(f"{PLAN}/needs").json()[-3:]] == [
        "chosen", "chosen", "wanted",
    ]  # fmt: skip
    links = client.get(f"{PLAN}/links").json()
    assert [row["b_place"] for row in links[-2:]] == ["Hut 1", "Hut 2"]
    assert all(row["verdict"] in ("works", "tight") for row in links[-2:])


def test_prices_are_the_plans_own_and_travel_as_csv(client):
    def lr():
        view = client.post(f"{PLAN}/choose", json={"need": NEED | {"b_place": "Hut"}}).json()
        return next(o for o in view["options"] if o["key"] == "10GBASE-LR on new OS2")

    before = lr()["total"]
    doc = {"name": "module 10GBASE-LR", "price": 60.5}
    change = {"kind": "price", "id": None, "doc": doc}
    body = {"base": 1, "what": "price", "changes": [change]}
    assert client.post(f"{PLAN}/plant/changes", json=body).status_code == 200
    assert lr()["total"] == pytest.approx(before + 20)  # two modules, ten dearer each
    text = client.get(f"{PLAN}/prices/export").text
    assert "module 10GBASE-LR,60.5" in text
    gone = text.replace("module 10GBASE-LR,60.5", "module 10GBASE-LR,")
    client.post(f"{PLAN}/prices/import?base=2", content=gone)
    assert (lr()["total"], lr()["missing"]) == (None, ["module 10GBASE-LR"])
    bad = client.post(f"{PLAN}/prices/import?base=3", content="name,price\nadapter,cheap\n")
    assert bad.json()["detail"] == "row 2.price: 'cheap' is not a number"
    for price in ("nan", "1e400", "-4"):
        bad = client.post(
            f"{PLAN}/prices/import?base=3", content=f"name,price\nmodule 10GBASE-LR,{price}\n"
        )
        assert bad.status_code == 422, price
    twice = "name,price\nadapter,1\nadapter,2\n"
    bad = client.post(f"{PLAN}/prices/import?base=3", content=twice)
    assert bad.json()["detail"] == "row 3.name: 'adapter' stands in the file twice"
    assert lr()["total"] is None  # nothing of it was stored
    back = text.replace("module 10GBASE-LR,60.5", "module 10GBASE-LR,50.5")
    assert client.post(f"{PLAN}/prices/import?base=3", content=back).status_code == 200
    assert lr()["total"] == pytest.approx(before)
    same = client.post(f"{PLAN}/prices/import?base=4", content=back)
    assert same.json()["detail"].endswith("no row of the file differs from the price book")


def test_the_line_takes_its_length_from_the_pathways(client):
    line = {"text": "Pier Office to Wet Lab 10G, growth 100G"}
    said = client.post(f"{PLAN}/choose/line", json=line).json()
    assert (said["rate_gbps"], said["way"]["route_m"]) == (10.0, 12 + 20 + 24)
    assert said["suggestions"][0] == "Pier Office to Wet Lab 10G, growth 100G, 2 circuits"


def test_home_runs_are_compared_for_needs_from_one_place(client):
    needs = [NEED | {"a_place": "Instrument Hall", "b_place": f"Cabinet {n}"} for n in (1, 2, 3)]
    (found,) = client.post(f"{PLAN}/choose/outlying", json={"needs": needs}).json()
    assert (found["hub"], found["places"]) == ("Instrument Hall", [n["b_place"] for n in needs])
    assert [one["worst"] for one in found["layouts"]] == [1, 3]
    # three ports, none of a device there: one switch and one panel, two rack units
    assert (found["counted"]["ports"], found["counted"]["free"]) == (3, 0)
    assert (found["counted"]["switches"], found["counted"]["rack_units"]) == (1, 2)
    assert found["counted"]["total"] == 840 + 68


def test_links_that_will_not_grow_say_what_it_takes(client):
    grown = client.get(f"{PLAN}/growth-check").json()
    assert {"H-09", "B-01"} <= {row["cable"] for row in grown["cables"]}
    rows = grown["links"]
    assert {"Pier Office – Boat Shed camera", "Boat Shed – Net Loft"} <= {r["name"] for r in rows}
    assert all(row["takes"] and row["message"] for row in rows)
