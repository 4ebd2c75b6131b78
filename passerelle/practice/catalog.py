"""All kinds of drills, and a drill made ready: what is known of it, and the truth."""

from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache
from typing import Any, Final

from passerelle.core.judge.check import LinkCheck

from .drill import AnyKind, Drill, Kind
from .kinds import (
    cable,
    choose,
    crossed,
    dark,
    method,
    module,
    order,
    pull,
    reference,
    shared,
    trace,
    verdict,
)

CATALOG: Final[dict[Kind, AnyKind]] = {
    "cable": cable.KIND, "module": module.KIND, "verdict": verdict.KIND, "crossed": crossed.KIND,
    "method": method.KIND, "reference": reference.KIND, "trace": trace.KIND, "dark": dark.KIND,
    "order": order.KIND, "pull": pull.KIND, "choose": choose.KIND, "shared": shared.KIND,
}  # fmt: skip
"""In the order of the job."""
MOST_TRIED: Final = 40
"""So many seeds are tried for one that is about a topic."""


@dataclass(frozen=True, slots=True)
class Ready:
    """A drill that can be posed, answered and graded. own : the link of a plan that it is a copy
    of, by id."""

    drill: Drill
    kind: AnyKind
    known: Any
    truth: Any
    own: str | None = None


@lru_cache(maxsize=64)
def ready(drill: Drill) -> Ready:
    """A drill on a small plant of its own."""
    kind = CATALOG[drill.kind]
    known, truth = kind.make(drill)
    return Ready(drill, kind, known, truth)


def ready_on(drill: Drill, check: LinkCheck) -> Ready:
    """The hunt on a copy of a plan's link, with one fault hidden in it. The plan is not touched."""
    link = check.budget.link
    known = dark.Known(check, 1, link.name)
    return Ready(drill, dark.KIND, known, dark.drawn(check, drill), link.id)


def about(kind: Kind, level: int, topic: str | None, seed_of: Callable[[], int]) -> Drill:
    """A drill of a kind, about a topic where a few tries find one."""
    drill = Drill(kind, level, seed_of())
    for _ in range(MOST_TRIED if topic is not None else 0):
        one = ready(drill)
        if one.kind.tell(one.known, one.truth).topic == topic:
            return drill
        drill = Drill(kind, level, seed_of())
    return drill
