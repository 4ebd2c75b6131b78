"""A new speed on old glass: what each link would come to, with what was measured of it."""

from collections.abc import Iterable
from dataclasses import dataclass

from passerelle.core.judge.check import FAILS, TIGHT, VERDICT_UNKNOWN, WORKS, LinkCheck
from passerelle.core.judge.future import comparable
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.light.link import is_measured
from passerelle.core.remedies.growth import as_application

_ORDER = (WORKS, TIGHT, VERDICT_UNKNOWN, FAILS)


@dataclass(frozen=True, slots=True)
class AtSpeed:
    """A link at another speed. application : what would do it best; None: none is made for it.

    measured : its margin rests on readings of all its cables. why : what stops it.
    """

    id: str
    name: str
    now_gbps: float
    application: str | None
    verdict: str
    margin_db: float | None
    measured: bool
    why: str | None


def at_speed(check: PlanCheck, links: Iterable[str], gbps: float) -> tuple[AtSpeed, ...]:
    """Links at a speed, each by the application that does best on its own path."""
    return tuple(_one(check.of(key), key, gbps) for key in links)


def _one(one: LinkCheck, key: str, gbps: float) -> AtSpeed:
    sums, link = one.budget, one.budget.link
    slower = min(sums.modules, key=lambda module: module.rate_gbps)
    mode = sums.lowest.mode if sums.lowest is not None else ""
    measured = is_measured(link.path, (way.wavelength_nm for way in sums.directions))
    if slower.rate_gbps >= gbps:
        return AtSpeed(key, link.name, slower.rate_gbps, slower.application, one.verdict,
                       one.margin_db, measured, "it runs at that or more already")  # fmt: skip
    best: tuple[int, float, LinkCheck, str] | None = None
    for application in comparable(slower, mode):
        pair = application.pairs_with
        if application.rate_gbps != gbps or (pair is not None and pair < application.name):
            continue
        then = one.again(as_application(link, application))
        margin = then.margin_db if then.margin_db is not None else -99.0
        tried = (_ORDER.index(then.verdict), -margin, then, application.name)
        if best is None or tried[:2] < best[:2]:
            best = tried
    if best is None:
        return AtSpeed(key, link.name, slower.rate_gbps, None, VERDICT_UNKNOWN, None, measured,
                       "no application of this speed is in the tables for such a path")  # fmt: skip
    then = best[2]
    grave = [f for f in then.findings if f.explained_by is None and f.rule.severity == "stop"]
    grave = grave or [f for f in then.findings if f.rule.id.endswith(".unknown")]
    why = grave[0].message if grave and then.verdict in (FAILS, VERDICT_UNKNOWN) else None
    return AtSpeed(key, link.name, slower.rate_gbps, best[3], then.verdict, then.margin_db,
                   measured, why)  # fmt: skip
