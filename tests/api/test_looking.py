"""The list of unknowns as the screen gets it."""

from passerelle.core.words import in_metres


def test_the_list_names_thing_look_and_what_hangs_on_it(client):
    answer = client.get("/api/plans/1/unknowns").json()
    assert answer["unknowns"]
    assert client.get("/api/plans/1/unknowns/count").json() == {"count": len(answer["unknowns"])}
    by_rule = {(one["rule"], one["name"]): one for one in answer["unknowns"]}
    print_of = by_rule["fiber.guess", "B-01"]
    assert print_of["kind"] == "cable"
    assert print_of["do"].startswith("Read the print on the sheath")
    assert print_of["minutes"] == 5
    guess = by_rule["pathway.length-guess", "Crew roof void"]
    assert in_metres(guess["said"]) == "The length of Crew roof void, 62 m, is a guess."
    assert guess["spread_m"] == 24.8  # a fifth to either side
    turned = {t["link_id"] for one in answer["unknowns"] for t in one["links"] if t["turns"]}
    assert answer["turning"] == len(turned) > 0


def test_a_step_is_closed_undone_and_kept_in_the_plan_file(client):
    base = client.get("/api/plans/1").json()["revision"]
    body = {"base": base, "not_needed": ["polarity", "survey"]}
    changed = client.patch("/api/plans/1", json=body).json()["plan"]
    assert changed["not_needed"] == ["survey", "polarity"]  # in the order of the job
    assert changed["undo"] == "Survey is not needed here; Polarity is not needed here"
    assert client.get("/api/plans/1/export").json()["not_needed"] == ["survey", "polarity"]
    way = {one["step"]: one for one in client.get("/api/plans/1/way").json()["steps"]}
    assert (way["survey"]["state"], way["survey"]["act"]) == ("not needed", None)
    undone = client.post("/api/plans/1/undo", json={"base": changed["revision"]}).json()["plan"]
    assert undone["not_needed"] == []
    refused = client.patch("/api/plans/1", json={"base": base, "not_needed": ["coffee"]})
    assert refused.status_code == 422


def test_the_next_act_names_the_thing_with_its_id(client):
    way = client.get("/api/plans/1/way").json()
    light = next(one for one in way["steps"] if one["step"] == "light")
    link = client.get(f"/api/plans/1/links/{light['act']['id']}").json()
    assert link["summary"]["name"] == light["act"]["name"]
    assert link["summary"]["verdict"] == "fails"


def test_an_empty_plan_has_none(client):
    plan = client.post("/api/plans", json={"name": "Empty"}).json()["id"]
    assert client.get(f"/api/plans/{plan}/unknowns").json() == {"unknowns": [], "turning": 0}
