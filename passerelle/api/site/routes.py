"""Routes about the backbone: what is there, what changes, what it carries."""

from typing import Any

from fastapi import APIRouter, HTTPException, Request, Response
from fastapi.responses import JSONResponse

from passerelle.api.common import FILE_BODY
from passerelle.api.context import Ctx, Number, Sent, Who, changed, judged
from passerelle.api.plans.schemas import Changed, Conflict
from passerelle.core.changes.change import Change, Put, Remove, StillUsed, Take
from passerelle.core.plan.backbone import Cable, Place
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.plan import TYPES
from passerelle.core.plant.diverse import routes_between
from passerelle.core.plant.fates import outage, shared_fate, single_points
from passerelle.core.plant.model import Plant
from passerelle.core.plant.otherways import one_line
from passerelle.core.plant.panels import port_map
from passerelle.core.plant.power import COMPOSITE, MAINS, PAIR, supply
from passerelle.core.plant.reels import cut_plan
from passerelle.core.plant.topology import TopologyError, compare
from passerelle.core.plant.whole import drawn_at
from passerelle.core.refused import Refused
from passerelle.formats import documents, sitefiles
from passerelle.formats.checkjson import rounded
from passerelle.plans import siteimport
from passerelle.plans.guarding import WorkDoneError
from passerelle.plans.plans import Author

from . import fates, schemas, views

router = APIRouter(prefix="/api/plans/{plan_id}/plant", tags=["backbone"])
CONFLICT: dict[int | str, dict[str, Any]] = {409: {"model": Conflict}}


def _plant(ctx: Ctx, plan_id: int) -> Plant:
    return judged(ctx, plan_id).check.plant


def _cable(plant: Plant, name: str) -> Cable:
    found = plant.cables.get(name)
    if found is None:
        raise HTTPException(404, f"There is no cable “{name[:60]}”; it may be deleted.")
    return found


@router.get("", name="getPlant")
def get(ctx: Ctx, plan_id: Number) -> schemas.PlantView:
    """The whole backbone, judged."""
    return views.plant_view(judged(ctx, plan_id))


@router.get("/section", name="getSection")
def section(ctx: Ctx, plan_id: Number, name: str) -> schemas.SectionView:
    """A pathway's cross-section."""
    plant = _plant(ctx, plan_id)
    if name not in plant.pathways:
        raise HTTPException(404, f"There is no pathway “{name[:60]}”; it may be deleted.")
    return views.section_view(plant, name)


@router.get("/strands", name="getStrands")
def strand_table(ctx: Ctx, plan_id: Number, cable: str) -> schemas.StrandsView:
    """The strand table of a cable."""
    check = judged(ctx, plan_id).check
    return views.strands_view(check, _cable(check.plant, cable))


@router.get("/pull", name="getPull")
def pulling(ctx: Ctx, plan_id: Number, cable: str) -> schemas.PullsView:
    """Tension along a cable, fed from either end."""
    plant = _plant(ctx, plan_id)
    return views.pulls_view(plant, _cable(plant, cable))


@router.get("/failures", name="getFailures")
def failures(ctx: Ctx, plan_id: Number) -> fates.FailuresView:
    """Single points of failure, and what redundant links share."""
    now = judged(ctx, plan_id).check
    plant, rates = now.plant, {one.name: one.rate_gbps for one in now.ties.values()}
    known = {link.name for link in plant.links}
    groups = [
        fates.GroupFate(
            name=group.name,
            links=list(group.links),
            others=[
                fates.OtherWayView(
                    name=way.name,
                    kind=way.kind,
                    said=one_line(way, [rates[n] for n in group.links if n in rates]),
                )
                for way in group.others
            ],
            missing=[name for name in group.links if name not in known],
            unrouted=[
                link.name for link in plant.links if link.name in group.links and not link.uses
            ],
            shared=[
                fates.SharedView(sort=s.sort, name=s.name, links=list(s.links), length_m=s.length_m)
                for s in shared_fate(plant, group.links, group.others)
            ],
        )
        for group in plant.groups.values()
    ]
    points = [views.outage_view(one) for one in single_points(plant)]
    return fates.FailuresView(points=points, groups=groups)


@router.get("/outage", name="getOutage")
def one_outage(ctx: Ctx, plan_id: Number, sort: str, name: str) -> fates.OutageView:
    """Which links go dark when one place, pathway, trench, cable or device fails."""
    plant = _plant(ctx, plan_id)
    return views.outage_view(outage(plant, (sort, name)))


