"""Routes about the backbone: what is there, what changes, what it carries."""

from typing import Any

from fastapi import APIRouter, HTTPException, Request, Response
from fastapi.responses import JSONResponse

from passerelle.core.plant.diverse import routes_between
from passerelle.core.plant.fates import outage, shared_fate, single_points
from passerelle.core.plant.model import Cable, Plant
from passerelle.core.plant.panels import port_map
from passerelle.core.plant.power import COMPOSITE, MAINS, PAIR, supply
from passerelle.core.plant.reels import cut_plan
from passerelle.core.plant.topology import TopologyError, compare
from passerelle.formats import sitefiles
from passerelle.formats.checkjson import rounded
from passerelle.formats.refusal import Refused
from passerelle.plans import plantchanges, siteimport, strandchanges
from passerelle.plans.changes import Author
from passerelle.plans.documents import plan_doc

from . import plantviews, schemas, schemas_fates, schemas_plant
from .context import Ctx, Number, Who, changed, get_link, get_plan

router = APIRouter(prefix="/api/plans/{plan_id}/plant", tags=["backbone"])
CONFLICT: dict[int | str, dict[str, Any]] = {409: {"model": schemas.Conflict}}
FILE_BODY = {
    "requestBody": {"required": True, "content": {"application/octet-stream": {"schema": {}}}}
}


def _cable(plant: Plant, name: str) -> Cable:
    found = plant.cables.get(name)
    if found is None:
        raise HTTPException(404, f"There is no cable “{name[:60]}”; it may be deleted.")
    return found


@router.get("", name="getPlant")
def get(ctx: Ctx, plan_id: Number) -> schemas_plant.PlantView:
    """The whole backbone, judged."""
    with ctx.store.reading() as session:
        return plantviews.plant_view(ctx, session, get_plan(session, plan_id))


@router.get("/section", name="getSection")
def section(ctx: Ctx, plan_id: Number, name: str) -> schemas_plant.SectionView:
    """A pathway's cross-section."""
    with ctx.store.reading() as session:
        plant = ctx.answers.plant(session, get_plan(session, plan_id))
        if name not in plant.pathways:
            raise HTTPException(404, f"There is no pathway “{name[:60]}”; it may be deleted.")
        return plantviews.section_view(plant, name)


