"""At hand-over: where glass ran short, what was answered, and what nobody has signed."""

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.fact import About
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.turnup import HandOverFact
from passerelle.core.records.free import Free, FreePair, FreeRun
from passerelle.core.records.handover import QUESTIONS, Short, answers, ran_short, unsigned
from passerelle.demo_data import demo_plan


def free(**pairs):
    """Free strands of each pair of places: (free, of) for its one cable."""
    made = {}
    for name, (left, of) in pairs.items():
        places = tuple(name.split("_"))
        run = FreeRun(f"cable {name}", tuple(range(1, left + 1)), of, False)
        made[places] = FreePair(places, (run,))
    return Free(made, {})


@pytest.mark.parametrize(
    ("left", "of", "short"),
    [(0, 12, True), (2, 12, True), (3, 12, False), (2, 10, False), (4, 24, True), (5, 24, False)],
)
def test_less_than_a_fifth_of_its_strands_free_is_short_and_a_fifth_is_not(left, of, short):
    assert bool(ran_short(free(A_B=(left, of)))) is short


def test_those_with_none_come_first_then_the_larger_cable():
    found = ran_short(free(A_B=(1, 12), C_D=(0, 12), E_F=(0, 24), G_H=(12, 12)))
    assert found == (
        Short(("E", "F"), 0, 24), Short(("C", "D"), 0, 12), Short(("A", "B"), 1, 12),
    )  # fmt: skip


def test_a_pair_without_a_strand_that_was_counted_is_not_called_short():
    assert ran_short(Free({("A", "B"): FreePair(("A", "B"), ())}, {})) == ()


def told(question, text, n, **more):
    return HandOverFact(about=About("plan", "plan000000001"), at=f"2026-05-0{n}T08:00:00Z",
                        who="Ada", kind="hand-over", question=question, answer=text,
                        id=f"handover{n:05d}", **more)  # fmt: skip


def test_an_answer_stands_until_a_later_one_takes_its_place_or_it_is_withdrawn():
    first = told("short", "to the hill", 1)
    assert answers(Facts.of([first])) == (first,)
    second = told("short", "to the hut", 2, corrects=first.id)
    assert [one.answer for one in answers(Facts.of([first, second]))] == ["to the hut"]
    gone = told("short", "", 3, corrects=second.id, withdrawn=True)
    assert answers(Facts.of([first, second, gone])) == ()
    assert set(QUESTIONS) == {"short", "wanted", "differently"}


def test_who_has_no_signature_is_named():
    made = check(demo_plan())
    first, *rest = made.alone
    names = unsigned(made, frozenset({first}))
    assert len(names) == len(rest)
    assert made.alone[first].budget.link.name not in names
    assert unsigned(made, frozenset(made.alone)) == ()
