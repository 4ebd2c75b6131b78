"""Polarity: does each transmitter meet its receiver?

Duplex paths are counted: how often is the pair crossed from port to port? An odd number works.
Cords cross it (A-B) or not (A-A); fixed cabling is recorded as seen from panel to panel, so that a
pigtail without wiring of its own belongs to the run that it is spliced to. Paths with a multi-fiber
part are traced strand by strand.
"""

from dataclasses import replace
from typing import Literal

from passerelle.core.light.edits import SetPart
from passerelle.core.light.link import Budget
from passerelle.core.light.modules import Module
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from passerelle.core.strands.changes import BY_HAND
from passerelle.core.strands.methods import methods_of, misfits
from passerelle.core.strands.trace import (
    RX,
    TX,
    Strand,
    follow,
    leg_at,
    maps,
    port_at,
    roles,
    starts_of,
)
from passerelle.core.tables.kinds import PART_KINDS
from passerelle.core.tables.rows import Wiring
from passerelle.core.words import plural

from .findings import WARN, Finding, Remedy, finding

CROSSED, STRAIGHT, MIXED, UNKNOWN = "crossed", "straight", "mixed", "unknown"
HOW = {
    "splits": "Part the clip, change the two plugs over at one end, and close it until it clicks.",
    "opens": "Open the body at one end, change the legs over, and close it until it clicks; no "
    "fiber may lie in the seam.",
    "single": "Change the two plugs over at one end; each must click by itself.",
}
"""How a duplex cord is crossed by hand, by how it holds its plugs."""
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
                count += part.coupler == "turned"
                unrecorded += [at] if part.coupler == "unknown" else []
            elif part.crossed:
                count += 1
            continue
        crossed = DUPLEX_WIRINGS.get(part.wiring or "")
        if crossed is not None:
            count += crossed
            run_is_recorded = True
        elif PART_KINDS[part.kind].of_its_run and part.wiring is None:
            run.append(at)
        elif PART_KINDS[part.kind].glass:
            unrecorded.append(at)
    unrecorded += [] if run_is_recorded else run
    return count, tuple(unrecorded)


def polarity(budget: Budget) -> tuple[str, list[Finding]]:
    """'crossed', 'straight', 'mixed' or 'unknown', with the findings that follow.

    One strand has no pair to cross: its light goes straight through.
    """
    if is_one_strand(budget.modules):
        return STRAIGHT, []
    parts = budget.link.path.parts
    if is_multi_fiber(parts):
        return _traced(budget)
    if any((m.strands or 2) > 2 for m in budget.modules):
        return UNKNOWN, []
    count, unrecorded = crossings(parts)
    if unrecorded:
        return UNKNOWN, [_unrecorded(unrecorded)]
    if count % 2 == 1:
        return CROSSED, []
    return STRAIGHT, [_not_crossed(parts, count)]


def is_multi_fiber(parts: tuple[Segment | Joint, ...]) -> bool:
    """True where any end of the path is a multi-fiber plug."""
    return any(
        end is not None and end.family == "MPO"
        for part in parts
        if isinstance(part, Segment)
        for end in part.ends
    )


def _unrecorded(at: tuple[int, ...]) -> Finding:
    listed = ", ".join(str(one + 1) for one in at[:6])
    message = f"The wiring of {plural(len(at), 'part')} {listed} is not recorded."
    return finding("polarity.unknown", message, at=at)


def far_plug(path: LightPath, strands: list[Strand]) -> int:
    """The port that end b stands on: as recorded, else where all the strands come out together."""
    port, leg = port_at(path, "b"), leg_at(path, "b")
    plugs = {strand.end[0] for strand in strands if strand.end is not None}
    return port or leg or (min(plugs) if len(plugs) == 1 else 1)


def outcome(
    path: LightPath, strands: list[Strand], far: dict[int, tuple[str, int]]
) -> tuple[str, list[str]]:
    """What a link's strands meet at end b, and what is wrong, a sentence each.

    Every transmitter has to meet the receiver of its own lane, and the reverse.
    """
    plug = far_plug(path, strands)
    met, wrong = set(), []
    for strand in strands:
        end = strand.end
        told = f"{'Tx' if strand.role == TX else 'Rx'} lane {strand.lane}"
        if end is None:
            wrong.append(f"{told} ends inside the path")
            met.add("lost")
            continue
        if end[0] != plug:
            wrong.append(f"{told} arrives at port {end[0]}, not {plug}")
            met.add("lost")
            continue
        role, lane = far.get(end[1], ("dark", 0))
        if role == strand.role:
            met.add("same")
            wrong.append(f"{told} meets {'Tx' if role == TX else 'Rx'} lane {lane}")
        elif role not in (TX, RX):
            met.add("lost")
            wrong.append(f"{told} arrives at position {end[1]}, which is dark")
        else:
            met.add("right" if lane == strand.lane else "lane")
            if lane != strand.lane:
                wrong.append(f"{told} meets {'Tx' if role == TX else 'Rx'} lane {lane}")
    if not any(strand.lane for strand in strands):
        wrong = [one.replace(" lane 0", "") for one in wrong]
    if met == {"right"}:
        return CROSSED, wrong
    return (STRAIGHT if met == {"same"} else MIXED), wrong


