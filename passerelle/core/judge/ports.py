"""module.cage, port.*, module.strand-count, -temperature, -adapter: does the port run it?"""

from dataclasses import replace
from functools import cache

from passerelle.core.light.edits import SetEnd, SetPart
from passerelle.core.light.link import A, B, Budget
from passerelle.core.light.modules import CUSTOM, End, Module, resolve
from passerelle.core.plan.devices import OUTDOOR, UNHEATED, PortFacts, facts
from passerelle.core.plan.ends import Side
from passerelle.core.plan.lightpath import LightPath, Segment
from passerelle.core.tables import SINGLE_MODE, STANDARD, Cage
from passerelle.core.words import an

from .coding import check_coding
from .fec import check_fec
from .findings import NOTE, STOP, WARN, Finding, Remedy, finding
from .polarity import CROSSED, judged
from .rules import Severity

LRM = "10GBASE-LRM"
BY_ADAPTER = "with an adapter"


def check_ports(budget: Budget) -> list[Finding]:
    """Both ends' cages, port settings, coding and temperature; strands along the path."""
    found = _strands(budget)
    ends = (budget.link.a, budget.link.b)
    for side, end, module in zip((A, B), ends, budget.modules, strict=True):
        port = facts(end.port, end.cage, end.device)
        found += _cage(side, end, module, port)
        found += _rates(side, end)
        found += _device(side, end, port)
        found += check_coding(side, end, port, budget.rules)
    found += check_fec(budget) + _lane_of_leg(budget)
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


def forms_of(module: Module) -> tuple[str, ...]:
    """The forms that an application comes in, the usual one first.

    Of what no standard names, the smallest cage that carries it.
    """
    row = STANDARD.applications.get(module.application)
    if row is not None:
        return row.forms
    smallest = _smallest_form(module.lanes, module.rate_gbps)
    return (smallest,) if smallest is not None else ()


def usual_form(module: Module) -> str | None:
    """The form that an application usually comes in."""
    return next(iter(forms_of(module)), None)


@cache
def _smallest_form(lanes: int, rate_gbps: float) -> str | None:
    family = "SFP" if lanes == 1 and rate_gbps <= 50 else "QSFP"
    cages = [cage for cage in STANDARD.cages.values() if cage.family == family]
    fitting = [cage for cage in cages if cage.top_gbps >= rate_gbps]
    return min(fitting, key=lambda cage: cage.top_gbps).name if fitting else None


def _cage(side: Side, end: End, module: Module, port: PortFacts) -> list[Finding]:
    cage = STANDARD.cages.get(port.cage or "")
    if cage is None:
        return []
    whole = resolve(End(module.parent)) if module.parent else module
    forms = (end.fitted_form,) if end.fitted_form else forms_of(whole)
    if forms and not any(_runs_in(form, cage, whole.rate_gbps) for form in forms):
        fit = STANDARD.fits.get((forms[0], cage.name))
        note = f" {fit.note[:1].upper()}{fit.note[1:]}." if fit and fit.note else ""
        named = ", ".join(forms[:-1]) + (" or " if len(forms) > 1 else "") + forms[-1]
        which = "none of them runs" if len(forms) > 1 else "it does not run"
        message = (
            f"{whole.application} comes as {named}: {which} in the {cage.name} cage at end {side}."
            f"{note}"
        )
        return [finding("module.cage", message, ends=(side,))]
    if module.parent is not None:
        return _split(side, end, module)
    return _speed(side, end, module, cage, port)


def _runs_in(form: str, cage: Cage, rate_gbps: float) -> bool:
    """Whether a module of a form and speed runs in a cage. A form in its own cage always does."""
    if form == cage.name:
        return True
    fit, known = STANDARD.fits.get((form, cage.name)), STANDARD.cages.get(form)
    if rate_gbps > cage.top_gbps or (fit is not None and fit.fits == "no"):
        return False
    return fit is not None or known is None or known.family == cage.family


def cage_adapter(end: End) -> str | None:
    """The form that sits in this end's larger cage by an adapter alone; None: none is needed."""
    module = resolve(end)
    form = end.fitted_form or usual_form(resolve(End(module.parent)) if module.parent else module)
    fit = STANDARD.fits.get((form or "", facts(end.port, end.cage, end.device).cage or ""))
    return form if fit is not None and fit.fits == BY_ADAPTER else None


def _split(side: Side, end: End, module: Module) -> list[Finding]:
    """A leg needs its port split; what is not recorded is only a warning."""
    if end.port.split:
        return []
    told = "is not set to split" if end.port.split is False else "may not be set to split"
    message = f"The port at end {side} {told}; this link is its lane {end.port.lane}."
    port = replace(end.port, split=True)
    return [
        finding(
            "port.breakout",
            message,
            ends=(side,),
            severity=None if end.port.split is False else WARN,
            do=f"Set the port to split into lanes of {module.rate_gbps:g} Gb/s.",
            remedy=Remedy(
                f"Port at end {side} set to split",
                (SetEnd.to(side, replace(end, port=port)),),
                "setting",
            ),
        )
    ]


