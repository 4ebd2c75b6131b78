"""Turns the backbone into what the screen shows."""

from dataclasses import replace

from passerelle.api.context import Judged
from passerelle.core.judge.about import About
from passerelle.core.judge.cables import needed_strands
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.plan.backbone import Cable
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.plan import Plan
from passerelle.core.plant.diverse import Route
from passerelle.core.plant.fates import Outage
from passerelle.core.plant.model import LinkUse, Plant, lengths
from passerelle.core.plant.pulling import A, B, Pull, friction_of, propose, pull
from passerelle.core.plant.raceway import filling, free_bore_mm, lie
from passerelle.core.plant.runs import guesses, run_of
from passerelle.core.plant.schematic import laid_out, lengths_between
from passerelle.core.plant.strands import StrandError, followed, next_free, strands, taken
from passerelle.core.plant.taking import strands_needed
from passerelle.core.plant.undecided import undecided
from passerelle.core.plant.whole import positions
from passerelle.core.words import quantity
from passerelle.formats.checkjson import id_of, rounded

from . import fates
from . import schemas as views


def about_view(plan: Plan, one: About) -> views.AboutView:
    """A finding about the backbone."""
    found = one.finding
    return views.AboutView(
        sort=one.sort,
        name=one.name,
        id=id_of(plan, one.sort, one.name),
        others=list(one.others),
        links=list(dict.fromkeys(key for key, _ in one.links)),
        rule=found.rule.id,
        severity=found.rule.severity,
        step=found.rule.step,
        title=found.rule.title,
        message=found.said,
        why=found.rule.why,
        do=found.do,
        source=found.source,
    )


def ref(link: LinkUse) -> views.LinkRef:
    """A link by id and name."""
    return views.LinkRef(id=link.key, name=link.name)


def _spots(plan: Plan) -> list[views.SpotOnMap]:
    """Where every place is drawn: where it is, or as the lengths between places have it."""
    known = positions(plan.places)
    by_hand = {place.name for place in plan.places if place.drawn}
    links = [(link.a.place, link.b.place, None) for link in plan.links]
    between = [(a, b, m) for a, b, m in links if a is not None and b is not None]
    lengths = lengths_between(plan.places, plan.pathways, plan.cables, between)
    drawn = laid_out((place.name for place in plan.places), known, lengths)
    return [
        views.SpotOnMap(name=name, x_m=x, y_m=y, schematic=name in drawn or name in by_hand)
        for name, (x, y) in (known | drawn).items()
    ]


def plant_view(now: Judged) -> views.PlantView:
    """The whole backbone, judged."""
    plan, plant = now.held.plan, now.check.plant
    pathways = []
    for way in plan.pathways:
        full = filling(plant, plant.pathways[way.name])
        pathways.append(
            views.PathwayView(
                doc=way,
                percent=rounded(full.percent, 1),
                limit_percent=full.limit.limit_percent if full.limit else None,
                missing=full.missing,
                cables=[cable.name for cable in plant.cables_in.get(way.name, ())],
            )
        )
    cables = []
    for one in plan.cables:
        cable = plant.cables[one.name]
        known = lengths(plant, cable)
        users = {link.key: link for link, _ in plant.uses_of.get(cable.name, ())}
        cables.append(
            views.CableView(
                doc=one,
                route_m=rounded(known.route_m, 1),
                slack_m=rounded(known.slack_m, 1) or 0.0,
                needed_m=rounded(known.needed_m, 1),
                order_m=rounded(known.order_m, 1),
                glass_m=rounded(known.glass_m, 1),
                glass_from=known.glass_from,
                certain=known.certain,
                taken=len(taken(plant, cable)),
                needed_strands=needed_strands(plant, cable),
                open=[] if cable.wish else list(undecided(plant, cable)),
                links=[ref(link) for link in users.values()],
            )
        )
    return views.PlantView(
        places=list(plan.places),
        spots=_spots(plan),
        pathways=pathways,
        cables=cables,
        cable_types=list(plan.cable_types),
        closures=list(plan.closures),
        groups=list(plan.redundancy),
        reels=list(plan.reels),
        feeds=list(plan.feeds),
        findings=[about_view(plan, one) for one in now.check.backbone],
    )


