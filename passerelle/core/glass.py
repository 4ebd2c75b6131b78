"""fiber.* and module.mode: is every segment the same glass, and is it the modules' glass?"""

from .findings import Finding, finding
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


def _fewest(budget: Budget, groups: list[set[str]]) -> tuple[int, ...]:
    """The segments of the group that has fewer of them: the likelier odd ones out."""
    return min((segments_of(budget, group) for group in groups), key=len)


def _mismatch_db(from_um: float, into_um: float) -> float | None:
    for row in STANDARD.core_mismatches:
        if float(row.from_um) == from_um and float(row.into_um) == into_um:
            return row.loss_db
    return None


def _mode_mix(budget: Budget) -> Finding:
    multi = [f for f in budget.fibers if f.mode == MULTIMODE]
    single = [f for f in budget.fibers if f.mode == SINGLE_MODE]
    loss_db = max(_mismatch_db(f.core_um, single[0].core_um) or 0.0 for f in multi)
    names = " and ".join(f.name for f in budget.fibers)
    return finding(
        "fiber.mode-mix",
        f"{names} in one path: about {loss_db:g} dB is lost where light leaves the multimode core "
        "for the single-mode one.",
        at=_fewest(budget, [{f.name for f in multi}, {f.name for f in single}]),
    )


def _core_mix(budget: Budget) -> Finding:
    large = max(f.core_um for f in budget.fibers)
    small = min(f.core_um for f in budget.fibers)
    loss_db = _mismatch_db(large, small)
    lost = f"about {loss_db:g} dB is" if loss_db is not None else "much is"
    groups = [{f.name for f in budget.fibers if f.core_um == core} for core in (large, small)]
    return finding(
        "fiber.core-mix",
        f"{large:g} and {small:g} µm cores in one path: {lost} lost from the large core into the "
        "small one, and nothing the other way.",
        at=_fewest(budget, groups),
    )


def _grade_mix(budget: Budget) -> Finding:
    assert budget.lowest is not None
    names = " and ".join(f.name for f in budget.fibers)
    return finding(
        "fiber.grade-mix",
        f"{names} in one path: the reach is that of {budget.lowest.name}.",
        at=_fewest(budget, [{f.name} for f in budget.fibers]),
    )
