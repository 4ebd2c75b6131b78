"""Ten times the links, and what grows how; edits as the server does them; what they leave."""

import tempfile
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import replace
from pathlib import Path
from statistics import median

from passerelle.api.beside.routes import effects
from passerelle.api.context import Context, Judged, changed, summaries
from passerelle.core.changes.change import Change, EditLink, Put
from passerelle.core.light.edits import SetPart
from passerelle.core.plan.facts import About, Facts, StrandFact
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.plan import Plan
from passerelle.core.plant.fates import single_points
from passerelle.core.plant.model import Plant
from passerelle.demo_data import demo_plan
from passerelle.formats.planfile import read_file, write_plan
from passerelle.plans.files import Files
from passerelle.plans.held import Held
from passerelle.plans.plans import Author, Plans
from passerelle.plans.store import Store
from passerelle.practice.kept import Kept

from .backbone import big_site
from .plans import big_plan

Timed = Callable[..., float]
WHO = "bench"
SMALL, LARGE = 500, 5000
FACTS = 20_000
EDITS = 25


@contextmanager
def stored(plan: Plan, facts: Facts = Facts.NONE) -> Iterator[tuple[Context, Held]]:
    """A plan in a data folder of its own, judged and listed."""
    with tempfile.TemporaryDirectory() as folder:
        store = Store(Path(folder))
        ctx = Context(store, Plans(store), Files(store.folder), Kept(store.folder))
        held = ctx.plans.add(plan, facts, WHO, "New")
        summaries(ctx, Judged(held, ctx.plans.check(held)))
        yield ctx, held
        store.close()


def _imported(data: bytes) -> float:
    with tempfile.TemporaryDirectory() as folder:
        store = Store(Path(folder))
        plans = Plans(store)
        start = time.perf_counter()
        plan, facts = read_file(data)
        plans.check(plans.add(plan, facts, WHO, "Imported"))
        seconds = time.perf_counter() - start
        store.close()
    return seconds


def _listed(plan: Plan, timed: Timed) -> float:
    with stored(plan) as (ctx, held):
        now = Judged(held, ctx.plans.check(held))

        def work() -> list[str]:
            ctx.summaries.clear()
            return [one.model_dump_json() for one in summaries(ctx, now)]

        return timed(work, 3)


def _longer(plan: Plan) -> tuple[Change, str | None]:
    """A link that is on no cable of the plan gets a metre more."""
    for link in plan.links:
        for part in link.path:
            if isinstance(part, Segment) and part.kind == "cable" and part.cable is None:
                longer = replace(part, length_m=part.length_m + 1)
                return EditLink(link.id, (SetPart(part.id, longer),)), link.id
    raise AssertionError("no link to change")


def _wider(plan: Plan) -> tuple[Change, str | None]:
    way = next(one for one in plan.pathways if one.inner_mm is not None)
    return Put(replace(way, inner_mm=(way.inner_mm or 0.0) + 1)), None


def edit_ms(plan: Plan, facts: Facts, kind: Callable[[Plan], tuple[Change, str | None]]) -> float:
    """Milliseconds from what is asked to the answer's JSON: stored, judged, said."""
    with stored(plan, facts) as (ctx, held):
        took = []
        for _ in range(EDITS):
            now = ctx.plans.held(held.plan_id)
            change, link_id = kind(now.plan)
            start = time.perf_counter()
            did = ctx.plans.change(held.plan_id, [change], Author(WHO, now.revision), "Edit")
            changed(ctx, did, WHO, link_id).model_dump_json(by_alias=True)
            took.append(time.perf_counter() - start)
    return 1000 * median(took)


def _history_bytes(plan: Plan, edits: int = 200) -> float:
    with stored(plan) as (ctx, held):
        with ctx.store.engine.connect() as connection:
            size = "SELECT page_count * page_size FROM pragma_page_count, pragma_page_size"
            before = connection.exec_driver_sql(size).scalar_one()
        for _ in range(edits):
            now = ctx.plans.held(held.plan_id)
            change, _ = _longer(now.plan)
            ctx.plans.change(held.plan_id, [change], Author(WHO, now.revision), "Edit")
        with ctx.store.engine.connect() as connection:
            after = connection.exec_driver_sql(size).scalar_one()
    return float(after - before) / edits


