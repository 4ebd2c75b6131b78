"""Strands traced, and remedies searched for."""

from collections.abc import Callable

from passerelle.core.judge.check import check_all
from passerelle.core.light.link import Link, budget
from passerelle.core.light.modules import End
from passerelle.core.light.site import link_of, site_of
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, LightPath, Part, Segment
from passerelle.core.remedies.repolarising import repolarised
from passerelle.core.strands.trace import whole_trunk
from passerelle.core.tables.rows import Wiring
from passerelle.demo_data import demo_plan

Timed = Callable[[Callable[[], object]], float]


def nine_part_trunk(size: str, wirings: tuple[Wiring, ...]) -> Link:
    """Cords and trunks of one plug size with opposed adapters between them."""
    free, pins = connector(f"{size}/UPC/unpinned"), connector(f"{size}/UPC/pinned")
    parts: list[Part] = []
    for at, wiring in enumerate(wirings):
        outer = at in (0, len(wirings) - 1)
        plug = free if outer or at % 2 == 0 else pins
        parts += [Joint("adapter", keys="opposed")] if parts else []
        parts.append(Segment("cord" if outer else "cable", 20.0, "OM4", (plug, plug), wiring))
    end = End("100GBASE-SR4", connector=connector(f"{size}/PC"))
    return Link("trunk", end, end, LightPath(tuple(parts)))


def strands_ms(timed: Timed) -> tuple[float, float]:
    """Trace of a 24-strand path of nine parts; search for the cheapest remedy."""
    wide = nine_part_trunk("MPO-24", ("type-A", "type-B", "type-A", "type-B", "type-A"))
    wrong = nine_part_trunk("MPO-12", ("type-C", "type-A", "type-C", "type-C", "type-A"))
    sums = budget(wrong, HouseRules())
    return 1000 * timed(lambda: whole_trunk(wide.path)), 1000 * timed(lambda: repolarised(sums))


def thousand_trunks(timed: Timed) -> float:
    """Seconds for the check of 1,000 trunks."""
    plan = demo_plan()
    site = site_of(plan)
    demo = [link_of(one, site) for one in plan.links if one.name.startswith("Trunk")]
    many_trunks = [demo[at % len(demo)] for at in range(1000)]
    return timed(lambda: check_all(many_trunks, HouseRules()))
