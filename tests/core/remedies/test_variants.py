"""What if: the same link with other glass, connectors or modules, by published reaches."""

import pytest

from passerelle.core.judge.check import FAILS, TIGHT, WORKS
from passerelle.core.plan.lightpath import Joint
from passerelle.core.remedies.variants import (
    Variant,
    VariantError,
    compared,
    edits_of,
    suggested,
)
from passerelle.core.tables import STANDARD
from tests.making import judged, link, two_pairs


def at(fiber, length_m, application="10GBASE-SR"):
    return judged(link(application, two_pairs(fiber, length_m)))


@pytest.mark.parametrize(
    ("length_m", "variant", "up"),
    [
        (350.0, Variant(fiber="OM4"), True),  # 400 m on OM4
        (350.0, Variant(), False),  # 300 m on OM3
        (420.0, Variant(fiber="OM4"), False),
        (420.0, Variant(fiber="OS2", application="10GBASE-LR"), True),  # 10 km
        (420.0, Variant(application="10GBASE-LR"), False),  # long wave into multimode
        (200.0, Variant(application="10GBASE-LRM"), True),  # 220 m on OM3
        (230.0, Variant(application="10GBASE-LRM"), False),
    ],
)
def test_a_variant_is_judged_by_the_reach_of_its_own_glass_and_module(length_m, variant, up):
    verdict = compared(at("OM3", length_m), variant).check.verdict
    assert (verdict in (WORKS, TIGHT)) is up
    assert up or verdict == FAILS


def test_low_loss_connectors_give_back_what_they_lose_less():
    """Two pairs of LC: 2 x 0.75 dB at the worst for the standard grade, less for low loss."""
    plain = at("OM3", 250.0)
    better = compared(plain, Variant(grade="low-loss"))
    row = STANDARD.mated_pairs["LC", "low-loss"]
    standard = STANDARD.mated_pairs["LC", "standard"]
    gained = 2 * (standard.worst_case_db - row.worst_case_db)
    assert better.check.margin_db == pytest.approx(plain.margin_db + gained)
    assert len(better.edits) == 2
    joints = [p for p in better.check.budget.link.path.parts if isinstance(p, Joint)]
    assert {one.grade for one in joints} == {"low-loss"}


def test_what_is_as_wanted_already_needs_no_edit_and_keeps_its_answer():
    plain = at("OM3", 250.0)
    assert compared(plain, Variant()).check is plain
    again = compared(plain, Variant(grade="standard"))
    assert again.edits == ()


@pytest.mark.parametrize(
    ("variant", "field", "said"),
    [
        (Variant(application="11GBASE-XX"), "application", "'11GBASE-XX' is not an application"),
        (Variant(application="100GBASE-SR4"), "application", "takes another plug than this path"),
        (Variant(fiber="OM9"), "fiber", "'OM9' is not a fiber"),
        (Variant(grade="golden"), "grade", "'golden' is not a grade of mated pair"),
    ],
)
def test_what_is_not_there_is_refused_with_its_field(variant, field, said):
    check = at("OM3", 250.0)
    with pytest.raises(VariantError, match=said) as caught:
        edits_of(check.budget.link, variant, check.budget.tables)
    assert caught.value.path == field


def test_what_is_proposed_for_a_link_that_fails_brings_it_up_first():
    check = at("OM3", 350.0)
    found = suggested(check)
    assert 0 < len(found) <= 3
    verdicts = [compared(check, one).check.verdict for one in found]
    assert verdicts[0] in (WORKS, TIGHT)
    order = [WORKS, TIGHT, "unknown", FAILS]
    assert [order.index(one) for one in verdicts] == sorted(order.index(one) for one in verdicts)


@pytest.mark.parametrize(
    ("variant", "label"),
    [
        (Variant(), "as it is"), (Variant(fiber="OM4"), "OM4"),
        (Variant("OS2", "low-loss", "10GBASE-LR"), "10GBASE-LR, OS2, low-loss connectors"),
    ],
)  # fmt: skip
def test_a_variant_is_named_by_what_is_different(variant, label):
    assert variant.label == label
