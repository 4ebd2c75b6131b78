"""Remedies are tried out and ranked; variants stand side by side; nothing offered is worse."""

from dataclasses import replace

import pytest

from passerelle.core.judge.check import TIGHT, WORKS, check_link
from passerelle.core.judge.findings import EFFORTS
from passerelle.core.judge.wholeplan import check
from passerelle.core.light.edits import apply_all
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.remedies.cures import ranked
from passerelle.core.remedies.variants import Variant, VariantError, compared, suggested
from passerelle.demo_data import mistakes_plan
from tests.making import cable, cord, judged, link, path, rules_of


def remedies_of(check, rule_id):
    found = next(f for f in check.findings if f.rule.id == rule_id)
    return ranked(check, found)


def test_overload_less_effort_first():
    check = judged(link("10GBASE-ER", path(cord(), cable(length_m=120), cord())))
    first, second = remedies_of(check, "light.overload")
    assert first.remedy.label == "Attenuator 7 dB at the receiver"
    assert second.remedy.label == "10GBASE-LR at both ends"  # launches 0.5 dBm at most: no overload
    assert (first.after.verdict, second.after.verdict) == ("works", "works")
    assert second.reason == EFFORTS["module"]


def test_too_far_on_old_glass():
    """10GBASE-SR on OM1 reaches 33 m; OM4 400 m, 322 m with two pairs: 2.9 - 2.466 = 0.43 dB."""
    check = judged(link("10GBASE-SR", path(cord("OM1"), cable("OM1", 318), cord("OM1"))))
    offered = {r.remedy.label: r.after for r in remedies_of(check, "reach.exceeded")}
    assert offered["10GBASE-LR over OS2"].verdict == "works"
    assert offered["OM4 all along"].margin_db == pytest.approx(2.9 - (0.322 * 3.0 + 1.5))
    assert "OM3 all along" not in offered  # reaches 300 m


def test_no_module_that_does_not_take_the_plug_is_offered():
    check = judged(link("10GBASE-SR", path(cord("OM3"), cable("OM3", 396), cord("OM3"))))
    labels = [r.remedy.label for r in remedies_of(check, "reach.exceeded")]
    assert labels
    assert not any("SR4" in label for label in labels)


def test_every_remedy_in_the_demo_takes_its_finding_away_and_adds_no_stop():
    whole = check(mistakes_plan())
    offered = 0
    for judgement in whole.links:
        stops = sum(f.rule.severity == "stop" for f in judgement.findings)
        for found in judgement.findings:
            for one in [] if found.explained_by else ranked(judgement, found):
                offered += 1
                left = [f for f in one.after.findings if (f.rule, f.at, f.ends) == (found.rule, found.at, found.ends)]  # fmt: skip  # noqa: E501
                assert not left, (judgement.budget.link.name, found.rule.id, one.remedy.label)
                after = sum(f.rule.severity == "stop" for f in one.after.findings)
                assert after <= stops, (judgement.budget.link.name, one.remedy.label)
    assert offered > 30


def test_a_remedy_does_not_hide_what_the_whole_plan_shows():
    whole = check(replace(mistakes_plan(), house_rules=HouseRules()))
    lights = next(c for c in whole.links if c.budget.link.name.endswith("Slipway lights"))
    # its port is taken by another link, and the converter has no second one: two separate cures
    clash = next(f for f in lights.findings if f.rule.id == "port.clash")
    (cure,) = ranked(lights, clash)
    assert cure.after.verdict == "fails"
    assert "port.count" in rules_of(cure.after)
    assert "1 other stop left" in cure.reason


def test_variants_are_the_same_link_with_one_thing_changed():
    check = judged(link("10GBASE-SR", path(cord("OM3"), cable("OM3", 196), cord("OM3"))))
    glass = compared(check, Variant(fiber="OM4"))
    assert glass.check.budget.directions[0].limit.value_db == 2.9
    grade = compared(check, Variant(grade="low-loss"))
    # 2 x (0.75 - 0.25) dB less
    assert grade.check.margin_db - check.margin_db == pytest.approx(1.0)
    faster = compared(check, Variant(fiber="OM4", application="25GBASE-SR"))
    assert "reach.exceeded" in rules_of(faster.check)  # 100 m on OM4
    kept = apply_all(check.budget.link, grade.edits)
    assert check_link(kept, HouseRules()).margin_db == grade.check.margin_db


@pytest.mark.parametrize(
    ("variant", "key"),
    [(Variant(fiber="OM9"), "fiber"), (Variant(grade="golden"), "grade"),
     (Variant(application="11GBASE-SR"), "application"),
     (Variant(application="40GBASE-SR4"), "application")],
)  # fmt: skip
def test_variants_that_cannot_be_made(variant, key):
    check = judged(link("10GBASE-SR", path(cord("OM3"))))
    with pytest.raises(VariantError) as refused:
        compared(check, variant)
    assert refused.value.path == key


def test_suggestions_are_worth_a_look():
    check = judged(link("10GBASE-SR", path(cord("OM3"), cable("OM3", 320), cord("OM3"))))
    found = suggested(check)
    assert 1 <= len(found) <= 3
    assert Variant(fiber="OM4") in found
    assert any(compared(check, v).check.verdict in (WORKS, TIGHT) for v in found)


def test_what_is_entered_is_forgotten_where_the_glass_changes():
    old = cable("OM1", 200, loss_db=1.9, source="meter", existing=True, length_from="measured")
    subject = Link("x", End("1000BASE-SX", connector=connector("LC/UPC")), End("1000BASE-SX"),
                   path(cord("OM1"), old, cord("OM1")))  # fmt: skip
    new = compared(judged(subject), Variant(fiber="OM4")).check
    assert new.budget.link.path.segment(2).loss_db is None
    assert new.budget.directions[0].loss.worst_case == pytest.approx(0.204 * 3.0 + 1.5)
