"""Plan the pull: from which end, and where it is pulled out on the way."""

from dataclasses import dataclass, replace
from itertools import combinations
from random import Random

from passerelle.core.plan.backbone import Bend, Cable, Pathway, Place
from passerelle.core.plant.model import Plant
from passerelle.core.plant.pulling import Proposal, propose, pull
from passerelle.core.tables.site import CABLE_TYPES, CableType
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
    Row,
    Seen,
    Shown,
    Table,
    Why,
    ruled,
    tempting,
)

ALIKE = 1.1
"""A way that pulls by no more than this much harder than the best is as good."""
STOPS = ("Start", "Pit 1", "Pit 2", "Pit 3", "Cabin")
DUCTS = {1: 1, 2: 2, 3: 3, 4: 3, 5: 3}
POINTS = {1: (0,), 2: (0, 1), 3: (1,), 4: (1, 2), 5: (1, 2)}
"""How many pull points the way has to need, by level."""


@dataclass(frozen=True, slots=True)
class Known:
    """The way as it is drawn. proved : as somebody has measured it."""

    plant: Plant
    proved: bool


@dataclass(frozen=True, slots=True)
class Truth:
    """The way as it is."""

    plant: Plant


def _types() -> list[CableType]:
    return [
        one
        for one in CABLE_TYPES.values()
        if one.mass_kg_km is not None and one.tension_n is not None and one.metallic is False
    ]


def _ways(level: int, chance: Random) -> list[Pathway]:
    found = []
    for n in range(DUCTS[level]):
        far = float(chance.randrange(80, 360, 10))
        spots = sorted(
            round(far * chance.uniform(0.05, 0.95)) for _ in range(chance.randrange(1, 4))
        )
        turns = [Bend(float(chance.choice([45, 90, 90])), 1.0, at) for at in spots]
        rise = float(chance.choice([0, 0, -12, 15, 25])) if level >= 4 else 0.0
        a = STOPS[n] if n else STOPS[0]
        b = STOPS[-1] if n == DUCTS[level] - 1 else STOPS[n + 1]
        found.append(Pathway(f"Duct {n + 1}", a, b, far, "duct", "measured", bends=tuple(turns),
                             inner_mm=50.0, rise_m=rise, id=f"drillway{n:05d}"))  # fmt: skip
    return found


def _plant(ways: list[Pathway], kind: CableType) -> Plant:
    names = dict.fromkeys(name for way in ways for name in (way.a, way.b))
    cable = Cable("P-1", ways[0].a, ways[-1].b, "OS2", 12, type=kind, id="drillcable001",
                  route=tuple(way.name for way in ways))  # fmt: skip
    return Plant({name: Place(name) for name in names}, {way.name: way for way in ways},
                 {"P-1": cable})  # fmt: skip


def best_of(plant: Plant) -> Proposal:
    """The proposal of the plan itself."""
    found = propose(plant, plant.cables["P-1"])
    assert found is not None
    return found


def _make(drill: Drill) -> tuple[Known, Truth]:
    chance = drill.chance()
    types = _types()
    for _ in range(400):
        ways, kind = _ways(drill.level, chance), chance.choice(types)
        true = _plant(ways, kind)
        best = best_of(true)
        if best.fits and len(best.points) in POINTS[drill.level]:
            break
    known = true
    if drill.level == 5:  # the drawing leaves bends out, and rounds
        drawn = [replace(way, length_m=round(0.8 * way.length_m, -1), bends=way.bends[:1],
                         length_from="drawing") for way in ways]  # fmt: skip
        known = _plant(drawn, kind)
    return Known(known, drill.level < 5), Truth(true)


def _choices(plant: Plant) -> tuple[Choice, ...]:
    cable = plant.cables["P-1"]
    inner = tuple(dict.fromkeys(plant.stops(cable)[1:-1]))
    found = []
    for count in range(min(3, len(inner) + 1)):
        for points in combinations(inner, count):
            for feed, place in (("a", cable.a), ("b", cable.b)):
                where = f"pull out at {' and '.join(points)}" if points else "in one pull"
                found.append(Choice(_key(feed, points), f"Feed in at {place}, {where}"))
    return tuple(found)


def _key(feed: str, points: tuple[str, ...]) -> str:
    return "/".join((feed, *points))


