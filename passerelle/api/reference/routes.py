"""What forms offer to choose from, straight out of the tables."""

from fastapi import APIRouter

from passerelle.api.beside import schemas as beside
from passerelle.core.light.modules import End, resolve
from passerelle.core.plant.ending import COLOURS, PLUGS, EndSeen, order, repairs, warnings
from passerelle.core.plant.identify import ClueError, Judged, identify
from passerelle.core.refused import Refused
from passerelle.core.tables import HIGH, STANDARD
from passerelle.core.tables.copper import ROWS as COPPER_ROWS
from passerelle.core.tables.edition import EDITION, tables_hash
from passerelle.core.tables.kinds import PART_KINDS, PartKind
from passerelle.core.tables.site import CABLE_TYPES, CLUES, KINDS, POWER_CLASSES, TUBING
from passerelle.formats.checkjson import rounded

from . import schemas
from .guide import field_guide

router = APIRouter(prefix="/api/reference", tags=["reference"])

CONNECTORS = (
    "LC/UPC", "LC/APC", "LC/PC", "SC/UPC", "SC/APC", "SC/PC", "ST/UPC", "ST/PC", "FC/UPC", "FC/APC",
    "FC/PC", "MT-RJ/PC/pinned", "MT-RJ/PC/unpinned", "LSH/UPC", "LSH/APC", "MU/UPC", "CS/UPC",
    "CS/APC", "SN/UPC", "SN/APC", "MDC/UPC", "MDC/APC", "LC", "SC", "ST", "FC",
    *(
        f"{size}/{polish}/{pins}"
        for size in ("MPO-12", "MPO-16", "MPO-24", "MPO-32")
        for polish in ("PC", "UPC", "APC")
        for pins in ("unpinned", "pinned")
    ),
    "bare",
)  # fmt: skip
CAGES = ("SFP", "SFP+", "SFP28", "SFP56", "QSFP+", "QSFP28", "QSFP56", "QSFP-DD", "OSFP")


def _kind(row: PartKind) -> schemas.PartKindInfo:
    wirings = row.wirings or (*STANDARD.cassettes, *STANDARD.conversions)
    return schemas.PartKindInfo(
        title=row.title,
        glass=row.glass,
        box=row.box,
        one_thing=row.one_thing,
        ports=row.ports,
        wirings=list(wirings),
    )


@router.get("", name="getReference")
def get() -> schemas.Reference:
    """Fibers, applications, connectors, cages, grades, attenuators, kinds of parts and wirings."""
    return schemas.Reference(
        edition=EDITION,
        tables_sha256=tables_hash(),
        fibers=[
            schemas.FiberInfo(name=f.name, mode=f.mode, jacket=list(f.jacket), legacy=f.legacy)
            for f in STANDARD.fibers.values()
        ],
        applications=[
            schemas.ApplicationInfo(
                name=a.name,
                rate_gbps=a.rate_gbps,
                strands=a.strands,
                modes=sorted(resolve(End(a.name)).modes),
                source=a.source,
                sure=a.levels_confidence == HIGH,
            )
            for a in STANDARD.applications.values()
        ],
        connectors=list(CONNECTORS),
        cages=list(CAGES),
        grades=list(STANDARD.grades),
        attenuators_db=list(STANDARD.stock_attenuators_db),
        part_kinds={row.name: _kind(row) for row in PART_KINDS.values()},
        inline_parts=list(STANDARD.parts),
        lanes={row.parent: row.lanes for row in STANDARD.breakouts.values()},
    )


@router.get("/schools", name="listSchools")
def list_schools() -> list[beside.SchoolInfo]:
    """Every house rule with its default and the reason for it."""
    return [
        beside.SchoolInfo(
            key=school.key,
            title=school.title,
            reason=school.reason,
            default=school.default,
            unit=school.unit,
            tried=list(school.tried),
            words=list(school.words),
        )
        for school in STANDARD.schools
    ]


@router.get("/tables", name="listTables")
def list_tables() -> list[beside.TableView]:
    """The figure tables with their sources."""
    return field_guide(STANDARD)


@router.get("/backbone", name="getPlantReference")
def backbone() -> schemas.PlantReference:
    """Clues, constructions and kinds that the forms of the backbone offer."""
    return schemas.PlantReference(
        clues=[
            schemas.ClueInfo(key=c.key, ask=c.ask, values=list(c.values), strength=c.strength)
            for c in CLUES
        ],
        plugs=list(PLUGS),
        plug_colours=list(COLOURS),
        copper=[
            schemas.CopperRowInfo(name=row.name, rate_gbps=row.rate_gbps, reach_m=row.reach_m)
            for row in COPPER_ROWS
        ],
        cable_types=[
            schemas.CableTypeInfo.model_validate(one, from_attributes=True)
            for one in CABLE_TYPES.values()
        ],
        kinds=list(KINDS),
        tubing=TUBING,
        power_classes=list(POWER_CLASSES),
    )


def _candidate(one: Judged) -> schemas.CandidateView:
    return schemas.CandidateView(
        grade=one.candidate.grade,
        means=one.candidate.means,
        source=one.candidate.source,
        reasons=list(one.reasons),
        against=list(one.against),
    )


@router.post("/identify", name="identifyCable")
def identify_cable(body: schemas.CluesBody) -> schemas.IdentifiedView:
    """What an unknown cable may be."""
    try:
        found = identify(body.clues)
    except ClueError as error:
        raise Refused("clues", str(error)) from None
    return schemas.IdentifiedView(
        candidates=[_candidate(one) for one in found.candidates],
        ruled_out=[_candidate(one) for one in found.ruled_out],
        contradictions=list(found.contradictions),
        certainty=found.certainty,
        next_clue=found.next_clue.key if found.next_clue else None,
        next_ask=found.next_clue.ask if found.next_clue else None,
        next_why=found.next_why,
    )


def _seen(body: schemas.EndSeenBody, at: str) -> EndSeen:
    """An end as described. Raises Refused where it names what there is not."""
    for key, value, known in (("plug", body.plug, PLUGS), ("colour", body.colour, COLOURS)):
        if value is not None and value not in known:
            raise Refused(f"{at}.{key}", f"{value[:40]!r} is not one of {', '.join(known)}")
    return EndSeen(body.plug, body.colour, body.joined, body.owner)


@router.post("/ending", name="judgeEnds")
def judge_ends(body: schemas.EndingBody) -> schemas.EndingView:
    """A cable or cord by its ends: an order for one like it, repairs, and what to mind."""
    if body.grade is not None and body.grade not in STANDARD.fibers:
        raise Refused("grade", f"{body.grade[:40]!r} is not a grade of the tables")
    ends = (_seen(body.a, "a"), _seen(body.b, "b"))
    told = order(
        body.what,
        ends,
        body.grade,
        proved=body.proved,
        length_m=body.length_m,
        strands=body.strands,
    )
    return schemas.EndingView(
        order=told.says,
        first=list(told.first),
        connectors=[end.connector for end in ends],
        repairs=[
            schemas.RepairView(
                what=one.what,
                worst_db=rounded(one.worst_db) or 0.0,
                typical_db=rounded(one.typical_db) or 0.0,
                needs=one.needs,
                source=one.source,
            )
            for one in repairs(body.what, body.grade)
        ],
        warnings=list(warnings(ends, body.grade)),
    )
