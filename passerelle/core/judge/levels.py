"""reach.*, loss.*, light.*: is it near enough, is the loss small enough, is the light right?"""

from passerelle.core.light.edits import SetPart, apply_all, low_loss_adapters
from passerelle.core.light.link import ENGINEERED, Budget, Direction, budget
from passerelle.core.light.readings import counts_at, is_ceiling, is_reading, read_for, unsaid
from passerelle.core.plan.house_rules import MEASURE_FIRST, TYPICAL
from passerelle.core.plan.lightpath import Segment
from passerelle.core.tables import HIGH, STANDARD
from passerelle.core.words import counted, dbm, metres, plural

from .findings import NOTE, WARN, Finding, Remedy, finding
from .overload import check_overload, least_loss_db
from .rules import Severity
from .sides import EXACT, other_side, where_said

NEAR_SHARE = STANDARD.planning["near_reach_share"]


def check_reach(budget: Budget) -> list[Finding]:
    """Total length of glass against the application's reach on its lowest grade."""
    allowed, length_m = budget.reach, budget.length_m
    one_core = len({fiber.core_um for fiber in budget.fibers}) == 1
    grade = budget.lowest.name if budget.lowest else "glass that is not recorded"
    if one_core and len({fiber.application_row for fiber in budget.fibers}) > 1:
        grade = " and ".join(fiber.name for fiber in budget.fibers)
    names = sorted({m.application for m in budget.modules})
    what = " and ".join(names)
    if allowed.m is None:
        if any(budget.lowest and budget.lowest.mode not in m.modes for m in budget.modules):
            return []  # module.mode says it
        return [_no_reach(budget, what, grade)]
    if length_m > allowed.m * (1 + EXACT):
        message = (
            f"{metres(length_m)} of {grade}; {metres(allowed.m)} is the reach of {what}: "
            f"{metres(length_m - allowed.m)} too far."
        )
        row = next((m.reach.get(ENGINEERED) for m in budget.modules), None)
        do = None
        if row and row.m and allowed.row is not row and length_m <= row.m and grade[:2] == "OS":
            do = (
                f"Up to {metres(row.m)} is allowed where the loss is measured and within the "
                "limit: enter the measured loss of each cable, or use another application."
            )
        return [finding("reach.exceeded", message, do=do, source=allowed.source)]
    found = []
    if length_m > NEAR_SHARE * allowed.m:
        left = metres(allowed.m - length_m)
        message = f"{metres(length_m)} of {metres(allowed.m)} reach on {grade}: {left} left."
        found.append(finding("reach.near", message, source=allowed.source))
    if allowed.data_sheet and (
        allowed.row is None or allowed.row.m is None or length_m > allowed.row.m
    ):
        standard = allowed.row.m if allowed.row else None
        beyond = f"; the standard stops at {metres(standard)}" if standard else ""
        message = f"{metres(length_m)} rests on “{allowed.source}” ({metres(allowed.m)}){beyond}."
        found.append(finding("reach.datasheet", message, source=allowed.source))
    return found


def _no_reach(budget: Budget, what: str, grade: str) -> Finding:
    listed = [
        f"{name} {metres(row.m)}"
        for name, row in budget.modules[0].reach.items()
        if row.m is not None
    ]
    known = f" Published: {', '.join(listed)}." if listed else ""
    return finding("reach.unknown", f"No reach is published for {what} on {grade}.{known}")


def check_loss(budget: Budget) -> list[Finding]:
    """Loss against limit in both directions; the same words are said once."""
    found = []
    unknown = {t.at for d in budget.directions for t in d.terms if t.kind == "unknown"}
    if unknown:
        places = tuple(sorted(at for at in unknown if at is not None))
        parts = ", ".join(str(at + 1) for at in places[:6])
        message = f"No table figure for the loss of {plural(len(places), 'part')} {parts}."
        found.append(finding("loss.unknown", message, at=places))
    decided = [d for d in budget.directions if d.limit is not None and d.margin_db is not None]
    found += _readings(budget, decided) + _not_measured(budget)
    for rule, directions in (
        ("loss.over-limit", [d for d in decided if _over(d)]),
        ("loss.tight", [d for d in decided if not _over(d) and _tight(budget, d)]),
        ("loss.passes-typical-only", [d for d in decided if _typical_only(d)]),
    ):
        if directions:
            worst = min(directions, key=lambda d: d.margin_db or 0.0)
            found.append(_loss_finding(rule, worst, directions, budget))
    return found


def _readings(budget: Budget, decided: list[Direction]) -> list[Finding]:
    """Measured losses that do not say whether their end connections are in them."""
    found = []
    for at in unsaid(budget.link.path):
        beside = {at - 1, at + 1}
        twice = max(
            sum(t.worst_case or 0.0 for t in d.terms if t.at in beside and t.kind == "joint")
            for d in budget.directions
        )
        if twice <= EXACT:
            continue
        part = budget.link.path.segment(at)
        matters = any((d.margin_db or 0.0) < budget.rules.tight_below_db - EXACT for d in decided)
        read_db = part.loss_db if part.loss_db is not None else max(r.loss_db for r in part.reads)
        message = (
            f"The {read_db:g} dB read at part {at + 1} may hold its end connections; they are "
            f"counted beside it, {twice:.2f} dB, once too often if it does."
        )
        severity: Severity = WARN if matters else NOTE
        found.append(finding("loss.includes-unknown", message, at=(at,), severity=severity))
    return found


