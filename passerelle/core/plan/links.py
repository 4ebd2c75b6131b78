"""A link as it is written down: two ends and the parts between them."""

from dataclasses import dataclass
from typing import Annotated, ClassVar

from annotated_types import Len

from .ends import LinkEnd
from .fields import Name, Thing
from .lightpath import MAX_PARTS, AnyPart


@dataclass(frozen=True, slots=True)
class PlannedLink(Thing):
    """What the technician decides about one link; every answer is computed from it."""

    KIND: ClassVar = "link"

    name: Name
    a: LinkEnd
    b: LinkEnd
    path: Annotated[tuple[AnyPart, ...], Len(1, MAX_PARTS)]
