"""Every single change of a part that moves strands: clip, cord, adapter, cassette, trunk."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

from passerelle.core.plan.connectors import Connector
from passerelle.core.plan.lightpath import Joint, LightPath, Part, Segment
from passerelle.core.tables import STANDARD
from passerelle.core.tables.rows import Keys, Wiring

from .places import DUPLEX, TYPES

BY_HAND: dict[str, str] = {
    "splits": "Flip one clip",
    "opens": "Change the legs over",
    "single": "Change the plugs over",
}
"""What crosses a duplex cord without another cord, by how it holds its plugs."""


@dataclass(frozen=True, slots=True)
class Change:
    """One part changed for another of its kind."""

    at: int
    kind: str
    part: Part
    label: str


def _multi(end: Connector | None) -> bool:
    return end is not None and end.family == "MPO"


def changes(path: LightPath) -> Iterator[Change]:
    """Every single change of a part that moves strands."""
    for at, part in enumerate(path.parts):
        if isinstance(part, Joint):
            yield from _joint(path, at, part)
        else:
            yield from _segment(at, part)


def _joint(path: LightPath, at: int, part: Joint) -> Iterator[Change]:
    near = path.segment(at - 1).ends[1]
    if part.kind != "adapter":
        if part.crossed:
            yield Change(
                at, "splice", replace(part, crossed=False), f"Splice at part {at + 1} by colour"
            )
        return
    if not _multi(near):
        if part.coupler in ("straight", "turned"):
            way: Literal["straight", "turned"] = (
                "straight" if part.coupler == "turned" else "turned"
            )
            label = f"Coupler at part {at + 1} turned round: {way}"
            yield Change(at, "adapter", replace(part, coupler=way), label)
        return
    if part.keys is None:
        return
    keys: Keys = "aligned" if part.keys == "opposed" else "opposed"
    if keys == "aligned" and near is not None and near.is_angled:
        return  # angled faces never meet with aligned keys
    yield Change(at, "adapter", replace(part, keys=keys), f"Adapter at part {at + 1}: keys {keys}")


def _segment(at: int, part: Segment) -> Iterator[Change]:
    if part.part is not None or part.wiring is None:
        return
    wide = _multi(part.ends[0]) and _multi(part.ends[1])
    if part.kind == "cassette":
        for name in STANDARD.cassettes:
            if part.wiring in STANDARD.cassettes and name != part.wiring:
                label = f"Cassette at part {at + 1}: {name}"
                yield Change(at, "cassette", replace(part, wiring=name), label)
    elif wide:
        kind = "cord" if part.kind == "cord" else "trunk"
        for name in TYPES:
            if name != part.wiring:
                if part.swaps and {name, part.wiring} == {"type-A", "type-B"}:
                    label = f"Key of one plug of the {kind} at part {at + 1} changed: {name}"
                    yield Change(at, "clip", replace(part, wiring=name), label)
                    continue
                label = f"{kind.capitalize()} at part {at + 1}: {name}"
                yield Change(at, kind, replace(part, wiring=name), label)
    elif part.kind == "cord" and part.wiring in DUPLEX and not part.conditioning:
        other: Wiring = "A-A" if DUPLEX[part.wiring] else "A-B"
        how = "straight" if other == "A-A" else "crossed"
        new = replace(part, wiring=other)
        if part.clip in BY_HAND:
            label = f"{BY_HAND[part.clip]} of the cord at part {at + 1}: {how}"
            yield Change(at, "clip", new, label)
        else:
            yield Change(at, "cord", new, f"Cord at part {at + 1} {how} ({other})")