def _not_measured(budget: Budget) -> list[Finding]:
    """Readings at another wavelength than the link's: they stand in for it by a rule, or not."""
    found = []
    for at, part in enumerate(budget.link.path.parts):
        if not isinstance(part, Segment) or not is_reading(part):
            continue
        at_nm = sorted({*(r.nm for r in part.reads), *((part.loss_nm,) if part.loss_nm else ())})
        if not at_nm:
            continue
        lines = sorted({nm for m in budget.modules for nm in m.tx_wavelengths_nm})
        ceiling = [nm for nm in lines if is_ceiling(part, nm, budget.tables)]
        beyond = [nm for nm in lines if not counts_at(part, nm, budget.tables)]
        read = f"Part {at + 1} was read at {' and '.join(f'{nm:g}' for nm in at_nm)} nm"
        most = read_for(part, ceiling[0], budget.tables) if ceiling else None
        if beyond:
            listed = ", ".join(f"{nm:g}" for nm in beyond[:4])
            message = f"{read}, which says nothing of {listed} nm: the table's figure stands there."
        elif most is not None:
            listed = ", ".join(f"{nm:g}" for nm in ceiling)
            message = (
                f"{read}; its {most.loss_db:g} dB stand at {listed} nm too, as the most that glass "
                "without tight bends loses there."
            )
        else:
            continue
        found.append(finding("loss.not-measured", message, at=(at,)))
    return found


def _over(direction: Direction) -> bool:
    return direction.margin_db is not None and direction.margin_db < -EXACT


def _tight(budget: Budget, direction: Direction) -> bool:
    margin = direction.margin_db
    return margin is not None and margin < budget.rules.tight_below_db - EXACT


def _typical_only(direction: Direction) -> bool:
    limit, loss = direction.limit, direction.loss
    if limit is None or loss.worst_case is None or loss.typical is None:
        return False
    return loss.worst_case > limit.value_db + EXACT and loss.typical <= limit.value_db + EXACT


def _loss_finding(
    rule: str, direction: Direction, directions: list[Direction], budget: Budget
) -> Finding:
    assert direction.limit is not None
    assert direction.margin_db is not None
    limit, loss = direction.limit.value_db, direction.loss
    judged = loss.on_basis(budget.rules.loss_basis) or 0.0
    case = budget.rules.loss_basis.replace("-", " ")
    if rule == "loss.over-limit":
        over = -direction.margin_db
        message = f"{judged:.2f} dB {case} of {limit:.2f} dB allowed: {over:.2f} dB too much."
    elif rule == "loss.tight":
        message = (
            f"{direction.margin_db:.2f} dB left of {limit:.2f} dB; the house rule calls less than "
            f"{budget.rules.tight_below_db:g} dB tight."
        )
    else:
        message = (
            f"Worst case {loss.worst_case:.2f} dB is over the {limit:.2f} dB allowed, typical "
            f"{loss.typical:.2f} dB is within.{_acceptance(budget, direction)}"
        )
    edits = low_loss_adapters(budget.link.path, budget.tables)
    if edits and not _cured_by(edits, rule, budget):
        edits = ()
    count = counted(len(edits), "mated pair")
    severity: Severity | None = None
    if rule == "loss.over-limit" and all(_waits(budget, d) for d in directions):
        severity = WARN
    return finding(
        rule,
        message,
        severity=severity,
        at=_largest(direction),
        source=direction.limit.source,
        ends=(direction.sender,) if len(directions) == 1 else (),
        remedy=Remedy(f"Low-loss connectors at {count}", edits, "connectors") if edits else None,
    )


def _unmeasured(budget: Budget, direction: Direction) -> tuple[int, ...]:
    """Cables whose loss in this direction is the table's and not a reading."""
    parts = budget.link.path.parts
    return tuple(
        term.at
        for term in direction.terms
        if term.at is not None
        and term.kind == "glass"
        and isinstance(part := parts[term.at], Segment)
        and part.kind == "cable"
    )


def _acceptance(budget: Budget, direction: Direction) -> str:
    """What the cable may measure so that the link works after all; nothing where it is measured."""
    places = _unmeasured(budget, direction)
    if direction.limit is None or direction.loss.worst_case is None or not places:
        return ""
    glass_db = sum(t.worst_case or 0.0 for t in direction.terms if t.at in places)
    left_db = direction.limit.value_db - (direction.loss.worst_case - glass_db)
    if left_db <= EXACT:
        return ""
    cables = plural(len(places), "cable measures", "cables measure")
    return (
        f" It works if the {cables} {left_db:.2f} dB or less at {direction.wavelength_nm:g} nm, "
        "without the end connections."
    )


