"""A link: two ends and the light path between them, with what is worked out from them once."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from typing import Any

from passerelle.core.plan.ends import Side
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.house_rules import STANDARD_ONLY, HouseRules
from passerelle.core.plan.lightpath import LightPath, Segment
from passerelle.core.tables import HIGH, MULTIMODE, STANDARD, Fiber, Interworks, Reach, Tables

from .loss import Loss, Term, governing_wavelength
from .modules import End, Module, resolve
from .readings import counts_at

A: Side = "a"
B: Side = "b"
ENGINEERED = "OS engineered"


@dataclass(frozen=True, slots=True)
class Link:
    """What the technician decides about one link; every answer is computed from it."""

    name: str
    a: End
    b: End
    path: LightPath
    id: str = field(default_factory=new_id, compare=False, repr=False)
    x: dict[str, Any] | None = field(default=None, compare=False, repr=False)


@dataclass(frozen=True, slots=True)
class Limit:
    """The most loss that a direction may have. [dB]

    kind : 'channel' where the application publishes a channel insertion loss, 'power' where the
        limit is launch minimum minus receiver minimum minus a penalty.
    """

    value_db: float
    kind: str
    source: str
    confidence: str
    row: Reach | None = None


@dataclass(frozen=True, slots=True)
class AllowedReach:
    """How far an application goes on a grade. [m] None where nothing is published."""

    m: float | None
    source: str
    confidence: str
    row: Reach | None = None
    data_sheet: bool = False


@dataclass(frozen=True, slots=True)
class Direction:
    """Light from one end to the other. Levels in dBm, losses in dB, None where not known."""

    sender: Side
    transmitter: Module
    receiver: Module
    wavelength_nm: float
    terms: tuple[Term, ...]
    loss: Loss
    limit: Limit | None
    margin_db: float | None
    launch_min_dbm: float | None
    launch_max_dbm: float | None
    received_min_dbm: float | None
    received_max_dbm: float | None

    @property
    def receive_min_dbm(self) -> float | None:
        """The least average power that the receiver needs. [dBm]"""
        return self.receiver.receive_min_dbm

    @property
    def receive_max_dbm(self) -> float | None:
        """The most average power that the receiver bears. [dBm]"""
        return self.receiver.receive_max_dbm


@dataclass(frozen=True, slots=True)
class Budget:
    """A link with its sums: what the rules look at."""

    link: Link
    rules: HouseRules
    modules: tuple[Module, Module]
    fibers: tuple[Fiber, ...]
    lowest: Fiber | None
    length_m: float
    reach: AllowedReach
    directions: tuple[Direction, Direction]
    tables: Tables = STANDARD


def lowest_grade(fibers: tuple[Fiber, ...]) -> Fiber | None:
    """The grade that a path is judged by: its lowest; multimode before single mode."""
    return min(fibers, key=lambda f: (f.mode != MULTIMODE, f.rank), default=None)


def is_measured(path: LightPath, wavelengths_nm: Iterable[float] = ()) -> bool:
    """True where every cable carries an entered loss that holds for the light: 'engineered'."""
    cables = [p for p in path.parts if isinstance(p, Segment) and p.kind == "cable"]
    lines = tuple(wavelengths_nm)
    return bool(cables) and all(
        (cable.loss_db is not None or bool(cable.reads))
        and all(counts_at(cable, nm) for nm in lines)
        for cable in cables
    )


def _rows_below() -> dict[str, tuple[str, ...]]:
    """For each grade from OM2 up, the grades of its core below it, the nearest first."""
    grades = sorted(
        (f for f in STANDARD.fibers.values() if f.mode == MULTIMODE and f.rank >= _FROM_RANK),
        key=lambda f: -f.rank,
    )
    return {
        f.application_row: tuple(
            g.application_row for g in grades if g.rank < f.rank and g.core_um == f.core_um
        )
        for f in grades
    }


_FROM_RANK = 3
_BELOW = _rows_below()
_LESS_SURE = {HIGH: "medium", "medium": "low", "low": "low"}


def _row_of(module: Module, name: str) -> Reach | None:
    """The application's row for a grade, or that of the next lower grade of its core, less sure.

    A better grade of the same core reaches at least as far; never the other way, and never from
    one core to another.
    """
    row = module.reach.get(name)
    if row is not None:
        return row
    for lower in _BELOW.get(name, ()):
        row = module.reach.get(lower)
        if row is not None:
            return replace(row, confidence=_LESS_SURE[row.confidence])
    return None


def reach_row(module: Module, fiber: Fiber | None, measured: bool) -> Reach | None:
    """The application's row for the glass; measured links may use the 'engineered' row."""
    if fiber is None:
        return None
    row = _row_of(module, fiber.application_row)
    if measured and fiber.application_row == "OS":
        return module.reach.get(ENGINEERED, row)
    return row


