"""Choose for this need: the way that the plan's own order puts first, and why not the others."""

from dataclasses import dataclass, replace
from functools import lru_cache
from random import Random

from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.options import find
from passerelle.core.choice.ranking import Ranked, ranked
from passerelle.core.choice.weights import weights_for
from passerelle.core.choice.world import World
from passerelle.core.words import metres
from passerelle.practice.drill import (
    Act,
    Answer,
    Asked,
    Choice,
    Drill,
    KindOf,
    Move,
    Posed,
    Revealed,
    Seen,
    Shown,
    Why,
    ruled,
)
from passerelle.practice.plants import two_places

AS_GOOD = 0.01
"""An option that scores within so much of the first is as good."""
SHOWN = 5
FAR = {1: (30, 90, 250, 600), 2: (60, 150, 400), 3: (90, 300, 900), 4: (120, 350, 2500),
       5: (70, 90, 280, 420)}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Known:
    """The need as it is stated, and the ways on offer. proved : the distance was measured."""

    need: SiteNeed
    offered: tuple[tuple[str, str], ...]
    proved: bool


@dataclass(frozen=True, slots=True)
class Truth:
    """The need as it is."""

    need: SiteNeed


@lru_cache(maxsize=256)
def order_of(need: SiteNeed) -> tuple[Ranked, ...]:
    """The options of a need, the first one first, by the weights of its budget."""
    return ranked(find(need, World()), weights_for(need.budget))


def _need(level: int, chance: Random) -> SiteNeed:
    a, b = two_places(chance)
    one = SiteNeed(a, b, float(chance.choice(FAR[level])), chance.choice([1.0, 10.0]),
                   outdoors=level >= 3)  # fmt: skip
    if level in (2, 4):
        one = replace(one, growth_gbps=chance.choice([25.0, 100.0]), rate_gbps=10.0)
    if level == 3:
        one = replace(one, surroundings=tuple(sorted(chance.sample(
            ["wet", "lightning", "rodents", "soil"], 2))))  # fmt: skip
    if level == 4:
        one = replace(one, circuits=chance.choice([1, 2, 4]), budget=chance.choice(
            ["tight", "usual", "lasting"]))  # fmt: skip
    return one


def _make(drill: Drill) -> tuple[Known, Truth]:
    chance = drill.chance()
    true = _need(drill.level, chance)
    written = true
    if drill.level == 5:
        written = replace(true, distance_m=round(true.distance_m * chance.choice([0.6, 0.75]), -1))
    first = {one.option.key: one.option.label for one in order_of(true)[:3]}
    also = {one.option.key: one.option.label for one in order_of(written)[:SHOWN]}
    rest = {one.option.key: one.option.label for one in order_of(true)[3:12]}
    more = chance.sample(sorted(rest.items()), min(3, len(rest)))
    offered = sorted({**first, **also, **dict(more)}.items(), key=lambda one: one[1])
    return Known(written, tuple(offered), drill.level < 5), Truth(true)


def _said(need: SiteNeed, proved: bool) -> tuple[str, ...]:
    how = "measured" if proved else "by a drawing"
    scene = [f"{need.circuits} × {need.rate_gbps:g} Gb/s from {need.a_place} to {need.b_place}, "
             f"{metres(need.distance_m)} along the route, {how}."]  # fmt: skip
    if need.growth_gbps is not None:
        scene.append(f"Later {need.growth_gbps:g} Gb/s over the same cable.")
    if need.outdoors:
        around = f": {', '.join(need.surroundings)}" if need.surroundings else ""
        scene.append(f"It leaves the building{around}.")
    scene.append(f"The budget is {need.budget}. Prices are those of the price book.")
    return tuple(scene)


def _pose(known: Known) -> Posed:
    acts: tuple[Act, ...] = ()
    if not known.proved:
        acts = (Act("walk", "Walk the route with a measuring wheel", 20.0),)
    asked = Asked("one", "Which way does the usual order put first?",
                  tuple(Choice(key, label) for key, label in known.offered))  # fmt: skip
    return Posed("Choose for this need", _said(known.need, known.proved), asked, acts)


def _look(_known: Known, truth: Truth, _act: str, _before: Seen) -> Shown:
    far = truth.need.distance_m
    return Shown(f"{far}", f"{metres(far)}.")


def _best(need: SiteNeed, offered: tuple[tuple[str, str], ...]) -> tuple[Ranked, ...]:
    """Those on offer that are as good as the first of them."""
    keys = {key for key, _ in offered}
    mine = [one for one in order_of(need) if one.option.key in keys]
    return tuple(one for one in mine if one.score <= mine[0].score + AS_GOOD)


def _move(known: Known, seen: Seen) -> Move:
    told = {look.act: look.shown.key for look in seen}
    need = known.need
    if not known.proved:
        if "walk" not in told:
            return Move("walk", (), "The distance decides, and a drawing is no measure.")
        need = replace(need, distance_m=float(told["walk"]))
    (best, *_) = _best(need, known.offered)
    return Move(None, (best.option.key,), "; ".join(best.why))


def _right(known: Known, truth: Truth, answer: Answer) -> bool:
    return answer[0] in {one.option.key for one in _best(truth.need, known.offered)}


def _tell(known: Known, truth: Truth) -> Revealed:
    found = order_of(truth.need)
    keys = dict(known.offered)
    why = [Why(f"{one.option.label}: {'; '.join(one.why) or 'works'}.")
           for one in found if one.option.key in keys][:6]  # fmt: skip
    there = {one.option.key for one in found}
    ruled_out = {one.label: one.reason for one in find(truth.need, World()).ruled_out}
    for key, label in known.offered:
        if key not in there:
            why.append(Why(f"{label}: {ruled_out.get(label, 'does not work so far')}."))
    why.append(ruled("fiber.growth"))
    (best, *_) = _best(truth.need, known.offered)
    topic = "growth" if truth.need.growth_gbps else "the way outdoors" if (
        truth.need.outdoors) else "distance and speed"  # fmt: skip
    if truth.need.distance_m != known.need.distance_m:
        topic = "a record that is wrong"
        why.append(Why(f"The way is {metres(truth.need.distance_m)}, not "
                       f"{metres(known.need.distance_m)}.", "route.length"))  # fmt: skip
    return Revealed(topic, f"{best.option.label}.", tuple(why))


KIND = KindOf(
    "Choose for this need", "weighing cost, growth, glass and parts for a need",
    ("near and far", "with growth", "outdoors", "several circuits, other budgets",
     "the distance may be wrong"),
    _make, _pose, _look, _move, _right, _tell,
)  # fmt: skip
