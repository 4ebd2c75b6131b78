"""A hunt by what was noted of it: what is seen so far, what comes next, and whether it is over."""

from dataclasses import dataclass, replace

from passerelle.core.hunting.hunt import Hunt, hunt
from passerelle.core.hunting.seen import (
    NO_PRACTICE,
    SIDES,
    STEPS_DONE,
    EndSeen,
    Lamp,
    Practice,
    Seen,
)
from passerelle.core.judge.check import LinkCheck
from passerelle.core.plan.devices import Port
from passerelle.core.plan.ends import Side
from passerelle.core.plan.turnup import HuntFact, LevelRead, ModuleReadFact
from passerelle.core.tables.hunting import LOOKS
from passerelle.core.tables.turnup import REMEDIES, RemedyRow

from .counting import counted
from .levels import lane_of
from .read import OfLink

COMES_UP, AS_BEFORE, OVER, BEGUN = "it comes up", "as before", "end", "begin"
HELPED = {
    "end {end} clean": "dirty", "cord {end} changed": "dirty", "module {end} changed":
    "transmitter-dead", "pair flipped": "pair-crossed", "speeds alike": "speed-setting",
}  # fmt: skip
"""What the cause is called where a thing that was done brought the link up."""


@dataclass(frozen=True, slots=True)
class Hunted:
    """A hunt. steps : what was noted, in order. cause : how it ended. helped : what brought it
    up."""

    id: str
    steps: tuple[HuntFact, ...]
    seen: Seen
    now: Hunt
    over: HuntFact | None
    helped: str | None
    cause: str | None

    @property
    def remedy(self) -> RemedyRow | None:
        """What is done about the cause that it ended with."""
        return REMEDIES.get(self.cause or "")


def last_hunt(check: LinkCheck, of: OfLink, practice: Practice = NO_PRACTICE) -> Hunted | None:
    """The newest hunt of a link."""
    if not of.hunts:
        return None
    key = of.hunts[-1].hunt
    steps = tuple(one for one in of.hunts if one.hunt == key)
    seen = seen_by(check, of, steps)
    over = next((one for one in steps if one.look == OVER), None)
    up = next((one for one in steps if one.answer == COMES_UP), None)
    cause = over.answer if over is not None else _helped(up)
    return Hunted(
        key, steps, seen, hunt(check, seen, practice), over, up.look if up else None, cause
    )


def _helped(up: HuntFact | None) -> str | None:
    if up is None:
        return None
    return next((cause for said, cause in HELPED.items() if up.look in _spelled(said)), None)


def _spelled(said: str) -> tuple[str, ...]:
    return tuple(said.replace("{end}", end) for end in SIDES)


def lowest(fact: ModuleReadFact | None, kind: str, port: Port) -> LevelRead:
    """The level of an end's weakest lane: no light where one of them is dark.

    Of a split port the lane that the link is counts alone.
    """
    if fact is None:
        return None
    lanes = fact.lanes
    if port.lane is not None and len(lanes) > 1:
        at = lane_of(fact, port, 0)
        lanes = lanes[at : at + 1]
    told = [one.rx_dbm if kind == "rx" else one.tx_dbm for one in lanes]
    if "no light" in told:
        return "no light"
    known = [one for one in told if isinstance(one, float | int)]
    return min(known, default=None)


def seen_by(check: LinkCheck, of: OfLink, steps: tuple[HuntFact, ...] = ()) -> Seen:
    """What was seen of a link: levels, lamps and counters as they stand, with a hunt's looks."""
    levels: dict[Side, dict[str, float | None]] = {"a": {}, "b": {}}
    lamps: dict[Side, Lamp | None] = {"a": None, "b": None}
    errors: dict[str, tuple[float, float]] = {}
    ports = (check.budget.link.a, check.budget.link.b)
    for at, end in enumerate(SIDES):
        newest = of.newest(end)
        for kind in ("rx", "tx"):
            _put(levels[end], kind, lowest(newest, kind, ports[at].port))
        tick = of.ticks.get(("lamp", end))
        if tick is not None and tick.state == "done":
            lamps[end] = "on"
        told = counted(of.counters.get(end, ()), check.budget.modules[at])
        if told.growing is not None and (told.growing or told.seconds > 0):
            errors[end] = (told.errors if told.growing else 0.0, max(told.seconds, 1.0))
    looked: list[str] = []
    for step in steps:
        kind, _, rest = step.look.partition(" ")
        side: Side = "a" if rest == "a" else "b"
        if kind in ("rx", "tx"):
            if step.answer == "not read":
                continue
            _put(levels[side], kind, step.dbm)
        elif kind == "lamp":
            lamps[side] = "on" if step.answer == "on" else "off"
        elif kind == "errors" and step.count is not None:
            errors[side] = (step.count, step.seconds or 60.0)
        elif step.answer == AS_BEFORE and step.look in STEPS_DONE:
            looked.append(step.look)
        elif step.answer in STEPS_DONE:
            looked.append(step.answer)
    return Seen(EndSeen(levels["a"], lamps["a"]), EndSeen(levels["b"], lamps["b"]), errors,
                tuple(dict.fromkeys(looked)))  # fmt: skip


def _put(levels: dict[str, float | None], kind: str, level: LevelRead) -> None:
    if level == "no light":
        levels[kind] = None
    elif isinstance(level, float | int):
        levels[kind] = float(level)


def with_answer(seen: Seen, look: str, answer: str) -> Seen | None:
    """What is seen after a look was answered in words; None where words do not say it all."""
    kind, _, end = look.partition(" ")
    if kind in ("rx", "tx", "lamp") and end in SIDES:
        told = seen.of(end)
        if kind == "lamp":
            lamp: Lamp = "on" if answer == "on" else "off"
            told = EndSeen(told.levels, lamp)
        elif answer in ("none", "nothing"):
            told = EndSeen({**told.levels, kind: None}, told.lamp)
        else:
            return None
        return replace(seen, a=told) if end == "a" else replace(seen, b=told)
    if kind == "errors" and end in SIDES:
        counted_ = (1.0 if answer == "errors" else 0.0, 60.0)
        return replace(seen, errors={**seen.errors, end: counted_})
    said = look if answer == AS_BEFORE else answer
    return replace(seen, looked=(*seen.looked, said)) if said in STEPS_DONE else None


def is_act(key: str) -> bool:
    """Whether a step does something, so that the link may come up by it."""
    return any(
        key in (row.said, *(row.said.replace("{end}", end) for end in SIDES)) for row in LOOKS
    )
