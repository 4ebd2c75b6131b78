"""module.cage, port.*, module.strand-count, -coding, -temperature: does the port run the module?"""

from functools import cache

from .findings import STOP, Finding, finding
from .lightpath import Segment
from .link import A, B, Budget
from .modules import CUSTOM, End, Module
from .tables import SINGLE_MODE, STANDARD, Cage

LRM = "10GBASE-LRM"


def check_ports(budget: Budget) -> list[Finding]:
    """Both ends' cages, port settings, coding and temperature; strands along the path."""
    found = _strands(budget)
    ends = (budget.link.a, budget.link.b)
    for side, end, module in zip((A, B), ends, budget.modules, strict=True):
        found += _cage(side, end, module)
        found += _device(side, end, module)
    if any(m.application == LRM for m in budget.modules) and any(
        fiber.mode == SINGLE_MODE for fiber in budget.fibers
    ):
        found.append(
            finding(
                "module.lrm-on-single-mode",
                "10GBASE-LRM on single-mode glass: outside the standard.",
                ends=(A, B),
            )
        )
    return found


def _strands(budget: Budget) -> list[Finding]:
    a, b = budget.modules
    if None not in (a.strands, b.strands) and a.strands != b.strands:
        message = f"{a.application} uses {_count(a.strands)}, {b.application} {_count(b.strands)}."
        return [finding("module.strand-count", message, ends=(A, B))]
    needed = max(a.strands or 0, b.strands or 0)
    if not needed:
        return []
    short = []
    for at, part in enumerate(budget.link.path.parts):
        if isinstance(part, Segment) and part.strands is not None:
            one_strand_plug = needed == 1 and part.kind == "cord" and part.strands > 1
            if part.strands < needed or one_strand_plug:
                short.append(at)
    if not short:
        return []
    has = budget.link.path.segment(short[0]).strands
    message = f"{a.application} uses {_count(needed)}; part {short[0] + 1} has {_count(has)}."
    return [finding("module.strand-count", message, at=tuple(short))]


def _count(strands: int | None) -> str:
    return "one strand" if strands == 1 else f"{strands} strands"


def usual_form(module: Module) -> str | None:
    """The form factor that an application usually comes in: the smallest cage that carries it."""
    return _smallest_form(module.lanes, module.rate_gbps)


@cache
def _smallest_form(lanes: int, rate_gbps: float) -> str | None:
    family = "SFP" if lanes == 1 and rate_gbps <= 50 else "QSFP"
    cages = [cage for cage in STANDARD.cages.values() if cage.family == family]
    fitting = [cage for cage in cages if cage.top_gbps >= rate_gbps]
    return min(fitting, key=lambda cage: cage.top_gbps).name if fitting else None


def _cage(side: str, end: End, module: Module) -> list[Finding]:
    cage = STANDARD.cages.get(end.cage or "")
    if cage is None:
        return []
    form = end.form or usual_form(module)
    fit = STANDARD.fits.get((form or "", cage.name))
    name = f"{module.application} ({form})" if form else module.application
    if form is not None and form != cage.name and fit is None:
        known = STANDARD.cages.get(form)
        if known is not None and known.family != cage.family:
            message = f"{name} at end {side}: the port has an {cage.name} cage."
            return [finding("module.cage", message, ends=(side,))]
    if (fit is not None and fit.fits == "no") or module.rate_gbps > cage.top_gbps:
        note = f" {fit.note[:1].upper()}{fit.note[1:]}." if fit and fit.note else ""
        message = f"{name} at end {side} does not run in an {cage.name} cage.{note}"
        return [finding("module.cage", message, ends=(side,))]
    return _speed(side, end, module, cage)


def _speed(side: str, end: End, module: Module, cage: Cage) -> list[Finding]:
    port, rate = end.port, module.rate_gbps
    if port.set_gbps is not None:
        if port.set_gbps == rate:
            return []
        severity = STOP if port.settable is False else None
        what = "converter" if severity else "port"
        how = "cannot be set and runs" if severity else "is set to"
        told = f"The {what} at end {side} {how} {port.set_gbps:g} Gb/s"
        message = f"{told}; the module runs {rate:g}."
        return [finding("port.speed-setting", message, ends=(side,), severity=severity)]
    if cage.top_gbps <= rate or module.application == CUSTOM:
        return []
    message = (
        f"{rate:g} Gb/s in an {cage.name} cage ({cage.top_gbps:g} Gb/s) at end {side}: set the "
        f"port to {rate:g}G by hand."
    )
    return [finding("port.speed-setting", message, ends=(side,))]


def _device(side: str, end: End, module: Module) -> list[Finding]:
    found = []
    port = end.port
    if port.fec is False and module.fec != "none":
        message = f"{module.application} needs {module.fec}; the port at end {side} has it off."
        found.append(finding("port.fec", message, ends=(side,)))
    if port.own_coding_only and end.coding != "own":
        known = "is coded for another maker" if end.coding == "other" else "has no coding recorded"
        message = f"The equipment at end {side} takes only its maker's modules; this one {known}."
        found.append(finding("module.coding", message, ends=(side,)))
    if port.surroundings in ("unheated", "outdoor") and end.temperature == "commercial":
        message = f"A commercial-temperature module at end {side}, which is {port.surroundings}."
        found.append(finding("module.temperature", message, ends=(side,)))
    return found
