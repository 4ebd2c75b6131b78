"""Reach, loss and light: the limits on either side of each rule, worked by hand."""

import re
from dataclasses import replace

import pytest

from passerelle.core.judge.levels import check_confidence, check_light, check_loss, check_reach
from passerelle.core.light.link import budget
from passerelle.core.plan.house_rules import STANDARD_ONLY, HouseRules
from passerelle.core.plan.lightpath import Joint, Segment
from tests.making import CUSTOM, LC, cable, cord, link, path, two_pairs


def sums(application, light, rules=None, b=None, **sheet):
    return budget(link(application, light, b, **sheet), rules or HouseRules())


def one(findings, rule):
    (found,) = [f for f in findings if f.rule.id == rule]
    return found


def glass_only(length_m, **more):
    """A run plugged straight into both modules: no mated pair counts."""
    return path(cable("OS2", length_m, **more))


def test_how_much_too_far_is_said():
    found = one(check_reach(sums("10GBASE-SR", two_pairs("OM3", 312.5))), "reach.exceeded")
    assert "12.5 m too far" in found.message
    assert "300 m is the reach" in found.message


@pytest.mark.parametrize(("length_m", "near"), [(285.0, False), (285.1, True), (300.0, True)])
def test_the_last_twentieth_of_the_reach_is_near(length_m, near):
    """95 % of 300 m are 285 m."""
    found = {f.rule.id for f in check_reach(sums("10GBASE-SR", two_pairs("OM3", length_m)))}
    assert found == ({"reach.near"} if near else set())


def test_beyond_the_reach_a_measured_loss_may_help_and_the_finding_says_so():
    found = one(check_reach(sums("10GBASE-ER", two_pairs("OS2", 35_000))), "reach.exceeded")
    assert "measured" in found.do
    too_far = one(check_reach(sums("10GBASE-ER", two_pairs("OS2", 41_000))), "reach.exceeded")
    assert "enter the measured loss" not in too_far.do


def test_a_reach_that_rests_on_a_data_sheet_says_where_the_standard_stops():
    sheet = {"reach_m": 20_000.0, "source": "sheet 9"}
    beyond = one(check_reach(sums("10GBASE-LR", glass_only(15_000), **sheet)), "reach.datasheet")
    assert re.search(r"the standard stops at 10.000 m\.", beyond.message)
    assert check_reach(sums("10GBASE-LR", glass_only(9000), **sheet)) == []
    strict = HouseRules(reach_from=STANDARD_ONLY)
    refused = check_reach(sums("10GBASE-LR", glass_only(15_000), strict, **sheet))
    assert [f.rule.id for f in refused] == ["reach.exceeded"]


def test_where_the_loss_is_too_high_the_dearest_part_is_shown():
    """0.1 + 9.0 dB entered of 6.2: 2.9 too much, and the cable is where to look."""
    light = path(cord(), cable("OS2", 20.0, loss_db=9.0, source="meter"), cord())
    found = one(check_loss(sums("10GBASE-LR", light)), "loss.over-limit")
    # 9.0 entered + 2 x 0.75 + 2 cords of 2 m at 0.4 dB/km (0.0016) = 10.5016
    assert found.message == "10.50 dB worst case of 6.20 dB allowed: 4.30 dB too much."
    assert found.at == (2,)


def test_low_loss_connectors_are_offered_where_there_are_standard_ones():
    light = path(*[cord(length_m=1) for _ in range(9)])  # 8 x 0.75 = 6.0 and glass
    tight = one(check_loss(sums("10GBASE-LR", light)), "loss.tight")
    assert tight.remedy.label == "Low-loss connectors at 8 mated pairs"
    assert len(tight.remedy.edits) == 8
    spliced = path(cable("OS2", 15_000.0))  # 6.0 dB of glass alone
    assert one(check_loss(sums("10GBASE-LR", spliced)), "loss.tight").remedy is None


