"""How few days it could be: bounds worked by hand, and never over what a schedule needs."""

from hypothesis import given, settings
from hypothesis import strategies as st

from passerelle.core.visits.bound import least_days
from passerelle.core.visits.schedule import scheduled

from .test_schedule import days, task


def test_two_people_at_once_count_twice():
    """Four tasks of 4 h with both of the crew: 16 h one after the other, two days."""
    both = [task(f"t{n}", 4.0, ("H",), 2) for n in range(4)]
    assert least_days(both, days(), 9) == 2
    assert least_days(both, days(crew=4), 9) == 1
    assert least_days(both, days(crew=2, crews=2), 9) == 1


def test_a_bound_is_never_more_than_what_was_found():
    assert least_days([task("t", 20.0)], days(), 2) == 2


def test_a_chain_and_a_crowd_together_take_more_than_either():
    """A 6 h, then B 6 h after it; beside them 20 h of one person in days of 8 with two: 32 h of 32
    in two days, and that is enough by hours; one more hour makes a third."""
    chain = [task("a", 6.0), task("b", 6.0, after=["a"])]
    loose = [task(f"t{n}", 5.0) for n in range(4)]
    assert least_days([*chain, *loose], days(), 9) == 2
    assert least_days([*chain, *loose, task("one", 1.0)], days(), 9) == 3


def test_access_counts_what_of_the_day_is_open():
    """Open from 6 to 10 h of a day that ends at 8: two hours a day, three of one person: 1.5."""
    shut = days(crew=1, open_at=lambda place, day: ((6.0, 10.0),) if place == "A" else None)
    assert least_days([task(f"t{n}", 1.0, ("A",)) for n in range(3)], shut, 9) == 2
    # the place that is open longest on any day decides: a bound is no estimate
    wide = days(crew=1, open_at=lambda place, day: ((0.0, 8.0 if day == 300 else 2.0),))
    assert least_days([task(f"t{n}", 1.0, ("A",)) for n in range(8)], wide, 9) == 1


@settings(max_examples=30)
@given(
    st.lists(st.tuples(st.sampled_from([0.5, 1.5, 3.0, 5.0, 7.5]), st.integers(1, 2),
                       st.sampled_from([None, 0, 1])), min_size=1, max_size=8),
    st.integers(2, 3),
)  # fmt: skip
def test_a_bound_holds_for_every_schedule(some, crew):
    tasks = [
        task(
            f"t{at}", hours, ("H",), people, [f"t{back}"] if back is not None and back < at else []
        )
        for at, (hours, people, back) in enumerate(some)
    ]
    found = len({one.day for one in scheduled(tasks, days(crew), {})})
    assert 1 <= least_days(tasks, days(crew), found + 3) <= found
