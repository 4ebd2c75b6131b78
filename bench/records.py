"""Search, hunt, turn-up and records at size: 5,000 links on 2,500 cables from one hub."""

from collections.abc import Callable
from functools import partial

from passerelle.core.judge.wholeplan import PlanCheck, check
from passerelle.core.plan.backbone import Cable, Pathway, Place, Termination
from passerelle.core.plan.ends import LinkEnd
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.records.entries import parts_of
from passerelle.core.records.free import free_strands
from passerelle.core.records.parts import parts_used
from passerelle.core.records.search import Index, index_of, search
from passerelle.core.records.speed import at_speed
from passerelle.core.records.through import through
from passerelle.core.turnup.hunted import seen_by
from passerelle.core.turnup.link import ground_of, turn_up

Timed = Callable[..., float]
SPOKES = 2500
TYPED = ("hub to spoke 1234", "sopke", "C-0077", "hub", "spoke 2 1000base", "nothing of the kind")


def spoked_plan(spokes: int = SPOKES) -> Plan:
    """A hub with a cable of twelve strands to each of many places, two links on each."""
    end = Termination(kind="field", connector="LC/UPC", panel="A")
    places = [Place("Hub", depot=True), *(Place(f"Spoke {n}") for n in range(spokes))]
    ways = [Pathway(f"D-{n:04d}", "Hub", f"Spoke {n}", length_m=200.0) for n in range(spokes)]
    cables = [
        Cable(f"C-{n:04d}", "Hub", f"Spoke {n}", "OS2", 12, route=(f"D-{n:04d}",), end_a=end,
              end_b=end)
        for n in range(spokes)
    ]  # fmt: skip
    links = [
        PlannedLink(
            f"Hub to spoke {n}, {k}", LinkEnd("1000BASE-LX10", place="Hub"),
            LinkEnd("1000BASE-LX10", place=f"Spoke {n}"),
            (Segment("cable", 210.0, "OS2", cable=f"C-{n:04d}",
                     strand_numbers=(2 * k + 1, 2 * k + 2)),),
        )
        for n in range(spokes) for k in range(2)
    ]  # fmt: skip
    return Plan("spokes", places=Things(places), pathways=Things(ways), cables=Things(cables),
                links=Things(links))  # fmt: skip


def indexed(judged: PlanCheck) -> list[Index]:
    """The indexes as the application makes them, of all parts."""
    return [index_of(made()) for _, made in parts_of(judged, Facts.NONE).values()]


def record_figures(timed: Timed) -> dict[str, float]:
    """Seconds of each."""
    judged = check(spoked_plan())
    index = indexed(judged)
    keys = list(judged.alone)
    ground = ground_of(judged, Facts.NONE)
    one = turn_up(ground, keys[7])
    found = {f"search '{text}'": timed(partial(search, index, text), 9) for text in TYPED}
    return found | {
        "search indexes made anew, all parts": timed(partial(indexed, judged), 1),
        "free strands by pair of places": timed(partial(free_strands, judged), 3),
        "what runs through a cable": timed(partial(through, judged, "cable", "C-0077"), 3),
        "where parts are used": timed(partial(parts_used, judged), 3),
        "60 links at another speed": timed(partial(at_speed, judged, keys[:60], 25.0), 3),
        "ground of turn-up made anew": timed(partial(ground_of, judged, Facts.NONE), 3),
        "a link that comes up": timed(partial(turn_up, ground, keys[7]), 9),
        "what a hunt begins with": timed(partial(seen_by, one.check, one.of), 9),
    }  # fmt: skip
