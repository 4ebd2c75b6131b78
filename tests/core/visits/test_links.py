"""Tasks of links: what waits for what, one way of a redundant pair after the other."""

from dataclasses import replace

from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.materials import materials_of
from passerelle.core.plan.backbone import Group, Place
from passerelle.core.plan.ends import FittedModule, LinkEnd
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.visits.tasks import work_of
from passerelle.formats.prices import price_book
from tests.making import LC, cable, cord, path


def link(name, application="10GBASE-LR", length_m=100.0):
    end = LinkEnd(application, cage="SFP+", module=FittedModule(connector=LC))
    parts = path(cord("OS2"), cable("OS2", length_m), cord("OS2")).parts
    parts = tuple(replace(one, id=f"part{name}{at}".lower()) for at, one in enumerate(parts))
    return PlannedLink(name, replace(end, place="A"), replace(end, place="B"), parts,
                       id=f"linkid{name}".lower())  # fmt: skip


def work(*links, groups=(), rules=None):
    made = Plan("p", rules or HouseRules(), places=Things((Place("A"), Place("B"))),
                links=Things(links), redundancy=Things(groups))  # fmt: skip
    judged = check(made)
    return work_of(judged, materials_of(judged, price_book(())))


def waits(found, key):
    return {one.key for one in found.all[key].after}


def test_a_link_is_brought_up_after_its_cable_is_tested_and_both_ends_are_patched():
    found = work(link("one"))
    assert waits(found, "turn-up:linkidone") == {
        "test:linkidone", "patch:linkidone:a", "patch:linkidone:b",
    }  # fmt: skip
    assert "module:linkidone:a" in waits(found, "patch:linkidone:a")
    assert found.all["turn-up:linkidone"].at == ("A", "B")


def test_two_ways_that_stand_in_for_each_other_are_worked_on_one_after_the_other():
    """Two groups that name them the other way round do not make them wait for each other."""
    groups = (
        Group("g", ("one", "two"), id="groupone1"),
        Group("h", ("two", "one"), id="grouptwo1"),
    )
    found = work(link("one"), link("two"), groups=groups)
    assert "turn-up:linkidone" in waits(found, "patch:linkidtwo:a")
    assert "turn-up:linkidtwo" not in waits(found, "patch:linkidone:a")


def test_a_way_that_cannot_be_built_does_not_keep_the_other_one_dark():
    """20 km are too far for 10GBASE-LR: its tasks are blocked, those of the second are not."""
    group = Group("g", ("one", "two"), id="groupone1")
    found = work(link("one", length_m=20_000.0), link("two"), groups=(group,))
    blocked = {one.key for one, _ in found.blocked}
    assert "turn-up:linkidone" in blocked
    assert "patch:linkidtwo:a" not in blocked
    left = {one.key: one for one in found.tasks}
    assert "turn-up:linkidone" not in {w.key for w in left["patch:linkidtwo:a"].after}
