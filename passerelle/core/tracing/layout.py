"""A run laid out along its glass, as an instrument at one end meets it: stretches and joints.

The instrument's port is at 0 m, then comes the launch cord, the panel's connection, the run, the
far panel's connection, the receive cord and its open end.
"""

from dataclasses import dataclass, replace
from math import log10
from typing import Literal

from passerelle.core.light.loss import Term
from passerelle.core.measuring.limits import mode_of, test_rules
from passerelle.core.measuring.runs import RunEnd, TestRun
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.tables import GLASS_ROWS, MULTIMODE, STANDARD, Tables
from passerelle.core.tables.reflectance import JOINTS
from passerelle.core.tables.traces import ENDS, GlassRow, figure, glass_at

Basis = Literal["typical", "worst"]
SpotKind = Literal["port", "connection", "splice", "part", "end"]
FALLBACK = glass_at("OS2", None, 1310.0)


@dataclass(frozen=True, slots=True)
class Stretch:
    """A length of glass of one kind. part : position in the run's chain; None: a test cord.

    level_db : its backscatter against that of the first glass, as a trace shows it. [dB, one way]
    """

    from_m: float
    until_m: float
    db_per_km: float
    level_db: float
    part: int | None
    cable: str | None


@dataclass(frozen=True, slots=True)
class Spot:
    """Where something happens. loss_db : what light truly loses; reflectance_db None: nothing.

    parts : positions in the run's chain; none: a connection at a panel, or of the test cords.
    """

    m: float
    kind: SpotKind
    loss_db: float
    reflectance_db: float | None
    parts: tuple[int, ...]
    label: str
    place: str | None


@dataclass(frozen=True, slots=True)
class Layout:
    """A run as an instrument meets it. start_m, end_m : the panels at both ends of the run. [m]

    index, backscatter_db : of the first glass of the run. turned : met from its second end.
    unknown : what is not recorded, so that a figure of another glass stands in.
    """

    stretches: tuple[Stretch, ...]
    spots: tuple[Spot, ...]
    start_m: float
    end_m: float
    total_m: float
    index: float
    backscatter_db: float
    mode: str
    nm: float
    turned: bool
    unknown: tuple[str, ...]


def launch_m(mode: str | None) -> float:
    """The launch cord that the standard asks for. [m]"""
    return figure("launch_multimode_m" if mode == MULTIMODE else "launch_single_mode_m")


def laid_out(
    run: TestRun, nm: float, rules: HouseRules, *, turned: bool = False,
    launch: float | None = None, receive: float | None = None, basis: Basis = "typical",
    tables: Tables = STANDARD,
) -> Layout:  # fmt: skip
    """A run at a wavelength with its test cords. turned : the instrument is at its second end.

    launch, receive : lengths of the test cords, by standard where they are not given. [m]
    """
    mode = mode_of(run) or "single-mode"
    launch = launch_m(mode) if launch is None else launch
    receive = launch if receive is None else receive
    terms = {t.at: t for t in run.run.terms(nm, test_rules(rules), tables) if t.at is not None}
    parts = list(enumerate(run.run.path.parts))
    ends = run.ends
    if turned:
        parts.reverse()
        ends = (ends[1], ends[0])
    first = next((p for _, p in parts if isinstance(p, Segment) and p.fiber), None)
    row = _glass(first, nm) or FALLBACK
    assert row is not None
    cord_km = _per_km(first, nm, tables, basis)
    stretches = [Stretch(0.0, launch, cord_km, 0.0, None, None)]
    spots = [Spot(0.0, "port", 0.0, figure("port_db"), (), "instrument", ends[0].place)]
    here = launch
    spots.append(_panel(here, ends[0], mode, basis))
    unknown: list[str] = []
    for at, part in parts:
        if isinstance(part, Joint):
            spots.append(_joint(here, at, part, terms.get(at), mode, basis, run, tables))
            continue
        if part.kind in ("cord", "cable", "pigtail") or part.length_m > 0:
            glass = _glass(part, nm)
            if glass is None:
                unknown.append(f"the glass of {part.cable or part.label or part.kind}")
            level = 0.0 if glass is None else _level(row, glass)
            stretches.append(Stretch(
                here, here + part.length_m, _per_km(part, nm, tables, basis), level, at, part.cable,
            ))  # fmt: skip
            here += part.length_m
        loss = _inline(terms.get(at), part, basis)
        if loss:
            spots.append(Spot(here, "part", loss, None, (at,), part.label or part.kind, None))
    end_m = here
    if receive > 0:
        spots.append(_panel(here, ends[1], mode, basis))
        stretches.append(Stretch(here, here + receive, cord_km, 0.0, None, None))
        here += receive
    polish = "APC" if ends[1].polish == "APC" else "UPC"
    spots.append(Spot(here, "end", 0.0, ENDS[polish].reflectance_db, (), "open end", ends[1].place))
    return Layout(
        tuple(stretches), tuple(spots), launch, end_m, here, row.index, row.backscatter_db, mode,
        nm, turned, tuple(dict.fromkeys(unknown)),
    )  # fmt: skip


