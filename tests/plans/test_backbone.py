"""The stored backbone: one revision a change, names in step, links filled from their cables."""

import json

import pytest

from passerelle.core.changes.change import Put, Remove, StillUsed
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.plan import KEYS, TYPES
from passerelle.core.refused import Refused
from passerelle.demo_data import mistakes_plan
from passerelle.formats import documents
from passerelle.formats.planfile import read_plan
from passerelle.plans import siteimport, transfer
from passerelle.plans.plans import Author, Plans


@pytest.fixture
def plans(store):
    made = Plans(store)
    made.add(mistakes_plan(), Facts.NONE, "test", "Demo plan")
    return made


def content(plans):
    return transfer.export_plan(plans.held(1))


def author(plans):
    return Author("ann", plans.held(1).revision)


def put(kind, doc):
    """A thing be as its document says; without an id it is new."""
    return Put(documents.of_raw(TYPES[kind], {"id": new_id()} | doc))


def gone(plans, kind, name):
    return Remove(kind, plans.held(1).plan.things(kind).named(name).id)


def change(plans, *changes, cascade=False):
    plans.change(1, changes, author(plans), "test", cascade=cascade)


def item(plans, kind, name):
    listed = json.loads(content(plans))[KEYS[kind]]
    return next(one for one in listed if one["name"] == name)


def path_of(plans, name):
    return item(plans, "link", name)["path"]


def test_a_longer_duct_makes_the_links_in_it_longer_and_is_undone_at_once(plans):
    before = content(plans)
    duct = item(plans, "pathway", "Breakwater duct 1")
    change(plans, put("pathway", duct | {"length_m": 156.0}))
    # H-01: 11 + 38 + 78 + 156 + 6 slack = 289 m of sheath, 1 % more glass
    assert path_of(plans, "Instrument Hall – Cabinet 1")[4]["length_m"] == 291.89
    # measured glass stays what was measured
    assert path_of(plans, "Instrument Hall – Tide Gauge Hut")[4]["length_m"] == 655.0
    plans.undo(1, author(plans))
    assert content(plans) == before


def test_new_names_reach_everything_that_names_them(plans):
    hall = next(p for p in json.loads(content(plans))["places"] if p["name"] == "Quay Chamber")
    lab = item(plans, "pathway", "Hall duct A")
    one = item(plans, "cable", "P-07")
    change(
        plans,
        put("place", hall | {"name": "Quay Pit"}),
        put("pathway", lab | {"name": "Main duct", "a": "Quay Pit"}),
        put("cable", one | {"name": "P-70"}),
    )  # fmt: skip
    text = content(plans).decode()
    assert (
        "Quay Chamber" not in text.replace('"Quay Chamber', "", 0) or '"Quay Chamber"' not in text
    )
    assert '"Hall duct A"' not in text and '"P-07"' not in text.replace('"label": "P-07"', "")
    assert item(plans, "cable", "T-01")["route"][2] == "Main duct"
    assert item(plans, "closure", "Hill closure")["splices"][0]["a"] == "P-70"
    assert path_of(plans, "Pier Office – Beacon Hill")[4]["cable"] == "P-70"
    read_plan(text.encode())


def test_what_is_used_is_not_deleted_unasked(plans):
    before = content(plans)
    with pytest.raises(StillUsed) as refused:
        change(plans, gone(plans, "place", "Hill Pole"))
    assert "pathway Mast span" in refused.value.goes_with
    assert content(plans) == before
    change(plans, gone(plans, "place", "Hill Pole"), cascade=True)
    assert "route" not in item(plans, "cable", "P-08")
    assert plans.held(1).plan.places.named("Hill Pole") is None


def test_a_deleted_cable_lets_its_links_go(plans):
    with pytest.raises(StillUsed) as refused:
        change(plans, gone(plans, "cable", "P-07"))
    assert "link Pier Office – Beacon Hill (taken off its strands)" in refused.value.goes_with
    change(plans, gone(plans, "cable", "P-07"), cascade=True)
    part = path_of(plans, "Pier Office – Beacon Hill")[4]
    assert "cable" not in part and part["length_m"] == 1640.0


DUCT = {"name": "new", "a": "Pier Office", "b": "Wet Lab", "length_m": 10.0}
CABLE = {"name": "new", "a": "Pier Office", "b": "Wet Lab", "fiber": "OS2", "strands": 12}


