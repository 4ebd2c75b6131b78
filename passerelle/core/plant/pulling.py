"""Pulling tension along a cable's route, from either end, with pull points.

    straight   T' = T + w L (μ cos θ + sin θ)        w = mass × g, θ the slope upwards
    bend       T' = T e^(μ φ)                        φ in radians (capstan)
    pressure   P  = T' / R                           in a bend of radius R

Tension starts with what the reel's brake holds back where the cable is fed in, and with nothing
at each pull point and after every stretch that is laid, not pulled. Where a cable is let down it
hangs on the brake: the tension at the feed is w L (sin θ - μ cos θ), less what bends hold.
"""

import math
from dataclasses import dataclass
from itertools import combinations

from passerelle.core.plan.backbone import Cable, Pathway
from passerelle.core.tables.site import FRICTION, PRACTICE

from .model import Plant

A, B = "a", "b"
EVEN_N = 1.0
"""Tensions closer than this count as alike. [N]"""


@dataclass(frozen=True, slots=True)
class Spot:
    """A point along the pull, from the feed end. pressure_n_m, radius_m : in a bend, if known.

    kind : start, straight, bend, point (a pull point: what was reached stands before it) or laid.
    """

    at_m: float
    tension_n: float
    kind: str
    where: str
    angle_deg: float = 0.0
    radius_m: float | None = None
    pressure_n_m: float | None = None


@dataclass(frozen=True, slots=True)
class Pull:
    """A cable pulled in from one end. None where the cable's mass is not known.

    spots : the profile. worst : its highest tension. turned_deg : the most bends in one pull.
    brake_n : what has to be held back at the reel so that it does not run away. [N]
    rise_m : the highest stretch that hangs by itself. [m]
    """

    feed: str
    spots: tuple[Spot, ...]
    worst: Spot | None
    turned_deg: float
    brake_n: float = 0.0
    rise_m: float = 0.0

    @property
    def hardest_n(self) -> float:
        """The highest tension, at the pulling end or at the brake. [N]"""
        return max(self.worst_n, self.brake_n)

    @property
    def worst_n(self) -> float:
        """The highest tension. [N]"""
        return self.worst.tension_n if self.worst else 0.0


def friction_of(pathway: Pathway, cable: Cable) -> float:
    """The pathway's own coefficient, or the planning value, dry or lubricated."""
    usual = FRICTION["lubricated" if cable.lubricated else "dry"].value
    if pathway.friction is None:
        return usual
    return min(pathway.friction, usual) if cable.lubricated else pathway.friction


def bends_of(pathway: Pathway, forward: bool) -> list[tuple[float, float, float | None]]:
    """Bends as (distance from the entered end, angle, radius), evenly spread if unplaced."""
    count = sum(bend.at_m is None for bend in pathway.bends)
    seen, found = 0, []
    for bend in pathway.bends:
        if bend.at_m is None:
            seen += 1
            at = pathway.length_m * seen / (count + 1)
        else:
            at = bend.at_m
        at = min(at, pathway.length_m)
        found.append((at if forward else pathway.length_m - at, bend.angle_deg, bend.radius_m))
    return sorted(found, key=lambda one: one[0])


