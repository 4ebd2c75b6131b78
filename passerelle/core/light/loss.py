"""Loss of a light path, term by term.

    loss = sum(length x attenuation) + sum(joints) + sum(inline parts)
           + repair splices x fusion splice + ageing + safety margin

once with the worst-case table values, once with the typical ones, and once as low as it can
plausibly be (typical attenuation, joints at 0 dB, inline parts at their figure), which is what
decides whether a receiver is overloaded.

The statistical loss takes chance into account where there is chance, in the joints:

    loss = sum(glass, inline parts and allowances, worst case) + sum(mean of each joint)
           + k x sqrt(sum(variance of each joint))

with the mean and the 97th percentile of random mating where the joint's standard states them, else
the typical value as its mean and its maximum as that mean plus three standard deviations. Glass is
no chance: a cable that loses much loses it along its whole length.
"""

from collections.abc import Iterable
from math import sqrt
from typing import NamedTuple

from passerelle.core.plan.ends import Side
from passerelle.core.plan.house_rules import (
    ADD_FOR_ORDINARY,
    STATISTICAL,
    TIA_568,
    WORST_CASE,
    HouseRules,
)
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from passerelle.core.tables import (
    GLASS_ROWS,
    STANDARD,
    JointLoss,
    PartLoss,
    Tables,
    Window,
)

from .readings import counts_at, held, is_reading, read_for

SIGMAS_TO_MAXIMUM = STANDARD.planning["sigmas_to_maximum"]
SIGMAS_TO_97 = STANDARD.planning["sigmas_to_97_percent"]


class Loss(NamedTuple):
    """The cases of a loss. [dB] None where a figure that it needs is not known.

    statistical : worked out only where the plan judges by it.
    """

    worst_case: float | None
    typical: float | None
    lowest: float | None
    statistical: float | None = None

    def on_basis(self, loss_basis: str) -> float | None:
        """The case that the plan's house rule judges by."""
        if loss_basis == WORST_CASE:
            return self.worst_case
        return self.statistical if loss_basis == STATISTICAL else self.typical


class Term(NamedTuple):
    """What one part, or one allowance of the plan, adds to the loss.

    at : index of the part in the path, or None for an allowance.
    kind : glass, joint, inline, part, included, entered, cords, repair, ageing, safety or unknown.
    quantity : kilometres of glass, or how many pieces.
    row : the table row that the figures come from, where they come from one.
    """

    at: int | None
    kind: str
    quantity: float
    worst_case: float | None
    typical: float | None
    lowest: float | None
    row: Window | JointLoss | PartLoss | None = None
    source: str = ""

    @property
    def variance(self) -> float:
        """Variance of joints, [dB²]; what is entered or measured is no chance."""
        if self.kind not in ("joint", "repair") or not isinstance(self.row, JointLoss):
            return 0.0
        row = self.row
        if row.mean_db is not None and row.p97_db is not None:
            sigma_db = (row.p97_db - row.mean_db) / SIGMAS_TO_97
        else:
            sigma_db = (row.worst_case_db - row.typical_db) / SIGMAS_TO_MAXIMUM
        return self.quantity * sigma_db**2

    @property
    def mean(self) -> float | None:
        """What it loses on average, where chance decides; else its worst case. [dB]"""
        if not self.variance or not isinstance(self.row, JointLoss):
            return self.worst_case
        mean_db = self.row.mean_db
        return self.typical if mean_db is None else self.quantity * mean_db


