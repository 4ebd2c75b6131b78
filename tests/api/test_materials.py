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
