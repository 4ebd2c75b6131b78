"""What a trace says of a run, as findings that stand with those of its readings."""

from collections.abc import Iterator

from passerelle.core.measuring.sheet import Row, Sheet
from passerelle.core.measuring.told import Act, TestFinding, told

from .faults import Fault
from .study import Study

LEAST_GAIN_DB = 0.05
"""A joint that gains less than this is read as no loss: one way alone tells no nearer. [dB]"""
LOOKS = {"bend": "tray", "break": "red light", "bad joint": "tray", "dirty end": "face"}


def of_trace(sheet: Sheet, row: Row, made: Study, *, both_ends: bool) -> list[TestFinding]:
    """Findings of a studied trace. both_ends : the other end's trace was taken into account."""
    return [*(_of(sheet, row, one) for one in made.faults),
            *(() if both_ends else _gainers(sheet, row, made))]  # fmt: skip


def _of(sheet: Sheet, row: Row, fault: Fault) -> TestFinding:
    rule = "test.trace-break" if fault.kind == "break" else "test.trace"
    kind = fault.kind if fault.sure else f"likely a {fault.kind}"
    at = f"{fault.where.said}" if fault.where is not None else "its place is not known"
    place = fault.where.place if fault.where is not None else None
    said = f"{kind[0].upper()}{kind[1:]}, {at}: {fault.said}."
    task = f"Look for a {fault.kind} {at}"[:120]
    look = LOOKS.get(fault.kind)
    acts = [Act("trace", "Open the trace"),
            Act("task", "Make a task of it", task=task, place=place, minutes=30.0)]  # fmt: skip
    return told(rule, said, sheet, [row], looks=[look] if look else [], acts=acts)


def _gainers(sheet: Sheet, row: Row, made: Study) -> Iterator[TestFinding]:
    """Joints that seem to gain, of a trace from one end."""
    for one in made.found:
        loss = one.event.loss_db
        if one.group is None or loss is None or loss > -LEAST_GAIN_DB:
            continue
        said = f"{-loss:.2f} dB more light behind it than before it, seen from one end."
        yield told("test.gainer", said, sheet, [row], acts=[Act("trace", "Open the trace")])
