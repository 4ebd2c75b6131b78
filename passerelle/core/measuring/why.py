"""How the limit, the expected and the least possible loss of a run were made, term by term."""

from dataclasses import dataclass

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.light.loss import Term
from passerelle.core.plan.lightpath import Joint, Part, Segment
from passerelle.core.tables import STANDARD, JointLoss, PartLoss, Window
from passerelle.core.tables.rows import HIGH
from passerelle.core.words import counted, metres

from .limits import BEST_SHARE, Tested, end_connection_db, mode_of, test_rules


@dataclass(frozen=True, slots=True)
class Why:
    """One term. limit_db : at its worst; best_db : the least that it can be. [dB]"""

    label: str
    how: str
    limit_db: float | None
    expected_db: float | None
    best_db: float | None
    source: str
    sure: bool


def why(check: PlanCheck, one: Tested, nm: float) -> tuple[Why, ...]:
    """Every term of a run at a wavelength; end connections that the method counts come last."""
    rules = test_rules(check.plan.house_rules)
    parts = one.run.run.path.parts
    found = [
        _line(term, parts[term.at] if term.at is not None else None)
        for term in one.run.run.terms(nm, rules, check.site.tables)
    ]
    ends = one.connections - one.run.inside
    mode = mode_of(one.run)
    rows = [STANDARD.mated_pairs.get((end.family or "", "standard")) for end in one.run.ends]
    known = [row for row in rows if row is not None]
    if ends > 0 and known and mode is not None:
        row = max(known, key=lambda r: r.worst_case_db)
        each = end_connection_db(row, mode, check.plan.house_rules.test_limits)
        school = check.plan.house_rules.test_limits
        source = "ISO/IEC 14763-3: against a reference-grade plug" if school == "iso-14763-3" else (
            row.source
        )  # fmt: skip
        found.append(Why(
            f"{counted(ends, 'end connection')}", f"{ends} × {each:.2f} dB, {one.method}",
            ends * each, ends * row.typical_db, 0.0, source, row.confidence == HIGH,
        ))  # fmt: skip
    return tuple(found)


def _line(term: Term, part: Part | None) -> Why:
    best = 0.0 if term.kind == "joint" else term.typical
    if term.kind == "glass" and term.typical is not None:
        best = BEST_SHARE * term.typical
    row = term.row
    sure = not isinstance(row, JointLoss | PartLoss | Window) or row.confidence == HIGH
    source = getattr(row, "source", None) or term.source or "entered"
    return Why(
        _label(part), _how(term, part), term.worst_case, term.typical, best, source, sure,
    )  # fmt: skip


def _label(part: Part | None) -> str:
    if part is None:
        return "allowance"
    if isinstance(part, Joint):
        return {"adapter": "connection", "fusion": "fusion splice"}.get(part.kind, "splice")
    return part.cable or part.label or part.kind


def _how(term: Term, part: Part | None) -> str:
    if isinstance(part, Segment) and isinstance(term.row, Window):
        row = term.row
        per_km = f"{row.worst_case_db_per_km:g} dB/km at {row.wavelength_nm:g} nm"
        return f"{metres(part.length_m)} × {per_km}"
    if term.worst_case is None:
        return "not known"
    return f"{term.quantity:g} × {term.worst_case / (term.quantity or 1):.2f} dB"
