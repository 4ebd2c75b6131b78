"""Error counters: what zero errors prove, how long to wait, and whether they grow."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from passerelle.core.light.modules import Module, family_of
from passerelle.core.plan.turnup import CounterFact
from passerelle.core.plant.asread import moment
from passerelle.core.tables.turnup import TargetRow, figure, target_of

BLOCK = 66 / 64
BYTE = 10 / 8
BYTE_CODED_GBPS = 1.0
"""Up to here applications send bytes in ten bits; above, blocks of 64 in 66."""


def bits_per_s(module: Module) -> float:
    """Bits that a receiver of an application decides each second. Storage: its data rate."""
    rate = module.rate_gbps
    if family_of(module.application) == "storage":
        return rate * 1e9
    return rate * 1e9 * (BYTE if rate <= BYTE_CODED_GBPS else BLOCK)


def proven(bits_per_s: float, seconds: float) -> float | None:
    """The share of wrong bits that no error in a time rules out, at 95 %: 3 / (R T)."""
    return figure("proof") / (bits_per_s * seconds) if bits_per_s * seconds > 0 else None


def seconds_for(ratio: float, bits_per_s: float) -> float:
    """How long no error may be seen to prove a share of wrong bits, at 95 %. [s]"""
    return figure("proof") / (ratio * bits_per_s)


@dataclass(frozen=True, slots=True)
class Counted:
    """What the counter of an end told. seconds : since it last grew, or was first read. [s]

    growing : it grew between the last two readings; None: it was not read twice. errors : by how
    much it grew then. ratio : what no error proves, or what the errors come to.
    """

    readings: int
    last: float | None
    growing: bool | None
    errors: float
    seconds: float
    needed_s: float
    target: TargetRow
    ratio: float | None
    since: datetime | None

    @property
    def left_s(self) -> float:
        """How much longer to wait. [s]"""
        return max(0.0, self.needed_s - self.seconds)

    @property
    def proven(self) -> bool:
        """Whether it was counted long enough without one error."""
        return self.growing is False and self.left_s <= 0


def counted(facts: Sequence[CounterFact], module: Module) -> Counted:
    """What the readings of one end's counter say. A counter that fell was cleared."""
    rate = bits_per_s(module)
    target = target_of(family_of(module.application), module.rate_gbps)
    needed = seconds_for(target.ratio, rate)
    told = sorted(facts, key=lambda one: moment(one.at))
    if not told:
        return Counted(0, None, None, 0.0, 0.0, needed, target, None, None)
    since = 0
    growing, errors, span = None, 0.0, 0.0
    for n in range(1, len(told)):
        before, now = told[n - 1], told[n]
        more = now.count - before.count
        span = (moment(now.at) - moment(before.at)).total_seconds()
        growing, errors = more > 0, max(0.0, more)
        if more != 0:
            since = n
        if more < 0:
            growing = None if n == len(told) - 1 else growing
    first = moment(told[since].at)
    seconds = (moment(told[-1].at) - first).total_seconds()
    if growing:
        ratio = errors / (rate * span) if span > 0 else None
        seconds = 0.0
    else:
        ratio = proven(rate, seconds)
    return Counted(
        len(told), told[-1].count, growing, errors, seconds, needed, target, ratio, first
    )
