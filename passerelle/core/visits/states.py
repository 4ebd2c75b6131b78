"""How far cables and links are, by what was done: wanted, on site, laid, ended, tested, live."""

from collections.abc import Collection
from typing import Literal, get_args

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.plan.backbone import Cable
from passerelle.core.plant.strands import coiled_at

from .cables import ending_keys, key_of
from .ground import Ground
from .tasks import Work

State = Literal["planned", "on site", "laid", "coiled", "ended", "tested", "live", "there"]
STATES: tuple[State, ...] = get_args(State)


def cable_state(ground: Ground, cable: Cable, done: Collection[str]) -> State:
    """How far a cable is. An end that is left coiled on purpose is a state, and no shortfall."""
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
    return "on site" if key_of("goods-in", cable.id) in done else "planned"


def _spliced(ground: Ground, cable: Cable) -> list[str]:
    """Keys of the splices of a cable in closures: without them its ends are not made."""
    return [
        key_of("splice", closure.id)
        for closure in ground.plant.closures.values()
        if any(cable.name in (one.a, one.b) for one in closure.splices)
    ]


def cable_states(ground: Ground, work: Work) -> dict[str, State]:
    """How far each cable is, by its id."""
    return {
        cable.id: cable_state(ground, cable, work.done)
        for cable in ground.plant.cables.values()
        if not cable.wish
    }


def link_states(check: PlanCheck, ground: Ground, work: Work) -> dict[str, State]:
    """How far each link is, by its id: live once it came up, else as far as its last cable."""
    cables = {cable.name: cable for cable in ground.plant.cables.values()}
    order = {state: at for at, state in enumerate(STATES)}
    uses = {use.key: use.uses for use in ground.plant.links}
    found: dict[str, State] = {}
    for one in check.links:
        link = one.budget.link
        if key_of("turn-up", link.id) in work.done:
            found[link.id] = "live"
            continue
        mine = [
            cable_state(ground, cables[use.cable], work.done)
            for use in uses.get(link.id, ())
            if use.cable in cables
        ]
        pull = key_of("pull", link.id)
        if pull in work.all:
            mine.append(
                "tested" if key_of("test", link.id) in work.done
                else "laid" if pull in work.done else "planned"
            )  # fmt: skip
        found[link.id] = min(mine, key=order.__getitem__, default="planned")
    return found


def up_after(work: Work, day_of: dict[str, int], day: int) -> int:
    """How many links are up at the end of a day: brought up already, or in visits until then."""
    return sum(
        1 for key, task in work.all.items()
        if task.kind == "turn-up" and (key in work.done or day_of.get(key, 10**6) <= day)
    )  # fmt: skip
