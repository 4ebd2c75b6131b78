"""What the schools make of a need: the first option under each, and what it costs."""

from dataclasses import dataclass, replace
from typing import Any

from passerelle.core.tables import STANDARD

from .need import SiteNeed
from .options import Option, find, only
from .ranking import ranked
from .ways import RuledOut
from .weights import DEFAULT_WEIGHTS, Weights
from .world import World

KEYS = (
    "mode_school", "short_runs", "cable_ends", "reach_from", "mode_conditioning", "termination",
    "panel_plug", "spares", "spare_strands_percent",
)  # fmt: skip
"""House rules that decide what is bought; those that only judge loss are left out."""


@dataclass(frozen=True, slots=True)
class SchoolCost:
    """The first option under one school. taken : the plan follows it, or the need does.

    label None: nothing meets the need under it. total None: no price.
    """

    key: str
    title: str
    value: str | float | int
    words: str
    taken: bool
    label: str | None
    total: float | None


def schools(
    need: SiteNeed, world: World, weights: Weights = DEFAULT_WEIGHTS
) -> tuple[SchoolCost, ...]:
    """Every school of KEYS with each of its values; there the need's own word does not count."""
    found = []
    base = _first(need, world, weights)
    taken = {"termination": need.termination, "panel_plug": need.panel_plug}
    for school in STANDARD.schools:
        if school.key not in KEYS:
            continue
        now = taken.get(school.key) or getattr(world.rules, school.key)
        free = _with(need, school.key, None) if school.key in taken else need
        values = school.tried if now in school.tried else (*school.tried, now)
        for at, value in enumerate(values):
            if value == now:
                first = base
            else:
                change: dict[str, Any] = {school.key: value}
                rules = replace(world.rules, **change)
                first = _first(free, replace(world, rules=rules), weights)
            words = school.words[at] if school.words else f"{value:g} {school.unit}"
            found.append(
                SchoolCost(
                    school.key, school.title, value, words, value == now,
                    first.label if first else None, first.total if first else None,
                )
            )  # fmt: skip
    return tuple(found)


def _first(need: SiteNeed, world: World, weights: Weights) -> Option | None:
    order = ranked(find(need, world), weights)
    return order[0].option if order else None


@dataclass(frozen=True, slots=True)
class Finish:
    """One option finished in another way. reason : why that does not do, None where it does."""

    key: str
    value: str
    words: str
    taken: bool
    total: float | None
    margin_db: float | None
    reason: str | None


def finishes(need: SiteNeed, world: World, label: str) -> tuple[Finish, ...]:
    """An option with each way to terminate its new cable, and each connector on its panels.

    Empty where no cable is pulled, where its ends are multi-fiber plugs, or go into the devices.
    """
    base = only(need, world, label)
    if (
        base is None
        or isinstance(base, RuledOut)
        or base.laid is None
        or base.laid.trunk
        or base.laid.plugged_in
    ):
        return ()
    now = {
        "termination": base.laid.termination,
        "panel_plug": base.laid.cables[0].ends[0].connector or "",
    }
    found = []
    for school in STANDARD.schools:
        if school.key not in now:
            continue
        for value, words in zip(school.tried, school.words, strict=True):
            if value == "by-length":
                continue
            assert isinstance(value, str)
            one = only(_with(need, school.key, value), world, label)
            found.append(_finish(school.key, value, words, now[school.key], one))
    return tuple(found)


def _with(need: SiteNeed, key: str, value: str | None) -> SiteNeed:
    change: dict[str, Any] = {key: value}
    return replace(need, **change)


def _finish(key: str, value: str, words: str, now: str, one: Option | RuledOut | None) -> Finish:
    if not isinstance(one, Option) or one.laid is None:
        reason = one.reason if isinstance(one, RuledOut) else "it is not made"
        return Finish(key, value, words, False, None, None, reason)
    made = {"termination": one.laid.termination, "panel_plug": one.laid.cables[0].ends[0].connector}
    if made[key] != value:
        why = {
            "termination": "a factory-made cable comes in one piece, and this is over a reel",
            "panel_plug": "multimode has no angled faces",
        }
        return Finish(key, value, words, False, None, None, why[key])
    return Finish(key, value, words, value == now, one.total, one.margin_db, None)
