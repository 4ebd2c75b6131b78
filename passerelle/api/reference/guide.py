"""The figure tables as the field guide shows them."""

from typing import Any

from passerelle.api.beside.schemas import TableRow, TableView
from passerelle.core.tables import HIGH, JointLoss, Tables


def _figure(value: float | None, digits: int = 2) -> str:
    return "not known" if value is None else f"{value:.{digits}f}"


def field_guide(tables: Tables) -> list[TableView]:
    """Fibers, mated pairs and splices, inline parts, applications, cages."""
    return [
        _fibers(tables),
        _joints(tables),
        _inline(tables),
        _applications(tables),
        _reaches(tables),
        _cages(tables),
    ]


def _fibers(tables: Tables) -> TableView:
    rows = []
    for row in tables.windows:
        fiber = tables.fibers[row.fiber]
        copy: dict[str, Any] | None = None
        if not fiber.legacy or fiber.name in ("OM1", "OM2"):
            copy = {
                "kind": "fiber",
                "base": fiber.name,
                "attenuation": [
                    {
                        "wavelength_nm": w.wavelength_nm,
                        "worst_case_db_per_km": w.worst_case_db_per_km,
                        "typical_db_per_km": w.typical_db_per_km,
                    }
                    for w in tables.windows
                    if w.fiber == fiber.name
                ],
            }
        rows.append(
            TableRow(
                cells=[
                    fiber.name,
                    fiber.mode,
                    f"{fiber.core_um:g}",
                    " or ".join(fiber.jacket),
                    f"{row.wavelength_nm:g}",
                    _figure(row.worst_case_db_per_km),
                    _figure(row.typical_db_per_km),
                ],
                source=row.source,
                sure=row.confidence == HIGH,
                copy_as=copy,
            )
        )
    columns = ["grade", "mode", "core µm", "sheath", "nm", "worst dB/km", "typical dB/km"]
    return TableView(title="Fiber", columns=columns, rows=rows)


def _joint(row: JointLoss, copy: dict[str, Any] | None = None) -> TableRow:
    cells = [row.name, _figure(row.worst_case_db), _figure(row.typical_db)]
    return TableRow(cells=cells, source=row.source, sure=row.confidence == HIGH, copy_as=copy)


def _joints(tables: Tables) -> TableView:
    rows = [
        _joint(
            row,
            {
                "kind": "grade",
                "connector": family,
                "worst_case_db": row.worst_case_db,
                "typical_db": row.typical_db,
            },
        )
        for (family, _), row in tables.mated_pairs.items()
    ]
    rows += [_joint(row) for row in (*tables.reference_pairs.values(), *tables.splices.values())]
    return TableView(title="Joints", columns=["joint", "worst dB", "typical dB"], rows=rows)


def _inline(tables: Tables) -> TableView:
    rows = [
        TableRow(
            cells=[row.name, row.what, _figure(row.worst_case_db), _figure(row.typical_db)],
            source=row.source,
            sure=row.confidence == HIGH,
            copy_as={
                "kind": "inline",
                "what": row.what,
                "worst_case_db": row.worst_case_db,
                "typical_db": row.typical_db,
            },
        )
        for row in tables.parts.values()
    ]
    columns = ["part", "sort", "worst dB", "typical dB"]
    return TableView(title="Inline parts", columns=columns, rows=rows)


def _applications(tables: Tables) -> TableView:
    rows = [
        TableRow(
            cells=[
                a.name,
                f"{a.rate_gbps:g}",
                str(a.strands),
                "/".join(f"{w:g}" for w in a.wavelengths_nm),
                _figure(a.launch_min_dbm),
                _figure(a.launch_max_dbm),
                _figure(a.receive_min_dbm),
                _figure(a.receive_max_dbm),
            ],
            source=a.source,
            sure=a.levels_confidence == HIGH,
            copy_as={"kind": "module", "application": a.name},
        )
        for a in tables.applications.values()
    ]
    columns = ["application", "Gb/s", "strands", "nm", "launch min dBm", "max", "receive min dBm",
               "max"]  # fmt: skip
    return TableView(title="Applications: levels", columns=columns, rows=rows)


def _reaches(tables: Tables) -> TableView:
    rows = [
        TableRow(
            cells=[a.name, r.fiber, "not known" if r.m is None else f"{r.m:g}", _figure(r.loss_db)],
            source=a.source if r.by in ("IEEE", "as source") else r.by,
            sure=r.confidence == HIGH,
            copy_as=None,
        )
        for a in tables.applications.values()
        for r in a.reach
    ]
    columns = ["application", "glass", "reach m", "loss limit dB"]
    return TableView(title="Applications: reach", columns=columns, rows=rows)


def _cages(tables: Tables) -> TableView:
    rows = [
        TableRow(
            cells=[
                fit.module,
                fit.cage,
                fit.fits,
                "nothing certain" if fit.runs_at_gbps is None else f"{fit.runs_at_gbps:g}",
                fit.note,
            ],
            source="cage table",
            sure=fit.confidence == HIGH,
            copy_as=None,
        )
        for fit in tables.fits.values()
    ]
    columns = ["module", "in cage", "fits", "runs at Gb/s", "note"]
    return TableView(title="Cages", columns=columns, rows=rows)
