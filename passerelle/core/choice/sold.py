"""How cable, cords and adapters are sold: lengths of drums and cords, strands to an adapter."""

from passerelle.core.tables import SINGLE_MODE, STANDARD
from passerelle.core.tables.reading import read_file

_sold = read_file("sold.toml")
REEL_LENGTHS_M: tuple[float, ...] = tuple(_sold["reel"]["lengths_m"])
CORD_LENGTHS_M: tuple[float, ...] = tuple(_sold["cord"]["lengths_m"])
DUPLEX: frozenset[str] = frozenset(_sold["adapter"]["duplex"])
PANEL_POSITIONS: int = _sold["panel"]["positions"]


def mode_word(fiber_name: str | None) -> str:
    """How the price book calls the mode of a glass."""
    fiber = STANDARD.fibers.get(fiber_name or "")
    return "single-mode" if fiber is not None and fiber.mode == SINGLE_MODE else "multimode"


def adapters_for(family: str, strands: int) -> int:
    """Adapters that so many strands take: two strands to one where the family is duplex."""
    return -(-strands // 2) if family in DUPLEX else strands


def cord_sold_m(length_m: float) -> float:
    """The stock length that is long enough; longer ones are made to measure, by the metre. [m]"""
    long_enough = [one for one in CORD_LENGTHS_M if one >= length_m]
    return long_enough[0] if long_enough else float(-(-length_m // 1))
