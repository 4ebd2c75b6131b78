"""Facts of a turn-up for tests, as somebody would note them."""

from datetime import UTC, datetime, timedelta
from typing import Any

from passerelle.core.plan.ends import Side
from passerelle.core.plan.fact import About
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.turnup import (
    CounterFact,
    HuntFact,
    LaneRead,
    LevelRead,
    ModuleReadFact,
    TickFact,
)


def at(minute: float) -> str:
    """A time, in minutes since the morning."""
    return (datetime(2026, 5, 3, 8, tzinfo=UTC) + timedelta(minutes=minute)).isoformat()


def _base(minute: float, link: str) -> dict[str, Any]:
    return {"id": new_id(), "about": About("link", link), "at": at(minute), "who": "Ada"}


def read(end: Side, *rx: LevelRead, tx: LevelRead = None, minute: float = 0, link: str = "linklink",
         **more: Any) -> ModuleReadFact:  # fmt: skip
    """A module that told a level for each lane."""
    lanes = tuple(LaneRead(tx_dbm=tx, rx_dbm=level) for level in rx)
    return ModuleReadFact(**_base(minute, link), kind="module read", end=end, lanes=lanes, **more)


def counter(end: Side, count: float, minute: float, link: str = "linklink") -> CounterFact:
    """A counter that stood at something."""
    return CounterFact(**_base(minute, link), kind="counter", end=end, count=count)


def tick(point: str, end: Side | None = None, minute: float = 0, link: str = "linklink",
         **more: Any) -> TickFact:  # fmt: skip
    """A point that was ticked."""
    return TickFact(**_base(minute, link), kind="tick", point=point, end=end,
                    **{"state": "done"} | more)  # fmt: skip


def looked(look: str, answer: str, hunt: str = "hunthunt", minute: float = 0,
           link: str = "linklink", **more: Any) -> HuntFact:  # fmt: skip
    """A look of a hunt."""
    return HuntFact(**_base(minute, link), kind="hunt", hunt=hunt, look=look, answer=answer, **more)
