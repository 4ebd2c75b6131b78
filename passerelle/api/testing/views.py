"""Sheets, readings and what they mean, as the screen shows them."""

from collections.abc import Iterable
from datetime import UTC, datetime

from passerelle.api.context import Judged
from passerelle.core.judge.check import check_link
from passerelle.core.judge.rules import RULES
from passerelle.core.light.site import link_of
from passerelle.core.measuring.faces import KINDS, FaceKind
from passerelle.core.measuring.judged import expected_band
from passerelle.core.measuring.limits import AtWavelength, mode_of
from passerelle.core.measuring.odds import Seen, odds_of, passes_at_first, seen
from passerelle.core.measuring.order import minutes_of
from passerelle.core.measuring.sheet import BOTH, Cell, Row, Sheet, Sheets
from passerelle.core.measuring.told import TestFinding
from passerelle.core.plan.facts import Facts, RedLightFact
from passerelle.core.plan.testing import FaceFact, ReadingFact, Stage
from passerelle.core.plant.asread import SAID, Reference, moment
from passerelle.core.plant.strands import colour
from passerelle.core.tables.testing import threshold
from passerelle.formats.checkjson import rounded

from . import schemas

YEAR_DAYS = 366


def info(sheet: Sheet, found: Iterable[TestFinding]) -> schemas.SheetInfo:
    """A sheet in the list."""
    mine = [f for f in found if f.sheet == sheet.key and f.finding.explained_by is None]
    kind, key = sheet.about
    return schemas.SheetInfo(
        key=sheet.key, name=sheet.name, about_kind="cable" if kind == "cable" else "link",
        about_id=key, places=list(sheet.places), rows=len(sheet.rows),
        passed=sheet.count("passes", "skipped"), failed=sheet.count("fails"),
        again=sheet.count("again"), left=sheet.count("open", "not judged"),
        minutes=round(minutes_of(sheet), 1),
        stop=sum(f.finding.rule.severity == "stop" for f in mine),
        warn=sum(f.finding.rule.severity == "warn" for f in mine),
    )  # fmt: skip


def said(one: TestFinding) -> schemas.TestFindingView:
    """What readings mean."""
    finding = one.finding
    return schemas.TestFindingView(
        rule=finding.rule.id, severity=finding.rule.severity, title=finding.rule.title,
        name=one.name, said=finding.said, why=RULES[finding.rule.id].why, do=finding.do,
        source=finding.source, sheet=one.sheet, runs=list(one.runs), strands=list(one.strands),
        direction=one.direction, explained_by=finding.explained_by,
        looks=[schemas.TestLookView(do=look.do, minutes=look.minutes) for look in one.looks],
        acts=[
            schemas.TestActView(
                kind=a.kind, label=a.label, task=a.task, place=a.place, minutes=a.minutes,
                reference=a.reference, nm=list(a.nm) if a.nm else None,
            )
            for a in one.acts
        ],
    )  # fmt: skip


def odds_view(sheets: Iterable[Sheet]) -> schemas.OddsView | None:
    """The odds of what is not read yet, by what was read."""
    sheets = list(sheets)
    known = known_of(sheets)
    rows = [row for sheet in sheets for row in sheet.rows if row.state == "open"]
    made = odds_of([_ats(row) for row in rows], known)
    if made is None:
        return None
    return schemas.OddsView(
        runs=made.runs, first_go=round(made.first_go, 4), again=round(made.again, 2),
        bring=made.bring, readings=known.count,
    )  # fmt: skip


def known_of(sheets: Iterable[Sheet]) -> Seen:
    """What readings say of those that are to come; what does not pass is repaired, and left out."""
    return seen(
        (cell.loss_db, cell.at)
        for sheet in sheets for row in sheet.rows for cell in row.cells
        if cell.loss_db is not None and row.state == "passes"
    )  # fmt: skip


def _ats(row: Row) -> list[AtWavelength]:
    return list({cell.at.nm: cell.at for cell in row.cells}.values())


def references_view(made: Sheets) -> list[schemas.ReferenceView]:
    """Every reference, newest first, with the strands that were read on it."""
    used: dict[str, list[tuple[str, str]]] = {}
    for sheet in made.sheets:
        for row in sheet.rows:
            for cell in row.cells:
                if cell.reading is not None and cell.reading.reference is not None:
                    name = f"{row.run.name} {cell.direction}"
                    used.setdefault(cell.reading.reference, []).append((cell.reading.at, name))
    found = [_reference(key, one, used.get(key, [])) for key, one in made.references.items()]
    return sorted(found, key=lambda one: one.at, reverse=True)


