"""fiber.*: is every segment of the path the same glass?"""

from dataclasses import replace

from passerelle.core.light.edits import SetPart
from passerelle.core.light.link import Budget, reach_row
from passerelle.core.plan.house_rules import SINGLE_MODE_EVERYWHERE
from passerelle.core.plan.lightpath import Segment
from passerelle.core.tables import MULTIMODE, SINGLE_MODE, STANDARD
from passerelle.core.tables.kinds import PART_KINDS
from passerelle.core.words import metres

from .findings import NOTE, Finding, Remedy, finding


def segments_of(budget: Budget, fibers: set[str]) -> tuple[int, ...]:
    """Indices of the segments made of one of these grades."""
    parts = budget.link.path.parts
    return tuple(at for at, p in enumerate(parts) if isinstance(p, Segment) and p.fiber in fibers)


def check_glass(budget: Budget) -> list[Finding]:
    """Mode mix, core mix and grade mix along the path; what is only guessed or not measured."""
    return _mixes(budget) + _doubtful(budget) + _school(budget)


def _doubtful(budget: Budget) -> list[Finding]:
    """Existing glass that nobody has measured, and grades that are only guessed."""
    unproven, guessed, doubted = [], [], []
    for at, part in enumerate(budget.link.path.parts):
        if not isinstance(part, Segment):
            continue
        if part.existing and (part.loss_db is None or part.length_from != "measured"):
            unproven.append(at)
        if part.fiber_from == "guess":
            guessed.append(at)
        for name in (part.fiber, part.part):
            if name in budget.tables.doubts:
                doubted.append((at, budget.tables.doubts[name]))
    found = []
    if unproven:
        first = budget.link.path.segment(unproven[0])
        lacks = ["loss"] if first.loss_db is None else []
        lacks += ["length"] if first.length_from != "measured" else []
        grade = first.fiber or "glass"
        message = f"Existing {grade} of part {unproven[0] + 1}: {' and '.join(lacks)} not measured."
        found.append(finding("fiber.unproven", message, at=tuple(unproven)))
    if guessed:
        segment = budget.link.path.segment(guessed[0])
        message = f"{segment.fiber} at part {guessed[0] + 1} is a guess: nobody has read the print."
        found.append(finding("fiber.guess", message, at=tuple(guessed)))
    for at, doubts in doubted:
        found.append(finding("own.implausible", doubts[0], at=(at,)))
    return found


def _school(budget: Budget) -> list[Finding]:
    wants_single = budget.rules.mode_school == SINGLE_MODE_EVERYWHERE
    if not wants_single or budget.lowest is None or budget.lowest.mode == SINGLE_MODE:
        return []
    message = f"{budget.lowest.name} in a plan of single mode everywhere."
    return [finding("house.mode", message, at=segments_of(budget, {budget.lowest.name}))]


def _mixes(budget: Budget) -> list[Finding]:
    if len(budget.fibers) < 2:
        return []
    modes = {fiber.mode for fiber in budget.fibers}
    if len(modes) > 1:
        return [_mode_mix(budget)]
    if modes == {SINGLE_MODE}:
        return []
    cores = {fiber.core_um for fiber in budget.fibers}
    if len(cores) > 1:
        return [_core_mix(budget)]
    return [_grade_mix(budget)] if len({fiber.rank for fiber in budget.fibers}) > 1 else []


def _handy(segment: Segment) -> bool:
    """It is changed without pulling anything."""
    return PART_KINDS[segment.kind].handy


def _odd_ones(budget: Budget, groups: list[set[str]]) -> tuple[int, ...]:
    """The segments to change: a group of cords and pigtails alone, else the smaller group."""

    def effort(at: tuple[int, ...]) -> tuple[bool, int]:
        return any(not _handy(budget.link.path.segment(i)) for i in at), len(at)

    return min((segments_of(budget, group) for group in groups), key=effort)


def _mismatch_db(from_um: float, into_um: float) -> float | None:
    for row in STANDARD.core_mismatches:
        if float(row.from_um) == from_um and float(row.into_um) == into_um:
            return row.loss_db
    return None


def _replaced(budget: Budget, at: tuple[int, ...], fiber: str) -> Remedy | None:
    """Change these segments for ones of another fiber; only cords and pigtails are that easy."""
    segments = [budget.link.path.segment(i) for i in at]
    if any(not _handy(s) or s.loss_db is not None for s in segments):
        return None
    kinds = f"{len(at)} segments" if len(at) > 1 else f"{segments[0].kind} at part {at[0] + 1}"
    edits = tuple(SetPart.to(replace(s, fiber=fiber)) for i, s in zip(at, segments, strict=True))
    return Remedy(f"{fiber} for the {kinds}", edits, "cord")


def _mode_mix(budget: Budget) -> Finding:
    multi = [f for f in budget.fibers if f.mode == MULTIMODE]
    single = [f for f in budget.fibers if f.mode == SINGLE_MODE]
    loss_db = max(_mismatch_db(f.core_um, single[0].core_um) or 0.0 for f in multi)
    names = " and ".join(f.name for f in budget.fibers)
    odd = _odd_ones(budget, [{f.name for f in multi}, {f.name for f in single}])
    odd_are_multi = budget.link.path.segment(odd[0]).fiber in {f.name for f in multi}
    return finding(
        "fiber.mode-mix",
        f"{names} in one path: up to {loss_db:g} dB is lost where light leaves the multimode core "
        "for the single-mode one.",
        at=odd,
        remedy=_replaced(budget, odd, single[0].name if odd_are_multi else multi[0].name),
    )


def _core_mix(budget: Budget) -> Finding:
    large = max(f.core_um for f in budget.fibers)
    small = min(f.core_um for f in budget.fibers)
    loss_db = _mismatch_db(large, small)
    lost = f"up to {loss_db:g} dB is" if loss_db is not None else "much is"
    groups = [{f.name for f in budget.fibers if f.core_um == core} for core in (large, small)]
    odd = _odd_ones(budget, groups)
    odd_core = budget.tables.fibers[budget.link.path.segment(odd[0]).fiber or ""].core_um
    kept = next(f for f in budget.fibers if f.core_um != odd_core)
    return finding(
        "fiber.core-mix",
        f"{large:g} and {small:g} µm cores in one path: {lost} lost from the large core into the "
        "small one (1.5 to 3 dB with a laser, which does not fill the core), and nothing the other "
        "way.",
        at=odd,
        remedy=_replaced(budget, odd, kept.name),
    )


def _grade_mix(budget: Budget) -> Finding:
    assert budget.lowest is not None
    names = " and ".join(f.name for f in budget.fibers)
    best = max(budget.fibers, key=lambda f: f.rank)
    low = segments_of(budget, {f.name for f in budget.fibers if f is not best})
    reaches = {
        reach.m if (reach := reach_row(module, fiber, False)) is not None else None
        for module in budget.modules
        for fiber in budget.fibers
    }
    if len(reaches) == 1 and None not in reaches:
        message = f"{names} in one path: the application reaches as far on each."
        return finding("fiber.grade-mix", message, at=low, severity=NOTE)
    if budget.reach.m is None or None in reaches:
        told = f"the reach is that of {budget.lowest.name}"
    else:
        told = f"each takes its share of the reach, {metres(budget.reach.m)} in this mix"
    message = f"{names} in one path: {told}."
    return finding("fiber.grade-mix", message, at=low, remedy=_replaced(budget, low, best.name))
