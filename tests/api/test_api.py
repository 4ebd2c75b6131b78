"""The API as the front end uses it."""

import json

import pytest
from starlette.testclient import TestClient

from passerelle.api.app import create_app
from passerelle.demo_data import mistakes_plan
from passerelle.formats.planfile import write_plan
from tests.conftest import part_id

LINK, PART = (
    "/api/plans/1/links/demolink0004",
    "link004part005",
)  # Pier Office – Beacon Hill: 3.57 of 6.2 dB


def edit(client: TestClient, *edits, base: int = 1, link: str = LINK, who: str = ""):
    headers = {"x-passerelle-who": who} if who else {}
    return client.patch(link, json={"base": base, "edits": list(edits)}, headers=headers)


def with_length(client: TestClient, metres: float) -> dict:
    part = client.get(LINK).json()["doc"]["path"][4]
    return {"op": "set-part", "at": part["id"], "part": part | {"length_m": metres}}


def test_an_edit_answers_with_the_new_verdict(client):
    # 1640 -> 8100 m: 0.4 x 6.46 km = 2.58 dB more
    changed = edit(client, with_length(client, 8100)).json()
    assert changed["link"]["summary"]["margin_db"] == pytest.approx(2.63 - 2.58, abs=0.011)
    assert changed["link"]["summary"]["verdict"] == "tight"
    assert [row["id"] for row in changed["links"]] == ["demolink0004"]
    assert (changed["plan"]["revision"], changed["everything"]) == (2, False)
    rows = client.get("/api/plans/1/links").json()
    assert next(r for r in rows if r["id"] == "demolink0004") == changed["links"][0]


def test_undo_and_redo(client):
    before = client.get(LINK).json()["doc"]
    edit(client, {"op": "remove-part", "at": part_id(client, LINK, 0)})
    undone = client.post("/api/plans/1/undo", json={"base": 2}).json()
    assert client.get(LINK).json()["doc"] == before
    assert undone["plan"]["redo"] == "Pier Office – Beacon Hill: remove part 1"
    client.post("/api/plans/1/redo", json={"base": 3})
    assert len(client.get(LINK).json()["doc"]["path"]) == 9
    stale = client.post("/api/plans/1/undo", json={"base": 3})
    assert (stale.status_code, stale.json()["newest"]["number"]) == (409, 4)
    assert client.post("/api/plans/1/redo", json={"base": 4}).status_code == 400


def test_a_stale_edit_shows_both_sides(client):
    mine = with_length(client, 900)
    edit(client, with_length(client, 700), who="Bo%20%C3%86")
    refused = edit(client, mine, base=1)
    assert refused.status_code == 409
    body = refused.json()
    assert body["newest"]["who"] == "Bo Æ"
    assert body["current"]["doc"]["path"][4]["length_m"] == 700
    assert edit(client, mine, base=body["current"]["summary"]["changed_in"]).status_code == 200


def test_what_needs_an_attenuator_gets_no_tick_until_it_is_fitted(client):
    def rows():
        return {row["id"]: row for row in client.get("/api/plans/1/links").json()}

    link = "/api/plans/1/links/demolink0002"
    view = client.get(link).json()
    assert (rows()["demolink0002"]["verdict"], rows()["demolink0002"]["once"]) == ("works", True)
    edit(client, *view["findings"][0]["remedies"][0]["edits"], link=link)
    assert (rows()["demolink0002"]["verdict"], rows()["demolink0002"]["once"]) == ("works", False)
    assert not any(row["once"] for row in rows().values() if row["verdict"] == "fails")


def test_a_remedy_does_what_its_preview_says(client):
    link = "/api/plans/1/links/demolink0002"
    overload = client.get(link).json()["findings"][0]
    assert overload["rule"] == "light.overload"
    remedy = overload["remedies"][0]
    preview = client.post(f"{link}/preview", json={"edits": remedy["edits"]}).json()
    assert preview["after"] == remedy["after"]
    assert client.get("/api/plans/1").json()["revision"] == 1  # a preview stores nothing
    applied = edit(client, *remedy["edits"], link=link).json()["link"]
    assert applied["brief"] == preview["after"]
    assert applied["brief"]["verdict"] == "works"


def test_every_remedy_of_the_demo_can_be_applied(client):
    for row in client.get("/api/plans/1/links").json():
        link = f"/api/plans/1/links/{row['id']}"
        for found in client.get(link).json()["findings"]:
            for remedy in found["remedies"]:
                body = {"edits": remedy["edits"]}
                assert client.post(f"{link}/preview", json=body).status_code == 200, found["rule"]


