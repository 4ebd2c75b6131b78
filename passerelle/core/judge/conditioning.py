"""fiber.mode-conditioning*: long-wave lasers into old multimode glass.

Mode-conditioning cords are real parts of the path: the first and the last cord, in a pair. The
standard asks for them on OM1 and OM2; practice leaves them out on short runs, as a house rule.
"""

from dataclasses import replace

from passerelle.core.light.edits import SetPart
from passerelle.core.light.link import Budget
from passerelle.core.plan.house_rules import OVER_300_M
from passerelle.core.tables import STANDARD
from passerelle.core.words import metres

from .findings import WARN, Finding, Remedy, finding

PLAIN_MAY_DO = {"10GBASE-LRM"}
"""IEEE 802.3 clause 68 has a preferred launch, by conditioning cord, and another by a plain one."""
LEFT_OUT_UP_TO_M = STANDARD.planning["conditioning_left_out_up_to_m"]


def check_conditioning(budget: Budget) -> list[Finding]:
    """Conditioning cords at both ends where the application asks for them, and nowhere else."""
    path = budget.link.path
    asked_on = {grade for module in budget.modules for grade in module.mode_conditioning_on}
    grade = budget.lowest.name if budget.lowest else None
    if grade not in asked_on:
        return _needless(budget, grade)
    last = len(path.parts) - 1
    fitted = tuple(at for at in (0, last) if path.segment(at).conditioning)
    if len(fitted) == len({0, last}):
        return _turned(budget, last)
    missing = tuple(at for at in dict.fromkeys((0, last)) if at not in fitted)
    remedy = _remedy(budget, missing)
    names = " and ".join(sorted({m.application for m in budget.modules}))
    if fitted:
        message = f"{names} on {grade}: a conditioning cord at one end only."
        one_end = finding("fiber.mode-conditioning-one-end", message, at=missing, remedy=remedy)
        return [one_end, *_turned(budget, last)]
    left_out = budget.rules.mode_conditioning == OVER_300_M and budget.length_m <= LEFT_OUT_UP_TO_M
    message = f"{names} on {metres(budget.length_m)} of {grade} without conditioning cords."
    if left_out:
        message += f" The house rule leaves them out up to {metres(LEFT_OUT_UP_TO_M)}."
    either = {m.application for m in budget.modules} <= PLAIN_MAY_DO
    do = "Fit conditioning cords; if the link does not come up, try plain ones." if either else None
    return [
        finding(
            "fiber.mode-conditioning",
            message,
            at=missing,
            do=do,
            severity=WARN if left_out or either else None,
            remedy=remedy,
        )
    ]


def _turned(budget: Budget, last: int) -> list[Finding]:
    """A cord whose single-mode leg is not at the transmitter does nothing for it."""
    found = []
    for at, side in dict.fromkeys(((0, "a"), (last, "b"))):
        part = budget.link.path.segment(at)
        if part.conditions is None or part.conditions == side or last == 0:
            continue
        message = (
            f"The conditioning cord at part {at + 1} is the wrong way round: its single-mode leg "
            f"is not at the module of end {side}."
        )
        edit = SetPart.to(replace(part, conditions="a" if side == "a" else "b"))
        remedy = Remedy(f"Conditioning cord at part {at + 1} turned round", (edit,), "setting")
        found.append(finding("fiber.mode-conditioning-turned", message, at=(at,), remedy=remedy))
    return found


def _needless(budget: Budget, grade: str | None) -> list[Finding]:
    parts = budget.link.path.parts
    fitted = [at for at in range(0, len(parts), 2) if budget.link.path.segment(at).conditioning]
    if not fitted:
        return []
    message = f"Conditioning cords on {grade}: the application does not ask for them there."
    edits = tuple(
        SetPart.to(replace(budget.link.path.segment(i), conditioning=False, conditions=None))
        for i in fitted
    )
    return [
        finding(
            "fiber.mode-conditioning-needless",
            message,
            at=tuple(fitted),
            remedy=Remedy("Plain cords", edits, "cord"),
        )
    ]


def _remedy(budget: Budget, at: tuple[int, ...]) -> Remedy | None:
    segments = [budget.link.path.segment(i) for i in at]
    if any(segment.kind != "cord" for segment in segments):
        return None
    edits = tuple(
        SetPart.to(replace(s, conditioning=True, conditions="a" if i == 0 else "b"))
        for i, s in zip(at, segments, strict=True)
    )
    where = "both ends" if len(at) == 2 else "the other end"
    return Remedy(f"Mode-conditioning cords at {where}", edits, "cord")
