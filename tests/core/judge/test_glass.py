"""Old, unproven and guessed glass; glass that does not carry the growth speed; the mode school."""

import pytest

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
    assert (mixed.budget.reach.m, found) == (220, {"fiber.grade-mix"})


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
