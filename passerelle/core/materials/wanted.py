"""What is wanted, one thing for one reason; lines are made of many of these."""

from dataclasses import dataclass
from typing import Literal

from passerelle.core.plan.connectors import Connector

Item = Literal[
    "cable", "trunk", "twisted pair", "cord", "conditioning cord", "pigtail", "connector",
    "adapter", "panel", "cassette", "splice protector", "mechanical splice", "closure",
    "attenuator", "multiplexer", "inline part", "module", "spare module", "cage adapter",
    "direct-attach", "converter", "injector", "power part", "label", "cleaning supply",
]  # fmt: skip
"""Kinds of things to buy, in the order in which they are ordered."""
Unit = Literal["piece", "m"]


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
    """What is not recorded, so that nothing could be counted for it. name : what it is about.

    blocks : what it takes is sure to be wanted, so that there is no total without it.
    """

    name: str
    said: str
    blocks: bool = True


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
