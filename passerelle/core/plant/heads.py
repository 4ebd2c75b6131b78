"""Does a factory-made end pass the way: its width by kind against the smallest free bore."""

from collections.abc import Iterable
from dataclasses import dataclass

from passerelle.core.plan.backbone import Cable, Pathway, Termination
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.house_rules import FACTORY
from passerelle.core.tables.reading import make_row, read_file

from .model import Plant
from .raceway import filling, free_bore_mm

TWO_STRANDS = 2


@dataclass(frozen=True, slots=True)
class Plug:
    """Plugs of a family: across a clipped pair, and across one alone. [mm]"""

    family: str
    pair_mm: float
    single_mm: float
    source: str
    confidence: str


@dataclass(frozen=True, slots=True)
class HeadSize:
    """A protected head over the plugs of so many strands: the usual one and the slim one. [mm]"""

    up_to_strands: int
    usual_mm: float
    slim_mm: float
    source: str
    confidence: str


_RAW = read_file("heads.toml")
PLUGS = {row.family: row for row in (make_row(Plug, raw, "heads.toml") for raw in _RAW["plug"])}
HEADS = tuple(make_row(HeadSize, raw, "heads.toml") for raw in _RAW["head"])


@dataclass(frozen=True, slots=True)
class Head:
    """What goes in first. width_mm : across it. measured : it was entered with the cable.

    slim_mm : across a narrower way to make the same end; slim : what that is.
    """

    width_mm: float
    measured: bool
    slim_mm: float | None = None
    slim: str = ""


def head_of(cable: Cable, end: Termination) -> Head | None:
    """The head of a cable whose end comes with plugs; None where it has none, or none is known."""
    if end.kind != FACTORY and end.head_mm is None:
        return None
    plug = PLUGS.get(connector(end.connector).family) if end.connector else None
    usual = slim = None
    words = ""
    if cable.strands <= TWO_STRANDS and plug is not None:
        usual, slim, words = plug.pair_mm, plug.single_mm, "one-strand plugs, one behind the other"
    elif plug is not None and plug.family == "MPO" and cable.strands <= HEADS[0].up_to_strands:
        usual = plug.single_mm
    elif plug is not None:
        row = next((row for row in HEADS if cable.strands <= row.up_to_strands), None)
        if row is not None:
            usual, slim, words = row.usual_mm, row.slim_mm, "a slim head with its plugs staggered"
    if end.head_mm is not None:
        narrower = slim if slim is not None and slim < end.head_mm else None
        return Head(end.head_mm, True, narrower, words if narrower else "")
    return None if usual is None else Head(usual, False, slim if slim != usual else None, words)


@dataclass(frozen=True, slots=True)
class Narrowest:
    """The tightest of the pulled ways; free_mm None: no bore is recorded. unknown : whose."""

    pathway: str | None
    free_mm: float | None
    unknown: str | None = None


def narrowest(plant: Plant, ways: Iterable[Pathway], but: str) -> Narrowest:
    """The smallest free bore along raceways beside what lies in them, without the cable itself."""
    tightest, free, unknown = None, None, None
    for pathway in ways:
        if not pathway.pulled:
            continue
        sizes = [one.od_mm for one in filling(plant, pathway).inside if one.name != but]
        if pathway.inner_mm is None or None in sizes:
            unknown = unknown or pathway.name
            continue
        here = free_bore_mm(pathway.inner_mm, tuple(s for s in sizes if s is not None))
        if free is None or here < free:
            tightest, free = pathway.name, here
    return Narrowest(tightest, free, unknown)
