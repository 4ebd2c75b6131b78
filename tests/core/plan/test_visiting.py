"""Times of day: read and written."""

import pytest

from passerelle.core.plan.visiting import clock, minutes_of


@pytest.mark.parametrize(("text", "minutes"), [("08:30", 510), ("0:05", 5), ("24:00", 1440)])
def test_times_of_day_are_minutes(text, minutes):
    assert minutes_of(text) == minutes


@pytest.mark.parametrize("text", ["8.30", "noon", "24:01", "12:60", ""])
def test_what_is_no_time_of_day_is_refused_in_words(text):
    with pytest.raises(ValueError, match="is not a time of day such as 08:30"):
        minutes_of(text)


def test_minutes_are_written_as_a_clock_shows_them():
    assert (clock(510), clock(1440), clock(59.6)) == ("08:30", "00:00", "01:00")
