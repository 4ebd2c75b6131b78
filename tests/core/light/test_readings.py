"""Measured losses hold what their reference method says: worked by hand for each method."""

import pytest

from passerelle.core.judge.check import check_link
from passerelle.core.light.loss import terms
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
        ("run", 2.512, "fails"),
        (None, 2.512, "fails"),
    ],
)
def test_a_reading_by_each_reference_method(holds, loss_db, verdict):
    check = measured("OM4", 90, 1.0, holds, "25GBASE-SR")
    assert check.budget.directions[0].loss.worst_case == pytest.approx(loss_db)
    assert check.verdict == verdict
    assert ("loss.includes-unknown" in rules_of(check)) == (holds is None)


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
        ("run", 1.3 + 0.0016 + 1.5),
        ("a", 1.3 + 0.0016 + 0.75 + 0.3 + 0.0004),
        ("none", 1.3 + 0.0016 + 1.5 + 0.6 + 0.0008),
    ],
)
def test_a_reading_from_panel_to_panel_holds_splices_and_pigtails(holds, loss_db):
    check = check_link(link("10GBASE-LR", spliced(holds)), HouseRules())
    assert check.budget.directions[0].loss.worst_case == pytest.approx(loss_db)


def test_seen_from_the_other_end_a_reading_holds_the_other_connection():
    there = spliced("a")
    assert set(held(there)) == {1, 2, 3}  # the adapter at a, its pigtail and its splice
    back = there.reversed()
    assert set(held(back)) == {8 - n for n in held(there)}
    assert back.segment(4).loss_includes == "b"


def test_two_readings_in_one_run_are_each_of_their_own_cable():
    one = cable("OS2", 500, ends=(LC, BARE), loss_db=0.4, source="meter", loss_includes="both")
    two = cable("OS2", 500, ends=(BARE, LC), loss_db=0.5, source="meter", loss_includes="both")
    light = path(cord(), one, Joint("fusion"), two, cord())
    assert held(light) == {}


@pytest.mark.parametrize(
    ("glass", "nm", "per_km"),
    [
        (None, 1550.0, 0.40),  # the class
        ("G.652.D", 1550.0, 0.30), ("G.652.D", 1490.0, 0.40), ("G.652.D", 1580.0, 0.40),
        ("G.657.A1", 1550.0, 0.30), ("G.657.A2", 1310.0, 0.40), ("G.652.B", 1550.0, 0.35),
        ("G.655", 1550.0, 0.35), ("G.655", 1310.0, None), ("G.653", 1550.0, None),
        ("G.652.D", 1271.0, 0.47), ("G.652.D", 1273.5, 0.43),
    ],
)  # fmt: skip
def test_what_the_print_says_of_the_glass_goes_before_its_class(glass, nm, per_km):
    found = terms(path(cable("OS2", 10_000, glass=glass)), nm, HouseRules())
    worst = found[0].worst_case
    assert worst is None if per_km is None else worst == pytest.approx(10 * per_km)


def read_at(loss_nm, fiber="OS2", **more):
    """20 km that read 7.0 dB at some wavelength."""
    return cable(fiber, 20_000, loss_db=7.0, source="meter", loss_nm=loss_nm, **more)


@pytest.mark.parametrize(
    ("loss_nm", "nm", "worst", "least"),
    [
        (1310.0, 1310.0, 7.0, 7.0), (1310.0, 1331.0, 7.0, 7.0),
        (1310.0, 1550.0, 7.0, 20 * 0.21),  # a ceiling: less is likely
        (1310.0, 1490.0, 7.0, 20 * 0.21),
        (1310.0, 1383.0, 8.0, 20 * 0.32),  # the water peak is not below 1310
        (1550.0, 1310.0, 8.0, 20 * 0.34),  # never the reverse
        (None, 1550.0, 7.0, 7.0),  # not recorded: it counts everywhere
    ],
)  # fmt: skip
def test_a_reading_counts_in_its_window_and_1310_as_a_ceiling(loss_nm, nm, worst, least):
    (term,) = terms(path(read_at(loss_nm)), nm, HouseRules())
    assert (term.worst_case, term.lowest) == (pytest.approx(worst), pytest.approx(least))


def test_of_other_glass_1310_says_nothing_of_1550():
    (term,) = terms(path(read_at(1310.0, glass="G.655")), 1550.0, HouseRules())
    assert term.worst_case == pytest.approx(20 * 0.35)
    (old,) = terms(path(cable("OM2", 500, loss_db=0.4, source="m", loss_nm=1300.0)), 850.0,
                   HouseRules())  # fmt: skip
    assert old.worst_case == pytest.approx(1.75)


@pytest.mark.parametrize(
    ("loss_nm", "said"), [(1550.0, None), (1310.0, "as the most"), (1490.0, "says nothing of 1550")]
)
def test_a_link_says_what_a_reading_at_another_wavelength_is_worth(loss_nm, said):
    check = judged(link("10GBASE-ER", path(read_at(loss_nm, loss_includes="both"))))
    found = [f.message for f in check.findings if f.rule.id == "loss.not-measured"]
    assert found == [] if said is None else said in found[0]


def test_a_reading_at_another_wavelength_does_not_make_a_link_engineered():
    """Beyond 30 km 10GBASE-ER asks for a measured cable: 36 km read at 1310, and at 1550."""
    for loss_nm, allowed in ((1490.0, False), (1550.0, True)):
        run = cable("OS2", 36_000, loss_db=8.0, source="m", loss_nm=loss_nm, loss_includes="both")
        assert ("reach.exceeded" not in rules_of(judged(link("10GBASE-ER", path(run))))) is allowed
