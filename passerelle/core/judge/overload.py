"""light.overload: can too much light arrive, what cures it, and is it certain at all?

The strongest launch over the least loss is a worst case. It stops a link only where the weakest
launch over the most loss is too much as well, or where no fixed attenuator can be the cure. Where
the two ends of the window are worst cases that cannot occur together, the installed loss decides:
the attenuator is fitted after measuring.
"""

from typing import NamedTuple

from passerelle.core.light.edits import InsertSegment
from passerelle.core.light.link import A, B, Budget, Direction, interworks
from passerelle.core.light.modules import resolve
from passerelle.core.light.readings import counts_at, is_ceiling
from passerelle.core.plan.house_rules import STOPS, TYPICAL
from passerelle.core.plan.lightpath import Segment
from passerelle.core.tables import MULTIMODE, STANDARD, JointLoss
from passerelle.core.words import dbm

from .findings import WARN, Finding, Remedy, finding
from .sides import EXACT, other_side, where_said

TOLERANCE_DB = STANDARD.planning["attenuator_tolerance_db"]
TOLERANCE_UP_TO_DB = STANDARD.planning["attenuator_tolerance_up_to_db"]
TOLERANCE_SHARE = STANDARD.planning["attenuator_tolerance_share"]


class _Over(NamedTuple):
    """A direction in which too much may arrive. excess_db : over what the receiver bears. [dB]"""

    excess_db: float
    direction: Direction
    received_dbm: float
    ceiling_dbm: float


def tolerance_db(value_db: float) -> float:
    """How far a fixed attenuator may be off its value. [dB]"""
    return TOLERANCE_DB if value_db <= TOLERANCE_UP_TO_DB else TOLERANCE_SHARE * value_db


def check_overload(budget: Budget) -> list[Finding]:
    """The strongest light that can arrive against what the receiver bears."""
    over = [
        _Over(received - ceiling, direction, received, ceiling)
        for direction in budget.directions
        if (received := direction.received_max_dbm) is not None
        and (ceiling := direction.receive_max_dbm) is not None
        and received > ceiling + EXACT
    ]
    if not over:
        return _too_little_lost(budget)
    worst = max(over, key=lambda one: one.excess_db)
    ends = tuple(other_side(one.direction.sender) for one in over)
    message = (
        f"Up to {dbm(worst.received_dbm)} can arrive at {where_said(ends)}; its receiver bears "
        f"{dbm(worst.ceiling_dbm)}: {worst.excess_db:.2f} dB too much."
    )
    certain = any(_certain(one) for one in over)
    sides = tuple(one.direction for one in over)
    value_db = _value(budget, worst.excess_db, sides)
    window = None if value_db is not None or certain else _window(budget, worst)
    remedy = _attenuator(budget, value_db, sides) if value_db is not None else None
    if certain:
        message += " Even the weakest launch is too strong."
    elif window is not None:
        message += f" Fit after measuring: {window}"
    # A pair that is known to work together warns: its levels are those of the longer one.
    curable = value_db is not None or window is not None or _interwork(budget)
    do = _do(remedy, value_db, window)
    if remedy is None and window is None and not certain and _split(budget):
        do = _SPLIT
    strict = budget.rules.overload == STOPS and not _interwork(budget)
    return [
        finding(
            "light.overload", message, ends=ends, do=do, remedy=remedy,
            severity=WARN if not certain and curable and not strict else None,
            source=worst.direction.receiver.source,
        )
    ]  # fmt: skip


AT_BOTH = "at the receiver"
_SPLIT = (
    "Port and leg are made to work together, though their standards' worst cases overlap: check "
    "the data sheets of both for the light that they launch and bear."
)


def least_loss_db(direction: Direction) -> float | None:
    """What a loss class asks to be lost at least; None where the application has no such class."""
    row = direction.limit.row if direction.limit is not None else None
    return None if row is None else row.least_loss_db


def _too_little_lost(budget: Budget) -> list[Finding]:
    """Loss classes state the least loss: under it the strongest sender blinds the receiver."""
    short = [
        (least - lowest, least, lowest, direction)
        for direction in budget.directions
        if (least := least_loss_db(direction)) is not None
        and (lowest := direction.loss.lowest) is not None
        and lowest < least - EXACT
    ]
    if not short:
        return []
    missing_db, least, lowest, direction = max(short, key=lambda one: one[0])
    sides = tuple(one[3] for one in short)
    ends = tuple(other_side(one.sender) for one in sides)
    message = (
        f"As little as {lowest:.2f} dB can be lost; {direction.transmitter.application} asks for "
        f"{least:g} dB at least: {missing_db:.2f} dB too much light at {where_said(ends)}."
    )
    worst = direction.loss.worst_case
    certain = worst is not None and worst < least - EXACT
    value_db = _value(budget, missing_db, sides)
    remedy = _attenuator(budget, value_db, sides) if value_db is not None else None
    if certain:
        message += f" With the worst parts it is {worst:.2f} dB: too little as well."
    return [
        finding(
            "light.overload", message, ends=ends, do=_do(remedy, value_db, None), remedy=remedy,
            severity=None if certain or value_db is None else WARN,
            source=direction.transmitter.source,
        )
    ]  # fmt: skip


