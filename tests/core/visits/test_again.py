"""What a change does to done work: worked by hand, and what was so before is not said again."""

from dataclasses import replace

from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.materials import materials_of
from passerelle.core.plan.facts import About, Facts, TaskFact
from passerelle.core.plan.plan import Plan
from passerelle.core.visits.again import again_after
from passerelle.core.visits.tasks import work_of
from passerelle.formats.prices import price_book

from .test_tasks import CABLE, plan


def work(made, facts):
    judged = check(made)
    return work_of(judged, materials_of(judged, price_book(())), facts)


def as_done(made, *keys):
    """These tasks, done as the plan has them."""
    tasks = work(made, Facts.NONE).all
    about = About("cable", "cable001")
    return Facts.of(
        TaskFact(about=about, at="2026-05-31T10:00:00Z", who="a", kind="task", task=key,
                 state="done", was=tasks[key].extent or None, id=f"fact{n:06d}")
        for n, key in enumerate(keys)
    )  # fmt: skip


def test_a_pulled_cable_that_is_to_be_longer_is_pulled_again():
    facts = as_done(plan(), "pull:cable001", "goods-in:cable001")
    before = work(plan(), facts)
    longer = plan(replace(CABLE, slack_a_m=(CABLE.slack_a_m or 0.0) + 100.0))
    (again,) = [a for a in again_after(before, work(longer, facts)) if a.name == "pull C1"]
    task = work(longer, Facts.NONE).all["pull:cable001"]
    assert again.was == before.all["pull:cable001"].extent != again.now == task.extent
    assert again.minutes == task.minutes > before.all["pull:cable001"].minutes
    assert f"{task.minutes / 60:.1f} h" in again.said
    assert again_after(before, before) == ()
    once = work(longer, facts)
    assert again_after(once, once) == ()


def test_done_work_of_a_cable_that_goes_is_of_no_use():
    facts = as_done(plan(), "pull:cable001")
    gone = work(Plan("p", places=plan().places, pathways=plan().pathways), facts)
    (lost,) = again_after(work(plan(), facts), gone)
    assert (lost.now, lost.minutes) == (None, 0.0)
    assert lost.said == "pull C1: it is done, and is of no use then"
