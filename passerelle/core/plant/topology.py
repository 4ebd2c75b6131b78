"""Home runs against one shared cable: how many links a cut takes, and what each needs."""

from dataclasses import dataclass

from passerelle.core.refused import Told
from passerelle.core.tables.site import PRACTICE

from .diverse import Route, Ways, shortest_routes
from .model import Plant


class TopologyError(Told):
    """The two cannot be compared; the text says why."""

    def __init__(self, message: str) -> None:
        super().__init__("places", message)


@dataclass(frozen=True, slots=True)
class Cuts:
    """Links lost: by the worst single cut, and on average over cuts weighted by length."""

    worst: int
    mean: float


@dataclass(frozen=True, slots=True)
class Layout:
    """One way to reach the places. strand_m : metres of single strands. joints : fusion splices.

    one_cable : cuts that take one cable; dig : cuts through a pathway with all that lies in it.
    said : the failure domain in words.
    """

    name: str
    cables: int
    strands: int
    cable_m: float
    strand_m: float
    joints: int
    one_cable: Cuts
    dig: Cuts
    said: str


def compare(
    plant: Plant, hub: str, places: tuple[str, ...], strands_each: int
) -> tuple[Layout, Layout]:
    """Home runs from the hub, and one cable past all places with a drop at each.

    The shared cable visits the places in the order of their distance; each gets its own strands,
    spliced out of the cable there. Raises TopologyError where a place cannot be reached.
    """
    if not places:
        raise TopologyError("choose at least one place that is to be reached")
    if hub in places:
        raise TopologyError(f"“{hub}” is the hub; choose other places to reach")
    for place in (hub, *places):
        if place not in plant.places:
            raise TopologyError(f"“{place}” is not in places")
    ways = Ways(plant)
    runs = shortest_routes(ways, hub, places)
    for place in places:
        if place not in runs:
            raise TopologyError(f"no recorded pathways lead from “{hub}” to “{place}”")
    slack = 2 * PRACTICE["slack_each_end_m"].value
    return _home(plant, runs, strands_each, slack), _shared(ways, hub, runs, strands_each)


def _home(plant: Plant, runs: dict[str, Route], strands_each: int, slack: float) -> Layout:
    count = len(runs)
    through: dict[str, int] = {}
    for route in runs.values():
        for name in route.pathways:
            through[name] = through.get(name, 0) + 1
    ground = sum(plant.pathways[name].length_m for name in through)
    weighted = sum(plant.pathways[name].length_m * lost for name, lost in through.items())
    length = sum(route.length_m for route in runs.values()) + slack * count
    most = max(through.values(), default=0)
    return Layout(
        name="home runs",
        cables=count,
        strands=strands_each * count,
        cable_m=length,
        strand_m=length * strands_each,
        joints=2 * strands_each * count,
        one_cable=Cuts(1 if count else 0, 1.0 if count else 0.0),
        dig=Cuts(most, weighted / ground if ground else 0.0),
        said=f"A cut cable or a bad joint takes one place of {count}. A digger takes all cables in "
        f"the ground where it digs: {most} of {count} at worst.",
    )


def _shared(ways: Ways, hub: str, runs: dict[str, Route], strands_each: int) -> Layout:
    order = sorted(runs, key=lambda place: runs[place].length_m)
    legs, here = [], hub
    for place in order:
        legs.append(shortest_routes(ways, here, (place,))[place].length_m)
        here = place
    count, total = len(order), sum(legs)
    weighted = sum(leg * (count - at) for at, leg in enumerate(legs))
    strand_m = sum(leg * strands_each * (count - at) for at, leg in enumerate(legs))
    cuts = Cuts(count, weighted / total if total else 0.0)
    slack = PRACTICE["slack_each_end_m"].value * (count + 1)
    return Layout(
        name="one shared cable",
        cables=1,
        strands=strands_each * count,
        cable_m=total + slack,
        strand_m=strand_m,
        joints=2 * strands_each * count,
        one_cable=cuts,
        dig=cuts,
        said=f"A cut darkens every place past it: {count} of {count} at worst, by the hub, and "
        f"{cuts.mean:.1f} on average. A bad joint in the through strands does the same.",
    )
