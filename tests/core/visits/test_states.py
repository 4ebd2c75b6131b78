"""How far links and cables are: the least of what they run on decides."""

from dataclasses import replace

from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.materials import materials_of
from passerelle.core.plan.backbone import Closure, Splice, Termination
from passerelle.core.plan.facts import About, Facts, TaskFact
from passerelle.core.plan.needs import PlannedNeed
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.visits.ground import Ground
from passerelle.core.visits.orders import orders_of
from passerelle.core.visits.states import cable_states, how_far, link_states, up_after
from passerelle.core.visits.tasks import work_of
from passerelle.formats.prices import price_book

from .test_links import link
from .test_tasks import CABLE, done, plan


def noted(*keys):
    about = About("link", "linkidone")
    return Facts.of(
        TaskFact(about=about, at="2026-05-31T10:00:00Z", who="a", kind="task", task=key,
                 state="done", id=f"fact{n:06d}")
        for n, key in enumerate(keys)
    )  # fmt: skip


def states(made, facts, of):
    judged = check(made)
    materials = materials_of(judged, price_book(()))
    work, ground = work_of(judged, materials, facts), Ground(judged, materials)
    return cable_states(ground, work) if of == "cable" else link_states(judged, ground, work)


def test_a_link_with_its_own_cable_goes_from_planned_over_laid_and_tested_to_live():
    made = Plan("p", places=plan().places, links=Things((link("one"),)))
    steps = ("pull:linkidone", "test:linkidone", "turn-up:linkidone")
    seen = [states(made, noted(*steps[:n]), "link")["linkidone"] for n in range(4)]
    assert seen == ["planned", "laid", "tested", "live"]


def test_ends_are_not_made_before_the_splices_in_the_closure_are():
    """C1 is ended at A, and goes on as C2 in a closure at B."""
    first = replace(CABLE, end_b=Termination())
    second = replace(CABLE, name="C2", id="cable002", a="B", b="A", route=(), length_m=50.0,
                     end_a=Termination(), end_b=replace(CABLE.ends[0], panel="PX"))  # fmt: skip
    closure = Closure("J", "B", (Splice("C1", 1, "C2", 1, 12),), id="closure1")
    made = replace(plan(), cables=Things((first, second)), closures=Things((closure,)))
    keys = ["goods-in:cable001", "pull:cable001", "splice:cable001:a", "inspect:cable001:a"]
    assert states(made, done(*keys), "cable")["cable001"] == "laid"
    assert states(made, done(*keys, "splice:closure1"), "cable")["cable001"] == "ended"


def test_a_cable_that_is_there_and_one_that_is_coiled_on_purpose():
    there = plan(replace(CABLE, existing=True))
    assert states(there, Facts.NONE, "cable") == {"cable001": "there"}
    coiled = plan(replace(CABLE, end_b=Termination(kind="coiled")))
    assert states(coiled, done("pull:cable001"), "cable") == {"cable001": "coiled"}


def test_links_are_up_after_the_day_that_brings_them_up():
    made = Plan("p", places=plan().places, links=Things((link("one"), link("two"))))
    judged = check(made)
    work = work_of(judged, materials_of(judged, price_book(())), noted("turn-up:linkidone"))
    day_of = {"turn-up:linkidtwo": 3}
    assert [up_after(work, day_of, day) for day in (1, 2, 3)] == [1, 1, 2]


def test_glass_that_is_ordered_is_ordered_until_it_is_there():
    made = plan()
    judged = check(made)
    materials = materials_of(judged, price_book(()))
    (order,) = [one for one in orders_of(materials) if one.what.startswith("cable:")]
    assert (order.ordered, order.reasons) == (False, ("C1",))
    seen = []
    for keys in ((), (order.key,), (order.key, "goods-in:cable001")):
        facts = done(*keys)
        seen.append(how_far(judged, materials, facts).cables["cable001"])
        assert [o.ordered for o in orders_of(materials, facts) if o.key == order.key] == [
            bool(keys)
        ]
    assert seen == ["planned", "ordered", "on site"]
    other = next(one.key for one in orders_of(materials) if one.key != order.key)
    assert how_far(judged, materials, done(other)).cables["cable001"] == "planned"


def test_a_need_is_as_far_as_the_last_of_its_links():
    needs = (
        PlannedNeed("met", id="need0001", links=("one", "two")),
        PlannedNeed("open", id="need0002"),
    )
    links = Things((link("one"), link("two")))
    judged = check(Plan("p", places=plan().places, links=links, needs=Things(needs)))
    materials = materials_of(judged, price_book(()))
    seen = [
        how_far(judged, materials, noted(*keys)).needs
        for keys in ((), ("pull:linkidone",), ("pull:linkidone", "pull:linkidtwo"))
    ]
    assert [one["need0001"] for one in seen] == ["chosen", "chosen", "laid"]
    assert {one["need0002"] for one in seen} == {"wanted"}