def test_a_need_becomes_a_whole_link(client):
    need = {"base": 1, "a_place": "Wet Lab", "b_place": "Ice Store", "application": "10GBASE-SR",
            "distance_m": 150}  # fmt: skip
    added = client.post("/api/plans/1/needs", json=need)
    assert added.status_code == 201
    link = added.json()["link"]
    assert link["summary"]["verdict"] == "works"
    assert link["doc"]["path"][2]["length_m"] == 156  # and 3 m slack at each end
    assert "Ice Store" in [p["name"] for p in added.json()["places"]]
    client.post("/api/plans/1/undo", json={"base": 2})
    assert "Ice Store" not in [p["name"] for p in client.get("/api/plans/1").json()["places"]]


def test_every_figure_explains_itself(client):
    figures = client.get(f"{LINK}/why").json()
    loss = figures["a.loss.worst-case"]
    assert loss["value"] == 3.57
    assert sum(line["value"] for line in loss["lines"]) == pytest.approx(3.5668, abs=0.005)
    assert all(line["source"] for line in loss["lines"])
    assert "1640 m × 0.4 dB/km" in loss["text"]


@pytest.mark.parametrize(
    ("body", "says"),
    [
        ({"edits": []}, "edits: 0 entries, at least 1"),
        ({"edits": [{"op": "explode"}]}, "edits[0]: an edit has an op, one of set-part"),
        ({"edits": [{"op": "remove-part", "at": -1}]}, "edits[0].at: -1 is not text"),
        (
            {"edits": [{"op": "remove-part", "at": "nosuchpart"}]},
            "'nosuchpart' among its 11",
        ),
        ({"base": 9, "edits": [{"op": "rename", "name": "n"}]}, "base: 9 is over 1"),
        ({"base": 10**30, "edits": []}, "base: 1000000000"),
        ({"edits": [{"op": "rename", "name": ""}]}, "edits[0].name: is empty"),
        (
            {"edits": [{"op": "split-segment", "at": PART, "kind": "fusion", "at_m": 1e9}]},
            "edits[0].at_m: 1e+09 is over 200000",
        ),
    ],
)
def test_bad_edits_are_refused_with_a_sentence(client, body, says):
    answer = client.patch(LINK, json={"base": 1} | body)
    assert answer.status_code == 422
    assert says in answer.json()["detail"]
    assert client.get("/api/plans/1").json()["revision"] == 1


@pytest.mark.parametrize("body", [b"[" * 100_000, b'{"base":', b"\xff\xfe", b'{"base": NaN}'])
def test_rubbish_is_refused_with_a_sentence(client, body):
    answer = client.patch(LINK, content=body, headers={"content-type": "application/json"})
    assert answer.status_code in (400, 422)
    assert isinstance(answer.json()["detail"], str)
    assert client.get(f"/api/plans/{10**30}").status_code == 422


def test_a_bad_data_sheet_is_refused_at_its_field(client):
    end = client.get(LINK).json()["doc"]["a"]
    end["module"] |= {"rx_min_dbm": 3.0, "source": "sheet 4"}
    answer = edit(client, {"op": "set-end", "side": "a", "end": end})
    assert (
        answer.json()["detail"]
        == "a.module.rx_min_dbm: receiver minimum 3 dBm is over the receiver maximum 0.5 dBm"
    )


def test_import_is_all_or_nothing(client):
    doc = json.loads(write_plan(mistakes_plan()))
    doc["links"][-1]["path"][0]["length_m"] = -1
    refused = client.post("/api/plans/import", content=json.dumps(doc))
    assert (refused.status_code, len(client.get("/api/plans").json())) == (422, 1)
    assert refused.json()["detail"].startswith("links[65].path[0].length_m: -1")
    taken = client.post("/api/plans/import", content=write_plan(mistakes_plan())).json()
    assert client.get(f"/api/plans/{taken['id']}/export").content == write_plan(mistakes_plan())


def test_house_rules_change_every_verdict(client):
    rules = client.get("/api/plans/1").json()["house_rules"] | {"loss_basis": "typical"}
    changed = client.patch("/api/plans/1", json={"base": 1, "house_rules": rules}).json()
    assert not changed["everything"]
    assert len(changed["links"]) > 50
    core = client.get("/api/plans/1/links/demolink0001").json()["summary"]
    # 2 x 0.30 + 0.092 km x 2.3 = 0.81 of 1.9
    assert (core["verdict"], core["margin_db"]) == ("works", 1.09)


def test_other_sites_and_huge_bodies_stay_out(client):
    assert client.get("/api/plans", headers={"host": "evil.example"}).status_code == 403
    post = {"json": {"base": 1}, "headers": {"origin": "http://evil.example"}}
    assert client.post("/api/plans/1/undo", **post).status_code == 403
    huge = client.post("/api/plans/import", content=b" " * (33 * 1024 * 1024))
    assert huge.status_code == 413
    policy = client.get("/api/plans").headers["content-security-policy"]
    assert "default-src 'self'" in policy