def _waits(budget: Budget, direction: Direction) -> bool:
    """By house rule: within the limit with typical parts, and its cable is still to be measured."""
    return (
        budget.rules.over_limit == MEASURE_FIRST
        and _typical_only(direction)
        and bool(_unmeasured(budget, direction))
    )


def _cured_by(edits: tuple[SetPart, ...], rule: str, before: Budget) -> bool:
    """Whether the finding is gone with the edits made: a cure is proved before it is offered."""
    after = budget(apply_all(before.link, edits), before.rules, before.tables)
    for direction in after.directions:
        if _over(direction) or (rule == "loss.tight" and _tight(after, direction)):
            return False
        if rule == "loss.passes-typical-only" and _typical_only(direction):
            return False
    return True


def _largest(direction: Direction) -> tuple[int, ...]:
    """The part that costs most: where to look first."""
    costs = [(t.worst_case or 0.0, -(t.at or 0)) for t in direction.terms if t.at is not None]
    cost, at = max(costs, default=(0.0, 0))
    return (-at,) if cost > 0 else ()


def check_light(budget: Budget) -> list[Finding]:
    """Received power against the receiver's window, and levels that nobody has published."""
    return _too_weak(budget) + check_overload(budget) + _unknown_levels(budget)


def _too_weak(budget: Budget) -> list[Finding]:
    """Where no channel limit decides; an average minimum beside one is informative."""
    weak = []
    for direction in budget.directions:
        if _by_channel(direction):
            continue
        received, floor = direction.received_min_dbm, direction.receive_min_dbm
        if received is not None and floor is not None and received < floor - EXACT:
            weak.append((floor - received, direction, received, floor))
    if not weak:
        return []
    short, direction, received, floor = max(weak, key=lambda w: w[0])
    ends = tuple(other_side(d.sender) for _, d, _, _ in weak)
    message = (
        f"{dbm(received)} can arrive at {where_said(ends)}; its receiver needs {dbm(floor)}: "
        f"{short:.2f} dB short."
    )
    return [finding("light.too-weak", message, ends=ends, source=direction.receiver.source)]


def _by_channel(direction: Direction) -> bool:
    return direction.limit is not None and direction.limit.kind == "channel"


_INFORMATIVE = ("launch minimum", "receiver minimum")
"""Levels that decide nothing where a channel limit does: some standards state them as OMA only."""


def _unknown_levels(budget: Budget) -> list[Finding]:
    missing: dict[str, list[str]] = {}
    for direction in budget.directions:
        for level, name, end in (
            (direction.launch_min_dbm, "launch minimum", direction.sender),
            (direction.launch_max_dbm, "launch maximum", direction.sender),
            (direction.receive_min_dbm, "receiver minimum", other_side(direction.sender)),
            (direction.receive_max_dbm, "receiver maximum", other_side(direction.sender)),
        ):
            by_class = name not in _INFORMATIVE and least_loss_db(direction) is not None
            if by_class or (_by_channel(direction) and name in _INFORMATIVE):
                continue
            if level is None:
                missing.setdefault(name, []).append(end)
    if not missing:
        return []
    ends = tuple(sorted({end for where in missing.values() for end in where}))
    applications = " and ".join(sorted({m.application for m in budget.modules}))
    where = "at both ends" if len(ends) == 2 else f"at end {ends[0]}"
    message = f"Not known for {applications} {where}: {', '.join(missing)}."
    return [finding("light.unknown", message, ends=ends)]


def check_confidence(budget: Budget) -> list[Finding]:
    """Say which deciding figures are not firmly published."""
    uncertain = uncertain_figures(budget)
    if not uncertain:
        return []
    applications = " and ".join(sorted({m.application for m in budget.modules}))
    message = f"{applications}: {', '.join(uncertain)}. Check the data sheet."
    of_module = any(one.startswith(("reach", "limit")) for one in uncertain)
    of_parts = any(not one.startswith(("reach", "limit")) for one in uncertain)
    do = "Enter what the data sheet of the module says. " if of_module else ""
    do += "Enter the figures of the parts that you have as own parts." if of_parts else ""
    return [finding("table.check-data-sheet", message, severity=NOTE, do=do.strip())]


def uncertain_figures(budget: Budget) -> list[str]:
    """Names of the deciding figures whose table row is of medium or low confidence."""
    names = []
    if budget.reach.m is not None and budget.reach.confidence != HIGH:
        names.append(f"reach {metres(budget.reach.m)}")
    for direction in budget.directions:
        limit = direction.limit
        if limit is not None and limit.confidence != HIGH:
            names.append(f"limit {limit.value_db:.2f} dB")
        worst = budget.rules.loss_basis != TYPICAL
        for term in direction.terms:
            row = term.row
            if worst and row is not None and row.confidence != HIGH:
                kinds = {"joint": "low-loss connectors", "part": "inline part"}
                label = kinds.get(term.kind, "attenuation")
                names.append(f"{label} {term.worst_case:.2f} dB")
    return list(dict.fromkeys(names))