def _newtons(plant: Plant, key: str) -> float:
    feed, *points = key.split("/")
    made = pull(plant, plant.cables["P-1"], feed, tuple(points))
    assert made is not None
    return made.hardest_n


def _pose(known: Known) -> Posed:
    plant = known.plant
    kind = plant.cables["P-1"].type
    assert kind is not None
    rows = []
    for way in plant.pathways.values():
        turns = ", ".join(
            f"{bend.angle_deg:g}° at {metres(bend.at_m or 0.0)}" for bend in way.bends
        )
        rise = f"{way.rise_m:+g} m".replace("-", "−") if way.rise_m else "level"
        rows.append(Row((way.name, f"{way.a} → {way.b}", metres(way.length_m), turns or "none",
                         rise)))  # fmt: skip
    how = "as measured" if known.proved else "by a drawing; nobody has put a tape through"
    scene = (
        f"One cable, {kind.name}: {kind.mass_kg_km:g} kg/km, pulled with {kind.tension_n:g} N at "
        "most, dry.",
        f"The ducts {how}.",
    )
    acts: tuple[Act, ...] = (
        Act("test reel", "Test the cable on its reel, before it is pulled", 15.0),
        *tempting("pull-untested"),
    )
    if not known.proved:
        acts = (Act("tape", "Send a measuring tape and a mandrel through", 40.0), *acts)
    asked = Asked("one", "The easiest way with the fewest pull points that keeps within the "
                  "rating?", _choices(plant))  # fmt: skip
    return Posed("Plan the pull", scene, asked, acts,
                 Table(("duct", "way", "length", "bends", "rise"), tuple(rows)))  # fmt: skip


def _look(_known: Known, truth: Truth, act: str, _before: Seen) -> Shown:
    if act == "test reel":
        return Shown("good", "Every strand of it is as it should be.")
    told = []
    for way in truth.plant.pathways.values():
        turns = ", ".join(
            f"{bend.angle_deg:g}° at {metres(bend.at_m or 0.0)}" for bend in way.bends
        )
        told.append(f"{way.name}: {metres(way.length_m)}, {turns or 'no bend'}")
    return Shown("measured", "; ".join(told) + ".", samples=truth.plant)


def _move(known: Known, seen: Seen) -> Move:
    done = {look.act: look.shown for look in seen}
    if not known.proved and "tape" not in done:
        return Move("tape", (), "Each bend multiplies the pull, and the drawing leaves some out.")
    if "test reel" not in done:
        return Move("test reel", (), "A fault that came with the reel is found before the pull.")
    plant: Plant = done["tape"].samples if "tape" in done else known.plant
    best = best_of(plant)
    return Move(None, (_key(best.feed, best.points),), f"{best.worst_n:.0f} N at the hardest.")


def _right(_known: Known, truth: Truth, answer: Answer) -> bool:
    best = best_of(truth.plant)
    rating = truth.plant.cables["P-1"].type
    points = len(answer[0].split("/")) - 1
    newtons = _newtons(truth.plant, answer[0])
    limit = rating.tension_n if rating is not None else None
    return (
        points == len(best.points) and limit is not None and newtons <= limit
        and newtons <= ALIKE * best.worst_n
    )  # fmt: skip


def _tell(known: Known, truth: Truth) -> Revealed:
    best = best_of(truth.plant)
    choices = _choices(truth.plant)
    label = next(one.label for one in choices if one.id == _key(best.feed, best.points))
    why = [Why(f"{one.label}: {_newtons(truth.plant, one.id):,.0f} N.") for one in choices[:6]]
    why += [ruled("pull.direction"), ruled("pull.tension")]
    topic = f"{len(best.points)} pull points"
    if not known.proved:
        topic = "a record that is wrong"
        why.append(Why("The drawing was short, and left bends out.", "pull.unknown"))
    return Revealed(topic, f"{label}: {best.worst_n:.0f} N at the hardest.", tuple(why))


KIND = KindOf(
    "Plan the pull", "the end to feed from, and where a cable is pulled out",
    ("which end", "one point or none", "a point among two", "up and down hill",
     "the drawing may be wrong"),
    _make, _pose, _look, _move, _right, _tell, {"test reel": "pull-untested"},
)  # fmt: skip