def test_a_path_outside_the_front_end_is_not_served(store, tmp_path):
    web = tmp_path / "web"
    (web / "assets").mkdir(parents=True)
    (web / "index.html").write_text("page")
    (tmp_path / "secret").write_text("secret")
    with TestClient(create_app(store, web=web), base_url="http://localhost") as client:
        for path in ("/..%2fsecret", "/%2e%2e/secret", "/plans/1/links/demolink0003"):
            assert "secret" not in client.get(path).text
        assert client.get("/api/nothing").status_code == 404


def test_a_change_of_one_link_tells_of_the_others_that_it_touches(client):
    rows = {r["name"]: r for r in client.get("/api/plans/1/links").json()}
    winch, lights = (rows[f"Pier Office – Slipway {n}"] for n in ("winch", "lights"))
    assert (winch["verdict"], lights["counts"]["stop"]) == ("fails", 2)
    link = f"/api/plans/1/links/{winch['id']}"
    found = client.get(link).json()["findings"][0]
    done = edit(client, *found["remedies"][0]["edits"], link=link).json()
    assert {r["name"]: r["counts"]["stop"] for r in done["links"]} == {
        "Pier Office – Slipway winch": 0,
        "Pier Office – Slipway lights": 1,  # the converter still has one port
    }


def test_own_parts_and_devices_are_stored_whole_or_not_at_all(client):
    plan = client.get("/api/plans/1").json()
    grade = next(p for p in plan["own_parts"] if p["kind"] == "grade")
    fiber = {"kind": "fiber", "name": "OS2", "base": "OS2", "sheet": {"document": "d"},
             "attenuation": [{"wavelength_nm": 1310, "worst_case_db_per_km": 0.3}]}  # fmt: skip

    def put(**change):
        return client.patch("/api/plans/1", json={"base": 1, **change})

    for change, says in (
        ({"own_parts": [*plan["own_parts"], fiber]}, "is the name of a row of the tables"),
        ({"own_parts": [*plan["own_parts"], grade]}, "is listed twice"),
        ({"own_parts": []}, "would not hold any more"),
        ({"devices": plan["devices"][1:]}, "would not hold any more"),
        ({"own_parts": [grade | {"kind": "gauge"}]}, "an own part has a kind"),
        ({"own_parts": [grade | {"worst_case_db": -1}]}, "-1 is under 0"),
    ):
        refused = put(**change)
        assert (refused.status_code, says in refused.json()["detail"]) == (422, True), says
    assert client.get("/api/plans/1").json() == plan


def test_a_renamed_device_is_renamed_in_its_links(client):
    plan = client.get("/api/plans/1").json()
    devices = plan["devices"]
    devices[0]["name"] = "Main switch"
    assert client.patch("/api/plans/1", json={"base": 1, "devices": devices}).status_code == 200
    ends = [
        client.get(f"/api/plans/1/links/{n}").json()["doc"]["a"]
        for n in ("demolink0003", "demolink0041")
    ]
    assert [end["device"] for end in ends] == ["Main switch", "Main switch"]
    client.post("/api/plans/1/undo", json={"base": 2})
    assert (
        client.get("/api/plans/1/links/demolink0003").json()["doc"]["a"]["device"] == "Core switch"
    )


def test_effects_of_house_rules_agree_with_storing_them(client):
    tried = client.get("/api/plans/1/house-rules/effects").json()["tried"]
    rules = client.get("/api/plans/1").json()["house_rules"]
    base = 1
    for one in tried:
        if one["key"] not in ("loss_basis", "outside_plant", "growth_gbps"):
            continue
        changed = rules | {one["key"]: one["value"] or None}
        body = {"base": base, "house_rules": changed}
        base = client.patch("/api/plans/1", json=body).json()["plan"]["revision"]
        verdicts = [row["verdict"] for row in client.get("/api/plans/1/links").json()]
        assert {v: verdicts.count(v) for v in one["verdicts"]} == one["verdicts"], one


def test_the_field_guide_copies_rows_that_can_be_stored(client):
    tables = {t["title"]: t for t in client.get("/api/reference/tables").json()}
    assert ["OS2", "single-mode", "9", "yellow or black", "1310", "0.40", "0.34"] in [
        row["cells"] for row in tables["Fiber"]["rows"]
    ]
    copies = [r["copy_as"] for t in tables.values() for r in t["rows"] if r["copy_as"]]
    assert len(copies) > 80
    for number, copy in enumerate(copies):
        part = copy | {"name": f"copy {number}", "sheet": {"document": "sheet"}}
        assert client.post("/api/plans/1/own-parts/check", json={"part": part}).status_code == 200


