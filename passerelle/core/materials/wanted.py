"""What is wanted, one thing for one reason; lines are made of many of these."""

from dataclasses import dataclass
from typing import Literal

from passerelle.core.plan.connectors import Connector
from passerelle.core.tables import SINGLE_MODE, STANDARD
from passerelle.core.tables.reading import read_file

Item = Literal[
    "cable", "trunk", "twisted pair", "cord", "conditioning cord", "pigtail", "connector",
    "adapter", "panel", "cassette", "splice protector", "mechanical splice", "closure",
    "attenuator", "multiplexer", "inline part", "module", "spare module", "cage adapter",
    "direct-attach", "converter", "injector", "power part", "label", "cleaning supply",
]  # fmt: skip
"""Kinds of things to buy, in the order in which they are ordered."""
Unit = Literal["piece", "m"]

_sold = read_file("sold.toml")
REEL_LENGTHS_M: tuple[float, ...] = tuple(_sold["reel"]["lengths_m"])
CORD_LENGTHS_M: tuple[float, ...] = tuple(_sold["cord"]["lengths_m"])
DUPLEX: frozenset[str] = frozenset(_sold["adapter"]["duplex"])
PANEL_POSITIONS: int = _sold["panel"]["positions"]


@dataclass(frozen=True, slots=True)
class Wanted:
    """So many of a thing, for one cable, closure, link, device or place of the plan.

    what : in words, which tells it from others of its kind. key : in the price book.
    """

    item: Item
    what: str
    key: str
    quantity: float
    reason: str
    unit: Unit = "piece"


@dataclass(frozen=True, slots=True)
class Open:
    """What is not recorded, so that nothing could be counted for it. name : what it is about."""

    name: str
    said: str


@dataclass(frozen=True, slots=True)
class Loose:
    """A cable of a link's own that no cable of the plan stands for. [m]

    plugs : its two ends; None: not recorded; `bare` is spliced. guessed : its length is a guess.
    """

    name: str
    fiber: str | None
    strands: int
    length_m: float
    plugs: tuple[Connector | None, Connector | None]
    guessed: bool = False


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
