"""Visits over the API: proposed, taken, ticked; a tick is stored and shown."""


def take(client):
    made = client.get("/api/plans/1/visits/proposal").json()
    base = client.get("/api/plans/1").json()["revision"]
    changes = [
        {"kind": "visit", "id": None,
         "doc": {key: one[key] for key in ("name", "day", "crew", "tasks")}}
        for one in made["visits"]
    ]  # fmt: skip
    body = {"base": base, "what": "take", "changes": changes}
    assert client.post("/api/plans/1/plant/changes", json=body).status_code == 200
    return made


def test_a_proposal_is_taken_and_breaks_nothing(client):
    made = take(client)
    assert 0 < made["least"] <= made["days"] == len(made["visits"])
    view = client.get("/api/plans/1/visits").json()
    assert [
        one for visit in view["visits"] for task in visit["tasks"] for one in task["broken"]
    ] == []
    assert view["unassigned"] == []
    planned = {task["key"] for visit in view["visits"] for task in visit["tasks"]}
    blocked = {task["key"] for task in view["tasks"] if task["blocked"]}
    assert planned.isdisjoint(blocked)


def test_a_tick_is_seen_in_its_task_its_cable_and_the_export(client):
    take(client)
    view = client.get("/api/plans/1/visits").json()
    task = next(one for one in view["tasks"] if one["kind"] == "goods-in" and not one["blocked"])
    fact = {"kind": "task", "about": {"kind": task["about_kind"], "id": task["about_id"]},
            "at": "2026-11-26T10:00:00Z", "who": "ann", "task": task["key"], "state": "done",
            "minutes": 12}  # fmt: skip
    assert client.post("/api/plans/1/facts", json={"facts": [fact]}).status_code == 201
    after = client.get("/api/plans/1/visits").json()
    noted = next(one["noted"] for one in after["tasks"] if one["key"] == task["key"])
    assert (noted["state"], noted["minutes"], noted["who"]) == ("done", 12, "ann")
    far = client.get("/api/plans/1/visits/states").json()
    states = {one["id"]: one["state"] for one in far}
    assert states[task["about_id"]] == "on site"
    facts = client.get("/api/plans/1/export").json()["facts"]
    assert [one["task"] for one in facts if one["kind"] == "task"] == [task["key"]]


def test_bad_facts_and_dates_are_one_sentence(client):
    plan = client.get("/api/plans/1/export").json()
    fact = {"kind": "task", "about": {"kind": "plan", "id": "nowhere01"}, "who": "ann",
            "at": "2026-11-26T10:00:00Z", "task": "x", "state": "done"}  # fmt: skip
    answer = client.post("/api/plans/1/facts", json={"facts": [fact]})
    assert (answer.status_code, "there is no plan" in answer.json()["detail"]) == (422, True)
    wrong = client.get("/api/plans/1/visits/visits.ics", params={"first": "soon"})
    assert wrong.status_code == 422
    assert "date" in wrong.json()["detail"]
    place = {**plan["places"][0], "windows": [{"opens": "morning", "closes": "12:00"}]}
    body = {"base": client.get("/api/plans/1").json()["revision"], "what": "x",
            "changes": [{"kind": "place", "id": place["id"], "doc": place}]}  # fmt: skip
    said = client.post("/api/plans/1/plant/changes", json=body)
    assert said.status_code == 422
    assert "is not a time of day such as 08:30" in said.json()["detail"]


def test_visits_are_a_calendar(client):
    take(client)
    found = client.get("/api/plans/1/visits/visits.ics", params={"first": "2026-11-30"})
    assert found.headers["content-type"].startswith("text/calendar")
    assert found.text.count("BEGIN:VEVENT") == len(
        client.get("/api/plans/1/visits").json()["visits"]
    )
