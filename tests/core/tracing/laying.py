"""Runs for tests of traces: two cables with a splice between, or one by itself."""

from dataclasses import replace

from passerelle.core.judge.wholeplan import check
from passerelle.core.measuring.runs import permanent_runs
from passerelle.core.plan.backbone import Cable, Closure, Pathway, Place, Slack, Splice, Termination
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.tracing.layout import laid_out

END = Termination(kind="field", connector="LC/UPC", panel="P")
RULES = HouseRules()


def plan_of(first_m=1000.0, second_m=800.0, **more):
    """A to C over a splice in B; ducts as long as the cables less 3 m of slack at each end."""
    one = Cable("One", "A", "B", "OS2", 2, id="cableone00001", length_m=first_m, end_a=END,
                route=("Duct 1",), **more.get("one", {}))  # fmt: skip
    two = Cable("Two", "B", "C", "OS2", 2, id="cabletwo00002", length_m=second_m,
                end_b=replace(END, panel="Q"), route=("Duct 2",),
                **more.get("two", {}))  # fmt: skip
    ways = (Pathway("Duct 1", "A", "B", first_m - 6), Pathway("Duct 2", "B", "C", second_m - 6))
    joint = Closure("K", "B", (Splice("One", 1, "Two", 1, 2),))
    return Plan("p", places=Things((Place("A"), Place("B"), Place("C"))), pathways=Things(ways),
                cables=Things((one, two)), closures=Things((joint,)))  # fmt: skip


def judged(**more):
    """The plan as it is judged, with its first run."""
    made = check(plan_of(**more))
    return made, next(iter(permanent_runs(made)))


def layout(nm=1550.0, launch=500.0, receive=500.0, turned=False, **more):
    """The run laid out."""
    _, run = judged(**more)
    return laid_out(run, nm, RULES, turned=turned, launch=launch, receive=receive)


__all__ = ["END", "RULES", "Slack", "judged", "layout", "plan_of"]
