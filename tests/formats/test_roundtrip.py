"""What goes out comes back the same, whatever it is called; no cell of a sheet is a formula."""

import csv
import io
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from passerelle.core.plan.agreement import TABLE_NAMES
from passerelle.core.plan.backbone import Pathway, Place
from passerelle.core.plan.beside import Price
from passerelle.core.plan.facts import About, Facts, StrandFact
from passerelle.core.plan.plan import KEYS, TYPES, Plan
from passerelle.core.plan.references import renamed
from passerelle.core.plan.things import Things
from passerelle.core.refused import Refused
from passerelle.demo_data import mistakes_plan
from passerelle.formats import documents
from passerelle.formats.lists.sheet import likeliest, read_sheet, understood
from passerelle.formats.planfile import read_file, read_plan, write_plan
from passerelle.formats.prices import read_prices, write_prices
from passerelle.formats.sitefiles import cell_text, plain_cell, write_csv
from passerelle.plans.listimport import judged

ODD = st.sampled_from(
    ["=1+1", "+49", "-x", "@cmd", "'quoted", "''", " ahead", "behind ", "\u00a0hard", "a\u2028b",
     "a,b;c", 'say "so"', "\u200b", "=HYPERLINK(\"x\")", "'", "µ é 光", "null", "{}", "x-y"]
)  # fmt: skip
NAMES = ODD | st.text(
    st.characters(exclude_categories=("Cc", "Cs")), min_size=1, max_size=12
)  # fmt: skip


def _listed(kind, text):
    """What a list brings into an empty plan."""
    sheet = read_sheet(text.encode())
    assert likeliest(sheet.head) == kind
    found = judged(Plan("empty"), kind, understood(sheet.head, kind), sheet.rows)
    assert [row.problems for row in found.rows] == [[]] * len(found.rows)
    return [row.thing for row in found.rows]


@given(NAMES)
def test_a_cell_says_what_was_put_in(text):
    assert cell_text(plain_cell(text)) == text


@given(NAMES)
def test_no_cell_is_a_formula(text):
    assert plain_cell(text)[:1] not in ("=", "+", "-", "@", "\t", "\r")


def test_a_cell_that_a_person_typed_has_no_spaces_around_it():
    assert cell_text("  Hut ") == "Hut"


@settings(max_examples=60)
@given(st.lists(NAMES, min_size=1, max_size=4, unique=True), NAMES, st.floats(-1e6, 1e6))
def test_places_go_out_as_csv_and_come_back(names, note, x):
    metres = float(f"{x:.10g}")
    places = [Place(name, x_m=metres, y_m=0.5, notes=note) for name in names]
    assert _listed("place", write_csv(places, "place")) == places


@settings(max_examples=60)
@given(NAMES, NAMES, NAMES, NAMES, st.integers(1, 5000))
def test_pathways_go_out_as_csv_and_come_back(name, a, b, trench, length):
    if a == b:
        return
    way = Pathway(name, a, b, float(length), "duct", lies_in=trench)
    assert _listed("pathway", write_csv([way], "pathway")) == [way]


@settings(max_examples=40)
@given(NAMES, st.none() | st.integers(0, 10**6), NAMES)
def test_prices_go_out_as_csv_and_come_back(name, price, source):
    own = Price(name, None if price is None else float(price), source=source)
    found = read_prices(write_prices([own]).encode())
    assert found[name].get("price") == price
    assert found[name]["source"] == source


@settings(max_examples=25, deadline=None)
@given(st.data())
def test_every_kind_of_thing_keeps_its_name_in_a_plan_file(data):
    """A thing of each kind gets an odd name; what names it follows; the file says the same."""
    plan = mistakes_plan()
    for kind in KEYS:
        things = plan.things(kind)
        thing = next(iter(things), None)
        if thing is None or not hasattr(thing, "name") or kind in ("copper", "price"):
            continue
        name = data.draw(NAMES, label=kind)
        if name in things.by_name or name in TABLE_NAMES.get(kind, ()):
            continue  # taken: refused, as tests/core/plan/test_agreement.py says
        old = thing.name
        plan = plan.having(kind, things.put(replace(thing, name=name)))
        for other in KEYS:
            moved = [renamed(one, kind, {old: name}) for one in plan.things(other)]
            plan = plan.having(other, Things(moved))
    first = read_plan(write_plan(plan))  # links take over what their cables are called now
    again = read_plan(write_plan(first))
    assert write_plan(again) == write_plan(first)
    for kind in KEYS:
        assert [t.id for t in again.things(kind)] == [t.id for t in plan.things(kind)]
        assert [getattr(t, "name", "") for t in again.things(kind)] == [
            getattr(t, "name", "") for t in plan.things(kind)
        ]
        assert list(again.things(kind)) == list(first.things(kind))


def test_every_document_of_the_demo_is_read_as_it_is_written():
    plan = mistakes_plan()
    for kind in KEYS:
        for thing in plan.things(kind):
            text = documents.write(TYPES[kind], thing)
            again = documents.read(TYPES[kind], text)
            if kind != "cable":  # its own construction is found by name, within a plan
                assert again == thing
            assert again.id == thing.id
            assert documents.write(TYPES[kind], again) == text


def test_facts_come_back_with_the_plan():
    plan = mistakes_plan()
    cable = next(iter(plan.cables))
    fact = StrandFact(
        kind="strand", about=About("cable", cable.id), at="2026-05-31T14:20:00Z", who="= ann",
        strand=3, state="dark",
    )  # fmt: skip
    again, facts = read_file(write_plan(plan, Facts.of([fact])))
    assert facts.all == (fact,)
    assert write_plan(again, facts) == write_plan(plan, Facts.of([fact]))


@pytest.mark.parametrize(
    ("change", "path"),
    [
        ({"version": "two"}, "version"),
        ({"version": 3}, "version"),
        ({"version": None}, "version"),
        ({"places": [{"name": "A", "inside": "B"}, {"name": "B", "inside": "A"}]},
         "places[0].inside"),
        ({"redundancy": [{"name": "g", "links": ["no such link", "nor this"]}]},
         "redundancy[0].links[0]"),
        ({"cables": [{"name": "C", "a": "A", "b": "B", "fiber": "OS2", "strands": 2}]},
         "cables[0].a"),
    ],
)  # fmt: skip
def test_files_that_go_in_circles_or_name_what_is_not_there_are_refused(change, path):
    import json  # noqa: PLC0415

    raw = json.loads(write_plan(Plan("test"))) | change
    with pytest.raises(Refused) as refused:
        read_plan(json.dumps(raw).encode())
    assert refused.value.path == path
    assert "\n" not in str(refused.value)


def test_a_sheet_of_prices_has_a_row_for_each_and_one_header():
    rows = list(csv.reader(io.StringIO(write_prices([Price("=cmd", 1.0)]))))
    assert len({tuple(row[:1]) for row in rows}) == len(rows)
    assert not [cell for row in rows for cell in row if cell[:1] in ("=", "+", "@")]
