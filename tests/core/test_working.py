"""Long work says how far it is, and what is stopped has left nothing behind."""

from contextlib import suppress
from itertools import count

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.facts import Facts
from passerelle.core.working import EACH, Stopped, Work, kept, phase, steps, watched
from passerelle.demo_data import mistakes_plan
from passerelle.formats.lists.sheet import read_sheet, understood
from passerelle.formats.planfile import read_file, write_plan
from passerelle.plans.listimport import accepted, judged
from passerelle.plans.plans import Author, Plans
from passerelle.plans.store import Store


class Halted(Work):
    """Work that is stopped at its n-th step."""

    def __init__(self, at):
        super().__init__()
        self.left = at

    def step(self, what, done, of):
        self.left -= 1
        self.stopping = self.left < 0
        super().step(what, done, of)


def test_steps_say_how_far_they_are():
    work = Work()
    with watched(work):
        for at, _ in enumerate(steps("Counting", range(200))):
            assert (work.what, work.of, work.done) == ("Counting", 200, at // EACH * EACH)
    assert list(steps("Nobody watches", "abc")) == ["a", "b", "c"]


def test_work_that_nobody_can_count_says_what_it_is_and_is_stopped_behind_it():
    phase("Nobody watches")
    work = Work(done=3, of=9)
    with watched(work):
        phase("Setting 4 sheets")
        assert (work.what, work.done, work.of) == ("Setting 4 sheets", 0, 0)
        work.stopping = True
        with pytest.raises(Stopped):
            phase("Sending")


def test_what_is_stored_cannot_be_stopped_any_more():
    work = Work(stopping=True)
    with watched(work):
        with pytest.raises(Stopped, match="nothing was stored"):
            next(steps("Counting", "a"))
        kept()
        assert list(steps("Counting", "ab")) == ["a", "b"]


def stopped_everywhere(work):
    """Stop some work at its first step, its second, and so on until it gets through."""
    for at in count():
        halted = Halted(at)
        with watched(halted), suppress(Stopped):
            work()
            return at
        yield halted
    return None


def test_an_import_that_is_stopped_anywhere_stores_nothing(tmp_path):
    plans = Plans(Store(tmp_path))
    data = write_plan(mistakes_plan())
    seen = set()

    def work():
        plan, facts = read_file(data)
        plans.check(plans.add(plan, facts, "w", "Imported"))

    for halted in stopped_everywhere(work):
        seen.add(halted.what)
        assert plans.listed() == []
    assert seen == {"Comparing names", "Following cables", "Reading links", "Writing"}
    assert [one.name for one in plans.listed()] == [mistakes_plan().name]  # judging was not stopped
    plans.store.close()


def test_places_from_a_file_are_one_change_or_none(tmp_path):
    plans = Plans(Store(tmp_path))
    held = plans.add(mistakes_plan(), Facts.NONE, "w", "New")
    rows = b"name,kind,x_m,y_m\n" + b"".join(b"P%d,hut,%d,5\n" % (n, n) for n in range(200))
    sheet = read_sheet(rows)
    columns = understood(sheet.head, "place")

    def work():
        puts, what = accepted(judged(held.plan, "place", columns, sheet.rows), "place")
        plans.change(held.plan_id, puts, Author("w", 1), what)

    for _ in stopped_everywhere(work):
        assert plans.held(held.plan_id).revision == 1
        assert plans.held(held.plan_id).plan == held.plan
    assert plans.held(held.plan_id).revision == 2
    plans.undo(held.plan_id, Author("w", 2))
    assert plans.held(held.plan_id).plan == held.plan
    plans.store.close()


def test_judging_that_is_stopped_is_done_anew(tmp_path):
    plans = Plans(Store(tmp_path))
    held = plans.add(mistakes_plan(), Facts.NONE, "w", "New")
    with watched(Halted(0)), pytest.raises(Stopped):
        plans.check(held)
    assert plans.check(held).backbone == check(held.seen).backbone
    plans.store.close()