def _segment_term(
    at: int, part: Segment, wavelength_nm: float, outside_plant: bool, tables: Tables
) -> Term:
    read = read_for(part, wavelength_nm, tables)
    if read is not None:
        loss_db = read.loss_db
        kind = "inline" if part.kind == "inline" else "entered"
        least = loss_db
        if read.ceiling:  # the most it can be; less is likely
            row = tables.window(part.fiber or "", wavelength_nm)
            least = 0.0 if row is None else part.length_m / 1000 * row.typical_db_per_km
            least = min(loss_db, least)
        return Term(at, kind, 1.0, loss_db, least, least, None, part.source or "")
    if part.part is not None:
        known = tables.parts.get(part.part)
        if known is None:
            return Term(at, "unknown", 1.0, None, None, None)
        worst, typical = known.worst_case_db, known.typical_db
        return Term(at, "part", 1.0, worst, typical, typical, known)
    length_km = part.length_m / 1000.0
    if part.fiber is None:
        return Term(at, "unknown", length_km, None, None, None)
    glass = part.fiber if part.glass is None else GLASS_ROWS[part.glass]
    outdoors = outside_plant and part.kind == "cable"
    row = None if glass is None else tables.window(glass, wavelength_nm, outdoors)
    if row is None:
        return Term(at, "unknown", length_km, None, None, None)
    typical = length_km * row.typical_db_per_km
    return Term(at, "glass", length_km, length_km * row.worst_case_db_per_km, typical, typical, row)


def joint_row(
    joint: Joint, before: Segment, after: Segment, tables: Tables = STANDARD
) -> JointLoss | None:
    """The table row of a joint, by its kind, its connector and its grade; None where there is none.

    Where the two plugs differ (always a finding) the lossier row counts.
    """
    if joint.kind != "adapter":
        return tables.splices[joint.kind]
    grade = joint.grade or "standard"
    if grade == "reference":
        fiber = before.fiber or after.fiber
        return tables.reference_pairs[tables.fibers[fiber].mode] if fiber else None
    left, right = before.ends[1], after.ends[0]
    if left is right and left is not None:
        return tables.mated_pairs.get((left.family, grade))
    families = {end.family for end in (left, right) if end is not None and not end.is_bare}
    rows = [tables.mated_pairs.get((family, grade)) for family in families]
    known = [row for row in rows if row is not None]
    if not rows or len(known) < len(rows):
        return None
    return max(known, key=lambda row: row.worst_case_db)


def _joint_term(at: int, joint: Joint, before: Segment, after: Segment, tables: Tables) -> Term:
    if joint.loss_db is not None:
        return Term(at, "entered", 1.0, joint.loss_db, joint.loss_db, 0.0, None, joint.source or "")
    for beside in (before, after):
        box = tables.parts.get(beside.part) if beside.part is not None else None
        if box is not None and box.pairs_included and joint.kind == "adapter":
            return Term(at, "included", 1.0, 0.0, 0.0, 0.0, box)
    row = joint_row(joint, before, after, tables)
    if row is None:
        return Term(at, "unknown", 1.0, None, None, 0.0)
    return Term(at, "joint", 1.0, row.worst_case_db, row.typical_db, 0.0, row)


def terms(
    path: LightPath,
    wavelength_nm: float,
    rules: HouseRules,
    tables: Tables = STANDARD,
    sender: Side | None = None,
) -> list[Term]:
    """Every term of the path's loss at one wavelength, in path order, allowances last.

    sender : the end whose light it is; parts of the other direction then cost nothing.
    """
    parts = path.parts
    outside_plant = rules.outside_plant == TIA_568
    found = []
    counted = held(path)
    passed = one_way(path, sender) if sender is not None else frozenset()
    for at, part in enumerate(parts):
        if at in counted and counts_at(path.segment(counted[at]), wavelength_nm, tables):
            source = path.segment(counted[at]).source or ""
            found.append(Term(at, "included", 1.0, 0.0, 0.0, 0.0, None, source))
        elif at in passed:
            found.append(Term(at, "included", 1.0, 0.0, 0.0, 0.0, None, "other direction only"))
        elif isinstance(part, Segment):
            found.append(_segment_term(at, part, wavelength_nm, outside_plant, tables))
        else:
            before, after = parts[at - 1], parts[at + 1]
            assert isinstance(before, Segment)
            assert isinstance(after, Segment)
            found.append(_joint_term(at, part, before, after, tables))
    if rules.reading_cords == ADD_FOR_ORDINARY:
        found += _ordinary_cords(path, wavelength_nm, tables)
    if rules.repair_splices:
        count, row = rules.repair_splices, tables.splices["fusion"]
        worst, typical = count * row.worst_case_db, count * row.typical_db
        found.append(Term(None, "repair", float(count), worst, typical, 0.0, row))
    for kind, kept_db in (("ageing", rules.ageing_db), ("safety", rules.safety_margin_db)):
        if kept_db:
            found.append(Term(None, kind, 1.0, kept_db, kept_db, 0.0))
    return found


