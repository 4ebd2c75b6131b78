"""What is said of readings: a finding with the strands it is about, looks, and what can be done."""

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from passerelle.core.judge.findings import Finding, finding, order_of
from passerelle.core.judge.rules import RULES, STOP, Severity
from passerelle.core.plan.testing import Direction
from passerelle.core.tables.testing import LOOKS, LookRow

from .sheet import Row, Sheet

ActKind = Literal["task", "spoil", "swap", "again", "faces", "trace"]
"""task : work for a visit. spoil : the reference was wrong, nothing on it counts. swap : readings
of two wavelengths change places. again : these are read once more. faces, trace : where to look."""


IN_DOUBT = ("test.reference", "test.columns-swapped")
"""Causes that say that the readings are wrong, and not the run."""


@dataclass(frozen=True, slots=True)
class Act:
    """Something that can be done about it at once.

    task : its words; place, minutes : of the task. reference : id of the one that was wrong.
    nm : the two wavelengths that change places.
    """

    kind: ActKind
    label: str
    task: str | None = None
    place: str | None = None
    minutes: float | None = None
    reference: str | None = None
    nm: tuple[float, float] | None = None


@dataclass(frozen=True, slots=True)
class TestFinding:
    """A finding about readings. name : what it is about, in words. runs : their ids."""

    __test__ = False

    finding: Finding
    sheet: str
    name: str
    runs: tuple[str, ...]
    strands: tuple[int, ...] = ()
    direction: Direction | None = None
    places: tuple[str, ...] = ()
    looks: tuple[LookRow, ...] = ()
    acts: tuple[Act, ...] = ()


def told(
    rule: str, said: str, sheet: Sheet, rows: Sequence[Row], *, looks: Sequence[str] = (),
    acts: Sequence[Act] = (), direction: Direction | None = None, severity: Severity | None = None,
) -> TestFinding:  # fmt: skip
    """A finding about some rows of a sheet."""
    numbers = tuple(row.run.strand or int(row.run.id.rsplit("-", 1)[-1]) for row in rows)
    every = len(rows) == len(sheet.rows) > 1
    if rows[0].run.kind == "cord":
        what = rows[0].run.name if len(rows) == 1 else sheet.name
    else:
        what = sheet.name if every else f"{sheet.name} {strands_said(numbers)}"
    places = tuple(dict.fromkeys(p for p in sheet.places if p is not None))
    return TestFinding(
        finding(rule, said, severity=severity), sheet.key, what,
        tuple(row.run.id for row in rows), numbers, direction, places,
        tuple(LOOKS[key] for key in looks), tuple(acts),
    )  # fmt: skip


def strands_said(numbers: Iterable[int]) -> str:
    """Strands in words: 'strand 5', 'strands 7 to 12', 'strands 1, 3 and 4'."""
    found = sorted(set(numbers))
    if len(found) == 1:
        return f"strand {found[0]}"
    if len(found) > 2 and found[-1] - found[0] == len(found) - 1:
        return f"strands {found[0]} to {found[-1]}"
    listed = ", ".join(map(str, found[:-1]))
    return f"strands {listed} and {found[-1]}"


def explained(found: Iterable[TestFinding]) -> tuple[TestFinding, ...]:
    """Findings in the order in which they are read, each marked with the cause that it echoes.

    A cause is as grave as what it explains, but where the readings themselves are in doubt.
    """
    every = list(found)
    causes = [one for one in every if one.finding.rule.explains]
    graver: set[int] = set()
    made = []
    for one in every:
        cause = next((c for c in causes if c is not one and _covers(c, one)), None)
        if cause is None:
            made.append(one)
            continue
        if one.finding.rule.severity == STOP and cause.finding.rule.id not in IN_DOUBT:
            graver.add(id(cause))
        by = cause.finding.rule.id
        made.append(replace(one, finding=replace(one.finding, explained_by=by)))
    made = [_grave(one) if id(one) in graver else one for one in made]
    return tuple(sorted(made, key=lambda one: (
        one.finding.explained_by is not None, *order_of(one.finding), one.sheet, one.strands,
    )))  # fmt: skip


def _grave(one: TestFinding) -> TestFinding:
    rule = replace(one.finding.rule, severity=STOP)
    return replace(one, finding=replace(one.finding, rule=rule))


def _covers(cause: TestFinding, echo: TestFinding) -> bool:
    """Whether one finding says why there is another."""
    mine: Collection[str] = RULES[cause.finding.rule.id].explains
    if echo.finding.rule.id not in mine or not set(echo.runs) <= set(cause.runs):
        return False
    return cause.direction is None or echo.direction in (None, cause.direction)
