"""The cheapest change that makes transmitters meet receivers: one part, or two where needed.

Every part that can be changed is tried; a clip goes before a cord, a cord before a cassette, a
trunk last. Nothing is offered that leaves a strand in the wrong place.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import combinations

from .connectors import Connector
from .edits import SetPart
from .findings import Remedy
from .lightpath import Joint, LightPath, Part, Segment
from .link import Budget
from .methods import methods_of
from .polarity import CROSSED, judged
from .strands import DUPLEX, TYPES
from .tables import STANDARD

EFFORT = {"clip": 1, "cord": 2, "adapter": 3, "cassette": 5, "splice": 6, "trunk": 12}
"""What a change costs in hands and money: only the order counts."""
WORDS = {
    "clip": "setting", "cord": "cord", "adapter": "part", "cassette": "part", "splice": "part",
    "trunk": "cable",
}  # fmt: skip
MOST = 4


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
    if not _multi(near) or part.keys is None:
        return
    keys = "aligned" if part.keys == "opposed" else "opposed"
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
                label = f"{kind.capitalize()} at part {at + 1}: {name}"
                yield Change(at, kind, replace(part, wiring=name), label)
    elif part.kind == "cord" and part.wiring in DUPLEX:
        other = "A-A" if DUPLEX[part.wiring] else "A-B"
        how = "straight" if other == "A-A" else "crossed"
        new = replace(part, wiring=other)
        if part.clip == "splits":
            yield Change(at, "clip", new, f"Flip one clip of the cord at part {at + 1}: {how}")
        else:
            yield Change(at, "cord", new, f"Cord at part {at + 1} {how} ({other})")


def _tried(path: LightPath, made: tuple[Change, ...]) -> LightPath:
    parts = list(path.parts)
    for change in made:
        parts[change.at] = change.part
    return LightPath(tuple(parts))


def repolarised(budget: Budget) -> tuple[Remedy, ...]:
    """The cheapest changes after which every lane meets its own, at most four; best first.

    Two changes are only offered where no single one does. Of equally cheap ones those that follow
    a method come first.
    """
    path = budget.link.path
    single = list(changes(path))
    works = _working(budget, [(change,) for change in single])
    if not works:
        pairs = combinations(single, 2)
        works = _working(budget, [(a, b) for a, b in pairs if a.at != b.at])
    return tuple(
        Remedy(
            " and ".join(change.label for change in made),
            tuple(SetPart(change.at, change.part) for change in made),
            WORDS[max(made, key=lambda c: EFFORT[c.kind]).kind],
        )
        for made in works[:MOST]
    )


def _working(budget: Budget, tries: list[tuple[Change, ...]]) -> list[tuple[Change, ...]]:
    path = budget.link.path
    found = []
    for made in tries:
        new = _tried(path, made)
        word, wrong, _ = judged(budget, new)
        if word == CROSSED and not wrong:
            cost = sum(EFFORT[change.kind] for change in made)
            found.append((cost, not methods_of(new), [change.at for change in made], made))
    found.sort(key=lambda f: f[:3])
    return [made for *_, made in found]