def section_view(plant: Plant, name: str) -> views.SectionView:
    """A pathway's cross-section."""
    pathway = plant.pathways[name]
    full = filling(plant, pathway)
    sizes = tuple(one.od_mm for one in full.inside if one.od_mm is not None)
    spots = iter(lie(pathway.inner_mm, sizes) if pathway.inner_mm else ())
    inside = []
    for one in full.inside:
        spot = next(spots, None) if one.od_mm is not None else None
        inside.append(
            views.LyingView(
                name=one.name,
                od_mm=one.od_mm,
                x_mm=rounded(spot.x_mm) if spot else None,
                y_mm=rounded(spot.y_mm) if spot else None,
                fits=spot.fits if spot else True,
                power=one.power,
                planned=one.planned,
            )
        )
    links = {
        link.key: link
        for cable in plant.cables_in.get(name, ())
        for link, _ in plant.uses_of.get(cable.name, ())
    }
    free = free_bore_mm(pathway.inner_mm, sizes) if pathway.inner_mm else None
    return views.SectionView(
        name=name,
        inner_mm=pathway.inner_mm,
        width_mm=pathway.width_mm,
        height_mm=pathway.height_mm,
        inside=inside,
        percent=rounded(full.percent, 1),
        limit_percent=full.limit.limit_percent if full.limit else None,
        limit_source=full.limit.source if full.limit else None,
        missing=full.missing,
        jam_ratio=rounded(full.jam_ratio),
        jams=full.jams,
        free_bore_mm=rounded(free, 1),
        links=[ref(link) for link in links.values()],
    )


def strands_view(check: PlanCheck, cable: Cable) -> views.StrandsView:
    """The strand table of a cable, and the links that could be put on it."""
    plant = check.plant
    by_name = {link.name: ref(link) for link, _ in plant.uses_of.get(cable.name, ())}
    rows = [
        views.StrandRow(
            number=one.number,
            tube=one.tube,
            in_tube=one.in_tube,
            colour=str(one.colour),
            colour_base=one.colour.base,
            tube_colour=str(one.tube_colour),
            tube_base=one.tube_colour.base,
            state=one.state,
            links=[by_name[name] for name in dict.fromkeys(one.links)],
            note=one.note,
            port_a=one.ports[0],
            port_b=one.ports[1],
            spliced_to=_spliced_to(plant, cable, one.number),
            run=_run_losses(check, cable, one.number),
        )
        for one in strands(plant, cable)
    ]
    return views.StrandsView(
        cable=cable.name,
        strands=rows,
        next_free={str(n): list(next_free(plant, cable, n)) for n in (1, 2, 4, 8, 12)},
        takers=_takers(check, cable),
    )


def _run_losses(check: PlanCheck, cable: Cable, number: int) -> views.RunView:
    """What a strand loses from panel to panel, at the wavelengths that it would be tested at."""
    rules, tables = check.plan.house_rules, check.site.tables
    bare = replace(rules, repair_splices=0, ageing_db=0.0, safety_margin_db=0.0)
    losses, length_m = [], None
    doubts: tuple[str, ...] = ()
    try:
        for nm in tables.tested_at_nm[tables.fibers[cable.fiber].mode]:
            run = run_of(check.plant, cable, number, nm)
            loss, length_m = run.loss(nm, bare, tables), run.path.length_m
            doubts = guesses(run)
            losses.append(
                views.RunLoss(
                    nm=nm,
                    worst_case_db=rounded(loss.worst_case),
                    typical_db=rounded(loss.typical),
                )
            )
    except StrandError as error:
        return views.RunView(length_m=None, losses=[], unknown=str(error), guesses=[])
    return views.RunView(
        length_m=rounded(length_m, 1), losses=losses, unknown=None, guesses=list(doubts)
    )


def _spliced_to(plant: Plant, cable: Cable, number: int) -> str | None:
    try:
        run = followed(plant, cable, (number,))
    except StrandError:
        return None
    others = [f"{one.cable} {one.strands[0]}" for one in run if one.cable != cable.name]
    return ", ".join(others) or None


def _leads_to(plant: Plant, cable: Cable) -> set[str]:
    """The places at both ends of the run that the first strand is part of."""
    try:
        run = followed(plant, cable, (1,))
    except StrandError:
        return {cable.a, cable.b}
    first, last = plant.cables[run[0].cable], plant.cables[run[-1].cable]
    return {
        first.a if run[0].forward else first.b,
        last.b if run[-1].forward else last.a,
    }


