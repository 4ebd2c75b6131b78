"""The light path: an ordered chain of segments and joints from one port to the other.

A path starts and ends with a segment, and between two segments there is exactly one joint:

    module a )── segment ──╂── segment ──╂── segment ──( module b
                          joint        joint

Paths compose as two-ports cascade: joined(a, joint, b) adds lengths and losses and chains strands.
"""

from dataclasses import dataclass, replace

from .connectors import Connector

MAX_PARTS = 500
MAX_LENGTH_M = 200_000.0


@dataclass(frozen=True, slots=True)
class Segment:
    """A length of glass with its two ends, or an inline part with a loss of its own.

    length_m : optical length, metres. [m]
    ends : connector at the a side and at the b side; None where it is not recorded.
    wiring : what the part does to its strands: A-B, A-A, straight, crossed, type-A, type-B, type-C.
    loss_db : replaces the table value; an inline part must have it. [dB]
    source : where loss_db comes from.
    conditioning : a mode-conditioning cord, its single-mode leg at the transmitter.
    strands : how many strands it has; None where it is not recorded.
    part : name of the table row or own part that its loss comes from (cassettes, inline parts).
    channels, line : of a multiplexer: the channels that the link uses, and the strand or pair that
        it shares with other links.
    lane : of a breakout leg: the lane that it carries, from 1.
    existing : the glass is there already; length_from and fiber_from say how it is known.
    port : of a cassette: the duplex port that the link uses, from 1.
    clip : of a duplex cord: splits (the pair can be crossed by hand) or fixed.
    front : of a conversion cassette with like plugs: 'b' where its front is towards end b.
    cable, strand_numbers : the plant's cable that this segment is, and the strands taken of it.
    """

    kind: str
    length_m: float = 0.0
    fiber: str | None = None
    ends: tuple[Connector | None, Connector | None] = (None, None)
    wiring: str | None = None
    loss_db: float | None = None
    source: str | None = None
    what: str | None = None
    label: str | None = None
    conditioning: bool = False
    strands: int | None = None
    part: str | None = None
    channels: tuple[str, ...] = ()
    line: str | None = None
    lane: int | None = None
    existing: bool = False
    length_from: str | None = None
    fiber_from: str | None = None
    port: int | None = None
    clip: str | None = None
    front: str | None = None
    cable: str | None = None
    strand_numbers: tuple[int, ...] = ()

    def reversed(self) -> "Segment":
        """The same segment seen from the other end."""
        alike = self.kind == "cassette" and self.ends[0] == self.ends[1]
        front = {"a": "b", "b": "a", "": "b" if alike else None}[self.front or ""]
        return replace(self, ends=(self.ends[1], self.ends[0]), front=front)


@dataclass(frozen=True, slots=True)
class Joint:
    """An adapter (one mated pair), a fusion splice or a mechanical splice.

    grade : adapters only; None counts as standard.
    keys : multi-fiber adapters: opposed or aligned.
    hybrid : the adapter is made for two different connector types.
    crossed : strands 1 and 2 (3 and 4 …) have changed places in this splice.
    """

    kind: str
    grade: str | None = None
    loss_db: float | None = None
    source: str | None = None
    keys: str | None = None
    hybrid: bool = False
    label: str | None = None
    crossed: bool = False


Part = Segment | Joint


class PathError(ValueError):
    """The chain is broken; `at` is the index of the part that is wrong."""

    def __init__(self, at: int, message: str) -> None:
        super().__init__(message)
        self.at = at


@dataclass(frozen=True, slots=True)
class LightPath:
    """An ordered chain of parts. Raises PathError where the chain is broken."""

    parts: tuple[Part, ...]

    def __post_init__(self) -> None:
        check_chain([isinstance(part, Segment) for part in self.parts])

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
