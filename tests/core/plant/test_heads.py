"""Factory-made ends: their width by kind, the smallest free bore, and what passes instead."""

import pytest

from passerelle.core.judge.routes import check_pulls
from passerelle.core.plan.backbone import Termination
from passerelle.core.plant.heads import head_of, narrowest
from tests.planting import cable, kind, plant, way


def factory(plug="LC/UPC", **more):
    return Termination(kind="factory", connector=plug, **more)


@pytest.mark.parametrize(
    ("strands", "end", "width", "slim"),
    [
        (2, factory(), 15.0, 11.0),
        (2, factory("SC/APC"), 22.0, 12.0),
        (12, factory("MPO-12/UPC/pinned"), 15.0, None),
        (12, factory(), 25.0, 18.0),
        (13, factory(), 32.0, 23.0),
        (12, factory(head_mm=30.0), 30.0, 18.0),
        (12, factory(head_mm=16.0), 16.0, None),  # slimmer than what the table calls slim
    ],
)
def test_the_head_follows_from_plug_and_strands_unless_it_is_measured(strands, end, width, slim):
    head = head_of(cable("x", "A", "B", strands=strands), end)
    assert (head.width_mm, head.slim_mm, head.measured) == (width, slim, end.head_mm is not None)


@pytest.mark.parametrize(
    "end", [Termination(), Termination(kind="pigtails"), Termination(kind="field")]
)
def test_an_end_made_on_site_has_no_head(end):
    assert head_of(cable("x", "A", "B"), end) is None


def test_a_head_of_a_size_that_no_table_has_is_not_known():
    assert head_of(cable("x", "A", "B", strands=288), factory()) is None
    assert head_of(cable("x", "A", "B"), Termination(kind="factory")) is None


def test_the_narrowest_counts_what_lies_there_and_not_the_cable_itself():
    """An empty bore of 40 mm leaves 40; beside a cable of 10 mm at its bottom, 30 mm above it."""
    ways = (way("wide", "A", "B", inner_mm=40.0), way("used", "B", "C", inner_mm=40.0))
    there = cable("there", "B", "C", "used", existing=True)
    new = cable("new", "A", "C", "wide", "used")
    made = narrowest(plant(ways, (there, new)), ways, "new")
    assert (made.pathway, made.free_mm) == ("used", pytest.approx(30.0, abs=0.1))
    assert made.unknown is None


def said(inner_mm, strands=2, **more):
    end = factory()
    new = cable("new", "A", "B", "d", strands=strands, end_b=end, type=kind(od_mm=6.0), **more)
    found = check_pulls(plant((way("d", "A", "B", inner_mm=inner_mm),), (new,)))
    return [one.finding for one in found if one.finding.rule.id == "pull.head"]


def test_a_head_that_passes_is_no_finding():
    assert not said(15.0)


def test_one_strand_plugs_are_offered_where_the_pair_does_not_pass():
    (one,) = said(14.0)
    assert one.rule.severity == "warn"
    assert one.message == (
        "new: the head is wider (15 mm, usual for 2 strands) than what d leaves (14 mm)."
    )
    assert "rder one-strand plugs, one behind the other" in one.do
    assert "pull it bare" in one.do


def test_only_what_passes_is_offered():
    (one,) = said(10.0)
    assert "one-strand" not in one.do
    assert "ull it bare" in one.do
    (one,) = said(5.0)  # not even the cable of 6 mm
    assert one.do.startswith("Take another pathway")


def test_a_bore_that_nobody_measured_is_said():
    (one,) = said(None)
    assert one.rule.severity == "note"
    assert "is not known" in one.message
    assert one.do.startswith("Measure the bore of d")
