"""Visits over the API: proposed, taken, ticked; a tick is stored and shown."""

import io
import json
from base64 import b64encode

import pytest
from PIL import Image

from passerelle.core.visits import proposal


@pytest.fixture(autouse=True)
def soon(monkeypatch):
    """Any proposal will do here: how good it gets is tested where it is made."""
    monkeypatch.setattr(proposal, "SECONDS", 0.3)


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


def brought(client, **more):
    """A packet of the first visit, with one tick of its first task."""
    take(client)
    view = client.get("/api/plans/1/visits").json()
    visit = view["visits"][0]
    made = client.get(f"/api/plans/1/visits/{visit['id']}/packet.json").json()
    task = next(one for one in made["tasks"] if one["about"]["kind"] == "cable")
    fact = {"id": "packetfact01", "kind": "task", "about": task["about"], "who": "bo",
            "at": "2026-11-26T09:00:00Z", "task": task["key"], "state": "done"}  # fmt: skip
    made["facts"] = [fact]
    return made | more, task


def home(client, made):
    return client.post("/api/plans/1/visits/packet", content=json.dumps(made))


def test_a_packet_comes_home_once_and_belongs_to_its_plan(client):
    made, _ = brought(client)
    first, second = (home(client, made).json() for _ in range(2))
    assert (first["added"], first["known"], first["meanwhile"]) == (1, 0, [])
    assert (second["added"], second["known"]) == (0, 1)
    other = made | {"plan": made["plan"] | {"id": "another0001"}}
    assert home(client, other).json()["detail"] == "packet: belongs to another plan"


def test_what_was_noted_of_a_thing_that_is_gone_is_kept_and_said(client):
    made, task = brought(client)
    base = client.get("/api/plans/1").json()["revision"]
    gone = {"kind": "cable", "id": task["about"]["id"], "doc": None}
    body = {"base": base, "what": "gone", "changes": [gone], "cascade": True}
    assert client.post("/api/plans/1/plant/changes", json=body).status_code == 200
    for added in (1, 0):
        merged = home(client, made).json()
        assert merged["added"] == added
        assert [one["here"] for one in merged["meanwhile"]] == [
            "the plan has no such task any more"
        ]
    (fact,) = client.get("/api/plans/1/facts").json()["facts"]
    assert (fact["about"]["kind"], fact["task"]) == ("plan", task["key"])


def test_a_photo_is_kept_with_its_thing_and_rubbish_stores_nothing_at_all(client):
    made, task = brought(client)
    out = io.BytesIO()
    Image.new("RGB", (40, 30), "teal").save(out, "JPEG")
    photo = {"about": task["about"], "name": "x.jpg", "data": b64encode(out.getvalue()).decode()}
    bad = photo | {"data": b64encode(b"no picture").decode()}
    assert home(client, made | {"photos": [photo, bad]}).status_code == 422
    assert client.get("/api/plans/1/facts").json()["facts"] == []
    assert home(client, made | {"photos": [photo]}).json()["photos"] == 1
    assert home(client, made | {"photos": [photo]}).json()["photos"] == 0
    (file,) = client.get("/api/plans/1/files").json()
    assert (file["about_id"], file["media_type"]) == (task["about"]["id"], "image/jpeg")


def test_two_people_who_say_otherwise_stand_side_by_side_and_the_later_counts(client):
    made, task = brought(client)
    fact = made["facts"][0] | {"id": "herefact001", "state": "not done", "who": "ann",
                               "at": "2026-11-26T11:00:00Z", "note": "rain"}  # fmt: skip
    client.post("/api/plans/1/facts", json={"facts": [fact]})
    (said,) = home(client, made).json()["meanwhile"]
    assert said["packet"].startswith("bo: done")
    assert said["here"].startswith("ann: not done")
    view = client.get("/api/plans/1/visits").json()
    noted = next(one["noted"] for one in view["tasks"] if one["key"] == task["key"])
    assert (noted["state"], noted["note"]) == ("not done", "rain")
