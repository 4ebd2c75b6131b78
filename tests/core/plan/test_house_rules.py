"""House rules: the defaults with their reasons, their limits, and which of them judge a link."""

from dataclasses import fields, replace

import pytest

from passerelle.core.plan.house_rules import LINK_RULES, HouseRules, link_rules
from passerelle.core.refused import Refused
from passerelle.core.tables import STANDARD
from passerelle.formats import documents


def test_the_defaults_are_those_that_the_limits_of_the_standards_assume():
    rules = HouseRules()
    assert (rules.loss_basis, rules.mode_conditioning, rules.outside_plant) == (
        "worst-case", "always", "iso-11801"
    )  # fmt: skip
    assert (rules.repair_splices, rules.ageing_db, rules.safety_margin_db) == (0, 0.0, 0.0)
    assert (rules.tight_below_db, rules.sigmas, rules.spare_strands_percent) == (0.5, 2.0, 20.0)
    assert (rules.reach_from, rules.growth_gbps, rules.most_mated_pairs) == ("data-sheet", None, 6)


@pytest.mark.parametrize(
    ("change", "path", "said"),
    [
        ({"loss_basis": "hopeful"}, "loss_basis", "not one of"),
        ({"tight_below_db": -0.1}, "tight_below_db", "the least allowed"),
        ({"ageing_db": 20.1}, "ageing_db", "20"),
        ({"repair_splices": 101}, "repair_splices", "100"),
        ({"repair_splices": 1.5}, "repair_splices", "not a whole number"),
        ({"sigmas": 3.1}, "sigmas", "3"),
        ({"spare_strands_percent": 101}, "spare_strands_percent", "100"),
        ({"currency": ""}, "currency", "is empty"),
        ({"moon_phase": "full"}, "moon_phase", "unknown key"),
    ],
)
def test_what_is_no_house_rule(change, path, said):
    with pytest.raises(Refused) as refused:
        documents.of_raw(HouseRules, change)
    assert refused.value.path == path
    assert said in refused.value.reason


def test_limits_themselves_are_taken():
    raw = {"tight_below_db": 0, "ageing_db": 20, "repair_splices": 100, "sigmas": 3,
           "spare_strands_percent": 100}  # fmt: skip
    read = documents.of_raw(HouseRules, raw)
    assert (read.tight_below_db, read.ageing_db, read.sigmas) == (0.0, 20.0, 3.0)


def test_every_school_is_a_rule_and_its_values_are_allowed():
    """A school with its first value is the default, and every value that is tried can be stored."""
    names = {one.name for one in fields(HouseRules)}
    for school in STANDARD.schools:
        assert school.key in names
        for value in school.tried:
            raw = {} if value == "" else {school.key: value}
            documents.of_raw(HouseRules, raw)


@pytest.mark.parametrize(
    ("key", "value", "judges"),
    [
        ("loss_basis", "typical", True), ("ageing_db", 1.0, True), ("growth_gbps", 100.0, True),
        ("mode_school", "single-mode-everywhere", True), ("termination", "field", False),
        ("currency", "beads", False), ("spares", "none", False), ("outlying", "shared", False),
    ],
)  # fmt: skip
def test_which_rules_a_links_answer_depends_on(key, value, judges):
    plain = HouseRules()
    other = replace(plain, **{key: value})
    assert (link_rules(other) != link_rules(plain)) is judges
    assert (key in LINK_RULES) is judges
