"""fiber.*: is every segment of the path the same glass?"""

from dataclasses import replace

from .edits import SetPart
from .findings import Finding, Remedy, finding
from .lightpath import Segment
from .link import Budget
from .tables import MULTIMODE, SINGLE_MODE, STANDARD


def segments_of(budget: Budget, fibers: set[str]) -> tuple[int, ...]:
    """Indices of the segments made of one of these grades."""
    parts = budget.link.path.parts
    return tuple(at for at, p in enumerate(parts) if isinstance(p, Segment) and p.fiber in fibers)


def check_glass(budget: Budget) -> list[Finding]:
    """Mode mix, core mix and grade mix along the path."""
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
    return [_grade_mix(budget)]


EASY = ("cord", "pigtail")
"""Segments that are changed without pulling anything."""


def _odd_ones(budget: Budget, groups: list[set[str]]) -> tuple[int, ...]:
    """The segments to change: a group of cords and pigtails alone, else the smaller group."""

    def effort(at: tuple[int, ...]) -> tuple[bool, int]:
        return any(budget.link.path.segment(i).kind not in EASY for i in at), len(at)

    return min((segments_of(budget, group) for group in groups), key=effort)


def _mismatch_db(from_um: float, into_um: float) -> float | None:
    for row in STANDARD.core_mismatches:
        if float(row.from_um) == from_um and float(row.into_um) == into_um:
            return row.loss_db
    return None


def _replaced(budget: Budget, at: tuple[int, ...], fiber: str) -> Remedy | None:
    """Change these segments for ones of another fiber; only cords and pigtails are that easy."""
    segments = [budget.link.path.segment(i) for i in at]
    if any(s.kind not in EASY or s.loss_db is not None for s in segments):
        return None
    kinds = f"{len(at)} segments" if len(at) > 1 else f"{segments[0].kind} at part {at[0] + 1}"
    edits = tuple(SetPart(i, replace(s, fiber=fiber)) for i, s in zip(at, segments, strict=True))
    return Remedy(f"{fiber} for the {kinds}", edits)


def _mode_mix(budget: Budget) -> Finding:
    multi = [f for f in budget.fibers if f.mode == MULTIMODE]
    single = [f for f in budget.fibers if f.mode == SINGLE_MODE]
    loss_db = max(_mismatch_db(f.core_um, single[0].core_um) or 0.0 for f in multi)
    names = " and ".join(f.name for f in budget.fibers)
    odd = _odd_ones(budget, [{f.name for f in multi}, {f.name for f in single}])
    odd_are_multi = budget.link.path.segment(odd[0]).fiber in {f.name for f in multi}
    return finding(
        "fiber.mode-mix",
        f"{names} in one path: about {loss_db:g} dB is lost where light leaves the multimode core "
        "for the single-mode one.",
        at=odd,
        remedy=_replaced(budget, odd, single[0].name if odd_are_multi else multi[0].name),
    )


def _core_mix(budget: Budget) -> Finding:
    large = max(f.core_um for f in budget.fibers)
    small = min(f.core_um for f in budget.fibers)
    loss_db = _mismatch_db(large, small)
    lost = f"about {loss_db:g} dB is" if loss_db is not None else "much is"
    groups = [{f.name for f in budget.fibers if f.core_um == core} for core in (large, small)]
    odd = _odd_ones(budget, groups)
    odd_core = STANDARD.fibers[budget.link.path.segment(odd[0]).fiber or ""].core_um
    kept = next(f for f in budget.fibers if f.core_um != odd_core)
    return finding(
        "fiber.core-mix",
        f"{large:g} and {small:g} µm cores in one path: {lost} lost from the large core into the "
        "small one, and nothing the other way.",
        at=odd,
        remedy=_replaced(budget, odd, kept.name),
    )


def _grade_mix(budget: Budget) -> Finding:
    assert budget.lowest is not None
    names = " and ".join(f.name for f in budget.fibers)
    best = max(budget.fibers, key=lambda f: f.rank)
    low = segments_of(budget, {f.name for f in budget.fibers if f is not best})
    return finding(
        "fiber.grade-mix",
        f"{names} in one path: the reach is that of {budget.lowest.name}.",
        at=low,
        remedy=_replaced(budget, low, best.name),
    )
