"""Visits: how long tasks of many links take, how near a proposal is to what is proven, a tick."""

from collections.abc import Callable
from datetime import UTC, datetime
from pathlib import Path
from tempfile import TemporaryDirectory

from starlette.testclient import TestClient

from passerelle.api.app import create_app
from passerelle.api.serving import load_demo
from passerelle.core.judge.wholeplan import check
from passerelle.core.many import many_things
from passerelle.core.materials.materials import materials_of
from passerelle.core.visits.proposal import proposed
from passerelle.core.visits.tasks import work_of
from passerelle.demo_data import demo_plan
from passerelle.formats.prices import price_book
from passerelle.plans.store import Store

from .plans import big_plan

Timed = Callable[..., float]


def visit_figures(timed: Timed) -> dict[str, float]:
    """Figures of the visits. timed : median seconds of some rounds of a work."""
    large = check(big_plan(500))
    with many_things():
        made = materials_of(large, price_book(large.plan.prices))
    demo = check(demo_plan())
    with many_things():
        wanted = materials_of(demo, price_book(demo.plan.prices))
    found = proposed(demo, wanted)
    with TemporaryDirectory() as folder:
        tick_s = _tick(Path(folder), timed)
    return {
        "tasks of a 500-link plan, ms": timed(lambda: work_of(large, made), 5) * 1000,
        "tasks of the demo plan that a proposal orders": len(found.work.tasks),
        "days of that proposal": found.days,
        "days of which fewer are proven impossible": found.least,
        "days against the proven least, times": found.days / max(found.least, 1),
        "a tick stored over the API, ms": tick_s * 1000,
    }


def _tick(folder: Path, timed: Timed) -> float:
    """Seconds from sending a tick to its being stored."""
    store = Store(folder)
    load_demo(store)
    client = TestClient(create_app(store, web=None), base_url="http://127.0.0.1")
    task = client.get("/api/plans/1/visits").json()["tasks"][0]

    def tick() -> None:
        fact = {
            "kind": "task", "about": {"kind": task["about_kind"], "id": task["about_id"]},
            "at": datetime.now(UTC).isoformat(), "who": "bench", "task": task["key"],
            "state": "done",
        }  # fmt: skip
        client.post("/api/plans/1/facts", json={"facts": [fact]}).raise_for_status()

    seconds = timed(tick, 25)
    store.close()
    return seconds
