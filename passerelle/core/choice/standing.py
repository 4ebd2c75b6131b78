"""Ways on the plan's own cables: free strands between the two places, with cords that fit."""

from collections.abc import Iterator
from dataclasses import replace

from passerelle.core.light.link import Link
from passerelle.core.plan.backbone import Cable
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from passerelle.core.plant.strands import StrandError, coiled_at, next_free, taken
from passerelle.core.plant.taking import strands_needed, take
from passerelle.core.remedies.proposal import plug_for
from passerelle.core.tables import STANDARD, Application

from .laying import cable_at, outer
from .need import SiteNeed
from .ways import EXISTING, Candidate, RuledOut, Way, circuits, proposed
from .world import World


def between(need: SiteNeed, world: World) -> Iterator[Cable]:
    """The cables of the plan that run from one place of the need to the other."""
    for cable in world.plant.cables.values():
        if not cable.wish and {cable.a, cable.b} == {need.a_place, need.b_place}:
            yield cable


def on_cables(
    need: SiteNeed, world: World, application: Application
) -> Iterator[Candidate | RuledOut]:
    """Free strands of the plan's own cables between the two places."""
    for cable in between(need, world):
        base = STANDARD.fibers.get(cable.fiber)
        row = world.tables.fibers[cable.fiber].application_row
        listed = {reach.fiber for reach in application.reach}
        if row not in listed or not fits_ends(application, cable):
            continue
        label = f"{application.name} on strands of {cable.name} ({cable.fiber})"
        grade = base.name if base is not None else "OS2"
        link = proposed(need, world, application, grade)
        try:
            links = tuple(matched(one) for one in _taken(need, world, cable, link))
            yield Candidate(EXISTING, label, (Way(links, new=False),))
        except StrandError as error:
            yield RuledOut(label, str(error))


def fits_ends(application: Application, cable: Cable) -> bool:
    """A row of strands asks for the cable's own plug; other applications for duplex ports."""
    wanted = plug_for(application)
    if not on_trunk(cable):
        return wanted.family != "MPO"
    return wanted.type == connector(cable.ends[0].connector or "").type


def on_trunk(cable: Cable) -> bool:
    """The cable ends in multi-fiber plugs."""
    plug = cable.ends[0].connector
    return plug is not None and connector(plug).family == "MPO"


def _taken(need: SiteNeed, world: World, cable: Cable, link: Link) -> tuple[Link, ...]:
    """One link a circuit, each on the next free strands. Raises StrandError."""
    each = strands_needed(link)
    for place in coiled_at(cable):
        raise StrandError(f"{cable.name} is left coiled at {place}: end it there first")
    if on_trunk(cable):
        return (_on_trunk(need, world, cable, link, each),)
    numbers = next_free(world.plant, cable, each * need.circuits)
    if not numbers:
        count = each * need.circuits
        raise StrandError(f"{cable.name} has no {count} free strands side by side in one tube")
    links = []
    for n, one in enumerate(circuits(link, need.circuits)):
        mine = numbers[n * each : (n + 1) * each]
        links.append(take(world.plant, one, cable_at(one)[0], cable.name, mine))
    return tuple(links)


def _on_trunk(need: SiteNeed, world: World, cable: Cable, link: Link, each: int) -> Link:
    """The link on the strands that its plug lights; one plug carries one circuit."""
    if need.circuits > 1:
        raise StrandError(f"{cable.name} is one trunk, and carries one circuit of these")
    numbers = outer(cable.strands, each)
    used = sorted(taken(world.plant, cable).intersection(numbers))
    if used:
        raise StrandError(f"strand {used[0]} of {cable.name} is not free")
    return take(world.plant, link, cable_at(link)[0], cable.name, numbers)


def matched(link: Link) -> Link:
    """Cords that fit the plugs of the cable between them, whatever new panels would have."""
    parts = list(link.path.parts)
    for cord, at, side in ((0, 1, 0), (-1, -2, 1)):
        joint, run = parts[at], parts[2 if side == 0 else -3]
        cordage = parts[cord]
        assert isinstance(cordage, Segment) and isinstance(run, Segment)
        assert isinstance(joint, Joint)
        plug = run.ends[side]
        if plug is None:
            continue
        if plug.pins is not None:  # one side of a joint has the pins, the other has not
            pins = "unpinned" if plug.pins == "pinned" else "pinned"
            plug = connector(f"{plug.type}/{plug.polish}/{pins}")
        ends = (cordage.ends[0], plug) if side == 0 else (plug, cordage.ends[1])
        parts[cord] = replace(cordage, ends=ends)
        parts[at] = replace(joint, grade="standard")  # of plugs that are there no more is known
    return replace(link, path=LightPath(tuple(parts)))
