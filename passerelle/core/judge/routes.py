"""route.* and pull.*: do the pathways join, do the cables fit, can they be pulled without harm."""

from passerelle.core.plan.backbone import Cable, Group, Pathway, Termination
from passerelle.core.plant.fates import PATHWAY as SHARED_PATHWAY
from passerelle.core.plant.fates import TRENCH, Shared, shared_fate
from passerelle.core.plant.heads import Head, head_of, narrowest
from passerelle.core.plant.model import LinkUse, Plant, lengths
from passerelle.core.plant.pulling import A, B, Pull, propose, pull
from passerelle.core.plant.raceway import filling
from passerelle.core.tables.site import PRACTICE, TRAY
from passerelle.core.words import counted, metres, quantity

from .about import CABLE, GROUP, PATHWAY, PLACE, About
from .findings import Finding, finding
from .rules import NOTE, STOP, WARN, Severity

SEARCHED_MM = 0.01
"""The free bore is searched for, to less than this. [mm]"""
EITHER_WAY = PRACTICE["direction_from_share"].value
"""Share of the rating up to which it does not matter from which end a cable is fed."""


def gaps(plant: Plant, cable: Cable) -> list[str]:
    """Where the chain of pathways breaks, in words; empty where it leads from end to end."""
    here, found = cable.a, []
    for name in cable.route:
        pathway = plant.pathways.get(name)
        if pathway is None:
            found.append(f"“{name}” is not a recorded pathway")
            continue
        if here not in (pathway.a, pathway.b):
            found.append(f"from {here} to “{name}” ({pathway.a} – {pathway.b})")
            here = pathway.b
            continue
        here = pathway.other_end(here)
    if cable.route and here != cable.b:
        found.append(f"from {here}, where the last pathway ends, to {cable.b}")
    return found


def check_routes(plant: Plant) -> list[About]:
    """Gaps, lengths, fill, shared fate, single entries."""
    found: list[About] = []
    for cable in plant.cables.values():
        broken = gaps(plant, cable)
        if broken:
            message = f"{cable.name}: {'; '.join(broken[:3])}."
            found.append(About(CABLE, cable.name, finding("route.gap", message)))
        found += _length(plant, cable)
    for pathway in plant.pathways.values():
        found += _fill(plant, pathway.name)
    return found + _fates(plant)


def _length(plant: Plant, cable: Cable) -> list[About]:
    known = lengths(plant, cable)
    if known.needed_m is None or cable.length_m is None or cable.length_m >= known.needed_m:
        return []
    message = (
        f"{cable.name} has {metres(cable.length_m, 'g')}; route and slack take "
        f"{metres(known.needed_m, 'g')} ({metres(known.route_m or 0, 'g')} + "
        f"{metres(known.slack_m, 'g')})."
    )
    if cable.existing and not cable.strand_notes and known.route_m is not None:
        severe: Severity | None = None if cable.length_m < known.route_m else NOTE
        return [About(CABLE, cable.name, finding("route.length", message, severity=severe))]
    return [About(CABLE, cable.name, finding("route.length", message))]


def _fill(plant: Plant, name: str) -> list[About]:
    full = filling(plant, plant.pathways[name])
    found = []
    if full.percent is not None and full.limit is not None:
        limit = full.limit.limit_percent
        over = full.percent > limit
        if over or full.percent > limit - PRACTICE["fill_near_points"].value:
            count = len(full.inside)
            cables = "1 cable" if count == 1 else f"{count} cables"
            message = f"{name}: {cables}, {full.percent:.0f} % full; {limit:g} % is the limit."
            grave = full.percent > 100 or (over and full.conductors and full.limit is not TRAY)
            if full.percent > 100:
                message += " More than there is room for."
            elif grave:
                message += " Power or copper lies in it, so that the code's table holds."
            said = finding(
                "route.fill", message, source=full.limit.source, severity=STOP if grave else None
            )
            found.append(About(PATHWAY, name, said))
    if full.jams:
        message = (
            f"{name}: across a bend the bore is {full.jam_ratio:.2f} times the diameter of three "
            "cables that are pulled together."
        )
        found.append(About(PATHWAY, name, finding("route.jam", message)))
    return found


