"""The demo plans as they are put into a store: with what was seen, and a pair of traces."""

from passerelle.core.judge.wholeplan import check
from passerelle.core.measuring.runs import LeftOut, permanent_runs
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.tracing.layout import laid_out
from passerelle.core.tracing.predict import Settings
from passerelle.demo_data import Demo, demo_file
from passerelle.formats.sor.writing import write_sor
from passerelle.instruments.hidden import Fault, Hidden
from passerelle.instruments.tracer import as_file, taken
from passerelle.plans.files import Files
from passerelle.plans.held import Held
from passerelle.plans.plans import Plans
from passerelle.plans.traces import TakenTrace, keep_trace

RUN = "P-07/3"
CORD_M = 500.0
PULSE_NS = 100.0
BEND_M = 1684.0
"""Glass to the bend that the traces hide: past the chamber, in the burial up the hill. [m]"""


def add_demo(plans: Plans, files: Files, name: Demo, who: str) -> Held:
    """A demo plan as a new one; the good planner's has two traces of a strand, a bend in it."""
    plan, facts = demo_file(name)
    held = plans.add(plan, facts, who, "Demo plan")
    if name == "skerravoe":
        _add_traces(plans, files, held)
    return plans.held(held.plan_id)


def _add_traces(plans: Plans, files: Files, held: Held) -> None:
    runs = permanent_runs(check(held.plan))
    run = next(one for one in runs if not isinstance(one, LeftOut) and one.name == RUN)
    length = run.run.path.length_m
    hidden = Hidden(9, (Fault("bend", run.id, 0.05, 0.70, at=BEND_M / length),))
    for nm in (1310.0, 1550.0):
        layout = laid_out(run, nm, HouseRules(), launch=CORD_M, receive=CORD_M)
        trace, real = taken(hidden, run, layout, Settings(PULSE_NS, 30_000))
        texts = {"cable": "P-07", "fiber": "3", "from": "Pier Office", "to": "Beacon Hill",
                 "instrument": "simulated reflectometer", "comment": "simulated"}  # fmt: skip
        data = write_sor(as_file(trace, real, 30_000, texts))
        made = TakenTrace(data, f"P-07-3 {nm:g}.sor", "a-b", CORD_M, CORD_M, simulated=True)
        keep_trace(
            plans, files, held.plan_id, run, made, "Ada", f"2026-03-05T15:{int(nm) // 100}:00Z"
        )
