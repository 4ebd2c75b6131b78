"""How a figure was made: its terms, the table rows behind them, and their sources."""

from dataclasses import dataclass, field
from math import sqrt

from passerelle.core.light.dispersion import spread
from passerelle.core.plan.house_rules import STATISTICAL, WORST_CASE
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.tables import HIGH, JointLoss, Window

from .link import Budget, Direction
from .loss import Term, statistical

CHECK = "check the data sheet"


@dataclass(frozen=True, slots=True)
class Line:
    """One term of a figure. `value` is None where it is not known; `at` is the part's index."""

    label: str
    value: float | None
    how: str
    source: str
    sure: bool = True
    at: int | None = None
    unit: str | None = None


@dataclass(frozen=True, slots=True)
class Explanation:
    """A figure with what it was made of. [unit]"""

    figure: str
    title: str
    value: float | None
    unit: str
    formula: str
    lines: tuple[Line, ...] = field(default=())

    def as_text(self) -> str:
        """The sum as plain text, to be copied into a mail or a report."""
        rows = [f"{self.title}: {_number(self.value)} {self.unit}", self.formula]
        for line in self.lines:
            doubt = "" if line.sure else f"; {CHECK}"
            amount = f"{_number(line.value)} {line.unit or self.unit}"
            rows.append(f"  {line.label}: {line.how} = {amount} [{line.source}{doubt}]")
        return "\n".join(rows)


def _number(value: float | None) -> str:
    return "not known" if value is None else f"{value + 0.0:.2f}"


def part_name(part: Segment | Joint, at: int) -> str:
    """A part as it is called in a sentence: its number, sort and label."""
    if isinstance(part, Joint):
        name = {"adapter": "mated pair", "fusion": "fusion splice"}.get(part.kind, "mech. splice")
    else:
        name = part.what or part.kind
    label = f" {part.label}" if part.label else ""
    return f"{at + 1} {name}{label}"


def _term_how(term: Term, case: str) -> tuple[str, str, bool]:
    row = term.row
    sure = row is None or (row.confidence if case == WORST_CASE else row.typical_confidence) == HIGH
    if (
        case == "lowest"
        and term.kind in ("joint", "repair", "ageing", "safety", "entered")
        and not term.lowest
    ):
        return "counted as nothing at its best", "the lowest plausible loss", True
    if isinstance(row, Window):
        rate = row.worst_case_db_per_km if case == WORST_CASE else row.typical_db_per_km
        how = (
            f"{term.quantity * 1000:g} m × {rate:g} dB/km ({row.fiber} at {row.wavelength_nm:g} nm)"
        )
        return how, row.source, sure
    if term.kind == "included" and row is not None:
        return f"counted in {row.name}", row.source, True
    if term.kind == "included":
        return "held by the reading of the cable", term.source, True
    if row is not None:
        each = row.worst_case_db if case == WORST_CASE else row.typical_db
        if case == STATISTICAL and isinstance(row, JointLoss) and row.mean_db is not None:
            each = row.mean_db
        return f"{term.quantity:g} × {each:g} dB ({row.name})", row.source, sure
    if term.kind in ("ageing", "safety"):
        return {"ageing": "ageing allowance"}.get(term.kind, "safety margin"), "house rule", True
    if term.kind == "cords":
        how = "ordinary plugs in place of the reference-grade ones of the reading"
        return how, f"house rule; {term.source}", True
    if term.kind == "unknown":
        return "no figure in the tables", "fiber and joint tables", False
    kind = "figure of the inline part" if term.kind == "inline" else "entered in place of the table"
    return kind, term.source or "entered with the part", True


def _loss(budget: Budget, direction: Direction, case: str) -> Explanation:
    index = {WORST_CASE: 0, "typical": 1, "lowest": 2}[case]
    parts = budget.link.path.parts
    lines = []
    for term in direction.terms:
        value = (term.worst_case, term.typical, term.lowest)[index]
        how, source, sure = _term_how(term, case)
        label = part_name(parts[term.at], term.at) if term.at is not None else "allowance"
        lines.append(Line(label, value, how, source, sure, term.at))
    formula = "sum of every metre of glass, every joint, every inline part and the allowances"
    title = (
        f"Loss from {direction.sender} at {direction.wavelength_nm:g} nm, {case.replace('-', ' ')}"
    )
    return Explanation(f"loss.{case}", title, direction.loss[index], "dB", formula, tuple(lines))


