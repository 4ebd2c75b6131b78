"""Which reel each cable is cut from, and what is left over."""

from dataclasses import dataclass

from passerelle.core.plan.backbone import Cable, Reel
from passerelle.core.tables.site import PRACTICE

from .cutting import assigned
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
    """Reels with their cuts, and cables for which no reel is long enough.

    proved : no other assignment is better.
    """

    reels: tuple[ReelPlan, ...]
    short: tuple[Cut, ...]
    proved: bool = True


def cut_plan(plant: Plant) -> CutPlan:
    """Every cable cut that can be, from the fewest reels, the longest single piece kept.

    See `cutting`: exact up to a size. A reel serves its own construction and strands; a cable that
    no reel of the plan serves is no cut.
    """
    reels = list(plant.reels.values())
    wanted = [(c, lengths(plant, c).order_m) for c in plant.cables.values()]
    planned = [
        (c, m)
        for c, m in wanted
        if not (c.existing or c.wish or c.cut)
        and m is not None
        and any(_serves(r, c) for r in reels)
    ]
    fits = tuple(tuple(n for n, r in enumerate(reels) if _serves(r, c)) for c, _ in planned)
    made = assigned(
        tuple(_centimetres(m) for _, m in planned),
        tuple(_centimetres(r.length_m) for r in reels),
        fits,
    )
    cuts: dict[str, list[Cut]] = {reel.name: [] for reel in reels}
    left = {reel.name: reel.length_m for reel in reels}
    for (cable, length_m), at in zip(planned, made.reels, strict=True):
        if at is not None:
            cuts[reels[at].name].append(Cut(cable.name, length_m))
            left[reels[at].name] -= length_m
    for one in cuts.values():
        one.sort(key=lambda cut: -cut.length_m)
    short = [
        Cut(cable.name, length_m, _longest(length_m, [reels[n] for n in serving], left))
        for (cable, length_m), at, serving in zip(planned, made.reels, fits, strict=True)
        if at is None
    ]
    wishes = {c.name: (c, m) for c, m in wanted if c.wish and m is not None}
    plans = []
    for reel in reels:
        serves = None
        if cuts[reel.name] and left[reel.name] >= PRACTICE["leftover_from_m"].value:
            serves = _wish(reel, left[reel.name], wishes)
        plans.append(ReelPlan(reel, tuple(cuts[reel.name]), max(0.0, left[reel.name]), serves))
    return CutPlan(tuple(plans), tuple(short), made.proved)


def _longest(length_m: float, serving: list[Reel], left: dict[str, float]) -> float:
    """The most that a reel has: whole, where even that is too little, else what is left."""
    whole_m = max(reel.length_m for reel in serving)
    return whole_m if length_m > whole_m else max(left[reel.name] for reel in serving)


def _centimetres(length_m: float) -> int:
    return round(length_m * 100)


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
