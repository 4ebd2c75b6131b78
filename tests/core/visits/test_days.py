"""Times of a day: whole hundredths of an hour, rounded up, so that what is printed agrees."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from passerelle.core.visits.days import Placed, on_grid


@pytest.mark.parametrize(
    ("hours", "told"),
    [
        (0.0, 0.0), (0.25, 0.25), (0.251, 0.26), (1 / 3, 0.34), (0.1 + 0.2, 0.3),
        (20 / 60, 0.34), (7.999, 8.0), (0.0001, 0.01),
    ],
)  # fmt: skip
def test_a_time_is_rounded_up_to_a_hundredth_and_noise_of_sums_is_none(hours, told):
    assert on_grid(hours) == pytest.approx(told)


@given(st.floats(0, 1000))
def test_it_is_never_earlier_and_less_than_a_hundredth_later_and_stays_there(hours):
    made = on_grid(hours)
    assert hours - 1e-6 <= made < hours + 0.01 + 1e-6
    assert on_grid(made) == pytest.approx(made)


def test_a_task_ends_its_hours_after_it_begins():
    assert Placed(None, 1.5, 0.75).end_h == 2.25
