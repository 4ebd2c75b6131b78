"""What stands beside the links: copper runs, and what powers devices far away."""

from collections.abc import Iterator

from passerelle.core.plan.beside import CopperRun
from passerelle.core.plant.model import Plant

from .wanted import Wanted

_BY_THE_PIECE = ("direct-attach", "active copper", "active optical")
_USUAL_GRADE = "Cat 6A"


def of_beside(plant: Plant) -> Iterator[Wanted]:
    """Copper that is not there yet, and injectors, supplies and batteries of feeds."""
    for run in plant.copper.values():
        if not run.existing:
            yield _copper(run)
    for feed in plant.feeds.values():
        if feed.way == "pair":
            pair = plant.copper.get(feed.run or "")
            if pair is None or pair.powered_from is None:
                yield Wanted("injector", "power injector for one jack", "injector", 1, feed.name)
        elif feed.way == "composite":
            what = "supply for two conductors"
            yield Wanted("power part", what, "power supply", 1, feed.name)
        elif feed.way == "local":
            yield Wanted("power part", "battery with charger", "battery", 1, feed.name)


def _copper(run: CopperRun) -> Wanted:
    if run.what.startswith(_BY_THE_PIECE):
        key = f"{run.what} {run.rate_gbps:g}"
        return Wanted("direct-attach", f"{key}G, {run.length_m:g} m", key, run.count, run.name)
    grade = run.grade or _USUAL_GRADE
    said = grade if run.grade is not None else f"{grade}, grade not recorded"
    metres = run.length_m * run.count
    return Wanted("twisted pair", said, f"twisted pair {grade}", metres, run.name, "m")
