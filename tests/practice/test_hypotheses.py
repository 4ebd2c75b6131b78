"""The next look among a handful of states: most of the answer per minute."""

from passerelle.practice.drill import Act, Look, Shown
from passerelle.practice.hypotheses import best_look, left

HALF, ONE = Act("half", "Halve", 4.0), Act("one", "One by one", 1.0)


def outcome(state, act):
    return str(state < 4) if act == "half" else str(state == 0)


def same(state):
    return state


def test_halving_eight_is_worth_more_only_where_it_costs_little():
    """1 bit in 4 min is 0.25; 0.5436 bit in 1 min is more; at 1 min each, halving wins."""
    states = range(8)
    assert best_look(states, outcome, same, (HALF, ONE)) is ONE
    assert best_look(states, outcome, same, (Act("half", "Halve", 1.0), ONE)).id == "half"


def test_nothing_is_looked_at_once_all_that_is_left_gives_one_answer():
    assert best_look([4, 5, 6], outcome, lambda _: "same", (HALF, ONE)) is None
    assert best_look([4, 5], outcome, same, (HALF, ONE)) is None  # neither tells them apart


def test_what_was_seen_leaves_what_agrees_with_it():
    assert left(range(8), outcome, (Look("half", Shown("False", "")),)) == (4, 5, 6, 7)
    assert left(range(8), outcome, (Look("one", Shown("True", "")),)) == (0,)
