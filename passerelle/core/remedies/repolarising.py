"""The cheapest change that makes transmitters meet receivers: one part, or two where needed.

Every part that can be changed is tried; a clip goes before a trunk that is not bought yet and is
ordered as a method has it, that before a cord, a cord before a cassette, a trunk that lies there
last. Nothing is offered that leaves a strand in the wrong place.
"""

from itertools import combinations

from passerelle.core.judge.findings import Remedy
from passerelle.core.judge.polarity import CROSSED, judged
from passerelle.core.light.edits import SetPart
from passerelle.core.light.link import Budget
from passerelle.core.plan.lightpath import LightPath, Segment
from passerelle.core.strands.changes import Change, changes
from passerelle.core.strands.methods import methods_of
from passerelle.core.tables.kinds import Effort

EFFORT = {
    "clip": 2, "order": 3, "cord": 4, "adapter": 6, "cassette": 10, "splice": 12, "trunk": 24,
}  # fmt: skip
"""What a change costs in hands and money: only the order counts."""
WORDS: dict[str, Effort] = {
    "clip": "setting", "order": "order", "cord": "cord", "adapter": "part", "cassette": "part",
    "splice": "part", "trunk": "cable",
}  # fmt: skip
MOST = 4


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
            tuple(SetPart.to(change.part) for change in made),
            WORDS[max(_kinds(path, made), key=EFFORT.__getitem__)],
        )
        for made in works[:MOST]
    )


def _kinds(path: LightPath, made: tuple[Change, ...]) -> list[str]:
    """What each change is, as an effort.

    A trunk that is not bought yet is ordered as a method has it: that clean cure comes first.
    """
    clean = bool(methods_of(_tried(path, made)))
    return [
        "order"
        if clean
        and change.kind == "trunk"
        and isinstance(change.part, Segment)
        and not change.part.existing
        else change.kind
        for change in made
    ]


def _working(budget: Budget, tries: list[tuple[Change, ...]]) -> list[tuple[Change, ...]]:
    path = budget.link.path
    found = []
    for made in tries:
        new = _tried(path, made)
        word, wrong, _ = judged(budget, new)
        if word == CROSSED and not wrong:
            cost = sum(EFFORT[kind] for kind in _kinds(path, made))
            found.append((cost, not methods_of(new), [change.at for change in made], made))
    found.sort(key=lambda f: f[:3])
    return [made for *_, made in found]
