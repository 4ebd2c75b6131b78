"""Speed, as ratios within one run: python -m bench

The yardstick is the same sum done the way a spreadsheet does it: a loop over rows of plain numbers,
one link after the other. What matters is how a figure compares with the others of the same run.
"""

import json
import statistics
import sys
import tempfile
import time
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path

from starlette.testclient import TestClient

from passerelle.api.app import create_app
from passerelle.api.serving import load_demo
from passerelle.core.judge.check import check_all, check_link
from passerelle.core.light.link import Link
from passerelle.core.light.site import link_of, site_of
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Part, Segment
from passerelle.core.tables import STANDARD
from passerelle.demo_data import demo_plan
from passerelle.plans.store import Store

from .backbone import backbone_figures, map_frames
from .browser import edit_to_verdict
from .choice import choice_figures
from .growth import growth_figures
from .plans import big_plan, plan_figures
from .records import record_figures
from .strands import strands_ms, thousand_trunks
from .visits import visit_figures

RULES = HouseRules()
_GLASS = STANDARD.window("OS2", 1310)
assert _GLASS is not None
ROWS = {
    "glass": _GLASS.worst_case_db_per_km,
    "adapter": STANDARD.mated_pairs["LC", "standard"].worst_case_db,
    "fusion": STANDARD.splices["fusion"].worst_case_db,
}


def timed(work: Callable[[], object], rounds: int = 5) -> float:
    """Median seconds of some rounds."""
    times = []
    for _ in range(rounds):
        start = time.perf_counter()
        work()
        times.append(time.perf_counter() - start)
    return statistics.median(times)


def nine_parts() -> Link:
    """A spliced link of nine parts."""
    plan = demo_plan()
    planned = plan.links.named("Instrument Hall – Cabinet 1")
    assert planned is not None
    return link_of(planned, site_of(plan))


def many(count: int) -> list[Link]:
    """As many links, no two alike in length."""
    link = nine_parts()
    made = []
    for at in range(count):
        parts = list(link.path.parts)
        middle = parts[4]
        assert isinstance(middle, Segment)
        parts[4] = replace(middle, length_m=100.0 + at)
        made.append(replace(link, path=replace(link.path, parts=tuple(parts))))
    return made


def _cell(part: Part) -> tuple[float, str]:
    return (part.length_m / 1000, "glass") if isinstance(part, Segment) else (1.0, part.kind)


def spreadsheet(links: list[Link]) -> float:
    """The yardstick: the worst-case loss alone, cell by cell, without a rule or a finding."""
    rows = [[_cell(part) for part in link.path.parts] for link in links]

    def work() -> list[float]:
        return [sum(quantity * ROWS[kind] for quantity, kind in row) for row in rows]

    return timed(work)


def api_edit(folder: Path) -> float:
    """Seconds from sending an edit to having its answer, through the whole API."""
    store = Store(folder)
    load_demo(store)
    client = TestClient(create_app(store, web=None), base_url="http://127.0.0.1")
    link = "/api/plans/1/links/demolink0004"
    part = client.get(link).json()["doc"]["path"][4] | {"cable": None, "strand_numbers": None}
    base, step = 1, 0

    def edit() -> None:
        nonlocal base, step
        step += 1
        new = part | {"length_m": 1000.0 + step}
        body = {"base": base, "edits": [{"op": "set-part", "at": part["id"], "part": new}]}
        base = client.patch(link, json=body).json()["link"]["summary"]["changed_in"]

    seconds = timed(edit, 25)
    store.close()
    return seconds


def main() -> int:
    """Print the figures; with --json as JSON."""
    link = nine_parts()
    links = {count: many(count) for count in (1250, 2500, 5000)}
    plans = {n: timed(lambda n=n: check_all(links[n], RULES), 3) for n in links}  # type: ignore[misc]
    one = timed(lambda: [check_link(link, RULES) for _ in range(200)]) / 200
    yardstick = spreadsheet(links[5000])
    with tempfile.TemporaryDirectory() as folder:
        edit = api_edit(Path(folder))
    with tempfile.TemporaryDirectory() as folder:
        seen, seen_p95 = edit_to_verdict(demo_plan(), "demolink0004", Path(folder))
    with tempfile.TemporaryDirectory() as folder:
        large = big_plan(5000)
        single = next(one for one in large.links if one.name.startswith("Boat Shed – Net Loft"))
        big_seen, big_p95 = edit_to_verdict(large, single.id, Path(folder))
    with tempfile.TemporaryDirectory() as folder:
        frames = map_frames(Path(folder))
    trace_ms, search_ms = strands_ms(timed)
    figures = {
        "check of one 9-part link, ms": one * 1000,
        "check of 5000 links, s": plans[5000],
        "growth 1250 to 5000 links, times (4 is linear)": plans[5000] / plans[1250],
        "all rules against the bare spreadsheet sum, times": plans[5000] / yardstick,
        "API edit to answer, ms": edit * 1000,
        "API edit against one check, times": edit / one,
        "edit to verdict on screen, ms": seen * 1000,
        "edit to verdict on screen, 95 of 100, ms": seen_p95 * 1000,
        "edit on screen against the API edit alone, times": seen / edit,
        "edit to verdict in a 5000-link plan, ms": big_seen * 1000,
        "edit to verdict in a 5000-link plan, 95 of 100, ms": big_p95 * 1000,
        "edit on screen, 5000 links against the demo plan, times": big_seen / seen,
        "trace of a 24-strand path of 9 parts, ms": trace_ms,
        "search for the cheapest remedy among 9 parts, ms": search_ms,
        "search against the trace, times": search_ms / trace_ms,
        "check of 1000 trunks with cassettes, s": thousand_trunks(timed),
        **backbone_figures(timed),
        **choice_figures(timed),
        **plan_figures(timed),
        **growth_figures(timed),
        **visit_figures(timed),
        **record_figures(timed),
        "map of that plan while it is dragged, frames a second": frames,
    }
    if "--json" in sys.argv:
        print(json.dumps(figures, indent=2))
    else:
        for name, figure in figures.items():
            print(f"{figure:10.2f}  {name}")
    return 0


if __name__ == "__main__":
    sys.exit(main())