def _reference(key: str, one: Reference, used: list[tuple[str, str]]) -> schemas.ReferenceView:
    fact, names = one.fact, [name for _, name in sorted(used)]
    return schemas.ReferenceView(
        id=key, at=fact.at, who=fact.who, method=fact.method, way=fact.way, nm=list(fact.nm),
        place=fact.place, cords=list(fact.cords), check_db=fact.check_db,
        instrument=fact.instrument, calibrated=fact.calibrated, launch=fact.launch,
        simulated=fact.simulated, ended=one.ended.at if one.ended else None,
        why=SAID[one.ended.why] if one.ended else None, readings=len(used),
        first=names[0] if names else None, last=names[-1] if names else None,
        doubts=_doubts(one),
    )  # fmt: skip


def _doubts(one: Reference) -> list[str]:
    fact, found = one.fact, []
    single = all(nm > 1260 for nm in fact.nm)
    most = threshold("check_single_mode_db" if single else "check_multimode_db")
    if fact.check_db is None:
        found.append("no check reading of the cords")
    elif abs(fact.check_db) > most:
        found.append(f"cords read {fact.check_db:.2f} dB against each other; {most:.2f} is allowed")
    if fact.calibrated is None:
        found.append("calibration date not recorded")
    else:
        try:
            age = moment(fact.at) - moment(fact.calibrated)
        except ValueError:
            found.append(f"calibration date {fact.calibrated} is no date")
        else:
            if age.days > YEAR_DAYS:
                found.append(f"calibrated {fact.calibrated}, over a year before")
    return found


def margins_view(now: Judged, links: Iterable[str] | None = None) -> list[schemas.MarginView]:
    """Links whose cables were read: as planned, and as measured."""
    held = now.held
    if held.seen.links is held.plan.links:
        return []
    wanted = None if links is None else set(links)
    found = []
    for link_id in held.seen.links.differing(held.plan.links):
        if (wanted is not None and link_id not in wanted) or link_id not in now.check.alone:
            continue
        before = check_link(
            link_of(held.plan.links.by_id[link_id], held.site), held.plan.house_rules,
            held.site.tables,
        )  # fmt: skip
        after = now.check.of(link_id)
        found.append(schemas.MarginView(
            link_id=link_id, link=after.budget.link.name,
            planned_db=rounded(_least(before.budget.directions)),
            measured_db=rounded(_least(after.budget.directions)),
        ))  # fmt: skip
    return found


def _least(directions: Iterable[object]) -> float | None:
    margins = [getattr(one, "margin_db", None) for one in directions]
    return None if None in margins else min(one for one in margins if one is not None)


def sheet_view(
    now: Judged, made: Sheets, sheet: Sheet, findings: Iterable[TestFinding], stage: Stage
) -> schemas.TestSheetView:
    """A sheet whole."""
    limits: list[list[schemas.AtView]] = []
    index: dict[object, int] = {}
    known = known_of([sheet])
    rows = [_row(now, row, limits, index, known) for row in sheet.rows]
    first = sheet.rows[0]
    kind = face_kind(sheet)
    about = "cable" if sheet.about[0] == "cable" else "link"
    used = {key for row in sheet.rows for key in row.run.links}
    both = now.check.plan.house_rules.test_directions == "both"
    return schemas.TestSheetView(
        key=sheet.key, kind=sheet.kind, name=sheet.name, about_kind=about, about_id=sheet.about[1],
        places=list(sheet.places), method=first.tested.method, way=sheet.way, stage=stage,
        counted=first.tested.connections - first.run.inside,
        connections=first.tested.connections, splices=first.run.splices,
        length_m=round(first.run.run.path.length_m, 1),
        doubt_sources=list(first.doubt.sources) if first.doubt else [],
        limits=limits, rows=rows, findings=[said(one) for one in findings],
        faces=_faces(now.held.facts, sheet), face_kind=kind, tip=KINDS[kind].tip,
        reference=_reference_now(now, made, sheet),
        wanted=list(BOTH) if both else ["a-b"],
        margins=margins_view(now, used),
    )  # fmt: skip


def _reference_now(now: Judged, made: Sheets, sheet: Sheet) -> str | None:
    """The newest reference that still holds and is of this method."""
    moment_now = datetime.now(UTC)
    hours = now.check.plan.house_rules.reference_h
    found = [
        key for key, one in made.references.items()
        if one.until is None and one.fact.method == sheet.rows[0].tested.method
        and (moment_now - moment(one.fact.at)).total_seconds() <= 3600 * (one.fact.hours or hours)
    ]  # fmt: skip
    return found[-1] if found else None


def face_kind(sheet: Sheet) -> FaceKind:
    """The kind of face that a sheet's ends have."""
    run = sheet.rows[0].run
    if any(end.family == "MPO" for end in run.ends):
        return "multi-fiber"
    if mode_of(run) == "multimode":
        return "multimode"
    return "APC" if any(end.polish == "APC" for end in run.ends) else "UPC"