def test_a_part_without_a_figure_makes_the_loss_unknown_and_says_which():
    light = path(cord(), Segment("cassette", 0.0, None, (LC, LC), part="not listed"), cord())
    made = sums("10GBASE-LR", light)
    assert one(check_loss(made), "loss.unknown").message == (
        "No table figure for the loss of part 3."
    )
    assert all(d.margin_db is None for d in made.directions)


def test_weak_light_is_measured_where_it_arrives():
    """-6 dBm less 15 dB arrive as -21 dBm; the receiver needs -20."""
    light = glass_only(10.0, loss_db=15.0, source="meter")
    found = one(check_light(sums("custom", light, **CUSTOM)), "light.too-weak")
    assert "−21.00 dBm can arrive at either end" in found.message
    assert "1.00 dB short" in found.message
    assert found.rule.severity == "stop"
    enough = glass_only(10.0, loss_db=14.0, source="meter")
    assert not [f for f in check_light(sums("custom", enough, **CUSTOM))
                if f.rule.id == "light.too-weak"]  # fmt: skip


def test_a_receiver_bears_exactly_its_maximum():
    """-1 dBm at most is sent and borne: no glass between is the limit, more light is too much."""
    bare = path(cord(length_m=0.0))
    assert check_light(sums("custom", bare, **CUSTOM)) == []
    hotter = CUSTOM | {"tx_max_dbm": 0.5}
    found = one(check_light(sums("custom", bare, **hotter)), "light.overload")
    assert "1.50 dB too much" in found.message
    assert found.remedy.label == "Attenuator 2 dB at the receiver"


@pytest.mark.parametrize(
    ("excess_db", "value"),
    [
        (0.4, 1.0),
        (0.6, 2.0),
        (1.5, 2.0),
        (2.5, 3.0),
        (2.6, 5.0),
        (4.5, 5.0),
        (4.6, 7.0),
        (6.3, 7.0),
    ],
)
def test_the_smallest_stock_attenuator_that_is_enough(excess_db, value):
    sheet = CUSTOM | {"tx_max_dbm": -1.0 + excess_db}
    found = one(check_light(sums("custom", path(cord(length_m=0.0)), **sheet)), "light.overload")
    assert found.remedy.edits[0].loss_db == value


def test_an_attenuator_that_leaves_too_little_is_not_offered():
    """14 dB from -6 to -20, 1 dB of penalty: 13 allowed. 10 to 11 dB and a 0.75 pair need 11.75."""
    hot = CUSTOM | {"tx_max_dbm": 9.0}
    for lost, offered in ((1.25, True), (1.26, False)):
        light = path(cable("OS2", 0.0, loss_db=lost, source="meter"))
        found = one(check_light(sums("custom", light, **hot)), "light.overload")
        assert (found.remedy is not None) is offered  # 8.75 too much: 10 dB, 9 at the least


def test_levels_that_nobody_published_are_named_with_their_end():
    missing = {k: v for k, v in CUSTOM.items() if k not in ("rx_min_dbm", "tx_max_dbm")}
    found = one(check_light(sums("custom", glass_only(10.0), **missing)), "light.unknown")
    assert found.message == "Not known for custom at both ends: launch maximum, receiver minimum."


def test_figures_of_low_confidence_are_named_and_sure_ones_are_not():
    assert check_confidence(sums("10GBASE-LR", two_pairs("OS2", 1000))) == []
    unsure = check_confidence(sums("100G-SR-BiDi", two_pairs("OM4", 30)))
    assert [f.rule.severity for f in unsure] == ["note"]
    low = replace(Joint("adapter"), grade="low-loss")
    light = path(cord(), low, cord())
    (named,) = check_confidence(sums("10GBASE-LR", light))
    assert "low-loss connectors" in named.message
    typical = HouseRules(loss_basis="typical")
    assert check_confidence(sums("10GBASE-LR", light, typical)) == []
