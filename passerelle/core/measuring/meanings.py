"""What everything that was read means: of strands alone and together, of references, of gaps."""

from collections import defaultdict
from collections.abc import Iterable, Iterator
from dataclasses import replace

from passerelle.core.judge.findings import finding
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.testing import FaceFact, ReadingFact
from passerelle.core.plant.asread import SAID, Reference, Stale
from passerelle.core.tables.testing import threshold
from passerelle.core.words import counted

from .faces import TRIES
from .limits import mode_of
from .patterns import together
from .sheet import Row, Sheet, Sheets, sheets_of
from .single import alone
from .told import IN_DOUBT, Act, TestFinding, explained, told


def meanings(sheet: Sheet) -> tuple[TestFinding, ...]:
    """What the readings of a sheet mean, what decides first coming first."""
    return explained([*together(sheet), *alone(sheet), *_gaps(sheet)])


def doubted(sheet: Sheet, found: Iterable[TestFinding]) -> Sheet:
    """The sheet, its rows to be read again where a finding says that their readings are wrong.

    What stands on a wrong reference neither passes nor fails, however good it looks.
    """
    runs = {
        run for one in found for run in one.runs
        if one.finding.rule.id in IN_DOUBT and one.finding.explained_by is None
    }  # fmt: skip
    if not runs:
        return sheet
    rows = tuple(
        replace(row, state="again") if row.run.id in runs and row.state != "fails" else row
        for row in sheet.rows
    )
    return replace(sheet, rows=rows)


def _gaps(sheet: Sheet) -> Iterator[TestFinding]:
    """What a sheet that was begun lacks."""
    read = [row for row in sheet.rows if any(c.reading is not None for c in row.cells)]
    if not read:
        return
    waves = {c.at.nm for row in read for c in row.cells}
    for nm in sorted(waves):
        rows = [row for row in read if _lacks(row, nm, None)]
        if rows:
            said = f"{nm:g} nm was not read on {counted(len(rows), 'strand')} that {_were(rows)} "
            yield told("test.wavelength-missing", f"{said}begun.", sheet, rows)
    ways = [row for row in read if _lacks(row, None, "a-b") or _lacks(row, None, "b-a")]
    if ways:
        said = f"{counted(len(ways), 'strand')} {_were(ways)} read one way alone."
        yield told("test.direction-missing", said, sheet, ways)
    blind = [
        row for row in read
        if any(c.reading is not None and c.reading.result == "read"
               and c.reading.inspected is not True for c in row.cells)
    ]  # fmt: skip
    if blind:
        said = f"Nothing says that the ends were looked at before {_of(blind)} read."
        yield told("test.not-inspected", said, sheet, blind, acts=[Act("faces", "Note the faces")])
    yield from _old(sheet, read)


def _lacks(row: Row, nm: float | None, direction: str | None) -> bool:
    """Whether nothing was read at a wavelength, or one way, that is to be read."""
    mine = [c for c in row.cells if nm in (None, c.at.nm) and direction in (None, c.direction)]
    return bool(mine) and all(cell.reading is None for cell in mine)


def _old(sheet: Sheet, read: list[Row]) -> Iterator[TestFinding]:
    """What was read on references that did not hold."""
    stale: defaultdict[Stale, list[Row]] = defaultdict(list)
    for row in read:
        for why in dict.fromkeys(c.stale for c in row.cells if c.stale is not None):
            stale[why].append(row)
    for why, rows in stale.items():
        said = f"{counted(len(rows), 'strand')}: {SAID[why]}."
        yield told("test.stale-reference", said, sheet, rows, looks=["reference"],
                   acts=[Act("again", "Read these again")])  # fmt: skip


def _were(rows: list[Row]) -> str:
    return "was" if len(rows) == 1 else "were"


def _of(rows: list[Row]) -> str:
    return "this strand was" if len(rows) == 1 else f"these {len(rows)} strands were"


