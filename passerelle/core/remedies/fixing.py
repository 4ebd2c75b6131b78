"""The remedies that bring a failing link up, found one after the other.

Certain are those for which nothing has to be bought; the others wait for whoever pays for them.
"""

from dataclasses import dataclass

from passerelle.core.judge.check import FAILS, TIGHT, WORKS, LinkCheck
from passerelle.core.judge.findings import NO_PURCHASE, STOP, Remedy
from passerelle.core.light.edits import Edit, EditError, apply_all
from passerelle.core.light.modules import EndError

MOST_STEPS = 8
"""A link that needs more remedies than this wants a person."""


@dataclass(frozen=True, slots=True)
class Fix:
    """Remedies that together bring a link up, in order, with the check afterwards.

    certain : nothing has to be bought for any of them.
    """

    labels: tuple[str, ...]
    edits: tuple[Edit, ...]
    after: LinkCheck
    certain: bool


def _stops(check: LinkCheck) -> int:
    return sum(f.rule.severity == STOP for f in check.findings)


def _applied(check: LinkCheck, remedy: Remedy) -> LinkCheck | None:
    try:
        return check.again(apply_all(check.budget.link, remedy.edits))
    except (EditError, EndError):
        return None


def fix_for(check: LinkCheck) -> Fix | None:
    """The remedies that bring a failing link up, each of them taking a stop away.

    None where the link does not fail, or where a stop is left that no remedy takes away: then a
    person has to choose. Remedies of mere warnings are left alone.
    """
    if check.verdict != FAILS:
        return None
    labels: list[str] = []
    edits: list[Edit] = []
    certain = True
    now = check
    for _ in range(MOST_STEPS):
        step = _next_step(now)
        if step is None:
            return None
        remedy, now = step
        labels.append(remedy.label)
        edits += remedy.edits
        certain = certain and remedy.effort in NO_PURCHASE
        if now.verdict in (WORKS, TIGHT):
            return Fix(tuple(labels), tuple(edits), now, certain)
        if now.verdict != FAILS:
            return None
    return None


def _next_step(check: LinkCheck) -> tuple[Remedy, LinkCheck] | None:
    shared = {(f.rule.id, f.at, f.ends) for f in check.shared}
    for found in check.findings:
        if (found.rule.id, found.at, found.ends) in shared:
            continue  # which of the links that meet there should give way is a choice
        if found.rule.severity != STOP or found.remedy is None or found.explained_by:
            continue
        after = _applied(check, found.remedy)
        if after is not None and _stops(after) < _stops(check):
            return found.remedy, after
    return None