def test_variants_refuse_with_the_field_and_store_nothing(client):
    asked = {"variants": [{"fiber": "OM4"}, {"fiber": "OM9"}, {"application": "40GBASE-SR4"}]}
    now, better, unknown, plug = client.post(
        "/api/plans/1/links/demolink0007/variants", json=asked
    ).json()
    assert (now["brief"]["verdict"], better["brief"]["verdict"]) == ("fails", "tight")
    assert unknown["problem"] == "fiber: 'OM9' is not a fiber"
    assert plug["problem"].startswith("application: 40GBASE-SR4 takes another plug")
    four = client.post("/api/plans/1/links/demolink0007/variants", json={"variants": [{}] * 4})
    assert four.status_code == 422
    assert client.get("/api/plans/1").json()["revision"] == 1


def test_strands_are_traced_previewed_and_read_as_found(client):
    rows = {r["name"]: r["id"] for r in client.get("/api/plans/1/links").json()}
    link = f"/api/plans/1/links/{rows['Trunk T-18, type-B trunk in method A']}"
    view = client.get(f"{link}/polarity").json()
    assert (view["polarity"], view["rows"], len(view["strands"])) == ("straight", 12, 12)
    first = view["strands"][0]
    assert (first["labels"][-1], first["meets"], first["right"]) == ("6A", "Tx", False)
    method = next(m for m in view["methods"] if m["name"] == "A")
    assert len(method["edits"]) == 1  # the trunk
    after = client.post(f"{link}/polarity/preview", json={"edits": method["edits"]}).json()
    assert (after["polarity"], after["strands"][0]["labels"][-1]) == ("crossed", "1B")
    assert client.get(f"{link}/polarity").json() == view
    seen = {"readings": [{"start": [1, 1], "end": [1, 1]}]}
    found = client.post(f"{link}/as-found", json=seen).json()["explanations"]
    assert found
    assert all("part" in one["label"] for one in found)
    refused = client.post(f"{link}/as-found", json={"readings": [{"start": [0, 1], "end": None}]})
    assert refused.status_code == 422
    one = client.get(f"/api/plans/1/links/{rows['Instrument Hall – Tide Gauge Hut']}/polarity")
    assert one.json()["strands"][0]["meets"] == "1490 nm out, 1310 nm back"


def test_an_answer_to_an_edit_is_what_changed(client):
    answer = edit(client, with_length(client, 8100))
    body = answer.json()
    assert {key for key in ("house_rules", "places", "own_parts", "devices", "spares")
            if body[key] is not None} == set()  # fmt: skip
    head = json.dumps(body | {"link": None})
    assert len(head) < 1500  # the head of the plan alone was 11 kB once
    assert body["plan"]["undo"] == "Pier Office – Beacon Hill: change part 5"


def test_facts_are_added_and_stand_beside_the_design(client):
    link = client.get(LINK).json()["doc"]["id"]
    about = {"kind": "link", "id": link}
    fact = {
        "kind": "red light", "id": "redlight0001", "about": about, "who": "ann",
        "at": "2026-05-31T14:20:00Z", "start": [1, 1], "seen": [1, 2],
    }  # fmt: skip
    for _ in range(2):  # twice is once
        said = client.post("/api/plans/1/facts", json={"facts": [fact]})
        assert (said.status_code, len(said.json()["facts"])) == (201, 1)
    nothing = {**fact, "id": "redlight0002", "seen": None, "corrects": "redlight0001"}
    said = client.post("/api/plans/1/facts", json={"facts": [nothing]}).json()
    assert (len(said["facts"]), said["standing"]) == (2, ["redlight0002"])
    assert client.get("/api/plans/1").json()["revision"] == 1
    listed = client.get("/api/plans/1/facts", params={"about": link}).json()
    assert [one["seen"] for one in listed["facts"]] == [[1, 2], None]
    again = client.get("/api/plans/1/export").json()["facts"]
    assert [one["id"] for one in again] == ["redlight0001", "redlight0002"]
    for change, says in (
        ({"id": "redlight0003", "at": "noon"}, "facts[0].at: "),
        ({"id": "redlight0003", "about": {"kind": "link", "id": "nosuchlink"}}, "there is no link"),
        ({"id": "redlight0003", "kind": "smell"}, "facts[0]: a fact has a kind, one of strand"),
        ({"id": "redlight0003", "start": [0, 1]}, "facts[0].start[0]: 0 is under 1"),
    ):
        refused = client.post("/api/plans/1/facts", json={"facts": [fact | change]})
        assert (refused.status_code, says in refused.json()["detail"]) == (422, True), says


def test_a_plan_that_is_not_there(client):
    for path, said in (
        ("/api/plans/9", "There is no plan 9."),
        ("/api/plans/9/links", "There is no plan 9."),
        ("/api/plans/1/links/nosuchlink", "This link is not in the plan; it may be deleted."),
    ):
        answer = client.get(path)
        assert (answer.status_code, answer.json()["detail"]) == (404, said)