def many_facts(plan: Plan) -> Facts:
    """What was found of strands, on the cables of the plan in turn."""
    ids = [one.id for one in plan.cables]
    return Facts.of(
        StrandFact(
            id=f"fact{n:09d}", about=About("cable", ids[n % len(ids)]), at="2026-01-01T10:00:00Z",
            who=WHO, kind="strand", strand=1 + n % 4, state="bad",
        )
        for n in range(FACTS)
    )  # fmt: skip


def ten_times(site: Plant) -> Plant:
    """Ten sites like this one, beside each other, as one."""
    many = [_another(site, f"{n} ") for n in range(10)]
    return Plant(
        {key: one for plant in many for key, one in plant.places.items()},
        {key: one for plant in many for key, one in plant.pathways.items()},
        {key: one for plant in many for key, one in plant.cables.items()},
        groups={key: one for plant in many for key, one in plant.groups.items()},
        links=tuple(link for plant in many for link in plant.links),
    )


def _another(site: Plant, n: str) -> Plant:
    """The same site under other names."""
    ways = [
        replace(w, name=n + w.name, a=n + w.a, b=n + w.b, lies_in=w.lies_in and n + w.lies_in)
        for w in site.pathways.values()
    ]
    cables = [
        replace(c, name=n + c.name, a=n + c.a, b=n + c.b, route=tuple(n + w for w in c.route))
        for c in site.cables.values()
    ]
    groups = [
        replace(g, name=n + g.name, links=tuple(n + link for link in g.links))
        for g in site.groups.values()
    ]
    links = []
    for one in site.links:
        a, b = one.places
        uses = tuple(replace(use, cable=n + use.cable) for use in one.uses)
        places = (f"{n}{a}", f"{n}{b}")
        links.append(replace(one, key=n + one.key, name=n + one.name, places=places, uses=uses))
    return Plant(
        {n + p.name: replace(p, name=n + p.name) for p in site.places.values()},
        {one.name: one for one in ways},
        {one.name: one for one in cables},
        groups={one.name: one for one in groups},
        links=tuple(links),
    )


def growth_figures(timed: Timed) -> dict[str, float]:
    """Times for ten times the links, seconds at 5,000, milliseconds of edits, bytes of history."""
    plans = {count: big_plan(count) for count in (SMALL, LARGE)}
    files = {count: write_plan(plan) for count, plan in plans.items()}
    site = big_site()
    works: dict[str, Callable[[int], float]] = {
        "import": lambda n: median(_imported(files[n]) for _ in range(3)),
        "list": lambda n: _listed(plans[n], timed),
        "export": lambda n: timed(lambda: write_plan(plans[n]), 3),
    }
    found = {}
    for name, work in works.items():
        small, large = work(SMALL), work(LARGE)
        found[f"{name} at 5000 links, s"] = large
        found[f"{name}, 500 to 5000 links, times (10 is linear)"] = large / small
    ten = ten_times(site)
    small, large = (timed(lambda s=s: single_points(s), 3) for s in (site, ten))
    found["what fails together at 10000 links, s"] = large
    found["what fails together, 1000 to 10000 links, times (10 is linear)"] = large / small
    with stored(plans[SMALL]) as (ctx, held):
        found["effects of the house rules at 500 links, s"] = timed(
            lambda: effects(ctx, held.plan_id), 3
        )
    demo, big = demo_plan(), plans[LARGE]
    facts = many_facts(big)
    return found | {
        "edit of a link of the demo plan, server part, ms": edit_ms(demo, Facts.NONE, _longer),
        "edit of its backbone, ms": edit_ms(demo, Facts.NONE, _wider),
        "edit of a link among 5000 with 20000 facts, ms": edit_ms(big, facts, _longer),
        "edit of the backbone there, ms": edit_ms(big, facts, _wider),
        "history of an edit, bytes": _history_bytes(demo),
    }
