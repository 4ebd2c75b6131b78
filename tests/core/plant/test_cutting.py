"""The exact cut assignment against every assignment tried by hand or by machine."""

from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from passerelle.core.plant.cutting import MOST_PAIRS, assigned


def all_reels(lengths, reels):
    return (tuple(range(len(reels))),) * len(lengths)


def worth(lengths, reels, choice):
    """The five aims as a tuple, the better the greater; None where a reel is overdrawn."""
    left = list(reels)
    for length, at in zip(lengths, choice, strict=True):
        if at is not None:
            left[at] -= length
    if min(left) < 0:
        return None
    used = {at for at in choice if at is not None}
    cut = [m for m, at in zip(lengths, choice, strict=True) if at is not None]
    return len(cut), sum(cut), -len(used), max(left), -sum(left[at] for at in used)


@pytest.mark.parametrize(
    ("lengths", "reels", "found"),
    [
        # longest first would take 60 + 30 and leave 50 + 45 no room; 60 + 40 and 50 + 45 both fit
        ((60, 50, 45, 40), (100, 95), (0, 1, 1, 0)),
        # one cable of 400 m comes off the reel of 500, so that 1000 stay whole
        ((400,), (500, 1000), (0,)),
        # two reels would do, one is enough
        ((300, 200), (500, 400), (0, 0)),
        # nothing is long enough: nothing is cut
        ((600,), (500,), (None,)),
        # of two that cannot both be had the longer one
        ((300, 400), (450,), (None, 0)),
        # two short ones before a long one: more cables come off
        ((450, 200, 200), (450,), (None, 0, 0)),
    ],
)
def test_worked_by_hand(lengths, reels, found):
    made = assigned(lengths, reels, all_reels(lengths, reels))
    assert made.proved
    assert made.reels == found


@given(
    st.lists(st.integers(1, 60), min_size=1, max_size=5),
    st.lists(st.integers(10, 100), min_size=1, max_size=3),
)
def test_no_other_assignment_is_better(lengths, reels):
    made = assigned(tuple(lengths), tuple(reels), all_reels(lengths, reels))
    options = (None, *range(len(reels)))
    tried = [worth(lengths, reels, one) for one in product(options, repeat=len(lengths))]
    assert made.proved
    assert worth(lengths, reels, made.reels) == max(one for one in tried if one is not None)


@given(st.lists(st.integers(1, 60), min_size=2, max_size=5), st.integers(0, 1))
def test_a_length_comes_only_off_a_reel_that_serves_it(lengths, only):
    fits = tuple((only,) if n % 2 else (0, 1) for n in range(len(lengths)))
    made = assigned(tuple(lengths), (300, 300), fits)
    assert all(at in (only, None) for at in made.reels[1::2])


def test_above_the_stated_size_it_says_that_it_is_not_proved():
    lengths, reels = (10,) * 41, (100,) * 10
    made = assigned(lengths, reels, all_reels(lengths, reels))
    assert len(lengths) * len(reels) > MOST_PAIRS
    assert not made.proved
    assert made.reels.count(None) == 0


def test_the_solver_says_nothing_where_programs_read(capfd):
    assigned((7, 8), (9, 9), ((0, 1), (0, 1)))
    assert capfd.readouterr() == ("", "")
