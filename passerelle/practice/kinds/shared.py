"""What fails together: which links go dark with one trench or supply, and what both share."""

import json
from dataclasses import dataclass, replace
from random import Random

from passerelle.core.plan.backbone import Cable, Group, Pathway, Place
from passerelle.core.plant.fates import (
    CABLE,
    DEVICE,
    PATHWAY,
    PLACE,
    SUPPLY,
    TRENCH,
    Element,
    dark,
    outage,
)
from passerelle.core.plant.model import LinkUse, Plant, Use
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
)

HUB, FAR = "Hub", "Mast"
BETWEEN = ("Kiln", "Mill", "Weir", "Lodge")
DIG = "the dig by the wall"
PAIR = ("Main", "Reserve")


@dataclass(frozen=True, slots=True)
class Known:
    """The site as it is recorded. hit : what is cut; None: what takes both ways is asked for."""

    plant: Plant
    hit: Element | None
    proved: bool


@dataclass(frozen=True, slots=True)
class Truth:
    """The site as it lies."""

    plant: Plant


def _site(level: int, chance: Random) -> Plant:
    """A hub, places around it, two ways to the mast, and what runs on them."""
    names = chance.sample(BETWEEN, 3)
    first, second, side = names
    feed = f"supply of {first}"
    places = [
        Place(HUB, supply="mains"),
        Place(FAR, supply="mast battery"),
        *(Place(name, supply=feed if level >= 4 else f"supply of {name}") for name in names),
    ]
    legs = [(HUB, first), (first, FAR), (HUB, second), (second, FAR), (HUB, side), (second, first)]
    dug: tuple[int, ...] = ()
    second_way: tuple[str, ...] = ("W3", "W4")
    if level in (2, 5):
        dug = chance.choice([(0, 2), (1, 3), (0, 4), (2, 4), (1, 2)])
    elif level == 3:
        dug = chance.choice([(1, 3), (0, 3), (1, 2), (0, 4), (2, 4), (), ()])
        if not dug:  # the second way comes through the same place, and over the same last leg
            second_way = ("W3", "W6", "W2")
    lie = [DIG if n in dug else None for n in range(len(legs))]
    ways = {f"W{n + 1}": Pathway(f"W{n + 1}", a, b, float(chance.randrange(60, 500, 10)), "duct",
                                 "measured", lies_in=lie[n], id=f"drillway{n:05d}")
            for n, (a, b) in enumerate(legs)}  # fmt: skip
    cables = {
        "C1": Cable("C1", HUB, FAR, "OS2", 12, route=("W1", "W2"), id="drillcable001"),
        "C2": Cable("C2", HUB, FAR, "OS2", 12, route=second_way, id="drillcable002"),
        "C3": Cable("C3", HUB, first, "OS2", 12, route=("W1",), id="drillcable003"),
        "C4": Cable("C4", HUB, side, "OS2", 12, route=("W5",), id="drillcable004"),
    }

    def use(name: str, ends: tuple[str, str], cable: str) -> LinkUse:
        return LinkUse(f"id {name}", name, ends, uses=(Use(cable, (1, 2), 2),))

    links = [
        use("Main", (HUB, FAR), "C1"), use("Reserve", (HUB, FAR), "C2"),
        use(f"{first} office", (HUB, first), "C3"), use(f"{side} store", (HUB, side), "C4"),
    ]  # fmt: skip
    chance.shuffle(links)
    return Plant({one.name: one for one in places}, ways, cables,
                 groups={"Mast": Group("Mast", PAIR)}, links=tuple(links))  # fmt: skip


def _make(drill: Drill) -> tuple[Known, Truth]:
    chance = drill.chance()
    true = _site(drill.level, chance)
    if drill.level == 5 and chance.random() < 0.4:
        true = _undug(true)
    hit: Element | None = None
    if drill.level == 1:
        hit = (PATHWAY, chance.choice(list(true.pathways)))
    elif drill.level == 2:
        hit = (TRENCH, DIG)
    elif drill.level == 4:
        supplies = sorted({place.supply for place in true.places.values() if place.supply})
        hit = (SUPPLY, chance.choice(supplies))
    known = _undug(true) if drill.level == 5 else true
    return Known(known, hit, drill.level != 5), Truth(true)


def _undug(plant: Plant) -> Plant:
    """The site without a word about which ways lie in one trench."""
    return replace(plant, pathways={
        name: replace(way, lies_in=None) for name, way in plant.pathways.items()})  # fmt: skip


def _both(plant: Plant) -> tuple[str, ...]:
    """Everything that takes both ways down, the ends themselves aside."""
    found = []
    for element, links in dark(plant).items():
        names = {one.name for one in links}
        if set(PAIR) <= names and element not in (
            (PLACE, HUB),
            (PLACE, FAR),
            (SUPPLY, "mains"),
            (SUPPLY, "mast battery"),
        ):
            found.append(_id(element))
    return tuple(sorted(found))


