"""What a look could find, and the verdict that each answer brings: worked by hand."""

import pytest

from passerelle.core.looking.turning import outcomes, stretched
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.lightpath import Joint
from tests.making import APC, LC, cable, cord, judged, link, path


def after(application, light, rule):
    check = judged(link(application, light))
    found = next(f for f in check.findings if f.rule.id == rule)
    return check.verdict, set(outcomes(check, found))


def test_a_guessed_grade_may_be_any_of_its_mode():
    """10GBASE-SR over 104 m: 300 m on OM3, 82 m on OM2, 33 m on OM1."""
    light = path(cord("OM3"), cable("OM3", 100, fiber_from="guess"), cord("OM3"))
    assert after("10GBASE-SR", light, "fiber.guess") == ("works", {"works", "fails"})
    # 30 m reach on every grade that there is
    short = path(cord("OM3", 1), cable("OM3", 20, fiber_from="guess"), cord("OM3", 1))
    now, could = after("10GBASE-SR", short, "fiber.guess")
    assert now == "works"
    assert "fails" in could  # of the 62.5 µm grades: cords of 50 µm beside them do not go together


def test_unmeasured_glass_may_be_broken_and_may_be_better_than_its_class():
    """10GBASE-SR, 290 m OM3 at 3.0 dB/km and 3 pairs: 0.87 + 2.25 = 3.12 of 2.6 dB, and with good
    glass 0.667 + 2.25; the grade's row decides, so that it fails either way."""
    light = path(cord("OM3", 0), cable("OM3", 290, existing=True), cord("OM3", 0), cord("OM3", 0))
    assert after("10GBASE-SR", light, "fiber.unproven") == ("fails", {"fails"})
    # two pairs: 0.87 + 1.5 = 2.37, 0.23 left: tight; typical 2.3 dB/km: 0.667 + 1.5, 0.43: tight
    light = path(cord("OM3", 0), cable("OM3", 290, existing=True), cord("OM3", 0))
    assert after("10GBASE-SR", light, "fiber.unproven") == ("tight", {"tight", "fails"})
    # 250 m: 0.75 + 1.5 leave 0.35: tight; 0.575 + 1.5 leave 0.525: works
    light = path(cord("OM3", 0), cable("OM3", 250, existing=True), cord("OM3", 0))
    now, could = after("10GBASE-SR", light, "fiber.unproven")
    assert (now, could) == ("tight", {"tight", "works", "fails"})


@pytest.mark.parametrize("kind", [cord, cable])
def test_wiring_that_nobody_recorded_crosses_or_does_not(kind):
    light = path(cord(), kind(wiring=None), cord())
    assert after("10GBASE-LR", light, "polarity.unknown") == ("works", {"works", "fails"})


def test_a_coupler_that_nobody_looked_at_may_be_turned():
    light = path(cord(), Joint("adapter", coupler="unknown"), cable(), cord())
    assert after("10GBASE-LR", light, "polarity.unknown")[1] == {"works", "fails"}


def test_a_face_may_be_flat_against_an_angled_one():
    light = path(cord(ends=(LC, APC)), cord(ends=(connector("LC"), LC), wiring="A-A"))
    assert after("10GBASE-LR", light, "mate.polish-unknown")[1] == {"works", "fails"}


def test_a_reading_may_hold_its_ends():
    """1.00 dB over 90 m OM4, 25GBASE-SR: 2.512 of 1.9 without them in it, 1.012 with both."""
    read = cable("OM4", 90, loss_db=1.0, source="meter")
    light = path(cord("OM4"), read, cord("OM4"))
    now, could = after("25GBASE-SR", light, "loss.includes-unknown")
    assert now == "fails"
    assert could == {"fails", "tight", "works"}  # 1.762, one end in it, is tight


def test_more_glass_than_guessed_may_be_too_much():
    """10GBASE-SR reaches 82 m on OM2: 80 m with the cords, and 2 m more, but not 3."""
    check = judged(link("10GBASE-SR", path(cord("OM2", 1), cable("OM2", 78), cord("OM2", 1))))
    assert check.verdict == "tight"
    assert stretched(check, (2,), 2.0) == "tight"
    assert stretched(check, (2,), 3.0) == "fails"
    assert stretched(check, (2,), -78.0) == stretched(check, (2,), -500.0)  # no less than none


def test_what_has_no_answer_to_try_keeps_its_verdict():
    light = path(cord(), cable(length_m=9999), cord())
    check = judged(link("10GBASE-LR", light))
    found = next(f for f in check.findings if f.rule.id == "reach.exceeded")
    assert outcomes(check, found) == (check.verdict,)
