"""Practice over the API: a drill from pose to grade, progress, sets, first hour; no leak."""

import json

import pytest

from passerelle.practice.catalog import ready
from passerelle.practice.drill import KINDS, Drill
from passerelle.practice.grading import solve

DARK = {"kind": "dark", "level": 2, "seed": 5}
ADA = {"x-passerelle-who": "Ada"}


def way_of(drill):
    one = ready(Drill(drill["kind"], drill["level"], drill["seed"]))
    return solve(one.kind, one.known, one.truth)


def test_a_drill_is_posed_looked_into_answered_and_kept(client):
    best = way_of(DARK)
    done = []
    for look in best.seen:
        body = {"drill": DARK, "done": done, "act": look.act}
        told = client.post("/api/practice/look", json=body).json()
        assert told["said"] == look.shown.said
        done.append(look.act)
    body = {"drill": DARK, "done": done, "answer": list(best.answer)}
    grade = client.post("/api/practice/answer", json=body, headers=ADA).json()
    assert (grade["right"], grade["clean"]) == (True, True)
    assert grade["spent"]["minutes"] == grade["best"]["minutes"] == best.spent.minutes
    assert grade["headline"].startswith(f"Right, in {best.spent.minutes:g} min; the tool takes")
    page = client.get("/api/practice", headers=ADA).json()
    assert (page["answered"], page["right"], page["who"]) == (1, 1, "Ada")
    assert client.get("/api/practice").json()["answered"] == 0  # somebody else's is not shown
    assert client.post("/api/practice/wipe", headers=ADA).json() == {"forgotten": 1}
    assert client.get("/api/practice", headers=ADA).json()["answered"] == 0


@pytest.mark.parametrize("kind", KINDS)
def test_nothing_of_the_answer_is_told_before_it(client, kind):
    drill = {"kind": kind, "level": 4, "seed": 31}
    answer = client.post("/api/practice/drill", json=drill)
    posed = answer.json()
    assert set(posed) == {
        "drill", "name", "teaches", "level_says", "title", "scene", "how", "asked", "unit",
        "choices", "acts", "table", "line",
    }  # fmt: skip
    assert all(set(one) == {"id", "label", "more"} for one in posed["choices"])
    assert all(set(one) == {"id", "do", "minutes", "matings", "part", "repeats"}
               for one in posed["acts"])  # fmt: skip
    one = ready(Drill(kind, 4, 31))
    told = one.kind.tell(one.known, one.truth)
    assert told.said not in answer.text
    assert json.dumps(list(way_of(drill).answer)) not in answer.text or len(posed["choices"]) == 0


@pytest.mark.parametrize(
    ("path", "body", "said"),
    [
        ("drill", {"kind": "knitting", "level": 1, "seed": 1}, "kind"),
        ("drill", {"kind": "dark", "level": 7, "seed": 1}, "level: 7 is over 5"),
        ("look", {"drill": DARK, "act": "x-ray"}, "'x-ray' cannot be done here"),
        ("look", {"drill": DARK, "done": ["repair dirty"], "act": "repair dirty"}, "done already"),
        ("answer", {"drill": DARK, "answer": ["gnomes"]}, "'gnomes' is not one of the answers"),
        ("answer", {"drill": DARK, "answer": []}, "one answer is asked for"),
        ("drill", DARK | {"plan_id": 1, "link_id": "x", "kind": "cable"}, "only the hunt"),
    ],
)
def test_what_makes_no_sense_is_refused_in_a_sentence(client, path, body, said):
    answer = client.post(f"/api/practice/{path}", json=body)
    assert answer.status_code == 422
    assert said in answer.json()["detail"]


def test_a_refused_answer_is_not_kept(client):
    client.post("/api/practice/answer", json={"drill": DARK, "answer": ["gnomes"]})
    assert client.get("/api/practice").json()["answered"] == 0


