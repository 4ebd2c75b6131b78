"""A plan at size: 5,000 links read, judged, written and changed; an edit of the demo plan."""

from collections.abc import Callable
from dataclasses import replace
from typing import Any

from passerelle.core.changes.apply import applied
from passerelle.core.changes.change import EditLink, Put
from passerelle.core.choice.prices import PriceBook
from passerelle.core.judge.wholeplan import PlanCheck, check
from passerelle.core.light.edits import SetPart
from passerelle.core.materials.materials import materials_of
from passerelle.core.papers.sheets import TITLES, sheets_of
from passerelle.core.papers.tables import tables_of
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.plant.whole import on_cables
from passerelle.demo_data import demo_plan
from passerelle.formats.papers import write_pdf
from passerelle.formats.planfile import read_plan, write_plan
from passerelle.formats.workbook import write_xlsx

Timed = Callable[..., float]


def big_plan(count: int) -> Plan:
    """The demo plan's links again and again, each a thing of its own, on no cable of the plan."""
    plan = demo_plan()
    loose = [link for link in plan.links if not on_cables(link)]
    made = [_copied(loose[at % len(loose)], at) for at in range(count)]
    none: Things[Any] = Things()  # of what names links
    return replace(plan, links=Things(made), redundancy=none, services=none, needs=none)


def _copied(link: PlannedLink, number: int) -> PlannedLink:
    path = tuple(replace(part, id=f"bench{number}p{at}") for at, part in enumerate(link.path))
    ends = [replace(end, device=None) for end in (link.a, link.b)]
    return replace(
        link, id=f"benchlink{number}", name=f"{link.name} {number}", path=path, a=ends[0], b=ends[1]
    )


def _longer(link: PlannedLink) -> EditLink:
    cable = next(one for one in link.path if isinstance(one, Segment) and one.kind == "cable")
    longer = replace(cable, length_m=cable.length_m + 1, cable=None, strand_numbers=())
    return EditLink(link.id, (SetPart(cable.id, longer),))


def _edit(plan: Plan, known: PlanCheck, timed: Timed) -> float:
    """Seconds of an edit of one link and the answer about the whole plan."""
    link = next(one for one in plan.links if one.path[0].id and not on_cables(one))
    change = _longer(link)

    def work() -> PlanCheck:
        return check(applied(plan, [change], site=known.site).plan, known)

    return timed(work, 9)


def _wider(plan: Plan, known: PlanCheck, timed: Timed) -> float:
    """Seconds of an edit of one pathway and the answer about the whole plan."""
    pathway = next(one for one in plan.pathways if one.inner_mm is not None)
    change = Put(replace(pathway, inner_mm=(pathway.inner_mm or 0.0) + 1))

    def work() -> PlanCheck:
        return check(applied(plan, [change], site=known.site).plan, known)

    return timed(work, 9)


def plan_figures(timed: Timed) -> dict[str, float]:
    """Seconds for 5,000 links, and milliseconds for an edit."""
    big = big_plan(5000)
    data = write_plan(big)
    demo = demo_plan()
    known, judged = check(demo), check(big)
    return {
        "reading a 5000-link plan file, s": timed(lambda: read_plan(data), 3),
        "writing it, s": timed(lambda: write_plan(big), 3),
        "judging it whole, s": timed(lambda: check(big), 3),
        "an edit of one of its links, judged, ms": 1000 * _edit(big, judged, timed),
        "materials and cuts of it, s": timed(lambda: materials_of(judged, PriceBook()), 3),
        "tables and workbook of it, s": timed(lambda: _workbook(judged), 1),
        "book of 100 links, s": timed(lambda: _book(check(big_plan(100))), 1),
        "materials and cuts of the demo plan, ms": 1000
        * timed(lambda: materials_of(known, PriceBook())),
        "judging the demo plan whole, ms": 1000 * timed(lambda: check(demo)),
        "an edit of a link of the demo plan, judged, ms": 1000 * _edit(demo, known, timed),
        "an edit of a pathway of the demo plan, judged, ms": 1000 * _wider(demo, known, timed),
    }


def _workbook(judged: PlanCheck) -> bytes:
    """Every table of a judged plan as XLSX, its materials worked out for it."""
    tables = tables_of(judged, materials_of(judged, PriceBook()))
    return write_xlsx(tables, judged.plan.name)


def _book(judged: PlanCheck) -> bytes:
    """Every sheet of a judged plan as PDF."""
    sheets = sheets_of(judged, materials_of(judged, PriceBook()), "book")
    return write_pdf(sheets, judged.plan.name, None, "2026-01-01", TITLES["book"])
