"""Parts that several links pass: a cassette, a breakout cord, a multiplexer is one thing, once.

What the thing is stands with it; the links that pass it are filled from there, so that changing it
changes them all. What each link decides by itself (its port, its lane, its channels, its label)
stays with the link's segment.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import ClassVar

from .fields import Name, PlaceName, Thing
from .lightpath import Segment
from .links import PlannedLink


@dataclass(frozen=True, slots=True)
class SharedPart(Thing):
    """One physical part that links pass.

    place, panel : where it is. part : what it is, as seen from the side that its first end is on.
    """

    KIND: ClassVar = "shared part"

    name: Name
    part: Segment
    place: PlaceName | None = None
    panel: Name | None = None


def itself(segment: Segment) -> Segment:
    """What a segment's part is, without what its link decides, seen from the part's first end."""
    seen = segment.reversed() if segment.turned else segment
    return replace(
        seen, port=None, lane=None, channels=(), line=None, label=None, shared=None, turned=False
    )


def filled_from(segment: Segment, part: SharedPart) -> Segment:
    """A link's segment as the part that it stands for has it."""
    seen = part.part.reversed() if segment.turned else part.part
    return replace(
        seen,
        id=segment.id,
        x=segment.x,
        port=segment.port,
        lane=segment.lane,
        channels=segment.channels,
        line=segment.line,
        label=segment.label,
        shared=part.name,
        turned=segment.turned,
    )


def as_shared(segment: Segment, part: SharedPart) -> Segment:
    """A link's segment put on a shared part, turned so that its ends fit best."""
    ends = part.part.ends
    turned = segment.ends != ends and segment.ends == (ends[1], ends[0])
    return filled_from(replace(segment, turned=turned), part)


def with_shared(link: PlannedLink, parts: Mapping[str, SharedPart]) -> PlannedLink:
    """A link whose shared segments hold what their parts say; the same where they do already."""
    path = tuple(
        filled_from(one, part)
        if isinstance(one, Segment) and (part := parts.get(one.shared or "")) is not None
        else one
        for one in link.path
    )
    return link if path == link.path else replace(link, path=path)


def passing(links: Iterable[PlannedLink], name: str) -> list[PlannedLink]:
    """The links that pass a shared part, in the plan's order."""
    return [
        link
        for link in links
        if any(isinstance(one, Segment) and one.shared == name for one in link.path)
    ]