def judged(budget: Budget, path: LightPath) -> tuple[str, list[str], tuple[int, ...]]:
    """Polarity of a traced path between this link's modules; also for a path that is only tried."""
    wires, unrecorded = maps(path, budget.tables)
    near, far = budget.modules
    starts = starts_of(path, near, budget.link.a.port.lane)
    known = roles(far, budget.link.b.port.lane)
    if unrecorded or not starts or known is None:
        return UNKNOWN, [], unrecorded
    word, wrong = outcome(path, follow(starts, wires), known)
    if word == MIXED and near.parent is None and far.parent is None and _only_lanes(wrong):
        return CROSSED, wrong, ()
    return word, wrong, ()


def _only_lanes(wrong: list[str]) -> bool:
    """Lanes that only change places are sorted by Ethernet itself, as long as nothing is split."""
    return all(
        (" meets Rx" in one and one.startswith("Tx")) or (" meets Tx" in one and one[0] == "R")
        for one in wrong
    )


def _traced(budget: Budget) -> tuple[str, list[Finding]]:
    path = budget.link.path
    word, wrong, unrecorded = judged(budget, path)
    if unrecorded:
        return UNKNOWN, [_unrecorded(unrecorded)]
    if word == UNKNOWN:
        names = " and ".join(sorted({m.application for m in budget.modules}))
        message = f"Where {names} sends and listens on its plug is not in the tables."
        return UNKNOWN, [finding("polarity.unknown", message)]
    if word == CROSSED:
        found = []
        if wrong:
            message = f"{_some(wrong)}. Ethernet sorts lanes by itself; a split port does not."
            found.append(finding("polarity.lanes", message, severity=WARN))
        return word, found + _mix(budget)
    rule = "polarity.not-crossed" if word == STRAIGHT else "polarity.lanes"
    message = f"{_some(wrong)}." if word == MIXED else f"Transmitter meets transmitter: {wrong[0]}."
    return word, [finding(rule, message)]


def _some(wrong: list[str]) -> str:
    more = f" and {len(wrong) - 2} more" if len(wrong) > 2 else ""
    return "; ".join(wrong[:2]) + more


def _mix(budget: Budget) -> list[Finding]:
    """Parts of several methods that happen to work together."""
    path = budget.link.path
    if methods_of(path):
        return []
    found = misfits(path)
    if found is None:
        return []
    name, at, why = found
    message = f"It works, but follows no method: nearest is {name}; {why}."
    return [finding("polarity.method-mix", message, at=at)]


def _not_crossed(parts: tuple[Segment | Joint, ...], count: int) -> Finding:
    """The cheapest cure is one clip, or one cord of the other kind."""
    message = f"The pair is crossed {count} times from port to port: transmitter meets transmitter."
    remedies = []
    for at, part in enumerate(parts):
        if isinstance(part, Segment) and part.kind == "cord" and part.wiring in ("A-B", "A-A"):
            if not part.conditioning:  # turned, its single-mode leg would be on the receiver
                remedies.append((at, other_cord(at, part)))
        elif isinstance(part, Joint) and part.coupler in ("straight", "turned"):
            remedies.append((at, other_coupler(at, part)))
        elif isinstance(part, Joint) and part.crossed:
            edit = SetPart.to(replace(part, crossed=False))
            by_colour = Remedy(f"Splice at part {at + 1} by colour", (edit,), "part")
            remedies.append((at, by_colour))
    if not remedies:
        return finding("polarity.not-crossed", message)
    remedies.sort(key=lambda one: ("setting", "cord", "part").index(one[1].effort))
    return finding(
        "polarity.not-crossed",
        message,
        at=(remedies[0][0],),
        do=f"{remedies[0][1].label}: one change, and only one.{_how(parts[remedies[0][0]])}",
        remedy=remedies[0][1],
        others=tuple(remedy for _, remedy in remedies[1:3]),
    )


def other_cord(at: int, part: Segment) -> Remedy:
    """Cross a duplex cord the other way: by hand where its clip splits, else by another cord."""
    other: Wiring = "A-A" if part.wiring == "A-B" else "A-B"
    how = "straight" if other == "A-A" else "crossed"
    edit = SetPart.to(replace(part, wiring=other))
    if part.clip in BY_HAND:
        label = f"{BY_HAND[part.clip]} of the cord at part {at + 1}: {how}"
        return Remedy(label, (edit,), "setting")
    return Remedy(f"Cord at part {at + 1} {how} ({other})", (edit,), "cord")


def other_coupler(at: int, part: Joint) -> Remedy:
    """A duplex coupler put in the other way round, where it is known how it sits."""
    other: Literal["straight", "turned"] = "straight" if part.coupler == "turned" else "turned"
    edit = SetPart.to(replace(part, coupler=other))
    return Remedy(f"Coupler at part {at + 1} turned round: {other}", (edit,), "setting")


def _how(part: Segment | Joint) -> str:
    """How a cord that is crossed by hand opens, and what is left to be read by the next one."""
    if not isinstance(part, Segment) or part.clip not in HOW:
        return ""
    label = "crossed" if part.wiring == "A-A" else "straight"
    return f" Mark both legs first. {HOW[part.clip]} Write “{label}” on its label."
