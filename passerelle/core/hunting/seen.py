"""What was seen of a link that does not come up."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

from passerelle.core.plan.ends import Side
from passerelle.core.tables.hunting import LOOKS, SIGHTS

Lamp = Literal["on", "off"]
SIDES: tuple[Side, Side] = ("a", "b")

STEPS_DONE = tuple(
    dict.fromkeys(
        [row.said.replace("{end}", end) for row in LOOKS for end in SIDES]
        + [said for row in SIGHTS for said in (row.said, row.otherwise) if said]
    )
)
"""What may stand in `looked`, as the contract spells it."""


@dataclass(frozen=True, slots=True)
class Practice:
    """What is known of this site. odds : weights of causes in place of the table's. fetch_min : how
    much longer a look takes because its part has to be fetched, by the look's key. [min]
    """

    odds: Mapping[str, float] = field(default_factory=dict)
    fetch_min: Mapping[str, float] = field(default_factory=dict)


NO_PRACTICE = Practice()


@dataclass(frozen=True, slots=True)
class EndSeen:
    """What an end tells. Levels by kind (rx, tx): missing is not read, None is no light. [dBm]"""

    levels: Mapping[str, float | None] = field(default_factory=dict)
    lamp: Lamp | None = None


@dataclass(frozen=True, slots=True)
class Seen:
    """All that was seen. errors : by end, counted and in how many seconds."""

    a: EndSeen = field(default_factory=EndSeen)
    b: EndSeen = field(default_factory=EndSeen)
    errors: Mapping[str, tuple[float, float]] = field(default_factory=dict)
    looked: tuple[str, ...] = ()

    def of(self, end: str) -> EndSeen:
        """What an end tells."""
        return self.a if end == "a" else self.b
