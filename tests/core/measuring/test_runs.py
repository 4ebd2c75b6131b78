"""Runs: from which end they are told, on which ports, and what is none."""

from dataclasses import replace

from passerelle.core.judge.wholeplan import check
from passerelle.core.measuring.runs import LeftOut, channel_runs, permanent_runs
from passerelle.core.plan.backbone import Cable, Closure, Place, Splice, Termination
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.demo_data import mistakes_plan

END = Termination(kind="field", connector="SC/APC", panel="P")


def cable(name, a, b, **more):
    return Cable(name, a, b, "OS2", 2, id=f"{name.lower()}00000", length_m=100.0, **more)


def runs(cables, *closures):
    made = Plan("p", places=Things(Place(one) for one in "ABC"), cables=Things(cables),
                closures=Things(closures))  # fmt: skip
    return list(permanent_runs(check(made)))


def chain(first_backwards):
    """A – B – C, spliced at B; the first in the file runs from A to B, or from B to A."""
    one = cable("X1", "B", "A", end_b=END) if first_backwards else cable("X1", "A", "B", end_a=END)
    two = cable("X2", "B", "C", end_b=replace(END, panel="Q", first_port=9))
    return (one, two), Closure("J", "B", (Splice("X1", 1, "X2", 1, 2),), id="closure1")


def test_a_chain_is_told_from_the_end_that_its_first_cables_end_a_lies_towards():
    for backwards, ends in ((False, ["A", "C"]), (True, ["C", "A"])):
        cables, closure = chain(backwards)
        found = runs(cables, closure)
        assert [one.name for one in found] == ["X1/1", "X1/2"]
        assert [end.place for end in found[0].ends] == ends
        assert list(found[0].run.places) == ends
        assert (found[0].splices, found[0].inside) == (1, 0)


def test_ports_count_two_strands_each_from_the_first():
    cables, closure = chain(first_backwards=False)
    crossed = replace(closure, splices=(Splice("X1", 1, "X2", 2, 1),))
    (one, *_) = runs(cables, crossed)
    assert [(end.panel, end.port, end.family) for end in one.ends] == [
        ("P", 1, "SC"), ("Q", 9, "SC"),
    ]  # fmt: skip


def test_an_id_outlives_a_name_and_an_end_without_a_finish_is_no_run():
    (one, _) = runs([cable("X1", "A", "B", end_a=END, end_b=END)])
    (renamed, _) = runs([replace(cable("X1", "A", "B", end_a=END, end_b=END), name="new")])
    assert (one.id, one.name) == (renamed.id, "X1/1")
    assert renamed.name == "new/1"
    left = runs([cable("X1", "A", "B", end_a=END)])
    assert [type(o) for o in left] == [LeftOut, LeftOut]
    assert left[0].why == "how “X1” is finished at B is not recorded"


def test_extra_runs_that_are_only_wished_for_are_not_tested():
    assert runs([cable("X1", "A", "B", end_a=END, end_b=END, wish=True)]) == []


def test_a_channel_has_a_leg_for_each_strand_of_its_application():
    legs = list(channel_runs(check(mistakes_plan())))
    duplex = [one for one in legs if one.link == "Pier Office – Beacon Hill"]
    assert [one.name.rpartition("/")[2] for one in duplex] == ["1", "2"]
    one_strand = [one for one in legs if one.link == "Instrument Hall – Tide Gauge Hut"]
    assert len(one_strand) == 1  # 1000BASE-BX10 sends both ways on one
    assert len({one.id for one in legs}) == len(legs)
