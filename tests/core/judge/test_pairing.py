"""Do the two modules make a pair: speeds, applications, wavelengths that must cross, and glass."""

from dataclasses import replace

import pytest

from passerelle.core.judge.check import check_link
from passerelle.core.judge.pairing import check_pairing
from passerelle.core.light.edits import apply_all
from passerelle.core.light.link import Link, budget
from passerelle.core.light.modules import End
from passerelle.core.plan.ends import DataSheet
from passerelle.core.plan.house_rules import HouseRules
from tests.making import CUSTOM, cable, cord, link, own_module, path, two_pairs

OS2 = two_pairs("OS2", 1000)


def found(subject):
    return {f.rule.id: f for f in check_pairing(budget(subject, HouseRules()))}


def custom(sent_nm, heard_nm):
    sheet = DataSheet(**CUSTOM | {"tx_wavelength_nm": sent_nm, "rx_wavelength_nm": heard_nm})
    return End("custom", data_sheet=sheet)


@pytest.mark.parametrize(
    ("a", "b", "rule"),
    [
        (custom(1310.0, 1490.0), custom(1490.0, 1310.0), None),
        (custom(1310.0, 1490.0), custom(1310.0, 1490.0), "module.bidi-pair"),  # the same side twice
        (custom(1310.0, 1310.0), custom(1550.0, 1550.0), "module.pmd-mismatch"),
        (custom(1310.0, 1490.0), custom(1500.0, 1310.0), None),  # 10 nm off: half a channel
        (custom(1310.0, 1490.0), custom(1500.5, 1310.0), "module.pmd-mismatch"),
        (custom(1310.0, None), custom(1550.0, None), None),  # what is heard is not recorded
    ],
)
def test_entered_wavelengths_must_cross(a, b, rule):
    assert set(found(Link("x", a, b, OS2))) == ({rule} if rule else set())


def test_one_side_that_misses_is_enough():
    """What a sends arrives; what b sends does not."""
    a, b = custom(1310.0, 1310.0), custom(1550.0, 1310.0)
    assert set(found(Link("x", a, b, OS2))) == {"module.pmd-mismatch"}


def test_a_standard_module_and_one_from_a_data_sheet_meet_by_wavelength():
    assert found(Link("x", End("10GBASE-LR"), custom(1310.0, 1310.0), OS2)) == {}
    missed = found(Link("x", End("10GBASE-ER"), custom(1310.0, 1310.0), OS2))
    assert set(missed) == {"module.pmd-mismatch"}


def test_both_sides_of_a_one_strand_pair_may_stand_at_either_end():
    light = path(cord(wiring=None))
    for a, b in (("D", "U"), ("U", "D")):
        assert found(link(f"1000BASE-BX10-{a}", light, f"1000BASE-BX10-{b}")) == {}
    twice = found(link("1000BASE-BX10-U", light, "1000BASE-BX10-U"))["module.bidi-pair"]
    assert "send 1310 nm" in twice.message
    assert twice.remedy.edits[0].end.application == "1000BASE-BX10-D"


@pytest.mark.parametrize(
    ("a", "b", "fiber", "kept"),
    [
        ("10GBASE-LR", "10GBASE-SR", "OS2", "10GBASE-LR"),
        ("10GBASE-SR", "10GBASE-LR", "OS2", "10GBASE-LR"),
        ("10GBASE-LR", "10GBASE-SR", "OM3", "10GBASE-SR"),
    ],
)
def test_the_module_that_suits_the_glass_stays(a, b, fiber, kept):
    subject = link(a, two_pairs(fiber, 100), b)
    remedy = found(subject)["module.pmd-mismatch"].remedy
    cured = apply_all(subject, remedy.edits)
    assert (cured.a.application, cured.b.application) == (kept, kept)


def test_what_rests_on_a_data_sheet_is_not_copied_to_the_other_end():
    sheet = DataSheet(tx_min_dbm=-7.0, source="sheet 3")
    entered = Link("x", End("10GBASE-LR", data_sheet=sheet), End("1000BASE-LX"), OS2)
    assert found(entered)["module.rate-mismatch"].remedy is None
    own = Link("x", End("10GBASE-LR", own=own_module("m", "10GBASE-LR")), End("1000BASE-LX"), OS2)
    assert found(own)["module.rate-mismatch"].remedy is None


def test_the_same_wrong_glass_at_both_ends_is_said_once():
    subject = link("10GBASE-LR", two_pairs("OM3", 100))
    one = found(subject)["module.mode"]
    assert (one.ends, one.at) == (("a", "b"), (0, 2, 4))
    assert one.message == ("10GBASE-LR is made for single-mode glass; the path is multimode (OM3).")
    half = found(replace(subject, b=End("10GBASE-SR")))["module.mode"]
    assert half.ends == ("a",)


def test_a_path_of_both_modes_is_not_also_the_wrong_glass():
    mixed = link("10GBASE-LR", path(cord("OS2"), cable("OM3"), cord("OS2")))
    assert found(mixed) == {}
    rules = {f.rule.id for f in check_link(mixed, HouseRules()).findings}
    assert "fiber.mode-mix" in rules


def checked(a, b, light, **sheets):
    return check_link(Link("x", End(a), End(b), light), HouseRules())


def test_a_pair_that_works_together_has_the_shorter_reach_and_the_smaller_loss():
    """100GBASE-LR4 and -ER4 over 400 m: 6.3 - (0.4 x 0.43 + 2 x 0.75)."""
    check = checked("100GBASE-LR4", "100GBASE-ER4", two_pairs("OS2", 400))
    assert check.budget.reach.m == 10_000
    assert [d.limit.value_db for d in check.budget.directions] == [6.3, 6.3]
    assert (check.verdict, check.margin_db) == ("works", pytest.approx(4.628))
    assert "module.pmd-mismatch" not in {f.rule.id for f in check.findings}
    assert checked("100GBASE-LR4", "100GBASE-ER4", two_pairs("OS2", 10_001)).verdict == "fails"


def test_alike_names_on_other_grids_do_not_work_together():
    check = checked("200GBASE-FR4", "200GBASE-LR4", two_pairs("OS2", 400))
    stops = {f.rule.id for f in check.findings if f.rule.severity == "stop"}
    assert stops == {"module.pmd-mismatch"}


def test_the_longer_one_may_be_too_bright_for_the_shorter():
    """50GBASE-LR sends 4.2 dBm at most, 0.14 is lost at the least, -FR bears 3.0: 1.06 too much."""
    check = checked("50GBASE-FR", "50GBASE-LR", two_pairs("OS2", 400))
    over = next(f for f in check.findings if f.rule.id == "light.overload")
    assert (over.ends, over.rule.severity) == (("a",), "warn")
    assert "1.06 dB too much" in over.message
    assert {d.limit.value_db for d in check.budget.directions} == {4.0}


@pytest.mark.parametrize(
    ("glass", "reach_m", "limit_db"), [("OS2", 5000, 4.57), ("OM2", 550, 2.35)]
)
def test_gigabit_long_wave_of_both_kinds(glass, reach_m, limit_db):
    budget = checked("1000BASE-LX", "1000BASE-LX10", two_pairs(glass, 100)).budget
    assert (budget.reach.m, budget.directions[0].limit.value_db) == (reach_m, limit_db)
    assert budget.directions[1].limit.value_db == limit_db
