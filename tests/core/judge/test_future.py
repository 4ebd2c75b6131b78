"""fiber.growth: by the published reach and loss, with modules of as many strands alone."""

import pytest

from passerelle.core.judge.future import comparable
from passerelle.core.light.modules import End, resolve
from tests.making import judged, link, rules_of, two_pairs


def grows(application, fiber, length_m, growth):
    check = judged(link(application, two_pairs(fiber, length_m)), growth_gbps=growth)
    return next((f.message for f in check.findings if f.rule.id == "fiber.growth"), None)


@pytest.mark.parametrize(
    ("application", "fiber", "length_m", "growth"),
    [
        ("10GBASE-SR", "OM3", 70, 25.0),  # 25GBASE-SR: 70 m on OM3
        ("10GBASE-SR", "OM4", 100, 25.0),  # and 100 m on OM4
        ("1000BASE-SX", "OM3", 300, 10.0),
        ("10GBASE-LR", "OS2", 9000, 25.0),  # 25GBASE-LR: 10 km
        ("10GBASE-SR", "OM3", 200, 10.0),  # it runs at that already
        ("10GBASE-SR", "OM3", 200, None),  # nothing grows
    ],
)
def test_the_same_glass_carries_it_with_new_modules(application, fiber, length_m, growth):
    assert grows(application, fiber, length_m, growth) is None


@pytest.mark.parametrize(
    ("application", "fiber", "length_m", "growth", "carries"),
    [
        ("10GBASE-SR", "OM3", 120, 25.0, "120 m of OM3 carries 10 Gb/s, not 25."),
        ("10GBASE-SR", "OM4", 110, 25.0, "110 m of OM4 carries 10 Gb/s, not 25."),
        ("1000BASE-SX", "OM2", 200, 10.0, "200 m of OM2 carries 1 Gb/s, not 10."),
    ],
)
def test_beyond_it_the_finding_says_what_is_carried_and_what_is_nearest(
    application, fiber, length_m, growth, carries
):
    said = grows(application, fiber, length_m, growth)
    assert said.startswith(carries)
    assert "Nearest: " in said


def test_a_step_between_is_told_as_what_it_carries():
    """300 m of OM3: 1000BASE-SX runs, 25G does not, and 10GBASE-SR reaches just 300 m."""
    assert grows("1000BASE-SX", "OM3", 300, 25.0).startswith("300 m of OM3 carries 10 Gb/s, not 25")


def test_only_what_takes_as_many_strands_and_serves_the_same_is_compared():
    pair = resolve(End("10GBASE-SR"))
    names = {one.name for one in comparable(pair, "multimode")}
    assert "25GBASE-SR" in names
    assert "100GBASE-SR4" not in names  # eight strands
    assert "10GBASE-LR" not in names  # another mode
    assert not any(one.startswith("FC") or "GFC" in one for one in names)


def test_a_link_that_fails_for_other_reasons_says_no_less():
    found = rules_of(judged(link("10GBASE-SR", two_pairs("OM3", 400)), growth_gbps=25.0))
    assert {"reach.exceeded", "fiber.growth"} <= found
