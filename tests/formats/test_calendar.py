"""Visits as a calendar: working days, and what a reader of calendars makes of them."""

from datetime import date, datetime

import pytest
from icalendar import Calendar

from passerelle.core.refused import Refused
from passerelle.formats.calendar import calendar, working_day

VIEW = {
    "starts": "08:00",
    "tasks": [{"key": "t", "name": "pull =P-1", "at": ["Hall", "Hut"]}],
    "visits": [{"id": "v1", "name": "Visit 1", "day": 3, "back_h": 7.5, "tasks": [{"key": "t"}]}],
}


@pytest.mark.parametrize(("number", "day"), [(1, 27), (2, 30), (6, 34)])
def test_weekends_are_no_working_days(number, day):
    """27 November 2026 is a Friday."""
    first = date(2026, 11, 27)
    assert working_day(first, number).toordinal() - date(2026, 11, 1).toordinal() + 1 == day


def test_a_visit_is_an_event_on_its_day():
    (event,) = Calendar.from_ical(calendar(VIEW, "Plan", "2026-11-26")).walk("VEVENT")
    assert event.decoded("dtstart") == datetime(2026, 11, 30, 8, 0)
    assert event.decoded("dtend") == datetime(2026, 11, 30, 15, 30)
    assert str(event["summary"]) == "Plan: Visit 1, 1 tasks"
    assert str(event["location"]) == "Hall, Hut"
    assert str(event["description"]) == "- pull =P-1"


def test_a_date_in_words_is_one_sentence():
    with pytest.raises(Refused, match="'next week' is not a date such as 2026-05-31"):
        calendar(VIEW, "Plan", "next week")
