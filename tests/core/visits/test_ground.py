"""What tasks are derived from: parts by end, lead times, what stops, cables that are one chain."""

from dataclasses import replace

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.materials import materials_of
from passerelle.core.plan.backbone import Closure, Splice
from passerelle.core.plan.beside import Price, Stock
from passerelle.core.plan.things import Things
from passerelle.core.visits.ground import Ground, pairs
from passerelle.formats.prices import price_book

from .test_tasks import CABLE, DUCT, plan


def ground(made=None):
    made = made or plan()
    judged = check(made)
    return Ground(judged, materials_of(judged, price_book(made.prices)))


def test_parts_of_both_ends_are_halved_and_what_does_not_halve_says_both():
    """24 pigtails are 12 at each end; of 11 strands 22 are 11, and 12 adapters 6."""
    assert ground().parts("C1", ("pigtail",), half=True) == ("12 × pigtail: OS2, LC/UPC, 1 m",)
    assert ground().parts("C1", ("pigtail",)) == ("24 × pigtail: OS2, LC/UPC, 1 m",)
    odd = ground(plan(replace(CABLE, end_b=None)))
    assert odd.parts("C1", ("pigtail",), half=True)[0].startswith("6 × pigtail")
    (label,) = ground().parts("p", ("label",), half=True)
    assert label.startswith("2 × label")  # two of the cable, two of panels
    three = ground(plan(replace(CABLE, strands=3, end_b=None)))
    assert three.parts("C1", ("pigtail",), half=True)[0].endswith("(both ends)")


def test_cable_goes_by_the_metre_and_is_never_halved():
    assert ground().parts("C1", ("cable",), half=True) == (
        "210 m × cable: OS2, 12 strands, test cable (both ends)",
    )
    assert ground().count("C1", "splice protector") == 24
    assert ground().count("C1", "module") == 0


@pytest.mark.parametrize(("stock", "due"), [((), 6), ((Stock("panel 24", 2),), 1)])
def test_what_is_at_hand_is_there_on_the_first_day(stock, due):
    made = replace(plan(prices=[Price("panel 24", lead_days=5)]), stock=Things(stock))
    assert ground(made).due("PA, A", ("panel",)) == due
    assert ground(made).due("PA, A", ("cable",)) == 1


def test_a_lead_time_that_nobody_recorded_is_not_known():
    found = ground()
    assert {found.lead(line) for line in found.materials.lines} == {None}
    assert found.minutes("splice", 3) == 18.0
    assert found.minutes("no such work") == 0.0


def test_stops_stand_by_kind_and_name_and_warnings_do_not():
    stops = ground(plan(duct=replace(DUCT, inner_mm=4.0))).stops  # under a cable of 10 mm
    assert set(stops) == {("pathway", "D1")}
    assert "625 % full" in stops["pathway", "D1"][0]
    assert ground().stops == {}


def test_cables_that_closures_splice_are_one_chain_under_the_first_in_the_plan():
    names = ("C1", "C2", "C3", "C4")
    cables = [replace(CABLE, name=name, id=f"cable00{name[1]}") for name in names]
    splices = (Splice("C3", 1, "C2", 1, 12), Splice("C4", 1, "C3", 1, 12))
    made = replace(plan(), cables=Things(cables),
                   closures=Things((Closure("J", "B", splices, id="closure1"),)))  # fmt: skip
    assert ground(made).chain_of == {"C1": "C1", "C2": "C2", "C3": "C2", "C4": "C2"}


@pytest.mark.parametrize(("strands", "ports"), [(0, 0), (1, 1), (2, 1), (11, 6), (12, 6)])
def test_two_strands_stand_on_a_port(strands, ports):
    assert pairs(strands) == ports
