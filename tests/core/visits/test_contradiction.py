"""Why a named day cannot be kept: worked by hand, and never said of a day that some order keeps."""

from hypothesis import given, settings
from hypothesis import strategies as st

from passerelle.core.visits.contradiction import contradiction
from passerelle.core.visits.proposal import best_of
from passerelle.core.visits.schedule import NeverError

from .test_schedule import days, task


def said(pinned, *others, conditions=None, first=1):
    return contradiction(pinned, [*others, pinned], conditions or days(), first)


def test_goods_that_come_later_contradict_and_what_comes_in_time_is_not_named():
    late = task("late", 1, due=5)
    soon = task("soon", 1, due=2)
    assert said(task("T", 1, after=("late", "soon"), day=3), late, soon) == (
        "T on day 3", "the goods of late come on day 5", "T after late"
    )  # fmt: skip


def test_a_chain_that_is_longer_than_a_day_names_its_links_and_the_day():
    """6 h and 6 h one after the other end after 12 h; a day has 8."""
    found = said(task("T", 1, after=("B",), day=1), task("A", 6), task("B", 6, after=("A",)))
    assert found == ("T on day 1", "B after A", "T after B", "a day has 8 h")
    half = said(task("T", 1, after=("B",), day=1), task("A", 3), task("B", 4, after=("A",)))
    assert half is None


def test_another_day_that_is_named_later_contradicts():
    found = said(task("T", 1, after=("A",), day=2), task("A", 1, day=4))
    assert found == ("T on day 2", "A on day 4", "T after A")


def test_hours_of_access_and_lost_days_are_named():
    tide = days(open_at=lambda place, day: ((2.0, 4.0),) if day >= 3 else ())
    assert said(task("T", 1, at=("A",), day=2), conditions=tide) == (
        "T on day 2", "A has hours of access"
    )  # fmt: skip
    assert said(task("T", 1, at=("A",), day=3), conditions=tide) is None


def test_more_work_than_people_have_hours():
    """Three times 6 h before it are 18 h; one person has two days of 8."""
    before = [task(name, 6) for name in "ABC"]
    pinned = task("T", 1, after=("A", "B", "C"), day=2)
    (wish, why) = said(pinned, *before, conditions=days(crew=1))
    assert wish == "T on day 2"
    assert why.startswith("what comes before takes 18.0 hours of one person")
    assert why.endswith("until then one has 16.0")
    assert said(pinned, *before, conditions=days(crew=2)) is None


@st.composite
def wishes(draw):
    """Up to five tasks, each waiting for some before it, the last with a day of its own."""
    made = []
    for at in range(draw(st.integers(1, 5))):
        after = tuple(one.key for one in made if draw(st.booleans()))
        made.append(task(f"t{at}", draw(st.sampled_from((1, 3, 6))), after=after,
                         at=(draw(st.sampled_from(("H", "A", "B"))),),
                         due=draw(st.sampled_from((1, 1, 2, 4)))))  # fmt: skip
    after = tuple(one.key for one in made if draw(st.booleans()))
    return [*made, task("T", 1, after=after, day=draw(st.integers(1, 4)))]


@given(wishes(), st.sampled_from((1, 2)))
@settings(max_examples=60, deadline=None)
def test_no_order_keeps_a_day_of_which_it_is_said_that_none_can(tasks, crew):
    conditions = days(crew=crew)
    pinned = tasks[-1]
    why = contradiction(pinned, tasks, conditions)
    try:
        visits, _ = best_of(tasks, conditions, 0.2)
    except NeverError:
        return
    on = min(v.day for v in visits for one in v.tasks if one.task.key == "T")
    if why is not None:
        assert on > pinned.day
        assert len(set(why)) == len(why) >= 2
