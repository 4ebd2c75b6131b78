"""The list of unknowns: what is on it, what hangs on each, and in which order."""

from dataclasses import replace

import pytest

from passerelle.core.choice.prices import PriceBook
from passerelle.core.judge.rules import RULES
from passerelle.core.judge.wholeplan import check
from passerelle.core.looking.costs import cost_per_m
from passerelle.core.looking.looks import LOOK_FOR, LOOKS, OF_THE_PLANT
from passerelle.core.looking.plant import blanks
from passerelle.core.looking.unknowns import find_out_next
from passerelle.core.plan.backbone import Place, Termination
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.plan.plan import EMPTY
from passerelle.core.plan.things import Things
from passerelle.demo_data import demo_plan, mistakes_plan
from tests.planting import cable, plant, way

ENDS = {"end_a": Termination(kind="pigtails"), "end_b": Termination(kind="pigtails")}


def listed(plan, per_m=2.0):
    judged = check(plan)
    return find_out_next(judged, dict.fromkeys(judged.plant.cables, per_m))


def test_a_look_settles_rules_that_there_are_and_no_rule_has_two_looks():
    named = [rule for look in LOOKS for rule in look.rules]
    assert len(named) == len(set(named)) == len(LOOK_FOR)
    assert set(named) <= {*RULES, *OF_THE_PLANT}
    assert set(OF_THE_PLANT) <= set(named)
    assert all(look.minutes > 0 for look in LOOKS)


def test_what_decides_most_per_minute_comes_first():
    for plan in (demo_plan(), mistakes_plan()):
        ranks = [(one.turning / one.look.minutes, one.cost or 0.0) for one in listed(plan)]
        assert [a for a, _ in ranks] == sorted((a for a, _ in ranks), reverse=True)
        waiting = [(one.cost or 0.0) / one.look.minutes for one in listed(plan) if not one.turning]
        assert waiting == sorted(waiting, reverse=True)


def test_the_print_of_a_cable_is_read_once_for_all_its_links():
    found = [one for one in listed(demo_plan()) if (one.rule, one.name) == ("fiber.guess", "B-01")]
    assert len(found) == 1
    assert found[0].kind == "cable"
    assert found[0].look.key == "read-print"


def test_every_verdict_that_is_unknown_hangs_on_something_of_the_list():
    judged = check(demo_plan())
    open_links = {c.budget.link.id for c in judged.links if c.verdict == "unknown"}
    assert open_links
    hanging = {t.link_id for one in listed(demo_plan()) for t in one.links if t.turns}
    assert open_links <= hanging


def blank_rules(*ways, cables=(), places=None):
    subject = plant(tuple(ways), tuple(cables))
    if places is not None:
        subject.places.update(places)
    return [(one.rule, one.name) for one in blanks(subject)]


def test_a_place_on_no_map_is_listed_unless_it_is_inside_another():
    at = {"A": Place("A", x_m=0.0, y_m=0.0), "B": Place("B"), "C": Place("C", inside="A")}
    assert blank_rules(places=at) == [("place.no-position", "B")]


@pytest.mark.parametrize(
    ("more", "rules"),
    [
        ({"length_from": "measured", "inner_mm": 40.0}, []),
        ({"length_from": "drawing", "inner_mm": 40.0}, []),
        ({"length_from": "guess", "inner_mm": 40.0}, ["pathway.length-guess"]),
        ({"length_from": None, "inner_mm": 40.0}, ["pathway.length-guess"]),
        ({}, ["pathway.no-size"]),
        ({"kind": "tray"}, []),  # nothing is pulled through it
    ],
)
def test_a_pathway_is_open_where_its_length_or_its_bore_is(more, rules):
    assert [rule for rule, name in blank_rules(way("d", "A", "B", **more)) if name == "d"] == rules


def test_a_guess_spreads_a_fifth_to_either_side_over_every_new_cable_in_it():
    """100 m guessed: 80 to 120, and two cables still to be pulled: 80 m, at 2 a metre 160."""
    ways = (way("d", "A", "B", length_from="guess", inner_mm=50.0),)
    new = [cable(n, "A", "B", "d", **ENDS) for n in ("x", "y")]
    there = cable("old", "A", "B", "d", existing=True, length_m=100.0)
    (one,) = [b for b in blanks(plant(ways, (*new, there))) if b.kind == "pathway"]
    assert one.spread_m == pytest.approx(40.0)
    assert one.new_cables == ("x", "y")
    assert "old" not in one.cables  # its sheath marks say how long it is


@pytest.mark.parametrize(
    ("more", "rules"),
    [
        (ENDS, []),
        ({}, ["cable.not-decided"]),
        (ENDS | {"type": None}, ["cable.not-decided"]),
        ({"existing": True}, []),
        ({"existing": True, "type": None}, ["cable.no-type"]),
        (ENDS | {"wish": True, "type": None}, []),
    ],
)
def test_a_cable_is_open_where_construction_or_ends_are(more, rules):
    subject = plant((way("d", "A", "B", inner_mm=40.0),), (cable("x", "A", "B", "d", **more),))
    assert [one.rule for one in blanks(subject) if one.kind == "cable"] == rules


def test_a_cable_without_a_way_says_so():
    (one,) = [b for b in blanks(plant((), (cable("x", "A", "B", **ENDS),))) if b.kind == "cable"]
    assert one.rule == "cable.no-route"


def test_a_metre_costs_its_price_and_its_pulling():
    """1.10 and 0.6 minutes at 60 an hour: 1.70."""
    book = PriceBook(prices={"cable OS2 12": 1.10}, minutes={"pull": 0.6}, per_hour=60.0)
    assert cost_per_m(cable("x", "A", "B"), book) == pytest.approx(1.70)
    assert cost_per_m(cable("x", "A", "B", strands=24), book) is None  # no price, not none to pay
    free = PriceBook(prices={"cable OS2 12": 1.10}, minutes={"pull": 0.6}, per_hour=None)
    assert cost_per_m(cable("x", "A", "B"), free) is None


@pytest.mark.parametrize(
    ("more", "listed_"),
    [
        ({}, {"device.temperature", "device.protection"}),
        ({"protection": "IP40", "coldest_c": 0.0, "hottest_c": 40.0}, set()),  # wrong, and known
        ({"protection": "IP66"}, {"device.temperature"}),
        ({"sort": "computer card", "protection": "IP66"}, {"device.temperature"}),  # typical alone
        ({"sort": "camera"}, {"device.temperature", "device.protection"}),  # typical, and unread
    ],
)
def test_a_type_plate_that_nobody_read_is_listed_and_one_that_is_wrong_is_not(more, listed_):
    box = Device("box", (PortGroup("jack", None),), surroundings="outdoor", **more)
    found = listed(replace(EMPTY, devices=Things((box,))))
    assert {one.rule for one in found} == listed_
    assert {(one.kind, one.name) for one in found} <= {("device", "box")}
