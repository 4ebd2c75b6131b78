"""What stands on the papers: one document of plain values for each sheet, for a typesetter.

Figures come rounded as they are shown. None is what is not known, and is set as such.
"""

from collections.abc import Iterable, Sequence
from math import dist
from statistics import median
from typing import Literal

from passerelle.core.judge.answering import answer, worst_direction
from passerelle.core.judge.check import LinkCheck
from passerelle.core.judge.naming import with_names
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.light.explain import explain
from passerelle.core.light.link import Budget, Direction
from passerelle.core.light.run import as_met, profile
from passerelle.core.materials.materials import Materials
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.lightpath import UNSAID, Joint, Part
from passerelle.core.plant.model import Plant
from passerelle.core.plant.whole import positions
from passerelle.core.visits.states import how_far
from passerelle.core.visits.tasks import standing
from passerelle.core.words import in_metres
from passerelle.core.working import steps

from .backbone import panel_sheets, pull_sheets, schedule_sheets, splice_sheets
from .brief import brief_sheet
from .materials import materials_sheet
from .table import Sheet, Table, shown
from .tables import links_table, pathways_table, places_table
from .testing import test_sheets
from .turnup import bench_sheets, signed_sheets
from .visits import visit_sheets

Spots = dict[str, tuple[float, float]]
PaperKind = Literal[
    "book", "links", "schedule", "panels", "splices", "pulls", "route", "materials", "brief",
    "visits", "tests", "turnup", "signed",
]  # fmt: skip
TITLES: dict[PaperKind, str] = {
    "book": "The whole plan as a book", "links": "Link sheets",
    "schedule": "Cable and strand schedule", "panels": "Panel fronts",
    "splices": "Splice plans", "pulls": "Pull sheets", "route": "Ducts and route, with map",
    "materials": "Materials and cut plan", "brief": "Brief for another installer",
    "visits": "Visit sheets", "tests": "Test sheets",
    "turnup": "Bench and site lists",
    "signed": "Certificates of links that are signed off",
}  # fmt: skip
IN_BOOK: tuple[PaperKind, ...] = (
    "route",
    "links",
    "schedule",
    "panels",
    "splices",
    "pulls",
    "materials",
    "brief",
    "visits",
    "tests",
    "signed",
)
_LEAST_DB = 0.005


def sheets_of(
    check: PlanCheck,
    made: Materials,
    kind: PaperKind,
    only: Sequence[str] = (),
    facts: Facts = Facts.NONE,
) -> list[Sheet]:
    """The sheets of a paper. only : names of links, for their sheets alone; empty: of all.

    facts : what was done, for the sheets of visits.
    """
    plant, plan = check.plant, check.plan
    if kind == "book":
        return [
            _overview(check),
            *(one for k in IN_BOOK for one in sheets_of(check, made, k, (), facts)),
        ]
    if kind == "links":
        wanted = [one for one in check.links if not only or one.budget.link.name in only]
        far = how_far(check, made, facts).links if standing(facts) else {}
        return [
            _link(one) | {"state": far.get(one.budget.link.id)}
            for one in steps("Drawing links", wanted, each=4)
        ]
    if kind == "schedule":
        return schedule_sheets(plant)
    if kind == "panels":
        return panel_sheets(plant)
    if kind == "splices":
        return splice_sheets(plant)
    if kind == "pulls":
        return [_with_stops(check, one) for one in pull_sheets(plant)]
    if kind == "route":
        return [_route(plant)] if plant.places else []
    if kind == "materials":
        return [materials_sheet(made, plan.house_rules.currency)]
    if kind == "visits":
        return visit_sheets(check, made, facts)
    if kind == "tests":
        return test_sheets(check, facts)
    if kind == "signed":
        return signed_sheets(facts)
    if kind == "turnup":
        return bench_sheets(check, facts)
    return [brief_sheet(check, made)]


def _with_stops(check: PlanCheck, sheet: Sheet) -> Sheet:
    """A pull sheet with what stops the cable: nobody pulls by figures that are objected to."""
    stops = [
        f"{in_metres(one.finding.said)} {in_metres(one.finding.do)}"
        for one in check.backbone
        if one.name == sheet["title"] and one.finding.rule.severity == "stop"
    ]
    return sheet | {"stops": stops}


def as_rows(table: Table, keep: Iterable[str]) -> Sheet:
    """Some columns of a table, ready to be set."""
    at = [n for n, column in enumerate(table.columns) if column.label in set(keep)]
    columns = [table.columns[n] for n in at]
    return {
        "head": [column.label for column in columns],
        "right": [column.figure not in ("text",) for column in columns],
        "rows": [[shown(row[n], table.columns[n].figure) for n in at] for row in table.rows],
    }


def _overview(check: PlanCheck) -> Sheet:
    keep = ("Link", "From", "To", "Glass", "Length [m]", "Margin [dB]", "Answer")
    return {"kind": "overview", "title": "All links", "table": as_rows(links_table(check), keep)}


