"""Findings in words: strands as people say them, causes before what follows from them."""

import pytest

from passerelle.core.measuring.told import explained, strands_said, told

from .reading import sheet


@pytest.mark.parametrize(
    ("numbers", "said"),
    [([5], "strand 5"), ([1, 2], "strands 1 and 2"), ([7, 8, 9], "strands 7 to 9"),
     ([1, 3, 4], "strands 1, 3 and 4")],
)  # fmt: skip
def test_strands_in_words(numbers, said):
    assert strands_said(numbers) == said


def rows(*numbers):
    made = sheet([])
    return made, [made.rows[n - 1] for n in numbers]


def test_a_finding_about_all_strands_names_the_cable_alone():
    made, some = rows(1, 2)
    assert told("test.sibling", "x", made, some).name == "C strands 1 and 2"
    assert told("test.sibling", "x", made, list(made.rows)).name == "C"


def test_a_cause_explains_what_lies_within_it_and_comes_first():
    made, all_rows = rows(*range(1, 13))
    cause = told("test.reference", "x", made, all_rows, direction="a-b")
    inside = told("test.better-than-possible", "x", made, all_rows[:1], direction="a-b")
    other = told("test.better-than-possible", "x", made, all_rows[:1], direction="b-a")
    found = explained([inside, other, cause])
    assert [one.finding.explained_by for one in found] == [None, None, "test.reference"]
    assert found[-1].direction == "a-b"


def test_a_wrong_reference_is_no_graver_for_the_fails_that_it_explains_and_a_bend_is():
    made, some = rows(3)
    over = told("test.over-limit", "x", made, some)
    for rule, severity in (("test.reference", "warn"), ("test.bend-sign", "stop")):
        first = explained([told(rule, "x", made, some), over])[0]
        assert (first.finding.rule.id, first.finding.rule.severity) == (rule, severity)
