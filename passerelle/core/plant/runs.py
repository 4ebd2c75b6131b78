"""Runs of the plant: what light passes on a strand from panel to panel, dark strands included."""

from passerelle.core.light.run import Run
from passerelle.core.plan.backbone import COILED, Cable
from passerelle.core.plan.lightpath import LightPath, Part, Segment

from .model import Plant, lengths
from .strands import StrandError, Stretch, followed
from .taking import as_segment, built_run


def run_of(plant: Plant, cable: Cable, number: int, wavelength_nm: float) -> Run:
    """The run that a strand is part of, through every splice to a panel at both ends.

    The panels' own connections are no part of it: how many of them count is the test method's to
    say. A measured loss of a cable counts in the window that it was measured in. Raises StrandError
    where the strand cannot be followed or is noted as bad on its way, and where a length or how an
    end is finished is not recorded.
    """
    stretches = followed(plant, cable, (number,))
    for one in stretches:
        _good(plant.cables[one.cable], one.strands[0])
    check_finished(plant, stretches)
    parts: list[Part] = []
    for part in built_run(plant, stretches):
        if isinstance(part, Segment) and part.cable is not None:
            parts.append(_known(plant, part, plant.cables[part.cable]))
        else:
            parts.append(part)
    first, last = stretches[0], stretches[-1]
    places = (_end(plant, first, near=True), _end(plant, last, near=False))
    return Run(LightPath(tuple(parts)), places)


def guesses(run: Run) -> tuple[str, ...]:
    """What of a run's cables is only a guess, a phrase each: its figures are then no better."""
    return tuple(
        f"the {what} of “{part.cable}” is a guess"
        for part in run.path.parts
        if isinstance(part, Segment) and part.cable is not None
        for what, known_from in (("length", part.length_from), ("grade", part.fiber_from))
        if known_from == "guess"
    )


def _good(cable: Cable, number: int) -> None:
    if any(note.strand == number and note.state == "bad" for note in cable.strand_notes):
        raise StrandError(f"strand {number} of “{cable.name}” is bad")


def check_finished(plant: Plant, stretches: tuple[Stretch, ...]) -> None:
    """Raises StrandError where an end of a strand's way is coiled, or not recorded."""
    for side, one in ((0, stretches[0]), (1, stretches[-1])):
        _finished(plant.cables[one.cable], side if one.forward else 1 - side)


def _finished(cable: Cable, side: int) -> None:
    place = (cable.a, cable.b)[side]
    if cable.ends[side].kind == COILED:
        raise StrandError(f"“{cable.name}” is left coiled at {place}")
    if cable.ends[side].kind is None:
        raise StrandError(f"how “{cable.name}” is finished at {place} is not recorded")


def _known(plant: Plant, part: Segment, cable: Cable) -> Segment:
    if lengths(plant, cable).glass_m is None:
        raise StrandError(f"the length of “{cable.name}” is not known")
    return as_segment(plant, part, cable)


def _end(plant: Plant, stretch: Stretch, *, near: bool) -> str:
    cable = plant.cables[stretch.cable]
    return cable.a if stretch.forward is near else cable.b