def _link(one: LinkCheck) -> Sheet:
    """Path, staircase, budget with its sources, polarity and what was found."""
    sums, worst = one.budget, worst_direction(one)
    link = sums.link
    told = explain(sums)
    loss = told[f"{worst.sender}.loss.worst-case"]
    return {
        "kind": "link",
        "title": link.name,
        "answer": in_metres(answer(one)),
        "verdict": one.verdict,
        "ends": [
            {
                "side": side,
                "place": end.place,
                "device": end.device.name if end.device else None,
                "application": module.application,
            }
            for side, end, module in zip("ab", (link.a, link.b), sums.modules, strict=True)
        ],
        "length_m": round(sums.length_m, 1),
        "glass": " + ".join(fiber.name for fiber in sums.fibers) or None,
        "polarity": one.polarity,
        "sender": worst.sender,
        "nm": worst.wavelength_nm,
        "margin_db": None if one.voided or worst.margin_db is None else round(worst.margin_db, 2),
        "limit_db": round(worst.limit.value_db, 2) if worst.limit else None,
        "loss_db": None if loss.value is None else round(loss.value, 2),
        "parts": [_part(part) for part in _met(link.path.parts, worst.sender)],
        "stairs": _stairs(sums, worst),
        "receiver_min_dbm": worst.receive_min_dbm,
        "receiver_max_dbm": worst.receive_max_dbm,
        "budget": [
            [line.label, line.how, None if line.value is None else round(line.value, 2),
             line.source if line.sure else f"{line.source}; check the data sheet"]
            for line in loss.lines
        ],
        "findings": [
            [f.rule.severity, *(in_metres(with_names(said, link)) for said in (f.said, f.do))]
            for f in one.findings
            if f.explained_by is None
        ],
    }  # fmt: skip


def _met(parts: tuple[Part, ...], sender: str) -> tuple[Part, ...]:
    """Parts as light from the sender meets them."""
    return parts if sender == "a" else tuple(reversed(parts))


def _part(part: Part) -> Sheet:
    if isinstance(part, Joint):
        return {"kind": part.kind, "name": part.label or "", "text": ""}
    name = part.label or part.what or (part.cable or part.kind)
    length = "length not recorded" if part.length_m is UNSAID else f"{part.length_m:g} m"
    length = "" if part.kind in ("cassette", "inline") else length
    return {"kind": part.kind, "name": name, "text": length}


def _stairs(sums: Budget, direction: Direction) -> list[Sheet]:
    """Power behind each part, weakest launch at worst and typical, strongest launch. [dBm]"""
    points = profile(
        sums.link.path, as_met(direction.terms, direction.sender), direction.launch_min_dbm,
        direction.launch_max_dbm, direction.sender,
    )  # fmt: skip
    return [{"worst": p.worst_case, "typical": p.typical, "strongest": p.strongest} for p in points]


def _route(plant: Plant) -> Sheet:
    """Places where they lie and the pathways between, and both as lists. [m]"""
    spots = positions(plant.places.values())
    ways = [
        {"ends": (way.a, way.b), "a": spots[way.a], "b": spots[way.b], "kind": way.kind}
        for way in plant.pathways.values()
        if way.a in spots and way.b in spots
    ]
    maps = [_map(spots, ways)] if len(spots) > 1 else []
    if near := _close(spots):
        maps.append(_map({name: spots[name] for name in near}, ways))
    keep = ("Pathway", "From", "To", "Length [m]", "Length known from", "Kind", "Inner size [mm]",
            "Cables in it")  # fmt: skip
    where = ("Place", "Kind", "Surroundings", "Power", "Inside")
    return {
        "kind": "route",
        "title": "Ducts and route",
        "maps": maps,
        "unplaced": [name for name in plant.places if name not in spots],
        "pathways": as_rows(pathways_table(plant), keep),
        "places": as_rows(places_table(plant), where),
    }


def _map(spots: Spots, ways: list[Sheet]) -> Sheet:
    """Places and the pathways between two of them. [m]"""
    inside = [way for way in ways if all(end in spots for end in way["ends"])]
    return {
        "spots": [{"name": name, "x": x, "y": y} for name, (x, y) in spots.items()],
        "ways": inside,
    }


_FAR = 3.0
"""A place so many times further out than the one before it leaves the others in a heap."""


def _close(spots: Spots) -> list[str]:
    """The places that lie together, where a few far ones would press them into one point."""
    if len(spots) < 4:
        return []
    middle = tuple(median(spot[n] for spot in spots.values()) for n in (0, 1))
    far = sorted((dist(spot, middle), name) for name, spot in spots.items())
    for at in range(len(far) // 2, len(far) - 1):
        if far[at][0] > 0 and far[at + 1][0] > _FAR * far[at][0]:
            return [name for _, name in far[: at + 1]]
    return []
