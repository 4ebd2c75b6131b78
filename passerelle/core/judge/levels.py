"""reach.*, loss.*, light.*: is it near enough, is the loss small enough, is the light right?"""

from passerelle.core.light.edits import InsertSegment, low_loss_adapters
from passerelle.core.light.link import ENGINEERED, A, B, Budget, Direction
from passerelle.core.plan.ends import Side
from passerelle.core.plan.house_rules import TYPICAL
from passerelle.core.plan.lightpath import Segment
from passerelle.core.tables import HIGH, STANDARD
from passerelle.core.words import metres

from .findings import NOTE, WARN, Finding, Remedy, finding
from .rules import Severity

NEAR_SHARE = STANDARD.planning["near_reach_share"]
EXACT = 1e-9
"""Sums of decimal figures are compared with this slack, so that 0.1 + 0.2 is 0.3."""


def check_reach(budget: Budget) -> list[Finding]:
    """Total length of glass against the application's reach on its lowest grade."""
    allowed, length_m = budget.reach, budget.length_m
    grade = budget.lowest.name if budget.lowest else "glass that is not recorded"
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
        message = f"No table figure for the loss of part{'s' if len(places) > 1 else ''} {parts}."
        found.append(finding("loss.unknown", message, at=places))
    decided = [d for d in budget.directions if d.limit is not None and d.margin_db is not None]
    for rule, directions in (
        ("loss.over-limit", [d for d in decided if _over(d)]),
        ("loss.tight", [d for d in decided if not _over(d) and _tight(budget, d)]),
        ("loss.passes-typical-only", [d for d in decided if _typical_only(d)]),
    ):
        if directions:
            worst = min(directions, key=lambda d: d.margin_db or 0.0)
            found.append(_loss_finding(rule, worst, directions, budget))
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
            f"{loss.typical:.2f} dB is within."
        )
    edits = low_loss_adapters(budget.link.path, budget.tables)
    count = f"{len(edits)} mated pair{'s' if len(edits) > 1 else ''}"
    return finding(
        rule,
        message,
        at=_largest(direction),
        source=direction.limit.source,
        ends=(direction.sender,) if len(directions) == 1 else (),
        remedy=Remedy(f"Low-loss connectors at {count}", edits, "connectors") if edits else None,
    )


def _largest(direction: Direction) -> tuple[int, ...]:
    """The part that costs most: where to look first."""
    costs = [(t.worst_case or 0.0, -(t.at or 0)) for t in direction.terms if t.at is not None]
    cost, at = max(costs, default=(0.0, 0))
    return (-at,) if cost > 0 else ()


def check_light(budget: Budget) -> list[Finding]:
    """Received power against the receiver's window, and levels that nobody has published."""
    return _too_weak(budget) + _overload(budget) + _unknown_levels(budget)


def _other(side: Side) -> Side:
    return B if side == A else A


def _too_weak(budget: Budget) -> list[Finding]:
    weak = []
    for direction in budget.directions:
        received, floor = direction.received_min_dbm, direction.receive_min_dbm
        if received is not None and floor is not None and received < floor - EXACT:
            weak.append((floor - received, direction, received, floor))
    if not weak:
        return []
    short, direction, received, floor = max(weak, key=lambda w: w[0])
    ends = tuple(_other(d.sender) for _, d, _, _ in weak)
    message = (
        f"{received:.2f} dBm can arrive at {_where(ends)}; its receiver needs {floor:.2f} dBm: "
        f"{short:.2f} dB short."
    )
    # A published channel limit decides; the receiver's average minimum is then informative.
    channel = all(d.limit is not None and d.limit.kind == "channel" for _, d, _, _ in weak)
    if channel:
        message += " The channel limit decides here; the receiver's average minimum is informative."
    severity: Severity | None = WARN if channel else None
    source = direction.receiver.source
    return [finding("light.too-weak", message, ends=ends, severity=severity, source=source)]


def _where(ends: tuple[str, ...]) -> str:
    return "either end" if len(ends) == 2 else f"end {ends[0]}"


def _overload(budget: Budget) -> list[Finding]:
    over = []
    for direction in budget.directions:
        received, ceiling = direction.received_max_dbm, direction.receive_max_dbm
        if received is not None and ceiling is not None and received > ceiling + EXACT:
            over.append((received - ceiling, direction, received, ceiling))
    if not over:
        return []
    excess, direction, received, ceiling = max(over, key=lambda o: o[0])
    ends = tuple(_other(d.sender) for _, d, _, _ in over)
    remedy = _attenuator(budget, excess)
    message = (
        f"Up to {received:.2f} dBm can arrive at {_where(ends)}; its receiver bears "
        f"{ceiling:.2f} dBm: {excess:.2f} dB too much."
    )
    do = (
        "No stock attenuator cures this and keeps enough light: use a module made for the distance."
        if remedy is None
        else f"{remedy.label}, at each end of a pair, or use a module made for the distance."
    )
    return [
        finding(
            "light.overload", message, ends=ends, do=do, remedy=remedy,
            source=direction.receiver.source,
        )
    ]  # fmt: skip


def _attenuator(budget: Budget, excess_db: float) -> Remedy | None:
    """The smallest stock attenuator that cures the overload and keeps the floor and the limit.

    It plugs into the receiver at the b end; its own plug adds one mated pair.
    """
    parts = budget.link.path.parts
    last = parts[-1]
    assert isinstance(last, Segment)
    plug = last.ends[1]
    row = budget.tables.mated_pairs.get((plug.family, "standard")) if plug else None
    if row is None:
        return None
    worst = budget.rules.loss_basis != TYPICAL
    pair_db = row.worst_case_db if worst else row.typical_db
    for value in STANDARD.stock_attenuators_db:
        if value < excess_db - EXACT:
            continue
        if all(_keeps(d, value + pair_db) for d in budget.directions):
            edit = InsertSegment(
                parts[-1].id, "inline", loss_db=value, what=f"attenuator {value:g} dB"
            )
            return Remedy(f"Attenuator {value:g} dB at the receiver", (edit,), "part")
        return None
    return None


def _keeps(direction: Direction, more_db: float) -> bool:
    margin, received, floor = (
        direction.margin_db,
        direction.received_min_dbm,
        direction.receive_min_dbm,
    )
    within_limit = margin is None or margin >= more_db - EXACT
    above_floor = received is None or floor is None or received - more_db >= floor - EXACT
    return within_limit and above_floor


def _unknown_levels(budget: Budget) -> list[Finding]:
    missing: dict[str, list[str]] = {}
    for direction in budget.directions:
        for level, name, end in (
            (direction.launch_min_dbm, "launch minimum", direction.sender),
            (direction.launch_max_dbm, "launch maximum", direction.sender),
            (direction.receive_min_dbm, "receiver minimum", _other(direction.sender)),
            (direction.receive_max_dbm, "receiver maximum", _other(direction.sender)),
        ):
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
    return [finding("table.check-data-sheet", message, severity=NOTE)]


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
