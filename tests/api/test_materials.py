"""What the screen gets of materials, and what it may change."""


def test_the_list_names_what_each_line_is_for_and_takes_stock_first(client):
    view = client.get("/api/plans/1/materials").json()
    line = next(one for one in view["lines"] if one["item"] == "pigtail" and one["buy"] > 5)
    cable = next(one for one in line["reasons"] if one["kind"] == "cable")
    assert client.get("/api/plans/1/export").json()["cables"]
    assert cable["id"]
    for one in view["lines"]:
        assert round(one["needed"] + one["waste"] - one["stock"] - one["buy"], 1) == 0
    base = client.get("/api/plans/1").json()["revision"]
    doc = {"name": line["key"], "count": 3}
    change = {"kind": "stock", "id": None, "doc": doc}
    body = {"base": base, "what": "At hand", "changes": [change]}
    assert client.post("/api/plans/1/plant/changes", json=body).status_code == 200
    after = client.get("/api/plans/1/materials").json()
    taken = sum(one["stock"] for one in after["lines"] if one["key"] == line["key"])
    assert taken == 3
    assert client.get("/api/plans/1/export").json()["stock"][0]["count"] == 3


def test_a_plan_with_a_missing_price_has_no_total_and_says_how_many(client):
    view = client.get("/api/plans/1/materials").json()
    assert view["total"] is None
    assert view["unpriced"] == sum(1 for one in view["lines"] if one["total"] is None) > 0
    known = sum(one["total"] for one in view["lines"] if one["total"] is not None)
    assert round(known, 2) == view["known_total"]


def test_an_empty_plan_takes_nothing(client):
    plan = client.post("/api/plans", json={"name": "Empty"}).json()["id"]
    view = client.get(f"/api/plans/{plan}/materials").json()
    assert (view["lines"], view["cuts"], view["total"], view["hours"]) == ([], [], 0.0, 0.0)


def test_a_reel_that_is_cut_is_stock_with_its_rest_and_one_step_to_undo(client):
    view = client.get("/api/plans/1/materials").json()
    reel = next(one for one in view["cuts"] if one["pieces"] and one["left_m"] > 1)
    place = client.get("/api/plans/1/export").json()["places"][0]["name"]
    body = {"base": client.get("/api/plans/1").json()["revision"], "reel": reel["reel"],
            "left_m": 1.5, "place": place}  # fmt: skip
    for wrong in ({"left_m": 10_000.0}, {"place": "Nowhere"}, {"reel": "new 99"}):
        said = client.post("/api/plans/1/materials/cut", json=body | wrong)
        assert said.status_code == 422, said.json()
    before = client.get("/api/plans/1/export").json()
    assert client.post("/api/plans/1/materials/cut", json=body).status_code == 200
    after = client.get("/api/plans/1/export").json()
    cut = {one["name"] for one in after["cables"] if one.get("cut")}
    assert cut == {one["cable"] for one in reel["pieces"]}
    assert [(one["length_m"], one["place"]) for one in after["reels"] if "place" in one] == [
        (1.5, place)
    ]
    left = client.get("/api/plans/1/materials").json()["cuts"]
    assert cut.isdisjoint(one["cable"] for reel in left for one in reel["pieces"])
    undo = {"base": client.get("/api/plans/1").json()["revision"]}
    assert client.post("/api/plans/1/undo", json=undo).status_code == 200
    assert client.get("/api/plans/1/export").json() == before


def test_what_a_line_is_for_names_the_visit_that_first_works_on_it(client):
    cable = next(one for one in client.get("/api/plans/1/export").json()["cables"]
                 if not one.get("existing") and not one.get("wish"))  # fmt: skip
    base = client.get("/api/plans/1").json()["revision"]
    doc = {"name": "First", "day": 3, "crew": 1, "tasks": [f"pull:{cable['id']}"]}
    body = {"base": base, "what": "v", "changes": [{"kind": "visit", "id": None, "doc": doc}]}
    assert client.post("/api/plans/1/plant/changes", json=body).status_code == 200
    lines = client.get("/api/plans/1/materials").json()["lines"]
    told = {one["name"]: one["visit"] for line in lines for one in line["reasons"]}
    assert told.pop(cable["name"]) == "Day 3: First"
    assert set(told.values()) == {None}
