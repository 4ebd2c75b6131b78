"""The stored backbone: one revision a change, names in step, links filled from their cables."""

import json

import pytest

from passerelle.demo_data import demo_plan
from passerelle.formats.planfile import read_plan
from passerelle.formats.refusal import Refused
from passerelle.plans import journal, plantchanges, siteimport, transfer
from passerelle.plans.changes import Author
from passerelle.plans.documents import items, links, place_names
from passerelle.plans.models import Plan
from passerelle.plans.plantchanges import ItemChange, StillUsed


@pytest.fixture
def plan_id(store):
    with store.writing() as session:
        return transfer.store_new(session, demo_plan(), "test", "Demo plan").id


def content(store, plan_id):
    with store.reading() as session:
        return transfer.export_plan(session, session.get(Plan, plan_id))


def change(store, plan_id, *changes, cascade=False):
    with store.writing() as session:
        plan = session.get(Plan, plan_id)
        author = Author("ann", plan.revision)
        plantchanges.change(session, plan, changes, author, "test", cascade=cascade)


def item(store, plan_id, kind, name):
    with store.reading() as session:
        rows = items(session, session.get(Plan, plan_id))
        return next(row.doc for row in rows if (row.kind, row.name) == (kind, name))


def path_of(store, plan_id, name):
    with store.reading() as session:
        return next(r.path for r in links(session, session.get(Plan, plan_id)) if r.name == name)


def test_a_longer_duct_makes_the_links_in_it_longer_and_is_undone_at_once(store, plan_id):
    before = content(store, plan_id)
    duct = item(store, plan_id, "pathway", "Breakwater duct 1")
    change(store, plan_id, ItemChange("pathway", duct["name"], duct | {"length_m": 156.0}))
    # H-01: 11 + 38 + 78 + 156 + 6 slack = 289 m of sheath, 1 % more glass
    assert path_of(store, plan_id, "Instrument Hall – Cabinet 1")[4]["length_m"] == 291.89
    # measured glass stays what was measured
    assert path_of(store, plan_id, "Instrument Hall – Tide Gauge Hut")[4]["length_m"] == 655.0
    with store.writing() as session:
        plan = session.get(Plan, plan_id)
        journal.undo(session, plan, "ann", plan.revision)
    assert content(store, plan_id) == before


def test_new_names_reach_everything_that_names_them(store, plan_id):
    hall = next(
        p for p in json.loads(content(store, plan_id))["places"] if p["name"] == "Quay Chamber"
    )
    lab = item(store, plan_id, "pathway", "Hall duct A")
    one = item(store, plan_id, "cable", "P-07")
    change(
        store, plan_id,
        ItemChange("place", "Quay Chamber", hall | {"name": "Quay Pit"}),
        ItemChange("pathway", "Hall duct A", lab | {"name": "Main duct", "a": "Quay Pit"}),
        ItemChange("cable", "P-07", one | {"name": "P-70"}),
    )  # fmt: skip
    text = content(store, plan_id).decode()
    assert (
        "Quay Chamber" not in text.replace('"Quay Chamber', "", 0) or '"Quay Chamber"' not in text
    )
    assert '"Hall duct A"' not in text and '"P-07"' not in text.replace('"label": "P-07"', "")
    assert item(store, plan_id, "cable", "T-01")["route"][2] == "Main duct"
    assert item(store, plan_id, "closure", "Hill closure")["splices"][0]["a"] == "P-70"
    assert path_of(store, plan_id, "Pier Office – Beacon Hill")[4]["cable"] == "P-70"
    read_plan(text.encode())


def test_what_is_used_is_not_deleted_unasked(store, plan_id):
    before = content(store, plan_id)
    with pytest.raises(StillUsed) as refused:
        change(store, plan_id, ItemChange("place", "Hill Pole", None))
    assert "pathway Mast span" in refused.value.goes_with
    assert content(store, plan_id) == before
    change(store, plan_id, ItemChange("place", "Hill Pole", None), cascade=True)
    assert item(store, plan_id, "cable", "P-08")["route"] == []
    with store.reading() as session:
        assert "Hill Pole" not in place_names(session, session.get(Plan, plan_id)).values()


def test_a_deleted_cable_lets_its_links_go(store, plan_id):
    with pytest.raises(StillUsed) as refused:
        change(store, plan_id, ItemChange("cable", "P-07", None))
    assert "link Pier Office – Beacon Hill (taken off its strands)" in refused.value.goes_with
    change(store, plan_id, ItemChange("cable", "P-07", None), cascade=True)
    part = path_of(store, plan_id, "Pier Office – Beacon Hill")[4]
    assert "cable" not in part and part["length_m"] == 1640.0


