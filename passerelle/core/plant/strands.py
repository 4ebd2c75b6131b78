"""Strands of a cable: colour and tube, state, what is free, how a pair runs on through splices."""

from dataclasses import dataclass

from passerelle.core.plan.backbone import BAD, COILED, DARK, FREE, RESERVED, USED, Cable, Closure
from passerelle.core.plan.lightpath import JointKind
from passerelle.core.refused import Told
from passerelle.core.tables.site import STRAND_ORDER

from .model import Plant


@dataclass(frozen=True, slots=True)
class Colour:
    """A strand's or tube's colour: its base and how many rings or stripes it has."""

    base: str
    rings: int

    def __str__(self) -> str:
        marks = {0: "", 1: ", one stripe", 2: ", two stripes"}
        return self.base + marks.get(self.rings, f", {self.rings} stripes")


@dataclass(frozen=True, slots=True)
class Strand:
    """One strand. number and tube from 1; in_tube: its number in the tube.

    state : free, used, dark, bad or reserved; links : those that use it (two: a clash).
    """

    number: int
    tube: int
    in_tube: int
    colour: Colour
    tube_colour: Colour
    state: str
    links: tuple[str, ...]
    note: str | None
    ports: tuple[int | None, int | None]


def colour(number: int) -> Colour:
    """Colour of the n-th of a row, from 1: twelve base colours, then with a stripe (TIA-598)."""
    turn, at = divmod(number - 1, len(STRAND_ORDER))
    return Colour(STRAND_ORDER[at], turn)


def _port(cable: Cable, side: int, number: int) -> int | None:
    end = cable.ends[side]
    return end.first_port + (number - 1) // 2 if end.panel else None


def strands(plant: Plant, cable: Cable) -> tuple[Strand, ...]:
    """Every strand of a cable with what is known of it."""
    notes = {note.strand: note for note in cable.strand_notes}
    users: dict[int, list[str]] = {}
    for link, use in plant.uses_of.get(cable.name, ()):
        for number in use.strands:
            users.setdefault(number, []).append(link.name)
    found = []
    for number in range(1, cable.strands + 1):
        tube, in_tube = divmod(number - 1, cable.per_tube)
        note, links = notes.get(number), tuple(users.get(number, ()))
        state: str = note.state if note else FREE
        if links and state not in (BAD,):
            state = USED
        found.append(
            Strand(
                number, tube + 1, in_tube + 1, colour(in_tube + 1), colour(tube + 1), state, links,
                note.note if note else None, (_port(cable, 0, number), _port(cable, 1, number)),
            )
        )  # fmt: skip
    return tuple(found)


def taken(plant: Plant, cable: Cable) -> set[int]:
    """Numbers of the strands that are not free: used, dark, bad or reserved."""
    numbers = {n for _, use in plant.uses_of.get(cable.name, ()) for n in use.strands}
    return numbers | {
        note.strand for note in cable.strand_notes if note.state in (DARK, BAD, RESERVED)
    }


def coiled_at(cable: Cable) -> tuple[str, ...]:
    """Places where an end of a cable is left coiled: its strands are spare, not free at once."""
    sides = zip(cable.ends, (cable.a, cable.b), strict=True)
    return tuple(place for end, place in sides if end.kind == COILED)


def next_free(plant: Plant, cable: Cable, count: int, *, besides: str = "") -> tuple[int, ...]:
    """The next free strands side by side in one tube; empty where there are none.

    Pairs start at an odd number, so that they share a duplex port. Strands that the link `besides`
    holds count as free. Of a cable with an end that is left coiled none is.
    """
    if coiled_at(cable):
        return ()
    busy = {note.strand for note in cable.strand_notes if note.state in (DARK, BAD, RESERVED)}
    for link, use in plant.uses_of.get(cable.name, ()):
        if link.name != besides:
            busy.update(use.strands)
    step = 2 if count > 1 else 1
    for tube in range(1, cable.strands + 1, cable.per_tube):
        last = min(tube + cable.per_tube - 1, cable.strands)
        for first in range(tube, last - count + 2, step):
            run = tuple(range(first, first + count))
            if not busy.intersection(run):
                return run
    return ()


@dataclass(frozen=True, slots=True)
class Stretch:
    """A link's strands in one cable, run from its a end or its b end, to a splice or a panel."""

    cable: str
    strands: tuple[int, ...]
    forward: bool
    splice: JointKind | None = None


def _across(closure: Closure, cable: str, strand: int) -> tuple[str, int, JointKind] | None:
    for row in closure.splices:
        if row.a == cable and row.a_first <= strand < row.a_first + row.count:
            return row.b, row.b_first + strand - row.a_first, row.kind
        if row.b == cable and row.b_first <= strand < row.b_first + row.count:
            return row.a, row.a_first + strand - row.b_first, row.kind
    return None


class StrandError(Told):
    """Strands that cannot be followed or used; the text says which and why."""

    def __init__(self, message: str) -> None:
        super().__init__("strands", message)


def followed(plant: Plant, cable: Cable, numbers: tuple[int, ...]) -> tuple[Stretch, ...]:
    """The stretches that strands of a cable run through, splices from its b end on, then its a end.

    The first stretch starts at the panel of the end nearest to the start. Raises StrandError where
    the strands part ways, or where a splice names a strand that a cable does not have.
    """
    forwards = _onward(plant, cable, numbers, start=cable.a)
    if not _spliced(plant, cable.a, cable.name, numbers):
        return forwards
    last = _onward(plant, cable, numbers, start=cable.b)[-1]
    far = plant.cables[last.cable]
    return _onward(plant, far, last.strands, start=far.b if last.forward else far.a)


def _spliced(
    plant: Plant, place: str, cable: str, numbers: tuple[int, ...]
) -> tuple[str, tuple[int, ...], JointKind] | None:
    for closure in plant.closures.values():
        if closure.place != place:
            continue
        found = [_across(closure, cable, n) for n in numbers]
        on = [one for one in found if one is not None]
        if not on:
            continue
        if len(on) != len(numbers) or len({(name, kind) for name, _, kind in on}) > 1:
            said = ", ".join(map(str, numbers))
            raise StrandError(f"strands {said} of “{cable}” part ways in closure “{closure.name}”")
        return on[0][0], tuple(n for _, n, _ in on), on[0][2]
    return None


def _onward(
    plant: Plant, cable: Cable, numbers: tuple[int, ...], start: str
) -> tuple[Stretch, ...]:
    found: list[Stretch] = []
    here = start
    while True:
        if any(n < 1 or n > cable.strands for n in numbers):
            worst = max(numbers)
            raise StrandError(f"“{cable.name}” has {cable.strands} strands; there is no {worst}")
        forward = here == cable.a
        end = cable.b if forward else cable.a
        on = _spliced(plant, end, cable.name, numbers)
        if on is None or on[0] not in plant.cables:
            return (*found, Stretch(cable.name, numbers, forward))
        found.append(Stretch(cable.name, numbers, forward, on[2]))
        if any(on[0] == one.cable and set(on[1]) & set(one.strands) for one in found):
            raise StrandError(f"the splices of “{cable.name}” lead round in a ring")
        cable, numbers, here = plant.cables[on[0]], on[1], end