def allowed_reach(
    module: Module, fiber: Fiber | None, measured: bool, rules: HouseRules
) -> AllowedReach:
    """How far the module's application goes on the lowest-grade glass of the path.

    A data sheet goes before the standard, unless the house rule takes standards only; modules
    without a standard have nothing else.
    """
    row = reach_row(module, fiber, measured)
    published = row is not None and row.m is not None
    if module.entered_reach_m is not None and not (published and rules.reach_from == STANDARD_ONLY):
        source = module.data_sheet or ""
        return AllowedReach(module.entered_reach_m, source, HIGH, row, data_sheet=True)
    if row is None or row.m is None:
        return AllowedReach(None, module.source, "low", row)
    return AllowedReach(row.m, _by(module, row), row.confidence, row)


def _mixed_reach(
    module: Module,
    lengths_m: Mapping[str, float],
    fibers: tuple[Fiber, ...],
    rules: HouseRules,
    *,
    measured: bool,
) -> AllowedReach | None:
    """How far an application goes over several grades of one core, in the shares of this path.

    Each grade takes its share of the reach: sum of length / reach is 1 at the most. None where
    there is one grade, or one without a published reach.
    """
    rows = {fiber.application_row for fiber in fibers}
    if len(rows) < 2 or len({fiber.core_um for fiber in fibers}) > 1:
        return None
    each = {f.name: allowed_reach(module, f, measured, rules) for f in fibers}
    total = sum(lengths_m.values())
    if not total or any(one.m is None or one.data_sheet for one in each.values()):
        return None
    share = sum(length / (each[name].m or 1.0) for name, length in lengths_m.items())
    least = min(each.values(), key=lambda one: one.m or 0.0)
    sure = max((one.confidence for one in each.values()), key=list(_LESS_SURE).index)
    source = f"{least.source}; grades by their share of the reach"
    return AllowedReach(total / share, source, sure, least.row)


def _by(module: Module, row: Reach) -> str:
    return module.source if row.by in ("IEEE", "as source") else f"{row.by} ({module.source})"


def limit(sender: Module, receiver: Module, fiber: Fiber | None, measured: bool) -> Limit | None:
    """The loss limit of one direction, None where a figure for it is missing.

    The application's channel insertion loss on the lowest-grade glass. Where it reaches over that
    glass without such a figure (custom, long-haul classes): launch minimum minus receiver minimum
    minus the stated penalty. On glass that the application does not list, nothing is known.
    """
    row = reach_row(sender, fiber, measured)
    if row is not None and row.loss_db is not None:
        return Limit(row.loss_db, "channel", _by(sender, row), row.confidence, row)
    if sender.entered_reach_m is None and sender.reach and (row is None or row.m is None):
        return None
    launch = sender.launch_min_on(fiber)
    floor = receiver.receive_min_dbm
    if launch is None or floor is None:
        return None
    sure = (sender.levels_are_sure() or "tx_min_dbm" in sender.entered) and (
        receiver.levels_are_sure() or "rx_min_dbm" in receiver.entered
    )
    penalty_db = max(sender.penalty_db, receiver.penalty_db)
    return Limit(launch - floor - penalty_db, "power", sender.source, HIGH if sure else "medium")


def _minus(level: float | None, loss_db: float | None) -> float | None:
    return None if level is None or loss_db is None else level - loss_db


