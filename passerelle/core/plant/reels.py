"""Which reel each cable is cut from, and what is left over."""

from dataclasses import dataclass

from passerelle.core.plan.backbone import Cable, Reel
from passerelle.core.tables.site import PRACTICE

from .model import Plant, lengths


@dataclass(frozen=True, slots=True)
class Cut:
    """A length cut from a reel for a cable. longest_m : the most that any fitting reel has. [m]"""

    cable: str
    length_m: float
    longest_m: float | None = None


@dataclass(frozen=True, slots=True)
class ReelPlan:
    """What is cut from a reel, what is left, and the extra run that the rest would do for."""

    reel: Reel
    cuts: tuple[Cut, ...]
    left_m: float
    serves: str | None = None


@dataclass(frozen=True, slots=True)
class CutPlan:
    """Reels with their cuts, and cables for which no reel is long enough."""

    reels: tuple[ReelPlan, ...]
    short: tuple[Cut, ...]


def cut_plan(plant: Plant) -> CutPlan:
    """Longest cable first, each from the reel with the least that is just enough.

    Short cables then use up what others leave. A reel serves its own construction and strands.
    """
    left = {reel.name: reel.length_m for reel in plant.reels.values()}
    cuts: dict[str, list[Cut]] = {name: [] for name in left}
    short: list[Cut] = []
    wanted = [(c, lengths(plant, c).order_m) for c in plant.cables.values()]
    planned = [(c, m) for c, m in wanted if not c.existing and not c.wish and m is not None]
    for cable, length in sorted(planned, key=lambda one: -(one[1] or 0)):
        assert length is not None
        fitting = [reel for reel in plant.reels.values() if _serves(reel, cable)]
        if not fitting:
            continue
        enough = [reel for reel in fitting if left[reel.name] >= length]
        if not enough:
            short.append(Cut(cable.name, length, max(left[reel.name] for reel in fitting)))
            continue
        reel = min(enough, key=lambda one: left[one.name])
        left[reel.name] -= length
        cuts[reel.name].append(Cut(cable.name, length))
    wishes = {c.name: (c, m) for c, m in wanted if c.wish and m is not None}
    plans = []
    for reel in plant.reels.values():
        serves = None
        if cuts[reel.name] and left[reel.name] >= PRACTICE["leftover_from_m"].value:
            serves = _wish(reel, left[reel.name], wishes)
        plans.append(ReelPlan(reel, tuple(cuts[reel.name]), left[reel.name], serves))
    return CutPlan(tuple(plans), tuple(short))


def _wish(reel: Reel, left: float, wishes: dict[str, tuple[Cable, float]]) -> str | None:
    """The longest wish that the rest is enough for; each is served once."""
    good = [(m, n) for n, (c, m) in wishes.items() if m <= left and _serves(reel, c)]
    if not good:
        return None
    name = max(good)[1]
    del wishes[name]
    return name


def _serves(reel: Reel, cable: Cable) -> bool:
    same = cable.type is not None and cable.type.name == reel.type
    return same and (reel.strands is None or reel.strands == cable.strands)
