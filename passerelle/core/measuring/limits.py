"""Limits of a test by its method, beside what to expect and what cannot be undercut.

    limit    = length x attenuation + joints and splices on the way + inline parts, at their worst,
               + the end connections that the method counts
    expected = the same with typical figures
    best     = 0.7 x typical attenuation x length + inline parts at their typical figure

One-cord counts both end connections, two-cord one, three-cord none. Against a reference-grade plug
a connection loses less than against an ordinary one (ISO/IEC 14763-3); ANSI/TIA-568 allows the
joint's worst case. Repair splices, ageing and safety margin are no part of a test limit.
"""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace
from math import sqrt
from typing import Final, Literal

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.light.loss import Term, total
from passerelle.core.light.modules import Module
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.testing import Method
from passerelle.core.tables import SINGLE_MODE, STANDARD, JointLoss
from passerelle.core.tables.testing import threshold

from .runs import LeftOut, RunKind, TestRun, channel_runs, cord_runs, permanent_runs, section_runs

Limits = Literal["iso-14763-3", "tia-568"]
COUNTED: Final[dict[Method, int]] = {
    "one-cord": 2, "two-cord": 1, "three-cord": 0, "equipment-cord": 0,
}  # fmt: skip
"""End connections in a reading. Equipment cords are in the reference, and stay."""
NM: Final = {True: (1310.0, 1550.0), False: (850.0, 1300.0)}
"""Wavelengths of a test, single mode and multimode."""
BEST_SHARE: Final = 0.7
"""Of the typical attenuation: no glass that is sold loses less."""
MATINGS: Final = 4
"""Of a run: at both ends, in both directions."""


@dataclass(frozen=True, slots=True)
class Left:
    """An application on a run. left_db : its limit less the patched channel's worst case. [dB]"""

    link: str
    application: str
    limit_db: float
    left_db: float | None


@dataclass(frozen=True, slots=True)
class AtWavelength:
    """A run at a wavelength. None where a figure is missing; unknown says which. [nm, dB]

    spread_db : one standard deviation of what is expected, by chance in joints and glass.
    """

    nm: float
    limit_db: float | None
    expected_db: float | None
    best_db: float | None
    applications: tuple[Left, ...]
    spread_db: float = 0.0
    unknown: str | None = None

    @property
    def application_limit_db(self) -> float | None:
        """The least limit of the applications on it."""
        return min((one.limit_db for one in self.applications), default=None)


@dataclass(frozen=True, slots=True)
class Tested:
    """A run with its limits. connections : counted by the method. end_db : one end connection's."""

    run: TestRun
    connections: int
    end_db: float | None
    method: Method
    wavelengths: tuple[AtWavelength, ...]

    @property
    def connections_all(self) -> int:
        """All connections, those at its ends too."""
        return self.run.inside + (0 if self.run.kind == "section" else 2)


@dataclass(frozen=True, slots=True)
class Tests:
    """Everything that is to be tested by one method, with what is no run and why."""

    __test__ = False

    method: Method
    limits: Limits
    runs: tuple[Tested, ...]
    left_out: tuple[LeftOut, ...]

    @property
    def references(self) -> int:
        """References to set: one in each direction for each pair of plugs and kind of glass."""
        kinds = {(one.run.kind, mode_of(one.run), *(end.family for end in one.run.ends))
                 for one in self.runs}  # fmt: skip
        return 2 * len(kinds)

    @property
    def matings(self) -> int:
        """How often a test plug is mated."""
        return MATINGS * len(self.runs)


def limits_of(
    check: PlanCheck,
    method: Method = "one-cord",
    limits: Limits = "iso-14763-3",
    kinds: Sequence[RunKind] = ("permanent",),
) -> Tests:
    """Every run of these kinds with its limits."""
    runs: list[Tested] = []
    left: list[LeftOut] = []
    if "permanent" in kinds:
        for one in permanent_runs(check):
            if isinstance(one, LeftOut):
                left.append(one)
            else:
                runs.append(tested(check, one, method, limits))
    more: tuple[tuple[RunKind, Callable[[PlanCheck], Iterable[TestRun]]], ...] = (
        ("channel", channel_runs), ("cord", cord_runs), ("section", section_runs),
    )  # fmt: skip
    for kind, make in more:
        if kind in kinds:
            runs += [tested(check, one, method, limits) for one in make(check)]
    return Tests(method, limits, tuple(runs), tuple(left))


def end_connection_db(row: JointLoss, mode: str, limits: Limits) -> float:
    """What one end connection may lose against the test cord. [dB]"""
    if limits == "tia-568":
        return row.worst_case_db
    return min(STANDARD.reference_against[mode], row.worst_case_db)