def _speed(side: Side, end: End, module: Module, cage: Cage, known: PortFacts) -> list[Finding]:
    port, rate = end.port, module.rate_gbps
    speeds = known.speeds_gbps
    if speeds and rate not in speeds:
        listed = ", ".join(f"{speed:g}" for speed in speeds)
        message = f"The port at end {side} runs at {listed} Gb/s; the module runs {rate:g}."
        do = f"Fit a module of {listed} Gb/s, or use a port that runs {rate:g} Gb/s."
        return [finding("port.speed-setting", message, ends=(side,), severity=STOP, do=do)]
    if port.set_gbps is not None:
        if port.set_gbps == rate:
            return []
        severity: Severity | None = STOP if known.settable is False else None
        what = "converter" if severity else "port"
        how = "cannot be set and runs" if severity else "is set to"
        told = f"The {what} at end {side} {how} {port.set_gbps:g} Gb/s"
        message = f"{told}; the module runs {rate:g}."
        if severity:
            do = f"Fit a module of {port.set_gbps:g} Gb/s, or use equipment that can be set."
            return [finding("port.speed-setting", message, ends=(side,), severity=severity, do=do)]
        remedy = _set_to(side, end, rate)
        return [finding("port.speed-setting", message, ends=(side,), remedy=remedy)]
    if (speeds == (rate,)) or cage.top_gbps <= rate or module.application == CUSTOM:
        return []
    where = f"{rate:g} Gb/s in {an(cage.name)} cage ({cage.top_gbps:g} Gb/s) at end {side}"
    if known.settable is False:
        message = f"{where}, which cannot be set: whether it runs {rate:g} Gb/s is not recorded."
        do = "Read its speeds on the data sheet and enter them with the device."
        return [finding("port.speed-setting", message, ends=(side,), do=do)]
    message = f"{where}: set the port to {rate:g}G by hand."
    remedy = _set_to(side, end, rate)
    return [finding("port.speed-setting", message, ends=(side,), remedy=remedy)]


def _set_to(side: Side, end: End, rate: float) -> Remedy:
    new = replace(end, port=replace(end.port, set_gbps=rate))
    return Remedy(f"Port at end {side} set to {rate:g}G", (SetEnd.to(side, new),), "setting")


def _rates(side: Side, end: End) -> list[Finding]:
    """A fast module in slow use, or the other way: right only with a sheet that lists the rate."""
    own = end.own
    if own is None or CUSTOM in (own.application, end.application):
        return []
    rate = STANDARD.applications[end.application].rate_gbps  # of a whole port, split or not
    usual = STANDARD.applications[own.application].rate_gbps
    if rate in own.rates_gbps or (not own.rates_gbps and rate == usual):
        return []
    if own.rates_gbps:
        listed = ", ".join(f"{one:g}" for one in own.rates_gbps)
        message = f"{own.name} at end {side} runs at {listed} Gb/s, not at {rate:g}."
        do = f"Fit a module whose data sheet lists {rate:g} Gb/s."
        return [finding("module.rate", message, ends=(side,), severity=STOP, do=do)]
    message = f"{own.name} at end {side} is made for {usual:g} Gb/s and is to run {rate:g}."
    return [finding("module.rate", message, ends=(side,))]


def _device(side: Side, end: End, port: PortFacts) -> list[Finding]:
    found = []
    if port.group is not None and port.group.cage is None:
        message = f"“{port.group.name}” at end {side} are jacks for twisted pair: no module fits."
        found.append(finding("device.port-medium", message, ends=(side,)))
    form = cage_adapter(end)
    if form is not None:
        message = (
            f"The {form} module at end {side} sits in its {port.cage} cage by an adapter only."
        )
        found.append(finding("module.adapter", message, ends=(side,)))
    cold = port.surroundings in (UNHEATED, OUTDOOR)
    if cold and end.fitted_temperature != "industrial":
        found.append(_temperature(side, end, port))
    return found


def _temperature(side: Side, end: End, port: PortFacts) -> Finding:
    """A module in a place that is not heated: only the industrial class is made for all of it."""
    told = end.fitted_temperature
    severity: Severity = WARN
    if told is None:
        message = f"No temperature class is recorded for the module at end {side}"
    elif told == "extended":
        severity = NOTE
        message = f"An extended-temperature module at end {side}: check how cold it may get"
    else:
        message = f"A commercial-temperature module at end {side}"
    message += f"; the place is {port.surroundings}."
    remedy = Remedy(
        f"Industrial-temperature module at end {side}",
        (SetEnd.to(side, replace(end, temperature="industrial")),),
        "module",
    )
    return finding("module.temperature", message, ends=(side,), severity=severity, remedy=remedy)


def _lane_of_leg(budget: Budget) -> list[Finding]:
    """The lane that the link says it is, against the lane that its breakout leg carries."""
    wanted = {lane for end in (budget.link.a, budget.link.b) if (lane := end.port.lane)}
    path, found = budget.link.path, []
    if wanted and _meets(budget, path):
        return []  # whatever its number, the leg is the one that the light comes out at
    for at in range(0, len(budget.link.path.parts), 2):
        segment = budget.link.path.segment(at)
        if segment.lane is None or not wanted or segment.lane in wanted:
            continue
        lane = min(wanted)
        message = f"The link is lane {lane} of its port; the leg at part {at + 1} carries lane "
        message += f"{segment.lane}."
        found.append(
            finding("port.breakout", message, at=(at,), remedy=_right_leg(budget, at, segment))
        )
    return found


def _meets(budget: Budget, path: LightPath) -> bool:
    word, wrong, _ = judged(budget, path)
    return word == CROSSED and not wrong


def _right_leg(budget: Budget, at: int, segment: Segment) -> Remedy | None:
    """The leg that the light comes out at, proved by tracing; None where none is."""
    parts = budget.link.path.parts
    for lane in range(1, MOST_LEGS + 1):
        moved = replace(segment, lane=lane)
        if _meets(budget, LightPath((*parts[:at], moved, *parts[at + 1 :]))):
            return Remedy(f"Leg {lane} of the breakout cord", (SetPart.to(moved),), "setting")
    return None


MOST_LEGS = 8
