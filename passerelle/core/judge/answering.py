"""The verdict on a link as a sentence, the same on the screen and on paper."""

from passerelle.core.light.link import Direction
from passerelle.core.words import metres

from .check import FAILS, TIGHT, VERDICT_UNKNOWN, LinkCheck
from .findings import Finding


def causes(check: LinkCheck) -> list[Finding]:
    """Findings that no other finding explains."""
    return [f for f in check.findings if f.explained_by is None]


def worst_direction(check: LinkCheck) -> Direction:
    """The direction that decides: the one with less margin, or whose margin is not known."""
    return min(
        check.budget.directions,
        key=lambda d: float("-inf") if d.margin_db is None else d.margin_db,
    )


def too_bright(check: LinkCheck) -> bool:
    """Whether a link comes up only with an attenuator that is not in its path yet."""
    comes_up = check.verdict not in (FAILS, VERDICT_UNKNOWN)
    return comes_up and any(f.rule.id == "light.overload" for f in check.findings)


def answer(check: LinkCheck) -> str:
    """The verdict as a sentence, answer first."""
    margin = check.margin_db
    found = causes(check)
    stop = found[0] if found else None
    if check.verdict == FAILS and stop is not None:
        if stop.rule.id == "reach.exceeded" and check.budget.reach.m is not None:
            length, reach = check.budget.length_m, check.budget.reach.m
            return f"Fails: {metres(length)}, {metres(reach)} is the reach"
        if stop.rule.id == "loss.over-limit" and margin is not None:
            return f"Fails: {-margin:.1f} dB too much loss"
        title = stop.rule.title
        return f"Fails: {title[:1].lower()}{title[1:]}"
    if check.verdict == VERDICT_UNKNOWN and margin is not None and margin < 0:
        return f"Open until measured: {-margin:.1f} dB too much with the worst parts"
    if check.verdict == VERDICT_UNKNOWN or margin is None:
        missing = next((f for f in check.findings if f.rule.id.endswith(".unknown")), None)
        title = missing.rule.title if missing else "a figure that decides is missing"
        return f"Unknown: {title[:1].lower()}{title[1:]}"
    works = "Works once less light arrives" if too_bright(check) else "Works"
    if check.verdict == TIGHT:
        return f"{works}, but tight: {margin:.2f} dB to spare"
    return f"{works}, with {margin:.1f} dB to spare"
