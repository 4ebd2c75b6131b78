"""Schedules: no condition is ever broken, and on small plans none is better."""

from itertools import pairwise, permutations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from passerelle.core.plant.travel import Travel
from passerelle.core.visits.bound import least_days
from passerelle.core.visits.days import Conditions
from passerelle.core.visits.proposal import best_of
from passerelle.core.visits.schedule import NeverError, scheduled
from passerelle.core.visits.task import Task, Wait

PLACES = ("H", "A", "B")
TRAVEL = Travel({frozenset("HA"): 12.0, frozenset("HB"): 30.0, frozenset("AB"): 18.0}, {}, {}, {})


def task(name, hours, at=("H",), people=1, after=(), **more):
    waits = tuple(Wait(key, "") for key in after)
    minutes = hours * 60 * people
    return Task(name, "own", name, name, ("plan", "p"), at, minutes, people=people, after=waits,
                **more)  # fmt: skip


def days(crew=2, crews=1, day_h=8.0, open_at=None):
    return Conditions(crew, crews, day_h, "H", TRAVEL, open_at or (lambda place, day: None))


def faults(tasks, visits, conditions):  # noqa: PLR0912
    """Every condition that a schedule breaks, in words, found without its help."""
    said = []
    done = {}
    for visit in visits:
        if visit.back_h > conditions.day_h + 1e-6:
            said.append(f"day {visit.day} takes {visit.back_h}")
        for one in visit.tasks:
            parts = done.setdefault(one.task.key, [])
            parts.append((visit.day, one.start_h, one.end_h))
            said += [f"{one.task.key} before its goods"] if visit.day < one.task.due else []
            for place in one.task.at:
                spans = conditions.open_at(place, visit.day)
                if spans is not None and not any(
                    a - 1e-6 <= one.start_h and one.end_h <= b + 1e-6 for a, b in spans
                ):
                    said.append(f"{one.task.key} while {place} is shut")
        for person in {step.person for step in visit.steps}:
            mine = sorted((s for s in visit.steps if s.person == person), key=lambda s: s.from_h)
            here, free = "H", 0.0
            for step in mine:
                if step.from_h < free + TRAVEL.minutes(here, step.place) / 60 - 1e-6:
                    said.append(f"person {person} in two places on day {visit.day}")
                here, free = step.place, step.until_h
            if mine and free + TRAVEL.minutes(here, "H") / 60 > conditions.day_h + 1e-6:
                said.append("late home")
    for one in tasks:
        parts = sorted(done.get(one.key, []))
        took = sum(b - a for _, a, b in parts)
        if not one.hours - 1e-6 <= took <= one.hours + 0.011 * max(1, len(parts)):
            said.append(f"{one.key} takes {took}, not {one.hours}")
        for wait in one.after:
            last = max(done[wait.key])
            if parts[0][0] < last[0] or (parts[0][0] == last[0] and parts[0][1] < last[2] - 1e-6):
                said.append(f"{one.key} before {wait.key}")
    return said


@st.composite
def works(draw):
    """Up to twelve tasks, each of which may wait for earlier ones."""
    found = []
    for at in range(draw(st.integers(1, 12))):
        people = draw(st.integers(1, 2))
        some = draw(st.sampled_from([(), ("H",), ("A",), ("B",), ("A", "B"), ("H", "B")]))
        after = [f"t{n}" for n in range(at) if draw(st.integers(0, 4)) == 0]
        found.append(
            task(f"t{at}", draw(st.sampled_from([0.05, 0.5, 1.3, 2.75, 6.0, 11.0])), some,
                 max(people, len(some)), after, due=draw(st.sampled_from([1, 1, 1, 3])))
        )  # fmt: skip
    return found


def tide(place, day):
    """A can be worked at for four hours, an hour later each day; B and H always."""
    return ((day % 3 + 1.0, day % 3 + 5.0),) if place == "A" else None


@settings(max_examples=60)
@given(works(), st.integers(2, 3), st.integers(1, 2), st.booleans())
def test_no_schedule_breaks_a_condition(tasks, crew, crews, wet):
    conditions = days(crew, crews, open_at=tide if wet else None)
    visits = scheduled(tasks, conditions, {})
    assert faults(tasks, visits, conditions) == []
    used = len({one.day for one in visits})
    assert least_days(tasks, conditions, used) <= used
    for one, other in pairwise(visits):  # two crews only where there are two
        assert (one.day, one.crew) != (other.day, other.crew)


def fewest(tasks, day_h):
    """Days for one person without ways, over every order of the tasks that keeps what waits."""
    best = len(tasks)
    for order in permutations(tasks):
        place = {one.key: at for at, one in enumerate(order)}
        if any(place[w.key] > place[one.key] for one in order for w in one.after):
            continue
        count, left = 1, day_h
        for one in order:
            if one.hours > left + 1e-9:
                count, left = count + 1, day_h
            left -= one.hours
        best = min(best, count)
    return best


@settings(max_examples=25)
@given(
    st.lists(st.sampled_from([1.0, 2.0, 2.5, 3.0, 4.0, 5.5, 7.0]), min_size=1, max_size=6),
    st.integers(0, 5),
)
def test_small_plans_take_the_fewest_days_that_there_are(hours, link):
    tasks = [task(f"t{at}", one, after=[f"t{at - 1}"] if at == link and at else [])
             for at, one in enumerate(hours)]  # fmt: skip
    visits, least = best_of(tasks, days(crew=1), 1.0)
    found = len({one.day for one in visits})
    assert found == fewest(tasks, 8.0)
    assert least <= found


def test_the_bound_by_hours_by_chain_and_by_access():
    """20 h of one person in days of 8 take 3; two people, one chain of 20 h: 3; hours of access
    of 2 a day with two people: 10 h of one person at A take 10 / 4, so 3."""
    loose = [task(f"t{n}", 4.0) for n in range(5)]
    assert least_days(loose, days(crew=1), 9) == 3
    chain = [task(f"t{n}", 4.0, after=[f"t{n - 1}"] if n else []) for n in range(5)]
    assert least_days(chain, days(), 9) == 3
    shut = days(open_at=lambda place, day: ((3.0, 5.0),) if place == "A" else None)
    assert least_days([task(f"t{n}", 1.0, ("A",)) for n in range(10)], shut, 9) == 3
    assert least_days([], days(), 0) == 0


def test_goods_that_come_later_open_a_gap_in_the_days():
    visits = scheduled([task("now", 2.0), task("later", 2.0, due=6)], days(), {})
    assert [one.day for one in visits] == [1, 6]


def test_people_at_both_ends_begin_together_when_the_last_is_there():
    """B is 30 min away, A 12: the pull begins at 0.5 h, and both are back 30 min after its end."""
    (visit,) = scheduled([task("pull", 2.0, ("A", "B"), 2)], days(), {})
    (one,) = visit.tasks
    assert (one.start_h, one.end_h, visit.back_h) == (0.5, 2.5, 3.0)
    assert visit.walked_h == pytest.approx(2 * (0.2 + 0.5))


def test_what_is_longer_than_a_day_is_split_and_one_that_fits_nowhere_says_why():
    visits = scheduled([task("dig", 20.0)], days(), {})
    parts = [(one.part, one.parts, one.hours) for v in visits for one in v.tasks]
    assert parts == [(1, 3, 8.0), (2, 3, 8.0), (3, 3, 4.0)]
    shut = days(open_at=lambda place, day: () if place == "A" else None)
    with pytest.raises(NeverError, match="A is never open long enough within a day of 8 h"):
        scheduled([task("x", 1.0, ("A",))], shut, {}, horizon=5)