def _glass(part: Segment | None, nm: float) -> GlassRow | None:
    return None if part is None else glass_at(part.fiber, part.glass, nm)


def _level(first: GlassRow, glass: GlassRow) -> float:
    """How much higher a glass stands on a trace than the first: more is caught in a smaller field.

    On single mode by the mode fields, 10 log(w1 / w2) one way; on multimode by the table's
    backscatter, half of it one way. [dB]
    """
    if first.mode_field_um and glass.mode_field_um:
        return 10 * log10(first.mode_field_um / glass.mode_field_um)
    return (glass.backscatter_db - first.backscatter_db) / 2


def _per_km(part: Segment | None, nm: float, tables: Tables, basis: Basis) -> float:
    """Attenuation of a part's glass; that of good single-mode glass where it is not known."""
    name = None
    if part is not None:
        name = part.fiber if part.glass is None else GLASS_ROWS[part.glass]
    row = tables.window(name, nm) if name in tables.fibers else None
    if row is None:
        return 0.35
    return row.typical_db_per_km if basis == "typical" else row.worst_case_db_per_km


def _panel(m: float, end: RunEnd, mode: str, basis: Basis) -> Spot:
    row = STANDARD.mated_pairs.get((end.family or "", "standard"))
    loss = 0.0 if row is None else (row.typical_db if basis == "typical" else row.worst_case_db)
    label = f"{end.panel}:{end.port}" if end.panel else "connection"
    return Spot(m, "connection", loss, _thrown(mode, end.polish or "UPC", basis), (), label,
                end.place)  # fmt: skip


def _thrown(mode: str, face: str, basis: Basis) -> float | None:
    row = JOINTS.get((mode, face))
    return None if row is None else (row.typical_db if basis == "typical" else row.limit_db)


def _joint(
    m: float, at: int, part: Joint, term: Term | None, mode: str, basis: Basis, run: TestRun,
    tables: Tables,
) -> Spot:  # fmt: skip
    loss = 0.0
    if term is not None:
        loss = (term.typical if basis == "typical" else term.worst_case) or 0.0
    place = None
    if part.kind == "adapter":
        left = run.run.path.parts[at - 1]
        plug = left.ends[1] if isinstance(left, Segment) else None
        thrown = part.reflectance_db
        if thrown is None:
            thrown = _thrown(
                mode, plug.polish if plug is not None and plug.polish else "UPC", basis
            )
        return Spot(m, "connection", loss, thrown, (at,), part.label or "connection", place)
    thrown = _thrown(mode, "mechanical", basis) if part.kind == "mechanical" else None
    return Spot(m, "splice", loss, thrown, (at,), part.label or "splice", place)


def _inline(term: Term | None, part: Segment, basis: Basis) -> float:
    """What a part loses in one spot: an inline part, a cassette."""
    if term is None or term.kind == "glass" or part.kind in ("cord", "cable", "pigtail"):
        return 0.0
    return (term.typical if basis == "typical" else term.worst_case) or 0.0


def broken(layout: Layout, at_m: float, reflectance_db: float | None) -> Layout:
    """The same run, broken off at a point. at_m : from the port. [m]"""
    stretches = tuple(
        replace(one, until_m=min(one.until_m, at_m)) for one in layout.stretches
        if one.from_m < at_m
    )  # fmt: skip
    spots = (*(one for one in layout.spots if one.m < at_m),
             Spot(at_m, "end", 0.0, reflectance_db, (), "break", None))  # fmt: skip
    return replace(layout, stretches=stretches, spots=spots, total_m=at_m)
