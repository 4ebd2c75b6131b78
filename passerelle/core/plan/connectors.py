"""Connector names: `LC/UPC`, `SC/APC`, `MPO-12/UPC/pinned`, or `bare` for a prepared strand end."""

from dataclasses import dataclass, field
from functools import cache
from typing import Any

from .fields import spelled

FAMILIES = ("LC", "SC", "ST", "FC", "MT-RJ", "LSH", "MU", "CS", "SN", "MDC", "MPO")
TYPES = (*FAMILIES[:-1], "MPO-12", "MPO-16", "MPO-24", "MPO-32", "MPO-36", "MPO-48", "MPO-72")
POLISHES = ("PC", "UPC", "APC")
PINS = ("pinned", "unpinned")
BARE = "bare"


@dataclass(frozen=True, slots=True)
class Connector:
    """One end of a segment. `polish` and `pins` are None where they are not recorded."""

    name: str
    type: str
    polish: str | None = None
    pins: str | None = None
    family: str = field(init=False)
    """The row of the joint table: all MPO sizes share one."""

    def __post_init__(self) -> None:
        family = "MPO" if self.type.startswith("MPO") else self.type
        object.__setattr__(self, "family", family)

    @classmethod
    def __get_pydantic_core_schema__(cls, _source: Any, _handler: Any) -> Any:
        """In documents a connector is its name."""
        return spelled(connector, lambda one: one.name, cls)

    @property
    def is_bare(self) -> bool:
        """A prepared strand end, to be spliced."""
        return self.type == BARE

    @property
    def is_angled(self) -> bool | None:
        """True for an 8 degree face, False for a flat one, None where it is not recorded."""
        return None if self.polish is None else self.polish == "APC"


@cache
def connector(name: str) -> Connector:
    """Parse a connector name.

    Raises
    ------
    ValueError
        With one sentence that names the value and what is allowed.
    """
    if name == BARE:
        return Connector(name, BARE)
    kind, *rest = name.split("/")
    if kind not in TYPES:
        raise ValueError(f"{name[:40]!r} is not a connector; use bare or one of {', '.join(TYPES)}")
    has_pins = kind == "MT-RJ" or kind.startswith("MPO")
    polish = rest[0] if rest else None
    pins = rest[1] if len(rest) > 1 else None
    if polish is not None and polish not in POLISHES:
        raise ValueError(f"{name[:40]!r}: the polish is one of {', '.join(POLISHES)}")
    if pins is not None and (pins not in PINS or not has_pins):
        raise ValueError(f"{name[:40]!r}: only MPO and MT-RJ plugs are {' or '.join(PINS)}")
    if len(rest) > 2:
        raise ValueError(f"{name[:40]!r}: a connector is type/polish or type/polish/pins")
    return Connector(name, kind, polish, pins)