def _statistical(budget: Budget, direction: Direction) -> Explanation:
    """Glass and parts at their worst, joints at their mean, and the spread of the joints."""
    parts, sigmas = budget.link.path.parts, budget.rules.sigmas
    lines = []
    for term in direction.terms:
        case = STATISTICAL if term.variance else WORST_CASE
        how, source, sure = _term_how(term, case)
        label = part_name(parts[term.at], term.at) if term.at is not None else "allowance"
        lines.append(Line(label, term.mean, how, source, sure, term.at))
    variance = sum(term.variance for term in direction.terms)
    count = sum(term.quantity for term in direction.terms if term.variance)
    how = f"{sigmas:g} × √({variance:.4f} dB²), from {count:g} joints"
    source = "house rule: k; σ = (97 % − mean) / 1.88, else (maximum − typical) / 3"
    lines.append(Line("spread of the joints", sigmas * sqrt(variance), how, source))
    title = f"Loss from {direction.sender} at {direction.wavelength_nm:g} nm, statistical"
    formula = "Σ glass and parts, worst case + Σ mean of the joints + k × √Σ σ² of the joints"
    value = statistical(direction.terms, sigmas)
    return Explanation("loss.statistical", title, value, "dB", formula, tuple(lines))


def _dispersion(budget: Budget, direction: Direction) -> Explanation | None:
    found = spread(budget, direction)
    if found is None:
        return None
    km = budget.length_m / 1000
    how = f"{km:g} km × {found.per_km:.1f} ps/(nm km) at {found.wavelength_nm:g} nm"
    glass = budget.tables.dispersion
    lines = [Line("glass", found.total_ps_nm, how, glass.source, glass.confidence == HIGH)]
    if found.limit_ps_nm is not None:
        told = "what the transmitter is made for, for comparison; not used"
        lines.append(Line("limit", found.limit_ps_nm, told, found.source, found.sure))
    formula = "length × S0/4 × (λ − λ0⁴/λ³), with the λ0 that disperses most"
    title = f"Dispersion from {direction.sender}"
    return Explanation("dispersion", title, found.total_ps_nm, "ps/nm", formula, tuple(lines))


def _limit(budget: Budget, direction: Direction) -> Explanation:
    limit = direction.limit
    name = direction.transmitter.application
    title = f"Loss that {name} allows from {direction.sender}"
    if limit is not None and limit.kind == "channel":
        glass = limit.row.fiber if limit.row else "?"
        how = f"channel insertion loss of {name} on {glass}"
        lines = [Line("limit", limit.value_db, how, limit.source, limit.confidence == HIGH)]
        if limit.row and limit.row.tia568_loss_db is not None:
            sure = limit.row.tia568_confidence == HIGH
            told = "for comparison; not used"
            lines.append(Line("TIA-568 gives", limit.row.tia568_loss_db, told, "TIA-568", sure))
        formula = (
            "the application's channel insertion loss for the lowest grade of glass in the path"
        )
        return Explanation("limit", title, limit.value_db, "dB", formula, tuple(lines))
    floor_known = None not in (direction.launch_min_dbm, direction.receive_min_dbm)
    if limit is None and floor_known:
        glass = budget.lowest.name if budget.lowest else "glass that is not recorded"
        how = f"{name} lists no figure for {glass}; its levels alone do not make one"
        unknown = Line("limit", None, how, direction.transmitter.source, sure=False)
        return Explanation("limit", title, None, "dB", "not known on this glass", (unknown,))
    penalty_db = max(direction.transmitter.penalty_db, direction.receiver.penalty_db)
    floor = direction.receive_min_dbm
    lines = [
        _level("launch minimum", direction.launch_min_dbm, direction, sender=True),
        _level("receiver minimum, taken off", floor and -floor, direction, sender=False),
        Line(
            "penalty, taken off",
            -penalty_db,
            "as stated; 1 dB where none is stated",
            direction.transmitter.source,
        ),
    ]
    formula = "launch minimum − receiver minimum − penalty: the application states no channel limit"
    return Explanation(
        "limit", title, limit.value_db if limit else None, "dB", formula, tuple(lines)
    )