class _Run:
    """Walks along a route and writes down the tension."""

    def __init__(self, weight_n_m: float, feed_n: float) -> None:
        self.weight = weight_n_m
        self.tension = feed_n
        self.at = self.turned = self.most_turned = 0.0
        self.brake = self.rise = 0.0
        self.passed: list[tuple[float, float]] = []  # what each piece adds, and multiplies by
        self.spots: list[Spot] = []

    def note(self, kind: str, where: str) -> None:
        self.spots.append(Spot(self.at, self.tension, kind, where))

    def straight(self, length_m: float, friction: float, slope: float, where: str) -> None:
        if length_m <= 0:
            return
        pull = friction * math.cos(slope) + math.sin(slope)
        self.at += length_m
        added = self.weight * length_m * pull
        self.tension = max(0.0, self.tension + added)
        self.passed.append((added, 1.0))
        if added < 0:
            self.brake = max(self.brake, self._held())
        if abs(math.sin(slope)) > friction * math.cos(slope):
            self.rise = max(self.rise, length_m * abs(math.sin(slope)))
        self.note("straight", where)

    def bend(self, angle_deg: float, radius_m: float | None, friction: float, where: str) -> None:
        self.tension *= math.exp(friction * math.radians(angle_deg))
        self.passed.append((0.0, math.exp(friction * math.radians(angle_deg))))
        self.turned += angle_deg
        self.most_turned = max(self.most_turned, self.turned)
        pressure = self.tension / radius_m if radius_m else None
        bent = Spot(self.at, self.tension, "bend", where, angle_deg, radius_m, pressure)
        self.spots.append(bent)

    def _held(self) -> float:
        """What the brake holds while the head is here, worked back from the head. [N]"""
        held = 0.0
        for added, factor in reversed(self.passed):
            held = max(0.0, held - added) / factor
        return held

    def restart(self, kind: str, where: str) -> None:
        self.note(kind, where)
        self.tension = self.turned = 0.0
        self.passed.clear()
        self.note("start", where)


def pull(
    plant: Plant, cable: Cable, feed: str, points: tuple[str, ...] | None = None
) -> Pull | None:
    """The tension along a cable's route, fed in at end a or b; None where its mass is not known.

    points : places where it is pulled out and fed on; None: those of the cable.
    """
    if cable.type is None or cable.type.mass_kg_km is None:
        return None
    steps = plant.steps(cable)
    if feed == B:
        steps = [(pathway, not forward) for pathway, forward in reversed(steps)]
    points = cable.pull_points if points is None else points
    run = _Run(cable.type.mass_kg_km / 1000 * PRACTICE["gravity_n_kg"].value, cable.feed_n or 0.0)
    if steps:
        first = steps[0]
        run.note("start", first[0].a if first[1] else first[0].b)
    for number, (pathway, forward) in enumerate(steps):
        end = pathway.b if forward else pathway.a
        if pathway.pulled:
            _through(run, pathway, forward, friction_of(pathway, cable))
            if end in points and number + 1 < len(steps):
                run.restart("point", end)
        else:
            if run.tension:
                run.restart("laid", pathway.name)
            run.at += pathway.length_m
            run.note("start", end)
    worst = max(run.spots, key=lambda spot: spot.tension_n, default=None)
    return Pull(feed, tuple(run.spots), worst, run.most_turned, run.brake, run.rise)


def _through(run: _Run, pathway: Pathway, forward: bool, friction: float) -> None:
    rise = pathway.rise_m if forward else -pathway.rise_m
    ratio = rise / pathway.length_m if pathway.length_m else 0.0
    slope = math.asin(max(-1.0, min(1.0, ratio)))
    here = 0.0
    for at, angle, radius in bends_of(pathway, forward):
        run.straight(at - here, friction, slope, pathway.name)
        run.bend(angle, radius, friction, pathway.name)
        here = at
    run.straight(pathway.length_m - here, friction, slope, pathway.name)


@dataclass(frozen=True, slots=True)
class Proposal:
    """How to pull: the end to feed from and the places to pull out at. worst_n : tension then. [N]

    fits : True within the rating; None where the cable has no rating.
    """

    feed: str
    points: tuple[str, ...]
    worst_n: float
    fits: bool | None


def propose(plant: Plant, cable: Cable) -> Proposal | None:
    """The best feed end, and the fewest pull points that keep within the rating.

    Pull points can only be where the route comes out: at places on the way. All choices of one and
    two of them are tried; ends that are alike go to a.
    """
    rating = cable.type.tension_n if cable.type else None
    inner = tuple(dict.fromkeys(plant.stops(cable)[1:-1]))
    best: Proposal | None = None
    for count in range(0, min(3, len(inner) + 1)):
        for points in combinations(inner, count):
            for feed in (A, B):
                made = pull(plant, cable, feed, points)
                if made is None:
                    return None
                fits = None if rating is None else made.hardest_n <= rating
                tried = Proposal(feed, points, made.hardest_n, fits)
                if best is None or tried.worst_n < best.worst_n - EVEN_N:
                    best = tried
        if best is None or best.fits is not False:
            return best
    return best
