"""As found: what the far end showed tells which part is not what the plan says.

A reading says where light put in at a place of end a came out at end b, or that it did not. Every
single change of one part is an explanation if the changed path shows the same readings.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace

from passerelle.core.plan.lightpath import Joint, LightPath
from passerelle.core.strands.changes import Change, changes
from passerelle.core.tables import STANDARD, Tables

from .places import Place
from .trace import Trace, whole_trunk


@dataclass(frozen=True, slots=True)
class Reading:
    """Light in at `start` came out at `end`; None: nothing came out."""

    start: Place
    end: Place | None


@dataclass(frozen=True, slots=True)
class Explanation:
    """What could be on site; at None: everything is as planned."""

    at: int | None
    label: str
    path: LightPath


@dataclass(frozen=True, slots=True)
class AsFound:
    """What agrees with the readings, and the place to light next to tell it apart."""

    explanations: tuple[Explanation, ...]
    next_place: Place | None


def ends_of(trace: Trace) -> dict[Place, Place | None]:
    """Where each traced strand comes out."""
    return {strand.places[0]: strand.end for strand in trace.strands}


def _swapped(path: LightPath) -> Iterator[Change]:
    """A splice whose strands changed places is never a remedy, but it is a common mistake."""
    for at, part in enumerate(path.parts):
        if isinstance(part, Joint) and part.kind != "adapter" and not part.crossed:
            label = f"Splice at part {at + 1}: strands changed places"
            yield Change(at, "splice", replace(part, crossed=True), label)


def explained(path: LightPath, readings: tuple[Reading, ...], tables: Tables = STANDARD) -> AsFound:
    """Single explanations of the readings; the plan itself first where it agrees."""
    tried = [Explanation(None, "as planned", path)]
    for change in (*changes(path), *_swapped(path)):
        parts = list(path.parts)
        parts[change.at] = change.part
        tried.append(Explanation(change.at, change.label, LightPath(tuple(parts))))
    outcomes = []
    for one in tried:
        ends = ends_of(whole_trunk(one.path, tables))
        if all(ends.get(r.start) == r.end for r in readings):
            outcomes.append((one, ends))
    return AsFound(
        tuple(one for one, _ in outcomes), _next([ends for _, ends in outcomes], readings)
    )


def _next(outcomes: list[dict[Place, Place | None]], readings: tuple[Reading, ...]) -> Place | None:
    """The place whose light splits the explanations into the most and most even groups."""
    read = {reading.start for reading in readings}
    best: tuple[int, Place] | None = None
    for place in outcomes[0] if outcomes else ():
        if place in read:
            continue
        groups: dict[Place | None, int] = {}
        for ends in outcomes:
            groups[ends[place]] = groups.get(ends[place], 0) + 1
        largest = max(groups.values())
        if largest < len(outcomes) and (best is None or largest < best[0]):
            best = (largest, place)
    return best[1] if best else None
