"""Traces that are kept: the file by its content, and a fact that says of what it is."""

from dataclasses import dataclass

from passerelle.core.measuring.runs import TestRun
from passerelle.core.plan.fact import About
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.testing import Direction, TraceFact
from passerelle.formats.sor.reading import read_sor

from .files import Files, attach
from .now import now
from .plans import Plans

SOR = "application/x-sor"


@dataclass(frozen=True, slots=True)
class TakenTrace:
    """A trace file and how it was taken. launch_m, receive_m : None: found in the trace. [m]"""

    data: bytes
    name: str
    direction: Direction = "a-b"
    launch_m: float | None = None
    receive_m: float | None = None
    simulated: bool = False


def keep_trace(
    plans: Plans, files: Files, plan_id: int, run: TestRun, made: TakenTrace, who: str,
    at: str | None = None,
) -> TraceFact:  # fmt: skip
    """Keep a trace of a run. It is read whole first. Raises Refused, and then keeps nothing."""
    read = read_sor(made.data)
    kind: str = "cable" if run.cable is not None else "link"
    about = run.id.rsplit("-", 1)[0]
    held = plans.held(plan_id)
    with plans.store.writing() as session:
        row = attach(session, files, held, (kind, about), made.name, made.data, who, sort=SOR)
        sha256 = row.sha256
    fact = TraceFact(
        id=new_id(), about=About("cable" if kind == "cable" else "link", about), at=at or now(),
        who=who, kind="trace", run=run.id, called=run.name, direction=made.direction,
        nm=round(read.nm, 1), pulse_ns=read.pulse_ns, file=sha256, name=made.name,
        launch_m=made.launch_m, receive_m=made.receive_m, simulated=made.simulated,
    )  # fmt: skip
    plans.note(plan_id, [fact])
    return fact
