"""What counters prove: 3 / (R T) at 95 %, worked by hand."""

import pytest

from passerelle.core.light.modules import End, resolve
from passerelle.core.turnup.counting import bits_per_s, counted, proven, seconds_for

from .facts import counter

LR = resolve(End("10GBASE-LR"))


def test_ten_gigabit_takes_291_seconds_for_one_in_a_million_million() -> None:
    """3 / (1e-12 x 10.3125e9) = 290.9 s; 74 s prove 3 / (74 x 10.3125e9) = 3.9e-12."""
    assert bits_per_s(LR) == pytest.approx(10.3125e9)
    assert seconds_for(1e-12, bits_per_s(LR)) == pytest.approx(290.9, abs=0.1)
    assert proven(10.3125e9, 74) == pytest.approx(3.93e-12, rel=0.01)
    assert proven(10.3125e9, 0) is None


@pytest.mark.parametrize(
    ("application", "target", "seconds"),
    [("1000BASE-SX", 1e-12, 2400.0), ("400GBASE-DR4", 1e-13, 72.7), ("32GFC SW", 1e-15, 93_750)],
)
def test_each_application_has_its_own_promise(application, target, seconds) -> None:
    """1.25e9, 412.5e9 and 32e9 bits each second."""
    told = counted([], resolve(End(application)))
    assert told.target.ratio == target
    assert told.needed_s == pytest.approx(seconds, rel=0.01)
    assert (told.growing, told.proven) == (None, False)


def test_one_reading_proves_nothing() -> None:
    told = counted([counter("a", 0, 0)], LR)
    assert (told.readings, told.growing, told.proven) == (1, None, False)


def test_zero_and_still_zero_is_counted_in_minutes() -> None:
    told = counted([counter("a", 7, 0), counter("a", 7, 2)], LR)
    assert (told.growing, told.seconds) == (False, 120)
    assert told.left_s == pytest.approx(170.9, abs=0.1)
    assert not told.proven
    assert counted([counter("a", 7, 0), counter("a", 7, 5)], LR).proven


def test_a_counter_that_grows_is_told_with_its_rate_and_starts_anew() -> None:
    """60 errors in 60 s of 10.3125e9 bits: 9.7e-11."""
    told = counted([counter("a", 0, 0), counter("a", 60, 1)], LR)
    assert (told.growing, told.errors, told.seconds) == (True, 60, 0)
    assert told.ratio == pytest.approx(9.7e-11, rel=0.01)
    calm = counted([counter("a", 0, 0), counter("a", 60, 1), counter("a", 60, 6)], LR)
    assert (calm.growing, calm.seconds, calm.proven) == (False, 300, True)


def test_a_counter_that_was_cleared_begins_again() -> None:
    told = counted([counter("a", 60, 0), counter("a", 0, 1)], LR)
    assert (told.growing, told.seconds) == (None, 0)
    after = counted([counter("a", 60, 0), counter("a", 0, 1), counter("a", 0, 6)], LR)
    assert after.proven
