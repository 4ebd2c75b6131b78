"""House rules that are only tried are counted as if they were stored and the plan judged anew."""

from collections import Counter
from dataclasses import fields, replace

from hypothesis import given, settings
from hypothesis import strategies as st

from passerelle.core.judge.check import check_link
from passerelle.core.judge.trying import Trials
from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.house_rules import LINK_RULES, HouseRules, link_rules
from passerelle.core.plan.things import Things
from passerelle.demo_data import mistakes_plan

PLAN = mistakes_plan()
NOW = check(PLAN)
TRIALS = Trials(NOW)
changes = st.fixed_dictionaries(
    {},
    optional={
        "loss_basis": st.sampled_from(["typical", "statistical"]),
        "tight_below_db": st.sampled_from([0.0, 2.0]),
        "ageing_db": st.sampled_from([0.5, 3.0]),
        "mode_conditioning": st.sampled_from(["over-300-m"]),
        "growth_gbps": st.sampled_from([25.0, 100.0]),
        "spares": st.sampled_from(["none", "one-a-type"]),
        "spare_strands_percent": st.sampled_from([0.0, 80.0]),
        "termination": st.sampled_from(["field", "pigtails"]),
        "mode_school": st.sampled_from(["single-mode-everywhere"]),
    },
)


def counted(made):
    """Every link and finding counted, one after the other."""
    said = [one.finding for one in made.findings]
    said += [one for link in made.links for one in link.findings]
    open_ones = [one.rule.severity for one in said if one.explained_by is None]
    return Counter(link.verdict for link in made.links), Counter(open_ones)


@settings(max_examples=25, deadline=None)
@given(changes)
def test_trying_and_storing_count_the_same(change):
    rules = replace(PLAN.house_rules, **change)
    assert TRIALS.of(rules) == counted(check(replace(PLAN, house_rules=rules)))


def test_links_that_are_alike_are_judged_once_and_counted_each():
    assert TRIALS.kinds < len(PLAN.links)
    assert TRIALS.standing() == counted(NOW)
    twice = [
        replace(one, id=f"again{at}", name=f"{one.name}, again")
        for at, one in enumerate(PLAN.links)
    ]
    now = check(replace(PLAN, links=Things([*PLAN.links, *twice])))
    trials = Trials(now)
    assert trials.kinds == TRIALS.kinds
    assert trials.standing() == counted(now)


def test_counting_leaves_out_what_another_finding_explains():
    said = [one for link in NOW.links for one in link.findings]
    echoes = [one for one in said if one.explained_by is not None]
    assert echoes  # the demo shows some
    verdicts, found = TRIALS.standing()
    plan_wide = [one.finding for one in NOW.findings]
    assert sum(found.values()) == len(said) - len(echoes) + len(plan_wide)
    assert sum(verdicts.values()) == len(PLAN.links)


@settings(max_examples=25, deadline=None)
@given(changes)
def test_rules_that_are_no_link_rules_change_no_link(change):
    """What is carried over for equal link rules is what a fresh look would say."""
    rest = {key: value for key, value in change.items() if key not in LINK_RULES}
    rules = replace(PLAN.house_rules, **rest)
    assert link_rules(rules) == link_rules(PLAN.house_rules)
    for one in list(NOW.alone.values())[::7]:
        again = check_link(one.budget.link, rules, NOW.site.tables)
        assert [(f.rule.id, f.said) for f in again.findings] == [
            (f.rule.id, f.said) for f in one.findings
        ]


def test_every_rule_is_one_of_the_link_or_not_and_none_is_misspelt():
    assert set(LINK_RULES) <= {one.name for one in fields(HouseRules)}
