"""module.*: do the two modules make a pair, and is the glass of their mode?"""

from dataclasses import replace

from passerelle.core.light.edits import SetEnd
from passerelle.core.light.link import A, B, Budget, interworks
from passerelle.core.light.modules import CUSTOM, Module
from passerelle.core.tables import HIGH, MULTIMODE, STANDARD
from passerelle.core.words import metres

from .findings import NOTE, WARN, Finding, Remedy, finding
from .glass import segments_of
from .rules import Severity

CROSSING_TOLERANCE_NM = STANDARD.planning["crossing_tolerance_nm"]


def check_pairing(budget: Budget) -> list[Finding]:
    """Rate, application and one-strand pairing of the two ends; mode against the glass."""
    found = _pair(budget)
    found += _mode(budget)
    return found


def _pair(budget: Budget) -> list[Finding]:
    a, b = budget.modules
    ends = (A, B)
    if a.rate_gbps != b.rate_gbps and _negotiate(a, b):
        slower = min(a, b, key=lambda module: module.rate_gbps)
        message = (
            f"{a.application} meets {b.application}: it will run at {slower.rate_gbps:g}GFC, where "
            "both modules and both ports list that speed."
        )
        return [finding("module.rate-mismatch", message, ends=ends, severity=WARN)]
    if a.rate_gbps != b.rate_gbps:
        return [
            finding(
                "module.rate-mismatch",
                f"{a.application} runs at {a.rate_gbps:g} Gb/s, {b.application} at "
                f"{b.rate_gbps:g} Gb/s.",
                ends=ends,
                remedy=_same_application(budget),
            )
        ]
    if a.application == b.application and a.application != CUSTOM:
        return [_same_side(budget, a)] if a.pairs_with else []
    if a.pairs_with == b.application or CUSTOM in (a.application, b.application):
        return _crossing(budget, a, b)
    joined = interworks(a, b, budget.lowest, budget.tables)
    if joined is not None:
        message = (
            f"{a.application} works with {b.application} over {metres(joined.m)}"
            f"{'' if joined.loss_db is None else f' and {joined.loss_db:g} dB'}; each direction is "
            "judged by its own levels."
        )
        if joined.note:
            message += f" {joined.note[:1].upper()}{joined.note[1:]}."
        severity: Severity = NOTE if joined.confidence == HIGH else WARN
        return [
            finding(
                "module.interworks", message, ends=ends, severity=severity, source=joined.source
            )
        ]
    return [
        finding(
            "module.pmd-mismatch",
            f"{a.application} meets {b.application}: the same speed, but not the same application.",
            ends=ends,
            remedy=_same_application(budget),
        )
    ]


def _negotiate(a: Module, b: Module) -> bool:
    """Whether the ends agree on a speed: Fibre Channel does (FC-FS), over light of one kind."""
    kinds = [module.application.partition("GFC ") for module in (a, b)]
    return all(middle for _, middle, _ in kinds) and kinds[0][2] == kinds[1][2]


def _same_application(budget: Budget) -> Remedy | None:
    """Make both ends alike: like the end whose module suits the glass, else like end a.

    Not offered where that end rests on a data sheet.
    """
    path_modes = {fiber.mode for fiber in budget.fibers}
    sides = ((A, budget.link.a, budget.modules[0]), (B, budget.link.b, budget.modules[1]))
    suits = [side for side in sides if path_modes <= side[2].modes]
    kept, end, module = (suits or sides)[0]
    rests_on_sheet = not end.data_sheet.is_empty or end.own is not None
    if end.application == CUSTOM or rests_on_sheet or module.parent is not None:
        return None
    other, old = (B, budget.link.b) if kept == A else (A, budget.link.a)
    application = module.pairs_with or end.application
    new = replace(old, application=application, connector=end.connector, form=end.form, own=end.own)
    return Remedy(f"Fit {application} at end {other}", (SetEnd.to(other, new),), "module")


def _same_side(budget: Budget, module: Module) -> Finding:
    assert module.pairs_with is not None
    sent = "/".join(f"{w:g}" for w in module.tx_wavelengths_nm)
    old = budget.link.b
    new = replace(old, application=module.pairs_with, own=None)
    return finding(
        "module.bidi-pair",
        f"Both ends are {module.application} and send {sent} nm: neither hears the other.",
        ends=(A, B),
        do=f"Fit {module.pairs_with} at one end.",
        remedy=Remedy(f"Fit {module.pairs_with} at end b", (SetEnd.to(B, new),), "module"),
    )


def _near(sent: tuple[float, ...], heard: tuple[float, ...]) -> bool:
    if not sent or not heard:
        return True
    return all(any(abs(s - h) <= CROSSING_TOLERANCE_NM for h in heard) for s in sent)


def _hears(sender: Module, receiver: Module) -> bool:
    """Whether the receiver takes all that may be sent: by ranges, else by the nominal lines."""
    if not receiver.rx_ranges_nm or not sender.tx_wavelengths_nm:
        return _near(sender.tx_wavelengths_nm, receiver.rx_wavelengths_nm)
    sent = sender.tx_ranges_nm or tuple((nm, nm) for nm in sender.tx_wavelengths_nm)
    return all(
        any(low <= lowest and highest <= high for low, high in receiver.rx_ranges_nm)
        for lowest, highest in sent
    )


def _crossing(budget: Budget, a: Module, b: Module) -> list[Finding]:
    """Wavelengths of entered modules: what one sends the other must receive."""
    if _hears(a, b) and _hears(b, a):
        return []
    same_side = _near(a.tx_wavelengths_nm, b.tx_wavelengths_nm)
    rule = "module.bidi-pair" if same_side else "module.pmd-mismatch"
    return [
        finding(
            rule,
            f"End a sends {a.tx_wavelengths_nm[0]:g} nm and end b "
            f"{b.tx_wavelengths_nm[0]:g} nm; each must receive what the other sends.",
            ends=(A, B),
        )
    ]


def _mode(budget: Budget) -> list[Finding]:
    path_modes = {fiber.mode for fiber in budget.fibers}
    found = []
    for side, module in zip((A, B), budget.modules, strict=True):
        wrong = {fiber.name for fiber in budget.fibers if fiber.mode not in module.modes}
        if not wrong or (len(path_modes) > 1 and module.modes & path_modes):
            continue  # a path of both modes is said once, as fiber.mode-mix
        glass = "multimode" if path_modes == {MULTIMODE} else "single-mode"
        made_for = " or ".join(sorted(module.modes))
        found.append(
            finding(
                "module.mode",
                f"{module.application} is made for {made_for} glass; the path is {glass} "
                f"({', '.join(sorted(wrong))}).",
                at=segments_of(budget, wrong),
                ends=(side,),
            )
        )
    if len(found) == 2 and budget.modules[0].application == budget.modules[1].application:
        first = found[0]
        return [finding("module.mode", first.message, at=first.at, ends=(A, B))]
    return found
