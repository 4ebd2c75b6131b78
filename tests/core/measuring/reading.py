"""Readings for tests: a sheet of one cable, read as the test says."""

from dataclasses import replace

from passerelle.core.judge.wholeplan import check
from passerelle.core.measuring.sheet import sheets_of
from passerelle.core.plan.backbone import Cable, Place, Termination
from passerelle.core.plan.fact import About
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.testing import ReadingFact, ReferenceFact
from passerelle.core.plan.things import Things

AT = "2026-03-02T09:00:00Z"
END = Termination(kind="field", connector="LC/UPC", panel="P")
PLAN_ID = "plan000000001"


def plan_of(length_m=1000.0, fiber="OS2", strands=12, rules=None, **more):
    """A cable from A to B with field connectors: limit 1.0 + 0.40/km, expected 0.6 + 0.34/km."""
    cable = Cable("C", "A", "B", fiber, strands, id="cable0000001", length_m=length_m, end_a=END,
                  end_b=replace(END, panel="Q"), **more)  # fmt: skip
    return Plan("p", rules or HouseRules(), id=PLAN_ID, places=Things((Place("A"), Place("B"))),
                cables=Things((cable,)))  # fmt: skip


def reading(strand, loss, nm=1310.0, way="a-b", **more):
    """A reading of a strand; None: no light."""
    told = {"result": "read" if loss is not None else "no light", "method": "one-cord",
            "inspected": True, "at": AT} | more  # fmt: skip
    return ReadingFact(about=About("cable", "cable0000001"), who="t", kind="reading",
                       run=f"cable0000001-{strand}", called=f"C/{strand}", nm=nm, direction=way,
                       loss_db=loss, **told)  # fmt: skip


def reference(at=AT, **more):
    """A reference that was set."""
    told = {"method": "one-cord", "nm": (1310.0, 1550.0), "check_db": 0.1} | more
    return ReferenceFact(about=About("plan", PLAN_ID), at=at, who="t", kind="reference", **told)


def every(strands, of, plan=None, **more):
    """Readings of every cell. of : (strand, nm, way) to decibels."""
    return [
        reading(n, of(n, nm, way), nm, way, **more)
        for n in range(1, strands + 1) for nm in (1310.0, 1550.0) for way in ("a-b", "b-a")
    ]  # fmt: skip


def sheet(facts, plan=None):
    """The one sheet of a plan with these facts."""
    (made,) = sheets_of(check(plan or plan_of()), Facts.of(facts)).sheets
    return made


def usual(n, nm, way):
    """What a good strand reads: 0.86 at 1310 and 0.74 at 1550, a little from strand to strand."""
    return (0.86 if nm < 1400 else 0.74) + 0.03 * ((n * 7) % 5 - 2)
