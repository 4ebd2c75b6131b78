"""Do the pathways join, do the cables fit, what do redundant links share: on small sites."""

from dataclasses import replace

import pytest

from passerelle.core.judge.routes import check_routes, gaps
from passerelle.core.plan.backbone import Bend, Group, StrandNote
from passerelle.core.plan.backbone import Other as Beside
from tests.planting import cable, kind, plant, use, way

CHAIN = (way("w1", "A", "M"), way("w2", "B", "M"))


def found(ways, *cables, **more):
    said = check_routes(plant(ways, cables, **more))
    return {one.finding.rule.id: one for one in said}


@pytest.mark.parametrize(
    ("route", "broken"),
    [
        ((), []),
        (("w1", "w2"), []),
        (("w1",), ["from M, where the last pathway ends, to B"]),
        (("w2",), ["from A to “w2” (B – M)", "from M, where the last pathway ends, to B"]),
        (("w1", "lost"), ["“lost” is not a recorded pathway",
                          "from M, where the last pathway ends, to B"]),
        (("w1", "w1", "w1", "w2"), []),
    ],
)  # fmt: skip
def test_where_a_chain_of_pathways_breaks(route, broken):
    one = cable("C", "A", "B", *route)
    assert gaps(plant(CHAIN, (one,)), one) == broken


@pytest.mark.parametrize(
    ("length_m", "more", "severity"),
    [
        (200.0, {}, None),
        (199.9, {}, "warn"),
        (199.9, {"existing": True}, "warn"),  # under the route itself: the record is wrong
        (199.9, {"existing": True, "strand_notes": (StrandNote(1, "bad"),)}, "warn"),
    ],
)
def test_a_cable_is_no_shorter_than_its_route(length_m, more, severity):
    one = cable("C", "A", "B", "w1", "w2", length_m=length_m, **more)
    said = found(CHAIN, one).get("route.length")
    assert (said.finding.rule.severity if said else None) == severity


def test_an_existing_cable_without_its_usual_slack_is_only_noted():
    """200 m of route and 3 + 3 m of slack that nobody measured; the cable has 204 m."""
    one = cable("C", "A", "B", "w1", "w2", length_m=204.0, existing=True, slack_a_m=3.0,
                slack_b_m=3.0)  # fmt: skip
    assert found(CHAIN, one)["route.length"].finding.rule.severity == "note"


@pytest.mark.parametrize(
    ("inner_mm", "severity"),
    [(9.9, "stop"), (10.0, "warn"), (13.7, "warn"), (14.4, "warn"), (14.5, None)],
)
def test_fill_of_one_cable_against_53_percent(inner_mm, severity):
    """100 mm² over ID²: over 100 % under 10 mm; 53.28 % at 13.7; 48.2 at 14.4, 47.6 at 14.5.

    Fiber alone is no matter of code: over the limit it warns.
    """
    said = found((way("w", "A", "B", inner_mm=inner_mm),), cable("C", "A", "B", "w")).get(
        "route.fill"
    )
    assert (said.finding.rule.severity if said else None) == severity


@pytest.mark.parametrize(
    ("beside", "severity"), [({}, "warn"), ({"power": True}, "stop"), ({"copper": True}, "stop")]
)
def test_beside_power_or_copper_the_codes_fill_table_holds(beside, severity):
    """Four of 11.5 mm in 35.1 mm: 529 of 1232 mm², 43 % of 40 %."""
    duct = way("w", "A", "B", inner_mm=35.1, others=(Beside("other", 11.5, **beside),))
    three = [cable(f"C{n}", "A", "B", "w", type=kind(od_mm=11.5)) for n in range(3)]
    assert found((duct,), *three)["route.fill"].finding.rule.severity == severity
    composite = cable("C9", "A", "B", "w", type=kind(od_mm=11.5, metallic=True, conductors=True))
    mixed = found((way("w", "A", "B", inner_mm=35.1),), *three, composite)
    assert mixed["route.fill"].finding.rule.severity == "stop"


