"""The views of the site against a second, plain reckoning from the demo's own file."""

import json
import math
import tomllib
from itertools import combinations
from pathlib import Path

import pytest

from passerelle.demo_data import mistakes_plan
from passerelle.formats.planfile import write_plan

PLAN = "/api/plans/1"
PLANT = f"{PLAN}/plant"
DOC = json.loads(write_plan(mistakes_plan()))
TABLES = Path(__file__).parents[2] / "passerelle/core/tables"
KINDS = {row["name"]: row for row in tomllib.loads((TABLES / "cables.toml").read_text())["cable"]}
KINDS |= {row["name"]: row for row in DOC["cable_types"]}
WAYS = {way["name"]: way for way in DOC["pathways"]}
CABLES = {cable["name"]: cable for cable in DOC["cables"]}
PULLED = [c for c in DOC["cables"] if not c.get("wish")]

# TIA-598, in order
COLOURS = [
    "blue",
    "orange",
    "green",
    "brown",
    "slate",
    "white",
    "red",
    "black",
    "yellow",
    "violet",
    "rose",
    "aqua",
]


def size(cable):
    return KINDS[cable["type"]]["od_mm"] if cable.get("type") else None


@pytest.mark.parametrize("name", [n for n, way in WAYS.items() if way.get("inner_mm")])
def test_a_duct_is_as_full_as_its_cables_are_thick(client, name):
    """Fill is the sum of squared diameters over the squared bore; circles do not overlap."""
    way = WAYS[name]
    seen = client.get(f"{PLANT}/section", params={"name": name}).json()
    lying = [size(c) for c in PULLED if name in c.get("route", [])]
    others = [o["od_mm"] for o in way.get("others", []) for _ in range(o.get("count", 1))]
    if None in lying:
        assert seen["missing"]
        return
    full = 100 * sum(d * d for d in lying + others) / way["inner_mm"] ** 2
    assert (seen["percent"] or 0.0) == pytest.approx(full, abs=0.051)  # nothing in it: no figure
    fitting = [one for one in seen["inside"] if one["fits"] and one["x_mm"] is not None]
    for one in fitting:
        middle = math.hypot(one["x_mm"], one["y_mm"])
        assert middle + one["od_mm"] / 2 <= way["inner_mm"] / 2 + 0.02, one["name"]
    for a, b in combinations(fitting, 2):
        apart = math.hypot(a["x_mm"] - b["x_mm"], a["y_mm"] - b["y_mm"])
        assert apart >= (a["od_mm"] + b["od_mm"]) / 2 - 0.02, (a["name"], b["name"])


@pytest.mark.parametrize("name", list(CABLES))
def test_strands_have_the_standard_colours(client, name):
    cable = CABLES[name]
    table = client.get(f"{PLANT}/strands", params={"cable": name}).json()
    rows = table["strands"]
    assert [row["number"] for row in rows] == list(range(1, cable["strands"] + 1))
    per_tube = KINDS[cable["type"]].get("per_tube", 12) if cable.get("type") else 12
    for row in rows:
        tube, at = divmod(row["number"] - 1, per_tube)
        assert (row["tube"], row["in_tube"]) == (tube + 1, at + 1)
        assert (row["colour_base"], row["tube_base"]) == (COLOURS[at % 12], COLOURS[tube % 12])
    noted = {n["strand"]: n["state"] for n in cable.get("strand_notes", [])}
    users = {
        number
        for link in DOC["links"]
        for part in link["path"]
        if part.get("cable") == name
        for number in part.get("strand_numbers", [])
    }
    for row in rows:
        wanted = "used" if row["number"] in users else noted.get(row["number"], "free")
        if noted.get(row["number"]) == "bad":
            wanted = "bad"
        assert row["state"] == wanted, row["number"]
    free = {row["number"] for row in rows if row["state"] == "free"}
    for numbers in table["next_free"].values():
        assert set(numbers) <= free
        assert numbers == sorted(numbers)


