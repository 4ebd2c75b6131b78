"""Own parts: what a technician has entered from a data sheet, used like rows of the tables.

Each names its document. A figure outside what such parts can have is kept, and doubted: it may be a
slip of the pen. What contradicts itself is refused.
"""

from dataclasses import replace

from passerelle.core.plan.ends import DataSheet
from passerelle.core.plan.own import OwnBox, OwnFiber, OwnGrade, OwnModule, OwnPart
from passerelle.core.refused import Refused
from passerelle.core.tables import (
    GLASS_ROWS,
    HIGH,
    SINGLE_MODE,
    STANDARD,
    Application,
    JointLoss,
    PartLoss,
    Tables,
    Window,
)

from .modules import End, EndError, resolve


class OwnPartError(Refused):
    """An own part contradicts itself; `path` names the field."""


def check_usable(mode: str, wavelength_nm: float, key: str, tables: Tables = STANDARD) -> None:
    """Refuse a wavelength that fiber of this mode is not used at. Raises OwnPartError."""
    wrong = tables.unusable(mode, wavelength_nm)
    if wrong is not None:
        raise OwnPartError(key, wrong)


def _check_pair(worst: float, typical: float) -> None:
    if typical > worst:
        message = f"typical {typical:g} dB is over the worst case {worst:g} dB"
        raise OwnPartError("typical_db", message)


def check_own(part: OwnPart, tables: Tables = STANDARD) -> None:
    """Refuse an own part that contradicts itself. Raises OwnPartError."""
    if isinstance(part, OwnFiber):
        mode = tables.fibers[part.base].mode
        seen: set[float] = set()
        for at, one in enumerate(part.attenuation):
            check_usable(mode, one.wavelength_nm, f"attenuation[{at}].wavelength_nm", tables)
            if one.wavelength_nm in seen:
                key = f"attenuation[{at}].wavelength_nm"
                raise OwnPartError(key, f"{one.wavelength_nm:g} nm is listed twice")
            seen.add(one.wavelength_nm)
            typical = one.typical_db_per_km
            if typical is not None and typical > one.worst_case_db_per_km:
                raise OwnPartError(
                    f"attenuation[{at}].typical_db_per_km",
                    f"typical {typical:g} dB/km is over the worst case "
                    f"{one.worst_case_db_per_km:g} dB/km",
                )
    elif isinstance(part, OwnModule):
        _check_module(part)
    else:
        _check_pair(part.worst_case_db, part.typical_db)
        if isinstance(part, OwnBox):
            _check_wires(part)
            for at, channel in enumerate(part.channels):
                check_usable(
                    SINGLE_MODE, channel.wavelength_nm, f"channels[{at}].wavelength_nm", tables
                )


def _check_wires(part: OwnBox) -> None:
    """Every place of a map leads to one place of its own. Raises OwnPartError."""
    for side, which in (("front", 0), ("back", 2)):
        seen: set[tuple[int, int]] = set()
        for at, wire in enumerate(part.wires):
            place = (wire[which], wire[which + 1])
            if place in seen:
                message = f"plug {place[0]} position {place[1]} of the {side} is there twice"
                raise OwnPartError(f"map[{at}]", message)
            seen.add(place)


def _check_module(part: OwnModule) -> None:
    try:
        resolve(End(part.application, own=part))
    except EndError as error:
        raise OwnPartError(error.path.removeprefix("module."), error.reason) from None


def extended(parts: tuple[OwnPart, ...], tables: Tables = STANDARD) -> Tables:
    """The tables with a plan's own parts in them; modules are found at the ends instead."""
    fibers, windows = dict(tables.fibers), list(tables.windows)
    pairs, boxes = dict(tables.mated_pairs), dict(tables.parts)
    for part in parts:
        if isinstance(part, OwnFiber):
            base = tables.fibers[part.base]
            fibers[part.name] = replace(base, name=part.name, source=part.source, base=part.base)
            windows += _windows(part, tables)
        elif isinstance(part, OwnGrade):
            pairs[part.family, part.name] = JointLoss(
                f"{part.family} mated pair, {part.name}",
                part.worst_case_db,
                part.typical_db,
                part.source,
                HIGH,
                HIGH,
            )
        elif isinstance(part, OwnBox):
            boxes[part.name] = PartLoss(
                part.name,
                part.worst_case_db,
                part.typical_db,
                part.source,
                HIGH,
                part.what or part.kind,
                part.kind,
                tuple((one.name, one.wavelength_nm) for one in part.channels),
                part.pairs_included,
                part.grid,
                part.passband_nm,
            )
    wires = {p.name: p.wires for p in parts if isinstance(p, OwnBox) and p.wires}
    doubts = {part.name: found for part in parts if (found := doubts_about(part, tables))}
    return replace(
        tables,
        fibers=fibers,
        windows=tuple(windows),
        mated_pairs=pairs,
        parts=boxes,
        doubts=doubts,
        wires=wires,
    )