def test_a_tray_over_its_limit_is_a_warning():
    tray = way("t", "A", "B", kind="tray", width_mm=20.0, height_mm=8.0)
    said = found((tray,), cable("C", "A", "B", "t"))["route.fill"]  # 78.5 of 160 mm²: 49 %
    assert said.finding.rule.severity == "warn"
    assert said.finding.message.startswith("t: 1 cable, 49 % full; ")


@pytest.mark.parametrize(
    ("inner_mm", "jams"), [(26.6, False), (26.7, True), (30.4, True), (30.5, False)]
)
def test_three_like_cables_wedge_between_2_8_and_3_2_diameters(inner_mm, jams):
    """1.05 x bore over 10 mm: 2.793 at 26.6, 2.804 at 26.7; 3.192 at 30.4, 3.203 at 30.5."""
    three = [cable(f"C{n}", "A", "B", "w") for n in range(3)]
    duct = way("w", "A", "B", inner_mm=inner_mm, bends=(Bend(90.0),))
    assert ("route.jam" in found((duct,), *three)) is jams


def test_only_what_is_pulled_together_through_a_bend_wedges():
    bent = way("w", "A", "B", inner_mm=28.0, bends=(Bend(90.0),))
    three = [cable(f"C{n}", "A", "B", "w") for n in range(3)]
    assert "route.jam" in found((bent,), *three)
    assert "route.jam" not in found((replace(bent, bends=()),), *three)
    assert "route.jam" not in found((bent,), *three[:2], replace(three[2], existing=True))
    further = (bent, way("v", "B", "D"))
    assert "route.jam" not in found(further, *three[:2], cable("C2", "A", "D", "w", "v"))


def test_two_cables_or_unlike_ones_do_not_wedge():
    duct = way("w", "A", "B", inner_mm=28.0, bends=(Bend(90.0),))
    two = [cable(f"C{n}", "A", "B", "w") for n in range(2)]
    assert "route.jam" not in found((duct,), *two)
    thin = cable("C3", "A", "B", "w", type=kind(od_mm=8.9))
    assert "route.jam" not in found((duct,), *two, thin)
    with_pipe = replace(duct, others=(Beside("pipe", 10.0),))
    assert "route.jam" not in found((with_pipe,), *two)  # it lies there already


WAYS = (way("north", "A", "B", 80), way("south", "A", "B", 90), way("lane", "B", "C", 10))
NORTH, SOUTH = cable("N", "A", "B", "north"), cable("S", "A", "B", "south")


PAIR = (Group("pair", ("x", "y")),)


def pair(*links, groups=PAIR, cables=(NORTH, SOUTH)):
    said = check_routes(plant(WAYS, cables, links, groups=groups))
    return {one.finding.rule.id: one for one in said}


def test_redundant_links_on_one_cable_share_a_fate_and_both_show_it():
    x, y = use("1", "x", ("A", "B"), ("N", (1, 2))), use("2", "y", ("A", "B"), ("N", (3, 4)))
    shared = pair(x, y)["route.shared-fate"]
    assert shared.links == (("1", 4), ("2", 4))
    assert "cable “N”" in shared.finding.message
    apart = pair(x, use("2", "y", ("A", "B"), ("S", (1, 2))))
    assert "route.shared-fate" not in apart


def test_a_member_without_a_route_is_unproven_not_fine():
    x, y = use("1", "x", ("A", "B"), ("N", (1, 2))), use("2", "y", ("A", "B"))
    said = pair(x, y)["route.unproven"]
    assert said.finding.message == "pair: no route is recorded for y."


def test_a_place_with_one_way_in_is_named_only_for_redundant_links():
    on_to_c = cable("L", "B", "C", "lane")
    x = use("1", "x", ("A", "C"), ("N", (1, 2)), ("L", (1, 2)))
    y = use("2", "y", ("A", "C"), ("S", (1, 2)), ("L", (3, 4)))
    said = pair(x, y, cables=(NORTH, SOUTH, on_to_c))["route.single-entry"]
    assert (said.name, said.finding.message) == ("C", "C: lane is the only recorded way in.")
    assert "route.single-entry" not in pair(x, y, groups=(), cables=(NORTH, SOUTH, on_to_c))