def of_references(sheets: Sheets, sheet: Sheet) -> Iterator[TestFinding]:
    """Test cords that failed their own check, of the references that a sheet was read on."""
    used = {c.reading.reference for row in sheet.rows for c in row.cells
            if c.reading and c.reading.reference}  # fmt: skip
    for key in used:
        reference = sheets.references.get(key or "")
        if reference is None or reference.fact.check_db is None:
            continue
        single = mode_of(sheet.rows[0].run) == "single-mode"
        most = threshold("check_single_mode_db" if single else "check_multimode_db")
        if abs(reference.fact.check_db) > most:
            rows = [r for r in sheet.rows
                    if any(c.reading and c.reading.reference == key for c in r.cells)]  # fmt: skip
            said = (
                f"The cords of {_set_at(reference)} read {reference.fact.check_db:.2f} dB against "
                f"each other; {most:.2f} is allowed."
            )
            yield told("test.reference-check", said, sheet, rows, looks=["reference"],
                       acts=[Act("spoil", "Mark and repeat", reference=key)])  # fmt: skip


def _set_at(reference: Reference) -> str:
    return reference.fact.at[:16].replace("T", " ")


def unproven(check: PlanCheck, sheets: Sheets) -> Iterator[TestFinding]:
    """Glass that was there before, on which links run and of which nothing was read."""
    for sheet in sheets.sheets:
        cable = check.plan.cables.get(sheet.about[1])
        if cable is None or not cable.existing or sheet.begun or cable.loss_db is not None:
            continue
        used = [row for row in sheet.rows if row.run.links]
        if used:
            said = f"{counted(len(used), 'strand')} of {sheet.name} carry links; none was read."
            yield told("test.unproven", said, sheet, used)


def of_faces(sheet: Sheet, facts: Facts) -> Iterator[TestFinding]:
    """Faces of a sheet's ends that did not pass when they were last looked at."""
    newest: dict[tuple[object, ...], FaceFact] = {}
    for fact in facts.standing:
        if isinstance(fact, FaceFact) and fact.moment != "cleaned":
            key = (fact.place, fact.panel, fact.port, fact.side, fact.strand)
            if key not in newest or newest[key].at <= fact.at:
                newest[key] = fact
    for fact in newest.values():
        if fact.passed is not False:
            continue
        rows = [row for row in sheet.rows if _is_of(fact, row)]
        if not rows:
            continue
        where = f"{fact.panel} port {fact.port}" if fact.panel else fact.place
        dirty = fact.found == "dirty" and fact.cleanings < TRIES
        told_of = f"{where} was {fact.found or 'not passed'}"
        if fact.cleanings:
            told_of += f" after {counted(fact.cleanings, 'cleaning')}"
        zones = f": {fact.zones[0]}" if fact.zones else ""
        task = f"Re-terminate {where}, {rows[0].run.name}"
        acts = [Act("faces", "Clean and look again")] if dirty else [
            Act("task", "Make a task of it", task=task, place=fact.place, minutes=20.0)
        ]  # fmt: skip
        yield told("test.end-face", f"{told_of}{zones}.", sheet, rows, acts=acts,
                   looks=["face"] if dirty else [],
                   severity="warn" if dirty else None)  # fmt: skip


def _is_of(fact: FaceFact, row: Row) -> bool:
    """Whether a face is at an end of a run."""
    for end in row.run.ends:
        if (end.place, end.panel) == (fact.place, fact.panel) and end.port == fact.port:
            return fact.strand in (None, row.run.strand)
    return False


def of_orphans(found: tuple[ReadingFact, ...]) -> Iterator[TestFinding]:
    """Readings whose run is no more: one finding about all of them."""
    if not found:
        return
    names = list(dict.fromkeys(one.called for one in found))
    shown = ", ".join(names[:4]) + (" …" if len(names) > 4 else "")
    said = f"{counted(len(found), 'reading')} of {shown}."
    runs = tuple(dict.fromkeys(one.run for one in found))
    yield TestFinding(finding("test.orphan", said), "", names[0], runs)


def everything_said(check: PlanCheck, facts: Facts) -> list[TestFinding]:
    """What all readings of a plan's runs from panel to panel mean, sheet by sheet."""
    made = sheets_of(check, facts)
    found = [*unproven(check, made), *of_orphans(made.orphans)]
    for sheet in made.sheets:
        found += said_of(made, sheet, facts)
    return found


def said_of(sheets: Sheets, sheet: Sheet, facts: Facts) -> tuple[TestFinding, ...]:
    """What the readings of a sheet mean, its references and its end faces among them."""
    read = [*meanings(sheet), *of_references(sheets, sheet)] if sheet.begun else []
    return explained([*read, *of_faces(sheet, facts)])
