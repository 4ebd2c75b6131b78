"""The light path: an ordered chain of segments and joints from one port to the other.

A path starts and ends with a segment, and between two segments there is exactly one joint:

    module a )── segment ──╂── segment ──╂── segment ──( module b
                          joint        joint

Paths compose as two-ports cascade: joined(a, joint, b) adds lengths and losses and chains strands.
"""

from dataclasses import dataclass, replace
from typing import Annotated, Any, Literal

from annotated_types import Ge, Le, Len

from passerelle.core.refused import Told
from passerelle.core.tables.kinds import PART_KINDS
from passerelle.core.tables.rows import Keys, Wiring

from .connectors import Connector
from .fields import (
    Alike,
    Described,
    FiberName,
    GradeName,
    LossDb,
    Metres,
    Name,
    Names,
    ReflectanceDb,
    StrandNumber,
    Tagged,
    Text,
    Thing,
    WavelengthNm,
    as_document,
    new_id,
)

MAX_PARTS = 500
SegmentKind = Literal["cord", "cable", "pigtail", "cassette", "inline"]
JointKind = Literal["adapter", "fusion", "mechanical"]
LengthFrom = Literal["measured", "drawing", "guess"]
FiberFrom = Literal["print", "record", "guess"]
Reading = Literal["none", "run", "a", "b", "both", "run-a", "run-b"]
Clip = Literal["splits", "opens", "single", "fixed"]
Direction = Literal["a-b", "b-a"]
Glass = Literal[
    "G.652.B", "G.652.D", "G.653", "G.655", "G.657.A1", "G.657.A2", "G.657.B2", "G.657.B3"
]
"""ITU-T category of single-mode glass, as the sheath prints it beside the class."""
"""What a measured loss holds: the cable alone, or its run with no, one or both end connections."""
Lane = Annotated[int, Ge(1), Le(8)]


@dataclass(frozen=True, slots=True)
class ReadAt(Described):
    """A measured loss at one wavelength. [nm, dB]"""

    nm: WavelengthNm
    loss_db: LossDb


class _Unsaid(float):
    """No length, as long as none is said: counts as 0 m, and is told from a length of 0 m."""

    def __eq__(self, other: object) -> bool:
        return self is other

    def __ne__(self, other: object) -> bool:
        return self is not other

    __hash__ = float.__hash__

    @classmethod
    def __get_pydantic_core_schema__(cls, _source: Any, _handler: Any) -> Any:
        """In a schema it is a number."""
        return {"type": "float"}


UNSAID = _Unsaid(0.0)


@dataclass(frozen=True, slots=True)
class Segment(Thing):
    """A length of glass with its two ends, or an inline part with a loss of its own.

    length_m : optical length, metres. [m]
    ends : connector at the a side and at the b side; None where it is not recorded.
    wiring : what the part does to its strands: A-B, A-A, straight, crossed, type-A, type-B, type-C.
    loss_db : replaces the table value; an inline part must have it. [dB]
    source : where loss_db comes from. loss_includes : what the reading holds; None: not recorded.
    loss_nm : the wavelength of the reading; None: not recorded, it counts at every one. [nm]
    reads : measured losses at several wavelengths, which go before loss_db where they were read.
    glass : ITU-T category that the print states, whose attenuation then counts.
    direction : of an inline part that sits on one strand: light from a to b, or from b to a.
    conditioning : a mode-conditioning cord, its single-mode leg at the transmitter.
    strands : how many strands it has; None where it is not recorded.
    part : name of the table row or own part that its loss comes from (cassettes, inline parts).
    channels, line : of a multiplexer: the channels that the link uses, and the strand or pair that
        it shares with other links.
    lane : of a breakout leg: the lane that it carries, from 1.
    existing : the glass is there already; length_from and fiber_from say how it is known.
    port : of a cassette: the duplex port that the link uses, from 1.
    clip : how a duplex cord holds its plugs: a clip that splits, a body that opens, single plugs
        (all of them crossed by hand), or fixed.
    conditions : of a mode-conditioning cord: the end that its single-mode leg plugs in at.
    swaps : pins and keys of its multi-fiber plugs can be changed on site.
    front : of a conversion cassette with like plugs: 'b' where its front is towards end b.
    cable, strand_numbers : the plant's cable that this segment is, and the strands taken of it.
    shared : the part of the plan that this segment is, where several links pass one part; turned :
        the link enters it at its other end.
    """

    __pydantic_config__ = as_document(kind="segment")

    kind: SegmentKind
    length_m: Metres = UNSAID
    fiber: FiberName | None = None
    ends: Annotated[tuple[Connector | None, Connector | None], Alike()] = (None, None)
    wiring: Wiring | None = None
    loss_db: LossDb | None = None
    source: Text | None = None
    loss_includes: Reading | None = None
    loss_nm: WavelengthNm | None = None
    reads: Annotated[tuple[ReadAt, ...], Len(0, 8)] = ()
    glass: Glass | None = None
    direction: Direction | None = None
    what: Name | None = None
    label: Name | None = None
    conditioning: bool = False
    strands: StrandNumber | None = None
    part: Annotated[Name, Names("own part", or_table=True)] | None = None
    channels: Annotated[tuple[Name, ...], Len(0, 2)] = ()
    line: Name | None = None
    lane: Lane | None = None
    existing: bool = False
    length_from: LengthFrom | None = None
    fiber_from: FiberFrom | None = None
    port: Annotated[int, Ge(1), Le(12)] | None = None
    clip: Clip | None = None
    conditions: Literal["a", "b"] | None = None
    swaps: bool = False
    front: Literal["a", "b"] | None = None
    cable: Annotated[Name, Names("cable")] | None = None
    strand_numbers: Annotated[tuple[StrandNumber, ...], Len(0, 144)] = ()
    shared: Annotated[Name, Names("shared part")] | None = None
    turned: bool = False

    def reversed(self) -> "Segment":
        """The same segment seen from the other end."""
        alike = PART_KINDS[self.kind].ports and self.ends[0] == self.ends[1]
        front: Literal["a", "b"] | None = "b" if alike else None
        if self.front is not None:
            front = "a" if self.front == "b" else "b"
        holds = other_way(self.loss_includes)
        ends = (self.ends[1], self.ends[0])
        conditions = self.conditions
        if conditions is not None:
            conditions = "a" if conditions == "b" else "b"
        turned: Direction | None = self.direction
        if turned is not None:
            turned = "b-a" if turned == "a-b" else "a-b"
        return replace(
            self, ends=ends, front=front, loss_includes=holds, direction=turned,
            conditions=conditions,
        )  # fmt: skip


