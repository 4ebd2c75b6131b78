"""What a list says of readings: a row is a run at a wavelength, one way, and becomes a fact."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import UTC, datetime

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.measuring.judged import DARK, LEVEL, verdict_of
from passerelle.core.measuring.sheet import Cell, Row, Sheet, sheets_of
from passerelle.core.plan.fact import About
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.testing import Direction, Method, ReadingFact
from passerelle.core.refused import Refused
from passerelle.core.tables.testing import threshold


@dataclass(frozen=True, slots=True)
class ReadingRow:
    """What a row says of a reading. loss : decibels, 'no light' or 'skipped'."""

    nm: float
    loss: float | str
    run: str | None = None
    cable: str | None = None
    strand: int | None = None
    direction: Direction = "a-b"
    method: Method | None = None
    at: str | None = None
    who: str | None = None
    instrument: str | None = None
    inspected: bool | None = None
    length_m: float | None = None
    note: str | None = None


@dataclass(frozen=True, slots=True)
class Ground:
    """The runs of a plan by their names, and who reads the list."""

    plan_id: str
    rows: Mapping[str, tuple[Sheet, Row]]
    who: str
    now: str


def ground_of(check: PlanCheck, facts: Facts, who: str) -> Ground:
    """Every run that readings may be of: panel to panel, and module to module."""
    found: dict[str, tuple[Sheet, Row]] = {}
    for kind in ("permanent", "channel"):
        for sheet in sheets_of(check, facts, kind).sheets:
            for row in sheet.rows:
                found.setdefault(row.run.name.casefold(), (sheet, row))
                found.setdefault(row.run.id.casefold(), (sheet, row))
    now = datetime.now(UTC).isoformat(timespec="seconds").replace("+00:00", "Z")
    return Ground(check.plan.id, found, who, now)


def made_reading(ground: Ground, row: ReadingRow) -> tuple[ReadingFact, str, str]:
    """The fact of a row, its outcome and that in words. Raises Refused, whose path is the field.

    A run that the plan does not have is kept as history, about the plan itself.
    """
    name = row.run or (f"{row.cable}/{row.strand}" if row.cable and row.strand else None)
    if name is None:
        raise Refused("run", "is missing; give it, or the cable and the strand")
    loss, result = _result(row)
    at = _time(row.at, ground.now)
    found = ground.rows.get(name.casefold())
    about = About("plan", ground.plan_id) if found is None else (
        About("cable", found[0].about[1]) if found[0].about[0] == "cable"
        else About("link", found[0].about[1])
    )  # fmt: skip
    method: Method = row.method or ("one-cord" if found is None else found[1].tested.method)
    fact = ReadingFact(
        id=new_id(), about=about, at=at, who=row.who or ground.who, kind="reading",
        run=name[:60] if found is None else found[1].run.id, called=name[:120],
        nm=row.nm, direction=row.direction, result=result, loss_db=loss, method=method,  # type: ignore[arg-type]
        instrument=row.instrument, inspected=row.inspected, length_m=row.length_m, note=row.note,
    )  # fmt: skip
    if found is None:
        return fact, "added", "no run of this plan has that name: kept as history"
    cell = _cell(found[1], row)
    if cell is None:
        at_nm = ", ".join(f"{one:g}" for one in sorted({c.at.nm for c in found[1].cells}))
        return fact, "added", f"{row.nm:g} nm is not on its sheet ({at_nm})"
    old = cell.reading
    if old is not None and (old.loss_db, old.result, old.at) == (loss, result, at):
        return fact, "unchanged", "as it is"
    told = result if loss is None else f"{loss:.2f} dB {verdict_of(loss, cell.bands).verdict}"
    if old is None:
        return fact, "added", told
    was = old.result if old.loss_db is None else f"{old.loss_db:.2f}"
    same = old.at == at
    return replace(fact, corrects=old.id if same else None), "changed", f"{was} → {told}"


def _result(row: ReadingRow) -> tuple[float | None, str]:
    if isinstance(row.loss, str):
        return None, row.loss
    if row.loss < threshold("level_dbm"):
        raise Refused("loss", f"{row.loss:g} dB: {LEVEL}")
    if row.loss > threshold("dark_db"):
        raise Refused("loss", f"{row.loss:g} dB: {DARK} Then write ‘no light’")
    return float(row.loss), "read"


def _time(text: str | None, now: str) -> str:
    if text is None:
        return now
    try:
        found = datetime.fromisoformat(text.strip())
    except ValueError:
        raise Refused("at", f"“{text[:40]}” is not a time; write it as 2026-11-26 14:20") from None
    return found.isoformat().replace("+00:00", "Z")


def _cell(row: Row, read: ReadingRow) -> Cell | None:
    """The cell of a reading: within a few nanometres of its wavelength."""
    near = [c for c in row.cells if c.direction == read.direction and abs(c.at.nm - read.nm) <= 15]
    return min(near, key=lambda c: abs(c.at.nm - read.nm), default=None)
