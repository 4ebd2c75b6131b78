"""Old, unproven and guessed glass; glass that does not carry the growth speed; the mode school."""

import pytest

from passerelle.core.tables import STANDARD
from tests.making import cable, cord, judged, link, path, rules_of, two_pairs


@pytest.mark.parametrize(
    ("application", "fiber", "reach_m", "loss_db"),
    [
        ("1000BASE-SX", "62.5 µm 160/500", 220, 2.38),
        ("1000BASE-SX", "50 µm 400/400", 500, 3.37),
        ("10GBASE-SR", "62.5 µm 160/500", 26, 1.6),
        ("10GBASE-SR", "50 µm 400/400", 66, 1.7),
    ],
)
def test_older_bandwidth_grades_reach_less_far(application, fiber, reach_m, loss_db):
    check = judged(link(application, path(cable(fiber, reach_m))))
    assert (check.budget.reach.m, check.budget.directions[0].limit.value_db) == (reach_m, loss_db)
    assert "reach.exceeded" in rules_of(judged(link(application, path(cable(fiber, reach_m + 1)))))


def test_old_glass_of_two_bandwidths_reaches_as_far_as_the_lower():
    mixed = judged(link("1000BASE-SX", path(cable("OM1", 100), cable("62.5 µm 160/500", 100))))
    found = {rule for rule in rules_of(mixed) if rule.startswith("fiber")}
    # 100 / 275 + 100 / 220 of the reach: 0.818, so 244.4 m of this mix
    assert mixed.budget.reach.m == pytest.approx(200 / (100 / 275 + 100 / 220))
    assert found == {"fiber.grade-mix"}


@pytest.mark.parametrize(
    ("om4_m", "om3_m", "exceeded"),
    [(90, 4, False), (60, 34, True)],  # 90/100 + 4/70 = 0.957; 60/100 + 34/70 = 1.086
)
def test_each_grade_takes_its_share_of_the_reach(om4_m, om3_m, exceeded):
    light = path(cable("OM3", om3_m), cable("OM4", om4_m))
    found = rules_of(judged(link("25GBASE-SR", light)))
    assert ("reach.exceeded" in found) is exceeded


def test_grades_that_reach_as_far_are_only_noted():
    check = judged(link("10GBASE-SR", path(cable("OM4", 50), cable("OM5", 50))))
    mix = next(f for f in check.findings if f.rule.id == "fiber.grade-mix")
    assert (mix.rule.severity, check.budget.reach.m) == ("note", pytest.approx(400))


def test_a_better_grade_reaches_at_least_as_far_and_says_that_it_is_not_listed():
    """1000BASE-SX has no row for OM5: that of OM4 holds, of less confidence. 500 m at 3.0 dB/km."""
    check = judged(link("1000BASE-SX", two_pairs("OM5", 500)))
    row = STANDARD.applications["1000BASE-SX"]
    om4 = next(one for one in row.reach if one.fiber == "OM4")
    assert (check.budget.reach.m, check.budget.directions[0].limit.value_db) == (om4.m, om4.loss_db)
    assert check.budget.directions[0].loss.worst_case == pytest.approx(3.0)
    assert (check.verdict, check.budget.reach.confidence == "high") == ("works", False)
    assert "table.check-data-sheet" in rules_of(check)


@pytest.mark.parametrize(
    ("application", "fiber", "reach_m"),
    [("1000BASE-LX10", "OM3", 550), ("10GBASE-LRM", "OM5", 220), ("100BASE-FX", "OM5", 2000),
     ("25GBASE-SR", "OM2", None), ("40GBASE-SR4", "OM1", None)],
)  # fmt: skip
def test_only_downward_and_within_one_core(application, fiber, reach_m):
    assert judged(link(application, path(cable(fiber, 20)))).budget.reach.m == reach_m


def test_existing_glass_is_proven_by_its_measured_loss_and_length():
    def with_record(**record):
        run = cable("OM3", 100, existing=True, **record)
        return rules_of(judged(link("10GBASE-SR", path(cord("OM3"), run, cord("OM3")))))

    measured = {"loss_db": 0.3, "source": "meter", "length_from": "measured"}
    assert "fiber.unproven" in with_record()
    assert "fiber.unproven" in with_record(length_from="measured")
    assert "fiber.unproven" in with_record(loss_db=0.3, source="meter", length_from="drawing")
    assert "fiber.unproven" not in with_record(**measured)
    assert "fiber.guess" in with_record(**measured, fiber_from="guess")
    assert "fiber.guess" not in with_record(**measured, fiber_from="print")


def test_growth_speed_that_the_glass_does_not_carry():
    def at(growth, fiber="OM3", length_m=200):
        light = path(cord(fiber), cable(fiber, length_m), cord(fiber))
        return judged(link("1000BASE-SX", light), growth_gbps=growth)

    assert "fiber.growth" not in rules_of(at(None))
    assert "fiber.growth" not in rules_of(at(10.0))  # 10GBASE-SR: 300 m, 2.6 dB
    slow = next(f for f in at(25.0).findings if f.rule.id == "fiber.growth")  # 25GBASE-SR: 70 m
    assert "carries 10 Gb/s, not 25" in slow.message
    old = next(f for f in at(10.0, "OM1").findings if f.rule.id == "fiber.growth")
    # 10GBASE-SR reaches 33 m on it, 10GBASE-LRM 220 m
    assert "Nearest: 10GBASE-LRM; it needs mode-conditioning cords" in old.message


def test_single_mode_everywhere_is_noted_where_it_is_not():
    check = judged(link("10GBASE-SR", two_pairs("OM3", 100)), mode_school="single-mode-everywhere")
    assert ("house.mode" in rules_of(check), check.verdict) == (True, "works")
    single = judged(link("10GBASE-LR", two_pairs("OS2", 100)), mode_school="single-mode-everywhere")
    assert "house.mode" not in rules_of(single)
