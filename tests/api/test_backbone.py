"""The API of the backbone as the front end uses it."""

import pytest

from tests.conftest import part_id

PLANT = "/api/plans/1/plant"
LISTS = "/api/plans/1/lists"


def place_id(client, name):
    places = client.get("/api/plans/1").json()["places"]
    return next(place["id"] for place in places if place["name"] == name)


def link_named(client, name):
    return next(r for r in client.get("/api/plans/1/links").json() if r["name"] == name)


def test_the_backbone_is_judged(client):
    plant = client.get(PLANT).json()
    lab = next(p for p in plant["pathways"] if p["doc"]["name"] == "Lab duct")
    # 7² + 2 x 9² = 211 of 20.9² = 436.81
    assert (lab["percent"], lab["limit_percent"], lab["cables"]) == (48.3, 40.0, ["W-01"])
    clash = next(f for f in plant["findings"] if f["rule"] == "cable.strand-clash")
    assert (clash["sort"], clash["name"], len(clash["links"])) == ("cable", "H-04", 2)
    info = client.get("/api/plans/1").json()
    assert info["route"]["stop"] == sum(
        f["severity"] == "stop" and f["step"] == "route" for f in plant["findings"]
    )


def test_a_clash_stops_both_links_and_other_strands_cure_it(client):
    camera = link_named(client, "Instrument Hall – Cabinet 4 camera")
    assert camera["verdict"] == "fails" and camera["route"]["stop"] == 1
    part = part_id(client, f"/api/plans/1/links/{camera['id']}", 4)
    body = {"base": 1, "link_id": camera["id"], "part": part, "cable": "H-04", "strands": [3, 4]}
    changed = client.post(f"{PLANT}/take", json=body).json()
    assert changed["link"]["summary"]["verdict"] == "works"
    moved = {row["name"]: row["verdict"] for row in changed["links"]}
    assert moved["Instrument Hall – Cabinet 4"] == "works"  # the other link of the clash, too
    labels = [p.get("label") for p in changed["link"]["doc"]["path"] if p.get("joint")]
    assert "IH-B:14" in labels and "C4:2" in labels
    client.post("/api/plans/1/undo", json={"base": 2})
    assert link_named(client, "Instrument Hall – Cabinet 4")["verdict"] == "fails"


@pytest.mark.parametrize(
    ("strands", "said"),
    [
        ([1, 2], "strand 1 of “H-04” carries “Instrument Hall – Cabinet 4”"),
        ([5, 6], "strand 5 of “H-04” is noted as bad"),
        ([3], "the link takes 2 strands, and 1 are chosen"),
        ([12, 13], "“H-04” has 12 strands; there is no 13"),
    ],
)
def test_strands_that_cannot_be_taken(client, strands, said):
    part = part_id(client, "/api/plans/1/links/demolink0065", 4)
    body = {"base": 1, "link_id": "demolink0065", "part": part, "cable": "H-04", "strands": strands}
    refused = client.post(f"{PLANT}/take", json=body)
    assert (refused.status_code, refused.json()["detail"]) == (422, f"strands: {said}")


def test_what_goes_with_a_place_is_said_before_it_goes(client):
    gone = {
        "base": 1,
        "what": "x",
        "changes": [{"kind": "place", "id": place_id(client, "Hill Pole"), "doc": None}],
    }
    asked = client.post(f"{PLANT}/changes", json=gone)
    assert asked.status_code == 423
    assert "pathway Mast span" in asked.json()["goes_with"]
    assert client.post(f"{PLANT}/changes", json=gone | {"cascade": True}).status_code == 200
    stale = client.post(f"{PLANT}/changes", json=gone)
    assert (stale.status_code, stale.json()["newest"]["number"]) == (409, 2)


def test_pulls_and_failures_and_layouts(client):
    pull = client.get(f"{PLANT}/pull", params={"cable": "R-01"}).json()
    worst = {p["feed"]: p["worst_n"] for p in pull["pulls"]}
    assert worst["a"] > pull["rating_n"] > worst["b"]
    assert pull["proposed_feed"] == "b"
    failures = client.get(f"{PLANT}/failures").json()
    hall = next(g for g in failures["groups"] if g["name"] == "Hall core pair")
    assert ("trench", "Quay trench") in {(s["sort"], s["name"]) for s in hall["shared"]}
    # nine home runs of 185 + 54 n m, and the trench takes all of them at its root
    body = {"hub": "Instrument Hall", "places": [f"Cabinet {n}" for n in range(1, 10)]}
    home, shared = client.post(f"{PLANT}/compare", json=body).json()
    lengths = [11 + 38 + 78 + 56 + 54 * n for n in range(9)]
    assert home["cable_m"] == sum(lengths) + 9 * 6
    assert (home["one_cable"]["worst"], shared["one_cable"]["worst"], home["dig"]["worst"]) == (
        1,
        9,
        9,
    )


def _read(client, text):
    sheet = client.post(f"{LISTS}/read", content=text).json()
    return {"kind": sheet["kind"], "columns": sheet["columns"], "rows": sheet["rows"]}


def test_files_go_out_as_they_come_in(client):
    text = client.get(f"{PLANT}/export/site.geojson").content
    preview = client.post(f"{PLANT}/import/preview", content=text).json()
    assert preview["unchanged"] == len(preview["rows"]) > 0
    for name in ("places.csv", "pathways.csv"):
        sheet = _read(client, client.get(f"{PLANT}/export/{name}").content)
        preview = client.post(f"{LISTS}/preview", json=sheet).json()
        assert preview["unchanged"] == len(preview["rows"]) > 0, name
    assert client.get(f"{PLANT}/export/other").status_code == 404
    evil = _read(client, "name,kind\n=2+3,hut\n")
    taken = client.post(f"{LISTS}/take", json=evil | {"base": 1})
    assert taken.status_code == 200
    assert "'=2+3" in client.get(f"{PLANT}/export/places.csv").text  # a spreadsheet shows the text
    assert any(p["name"] == "=2+3" for p in client.get(PLANT).json()["places"])


def test_a_renamed_place_keeps_its_links(client):
    places = client.get("/api/plans/1").json()["places"]
    old = next(p for p in places if p["name"] == "Cabinet 4")
    doc = {k: v for k, v in old.items() if v is not None} | {"name": "Cabinet four"}
    body = {"base": 1, "what": "x", "changes": [{"kind": "place", "id": old["id"], "doc": doc}]}
    assert client.post(f"{PLANT}/changes", json=body).status_code == 200
    row = next(
        r
        for r in client.get("/api/plans/1/links").json()
        if r["name"] == "Instrument Hall – Cabinet 4"
    )
    assert row["b_place"] == "Cabinet four"


@pytest.mark.parametrize("path", ["section?name=x", "strands?cable=x", "pull?cable=x"])
def test_what_is_not_there(client, path):
    assert client.get(f"{PLANT}/{path}").status_code == 404
