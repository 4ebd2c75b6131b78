"""How likely each cause is by what was seen. What is seen is taken as independent, given a cause.

Bayes' rule over the table's weights: P(cause | seen) ~ P(cause) × product of P(each thing seen |
cause). A level is judged by how it would spread: as planned, low by some dB, too much, or none.
"""

from dataclasses import dataclass
from math import exp, pi, sqrt

from passerelle.core.judge.check import LinkCheck
from passerelle.core.plan.ends import Side
from passerelle.core.tables.hunting import LOOKS, SIGHTS

from .causes import Cause
from .seen import SIDES, Seen

METER_DB = 1.5
"""Spread of a module's own meter: ± 3 dB is two standard deviations (SFF-8472). [dB]"""
LOW_DB, LOW_SPREAD_DB = 6.0, 3.5
"""By how much low a level is where something is in the way. Planning values. [dB]"""
UNLIKELY = 0.004
"""What stands for an outcome that the table gives no chance. A planning value."""
STATES = ("none", "low", "normal", "high")


@dataclass(frozen=True, slots=True)
class Expected:
    """What a receiver should tell, with its spread, and the most that it bears. [dBm, dB]"""

    dbm: float | None
    spread_db: float
    most_dbm: float | None


def expected(check: LinkCheck, end: Side, seen: Seen) -> Expected:
    """The level at an end, from the far transmitter's own reading where it was told."""
    way = next(one for one in check.budget.directions if one.sender != end)
    loss = way.loss.on_basis("typical")
    far = seen.of(way.sender).levels.get("tx")
    if loss is None:
        return Expected(None, 0.0, way.receive_max_dbm)
    if far is not None:
        return Expected(far - loss, METER_DB * sqrt(2), way.receive_max_dbm)
    if way.launch_min_dbm is None or way.launch_max_dbm is None:
        return Expected(None, 0.0, way.receive_max_dbm)
    middle = (way.launch_min_dbm + way.launch_max_dbm) / 2
    spread = (way.launch_max_dbm - way.launch_min_dbm) / 4
    return Expected(middle - loss, sqrt(spread**2 + METER_DB**2), way.receive_max_dbm)


def shares(cause: Cause, end: Side) -> dict[str, float]:
    """How a receiver's level comes out, by state."""
    none, low, normal = cause.row.rx_near if cause.near(end) else cause.row.rx_far
    return {"none": none, "low": low, "normal": normal, "high": max(0.0, 1 - none - low - normal)}


def _bell(x: float, middle: float, spread: float) -> float:
    return exp(-0.5 * ((x - middle) / spread) ** 2) / (spread * sqrt(2 * pi))


def level_likelihood(cause: Cause, end: Side, dbm: float | None, due: Expected) -> float:
    """How likely a cause makes a received level; None is no light. A density over dB otherwise."""
    share = shares(cause, end)
    if dbm is None:
        return max(UNLIKELY, share["none"])
    if due.dbm is None:
        return max(UNLIKELY, 1 - share["none"])
    low = sqrt(due.spread_db**2 + LOW_SPREAD_DB**2)
    over = max(due.dbm, due.most_dbm if due.most_dbm is not None else due.dbm + 4) + 1
    return max(
        UNLIKELY * 0.01,
        share["normal"] * _bell(dbm, due.dbm, due.spread_db)
        + share["low"] * _bell(dbm, due.dbm - LOW_DB, low)
        + share["high"] * _bell(dbm, over, due.spread_db),
    )


def looked_likelihood(cause: Cause, said: str) -> float:
    """How likely a cause leaves the link as it is after something was done, or shows so."""
    for sight in SIGHTS:
        share = sight.shares.get(cause.row.id, sight.default)
        if said == sight.said:
            return share
        if said == sight.otherwise:
            return 1 - share
    for row in LOOKS:
        for end in SIDES:
            if row.said.replace("{end}", end) == said:
                mine = "{end}" not in row.said or cause.end in (None, end)
                return row.stays.get(cause.row.id, 1.0) if mine else 1.0
    return 1.0


def lamp_off(cause: Cause) -> float:
    """Share of cases in which an end's lamp is off."""
    return cause.row.lamp_off


def sends_nothing(cause: Cause, end: Side) -> float:
    """Share of cases in which an end's own meter tells that it sends nothing."""
    return cause.row.tx_none if cause.near(end) and cause.end is not None else 0.02


def likelihood(cause: Cause, check: LinkCheck, seen: Seen) -> float:
    """How likely a cause makes all that was seen."""
    found = 1.0
    for end in SIDES:
        told = seen.of(end)
        if "rx" in told.levels:
            found *= level_likelihood(cause, end, told.levels["rx"], expected(check, end, seen))
        if "tx" in told.levels:
            dead = sends_nothing(cause, end)
            found *= dead if told.levels["tx"] is None else 1 - dead
        if told.lamp is not None:
            found *= lamp_off(cause) if told.lamp == "off" else 1 - lamp_off(cause)
        if end in seen.errors:
            counted = seen.errors[end][0] > 0
            found *= cause.row.errors if counted else 1 - cause.row.errors
    for said in seen.looked:
        found *= looked_likelihood(cause, said)
    return found


def posterior(found: list[Cause], check: LinkCheck, seen: Seen) -> list[float]:
    """Probabilities of causes; they add to 1."""
    raw = [one.weight * likelihood(one, check, seen) for one in found]
    total = sum(raw)
    return [one / total for one in raw] if total > 0 else [1 / len(raw)] * len(raw)