@dataclass(frozen=True, slots=True)
class Joint(Thing):
    """An adapter (one mated pair), a fusion splice or a mechanical splice.

    grade : adapters only; None counts as standard.
    keys : multi-fiber adapters: opposed or aligned.
    coupler : duplex adapters, a wall plate's too: straight (also where it is not said), turned
        so that A meets B of the other plug, or unknown.
    hybrid : the adapter is made for two different connector types.
    crossed : strands 1 and 2 (3 and 4 …) have changed places in this splice.
    reflectance_db : what it was measured to throw back; None: what its standard lets it. [dB]
    """

    __pydantic_config__ = as_document(kind="joint")

    kind: JointKind
    grade: GradeName | None = None
    loss_db: LossDb | None = None
    source: Text | None = None
    keys: Keys | None = None
    coupler: Literal["straight", "turned", "unknown"] | None = None
    hybrid: bool = False
    label: Name | None = None
    crossed: bool = False
    reflectance_db: ReflectanceDb | None = None


Part = Segment | Joint
AnyPart = Annotated[
    Part, Tagged("a part has the key 'segment' or the key 'joint'", segment=Segment, joint=Joint)
]
"""A part as documents have it."""


_TURNED: dict[str, Reading] = {"a": "b", "b": "a", "run-a": "run-b", "run-b": "run-a"}


def other_way(holds: Reading | None) -> Reading | None:
    """What a reading holds, seen from the other end."""
    return holds if holds is None else _TURNED.get(holds, holds)


class PathError(Told):
    """The chain is broken; `at` is the index of the part that is wrong."""

    def __init__(self, at: int, message: str) -> None:
        super().__init__(f"path[{at}]", message)
        self.at = at


@dataclass(frozen=True, slots=True)
class LightPath:
    """An ordered chain of parts, each with an id of its own. Raises PathError where it is broken.

    A part that stands in the chain twice becomes two: the second gets a new id.
    """

    parts: tuple[Part, ...]

    def __post_init__(self) -> None:
        check_chain([isinstance(part, Segment) for part in self.parts])
        if len({part.id for part in self.parts}) < len(self.parts):
            object.__setattr__(self, "parts", _distinct(self.parts))

    @property
    def length_m(self) -> float:
        """Total length of glass, cords included. [m]"""
        return sum(part.length_m for part in self.parts if isinstance(part, Segment))

    def segment(self, at: int) -> Segment:
        """The segment at an even index."""
        part = self.parts[at]
        assert isinstance(part, Segment)
        return part

    def joint(self, at: int) -> Joint:
        """The joint at an odd index."""
        part = self.parts[at]
        assert isinstance(part, Joint)
        return part

    def reversed(self) -> "LightPath":
        """The same path seen from the other port."""
        return LightPath(
            tuple(p.reversed() if isinstance(p, Segment) else p for p in reversed(self.parts))
        )


def _distinct(parts: tuple[Part, ...]) -> tuple[Part, ...]:
    seen: set[str] = set()
    found: list[Part] = []
    for part in parts:
        found.append(replace(part, id=new_id()) if part.id in seen else part)
        seen.add(part.id)
    return tuple(found)


def joined(first: LightPath, joint: Joint, second: LightPath) -> LightPath:
    """Compose two paths through one joint."""
    return LightPath((*first.parts, joint, *second.parts))


def check_chain(is_segment_at: list[bool]) -> None:
    """Refuse a chain that does not alternate segment, joint, segment. Raises PathError."""
    count = len(is_segment_at)
    if count == 0:
        raise PathError(0, "the path is empty; it starts and ends with a segment")
    if count > MAX_PARTS:
        raise PathError(MAX_PARTS, f"the path has {count} parts; at most {MAX_PARTS} are allowed")
    for at, here in enumerate(is_segment_at):
        if at % 2 == 0 and not here:
            where = "the path starts with" if at == 0 else "two joints in a row: this is"
            raise PathError(at, f"{where} a joint; between two segments there is exactly one joint")
        if at % 2 == 1 and here:
            raise PathError(
                at,
                "a joint is missing before this segment; between two segments there is one joint",
            )
    if not is_segment_at[-1]:
        raise PathError(count - 1, "the path ends with a joint; it must end with a segment")