@router.get("/strands", name="getStrands")
def strand_table(ctx: Ctx, plan_id: Number, cable: str) -> schemas_plant.StrandsView:
    """The strand table of a cable."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        plant = ctx.answers.plant(session, plan)
        return plantviews.strands_view(ctx, session, plan, plant, _cable(plant, cable))


@router.get("/pull", name="getPull")
def pulling(ctx: Ctx, plan_id: Number, cable: str) -> schemas_plant.PullsView:
    """Tension along a cable, fed from either end."""
    with ctx.store.reading() as session:
        plant = ctx.answers.plant(session, get_plan(session, plan_id))
        return plantviews.pulls_view(plant, _cable(plant, cable))


@router.get("/failures", name="getFailures")
def failures(ctx: Ctx, plan_id: Number) -> schemas_fates.FailuresView:
    """Single points of failure, and what redundant links share."""
    with ctx.store.reading() as session:
        plant = ctx.answers.plant(session, get_plan(session, plan_id))
        known = {link.name for link in plant.links}
        groups = [
            schemas_fates.GroupFate(
                name=group.name,
                links=list(group.links),
                missing=[name for name in group.links if name not in known],
                unrouted=[
                    link.name for link in plant.links if link.name in group.links and not link.uses
                ],
                shared=[
                    schemas_fates.SharedView(
                        sort=s.sort, name=s.name, links=list(s.links), length_m=s.length_m
                    )
                    for s in shared_fate(plant, group.links)
                ],
            )
            for group in plant.groups.values()
        ]
        points = [plantviews.outage_view(one) for one in single_points(plant)]
    return schemas_fates.FailuresView(points=points, groups=groups)


@router.get("/outage", name="getOutage")
def one_outage(ctx: Ctx, plan_id: Number, sort: str, name: str) -> schemas_fates.OutageView:
    """Which links go dark when one place, pathway, trench, cable or device fails."""
    with ctx.store.reading() as session:
        plant = ctx.answers.plant(session, get_plan(session, plan_id))
        return plantviews.outage_view(outage(plant, (sort, name)))


@router.post("/diverse", name="findDiverse")
def diverse(ctx: Ctx, plan_id: Number, body: schemas_fates.PairBody) -> schemas_fates.PairView:
    """Two routes between two places that share as little as can be."""
    with ctx.store.reading() as session:
        plant = ctx.answers.plant(session, get_plan(session, plan_id))
        for key, name in (("a", body.a), ("b", body.b)):
            if name not in plant.places:
                raise Refused(key, f"{name[:40]!r} is not in places")
        if body.a == body.b:
            raise Refused("b", f"{body.b[:40]!r} is the first place too; choose another")
        found = routes_between(plant, body.a, body.b)
    if found is None:
        return schemas_fates.PairView(
            first=None, second=None, shared_pathways=[], shared_trenches=[], shared_places=[],
            shared_m=0, detour_m=0,
        )  # fmt: skip
    return schemas_fates.PairView(
        first=plantviews.route_view(found.first),
        second=plantviews.route_view(found.second) if found.second else None,
        shared_pathways=list(found.shared_pathways),
        shared_trenches=list(found.shared_trenches),
        shared_places=list(found.shared_places),
        shared_m=rounded(found.shared_m, 1) or 0.0,
        detour_m=rounded(found.detour_m, 1) or 0.0,
    )


@router.post("/compare", name="compareLayouts")
def layouts(
    ctx: Ctx, plan_id: Number, body: schemas_fates.CompareBody
) -> list[schemas_fates.LayoutView]:
    """Home runs against one shared cable."""
    with ctx.store.reading() as session:
        plant = ctx.answers.plant(session, get_plan(session, plan_id))
        for name in (body.hub, *body.places):
            if name not in plant.places:
                raise Refused("places", f"{name[:40]!r} is not in places")
        try:
            found = compare(plant, body.hub, tuple(body.places), body.strands_each)
        except TopologyError as error:
            raise Refused("places", str(error)) from None
    return [
        schemas_fates.LayoutView(
            name=one.name,
            cables=one.cables,
            strands=one.strands,
            cable_m=rounded(one.cable_m, 0) or 0.0,
            strand_m=rounded(one.strand_m, 0) or 0.0,
            joints=one.joints,
            one_cable=schemas_fates.CutsView(
                worst=one.one_cable.worst, mean=rounded(one.one_cable.mean) or 0.0
            ),
            dig=schemas_fates.CutsView(worst=one.dig.worst, mean=rounded(one.dig.mean) or 0.0),
            said=one.said,
        )
        for one in found
    ]


@router.get("/power", name="getPower")
def power(ctx: Ctx, plan_id: Number) -> list[schemas_plant.FeedView]:
    """Each device's power by each way, its own first."""
    with ctx.store.reading() as session:
        plant = ctx.answers.plant(session, get_plan(session, plan_id))
    found = []
    for feed in plant.feeds.values():
        ways = [feed.way, *(way for way in (MAINS, PAIR, COMPOSITE) if way != feed.way)]
        made = [supply(plant, feed, way) for way in ways]
        found.append(
            schemas_plant.FeedView(
                name=feed.name,
                ways=[
                    schemas_plant.SupplyView(
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
def reels(ctx: Ctx, plan_id: Number) -> schemas_plant.ReelsView:
    """The cut plan by reel."""
    with ctx.store.reading() as session:
        made = cut_plan(ctx.answers.plant(session, get_plan(session, plan_id)))

    def cut(name: str, length: float) -> schemas_plant.CutView:
        return schemas_plant.CutView(cable=name, length_m=rounded(length, 1) or 0.0)

    return schemas_plant.ReelsView(
        reels=[
            schemas_plant.ReelView(
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
    )


@router.get("/panels", name="getPanels")
def panels(ctx: Ctx, plan_id: Number) -> list[schemas_plant.PortView]:
    """The port map of all panels."""
    with ctx.store.reading() as session:
        plant = ctx.answers.plant(session, get_plan(session, plan_id))
    return [
        schemas_plant.PortView(
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
    409: {"model": schemas.Conflict},
    423: {"model": schemas_plant.UsedProblem},
}


@router.post("/changes", name="changePlant", responses=USED)
def change(ctx: Ctx, who: Who, plan_id: Number, body: schemas_plant.PlantBody) -> schemas.Changed:
    """Change places and what belongs to the backbone, as one step."""
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        asked = [plantchanges.ItemChange(one.kind, one.name, one.doc) for one in body.changes]
        author = Author(who, body.base)
        plantchanges.change(session, plan, asked, author, body.what, cascade=body.cascade)
        return changed(ctx, session, plan)


async def still_used(_request: Request, error: Exception) -> JSONResponse:
    """Something that is to go is used: say what would go with it."""
    assert isinstance(error, plantchanges.StillUsed)
    return JSONResponse({"detail": error.reason, "goes_with": error.goes_with}, 423)


@router.post("/take", name="takeStrands", responses=CONFLICT)
def take(ctx: Ctx, who: Who, plan_id: Number, body: schemas_plant.TakeBody) -> schemas.Changed:
    """Put a link's run on strands of a cable, or take it off."""
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        row = get_link(session, plan, body.link_id)
        author = Author(who, body.base)
        wanted = strandchanges.Wanted(body.at, body.cable, tuple(body.strands))
        strandchanges.take_strands(
            session, plan, row, wanted, ctx.answers.plant(session, plan), author
        )
        return changed(ctx, session, plan, row.id)


def _preview(rows: list[siteimport.Judged]) -> schemas_plant.ImportPreview:
    counts = {kind: sum(r.outcome == kind for r in rows) for kind in siteimport.OUTCOMES}
    return schemas_plant.ImportPreview(
        rows=[
            schemas_plant.ImportRow.model_validate(
                {"line": r.row.line, "kind": r.row.kind, "name": r.row.name}
                | {"outcome": r.outcome, "said": r.said}
            )
            for r in rows
        ],
        **counts,
    )


@router.post("/import/preview", name="previewSiteFile", openapi_extra=FILE_BODY)
async def preview_file(ctx: Ctx, plan_id: Number, request: Request) -> schemas_plant.ImportPreview:
    """What a CSV or GeoJSON file of places or pathways would change; nothing is stored."""
    data = await request.body()
    with ctx.store.reading() as session:
        return _preview(siteimport.judged(session, get_plan(session, plan_id), data))


@router.post("/import", name="importSiteFile", openapi_extra=FILE_BODY, responses=CONFLICT)
async def import_file(
    ctx: Ctx, who: Who, plan_id: Number, base: Number, request: Request
) -> schemas.Changed:
    """Take the rows of a file that are not refused, as one step."""
    data = await request.body()
    with ctx.store.writing() as session:
        plan = get_plan(session, plan_id)
        rows = siteimport.judged(session, plan, data)
        siteimport.accept(session, plan, rows, Author(who, base))
        return changed(ctx, session, plan)


@router.get("/export/{file}", name="exportSite", response_class=Response)
def export(ctx: Ctx, plan_id: Number, file: str) -> Response:
    """Places and pathways: site.geojson, places.csv or pathways.csv."""
    with ctx.store.reading() as session:
        doc = plan_doc(session, get_plan(session, plan_id), with_links=False)
    if file == "site.geojson":
        text, kind = sitefiles.write_geojson(doc.places, doc.pathways), "application/geo+json"
    elif file == "places.csv":
        text, kind = sitefiles.write_csv(doc.places, sitefiles.PLACE), "text/csv"
    elif file == "pathways.csv":
        text, kind = sitefiles.write_csv(doc.pathways, sitefiles.PATHWAY), "text/csv"
    else:
        raise HTTPException(404, "There are site.geojson, places.csv and pathways.csv.")
    headers = {"Content-Disposition": f'attachment; filename="{file}"'}
    return Response(text, media_type=f"{kind}; charset=utf-8", headers=headers)
