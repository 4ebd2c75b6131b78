"""A link as it is written down: two ends and the parts between them."""

from collections.abc import Callable, Hashable
from dataclasses import dataclass, fields
from operator import attrgetter
from typing import Annotated, Any, ClassVar

from annotated_types import Len

from .devices import Port
from .ends import LinkEnd
from .fields import Name, Thing
from .lightpath import MAX_PARTS, AnyPart, Joint, Segment


@dataclass(frozen=True, slots=True)
class PlannedLink(Thing):
    """What the technician decides about one link; every answer is computed from it."""

    KIND: ClassVar = "link"

    name: Name
    a: LinkEnd
    b: LinkEnd
    path: Annotated[tuple[AnyPart, ...], Len(1, MAX_PARTS)]


def _all_but(kind: type, *names: str) -> Callable[[Any], Hashable]:
    left_out = {"id", "x", *names}
    return attrgetter(*(one.name for one in fields(kind) if one.name not in left_out))


_OF_SEGMENT = _all_but(Segment, "label", "strand_numbers")
_OF_JOINT = _all_but(Joint, "label")
_OF_END = _all_but(LinkEnd, "port")
_OF_PORT = _all_but(Port, "number")


def alike_key(link: PlannedLink) -> Hashable:
    """What the answers about a link by itself depend on: links of one key are answered alike.

    Left out are names and numbers, which tell the strands of one trunk apart: the link's name, ids,
    labels, strand numbers and the numbers of ports.
    """
    ends = [(_OF_END(end), end.port and _OF_PORT(end.port)) for end in (link.a, link.b)]
    parts = [
        _OF_SEGMENT(part) if isinstance(part, Segment) else _OF_JOINT(part) for part in link.path
    ]
    return (*ends, *parts)