def _takers(check: PlanCheck, cable: Cable) -> list[views.TakerView]:
    """Links with a cable run, those that end where the strands lead to first."""
    plant = check.plant
    ends = _leads_to(plant, cable)
    found = []
    for link in plant.links:
        made = check.alone[link.key].budget.link
        runs = [
            part for part in made.path.parts if isinstance(part, Segment) and part.kind == "cable"
        ]
        fits = set(link.places) == ends
        here = [one for one in runs if one.cable == cable.name]
        if not runs or not (fits or here):
            continue
        part = (here or runs)[0]
        found.append(
            views.TakerView(
                id=link.key,
                name=link.name,
                part=part.id,
                needed=strands_needed(made),
                cable=part.cable,
                strands=list(part.strand_numbers),
                fits=fits,
            )
        )
    return sorted(found, key=lambda one: (not one.fits, one.cable is not None))


def _pull_view(cable: Cable, made: Pull) -> views.PullView:
    ends = (cable.a, cable.b) if made.feed == A else (cable.b, cable.a)
    return views.PullView(
        feed="a" if made.feed == A else "b",
        from_place=ends[0],
        to_place=ends[1],
        spots=[
            views.SpotView(
                at_m=rounded(s.at_m, 1) or 0.0,
                tension_n=rounded(s.tension_n, 1) or 0.0,
                kind=s.kind,
                where=s.where,
                angle_deg=s.angle_deg,
                radius_m=s.radius_m,
                pressure_n_m=rounded(s.pressure_n_m, 0),
            )
            for s in made.spots
        ],
        worst_n=rounded(made.worst_n, 0) or 0.0,
        worst_at_m=rounded(made.worst.at_m, 0) if made.worst else None,
        worst_where=made.worst.where if made.worst else None,
        turned_deg=made.turned_deg,
    )


def pulls_view(plant: Plant, cable: Cable) -> views.PullsView:
    """Both ways to pull a cable."""
    kind = cable.type
    made = [one for one in (pull(plant, cable, A), pull(plant, cable, B)) if one is not None]
    best = propose(plant, cable) if made else None
    missing = None
    if kind is None:
        missing = "The construction is not known: enter it in the cable's form."
    elif not made:
        missing = "The mass of the cable is not known: check the data sheet."
    elif not plant.steps(cable):
        missing = "No route is recorded."
    frictions = sorted({friction_of(p, cable) for p, _ in plant.steps(cable) if p.pulled})
    said = None
    if best is not None:
        points = f", pulled out at {' and '.join(best.points)}" if best.points else ""
        fits = {True: "within the rating", False: "still over the rating", None: "rating not known"}
        where = cable.a if best.feed == A else cable.b
        force = quantity(best.worst_n, "N", ".0f")
        said = f"Feed it from {where}{points}: {force}, {fits[best.fits]}."
    loaded = kind.least_radius_m(loaded=True) if kind else None
    rest = kind.least_radius_m(loaded=False) if kind else None
    return views.PullsView(
        cable=cable.name,
        rating_n=kind.tension_n if kind else None,
        sidewall_n_m=kind.sidewall_n_m if kind else None,
        bend_loaded_mm=rounded(1000 * loaded, 0) if loaded is not None else None,
        bend_rest_mm=rounded(1000 * rest, 0) if rest is not None else None,
        friction=", ".join(f"{value:g}" for value in frictions),
        pulls=[_pull_view(cable, one) for one in made],
        proposal=said,
        proposed_feed=None if best is None else ("a" if best.feed == A else "b"),
        proposed_points=list(best.points) if best else [],
        missing=missing,
    )


def outage_view(one: Outage) -> fates.OutageView:
    """What one failure takes down."""
    return fates.OutageView(
        sort=one.sort,
        name=one.name,
        links=[ref(link) for link in one.links],
        groups=list(one.groups),
        weakened=list(one.weakened),
    )


def route_view(route: Route) -> fates.RouteView:
    """A way through the pathways."""
    return fates.RouteView(
        pathways=list(route.pathways),
        places=list(route.places),
        length_m=rounded(route.length_m, 1) or 0.0,
    )
