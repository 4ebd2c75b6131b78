"""Test sheets to write on, and readings as a table that can be read back."""

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.measuring.judged import expected_band
from passerelle.core.measuring.order import in_order
from passerelle.core.measuring.runs import RunEnd
from passerelle.core.measuring.sheet import Cell, Row, Sheet, sheets_of
from passerelle.core.plan.facts import Facts
from passerelle.core.plant.strands import colour
from passerelle.core.plant.travel import travel_of

from . import table
from .table import Table, columns

TOWARDS = {"a-b": 1, "b-a": 0}


def test_sheets(check: PlanCheck, facts: Facts = Facts.NONE) -> list[table.Sheet]:
    """A sheet for each cable in the order to be walked, with what was read already."""
    made = sheets_of(check, facts)
    depot = next((place.name for place in check.plan.places if place.depot), None)
    ordered = in_order(made.sheets, travel_of(check.plan, check.plant), depot)
    return [_paper(one) for one in ordered.sheets]


def _paper(sheet: Sheet) -> table.Sheet:
    first = sheet.rows[0]
    cells = first.cells
    return {
        "kind": "test",
        "title": sheet.name,
        "places": [place or "place not recorded" for place in sheet.places],
        "method": sheet.method,
        "way": None if sheet.way == "single" else sheet.way,
        "doubt_db": None if first.doubt is None else round(first.doubt.base_db, 2),
        "length_m": round(first.run.run.path.length_m, 1),
        "head": [
            f"{cell.at.nm:g} nm to {sheet.places[TOWARDS[cell.direction]] or 'the other end'}"
            for cell in cells
        ],
        "rows": [_line(row) for row in sheet.rows],
        "limits": [_limits(cell) for cell in cells],
    }


def _line(row: Row) -> table.Sheet:
    number = row.run.strand
    return {
        "strand": number,
        "colour": str(colour((number - 1) % 12 + 1)) if number is not None else "",
        "ports": [_port(end) for end in row.run.ends],
        "read": [_read(cell) for cell in row.cells],
        "state": row.state,
    }


def _port(end: RunEnd) -> str:
    return f"{end.panel}:{end.port}" if end.panel else ""


def _read(cell: Cell) -> str | None:
    if cell.reading is None:
        return None
    if cell.reading.loss_db is None:
        return cell.reading.result
    return f"{cell.reading.loss_db:.2f}" + ("" if cell.stale is None else " (stale)")


def _limits(cell: Cell) -> table.Sheet:
    band = expected_band(cell.at)
    return {
        "limit": None if cell.at.limit_db is None else f"{cell.at.limit_db:.2f}",
        "expected": None if band is None else f"{band[0]:.2f} to {band[1]:.2f}",
        "least": None if cell.at.best_db is None else f"{cell.at.best_db:.2f}",
    }


def readings_table(check: PlanCheck, facts: Facts = Facts.NONE) -> Table:
    """Every cell that is to be read or was, under headings that lists are read by."""
    head = columns(
        "Run", "From", "To", "Wavelength [nm]", "Direction", "Reading", "Limit [dB]",
        "Expected [dB]", "Least possible [dB]", "Verdict", "Method", "Read at", "Who",
        "Instrument", "Inspected", "Simulated", "Note",
    )  # fmt: skip
    rows = []
    for sheet in sheets_of(check, facts).sheets:
        for row in sheet.rows:
            for cell in row.cells:
                rows.append(_as_row(row, cell))
    return Table("readings", "Readings", head, tuple(rows))


def _as_row(row: Row, cell: Cell) -> tuple[table.Cell, ...]:
    fact = cell.reading
    verdict = None if cell.band is None else cell.band.verdict
    return (
        row.run.name, row.run.ends[0].place, row.run.ends[1].place, cell.at.nm, cell.direction,
        None if fact is None else (fact.result if fact.loss_db is None else fact.loss_db),
        cell.at.limit_db, cell.at.expected_db, cell.at.best_db,
        "read again" if cell.stale is not None else verdict, row.tested.method,
        None if fact is None else fact.at, None if fact is None else fact.who,
        None if fact is None else fact.instrument,
        None if fact is None or fact.inspected is None else ("yes" if fact.inspected else "no"),
        None if fact is None else ("yes" if fact.simulated else "no"),
        None if fact is None else fact.note,
    )  # fmt: skip
