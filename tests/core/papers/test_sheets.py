"""What stands on link sheets and the map: parts as light meets them, levels by hand."""

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.materials import materials_of
from passerelle.core.papers.sheets import IN_BOOK, TITLES, sheets_of
from passerelle.core.plan.backbone import Pathway, Place
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.demo_data import mistakes_plan
from passerelle.formats.planfile import read_plan
from passerelle.formats.prices import price_book
from tests.conftest import SMALLEST


def sheets(plan, kind, only=()):
    judged = check(plan)
    return sheets_of(judged, materials_of(judged, price_book(plan.prices)), kind, only)


def test_the_staircase_falls_from_the_launch_by_the_loss_of_each_part():
    """10GBASE-LR launches -8.2 dBm at least; 2.82 dB of loss at worst leave -11.02."""
    (sheet,) = sheets(read_plan(SMALLEST.read_bytes()), "links")
    worst = [one["worst"] for one in sheet["stairs"]]
    assert worst[0] == pytest.approx(-8.2)
    assert worst[-1] == pytest.approx(-11.02, abs=0.01)
    assert worst == sorted(worst, reverse=True)
    assert len(worst) == len(sheet["parts"]) + 1
    assert sum(row[2] for row in sheet["budget"]) == pytest.approx(2.82, abs=0.02)


def test_the_book_has_every_paper_but_itself_and_lists_that_are_still_to_be_ticked():
    assert set(IN_BOOK) | {"book", "turnup"} == set(TITLES)


def test_a_pull_sheet_says_what_stops_the_cable():
    plan = mistakes_plan()
    stopped = {
        one.name for one in check(plan).backbone
        if one.finding.rule.severity == "stop" and one.name in plan.cables.by_name
    }  # fmt: skip
    told = {one["title"]: one["stops"] for one in sheets(plan, "pulls")}
    assert {name for name, stops in told.items() if stops} == stopped & told.keys() != set()


def at(**spots):
    places = tuple(Place(name, x_m=float(x), y_m=float(y)) for name, (x, y) in spots.items())
    names = list(spots)
    ways = (Pathway("D", names[0], names[1], 10.0, "duct"),)
    return Plan("p", places=Things(places), pathways=Things(ways))


def test_a_place_far_out_gives_the_others_a_map_of_their_own():
    near = {"A": (0, 0), "B": (10, 0), "C": (0, 10), "D": (10, 10)}
    (sheet,) = sheets(at(**near, Far=(9000, 0)), "route")
    whole, close = sheet["maps"]
    assert [len(one["spots"]) for one in (whole, close)] == [5, 4]
    assert "Far" not in [one["name"] for one in close["spots"]]
    assert len(close["ways"]) == 1
    (alone,) = sheets(at(**near), "route")
    assert len(alone["maps"]) == 1


def test_a_place_without_a_position_is_named_and_on_no_map():
    plan = at(A=(0, 0), B=(10, 0))
    plan = plan.having("place", Things((*plan.places, Place("Lost"))))
    (sheet,) = sheets(plan, "route")
    assert sheet["unplaced"] == ["Lost"]
