"""A cable or cord whose ends were looked at: how to order one like it, and what a repair costs."""

from dataclasses import dataclass
from typing import Literal

from passerelle.core.plan.connectors import FAMILIES, TYPES
from passerelle.core.tables import SINGLE_MODE, STANDARD
from passerelle.core.words import an, metres

Joined = Literal["single", "joined"]
Owner = Literal["own", "provider"]
What = Literal["cord", "cable"]
ANGLED_COLOUR, FLAT_COLOUR = "green", "blue"
MULTIMODE_COLOURS = ("beige", "black", "aqua", "violet", "lime")
COLOURS = (*MULTIMODE_COLOURS, FLAT_COLOUR, ANGLED_COLOUR)
PLUGS = tuple(one for one in TYPES if one in FAMILIES or one in ("MPO-12", "MPO-16", "MPO-24"))


@dataclass(frozen=True, slots=True)
class EndSeen:
    """What was seen at one end; None: not looked at.

    plug : type of the plug. colour : of its body. joined : two plugs held together, or single.
    owner : the provider's where the far side is not ours.
    """

    plug: str | None = None
    colour: str | None = None
    joined: Joined | None = None
    owner: Owner | None = None

    @property
    def polish(self) -> str | None:
        """Green is angled; blue and the colours of multimode are flat. None: no colour was seen."""
        if self.colour is None:
            return None
        return "APC" if self.colour == ANGLED_COLOUR else "UPC"

    @property
    def connector(self) -> str | None:
        """The plug as the plan writes it, as far as it is known."""
        if self.plug is None:
            return None
        return self.plug if self.polish is None else f"{self.plug}/{self.polish}"


@dataclass(frozen=True, slots=True)
class Order:
    """What to order. says : in words. first : what must be read before, each in words."""

    says: str
    first: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Repair:
    """A way to mend it. worst_db, typical_db : what it adds to the loss of a strand. [dB]

    needs : the tool or part without which it cannot be done.
    """

    what: str
    worst_db: float
    typical_db: float
    needs: str
    source: str


def order(
    what: What,
    ends: tuple[EndSeen, EndSeen],
    grade: str | None,
    *,
    proved: bool,
    length_m: float | None,
    strands: int | None = None,
) -> Order:
    """The words of an order for one like it, or longer, and what nobody has read yet.

    grade, proved : as identified, and whether the print says so. length_m : as wanted. [m]
    """
    first = []
    if grade is None:
        first.append("the grade of the glass, in the print")
    elif not proved:
        first.append(f"the grade in the print: {grade} is a guess")
    if what == "cable" and strands is None:
        first.append("how many strands it has")
    said_ends = []
    for name, end in zip("ab", ends, strict=True):
        said_ends.append(_end_said(end))
        if end.plug is None:
            first.append(f"the plug at end {name}")
        elif end.polish is None:
            first.append(f"the colour of the plug at end {name}: green is angled, blue is flat")
        if end.plug is not None and not end.plug.startswith("MPO") and end.joined is None:
            first.append(f"whether the plugs at end {name} are single or joined")
    if length_m is None:
        first.append("its length, from plug to plug")
    size = f", {strands} strands" if what == "cable" and strands is not None else ""
    far = metres(round(length_m, 2), "g") if length_m is not None else "length not measured"
    glass = grade or "glass not known"
    says = f"{what.capitalize()}, {glass}{size}, {' to '.join(said_ends)}, {far}"
    return Order(says, tuple(first))


def _end_said(end: EndSeen) -> str:
    name = end.connector or "plug not known"
    if end.plug is None or end.plug.startswith("MPO") or end.joined is None:
        return name
    return f"{name} {'joined pair' if end.joined == 'joined' else 'single'}"


def repairs(what: What, grade: str | None) -> tuple[Repair, ...]:
    """What mends a broken strand or plug, the least loss first. A cord is not mended."""
    if what == "cord":
        return ()
    fusion, mechanical = STANDARD.splices["fusion"], STANDARD.splices["mechanical"]
    standard = STANDARD.mated_pairs["LC", "standard"]
    better = STANDARD.mated_pairs["LC", "low-loss"]
    return (
        Repair("Fusion splice where it is broken", fusion.worst_case_db, fusion.typical_db,
               "a fusion splicer and slack to reach the tray", fusion.source),
        Repair("Piece spliced in where slack is missing", 2 * fusion.worst_case_db,
               2 * fusion.typical_db, "a fusion splicer and a closure", fusion.source),
        Repair("New pigtail on the end", fusion.worst_case_db, fusion.typical_db,
               f"a fusion splicer and {an('pigtail')} of {grade or 'the same glass'}",
               fusion.source),
        Repair("Mechanical splice", mechanical.worst_case_db, mechanical.typical_db,
               "a cleaver and a splice that fits", mechanical.source),
        Repair("Field connector on the end", standard.worst_case_db - better.worst_case_db,
               standard.typical_db - better.typical_db,
               "a kit for that plug; the pair is then an ordinary one", standard.source),
    )  # fmt: skip


def warnings(ends: tuple[EndSeen, EndSeen], grade: str | None) -> tuple[str, ...]:
    """What to mind: an end that is not ours, and colours that do not go with the glass."""
    said = []
    for name, end in zip("ab", ends, strict=True):
        if end.owner == "provider":
            said.append(
                f"End {name} is the provider's: unplug, clean, cut or measure nothing there "
                "without them, and take their light as on."
            )
    fiber = STANDARD.fibers.get(grade or "")
    for name, end in zip("ab", ends, strict=True):
        if fiber is None or end.colour is None:
            continue
        single = fiber.mode == SINGLE_MODE
        if single is (end.colour in MULTIMODE_COLOURS):
            said.append(
                f"A {end.colour} plug at end {name} is unusual on {grade}: read the print again."
            )
    return tuple(said)
