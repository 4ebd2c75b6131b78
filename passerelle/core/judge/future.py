"""fiber.growth: does the path carry the plan's growth speed with new modules alone?"""

from functools import cache

from passerelle.core.light.link import Budget, is_measured, reach_row
from passerelle.core.light.loss import governing_wavelength
from passerelle.core.light.modules import End, Module, family_of, resolve
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.tables import STANDARD, Application, Family
from passerelle.core.words import metres

from .findings import Finding, finding
from .sides import EXACT


def _kind(strands: int | None, name: str) -> tuple[int, Family]:
    """One strand, two, or a row of them; and what it is for."""
    return {1: 1, 2: 2}.get(strands or 2, 3), family_of(name)


@cache
def _comparable(kind: tuple[int, Family], mode: str) -> tuple[Application, ...]:
    return tuple(
        a
        for a in STANDARD.applications.values()
        if _kind(a.strands, a.name) == kind and mode in resolve(End(a.name)).modes
    )


def comparable(now: Module, mode: str) -> tuple[Application, ...]:
    """Applications of the same mode and family, made for as many strands: one, two, or a row."""
    return _comparable(_kind(now.strands, now.application), mode)


def _stopped(budget: Budget, application: Application, measured: bool) -> tuple[float, str] | None:
    """By how much, and in words, an application does not run on this path; None where it does."""
    module = resolve(End(application.name))
    row = reach_row(module, budget.lowest, measured)
    if row is None or row.m is None or row.loss_db is None:
        return (1e9, "no reach is published on this glass")
    if budget.length_m > row.m * (1 + EXACT):
        return (budget.length_m / row.m, f"it reaches {metres(row.m)}")
    first = budget.link.path.segment(0)
    grade = budget.lowest.name if budget.lowest else ""
    if grade in application.mode_conditioning_on and not first.conditioning:
        return (1.0, "it needs mode-conditioning cords")
    rules: HouseRules = budget.rules
    found = governing_wavelength(budget.link.path, module.tx_wavelengths_nm, rules, budget.tables)[
        2
    ]
    loss_db = found.on_basis(rules.loss_basis)
    if loss_db is None or loss_db > row.loss_db + EXACT:
        lost = "the loss is not known" if loss_db is None else f"{loss_db:.2f} dB"
        return (1.0 + (loss_db or 99.0), f"{lost} of {row.loss_db:.2f} dB allowed")
    return None


def check_future(budget: Budget) -> list[Finding]:
    """Warn where nothing of the plan's growth speed runs on this glass, and say what does."""
    wanted = budget.rules.growth_gbps
    slower = min(budget.modules, key=lambda module: module.rate_gbps)
    if wanted is None or slower.rate_gbps >= wanted or budget.lowest is None:
        return []
    mode, measured = budget.lowest.mode, is_measured(budget.link.path)
    fitting = comparable(slower, mode)
    stopped = []
    for application in fitting:
        if application.rate_gbps == wanted:
            why = _stopped(budget, application, measured)
            if why is None:
                return []
            stopped.append((why, application.name))
    carried = max(
        (
            a.rate_gbps
            for a in fitting
            if slower.rate_gbps < a.rate_gbps < wanted and _stopped(budget, a, measured) is None
        ),
        default=slower.rate_gbps,
    )
    grade = budget.lowest.name
    message = f"{metres(budget.length_m)} of {grade} carries {carried:g} Gb/s, not {wanted:g}."
    if stopped:
        (_, reason), name = min(stopped)
        message += f" Nearest: {name}; {reason}."
    else:
        message += " No application of that speed is made for this glass and so many strands."
    return [finding("fiber.growth", message)]