def _windows(part: OwnFiber, tables: Tables) -> list[Window]:
    """The entered windows; those of the category, or of the standard grade, for the others."""
    base = part.base if part.glass is None else GLASS_ROWS[part.glass]
    entered = {one.wavelength_nm: one for one in part.attenuation}
    rows = [
        replace(row, fiber=part.name)
        for row in tables.windows
        if base is not None
        and row.fiber == base
        and tables.window(base, row.wavelength_nm) is row
        and not any(tables.window(base, nm) is row for nm in entered)
    ]
    for nm, one in entered.items():
        usual = tables.window(base or part.base, nm)
        typical = one.typical_db_per_km
        if typical is None:
            typical = one.worst_case_db_per_km
            typical = min(usual.typical_db_per_km, typical) if usual is not None else typical
        rows.append(
            Window(part.name, nm, one.worst_case_db_per_km, typical, part.source, HIGH, HIGH)
        )
    return rows


def _doubt(figure: str, value: float, tables: Tables) -> str | None:
    row = tables.plausible.get(figure)
    if row is None or row.lowest <= value <= row.highest:
        return None
    return (
        f"{figure}: {value:g} {row.unit} is outside {row.lowest:g} to {row.highest:g} {row.unit}, "
        f"what such parts have ({row.source})."
    )


def _plausible_at(mode: str, wavelength_nm: float, tables: Tables) -> str:
    """The figure of the table of what is plausible that lies nearest to a wavelength."""
    named = [key for key in tables.plausible if key.startswith(f"{mode} ")]
    return min(named, key=lambda key: abs(float(key.split()[-1]) - wavelength_nm))


def doubts_about(part: OwnPart, tables: Tables = STANDARD) -> tuple[str, ...]:
    """What is doubtful about an own part's figures, one sentence each."""
    found: list[str | None] = []
    if isinstance(part, OwnFiber):
        mode = tables.fibers[part.base].mode
        for one in part.attenuation:
            nearest = _plausible_at(mode, one.wavelength_nm, tables)
            for value in (one.worst_case_db_per_km, one.typical_db_per_km):
                if value is not None:
                    found.append(_doubt(nearest, value, tables))
    elif isinstance(part, OwnGrade):
        found += [_doubt("mated pair", v, tables) for v in (part.worst_case_db, part.typical_db)]
    elif isinstance(part, OwnBox):
        found += [_doubt(part.kind, v, tables) for v in (part.worst_case_db, part.typical_db)]
    else:
        found += _module_doubts(part.data_sheet, tables)
    return tuple(dict.fromkeys(sentence for sentence in found if sentence))


def _levels(tables: Tables, key: str) -> tuple[float, float]:
    def level(application: Application) -> float | None:
        value: float | None = getattr(application, key)
        return value

    known = [v for a in tables.applications.values() if (v := level(a)) is not None]
    beyond = tables.planning["plausible_beyond_db"]
    return min(known) - beyond, max(known) + beyond


def _module_doubts(sheet: DataSheet, tables: Tables) -> list[str | None]:
    """Levels far from those of every application in the table."""
    found: list[str | None] = []
    for key, column in (
        ("tx_min_dbm", "launch_min_dbm"),
        ("tx_max_dbm", "launch_max_dbm"),
        ("rx_min_dbm", "receive_min_dbm"),
        ("rx_max_dbm", "receive_max_dbm"),
    ):
        value = getattr(sheet, key)
        low, high = _levels(tables, column)
        if value is not None and not low <= value <= high:
            found.append(
                f"{key}: {value:g} dBm is far from the {low:g} to {high:g} dBm that modules have."
            )
    return found