def _fates(plant: Plant) -> list[About]:
    found: list[About] = []
    ends: set[str] = set()
    for group in plant.groups.values():
        members = [link for link in plant.links if link.name in group.links]
        bare = [link.name for link in members if not link.uses]
        if bare:
            message = f"{group.name}: no route is recorded for {', '.join(bare[:3])}."
            found.append(About(GROUP, group.name, finding("route.unproven", message)))
        shared = shared_fate(plant, group.links, group.others)
        if shared:
            found.append(_together(plant, group, members, shared))
        if len(members) + len(group.others) > 1:
            ends |= {place for link in members for place in link.places if place is not None}
    for place in sorted(ends):
        ways_in = plant.pathways_at.get(place, ())
        if len(ways_in) == 1:
            message = f"{place}: {ways_in[0].name} is the only recorded way in."
            found.append(About(PLACE, place, finding("route.single-entry", message)))
    return found


def _together(
    plant: Plant, group: Group, members: list[LinkUse], shared: tuple[Shared, ...]
) -> About:
    """One finding a group: everything that its links share, and where they show it."""
    named = [
        f"{one.sort} “{one.name}”"
        + (f" for {metres(one.length_m, 'g')}" if one.length_m is not None else "")
        for one in shared
    ]
    more = f" and {len(named) - 5} more" if len(named) > 5 else ""
    sharing = {name for one in shared for name in one.links}
    message = f"{group.name}: its links share {', '.join(named[:5])}{more}."
    touched = tuple(
        (link.key, link.uses[0].at) for link in members if link.name in sharing and link.uses
    )
    ways = [one.name for one in shared if one.sort == SHARED_PATHWAY]
    trenches = {one.name for one in shared if one.sort == TRENCH}
    ways += [p.name for p in plant.pathways.values() if p.lies_in in trenches]
    said = finding("route.shared-fate", message)
    return About(GROUP, group.name, said, touched, tuple(ways))


def check_pulls(plant: Plant) -> list[About]:
    """Tension, sidewall, bends, heads and direction of cables that are still to be pulled."""
    found: list[About] = []
    for cable in plant.cables.values():
        if cable.existing or cable.wish or not cable.route or gaps(plant, cable):
            continue
        found += _bends(plant, cable) + _heads(plant, cable)
        if not any(pathway.pulled for pathway, _ in plant.steps(cable)):
            continue
        made = pull(plant, cable, cable.feed)
        rating = cable.type.tension_n if cable.type else None
        if made is None or rating is None:
            message = f"{cable.name}: its mass or its rated tension is not known."
            found.append(About(CABLE, cable.name, finding("pull.unknown", message)))
        else:
            found += _tension(plant, cable, made, rating)
    return found


def _tension(plant: Plant, cable: Cable, made: Pull, rating: float) -> list[About]:
    found = []
    name = {A: cable.a, B: cable.b}
    other = pull(plant, cable, B if cable.feed == A else A)
    assert made.worst is not None and other is not None
    if made.worst_n > rating:
        best = propose(plant, cable)
        do = None
        if best is not None and best.fits:
            points = f", pulled out at {' and '.join(best.points)}" if best.points else ""
            do = f"Feed it from {name[best.feed]}{points}: {quantity(best.worst_n, 'N', '.0f')}."
        message = (
            f"{cable.name}, fed from {name[cable.feed]}: {quantity(made.worst_n, 'N', '.0f')} at "
            f"{metres(made.worst.at_m, '.0f')} in {made.worst.where}; it is rated for "
            f"{quantity(rating, 'N')}."
        )
        said = finding("pull.tension", message, do=do)
        found.append(About(CABLE, cable.name, said, others=(made.worst.where,)))
    here_n, there_n = made.hardest_n, other.hardest_n
    if there_n < here_n and (here_n > EITHER_WAY * rating or there_n <= rating < here_n):
        message = (
            f"{cable.name}: {quantity(there_n, 'N', '.0f')} fed from {name[other.feed]}, "
            f"{quantity(here_n, 'N', '.0f')} from {name[cable.feed]}; it is rated for "
            f"{quantity(rating, 'N')}."
        )
        found.append(About(CABLE, cable.name, finding("pull.direction", message)))
    found += _hanging(cable, made, rating)
    if made.turned_deg > PRACTICE["most_bend_degrees"].value:
        message = f"{cable.name}: {made.turned_deg:g} degrees of bends in one pull."
        found.append(About(CABLE, cable.name, finding("pull.turns", message)))
    limit = cable.type.sidewall_n_m if cable.type else None
    pressed = [s for s in made.spots if s.pressure_n_m is not None]
    if limit is not None and pressed:
        worst = max(pressed, key=lambda s: s.pressure_n_m or 0.0)
        if (worst.pressure_n_m or 0.0) > limit:
            message = (
                f"{cable.name}: {quantity(worst.pressure_n_m or 0.0, 'N/m', '.0f')} in "
                f"a bend of {worst.where}; {quantity(limit, 'N/m')} is the most."
            )
            said = finding(
                "pull.sidewall", message, source=cable.type.source if cable.type else None
            )
            found.append(About(CABLE, cable.name, said, others=(worst.where,)))
    return found