@pytest.mark.parametrize("name", list(WAYS))
def test_a_dig_takes_the_links_whose_cables_lie_there(client, name):
    """And those whose cables lie in the same trench: one bucket takes all of it."""
    trench = WAYS[name].get("lies_in")
    hit = {w for w, way in WAYS.items() if w == name}
    gone = {c["name"] for c in PULLED if hit & set(c.get("route", []))}
    dark = {
        link["name"]
        for link in DOC["links"]
        if any(part.get("cable") in gone for part in link["path"])
    }
    out = client.get(f"{PLANT}/outage", params={"sort": "pathway", "name": name}).json()
    assert {link["name"] for link in out["links"]} == dark
    if trench:
        whole = client.get(f"{PLANT}/outage", params={"sort": "trench", "name": trench}).json()
        assert dark <= {link["name"] for link in whole["links"]}


def test_every_end_on_a_panel_has_its_ports(client):
    """Two strands to a duplex port, from the end's first port on."""
    wanted = {}
    for cable in PULLED:
        for end, place in (("end_a", cable["a"]), ("end_b", cable["b"])):
            said = cable.get(end, {})
            for number in range(1, cable["strands"] + 1) if said.get("panel") else ():
                port = said.get("first_port", 1) + (number - 1) // 2
                key = (said["panel"], place, port, cable["name"])
                wanted.setdefault(key, []).append(number)
    ports = client.get(f"{PLANT}/panels").json()
    found = {(p["panel"], p["place"], p["port"], p["cable"]): p["strands"] for p in ports}
    assert found == wanted


def test_no_reel_is_cut_for_more_than_it_holds(client):
    plan = client.get(f"{PLANT}/reels").json()
    cut = [c["cable"] for reel in plan["reels"] for c in reel["cuts"]]
    cut += [c["cable"] for c in plan["short"]]
    assert len(cut) == len(set(cut))
    for reel in plan["reels"]:
        used = sum(c["length_m"] for c in reel["cuts"])
        assert used + reel["left_m"] == pytest.approx(reel["length_m"], abs=0.05 * len(cut))
        assert reel["left_m"] >= 0
        assert all(CABLES[c["cable"]]["type"] == reel["type"] for c in reel["cuts"])
    for short in plan["short"]:
        kind = CABLES[short["cable"]]["type"]
        # nothing of its make is left that would have done
        assert all(
            reel["left_m"] < short["length_m"] for reel in plan["reels"] if reel["type"] == kind
        )


def test_certain_fixes_do_what_they_say(client):
    listed = client.get(f"{PLAN}/fixes").json()
    assert listed
    body = {"base": 1, "link_ids": [fix["link_id"] for fix in listed]}
    assert client.post(f"{PLAN}/fixes", json=body).status_code == 200
    now = {row["id"]: row for row in client.get(f"{PLAN}/links").json()}
    for fix in listed:
        row = now[fix["link_id"]]
        assert row["verdict"] == fix["after"]["verdict"] in ("works", "tight"), fix["name"]
        assert row["margin_db"] == fix["after"]["margin_db"]
    again = client.post(f"{PLAN}/fixes", json=body | {"base": 2})
    assert again.status_code == 422
    assert "has no fix (any more)" in again.json()["detail"]
    told = client.get(f"{PLAN}/revisions/2").json()
    assert told["what"] == f"Fix {len(listed)} links"
    assert len(told["changes"]) == len(listed)


@pytest.mark.parametrize(
    "rules",
    [
        {"loss_basis": "typical"},
        {"mode_conditioning": "over-300-m"},
        {"safety_margin_db": 3.0},
        {"termination": "field", "panel_plug": "SC/APC", "outlying": "shared"},
    ],
)
def test_house_rules_do_what_their_preview_says(client, rules):
    old = client.get(PLAN).json()["house_rules"]
    body = {"base": 1, "house_rules": old | rules}
    said = client.post(f"{PLAN}/house-rules/preview", json=body).json()
    assert client.patch(PLAN, json=body).status_code == 200
    rows = client.get(f"{PLAN}/links").json()
    for verdict, count in said["after"].items():
        assert sum(row["verdict"] == verdict for row in rows) == count, verdict
