"""Only what is certain is fixed: every step takes a stop away, and the link comes up."""

from passerelle.core.judge.check import check_link
from passerelle.core.light.edits import apply_all
from passerelle.core.light.site import site_of
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.remedies.fixing import fix_for
from passerelle.demo_data import mistakes_plan
from tests.making import APC, LC, cable, cord, demo_links, judged, link, path


def test_two_faults_are_cured_one_after_the_other():
    light = path(cord(), cable(wiring="straight"), cord(ends=(APC, LC)))
    check = judged(link("10GBASE-LR", light))
    fix = fix_for(check)
    assert len(fix.labels) == 2
    assert check_link(apply_all(check.budget.link, fix.edits), HouseRules()).verdict == "works"


def test_what_needs_a_choice_is_left_alone():
    assert fix_for(judged(link("10GBASE-SR", path(cable("OM1", 300))))) is None
    assert fix_for(judged(link("10GBASE-LR", path(cord(), cable(), cord())))) is None


def test_fixes_of_the_demo_plan_bring_their_links_up():
    fixed, certain = {}, {}
    tables = site_of(mistakes_plan()).tables
    for one in demo_links():
        check = check_link(one, HouseRules(), tables)
        fix = fix_for(check)
        if fix is not None:
            again = check_link(apply_all(one, fix.edits), HouseRules(), tables)
            assert again.verdict in ("works", "tight")
            fixed[one.name] = fix.labels
            certain[one.name] = fix.certain
    assert certain["Wet Lab bench, lane 3"]  # a leg is plugged elsewhere
    assert not certain["Crew House – Wet Lab"]  # a module is bought
    assert fixed["Instrument Hall – Cabinet 2"] == ("Cord at part 1 straight (A-A)",)
    assert "Pier Office – Boat Shed" not in fixed  # other glass or another application: a choice
    assert len(fixed) >= 8
