"""Visits as a calendar (iCalendar, RFC 5545), for the telephone of whoever goes."""

from datetime import UTC, date, datetime, time, timedelta
from typing import Any
from uuid import NAMESPACE_URL, uuid5

from icalendar import Calendar, Event

from passerelle.core.plan.visiting import minutes_of
from passerelle.core.refused import Refused


def working_day(first: date, number: int) -> date:
    """The date of a working day, from 1: Saturdays and Sundays are left out."""
    at = first
    while at.weekday() > 4:
        at += timedelta(days=1)
    for _ in range(number - 1):
        at += timedelta(days=3 if at.weekday() == 4 else 1)
    return at


def calendar(view: dict[str, Any], plan: str, first: str) -> bytes:
    """An event for each visit, in local time of wherever it is read.

    view : visits with day, crew, back_h and tasks; tasks with key, name and at; `starts`.
    first : date of working day 1. Raises Refused where that is no date.
    """
    try:
        begin = date.fromisoformat(first)
    except ValueError:
        raise Refused("first", f"{first[:20]!r} is not a date such as 2026-05-31") from None
    names = {one["key"]: one for one in view["tasks"]}
    made = Calendar()
    made.add("prodid", "-//Passerelle//visits//EN")
    made.add("version", "2.0")
    for one in view["visits"]:
        day = working_day(begin, one["day"])
        starts = datetime.combine(day, time()) + timedelta(minutes=minutes_of(view["starts"]))
        tasks = [names[task["key"]] for task in one["tasks"] if task["key"] in names]
        event = Event()
        event.add("uid", f"{uuid5(NAMESPACE_URL, one['id'])}@passerelle")
        event.add("dtstamp", datetime.now(UTC))
        event.add("summary", f"{plan}: {one['name']}, {len(tasks)} tasks")
        event.add("dtstart", starts)
        event.add("dtend", starts + timedelta(hours=max(one["back_h"], 0.25)))
        event.add("description", "\n".join(f"- {task['name']}" for task in tasks))
        places = dict.fromkeys(place for task in tasks for place in task["at"])
        event.add("location", ", ".join(places))
        made.add_component(event)
    return bytes(made.to_ical())