def _level(label: str, value: float | None, direction: Direction, *, sender: bool) -> Line:
    module = direction.transmitter if sender else direction.receiver
    prefix = "tx" if sender else "rx"
    entered = any(key.startswith(prefix) for key in module.entered)
    source = module.data_sheet if entered and module.data_sheet else module.source
    how = f"{module.application}, average power" + (", entered" if entered else "")
    return Line(label, value, how, source, entered or module.levels_are_sure())


def _margin(budget: Budget, direction: Direction) -> Explanation:
    loss = direction.loss.on_basis(budget.rules.loss_basis)
    limit = direction.limit
    case = budget.rules.loss_basis.replace("-", " ")
    lines = (
        Line("limit", limit.value_db if limit else None, "what the application allows",
             limit.source if limit else "not known", limit is None or limit.confidence == HIGH),
        Line("loss, taken off", None if loss is None else -loss, case, "this path"),
    )  # fmt: skip
    title = f"Margin from {direction.sender}"
    return Explanation("margin", title, direction.margin_db, "dB", "limit − loss", lines)


def _received(budget: Budget, direction: Direction, which: str) -> Explanation:
    low = which == "min"
    value = direction.received_min_dbm if low else direction.received_max_dbm
    launch = direction.launch_min_dbm if low else direction.launch_max_dbm
    loss = direction.loss.on_basis(budget.rules.loss_basis) if low else direction.loss.lowest
    case = budget.rules.loss_basis.replace("-", " ") if low else "lowest plausible"
    lines = (
        _level(f"launch {which}imum", launch, direction, sender=True),
        Line("loss, taken off", None if loss is None else -loss, case, "this path", unit="dB"),
    )
    title = f"{'Weakest' if low else 'Strongest'} light that arrives from {direction.sender}"
    formula = f"launch {which}imum − {case} loss"
    return Explanation(f"received.{which}", title, value, "dBm", formula, lines)


def _length(budget: Budget) -> Explanation:
    lines = tuple(
        Line(part_name(p, at), p.length_m, p.fiber or "no glass", "this path", True, at)
        for at, p in enumerate(budget.link.path.parts)
        if isinstance(p, Segment)
    )
    return Explanation(
        "length",
        "Length of glass",
        budget.length_m,
        "m",
        "sum of all segments, cords included",
        lines,
    )


def _reach(budget: Budget) -> Explanation:
    reach = budget.reach
    glass = budget.lowest.name if budget.lowest else "?"
    how = "entered from a data sheet" if reach.data_sheet else f"lowest grade in the path: {glass}"
    sure = reach.m is None or reach.confidence == HIGH
    line = Line("reach", reach.m, how, reach.source, sure)
    formula = "the shorter of the two ends' reaches on the lowest grade of glass in the path"
    return Explanation("reach", "Reach", reach.m, "m", formula, (line,))


def explain(budget: Budget) -> dict[str, Explanation]:
    """Every figure of a link by name: `reach`, `length`, per end `a.loss.typical`, `b.margin` …"""
    found = {"length": _length(budget), "reach": _reach(budget)}
    for direction in budget.directions:
        for one in (
            _loss(budget, direction, WORST_CASE),
            _loss(budget, direction, "typical"),
            _loss(budget, direction, "lowest"),
            _statistical(budget, direction),
            _dispersion(budget, direction),
            _limit(budget, direction),
            _margin(budget, direction),
            _received(budget, direction, "min"),
            _received(budget, direction, "max"),
        ):
            if one is not None:
                found[f"{direction.sender}.{one.figure}"] = one
    return found