@router.post("/diverse", name="findDiverse")
def diverse(ctx: Ctx, plan_id: Number, body: fates.PairBody) -> fates.PairView:
    """Two routes between two places that share as little as can be."""
    plant = _plant(ctx, plan_id)
    for key, name in (("a", body.a), ("b", body.b)):
        if name not in plant.places:
            raise Refused(key, f"{name[:40]!r} is not in places")
    if body.a == body.b:
        raise Refused("b", f"{body.b[:40]!r} is the first place too; choose another")
    found = routes_between(plant, body.a, body.b)
    if found is None:
        return fates.PairView(
            first=None, second=None, shared_pathways=[], shared_trenches=[], shared_places=[],
            shared_m=0, detour_m=0,
        )  # fmt: skip
    return fates.PairView(
        first=views.route_view(found.first),
        second=views.route_view(found.second) if found.second else None,
        shared_pathways=list(found.shared_pathways),
        shared_trenches=list(found.shared_trenches),
        shared_places=list(found.shared_places),
        shared_m=rounded(found.shared_m, 1) or 0.0,
        detour_m=rounded(found.detour_m, 1) or 0.0,
        proved=found.proved,
        least_m=rounded(found.least_m, 1) or 0.0,
    )


@router.post("/compare", name="compareLayouts")
def layouts(ctx: Ctx, plan_id: Number, body: fates.CompareBody) -> list[fates.LayoutView]:
    """Home runs against one shared cable."""
    plant = _plant(ctx, plan_id)
    for name in (body.hub, *body.places):
        if name not in plant.places:
            raise Refused("places", f"{name[:40]!r} is not in places")
    try:
        found = compare(plant, body.hub, tuple(body.places), body.strands_each)
    except TopologyError as error:
        raise Refused("places", str(error)) from None
    return [
        fates.LayoutView(
            name=one.name,
            cables=one.cables,
            strands=one.strands,
            cable_m=rounded(one.cable_m, 0) or 0.0,
            strand_m=rounded(one.strand_m, 0) or 0.0,
            joints=one.joints,
            one_cable=fates.CutsView(
                worst=one.one_cable.worst, mean=rounded(one.one_cable.mean) or 0.0
            ),
            dig=fates.CutsView(worst=one.dig.worst, mean=rounded(one.dig.mean) or 0.0),
            said=one.said,
        )
        for one in found
    ]


@router.get("/power", name="getPower")
def power(ctx: Ctx, plan_id: Number) -> list[schemas.FeedView]:
    """Each device's power by each way, its own first."""
    plant = _plant(ctx, plan_id)
    found = []
    for feed in plant.feeds.values():
        ways = [feed.way, *(way for way in (MAINS, PAIR, COMPOSITE) if way != feed.way)]
        made = [supply(plant, feed, way) for way in ways]
        found.append(
            schemas.FeedView(
                name=feed.name,
                ways=[
                    schemas.SupplyView(
                        way=one.way,
                        verdict=one.verdict,
                        said=one.said,
                        source=one.source,
                        margin=rounded(one.margin),
                        unit=one.unit,
                    )
                    for one in made
                ],
            )
        )
    return found


@router.get("/reels", name="getReels")
def reels(ctx: Ctx, plan_id: Number) -> schemas.ReelsView:
    """The cut plan by reel."""
    made = cut_plan(_plant(ctx, plan_id))

    def cut(name: str, length: float) -> schemas.CutView:
        return schemas.CutView(cable=name, length_m=rounded(length, 1) or 0.0)

    return schemas.ReelsView(
        reels=[
            schemas.ReelView(
                name=one.reel.name,
                type=one.reel.type,
                length_m=one.reel.length_m,
                cuts=[cut(c.cable, c.length_m) for c in one.cuts],
                left_m=rounded(one.left_m, 1) or 0.0,
                serves=one.serves,
            )
            for one in made.reels
        ],
        short=[cut(c.cable, c.length_m) for c in made.short],
        proved=made.proved,
    )


@router.get("/panels", name="getPanels")
def panels(ctx: Ctx, plan_id: Number) -> list[schemas.PortView]:
    """The port map of all panels."""
    plant = _plant(ctx, plan_id)
    return [
        schemas.PortView(
            panel=one.panel,
            place=one.place,
            port=one.port,
            cable=one.cable,
            strands=list(one.strands),
            links=list(one.links),
        )
        for one in port_map(plant)
    ]


USED: dict[int | str, dict[str, Any]] = {
    409: {"model": Conflict},
    423: {"model": schemas.UsedProblem},
}


@router.post("/changes", name="changePlant", responses=USED)
def change(ctx: Ctx, who: Who, plan_id: Number, body: schemas.PlantBody) -> Changed:
    """Change places and what belongs to the backbone, as one step."""
    asked = [_asked(at, one) for at, one in enumerate(body.changes)]
    seen = [one.id for one in body.changes if one.id is not None]
    did = ctx.plans.change(
        plan_id, asked, Author(who, body.base), body.what, seen=seen, cascade=body.cascade
    )
    return changed(ctx, did, who)


