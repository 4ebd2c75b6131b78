"""Drums to buy: against choices by hand, and against every way of sharing out a few lengths."""

from hypothesis import given, settings
from hypothesis import strategies as st

from passerelle.core.materials.drums import MOST_PIECES, drums_for

SIZES = (500.0, 1000.0, 2000.0, 4000.0)


def metres(made):
    return sum(drum.length_m for drum in made.drums)


def test_three_of_600_come_off_one_drum_of_2000_not_off_three_of_1000():
    made = drums_for((600.0, 600.0, 600.0))
    assert [(drum.length_m, sorted(drum.pieces)) for drum in made.drums] == [(2000.0, [0, 1, 2])]
    assert made.least_m == 2000.0


def test_a_drum_has_at_least_what_is_cut_from_it():
    made = drums_for((500.0, 500.1))
    assert metres(made) == 1500.0
    assert drums_for(()) == ((), 0.0)


def shares(pieces):
    """Every way of putting pieces into heaps."""
    if not pieces:
        yield []
        return
    first, *rest = pieces
    for heaps in shares(rest):
        yield [[first], *heaps]
        for at in range(len(heaps)):
            yield [*heaps[:at], [first, *heaps[at]], *heaps[at + 1 :]]


@settings(max_examples=40)
@given(st.lists(st.sampled_from([90.0, 210.0, 310.0, 520.0, 640.0, 980.0, 1450.0]), max_size=6))
def test_no_other_choice_takes_fewer_metres(pieces):
    best = min(
        sum(next(size for size in SIZES if size >= sum(heap)) for heap in heaps)
        for heaps in shares(pieces)
        if all(sum(heap) <= SIZES[-1] for heap in heaps)
    )
    made = drums_for(tuple(pieces))
    assert metres(made) == made.least_m == best
    assert sorted(at for drum in made.drums for at in drum.pieces) == list(range(len(pieces)))
    for drum in made.drums:
        assert sum(pieces[at] for at in drum.pieces) <= drum.length_m


def test_what_is_too_much_to_prove_says_how_few_it_could_be():
    """20 of 600 m: at best 12,000 m; one to a drum of 1,000 is 20,000."""
    made = drums_for((600.0,) * (MOST_PIECES + 4))
    assert made.least_m == 12000.0
    assert metres(made) >= made.least_m