def interworks(
    a: Module, b: Module, fiber: Fiber | None, tables: Tables = STANDARD
) -> Interworks | None:
    """What holds where unlike applications work together; None where they do not, or are alike."""
    if fiber is None or a.application == b.application:
        return None
    return tables.interworks.get((frozenset((a.application, b.application)), fiber.mode))


Sums = tuple[float, list[Term], Loss]


def _direction(
    sender: Side,
    ends: tuple[Module, Module],
    sums: Sums,
    allowed: Limit | None,
    fiber: Fiber | None,
    rules: HouseRules,
) -> Direction:
    transmitter, receiver = ends
    wavelength_nm, found, loss = sums
    launch_min = transmitter.launch_min_on(fiber)
    judged = loss.on_basis(rules.loss_basis)
    return Direction(
        sender=sender,
        transmitter=transmitter,
        receiver=receiver,
        wavelength_nm=wavelength_nm,
        terms=tuple(found),
        loss=loss,
        limit=allowed,
        margin_db=_minus(allowed.value_db if allowed else None, judged),
        launch_min_dbm=launch_min,
        launch_max_dbm=transmitter.launch_max_dbm,
        received_min_dbm=_minus(launch_min, judged),
        received_max_dbm=_minus(transmitter.launch_max_dbm, loss.lowest),
    )


def _glass_m(path: LightPath) -> dict[str, float]:
    found: dict[str, float] = {}
    for part in path.parts:
        if isinstance(part, Segment) and part.fiber is not None:
            found[part.fiber] = found.get(part.fiber, 0.0) + part.length_m
    return found


def _shorter(a: AllowedReach, b: AllowedReach) -> AllowedReach:
    if a.m is None or b.m is None:
        return a if a.m is None else b
    return a if a.m <= b.m else b


def budget(link: Link, rules: HouseRules, tables: Tables = STANDARD) -> Budget:
    """Work out everything that the verdict and the findings rest on. Raises EndError.

    `tables` are the standard ones with the plan's own parts.
    """
    module_a = resolve(link.a)
    module_b = module_a if link.b == link.a else resolve(link.b)
    names = {p.fiber for p in link.path.parts if isinstance(p, Segment) and p.fiber}
    fibers = tuple([tables.fibers[name] for name in sorted(names)])
    lowest = lowest_grade(fibers)
    lines = (*module_a.tx_wavelengths_nm, *module_b.tx_wavelengths_nm)
    measured = is_measured(link.path, lines)
    one_way = any(isinstance(p, Segment) and p.direction is not None for p in link.path.parts)

    def sums_of(module: Module, sender: Side) -> Sums:
        return governing_wavelength(link.path, module.tx_wavelengths_nm, rules, tables, sender)

    sums_a = sums_of(module_a, A)
    same = module_a.tx_wavelengths_nm == module_b.tx_wavelengths_nm and not one_way
    sums_b = sums_a if same else sums_of(module_b, B)
    limit_a = limit(module_a, module_b, lowest, measured)
    limit_b = limit_a if module_a is module_b else limit(module_b, module_a, lowest, measured)
    reach = _shorter(
        allowed_reach(module_a, lowest, measured, rules),
        allowed_reach(module_b, lowest, measured, rules),
    )
    mixed = (
        [
            _mixed_reach(module, _glass_m(link.path), fibers, rules, measured=measured)
            for module in ((module_a,) if module_a is module_b else (module_a, module_b))
        ]
        if len(fibers) > 1
        else []
    )
    if mixed and all(mixed):
        reach = min((one for one in mixed if one), key=lambda one: one.m or 0.0)
    joined = interworks(module_a, module_b, lowest, tables)
    if joined is not None:
        reach = AllowedReach(joined.m, joined.source, joined.confidence)
        if joined.loss_db is not None:
            limit_a = limit_b = Limit(joined.loss_db, "channel", joined.source, joined.confidence)
    return Budget(
        link=link,
        rules=rules,
        modules=(module_a, module_b),
        fibers=fibers,
        lowest=lowest,
        length_m=link.path.length_m,
        reach=reach,
        directions=(
            _direction(A, (module_a, module_b), sums_a, limit_a, lowest, rules),
            _direction(B, (module_b, module_a), sums_b, limit_b, lowest, rules),
        ),
        tables=tables,
    )
