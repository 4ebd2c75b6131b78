"""Polarity of duplex paths: how often the pair is crossed from port to port.

An odd number works: transmitter meets receiver at both ends. Cords cross the pair (A-B) or not
(A-A); the fixed cabling is recorded as seen from panel to panel, so that a pigtail without wiring
of its own belongs to the run that it is spliced to.
"""

from dataclasses import replace

from .edits import SetPart
from .findings import Finding, Remedy, finding
from .lightpath import Joint, Segment
from .link import Budget
from .modules import Module

CROSSED, STRAIGHT, MIXED, UNKNOWN = "crossed", "straight", "mixed", "unknown"
DUPLEX_WIRINGS = {"A-B": 1, "A-A": 0, "crossed": 1, "straight": 0}


def is_one_strand(modules: tuple[Module, Module]) -> bool:
    """True where both ends send and receive on the same strand."""
    return all(module.strands == 1 for module in modules)


def crossings(parts: tuple[Segment | Joint, ...]) -> tuple[int, tuple[int, ...]]:
    """Count the crossings of a duplex path; return the count and the parts not recorded."""
    count, unrecorded = 0, []
    run: list[int] = []  # pigtails without wiring in the fixed run at hand
    run_is_recorded = False
    for at, part in enumerate(parts):
        if isinstance(part, Joint):
            if part.kind == "adapter":
                unrecorded += [] if run_is_recorded else run
                run, run_is_recorded = [], False
            continue
        crossed = DUPLEX_WIRINGS.get(part.wiring or "")
        if crossed is not None:
            count += crossed
            run_is_recorded = True
        elif part.kind == "pigtail" and part.wiring is None:
            run.append(at)
        elif part.kind != "inline":
            unrecorded.append(at)
    unrecorded += [] if run_is_recorded else run
    return count, tuple(unrecorded)


def polarity(budget: Budget) -> tuple[str, list[Finding]]:
    """'crossed', 'straight' or 'unknown' for a duplex path, with the finding that follows.

    One strand has no pair to cross: its light goes straight through. Multi-fiber paths are
    'unknown': their strands are not traced here.
    """
    if is_one_strand(budget.modules):
        return STRAIGHT, []
    parts = budget.link.path.parts
    if _is_multi_fiber(parts) or any((m.strands or 2) > 2 for m in budget.modules):
        return UNKNOWN, []
    count, unrecorded = crossings(parts)
    if unrecorded:
        listed = ", ".join(str(at + 1) for at in unrecorded[:6])
        return UNKNOWN, [
            finding(
                "polarity.unknown",
                f"The wiring of part{'s' if len(unrecorded) > 1 else ''} {listed} is not recorded.",
                at=unrecorded,
            )
        ]
    if count % 2 == 1:
        return CROSSED, []
    return STRAIGHT, [_not_crossed(parts, count)]


def _is_multi_fiber(parts: tuple[Segment | Joint, ...]) -> bool:
    return any(
        end is not None and end.family == "MPO"
        for part in parts
        if isinstance(part, Segment)
        for end in part.ends
    )


def _not_crossed(parts: tuple[Segment | Joint, ...], count: int) -> Finding:
    """The cheapest cure is one cord of the other kind."""
    message = f"The pair is crossed {count} times from port to port: transmitter meets transmitter."
    remedies = []
    for at, part in enumerate(parts):
        if isinstance(part, Segment) and part.kind == "cord" and part.wiring in ("A-B", "A-A"):
            other = "A-A" if part.wiring == "A-B" else "A-B"
            how = "straight" if other == "A-A" else "crossed"
            edit = SetPart(at, replace(part, wiring=other))
            remedies.append(Remedy(f"Cord at part {at + 1} {how} ({other})", (edit,), "cord"))
    if not remedies:
        return finding("polarity.not-crossed", message)
    first = remedies[0].edits[0]
    assert isinstance(first, SetPart)
    return finding(
        "polarity.not-crossed",
        message,
        at=(first.at,),
        do=f"Flip the duplex clip at one end of the cord (part {first.at + 1}), and only one, or "
        f"take a {remedies[0].label[:1].lower()}{remedies[0].label[1:]} instead.",
        remedy=remedies[0],
        others=tuple(remedies[1:3]),
    )