def test_a_link_of_a_plan_is_practised_on_a_copy_and_the_plan_stays_as_it_was(client):
    plan_id = client.get("/api/plans").json()[0]["id"]
    plan = client.get(f"/api/plans/{plan_id}").json()
    link = client.get(f"/api/plans/{plan_id}/links").json()[0]
    drill = {"kind": "dark", "level": 3, "seed": 11, "plan_id": plan_id, "link_id": link["id"]}
    posed = client.post("/api/practice/drill", json=drill).json()
    assert link["name"] in posed["scene"][0]
    body = {"drill": drill, "done": ["rx a"], "answer": [posed["choices"][0]["id"]]}
    assert client.post("/api/practice/answer", json=body).status_code == 200
    after = client.get(f"/api/plans/{plan_id}").json()
    assert after["revision"] == plan["revision"]
    assert client.get(f"/api/plans/{plan_id}/facts").json()["facts"] == []
    gone = drill | {"link_id": "nosuchlink00"}
    assert client.post("/api/practice/drill", json=gone).status_code == 404


def test_what_was_missed_comes_again_without_being_named(client):
    wrong = {"drill": DARK, "done": ["unsafe look-in"], "answer": ["bend"]}
    grade = client.post("/api/practice/answer", json=wrong).json()
    assert grade["spent"]["unsafe"][0]["source"] == "IEC 60825-2"
    (topic,) = client.get("/api/practice").json()["topics"]
    assert (topic["name"], topic["missed"]) == (grade["topic"], 1)
    drawn = client.post("/api/practice/draw", json={}).json()
    assert grade["topic"] not in json.dumps(drawn)
    mine = client.post("/api/practice/draw", json={"kind": "pull", "level": 2}).json()
    assert (mine["kind"], mine["level"]) == ("pull", 2)


def test_a_set_goes_from_one_machine_to_another(client):
    made = {"name": "Monday", "by": "Ada", "drills": [DARK | {"note": "Mind the lamp."}]}
    number = client.post("/api/practice/sets/made", json=made).json()["id"]
    document = client.get(f"/api/practice/sets/{number}")
    assert 'filename="Monday.drills.json"' in document.headers["content-disposition"]
    again = client.post("/api/practice/sets", content=document.content,
                        headers={"content-type": "application/octet-stream"})  # fmt: skip
    assert again.status_code == 201
    assert again.json()["drills"] == [DARK | {"note": "Mind the lamp."}]
    told = client.post("/api/practice/answer", json={"drill": DARK, "answer": ["dirty"]}).json()
    assert told["note"] == "Mind the lamp."
    assert client.delete(f"/api/practice/sets/{number}").status_code == 204
    assert client.delete(f"/api/practice/sets/{number}").status_code == 404
    assert client.get(f"/api/practice/sets/{number}").status_code == 404
    bad = client.post("/api/practice/sets", content=b"{}",
                      headers={"content-type": "application/octet-stream"})  # fmt: skip
    assert bad.status_code == 422
    assert "name" in bad.json()["detail"]


def test_the_first_hour_is_begun_skipped_left_and_taken_up_again(client):
    hour = client.get("/api/practice/hour").json()
    assert (hour["plan_id"], hour["at"], len(hour["steps"])) == (None, "survey", 6)
    assert client.post("/api/practice/hour", json={"act": "leave"}).status_code == 422

    def act(what, step=None):
        return client.post("/api/practice/hour", json={"act": what, "step": step}).json()

    plan_id = act("start")["plan_id"]
    assert client.get(f"/api/plans/{plan_id}").json()["name"] == "First hour: two huts"
    assert act("skip", "survey")["at"] == "need"
    assert act("back", "survey")["at"] == "survey"
    left = act("leave")
    assert (left["left"], left["plans"]) == (True, [plan_id])
    assert act("resume")["left"] is False
    other = client.get("/api/practice/hour", headers=ADA).json()
    assert (other["plan_id"], other["plans"]) == (None, [plan_id])  # marked for everybody
    assert act("again")["plan_id"] != plan_id
    bad = client.post("/api/practice/hour", json={"act": "skip", "step": "lunch"})
    assert "'lunch' is no step" in bad.json()["detail"]
