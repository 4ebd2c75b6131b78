"""Cables judged: an end that is left coiled, and who is on it."""

from passerelle.core.judge.cables import check_cables
from passerelle.core.plan.backbone import Termination
from passerelle.core.plan.house_rules import HouseRules
from tests.planting import cable, plant, use


def found(end, *links):
    one = cable("C", "A", "B", end_b=end)
    return {
        about.finding.rule.id: about
        for about in check_cables(plant((), (one,), links), HouseRules(spare_strands_percent=0))
    }


def test_a_link_on_a_coiled_end_stops_and_a_cable_without_links_may_wait():
    link = use("1", "x", ("A", "B"), ("C", (1, 2)))
    one = found(Termination("coiled"), link)["cable.coiled"]
    assert one.finding.rule.severity == "stop"
    assert one.finding.said == "C is left coiled at B; 1 link runs on it."
    assert [key for key, _ in one.links] == ["1"]
    assert "cable.coiled" not in found(Termination("coiled"))
    assert "cable.coiled" not in found(Termination("pigtails"), link)
