"""How far needs, cables and links are, by what was done: from wanted to live."""

from collections.abc import Collection, Iterable, Mapping
from dataclasses import dataclass
from typing import Literal, get_args

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.materials.materials import Materials
from passerelle.core.plan.backbone import Cable
from passerelle.core.plan.facts import Facts
from passerelle.core.plant.strands import coiled_at

from .cables import ending_keys, key_of
from .ground import Ground
from .orders import Order, orders_of
from .tasks import Work, work_of

State = Literal[
    "wanted", "chosen", "planned", "ordered", "on site", "laid", "coiled", "ended", "tested",
    "live", "there",
]  # fmt: skip
"""wanted, chosen : of a need. planned : of a cable or link for which nothing is done yet."""
STATES: tuple[State, ...] = get_args(State)


def ordered_cables(orders: Iterable[Order]) -> frozenset[str]:
    """Names of cables whose glass is ordered."""
    mine = (one for one in orders if one.ordered and one.what.startswith(("cable:", "trunk:")))
    return frozenset(name for one in mine for name in one.reasons)


def cable_state(
    ground: Ground, cable: Cable, done: Collection[str], ordered: Collection[str] = ()
) -> State:
    """How far a cable is. An end that is left coiled on purpose is a state, and no shortfall.

    done : keys of tasks. ordered : names of cables whose glass is ordered.
    """
    if cable.existing:
        return "there"
    first = ground.plant.cables[ground.chain_of[cable.name]]
    if key_of("test", first.id) in done:
        return "tested"
    ends = [*ending_keys(cable), *_spliced(ground, cable)]
    if key_of("pull", cable.id) in done:
        if ends and all(key in done for key in ends):
            return "ended"
        return "coiled" if coiled_at(cable) else "laid"
    if key_of("goods-in", cable.id) in done:
        return "on site"
    return "ordered" if cable.name in ordered else "planned"


def _spliced(ground: Ground, cable: Cable) -> list[str]:
    """Keys of the splices of a cable in closures: without them its ends are not made."""
    return [
        key_of("splice", closure.id)
        for closure in ground.plant.closures.values()
        if any(cable.name in (one.a, one.b) for one in closure.splices)
    ]


def cable_states(ground: Ground, work: Work, ordered: Collection[str] = ()) -> dict[str, State]:
    """How far each cable is, by its id."""
    return {
        cable.id: cable_state(ground, cable, work.done, ordered)
        for cable in ground.plant.cables.values()
        if not cable.wish
    }


def link_states(
    check: PlanCheck, ground: Ground, work: Work, ordered: Collection[str] = ()
) -> dict[str, State]:
    """How far each link is, by its id: live once it came up, else as far as its last cable."""
    cables = {cable.name: cable for cable in ground.plant.cables.values()}
    uses = {use.key: use.uses for use in ground.plant.links}
    found: dict[str, State] = {}
    for one in check.links:
        link = one.budget.link
        if key_of("turn-up", link.id) in work.done:
            found[link.id] = "live"
            continue
        mine = [
            cable_state(ground, cables[use.cable], work.done, ordered)
            for use in uses.get(link.id, ())
            if use.cable in cables
        ]
        pull = key_of("pull", link.id)
        if pull in work.all:
            mine.append(
                "tested" if key_of("test", link.id) in work.done
                else "laid" if pull in work.done else "planned"
            )  # fmt: skip
        found[link.id] = min(mine, key=STATES.index, default="planned")
    return found


def need_states(check: PlanCheck, links: Mapping[str, State]) -> dict[str, State]:
    """How far each need is, by its id: as far as the last of its links; chosen before any work."""
    by_name = {one.budget.link.name: one.budget.link.id for one in check.links}
    found: dict[str, State] = {}
    for need in check.plan.needs:
        mine = [links[by_name[name]] for name in need.links if name in by_name]
        least = min(mine, key=STATES.index, default=None)
        if least is None:
            found[need.id] = "wanted" if need.state == "wanted" else "chosen"
        else:
            found[need.id] = "chosen" if least == "planned" else least
    return found


@dataclass(frozen=True, slots=True)
class HowFar:
    """How far everything is, by id."""

    needs: Mapping[str, State]
    cables: Mapping[str, State]
    links: Mapping[str, State]


def how_far(
    check: PlanCheck, materials: Materials, facts: Facts, work: Work | None = None
) -> HowFar:
    """How far needs, cables and links of a plan are. work : its tasks, where they are known."""
    ground = Ground(check, materials)
    work = work_of(check, materials, facts) if work is None else work
    ordered = ordered_cables(orders_of(materials, facts))
    links = link_states(check, ground, work, ordered)
    return HowFar(need_states(check, links), cable_states(ground, work, ordered), links)


def up_after(work: Work, day_of: dict[str, int], day: int) -> int:
    """How many links are up at the end of a day: brought up already, or in visits until then."""
    return sum(
        1 for key, task in work.all.items()
        if task.kind == "turn-up" and (key in work.done or day_of.get(key, 10**6) <= day)
    )  # fmt: skip