DUCT = {"name": "new", "a": "Pier Office", "b": "Wet Lab", "length_m": 10.0}
CABLE = {"name": "new", "a": "Pier Office", "b": "Wet Lab", "fiber": "OS2", "strands": 12}


@pytest.mark.parametrize(
    ("kind", "doc", "said"),
    [
        ("pathway", DUCT | {"b": "Nowhere"}, "pathways[35].b: 'Nowhere' is not in places"),
        ("pathway", DUCT | {"b": "Pier Office"}, "is its other end too"),
        ("pathway", DUCT | {"length_m": -1.0}, "pathways[35].length_m: -1 is not over 0"),
        ("pathway", DUCT | {"length_m": 1e9}, "is over 200000, the most allowed"),
        ("pathway", DUCT | {"inner_mm": 9e9}, "pathways[35].inner_mm: 9e+09 is over 5000"),
        ("pathway", DUCT | {"rise_m": 11.0}, "11 m of rise is over 10 m"),
        ("pathway", DUCT | {"colour": "red"}, "pathways[35].colour: unknown key"),
        ("pathway", DUCT | {"name": "Lab duct"}, "'Lab duct' is the name of another pathway"),
        ("cable", CABLE | {"route": ["no such"]},
         "cables[29].route[0]: 'no such' is not in pathways"),
        ("cable", CABLE | {"strands": 0}, "cables[29].strands: 0 is under 1"),
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
def test_bad_input_is_one_sentence_and_leaves_no_trace(store, plan_id, kind, doc, said):
    before = content(store, plan_id)
    with pytest.raises(Refused) as refused:
        change(store, plan_id, ItemChange(kind, None, doc))
    assert said in str(refused.value)
    assert "\n" not in str(refused.value)
    assert content(store, plan_id) == before


def rows(store, plan_id, text):
    with store.reading() as session:
        judged = siteimport.judged(session, session.get(Plan, plan_id), text.encode())
    return {one.row.name: (one.outcome, one.said) for one in judged}


def test_a_file_is_judged_row_by_row_and_taken_only_then(store, plan_id):
    text = (
        "name,a,b,length_m,bends,hazards\n"
        "New duct,Pier Office,Wet Lab,44,90@0.6/12 45,wet salt\n"
        "Hall tray,Hall entry,Instrument Hall,12,,\n"
        "Lab duct,Quay Chamber,Wet Lab,24,,\n"
        "To nowhere,Pier Office,Nowhere,3,,\n"
        "Backwards,Pier Office,Wet Lab,-4,,\n"
        "Words,Pier Office,Wet Lab,long,,\n"
        "New duct,Pier Office,Wet Lab,45,,\n"
    )
    judged = rows(store, plan_id, text)
    assert judged["Hall tray"] == ("changed", "length_m 11 → 12")
    assert judged["Lab duct"][0] == "unchanged"
    assert judged["To nowhere"] == ("refused", "b: 'Nowhere' is not a place, here or in the file")
    assert judged["Backwards"] == ("refused", "length_m: -4 is not over 0, the lower limit")
    assert judged["Words"] == ("refused", "length_m: 'long' is not a number")
    assert judged["New duct"] == ("refused", "the name stands in the file twice")
    with store.writing() as session:
        plan = session.get(Plan, plan_id)
        taken = siteimport.judged(session, plan, text.encode())
        siteimport.accept(session, plan, taken, Author("ann", plan.revision))
    new = item(store, plan_id, "pathway", "New duct")
    assert new["bends"] == [{"angle_deg": 90.0, "radius_m": 0.6, "at_m": 12.0}, {"angle_deg": 45.0}]
    assert item(store, plan_id, "pathway", "Hall tray")["length_m"] == 12.0


def test_geojson_in_degrees_measures_its_lines(store):
    """One hundredth of a degree along a meridian is 1111.95 m on the mean earth."""
    empty = read_plan(b'{"format": "passerelle-plan", "version": 1, "name": "e", "links": []}')
    with store.writing() as session:
        number = transfer.store_new(session, empty, "test", "e").id

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
    judged = rows(store, number, json.dumps(doc))
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
        (b"name,smell\nx,tar\n", "column 'smell' is not known"),
        (b"a;b\n1;2\n", "no column 'name'"),
    ],
)
def test_files_that_are_no_such_files(store, plan_id, data, said):
    with store.reading() as session, pytest.raises(Refused) as refused:
        siteimport.judged(session, session.get(Plan, plan_id), data)
    assert said in str(refused.value)
