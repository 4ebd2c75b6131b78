"""The table of rules: complete, and read strictly."""

import pytest

from passerelle.core.judge import rules
from passerelle.core.judge.rules import RULES, read_rules
from passerelle.core.tables.rows import TableError

GOOD = {
    "id": "a.b",
    "severity": "stop",
    "consequence": "dark",
    "step": "light",
    "title": "t",
    "why": "w",
    "do": "d",
    "source": "s",
}


def test_every_rule_says_why_what_to_do_and_whose_word_it_is():
    assert len(RULES) > 80
    for rule in RULES.values():
        assert all((rule.title, rule.why, rule.do, rule.source)), rule.id
        assert rule.id not in rule.explains


@pytest.mark.parametrize(
    ("rows", "said"),
    [
        ([GOOD | {"severity": "fatal"}], "a.b: severity is not one of stop, warn, note"),
        ([GOOD | {"consequence": "sad"}], "a.b: consequence is not one of unsafe, damage, dark"),
        ([GOOD | {"step": "lunch"}], "a.b: step is not one of survey"),
        ([GOOD, GOOD], "a.b: is listed twice"),
        ([GOOD | {"explains": ["c.d"]}], "a.b: explains c.d, which is no rule"),
        ([{key: GOOD[key] for key in GOOD if key != "why"}], "a.b: missing key why"),
    ],
)
def test_a_table_that_makes_no_sense_is_refused(monkeypatch, rows, said):
    monkeypatch.setattr(rules, "read_file", lambda _name: {"rule": rows})
    with pytest.raises(TableError, match=said):
        read_rules()
