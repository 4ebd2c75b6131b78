"""What the backbone takes: ends of new cables, panels, closures with their splices.

The cables themselves are cut from reels; see `cables`.
"""

from collections.abc import Iterator

from passerelle.core.choice.sold import PANEL_POSITIONS, adapters_for, mode_word
from passerelle.core.plan.backbone import COILED, Cable, Closure, Termination
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.house_rules import HouseRules, strands_ended
from passerelle.core.plant.model import Plant
from passerelle.core.plant.strands import strands

from .wanted import Open, Wanted

FACTORY, PIGTAILS, FIELD = "factory", "pigtails", "field"


def is_new(cable: Cable) -> bool:
    """Whether a cable is to be bought: not there yet, and no extra run that is only wished for."""
    return not cable.existing and not cable.wish


def ended(plant: Plant, cable: Cable, rules: HouseRules) -> int:
    """How many strands of a new cable are ended: all, or by house rule those that links take."""
    taken: set[int] = set()
    unchosen = 0
    for _, use in plant.uses_of.get(cable.name, ()):
        taken.update(use.strands)
        unchosen += 0 if use.strands else use.needed
    return strands_ended(cable.strands, len(taken) + unchosen, rules)


def lit_through(cable: Cable) -> bool:
    """Whether both ends are finished, so that its strands can be tested from end to end."""
    return all(end.kind not in (None, COILED) for end in cable.ends)


def of_cable_ends(plant: Plant, rules: HouseRules) -> Iterator[Wanted | Open]:
    """Pigtails, connectors, protectors and adapters of every new cable's ends.

    An end that goes into splices of a closure has nothing of its own. One of which nothing is
    recorded is open.
    """
    for cable in plant.cables.values():
        if is_new(cable):
            yield from of_ends(plant, cable, ended(plant, cable, rules))


def of_ends(plant: Plant, cable: Cable, count: int) -> Iterator[Wanted | Open]:
    """What both ends of one cable take, where so many of its strands are ended."""
    for side, place in ((0, cable.a), (1, cable.b)):
        end = cable.ends[side]
        if end.kind == COILED:
            continue
        if end.kind is None:
            if not _spliced_on(plant, cable, place):
                said = f"how {cable.name} is finished at {place} is not recorded"
                yield Open(cable.name, said)
            continue
        if end.connector is None:
            said = f"the connector of {cable.name} at {place} is not recorded: no adapter for it"
            yield Open(cable.name, said)
        if end.kind != FACTORY and end.panel is None:
            said = f"the panel of {cable.name} at {place} is not recorded: none is bought for it"
            yield Open(cable.name, said, blocks=False)
        yield from _of_end(cable, end, count)


def _of_end(cable: Cable, end: Termination, count: int) -> Iterator[Wanted]:
    plug = connector(end.connector) if end.connector else None
    family = plug.family if plug is not None else None
    named = plug.name if plug is not None else "connector not recorded"
    if end.kind == PIGTAILS:
        what = f"{cable.fiber}, {named}, 1 m"
        yield Wanted("pigtail", what, "pigtail", count, cable.name)
        yield Wanted("splice protector", "for one fusion splice", "splice", count, cable.name)
    elif end.kind == FIELD:
        what = f"{cable.fiber}, {named}"
        yield Wanted("connector", what, "field connector", count, cable.name)
    if family == "MPO" and plug is not None:
        many = -(-count // int(plug.type.split("-")[1]))
        yield Wanted("adapter", f"{plug.type}", "adapter", many, cable.name)
    elif family is not None:
        duplex = "duplex " if adapters_for(family, 2) == 1 else ""
        adapters = adapters_for(family, count)
        what = f"{duplex}{family}, {mode_word(cable.fiber)}"
        yield Wanted("adapter", what, "adapter", adapters, cable.name)


def _spliced_on(plant: Plant, cable: Cable, place: str) -> bool:
    return any(
        cable.name in (splice.a, splice.b)
        for closure in plant.closures.values()
        if closure.place == place
        for splice in closure.splices
    )


def of_panels(plant: Plant) -> Iterator[Wanted]:
    """A panel for each that new cables end on and that is not there yet.

    It is there as its place says; where that says nothing, where a cable that is there ends on it.
    """
    said = {(place.name, one.name): one for place in plant.places.values() for one in place.panels}
    ports: dict[tuple[str, str], int] = {}
    there: set[tuple[str, str]] = set()
    for cable in plant.cables.values():
        for side, place in ((0, cable.a), (1, cable.b)):
            panel = cable.ends[side].panel
            if panel is None or cable.wish:
                continue
            if cable.existing:
                there.add((place, panel))
                continue
            last = max((one.ports[side] or 0 for one in strands(plant, cable)), default=0)
            ports[place, panel] = max(ports.get((place, panel), 0), last)
    for (place, panel), last in ports.items():
        known = said.get((place, panel))
        stands = known.existing if known is not None else None
        if stands or (stands is None and (place, panel) in there):
            continue
        positions = known.positions if known is not None else None
        many = 1 if positions else max(1, -(-last // PANEL_POSITIONS))
        positions = positions or PANEL_POSITIONS
        yield Wanted("panel", f"{positions} positions", f"panel {positions}", many,
                     f"{panel}, {place}")  # fmt: skip


def closure_is_there(plant: Plant, closure: Closure) -> bool:
    """Whether a closure stands already: as recorded, else where all its cables are there."""
    if closure.existing is not None:
        return closure.existing
    named = {name for splice in closure.splices for name in (splice.a, splice.b)}
    cables = [plant.cables[name] for name in named if name in plant.cables]
    return bool(cables) and all(cable.existing for cable in cables)


def of_closures(plant: Plant) -> Iterator[Wanted]:
    """Closures that are not there yet, and what holds their splices; one protector a strand.

    Where both strands of a splice are there already, so is the splice.
    """
    for closure in plant.closures.values():
        if not closure_is_there(plant, closure):
            yield Wanted("closure", "closure with trays", "closure", 1, closure.name)
        for splice in closure.splices:
            both = [plant.cables.get(name) for name in (splice.a, splice.b)]
            if any(one is None or one.wish for one in both):
                continue
            if all(one is not None and one.existing for one in both):
                continue
            if splice.kind == "fusion":
                what = "for one fusion splice"
                yield Wanted("splice protector", what, "splice", splice.count, closure.name)
            else:
                what = "mechanical splice"
                yield Wanted("mechanical splice", what, what, splice.count, closure.name)
