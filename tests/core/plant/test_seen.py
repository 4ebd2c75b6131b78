"""A plan as it is judged: what was read takes the tables' place, and no end counts twice."""

from dataclasses import replace

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plant.seen import Seen, seen_plan
from passerelle.demo_data import demo_plan
from tests.core.measuring.reading import reading

PLAN = demo_plan()
LINK = "Instrument Hall – Cabinet 6"
CABLE = PLAN.cables.by_name["H-06"]


def read(strand, loss, nm=1310.0, way="a-b", **more):
    made = reading(strand, loss, nm, way, **more)
    return replace(made, run=f"{CABLE.id}-{strand}", about=replace(made.about, id=CABLE.id))


def both(loss, nm=1310.0, **more):
    return [read(n, loss, nm, **more) for n in (1, 2)]


def loss_of(facts):
    judged = check(seen_plan(PLAN, Facts.of(facts)))
    (found,) = [one for one in judged.links if one.budget.link.name == LINK]
    return {one.wavelength_nm: one.loss.worst_case for one in found.budget.directions}


def cords_db():
    """What the link has besides its cable's run: two cords of 2 m at 0.40 dB/km."""
    link = PLAN.links.named(LINK)
    cords = [p for p in link.path if isinstance(p, Segment) and p.kind == "cord"]
    return sum(p.length_m for p in cords) / 1000 * 0.40


@pytest.mark.parametrize(
    ("method", "more_db"), [("one-cord", 0.0), ("two-cord", 0.75), ("three-cord", 1.5)]
)
def test_a_reading_adds_the_ends_that_its_method_left_out(method, more_db):
    """0.90 dB read, two cords, and one standard pair of 0.75 for each end that was not in it."""
    found = loss_of(both(0.90, method=method))
    assert found[1310.0] == pytest.approx(0.90 + cords_db() + more_db, abs=0.001)


def test_the_worst_of_the_strands_that_a_link_uses_counts():
    made = loss_of([read(1, 0.70), read(2, 1.30), read(2, 1.40, way="b-a"), read(3, 3.0)])
    assert made[1310.0] == pytest.approx(1.40 + cords_db(), abs=0.001)


def test_one_strand_alone_says_nothing_of_the_pair():
    assert loss_of([read(1, 0.90)]) == loss_of([])


def test_too_good_and_negative_readings_count_for_nothing():
    assert loss_of(both(-0.30)) == loss_of([])
    long = PLAN.having("cable", PLAN.cables)
    assert seen_plan(long, Facts.of(both(-0.30))).links is long.links


def test_1310_stands_as_the_ceiling_of_1550_and_1550_says_nothing_of_1310():
    assert loss_of(both(0.95, 1550.0))[1310.0] == loss_of([])[1310.0]
    assert loss_of([*both(0.95, 1550.0), *both(0.99)])[1310.0] == pytest.approx(
        0.99 + cords_db(), abs=0.001
    )


def test_readings_on_the_reel_do_not_count_for_the_laid_cable():
    assert loss_of(both(0.90, stage="on the reel")) == loss_of([])


def test_free_strands_are_planned_on_by_the_worst_that_was_read():
    facts = Facts.of([read(3, 0.8), read(7, 1.1), read(7, 1.0, 1550.0)])
    cable = seen_plan(PLAN, facts).cables.by_name["H-06"]
    assert (cable.loss_db, cable.loss_nm, cable.loss_includes) == (1.1, 1310.0, "both")
    stated = PLAN.cables.by_name["G-01"]
    made = replace(reading(1, 3.0), run=f"{stated.id}-1")
    assert seen_plan(PLAN, Facts.of([made])).cables.by_name["G-01"].loss_db == stated.loss_db


def test_what_did_not_change_is_the_same_object():
    facts = Facts.of(both(0.90))
    first = seen_plan(PLAN, facts)
    other = PLAN.having("need", PLAN.needs)
    again = seen_plan(other, facts, Seen(PLAN, facts, first))
    assert again.links is first.links
    touched = PLAN.having("place", PLAN.places.put_all([]))
    assert seen_plan(touched, facts, Seen(PLAN, facts, first)).links is first.links


def test_nothing_seen_leaves_the_plan_as_it_is():
    assert seen_plan(PLAN, Facts.NONE) is PLAN