def _ordinary_cords(path: LightPath, wavelength_nm: float, tables: Tables) -> list[Term]:
    """What ordinary plugs may lose over the reference-grade ones that a reading was made with."""
    found = []
    for part in path.parts:
        if not isinstance(part, Segment) or not is_reading(part):
            continue
        ends = {"both": 2, "a": 1, "b": 1, "run-a": 1, "run-b": 1}.get(part.loss_includes or "", 0)
        fiber = tables.fibers.get(part.fiber or "")
        if ends and fiber is not None and counts_at(part, wavelength_nm, tables):
            ordinary = tables.mated_pairs["LC", "standard"].worst_case_db
            more_db = ends * (ordinary - tables.reference_against[fiber.mode])
            source = "ISO/IEC 14763-3: reference-grade plugs"
            # An allowance: each part has one term of its own, and its reading is that.
            found.append(Term(None, "cords", float(ends), more_db, 0.0, 0.0, None, source))
    return found


def one_way(path: LightPath, sender: Side) -> frozenset[int]:
    """Inline parts on the strand of the other direction alone, each with the joint that it adds."""
    found: set[int] = set()
    for at, part in enumerate(path.parts):
        if isinstance(part, Segment) and part.direction and part.direction[0] != sender:
            found |= {at, at - 1 if at else at + 1}
    return frozenset(found)


def _sum(figures: Iterable[float | None]) -> float | None:
    try:
        return sum(figures)  # type: ignore[arg-type]
    except TypeError:  # one of them is None: not known
        return None


def statistical(found: Iterable[Term], sigmas: float) -> float | None:
    """Mean of the joints plus `sigmas` standard deviations, everything else at its worst. [dB]"""
    found = list(found)
    mean = _sum(t.mean for t in found)
    return None if mean is None else mean + sigmas * sqrt(sum(t.variance for t in found))


def total(found: list[Term], rules: HouseRules) -> Loss:
    """Add terms up, case by case. A case with an unknown term is unknown."""
    return Loss(
        _sum([t.worst_case for t in found]),
        _sum([t.typical for t in found]),
        _sum([t.lowest for t in found]),
        statistical(found, rules.sigmas) if rules.loss_basis == STATISTICAL else None,
    )


def governing_wavelength(
    path: LightPath,
    wavelengths_nm: Iterable[float],
    rules: HouseRules,
    tables: Tables = STANDARD,
    sender: Side | None = None,
) -> tuple[float, list[Term], Loss]:
    """The wavelength of an application at which this path loses most, with its terms and total."""
    wavelengths_nm = tuple(wavelengths_nm)
    if len(wavelengths_nm) == 1:
        found = terms(path, wavelengths_nm[0], rules, tables, sender)
        return wavelengths_nm[0], found, total(found, rules)
    seen: dict[tuple[object, ...], tuple[float, list[Term], Loss]] = {}
    segments = [p for p in path.parts if isinstance(p, Segment)]
    rows = [p.fiber if p.glass is None else GLASS_ROWS[p.glass] for p in segments]
    fibers = {name for name in rows if name is not None}
    read = [p for p in segments if p.loss_nm is not None]
    for wavelength_nm in wavelengths_nm:
        # Wavelengths that share every window share every term: work them out once.
        key = (
            *(tables.window(fiber, wavelength_nm) for fiber in sorted(fibers)),
            *(counts_at(part, wavelength_nm, tables) for part in read),
        )
        if key not in seen:
            found = terms(path, wavelength_nm, rules, tables, sender)
            seen[key] = (wavelength_nm, found, total(found, rules))
    if len(seen) == 1:
        return next(iter(seen.values()))
    return max(
        seen.values(), key=lambda s: (s[2].on_basis(rules.loss_basis) or 0.0, s[2][0] or 0.0)
    )
