"""A sheet: the runs of a cable or a link with what was read of them, cell by cell, and judged."""

from collections import defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Final, Literal

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.testing import Direction, Method, ReadingFact, Stage, Way
from passerelle.core.plant.asread import Reference, Stale, readings_of, references_of, stale
from passerelle.core.tables.testing import WAYS, WayRow

from .judged import FAILED, PASSED, Band, Uncertainty, bands_of, uncertainty, verdict_of
from .limits import AtWavelength, Tested, mode_of, tested
from .runs import LeftOut, RunKind, TestRun, channel_runs, cord_runs, permanent_runs, section_runs
from .ways import BY_LESS, by_way

RowState = Literal["passes", "fails", "again", "open", "skipped", "not judged"]
"""again : something of it has to be read again. open : not all is read. skipped : on purpose."""
BOTH: Final[tuple[Direction, ...]] = ("a-b", "b-a")


@dataclass(frozen=True, slots=True)
class Cell:
    """A run at a wavelength, the light going one way.

    reading : the newest that stands. old : how many it took the place of, or stood before.
    stale : why its reference did not hold. band : its verdict; None: nothing was read.
    """

    at: AtWavelength
    direction: Direction
    bands: tuple[Band, ...]
    reading: ReadingFact | None
    stale: Stale | None
    band: Band | None
    old: int = 0

    @property
    def loss_db(self) -> float | None:
        """What was read, where it counts. [dB]"""
        if self.reading is None or self.stale is not None:
            return None
        return self.reading.loss_db

    @property
    def over_db(self) -> float | None:
        """How far it lies over what was expected. [dB]"""
        if self.loss_db is None or self.at.expected_db is None:
            return None
        return self.loss_db - self.at.expected_db


@dataclass(frozen=True, slots=True)
class Row:
    """A run with its cells. by : the method that its limits are for."""

    tested: Tested
    doubt: Uncertainty | None
    cells: tuple[Cell, ...]
    state: RowState

    @property
    def run(self) -> TestRun:
        """The run itself."""
        return self.tested.run


@dataclass(frozen=True, slots=True)
class Sheet:
    """What is read in one go. about : kind and id of the cable or link; key : the sheet's own."""

    key: str
    kind: RunKind
    name: str
    about: tuple[str, str]
    places: tuple[str | None, str | None]
    rows: tuple[Row, ...]
    method: Method
    way: Way

    def count(self, *states: RowState) -> int:
        """Rows in these states."""
        return sum(row.state in states for row in self.rows)

    @property
    def begun(self) -> bool:
        """Whether anything was read."""
        return any(cell.reading is not None for row in self.rows for cell in row.cells)


@dataclass(frozen=True, slots=True)
class Sheets:
    """Every sheet of a kind, the references, and what is no run."""

    kind: RunKind
    sheets: tuple[Sheet, ...]
    references: Mapping[str, Reference]
    left_out: tuple[LeftOut, ...]
    orphans: tuple[ReadingFact, ...]


def method_for(kind: RunKind, rules: HouseRules) -> Method:
    """The method of a kind of run by house rule: channels take three cords, panels the plan's.

    A cord is read against a reference-grade one at each end, so that both of its plugs count.
    """
    if kind == "channel" and rules.test_method in ("one-cord", "two-cord"):
        return "three-cord"
    if kind == "cord":
        return "one-cord"
    if kind in ("permanent", "section") and rules.test_method == "equipment-cord":
        return "one-cord"
    return rules.test_method


def is_multifiber(run: TestRun) -> bool:
    """Whether an end of it is one of a multi-fiber plug."""
    return any(end.family == "MPO" for end in run.ends)


def sheets_of(
    check: PlanCheck, facts: Facts, kind: RunKind = "permanent", method: Method | None = None,
    stage: Stage = "laid", only: str | None = None,
) -> Sheets:  # fmt: skip
    """The sheets of a kind of run. method : else by house rule. only : key of one sheet alone."""
    rules = check.plan.house_rules
    made = readings_of(facts)
    references = references_of(facts)
    groups: dict[str, list[TestRun]] = defaultdict(list)
    left: list[LeftOut] = []
    known: set[str] = set()
    for run in _runs(check, kind):
        if isinstance(run, LeftOut):
            left.append(run)
            continue
        known.add(run.id)
        groups[sheet_key(run)].append(run)
    found = []
    for key, runs in groups.items():
        if only is not None and key != only:
            continue
        many = kind == "permanent" and is_multifiber(runs[0])
        way: Way = rules.multifiber_way if many else "single"
        row = WAYS.get(way)
        by = method or (method_for(kind, rules) if row is None else BY_LESS[row.less])
        alike: dict[object, Tested] = {}
        rows = tuple(
            _row(
                _by(_tested(check, run, by, alike), row, rules),
                made.get(run.id, ()),
                references,
                rules,
                way,
                stage,
            )
            for run in runs
        )
        found.append(_sheet(check, key, kind, rows, by, way))
    return Sheets(kind, tuple(found), references, tuple(left), _orphans(check, made, kind, known))


def _by(one: Tested, row: WayRow | None, rules: HouseRules) -> Tested:
    adds = row is not None and row.single_pairs > 0
    return by_way(one, row, rules.test_limits) if row is not None and adds else one


