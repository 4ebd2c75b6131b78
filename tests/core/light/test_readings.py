"""Measured losses hold what their reference method says: worked by hand for each method."""

import pytest

from passerelle.core.judge.check import check_link
from passerelle.core.light.readings import held
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, Segment
from tests.making import BARE, LC, cable, cord, judged, link, path, rules_of


def measured(fiber, length_m, loss_db, holds, application, cord_m=2.0):
    run = cable(fiber, length_m, loss_db=loss_db, source="meter", loss_includes=holds)
    return judged(link(application, path(cord(fiber, cord_m), run, cord(fiber, cord_m))))


# 90 m OM4 under 25GBASE-SR (limit 1.9): reading 1.00, cords 2 x 2 m at 3.0 dB/km = 0.012
@pytest.mark.parametrize(
    ("holds", "loss_db", "verdict"),
    [
        ("both", 1.012, "works"),
        ("a", 1.762, "tight"),
        ("b", 1.762, "tight"),
        ("none", 2.512, "fails"),
        ("cable", 2.512, "fails"),
        (None, 2.512, "fails"),
    ],
)
def test_a_reading_by_each_reference_method(holds, loss_db, verdict):
    check = measured("OM4", 90, 1.0, holds, "25GBASE-SR")
    assert check.budget.directions[0].loss.worst_case == pytest.approx(loss_db)
    assert check.verdict == verdict
    assert ("loss.reading" in rules_of(check)) == (holds is None)


@pytest.mark.parametrize(
    ("fiber", "km", "reading", "application", "loss_db", "verdict"),
    [
        ("OM3", 0.290, 2.30, "10GBASE-SR", 2.312, "tight"),  # 0.288 of 2.6 left
        ("OS2", 39.996, 9.60, "10GBASE-ER", 9.6016, "works"),  # of 10.9
    ],
)
def test_one_cord_readings_of_long_links(fiber, km, reading, application, loss_db, verdict):
    check = measured(fiber, 1000 * km, reading, "both", application)
    assert check.budget.directions[0].loss.worst_case == pytest.approx(loss_db)
    assert check.verdict == verdict


def spliced(holds):
    """Cord, pigtail, splice, cable, splice, pigtail, cord: panel to panel are five parts."""
    pigtail = Segment("pigtail", 1, "OS2", (LC, BARE))
    run = cable("OS2", 1000, ends=(BARE, BARE), loss_db=1.3, source="meter", loss_includes=holds)
    return path(cord(), pigtail, Joint("fusion"), run, Joint("fusion"), pigtail.reversed(), cord())


@pytest.mark.parametrize(
    ("holds", "loss_db"),
    # cords 4 m of 0.4 dB/km; splices 0.3 and pigtails 0.0004 each count beside the cable alone
    [
        ("both", 1.3 + 0.0016),
        ("none", 1.3 + 0.0016 + 1.5),
        ("cable", 1.3 + 0.0016 + 1.5 + 0.6 + 0.0008),
    ],
)
def test_a_reading_from_panel_to_panel_holds_splices_and_pigtails(holds, loss_db):
    check = check_link(link("10GBASE-LR", spliced(holds)), HouseRules())
    assert check.budget.directions[0].loss.worst_case == pytest.approx(loss_db)


def test_seen_from_the_other_end_a_reading_holds_the_other_connection():
    there = spliced("a")
    assert set(held(there)) == {1, 2, 3, 5, 6}  # up to the adapter at a, and up to the plug at b
    back = there.reversed()
    assert set(held(back)) == {8 - n for n in held(there)}
    assert back.segment(4).loss_includes == "b"


def test_two_readings_in_one_run_are_each_of_their_own_cable():
    one = cable("OS2", 500, ends=(LC, BARE), loss_db=0.4, source="meter", loss_includes="both")
    two = cable("OS2", 500, ends=(BARE, LC), loss_db=0.5, source="meter", loss_includes="both")
    light = path(cord(), one, Joint("fusion"), two, cord())
    assert held(light) == {}