def _id(element: Element) -> str:
    return "/".join(element)


def _elements(plant: Plant) -> list[Element]:
    found: list[Element] = [(PATHWAY, name) for name in plant.pathways]
    found += [(CABLE, name) for name in plant.cables]
    found += [(PLACE, name) for name in plant.places if name not in (HUB, FAR)]
    return [*found, (TRENCH, DIG)]


def _pose(known: Known) -> Posed:
    plant = known.plant
    rows = []
    for way in plant.pathways.values():
        inside = ", ".join(one.name for one in plant.cables.values() if way.name in one.route)
        lies = way.lies_in or ("" if known.proved else "not recorded")
        rows.append(Row((way.name, f"{way.a} – {way.b}", metres(way.length_m), inside or "none",
                         lies)))  # fmt: skip
    on = ", ".join(f"{one.name} on {one.uses[0].cable}" for one in plant.links)
    scene = [f"Links: {on}. Main and Reserve are to stand in for each other."]
    acts: tuple[Act, ...] = ()
    if not known.proved:
        acts = (Act("walk", "Walk the ways with whoever dug them", 30.0),
                Act("records", "Ask the office for the drawing of the dig", 5.0))  # fmt: skip
    if known.hit is None:
        asked = Asked("many", "What takes Main and Reserve down together, hub and mast aside? Tick "
                      "all, or none.", tuple(Choice(_id(one), " ".join(one))
                                             for one in _elements(plant)))  # fmt: skip
    else:
        sort, name = known.hit
        if sort == SUPPLY:
            fed = ", ".join(one.name for one in plant.places.values() if one.supply == name)
            scene.append(f"{name} feeds {fed}.")
        asked = Asked("many", f"Which links go dark with {sort} {name}? Tick all, or none.",
                      tuple(Choice(one.name, one.name, " – ".join(map(str, one.places)))
                            for one in plant.links))  # fmt: skip
    return Posed("What fails together", tuple(scene), asked, acts,
                 Table(("way", "between", "length", "cables", "lies in"), tuple(rows)))  # fmt: skip


def _look(_known: Known, truth: Truth, act: str, _before: Seen) -> Shown:
    if act == "records":
        return Shown("nothing", "The drawing shows the ways as lines, and no trench.")
    dug = [name for name, way in truth.plant.pathways.items() if way.lies_in]
    said = f"{' and '.join(dug)} lie in one trench, {DIG}." if dug else "Each lies by itself."
    return Shown(json.dumps(dug), said)


def _move(known: Known, seen: Seen) -> Move:
    told = {look.act: look.shown.key for look in seen}
    plant = known.plant
    if not known.proved:
        if "walk" not in told:
            return Move("walk", (), "Ways are separate once somebody has seen that they are.")
        dug = json.loads(told["walk"])
        plant = replace(plant, pathways={
            name: replace(way, lies_in=DIG if name in dug else None)
            for name, way in plant.pathways.items()})  # fmt: skip
    return Move(None, _answer(plant, known.hit), "Everything that each link runs through.")


def _answer(plant: Plant, hit: Element | None) -> tuple[str, ...]:
    if hit is None:
        return _both(plant)
    return tuple(one.name for one in outage(plant, hit).links)


def _right(known: Known, truth: Truth, answer: Answer) -> bool:
    return set(answer) == set(_answer(truth.plant, known.hit))


def _tell(known: Known, truth: Truth) -> Revealed:
    found = _answer(truth.plant, known.hit)
    said = ", ".join(one.replace("/", " ") for one in found) or "Nothing"
    why = [ruled("route.shared-fate")]
    for element, links in sorted(dark(truth.plant).items()):
        if len(links) > 1 and element[0] in (TRENCH, PATHWAY, SUPPLY, DEVICE):
            why.append(Why(f"{' '.join(element)}: {', '.join(one.name for one in links)}."))
    topic = {PATHWAY: "a way that is cut", TRENCH: "one trench", SUPPLY: "one supply"}.get(
        known.hit[0] if known.hit else "", "what both share")  # fmt: skip
    if not known.proved:
        topic = "a record that is silent"
        why.append(ruled("route.unproven"))
    return Revealed(topic, f"{said}.", tuple(why[:8]))


KIND = KindOf(
    "What fails together", "which links share a fate, and through what",
    ("a duct is cut", "two ducts in one trench", "what both ways share", "a supply fails",
     "nobody has written down what lies together"),
    _make, _pose, _look, _move, _right, _tell,
)  # fmt: skip