def _tested(check: PlanCheck, run: TestRun, by: Method, alike: dict[object, Tested]) -> Tested:
    """Its limits; strands of a cable that run through the same parts, under no link, share them."""
    if run.cable is None or run.links:
        return tested(check, run, by, check.plan.house_rules.test_limits)
    parts = tuple(
        (type(p), getattr(p, "length_m", None), getattr(p, "fiber", None), p.kind,
         getattr(p, "grade", None), getattr(p, "glass", None), getattr(p, "cable", None))
        for p in run.run.path.parts
    )  # fmt: skip
    key = (parts, run.ends[0].family, run.ends[1].family)
    known = alike.get(key)
    if known is None:
        known = alike[key] = tested(check, run, by, check.plan.house_rules.test_limits)
    return Tested(run, known.connections, known.end_db, known.method, known.wavelengths)


def _runs(check: PlanCheck, kind: RunKind) -> Iterable[TestRun | LeftOut]:
    if kind == "permanent":
        return permanent_runs(check)
    if kind == "channel":
        return channel_runs(check)
    return cord_runs(check) if kind == "cord" else section_runs(check)


def sheet_key(run: TestRun) -> str:
    """The sheet of a run: its cable's, its link's, or that of a link's cords."""
    return run.id.rsplit("-", 1)[0] if run.kind in ("permanent", "channel") else (
        f"{run.kind}-{run.links[0]}" if run.kind == "cord" else run.id.rsplit("-", 2)[0] + "-glass"
    )  # fmt: skip


def _sheet(
    check: PlanCheck, key: str, kind: RunKind, rows: tuple[Row, ...], by: Method, way: Way
) -> Sheet:
    first = rows[0].run
    places = (first.ends[0].place, first.ends[1].place)
    if first.cable is not None:
        cable = check.plan.cables.by_name[first.cable]
        chain = dict.fromkeys(
            part.cable for part in first.run.path.parts if isinstance(part, Segment) and part.cable
        )
        name = " ".join([first.cable, *(c for c in chain if c and c != first.cable)])
        return Sheet(key, kind, name, ("cable", cable.id), places, rows, by, way)
    link = first.link or first.name
    return Sheet(key, kind, link, ("link", first.links[0]), places, rows, by, way)


def _row(
    one: Tested, readings: Iterable[ReadingFact], references: Mapping[str, Reference],
    rules: HouseRules, way: Way, stage: Stage,
) -> Row:  # fmt: skip
    mode = mode_of(one.run)
    doubt = uncertainty(mode, one.method, rules.launch, way)
    by_cell: defaultdict[tuple[float, str], list[ReadingFact]] = defaultdict(list)
    for fact in readings:
        if fact.stage == stage:
            by_cell[fact.nm, fact.direction].append(fact)
    wanted: tuple[Direction, ...] = BOTH if rules.test_directions == "both" else ("a-b",)
    cells = []
    for at in one.wavelengths:
        bands = bands_of(at, doubt, rules.far_from_prediction_db)
        for direction in BOTH:
            told = by_cell.get((at.nm, direction), [])
            if direction in wanted or told:
                cells.append(_cell(at, direction, told, bands, references, rules))
    return Row(one, doubt, tuple(cells), _state(cells, wanted))


def _cell(
    at: AtWavelength, direction: Direction, told: list[ReadingFact], bands: tuple[Band, ...],
    references: Mapping[str, Reference], rules: HouseRules,
) -> Cell:  # fmt: skip
    if not told:
        return Cell(at, direction, bands, None, None, None)
    newest = max(told, key=lambda fact: fact.at)
    off = stale(newest, references, rules.reference_h)
    band = None if newest.loss_db is None else verdict_of(newest.loss_db, bands)
    return Cell(at, direction, bands, newest, off, band, len(told) - 1)


def _state(cells: Iterable[Cell], wanted: tuple[Direction, ...]) -> RowState:
    mine = [cell for cell in cells if cell.direction in wanted]
    read = [cell for cell in mine if cell.reading is not None]
    if any(c.reading and c.reading.result == "no light" and c.stale is None for c in read):
        return "fails"
    verdicts = [c.band.verdict for c in read if c.band is not None and c.stale is None]
    if any(one in FAILED for one in verdicts):
        return "fails"
    if any(c.stale is not None for c in read) or "too good" in verdicts or "ask" in verdicts:
        return "again"
    if len(read) < len(mine) or not mine:
        return "open"
    if any(c.reading and c.reading.result == "skipped" for c in read):
        return "skipped"
    return "passes" if all(one in PASSED for one in verdicts) else "not judged"


def _orphans(
    check: PlanCheck, made: Mapping[str, list[ReadingFact]], kind: RunKind, known: set[str]
) -> tuple[ReadingFact, ...]:
    """Readings whose run is no more, or is named by no run: kept, and shown as such."""
    if kind != "permanent":
        return ()
    ids = {one.id for things in (check.plan.cables, check.plan.links) for one in things}
    parts = {part.id for link in check.plan.links for part in link.path}
    return tuple(
        fact
        for run, facts in made.items()
        if run not in known and run.split("-")[0] not in ids | parts
        for fact in facts
    )
