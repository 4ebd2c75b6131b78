"""The two plans that ship: a good one with a handful of open questions, and one of mistakes."""

from collections import Counter

from passerelle.core.judge.rules import STOP
from passerelle.core.judge.wholeplan import check
from passerelle.demo_data import demo_plan, mistakes_plan


def test_the_demo_is_a_good_plan_with_honest_problems():
    """Most links work, few do not, something is not known, and no mistake stands in the routes."""
    judged = check(demo_plan())
    verdicts = Counter(one.verdict for one in judged.links)
    assert verdicts["works"] + verdicts["tight"] >= 0.9 * len(judged.links)
    assert 1 <= verdicts["fails"] <= 4
    assert 1 <= verdicts["unknown"] <= 4
    stops = [
        (one.name, one.finding) for one in judged.backbone if one.finding.rule.severity == STOP
    ]
    assert [(name, found.message) for name, found in stops] == [
        (
            "Cabinet 1 – camera 1",
            "Cabinet 1 – camera 1: 1000BASE-T, Cat 5e, 102 m with its cords; 100 m is its reach.",
        )
    ]
    warned = {one.finding.rule.id for one in judged.backbone}
    assert {"power.unknown", "route.shared-fate"} <= warned


def test_both_plans_are_of_one_station_and_have_identities_of_their_own():
    good, bad = demo_plan(), mistakes_plan()
    assert good.id != bad.id
    assert set(good.places.by_name) <= set(bad.places.by_name)
    assert sum(one.verdict == "fails" for one in check(bad).links) > 20
