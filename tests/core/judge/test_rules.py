"""The table of rules is refused where it contradicts itself, and ranks by what comes of it."""

import pytest

from passerelle.core.judge import rules
from passerelle.core.tables.rows import TableError

ROW = {
    "id": "a.rule", "severity": "warn", "consequence": "dim", "step": "light", "title": "t",
    "why": "w", "do": "d", "source": "s",
}  # fmt: skip


def read(monkeypatch, *rows):
    monkeypatch.setattr(rules, "read_file", lambda name: {"rule": [ROW | one for one in rows]})
    return rules.read_rules()


@pytest.mark.parametrize(
    ("rows", "said"),
    [
        (({}, {}), "rules.toml a.rule: is listed twice"),
        (({"severity": "bad"},), "severity is not one of stop, warn, note"),
        (({"consequence": "grave"},), "consequence is not one of unsafe, damage, dark, dim, later"),
        (({"step": "visits"},), "step is not one of survey"),
        (({"explains": ["b.rule"]},), "rules.toml a.rule: explains b.rule, which is no rule"),
        (({"colour": "red"},), "a.rule"),
    ],
)
def test_a_table_that_makes_no_sense_is_refused_by_its_row(monkeypatch, rows, said):
    with pytest.raises(TableError) as refused:
        read(monkeypatch, *rows)
    assert said in str(refused.value)


def test_an_echo_may_stand_before_or_behind_what_explains_it(monkeypatch):
    found = read(monkeypatch, {"explains": ["b.rule"]}, {"id": "b.rule"})
    assert found["a.rule"].explains == ("b.rule",)


def test_what_hurts_people_is_read_before_what_is_dark_and_a_stop_before_both(monkeypatch):
    kinds = [("warn", "dark"), ("note", "unsafe"), ("stop", "later"), ("warn", "unsafe")]
    rows = [{"id": f"r{at}", "severity": s, "consequence": c} for at, (s, c) in enumerate(kinds)]
    found = read(monkeypatch, *rows)
    order = sorted(found.values(), key=lambda rule: rule.rank)
    assert [rule.id for rule in order] == ["r2", "r3", "r0", "r1"]
