"""What simply is not recorded of places, pathways and cables, or is recorded as a guess."""

from collections.abc import Iterator
from dataclasses import dataclass

from passerelle.core.judge.about import CABLE, PATHWAY, PLACE
from passerelle.core.plan.backbone import Cable, Pathway
from passerelle.core.plant.model import GUESS_SHARE, Plant, lengths
from passerelle.core.plant.undecided import undecided
from passerelle.core.words import metres


@dataclass(frozen=True, slots=True)
class Blank:
    """Something that is not recorded. rule : what it is, as `looks.toml` names it.

    cables : those whose links hang on it; new_cables : those of them still to be pulled.
    spread_m : between the shortest and the longest that it may be. [m]
    """

    rule: str
    kind: str
    name: str
    said: str
    cables: tuple[str, ...] = ()
    new_cables: tuple[str, ...] = ()
    spread_m: float = 0.0


def blanks(plant: Plant) -> Iterator[Blank]:
    """Every blank of the backbone: places, then pathways, then cables."""
    for place in plant.places.values():
        told = place.x_m is not None or place.latitude is not None
        mapped = told and not place.drawn
        if not mapped and place.inside is None:
            said = f"Where {place.name} is stands on no map: nothing that lies near it is known."
            yield Blank("place.no-position", PLACE, place.name, said)
    for pathway in plant.pathways.values():
        yield from _pathway(plant, pathway)
    for cable in plant.cables.values():
        if not cable.wish:
            yield from _cable(plant, cable)


def _pathway(plant: Plant, pathway: Pathway) -> Iterator[Blank]:
    here = plant.cables_in.get(pathway.name, ())
    hanging = [c for c in here if lengths(plant, c).glass_from == "planned"]
    new = tuple(c.name for c in hanging if not c.existing)
    if pathway.length_from not in ("measured", "drawing"):
        spread_m = 2 * GUESS_SHARE * pathway.length_m
        how = "is a guess" if pathway.length_from == "guess" else "is from nobody knows where"
        said = f"The length of {pathway.name}, {metres(pathway.length_m)}, {how}."
        names = tuple(c.name for c in hanging)
        yield Blank("pathway.length-guess", PATHWAY, pathway.name, said, names, new, spread_m)
    if pathway.pulled and pathway.inner_mm is None:
        said = f"How wide {pathway.name} is inside is not recorded: nobody can say what still fits."
        names = tuple(c.name for c in here if not c.existing)
        yield Blank("pathway.no-size", PATHWAY, pathway.name, said, names)


_LACKS = {"construction": "its construction", "ends": "how its ends are made"}


def _cable(plant: Plant, cable: Cable) -> Iterator[Blank]:
    names, lacking = (cable.name,), undecided(plant, cable)
    if "way" in lacking:
        said = f"Which way {cable.name} goes is not recorded: nothing says what it shares."
        yield Blank("cable.no-route", CABLE, cable.name, said, names)
    if cable.existing and cable.type is None:
        said = f"Of what construction {cable.name} is is not recorded: nor what it may bear."
        yield Blank("cable.no-type", CABLE, cable.name, said, names)
    lacks = [_LACKS[one] for one in lacking if one in _LACKS]
    if lacks:
        said = f"{cable.name} is to be pulled; {' and '.join(lacks)} is not decided."
        yield Blank("cable.not-decided", CABLE, cable.name, said, names)