def _do(remedy: Remedy | None, value_db: float | None, window: str | None) -> str:
    if remedy is not None and value_db is not None:
        off = tolerance_db(value_db)
        return (
            f"{remedy.label} ({value_db - off:g} to {value_db + off:g} dB with its tolerance)"
            f"{', at each end of a pair' if remedy.label.endswith(AT_BOTH) else ''}, or use a "
            "module made for the distance."
        )
    if window is not None:
        return (
            "Measure the installed loss, then fit the fixed attenuator whose value with its "
            "tolerance lies in that window; or use a module made for the distance."
        )
    return (
        "No stock attenuator cures this and keeps enough light: use a module made for the distance."
    )


def _interwork(budget: Budget) -> bool:
    return _split(budget) or interworks(*budget.modules, budget.lowest, budget.tables) is not None


def _split(budget: Budget) -> bool:
    """One lane of a port that is split, and the module that such a lane is made to meet."""
    parents = [module.parent for module in budget.modules]
    legs = [module.application for module in budget.modules]
    return parents.count(None) == 1 and any(
        parent is not None and (parent, leg) in STANDARD.breakouts
        for parent in parents
        for leg in legs
    )


def _certain(over: _Over) -> bool:
    launch, loss = over.direction.launch_min_dbm, over.direction.loss.worst_case
    return launch is not None and loss is not None and launch - loss > over.ceiling_dbm + EXACT


def _pair(budget: Budget) -> JointLoss | None:
    """The mated pair that an attenuator at a receiver adds: the lossier of the two ends."""
    if any(fiber.mode == MULTIMODE for fiber in budget.fibers):
        return None  # build-outs for single mode strip modes of multimode light
    path = budget.link.path
    plugs = (path.segment(0).ends[0], path.segment(len(path.parts) - 1).ends[1])
    rows = [
        budget.tables.mated_pairs.get((plug.family, "standard"))
        for plug in plugs
        if plug is not None
    ]
    known = [row for row in rows if row is not None]
    return max(known, key=lambda row: row.worst_case_db) if len(known) == 2 else None


def _pair_db(budget: Budget, row: JointLoss) -> float:
    return row.typical_db if budget.rules.loss_basis == TYPICAL else row.worst_case_db


def _value(budget: Budget, excess_db: float, over: tuple[Direction, ...]) -> float | None:
    """The smallest stock value that cures at its least and keeps the limits at its most. [dB]"""
    row = _pair(budget)
    if row is None:
        return None
    for value in STANDARD.stock_attenuators_db:
        off = tolerance_db(value)
        if value - off < excess_db - EXACT:
            continue
        most = value + off + _pair_db(budget, row)
        keeps = _above_floor if _interwork(budget) else _keeps
        touched = over if len(over) == 1 else budget.directions
        return value if all(keeps(d, most) for d in touched) else None
    return None


def _attenuator(budget: Budget, value_db: float, over: tuple[Direction, ...]) -> Remedy:
    """At the receiver: on one strand where one direction is too bright, else on both."""
    sender = over[0].sender if len(over) == 1 and resolve(budget.link.a).strands != 1 else None
    after = None if sender == B else budget.link.path.parts[-1].id
    edit = InsertSegment(
        after, "inline", loss_db=value_db, what=f"attenuator {value_db:g} dB",
        direction=None if sender is None else "a-b" if sender == A else "b-a",
    )  # fmt: skip
    where = AT_BOTH if sender is None else f"at the receiver of end {other_side(sender)}"
    if resolve(budget.link.a).strands == 1:
        where = "on the strand"
    return Remedy(f"Attenuator {value_db:g} dB {where}", (edit,), "part")


def _above_floor(direction: Direction, more_db: float) -> bool:
    """Whether a receiver still gets its average minimum; unlike modules have no limit of theirs."""
    received, floor = direction.received_min_dbm, direction.receive_min_dbm
    return received is None or floor is None or received - more_db >= floor - EXACT


def _keeps(direction: Direction, more_db: float) -> bool:
    """Whether a direction still has what it needs; a published channel limit decides alone."""
    margin = direction.margin_db
    if margin is not None and margin < more_db - EXACT:
        return False
    if direction.limit is not None and direction.limit.kind == "channel":
        return True
    return _above_floor(direction, more_db)


def _measured(budget: Budget) -> bool:
    """Nothing is left to measure: every cable has a reading that holds for the light."""
    lines = {nm for module in budget.modules for nm in module.tx_wavelengths_nm}
    return all(
        part.loss_db is not None
        and all(counts_at(part, nm) and not is_ceiling(part, nm) for nm in lines)
        for part in budget.link.path.parts
        if isinstance(part, Segment) and part.kind == "cable"
    )


def _window(budget: Budget, over: _Over) -> str | None:
    """What an attenuator may have once the loss is known; None where none is sure to exist."""
    row, limit = _pair(budget), over.direction.limit
    launch, ceiling = over.direction.launch_max_dbm, over.ceiling_dbm
    if row is None or limit is None or launch is None or _measured(budget):
        return None
    gap, pair_db = launch - ceiling, _pair_db(budget, row)
    stock = STANDARD.stock_attenuators_db
    below = [value for value in stock if value <= gap + EXACT] or [stock[0]]
    above = [value for value in stock if value > below[-1]]
    if not above:
        return None
    step = above[0] - below[-1]
    if limit.value_db < gap + 2 * tolerance_db(below[-1]) + pair_db + step - EXACT:
        return None
    if any(d.margin_db is not None and d.margin_db < -EXACT for d in budget.directions):
        return None  # too much is lost without an attenuator already
    return (
        f"from {gap:.2f} dB less the measured loss to {limit.value_db - pair_db:.2f} dB less the "
        "measured loss is right."
    )