def _row(
    now: Judged, row: Row, limits: list[list[schemas.AtView]], index: dict[object, int],
    known: Seen,
) -> schemas.TestRunView:  # fmt: skip
    ats = _ats(row)
    key = tuple((at.nm, at.limit_db, at.expected_db, at.application_limit_db) for at in ats)
    if key not in index:
        index[key] = len(limits)
        limits.append([_at(row, at) for at in ats])
    number = row.run.strand
    odds = passes_at_first(ats, known) if row.state == "open" else None
    names = {one.id: one.name for one in now.check.plan.links}
    order = {at.nm: n for n, at in enumerate(ats)}
    return schemas.TestRunView(
        id=row.run.id, name=row.run.name, strand=number,
        colour=str(colour((number - 1) % 12 + 1)) if number is not None else None,
        tube=(number - 1) // 12 + 1 if number is not None else None,
        ports=[f"{e.panel}:{e.port}" if e.panel else None for e in row.run.ends],
        state=row.state, odds=rounded(odds), limits=index[key],
        cells=[_cell(cell, order) for cell in row.cells],
        links=[names[one] for one in row.run.links if one in names],
        continuity=_continuity(now.held.facts, row),
    )  # fmt: skip


def _continuity(facts: Facts, row: Row) -> str | None:
    """What red light on a link over this run showed."""
    mine = set(row.run.links)
    found = [f for f in facts.standing if isinstance(f, RedLightFact) and f.about.id in mine]
    if not found or row.run.strand is None:
        return None
    newest = max(found, key=lambda one: one.at)
    if newest.seen is None:
        return "red light did not come out"
    return f"red light seen at plug {newest.seen[0]}, position {newest.seen[1]}"


def _at(row: Row, at: AtWavelength) -> schemas.AtView:
    band = expected_band(at)
    cell = next(c for c in row.cells if c.at.nm == at.nm)
    doubt = None if row.doubt is None or at.limit_db is None else row.doubt.at(at.limit_db)
    return schemas.AtView(
        nm=at.nm, limit_db=rounded(at.limit_db), expected_db=rounded(at.expected_db),
        expected_from_db=rounded(band[0]) if band else None,
        expected_to_db=rounded(band[1]) if band else None, best_db=rounded(at.best_db),
        doubt_db=rounded(doubt), application_limit_db=rounded(at.application_limit_db),
        applications=[
            f"{a.application} on {a.link}: {a.limit_db:.2f} dB"
            + (f", {a.left_db:.2f} left for cords" if a.left_db is not None else "")
            for a in at.applications
        ],
        unknown=at.unknown,
        bands=[
            schemas.BandView(until_db=b.until_db, verdict=b.verdict, ask=b.ask)
            for b in cell.bands
        ],
    )  # fmt: skip


def _cell(cell: Cell, order: dict[float, int]) -> schemas.ReadingCellView:
    return schemas.ReadingCellView(
        nm=cell.at.nm, direction=cell.direction, at=order[cell.at.nm],
        reading=None if cell.reading is None else _reading(cell.reading), stale=cell.stale,
        verdict=cell.band.verdict if cell.band is not None else None, before=cell.old,
    )  # fmt: skip


def _reading(fact: ReadingFact) -> schemas.ReadingView:
    return schemas.ReadingView(
        id=fact.id, result=fact.result, loss_db=fact.loss_db, at=fact.at, who=fact.who,
        instrument=fact.instrument, reference=fact.reference, inspected=fact.inspected,
        seen_at=fact.seen_at, simulated=fact.simulated, note=fact.note,
    )  # fmt: skip


def _faces(facts: Facts, sheet: Sheet) -> list[schemas.EndFaceView]:
    """Looks at the faces of a sheet's ends, newest first."""
    places = {place for place in sheet.places if place is not None}
    panels = {end.panel for row in sheet.rows for end in row.run.ends if end.panel}
    mine = [
        fact for fact in facts.standing
        if isinstance(fact, FaceFact)
        and (fact.about.id == sheet.about[1] or (fact.place in places and fact.panel in panels))
    ]  # fmt: skip
    return [
        schemas.EndFaceView(
            id=f.id, at=f.at, who=f.who, place=f.place, panel=f.panel, port=f.port, side=f.side,
            strand=f.strand, moment=f.moment, found=f.found, passed=f.passed, zones=list(f.zones),
            cleanings=f.cleanings, simulated=f.simulated,
        )
        for f in sorted(mine, key=lambda one: one.at, reverse=True)
    ]  # fmt: skip