def _asked(at: int, one: schemas.ItemChangeModel) -> Change:
    if one.doc is None:
        if one.id is None:
            raise Refused(f"changes[{at}]", "says neither what is to change nor what is new")
        return Remove(one.kind, one.id)
    made = one.id or one.doc.get("id") or new_id()
    return Put(documents.of_raw(TYPES[one.kind], one.doc | {"id": made}))


async def still_used(_request: Request, error: Exception) -> JSONResponse:
    """Something that is to go is used: say what would go with it."""
    assert isinstance(error, StillUsed)
    return JSONResponse({"detail": error.reason, "goes_with": error.goes_with}, 423)


async def work_done(_request: Request, error: Exception) -> JSONResponse:
    """Work that is done would be to be done again: asked about, and stored where that is wanted."""
    assert isinstance(error, WorkDoneError)
    return JSONResponse({"detail": error.reason, "goes_with": error.goes_with}, 428)


@router.post("/take", name="takeStrands", responses=CONFLICT)
def take(ctx: Ctx, who: Who, plan_id: Number, body: schemas.TakeBody) -> Changed:
    """Put a link's run on strands of a cable, or take it off."""
    name = judged(ctx, plan_id).link(body.link_id).budget.link.name
    what = f"{name}: off its strands"
    if body.cable is not None:
        what = f"{name}: on {body.cable}, strands {', '.join(map(str, body.strands))}"
    asked = Take(body.link_id, body.part, body.cable, tuple(body.strands))
    did = ctx.plans.change(plan_id, [asked], Author(who, body.base), what, seen=[body.link_id])
    return changed(ctx, did, who, body.link_id)


@router.post("/drawn", name="drawPlace", responses=CONFLICT)
def draw(ctx: Ctx, who: Who, plan_id: Number, body: schemas.DrawnBody) -> Changed:
    """Put a place on the map by hand: one that has no surveyed position, or a new one."""
    plan = ctx.plans.held(plan_id).plan
    old = plan.places.by_name.get(body.name)
    made = drawn_at(plan.places, old or Place(body.name, id=new_id()), (body.x_m, body.y_m))
    what = f"Put {body.name} on the map" if old else f"Add place {body.name}"
    did = ctx.plans.change(plan_id, [Put(made)], Author(who, body.base), what, seen=[made.id])
    return changed(ctx, did, who)


def _preview(rows: list[siteimport.Judged]) -> schemas.ImportPreview:
    counts = {kind: sum(r.outcome == kind for r in rows) for kind in siteimport.OUTCOMES}
    return schemas.ImportPreview(
        rows=[
            schemas.ImportRow.model_validate(
                {"line": r.row.line, "kind": r.row.kind, "name": r.row.name}
                | {"outcome": r.outcome, "said": r.said}
            )
            for r in rows
        ],
        **counts,
    )


@router.post("/import/preview", name="previewSiteFile", openapi_extra=FILE_BODY)
def preview_file(ctx: Ctx, plan_id: Number, data: Sent) -> schemas.ImportPreview:
    """What a CSV or GeoJSON file of places or pathways would change; nothing is stored."""
    return _preview(siteimport.judged(ctx.plans.held(plan_id).plan, data))


@router.post("/import", name="importSiteFile", openapi_extra=FILE_BODY, responses=CONFLICT)
def import_file(ctx: Ctx, who: Who, plan_id: Number, base: Number, data: Sent) -> Changed:
    """Take the rows of a file that are not refused, as one step."""
    plan = ctx.plans.held(plan_id).plan
    puts, what = siteimport.accepted(siteimport.judged(plan, data))
    seen = [one.thing.id for one in puts]
    return changed(ctx, ctx.plans.change(plan_id, puts, Author(who, base), what, seen=seen), who)


@router.get("/export/{file}", name="exportSite", response_class=Response)
def export(ctx: Ctx, plan_id: Number, file: str) -> Response:
    """Places and pathways: site.geojson, places.csv or pathways.csv."""
    plan = ctx.plans.held(plan_id).plan
    if file == "site.geojson":
        text, kind = sitefiles.write_geojson(plan.places, plan.pathways), "application/geo+json"
    elif file == "places.csv":
        text, kind = sitefiles.write_csv(plan.places, sitefiles.PLACE), "text/csv"
    elif file == "pathways.csv":
        text, kind = sitefiles.write_csv(plan.pathways, sitefiles.PATHWAY), "text/csv"
    else:
        raise HTTPException(404, "There are site.geojson, places.csv and pathways.csv.")
    headers = {"Content-Disposition": f'attachment; filename="{file}"'}
    return Response(text, media_type=f"{kind}; charset=utf-8", headers=headers)
