"""What of a cable nobody has said yet, so that it cannot be called right."""

from typing import Literal

from passerelle.core.plan.backbone import Cable

from .model import Plant

Open = Literal["way", "construction", "ends"]


def undecided(plant: Plant, cable: Cable) -> tuple[Open, ...]:
    """What is open of a cable. Of one that is there already only its way is asked.

    An end that closures splice to another cable is made.
    """
    found: list[Open] = [] if cable.route else ["way"]
    if cable.existing:
        return tuple(found)
    if cable.type is None:
        found.append("construction")
    spliced = _spliced_at(plant, cable)
    sides = zip((cable.a, cable.b), cable.ends, strict=True)
    if any(end.kind is None and place not in spliced for place, end in sides):
        found.append("ends")
    return tuple(found)


def _spliced_at(plant: Plant, cable: Cable) -> frozenset[str]:
    """Places where closures splice it to another cable."""
    return frozenset(
        closure.place
        for closure in plant.closures.values()
        if any(cable.name in (splice.a, splice.b) for splice in closure.splices)
    )
