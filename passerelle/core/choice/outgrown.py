"""Cables of the plan that will not carry the growth speed, whatever runs on them now."""

from collections.abc import Iterator
from dataclasses import dataclass

from passerelle.core.judge.check import TIGHT, WORKS
from passerelle.core.light.modules import EndError
from passerelle.core.plan.backbone import BAD, Cable
from passerelle.core.plant.copper import SLACK_M
from passerelle.core.plant.model import lengths
from passerelle.core.plant.strands import StrandError
from passerelle.core.plant.taking import strands_needed, take
from passerelle.core.remedies.proposal import Need, NeedError, propose
from passerelle.core.tables import STANDARD, Application

from .laying import cable_at, outer
from .need import SiteNeed, check_need, rates
from .options import Option, cured, find
from .ranking import ranked as ranked_options
from .standing import fits_ends, matched, on_trunk
from .ways import applications
from .world import World

LEAST_M = 1.0


@dataclass(frozen=True, slots=True)
class Outgrown:
    """A cable that does not carry a speed: why, and the first way to have it with new cable.

    sure False: it is not known. takes None: nothing of the table does it. total None: no price.
    """

    cable: str
    a: str
    b: str
    distance_m: float | None
    sure: bool
    reason: str
    takes: str | None
    total: float | None


def outgrown(world: World, most: int) -> tuple[Outgrown, ...]:
    """Every cable that does not carry the growth speed of the house rules, up to so many."""
    wanted = world.rules.growth_gbps
    if wanted is None:
        return ()
    found: list[Outgrown] = []
    for cable in world.plant.cables.values():
        if len(found) >= most:
            break
        if not cable.wish:
            said = _judged(cable, wanted, world)
            if said is not None:
                found.append(said)
    return tuple(found)


def _judged(cable: Cable, wanted_gbps: float, world: World) -> Outgrown | None:
    glass_m = lengths(world.plant, cable).glass_m
    if glass_m is None:
        reason = "Neither its route nor its length is recorded."
        return Outgrown(cable.name, cable.a, cable.b, None, False, reason, None, None)
    reasons: list[tuple[bool, float, float, str]] = []
    for reach_m, application in _made_for(cable, wanted_gbps, world):
        judged, said = _stopped(cable, application, world)
        if said is None:
            return None
        reasons.append((judged, -application.rate_gbps, reach_m, said))
    grade = world.tables.fibers[cable.fiber].name
    nothing = f"Nothing of {wanted_gbps:g} Gb/s or more is made for {grade} with these ends."
    reason = max(reasons)[-1] if reasons else nothing
    takes, total = _anew(cable, glass_m, wanted_gbps, world)
    return Outgrown(cable.name, cable.a, cable.b, glass_m, True, reason, takes, total)


def _made_for(cable: Cable, rate_gbps: float, world: World) -> Iterator[tuple[float, Application]]:
    """Applications of a speed or more that publish a reach on the glass and fit its ends. [m]"""
    row = world.tables.fibers[cable.fiber].application_row
    fast = (a for rate in rates() if rate >= rate_gbps for a in applications(rate))
    for application in fast:
        reach = next((r.m for r in application.reach if r.fiber == row), None)
        if reach is not None and fits_ends(application, cable):
            yield reach, application


def _stopped(cable: Cable, application: Application, world: World) -> tuple[bool, str | None]:
    """Whether it could be judged, and why it does not run on the strands; None where it does."""
    grade = cable.fiber if cable.fiber in STANDARD.fibers else None
    try:
        asked = Need(cable.a, cable.b, application.name, 1.0, grade)
        link = propose(asked, world.rules)
        on = matched(
            take(
                world.plant,
                link,
                cable_at(link)[0],
                cable.name,
                _numbers(cable, strands_needed(link)),
            )
        )
        check = cured(on, world)
    except (EndError, NeedError, StrandError) as error:
        return False, f"{application.name}: {error}"
    if check.verdict in (WORKS, TIGHT):
        return True, None
    causes = [f for f in check.findings if f.explained_by is None]
    return True, causes[0].said if causes else f"{application.name}: a figure is not known."


def _numbers(cable: Cable, needed: int) -> tuple[int, ...]:
    """Strands that may be used, whoever is on them now."""
    if on_trunk(cable):
        return outer(cable.strands, needed)
    bad = {note.strand for note in cable.strand_notes if note.state == BAD}
    good = [n for n in range(1, cable.strands + 1) if n not in bad][:needed]
    if len(good) < needed:
        count = f"{len(good)} good strand{'' if len(good) == 1 else 's'}"
        raise StrandError(f"{cable.name} has {count}; it takes {needed}")
    return tuple(good)


def _anew(
    cable: Cable, glass_m: float, rate_gbps: float, world: World
) -> tuple[str | None, float | None]:
    """The first way with new cable: what is there does not do."""
    first = first_way(cable.a, cable.b, glass_m - SLACK_M, rate_gbps, world, new_cable=True)
    return (first.label, first.total) if first is not None else (None, None)


def first_way(
    a: str, b: str, distance_m: float, rate_gbps: float, world: World, *, new_cable: bool = False
) -> Option | None:
    """The first option for a speed over a distance; None where there is none. [m, Gb/s]"""
    need = SiteNeed(a, b, max(LEAST_M, distance_m), rate_gbps)
    try:
        check_need(need)
    except NeedError:
        return None  # the growth speed is no speed of the table
    order = [ranked.option for ranked in ranked_options(find(need, world, with_growth=False))]
    return next((one for one in order if one.laid is not None or not new_cable), None)
