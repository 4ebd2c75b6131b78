"""Readings from a list: every row is a fact, absurd ones are refused, orphans are kept."""

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.facts import Facts
from passerelle.core.refused import Refused
from passerelle.formats.lists.sheet import Column
from passerelle.plans.listimport import judged, readings
from passerelle.plans.listreadings import ground_of
from tests.core.measuring.reading import AT, plan_of, reading

COLUMNS = [Column(one) for one in ("run", "nm", "direction", "loss", "at")]
PLAN = plan_of()


def read(*rows, facts=Facts.NONE, columns=COLUMNS):
    ground = ground_of(check(PLAN), facts, "Ada")
    return judged(PLAN, "reading", columns, [list(map(str, row)) for row in rows], ground)


def test_a_row_becomes_a_fact_with_its_verdict():
    found = read(("C/3", "1310 nm", "a-b", "0,93 dB", AT), ("c/4", 1550, "b-a", "no light", AT))
    assert [(row.outcome, row.said) for row in found.rows] == [
        ("added", "0.93 dB passes"), ("added", "no light"),
    ]  # fmt: skip
    one, two = readings(found)
    assert (one.run, one.nm, one.loss_db, one.who) == ("cable0000001-3", 1310.0, 0.93, "Ada")
    assert (two.run, two.result, two.loss_db) == ("cable0000001-4", "no light", None)


def test_cable_and_strand_name_a_run_too():
    columns = [Column(one) for one in ("cable", "strand", "nm", "loss")]
    (one,) = readings(judged(PLAN, "reading", columns, [["C", "3", "1310", "0.9"]],
                             ground_of(check(PLAN), Facts.NONE, "Ada")))  # fmt: skip
    assert (one.run, one.direction) == ("cable0000001-3", "a-b")


@pytest.mark.parametrize(
    ("loss", "said"),
    [("-23,4", "looks like a level in dBm"), ("-23.4 dBm", "is a level"),
     ("31", "Over 30 dB a loss set reads its own noise"), ("far", "is not a number"),
     ("0.9 W", "is in w, not in dB")],
)  # fmt: skip
def test_what_is_no_loss_is_refused_in_one_sentence(loss, said):
    (row,) = read(("C/3", 1310, "a-b", loss, AT)).rows
    assert (row.outcome, row.problems[0][0]) == ("refused", "Reading")
    assert said in row.problems[0][1]


def test_a_small_negative_is_kept_and_called_too_good():
    (row,) = read(("C/3", 1310, "a-b", "-0.3", AT)).rows
    assert (row.outcome, row.said) == ("added", "-0.30 dB too good")


def test_a_run_that_is_no_more_is_kept_as_history_beside_those_that_are():
    found = read(("C/3", 1310, "a-b", 0.9, AT), ("Z-9/1", 1310, "a-b", 0.9, AT))
    assert "kept as history" in found.rows[1].said
    assert [fact.about.kind for fact in readings(found)] == ["cable", "plan"]


def test_a_list_of_another_plan_is_refused_with_a_question():
    found = read(("Z-9/1", 1310, "a-b", 0.9, AT), ("Z-9/2", 1310, "a-b", 0.9, AT))
    assert all("another plan's list?" in row.problems[0][1] for row in found.rows)
    with pytest.raises(Refused, match="row 2, Run"):
        readings(found)


def test_what_is_there_already_changes_nothing_and_another_figure_says_what_it_was():
    facts = Facts.of([reading(3, 0.9)])
    same, other = (read(("C/3", 1310, "a-b", loss, AT), facts=facts).rows[0]
                   for loss in (0.9, 1.1))  # fmt: skip
    assert (same.outcome, other.outcome, other.said) == (
        "unchanged", "changed", "0.90 → 1.10 dB passes",
    )  # fmt: skip
    assert other.thing.corrects == facts.all[0].id


def test_a_wavelength_that_is_on_no_sheet_and_a_time_that_is_none():
    assert "not on its sheet" in read(("C/3", 850, "a-b", 0.9, AT)).rows[0].said
    (row,) = read(("C/3", 1310, "a-b", 0.9, "yesterday")).rows
    assert "is not a time" in row.problems[0][1]


def test_one_row_twice_is_said():
    found = read(("C/3", 1310, "a-b", 0.9, AT), ("C/3", 1310, "a-b", 0.8, AT))
    assert found.rows[1].problems == [("Run", "stands in the list twice")]
