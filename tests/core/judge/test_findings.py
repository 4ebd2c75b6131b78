"""Findings in the order that decides, echoes folded under their causes."""

from passerelle.core.judge.findings import finding, folded, in_order
from passerelle.core.judge.rules import RULES
from passerelle.core.words import metres


def explained(*rules):
    return {one.rule.id: one.explained_by for one in folded([finding(r, "x") for r in rules])}


def test_stops_come_first_and_then_what_the_table_lists_first():
    asked = ["fiber.growth", "loss.tight", "loss.over-limit", "module.rate-mismatch"]
    found = in_order([finding(rule, "x") for rule in asked])
    ranks = ["stop", "warn", "note"]
    assert [ranks.index(one.rule.severity) for one in found] == sorted(
        ranks.index(RULES[rule].severity) for rule in asked
    )
    assert [one.rule.id for one in found][:2] == ["module.rate-mismatch", "loss.over-limit"]


def test_within_a_severity_people_come_before_parts_and_parts_before_light():
    asked = ["loss.over-limit", "polarity.not-crossed", "mate.polish", "cable.environment"]
    found = [one.rule.id for one in in_order([finding(rule, "x") for rule in asked])]
    assert found == ["cable.environment", "mate.polish", "polarity.not-crossed", "loss.over-limit"]
    warned = in_order([finding(rule, "x") for rule in ("fiber.growth", "cable.lightning")])
    assert warned[0].rule.id == "cable.lightning"


def test_findings_of_one_rule_stand_in_the_order_of_the_path():
    found = in_order([finding("mate.keys", "x", at=(at,)) for at in (5, 1, 3)])
    assert [one.at for one in found] == [(1,), (3,), (5,)]


def test_the_wrong_module_explains_what_its_sums_say():
    said = explained("module.rate-mismatch", "reach.exceeded", "loss.over-limit")
    assert said == {
        "module.rate-mismatch": None,
        "reach.exceeded": "module.rate-mismatch",
        "loss.over-limit": "module.rate-mismatch",
    }


def test_an_echo_alone_is_a_cause():
    assert explained("loss.tight") == {"loss.tight": None}
    assert explained("loss.over-limit", "light.too-weak")["light.too-weak"] == "loss.over-limit"


def test_no_finding_is_lost_and_no_echo_explains_its_cause():
    for cause in RULES.values():
        for echo in cause.explains:
            said = explained(cause.id, echo)
            assert said[echo] == cause.id
            assert said[cause.id] is None


def test_a_finding_may_be_milder_than_its_rule_and_the_rule_stays():
    mild = finding("port.speed-setting", "x", severity="note")
    assert mild.rule.severity == "note"
    assert RULES["port.speed-setting"].severity != "note"
    assert mild.rule.why == RULES["port.speed-setting"].why


def test_what_to_do_is_the_rules_word_where_nothing_closer_is_said():
    assert finding("loss.tight", "x").do == RULES["loss.tight"].do
    assert finding("loss.tight", "x", do="Clean it.").do == "Clean it."


def test_a_message_is_in_metres_and_what_is_said_can_be_in_feet():
    found = finding("reach.exceeded", f"It is {metres(1640.0)} long.")
    assert found.message == "It is 1 640 m long."
    assert found.said != found.message