def _hanging(cable: Cable, made: Pull, rating: float) -> list[About]:
    """What hangs in a riser for good, against what the cable may carry for long."""
    assert cable.type is not None and cable.type.mass_kg_km is not None
    rise_m = made.rise_m
    if rise_m < PRACTICE["hanging_from_m"].value:
        return []
    hangs_n = cable.type.mass_kg_km / 1000 * PRACTICE["gravity_n_kg"].value * rise_m
    share = PRACTICE["long_term_share"].value
    message = (
        f"{cable.name}: {metres(rise_m, '.0f')} hang with {quantity(hangs_n, 'N', '.0f')}; about "
        f"{quantity(share * rating, 'N', '.0f')} may hang on it for long."
    )
    severity: Severity = WARN if hangs_n > share * rating else NOTE
    return [About(CABLE, cable.name, finding("pull.hanging", message, severity=severity))]


def _bends(plant: Plant, cable: Cable) -> list[About]:
    """Under tension where it is pulled, at rest where it is laid."""
    if cable.type is None:
        return []
    for pathway, _ in plant.steps(cable):
        least = cable.type.least_radius_m(loaded=pathway.pulled)
        known = [bend.radius_m for bend in pathway.bends if bend.radius_m is not None]
        if least is None or not known or min(known) >= least - 1e-9:
            continue
        state = "under tension" if pathway.pulled else "at rest"
        message = (
            f"{cable.name} needs {quantity(1000 * least, 'mm', '.0f')} {state}; "
            f"{pathway.name} has a bend of {quantity(1000 * min(known), 'mm', '.0f')}."
        )
        rest = cable.type.least_radius_m(loaded=False)
        if pathway.pulled and rest is not None and min(known) >= rest - 1e-9:
            message += f" Once it lies there {quantity(1000 * rest, 'mm', '.0f')} are enough: "
            message += "lay it in by hand."
        return [About(CABLE, cable.name, finding("pull.bend", message), others=(pathway.name,))]
    return []


def _heads(plant: Plant, cable: Cable) -> list[About]:
    """A factory end goes in first: the one away from the feed end."""
    end = cable.ends[1 if cable.feed == A else 0]
    made = head_finding(plant, cable, end, [way for way, _ in plant.steps(cable)])
    return [] if made is None else [About(CABLE, cable.name, made[0], others=made[1])]


def head_finding(
    plant: Plant, cable: Cable, end: Termination, ways: list[Pathway]
) -> tuple[Finding, tuple[str, ...]] | None:
    """The head against the smallest free bore on its way, and what would pass; the ways named."""
    head = head_of(cable, end)
    if head is None:
        return None
    tight = narrowest(plant, ways, cable.name)
    usual = "" if head.measured else f", usual for {counted(cable.strands, 'strand')}"
    width = f"{quantity(head.width_mm, 'mm')}{usual}"
    if tight.free_mm is not None and head.width_mm > tight.free_mm + SEARCHED_MM:
        message = (
            f"{cable.name}: the head is wider ({width}) than what {tight.pathway} leaves "
            f"({quantity(tight.free_mm, 'mm', '.0f')})."
        )
        do = _narrower(cable, head, tight.free_mm)
        return finding("pull.head", message, do=do), (tight.pathway or "",)
    if tight.unknown is not None:
        message = (
            f"Whether the head of {cable.name} ({width}) passes {tight.unknown} is not known: its "
            "bore, or what lies in it, is not recorded."
        )
        do = f"Measure the bore of {tight.unknown} and what lies in it, or end the cable on site."
        return finding("pull.head", message, do=do, severity=NOTE), (tight.unknown,)
    return None


def _narrower(cable: Cable, head: Head, free_mm: float) -> str:
    """What passes instead: other plugs, a smaller head, or the bare cable ended on site."""
    offers = []
    if head.slim_mm is not None and head.slim_mm <= free_mm + SEARCHED_MM:
        offers.append(f"order {head.slim} ({quantity(head.slim_mm, 'mm')})")
    outer_mm = cable.type.od_mm if cable.type is not None else None
    if outer_mm is None or outer_mm <= free_mm:
        size = f" ({quantity(outer_mm, 'mm')})" if outer_mm is not None else ""
        offers.append(f"pull it bare{size} and end it on site with pigtails")
    offers.append("take another pathway")
    said = "; or ".join(offers)
    return f"{said[:1].upper()}{said[1:]}. Measure the head before it is ordered."