@pytest.mark.parametrize(
    ("kind", "doc", "said"),
    [
        ("pathway", DUCT | {"b": "Nowhere"}, "pathways[37].b: 'Nowhere' is not in places"),
        ("pathway", DUCT | {"b": "Pier Office"}, "is its other end too"),
        ("pathway", DUCT | {"length_m": -1.0}, "length_m: -1 is not over 0"),
        ("pathway", DUCT | {"length_m": 1e9}, "is over 200000, the most allowed"),
        ("pathway", DUCT | {"inner_mm": 9e9}, "inner_mm: 9e+09 is over 5000"),
        ("pathway", DUCT | {"rise_m": 11.0}, "11 m of rise is over 10 m"),
        ("pathway", DUCT | {"colour": "red"}, "colour: unknown key"),
        ("pathway", DUCT | {"name": "Lab duct"}, "'Lab duct' is the name of another pathway"),
        ("cable", CABLE | {"route": ["no such"]},
         "cables[33].route[0]: 'no such' is not in pathways"),
        ("cable", CABLE | {"strands": 0}, "strands: 0 is under 1"),
        ("cable", CABLE | {"fiber": "OM9"}, "'OM9' is not a fiber"),
        ("cable", CABLE | {"type": "Outdoor drop, all-dielectric, pulled", "strands": 24},
         "24 is over 12, the most of this cable"),
        ("cable", CABLE | {"loss_db": 1.0}, "a measured loss names its wavelength and document"),
        ("place", {"name": "p", "latitude": 1.0, "longitude": 2.0},
         "is in degrees and others in metres"),
        ("place", {"name": "p", "inside": "p"}, "'p' would be inside itself"),
        ("closure", {"name": "c", "place": "Hill Chamber", "splices": [
            {"a": "P-07", "a_first": 20, "b": "P-08", "b_first": 1, "count": 6}]},
         "strand 25 is over 24, the strands of 'P-07'"),
        ("closure", {"name": "c", "place": "Wet Lab", "splices": [
            {"a": "P-07", "a_first": 1, "b": "P-08", "b_first": 1, "count": 1}]},
         "'P-07' does not end at 'Wet Lab'"),
        ("feed", {"name": "f", "place": "Wet Lab", "way": "pair", "load_w": 5.0, "source_v": 12.0,
                  "least_v": 13.0}, "13 is over 12, the source's voltage"),
    ],
)  # fmt: skip
def test_bad_input_is_one_sentence_and_leaves_no_trace(plans, kind, doc, said):
    before = content(plans)
    with pytest.raises(Refused) as refused:
        change(plans, put(kind, doc))
    assert said in str(refused.value)
    assert "\n" not in str(refused.value)
    assert content(plans) == before


def rows(plan, text):
    judged = siteimport.judged(plan, text.encode())
    return {one.row.name: (one.outcome, one.said) for one in judged}


def test_a_file_is_judged_row_by_row_and_taken_only_then(plans):
    bends = [{"angle_deg": 90.0, "radius_m": 0.6, "at_m": 12.0}, {"angle_deg": 45.0}]
    lines = [
        ("New duct", "Pier Office", "Wet Lab", 44, bends),
        ("Hall tray", "Hall entry", "Instrument Hall", 12, None),
        ("Lab duct", "Quay Chamber", "Wet Lab", 24, None),
        ("To nowhere", "Pier Office", "Nowhere", 3, None),
        ("Backwards", "Pier Office", "Wet Lab", -4, None),
        ("New duct", "Pier Office", "Wet Lab", 45, None),
    ]
    text = json.dumps({"type": "FeatureCollection", "features": [
        {
            "type": "Feature",
            "geometry": {"type": "LineString", "coordinates": [[0, 0], [9, 9]]},
            "properties": {"name": name, "a": a, "b": b, "length_m": far} | (
                {"bends": turns} if turns else {}
            ),
        }
        for name, a, b, far, turns in lines
    ]})  # fmt: skip
    judged = rows(plans.held(1).plan, text)
    assert judged["Hall tray"] == ("changed", "length_m 11 → 12")
    assert judged["Lab duct"][0] == "unchanged"
    assert judged["To nowhere"] == ("refused", "b: 'Nowhere' is not a place, here or in the file")
    assert judged["Backwards"] == ("refused", "length_m: -4 is not over 0, the lower limit")
    assert judged["New duct"] == ("refused", "the name stands in the file twice")
    puts, what = siteimport.accepted(siteimport.judged(plans.held(1).plan, text.encode()))
    assert what == "Import 2 rows of places and pathways"
    plans.change(1, puts, author(plans), what)
    new = item(plans, "pathway", "New duct")
    assert new["bends"] == [{"angle_deg": 90.0, "radius_m": 0.6, "at_m": 12.0}, {"angle_deg": 45.0}]
    assert item(plans, "pathway", "Hall tray")["length_m"] == 12.0


def test_geojson_in_degrees_measures_its_lines():
    """One hundredth of a degree along a meridian is 1111.95 m on the mean earth."""
    empty = read_plan(b'{"format": "passerelle-plan", "version": 1, "name": "e", "links": []}')

    def feature(sort, coordinates, **told):
        return {
            "type": "Feature",
            "geometry": {"type": sort, "coordinates": coordinates},
            "properties": told,
        }

    doc = {"type": "FeatureCollection", "features": [
        feature("LineString", [[10.0, 60.0], [10.0, 60.01]], name="road"),
        feature("Point", [10.0, 60.0], name="P"), feature("Point", [10.0, 60.01], name="Q"),
        feature("Polygon", [], name="field"), feature("Point", ["x", 1], name="bad"),
    ]}  # fmt: skip
    judged = rows(empty, json.dumps(doc))
    assert judged["road"] == ("added", "P – Q, 1112 m")
    assert judged["field"] == ("refused", "'Polygon' is not a Point or a LineString")
    assert judged["bad"] == ("refused", "its coordinates are not pairs of finite numbers")


@pytest.mark.parametrize(
    ("data", "said"),
    [
        (b"x" * (8 * 1024 * 1024 + 1), "the file has 8.0 MiB; at most 8 MiB are read"),
        (b"\xff\xfe", "the file is not UTF-8 text (byte 0)"),
        (b'{"type": "Feature"}', "not a GeoJSON FeatureCollection"),
        (b"{" * 200_000, "not readable as JSON"),
    ],
)
def test_files_that_are_no_such_files(plans, data, said):
    with pytest.raises(Refused) as refused:
        siteimport.judged(plans.held(1).plan, data)
    assert said in str(refused.value)
