"""port.fec: forward error correction of the kind that the application has, at both ends."""

from dataclasses import replace

from passerelle.core.light.edits import SetEnd
from passerelle.core.light.link import A, B, Budget
from passerelle.core.light.modules import End, Module
from passerelle.core.plan.devices import FEC_KINDS
from passerelle.core.plan.ends import Side

from .findings import STOP, WARN, Finding, Remedy, finding
from .rules import Severity

OFF, ON = "none", "on"
WORDS = {
    "base-r": "BASE-R (clause 74)", "rs528": "RS(528,514)", "rs544": "RS(544,514)", OFF: "none",
}  # fmt: skip
PAM4_LANE_GBPS = 50.0
"""A host lane of this rate never links without; at 100 Gb/s a module may make it by itself."""


def kind_of(module: Module) -> str | None:
    """The kind that an application has; None where it cannot be set or its data sheet says."""
    told = module.fec
    if "PCS" in told:
        return None  # in the coding itself: it cannot be switched off
    if told.startswith("RS(528"):
        return "rs528"
    if told.startswith("RS(544"):
        return "rs544"
    return OFF if told == "none" else None


def _set(end: End) -> str | None:
    told = end.port.fec
    if isinstance(told, bool):
        return ON if told else OFF
    return told


def check_fec(budget: Budget) -> list[Finding]:
    """Both ports' settings against the applications, and against each other."""
    ends: tuple[tuple[Side, End, Module], ...] = (
        (A, budget.link.a, budget.modules[0]),
        (B, budget.link.b, budget.modules[1]),
    )
    told = [_set(end) for _, end, _ in ends]
    settable = all(kind_of(module) is not None for _, _, module in ends)
    if settable and None not in told and (told[0] == OFF) != (told[1] == OFF):
        on, off = (A, B) if told[1] == OFF else (B, A)
        message = (
            f"Forward error correction is on at end {on} and off at end {off}: such a link stays "
            "down."
        )
        wanted = kind_of(ends[0][2]) != OFF
        side, end, _ = next(one for one in ends if (one[0] == off) is wanted)
        return [
            finding("port.fec", message, ends=(A, B), severity=STOP, remedy=_to(side, end, wanted))
        ]
    found = []
    for side, end, module in ends:
        found += _one(side, end, module)
    return found


def _one(side: Side, end: End, module: Module) -> list[Finding]:
    kind, told = kind_of(module), _set(end)
    if kind is None or told is None or told == kind or (told == ON and kind != OFF):
        return []
    name = module.application
    severity: Severity = STOP
    do = None
    if kind == OFF:
        message = f"{name} has no forward error correction; the port at end {side} has it on."
        do = "Switch the port's forward error correction off, at both ends."
    elif told == OFF:
        message = f"{name} needs {WORDS[kind]}; the port at end {side} has it off."
        if kind != "rs544" or module.rate_gbps > PAM4_LANE_GBPS:
            severity = WARN
        if kind == "rs544" and module.rate_gbps > PAM4_LANE_GBPS:
            message += " Some modules make it themselves: then off is right, by their data sheet."
    else:
        message = f"{name} needs {WORDS[kind]}; the port at end {side} is set to {WORDS[told]}."
    remedy = _to(side, end, kind != OFF)
    return [finding("port.fec", message, ends=(side,), severity=severity, do=do, remedy=remedy)]


def _to(side: Side, end: End, on: bool) -> Remedy:
    new = replace(end, port=replace(end.port, fec=on))
    return Remedy(f"FEC {'on' if on else 'off'} at end {side}", (SetEnd.to(side, new),), "setting")


assert set(FEC_KINDS) <= set(WORDS)