def mode_of(run: TestRun) -> str | None:
    fibers = [STANDARD.fibers.get(part.fiber or "") for part in run.run.path.parts
              if isinstance(part, Segment)]  # fmt: skip
    return next((fiber.mode for fiber in fibers if fiber is not None), None)


def tested(check: PlanCheck, one: TestRun, method: Method, limits: Limits) -> Tested:
    """A run with its limits. The glass of a section has no end connection, whatever the method."""
    counted, mode = 0 if one.kind == "section" else COUNTED[method], mode_of(one)
    rows = [STANDARD.mated_pairs.get((end.family or "", "standard")) for end in one.ends]
    known = [row for row in rows if row is not None]
    # of unlike ends the lossier one counts, whichever the method leaves out
    row = max(known, key=lambda r: r.worst_case_db) if len(known) == len(rows) else None
    end_db = end_connection_db(row, mode, limits) if row is not None and mode else None
    return Tested(
        one, one.inside + counted, end_db, method,
        tuple(_at(check, one, nm, counted, row, end_db) for nm in _wavelengths(check, one, mode)),
    )  # fmt: skip


def _modules(check: PlanCheck, one: TestRun) -> list[tuple[str, str, Module, float | None]]:
    """What runs on it: link, application, module and the limit of its direction."""
    found = []
    for key in one.links:
        sums = check.of(key).budget
        for module, direction in zip(sums.modules, sums.directions, strict=True):
            limit = direction.limit.value_db if direction.limit is not None else None
            found.append((sums.link.name, module.application, module, limit))
    return found


def _wavelengths(check: PlanCheck, one: TestRun, mode: str | None) -> list[float]:
    usual = () if mode is None else NM[mode == SINGLE_MODE]
    used = {nm for _, _, module, _ in _modules(check, one) for nm in module.tx_wavelengths_nm}
    return sorted({*usual, *used})


def _at(
    check: PlanCheck, one: TestRun, nm: float, counted: int, row: JointLoss | None,
    end_db: float | None,
) -> AtWavelength:  # fmt: skip
    rules = test_rules(check.plan.house_rules)
    found = one.run.terms(nm, rules, check.site.tables)
    sums = total(found, rules)
    worst, typical = sums.worst_case, sums.typical
    least = [_best(term) for term in found]
    best = None if None in least else sum(one for one in least if one is not None)
    missing = [
        name for name, value in (
            ("the loss of a part on the way", worst),
            ("the connector at an end", end_db if counted else 0.0),
        ) if value is None
    ]  # fmt: skip
    ends = counted * end_db if end_db is not None else (0.0 if not counted else None)
    usual = counted * row.typical_db if row is not None else (0.0 if not counted else None)
    return AtWavelength(
        nm, _plus(worst, ends), _plus(typical, usual), best,
        tuple(_applications(check, one, nm, worst, row)),
        _spread(found, counted, row),
        f"not recorded: {' and '.join(missing)}" if missing else None,
    )  # fmt: skip


def _applications(
    check: PlanCheck, one: TestRun, nm: float, worst: float | None, row: JointLoss | None
) -> list[Left]:
    ends = 2 * row.worst_case_db if row is not None else None
    channel = _plus(worst, ends)
    found: dict[tuple[str, str], Left] = {}
    for link, application, module, limit in _modules(check, one):
        if limit is not None and nm in module.tx_wavelengths_nm:
            left = None if channel is None else limit - channel
            found.setdefault((link, application), Left(link, application, limit, left))
    return list(found.values())


def test_rules(rules: HouseRules) -> HouseRules:
    """The plan's rules without what is kept for later: a test measures what is there."""
    return replace(
        rules, repair_splices=0, ageing_db=0.0, safety_margin_db=0.0, reading_cords="as-read"
    )


def _spread(found: Iterable[Term], counted: int, row: JointLoss | None) -> float:
    """One standard deviation of a reading: joints by chance, glass from strand to strand. [dB]"""
    terms = list(found)
    if row is not None:
        terms.append(Term(None, "joint", float(counted), None, None, None, row))
    km = sum(term.quantity for term in terms if term.kind == "glass")
    glass = km * threshold("glass_spread_db_per_km")
    return sqrt(sum(term.variance for term in terms) + glass**2)


def _best(term: Term) -> float | None:
    if term.kind == "glass":
        return None if term.typical is None else BEST_SHARE * term.typical
    return 0.0 if term.kind == "joint" else term.typical


def _plus(a: float | None, b: float | None) -> float | None:
    return None if a is None or b is None else a + b
