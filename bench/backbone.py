"""The backbone at size: 2,000 places, 4,000 pathways, and links along their shortest routes."""

import random
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path

from playwright.sync_api import sync_playwright

from passerelle.api.serving import beside
from passerelle.core.judge.backbone import check_plant
from passerelle.core.plan.backbone import Cable, Group, Pathway, Place
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.plant.diverse import Ways, routes_between, shortest_routes
from passerelle.core.plant.fates import single_points
from passerelle.core.plant.model import LinkUse, Plant, Use
from passerelle.core.tables.site import CABLE_TYPES
from passerelle.plans.plans import Plans
from passerelle.plans.store import Store

WIDE, HIGH, EXTRA = 50, 40, 90
Timed = Callable[..., float]

DRAG = """async () => {
  const svg = document.querySelector('[data-map] svg');
  const box = svg.getBoundingClientRect();
  const y = box.top + 200;
  const at = (x) => ({ bubbles: true, clientX: box.left + x, clientY: y, pointerId: 1 });
  svg.setPointerCapture = () => {};
  Element.prototype.setPointerCapture = () => {};
  svg.dispatchEvent(new PointerEvent('pointerdown', at(100)));
  const start = performance.now();
  for (let i = 1; i <= 60; i++) {
    svg.dispatchEvent(new PointerEvent('pointermove', at(100 + 4 * i)));
    await new Promise(requestAnimationFrame);
  }
  const seconds = (performance.now() - start) / 1000;
  svg.dispatchEvent(new PointerEvent('pointerup', at(340)));
  return 60 / seconds;
}"""


def big_site() -> Plant:
    """A grid of places with ducts between neighbours, and 400 cables with 1,000 links on them."""
    dice = random.Random(4)
    names = [f"P{n}" for n in range(WIDE * HIGH)]
    places = {
        n: Place(n, x_m=100.0 * (i % WIDE), y_m=100.0 * (i // WIDE)) for i, n in enumerate(names)
    }
    pairs = [(i, i + 1) for i in range(WIDE * HIGH) if (i + 1) % WIDE]
    pairs += [(i, i + WIDE) for i in range(WIDE * (HIGH - 1))]
    pairs += [(dice.randrange(2000), dice.randrange(2000)) for _ in range(EXTRA)]
    ways = {
        f"W{n}": Pathway(f"W{n}", names[a], names[b], 80.0 + dice.random() * 60, "duct",
                         inner_mm=100.0, lies_in=f"T{n // 7}" if n % 5 == 0 else None)
        for n, (a, b) in enumerate(pairs) if a != b
    }  # fmt: skip
    plant = Plant(places, ways)
    shortest = Ways(plant)
    kind = next(iter(CABLE_TYPES.values()))
    cables, links = {}, []
    for n in range(400):
        a, b = dice.sample(names, 2)
        route = shortest_routes(shortest, a, (b,))[b]
        cables[f"C{n}"] = Cable(f"C{n}", a, b, "OS2", 4, kind, route.pathways)
        links.append(LinkUse(f"l{n}", f"L{n}", (a, b), uses=(Use(f"C{n}", (1, 2), 2),)))
    links += [replace(link, key=f"m{n}", name=f"M{n}") for n, link in enumerate(links[:300] * 2)]
    groups = {f"G{n}": Group(f"G{n}", (f"L{n}", f"L{n + 1}")) for n in range(0, 100, 2)}
    return Plant(places, ways, cables, groups=groups, links=tuple(links))


def backbone_figures(timed: Timed) -> dict[str, float]:
    """Seconds of diversity, of the failure table and of all rules."""
    site = big_site()
    ends = [("P0", "P1999"), ("P40", "P1600"), ("P1020", "P1075"), ("P3", "P1995")]
    worst = max(timed(lambda a=a, b=b: routes_between(site, a, b), 3) for a, b in ends)
    return {
        "two routes that share least, 2000 places and 4000 pathways, ms": 1000 * worst,
        "failure table of that plan with 1000 links, s": timed(lambda: single_points(site), 3),
        "all rules of that backbone, s": timed(lambda: check_plant(site, HouseRules()), 3),
    }


def map_frames(folder: Path) -> float:
    """Frames a second while the map of that plan is dragged, in headless Chromium."""
    site = big_site()
    plan = Plan("big", places=Things(site.places.values()), pathways=Things(site.pathways.values()))
    store = Store(folder)
    Plans(store).add(plan, Facts.NONE, "bench", "big")
    with beside(store) as address, sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium", args=["--no-sandbox", "--disable-gpu"]
        )
        page = browser.new_page(base_url=address, viewport={"width": 1280, "height": 800})
        page.goto("/plans/1/survey")
        page.locator("[data-pathway]").first.wait_for(state="attached")
        page.wait_for_timeout(500)
        frames: float = page.evaluate(DRAG)
        browser.close()
    store.close()
    return frames
