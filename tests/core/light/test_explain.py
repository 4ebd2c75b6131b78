"""Every figure is the sum of the lines that explain it, and every line names its source."""

import pytest

from passerelle.core.judge.check import check_link
from passerelle.core.judge.findings import RULES
from passerelle.core.light.explain import explain
from passerelle.core.light.site import site_of
from passerelle.core.plan.house_rules import HouseRules
from passerelle.demo_data import mistakes_plan
from tests.making import cable, cord, demo_links, judged, link, path

LINKS = demo_links()
TABLES = site_of(mistakes_plan()).tables


@pytest.mark.parametrize("subject", LINKS, ids=lambda one: one.name)
def test_lines_add_up_to_the_figure(subject):
    rules = HouseRules(repair_splices=2, ageing_db=0.3, safety_margin_db=0.2)
    for name, figure in explain(check_link(subject, rules, TABLES).budget).items():
        used = [line for line in figure.lines if "not used" not in line.how]
        assert all(line.source and line.how for line in used), name
        if figure.value is None:
            assert any(line.value is None for line in used), name
        else:
            assert sum(line.value for line in used) == pytest.approx(figure.value), name


def test_a_figure_of_doubt_says_so_where_it_decides():
    low_loss = judged(link("1000BASE-LX", path(cord("OM4"), cable("OM4", 100), cord("OM4"))))
    figures = explain(low_loss.budget)
    assert "check the data sheet" in figures["reach"].as_text()
    assert "check the data sheet" in figures["a.limit"].as_text()
    sure = explain(judged(link("10GBASE-LR", path(cord()))).budget)
    assert "check the data sheet" not in sure["a.margin"].as_text()


def test_the_other_standard_stands_beside_the_one_that_is_used():
    check = judged(link("10GBASE-SR", path(cord("OM2"), cable("OM2", 40), cord("OM2"))))
    limit, told = explain(check.budget)["a.limit"].lines
    assert (limit.value, told.value) == (1.8, 2.3)  # IEEE 802.3; TIA-568


def test_every_rule_says_why_what_to_do_and_from_where():
    for rule in RULES.values():
        assert rule.severity in ("stop", "warn", "note")
        assert min(map(len, (rule.title, rule.why, rule.do, rule.source))) >= 8, rule.id
