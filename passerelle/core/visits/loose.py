"""Tasks of cables that stand in a link alone, which no cable of the plan stands for."""

from collections.abc import Iterator

from passerelle.core.judge.check import LinkCheck
from passerelle.core.light.modules import resolve
from passerelle.core.materials.wanted import Item
from passerelle.core.plan.lightpath import UNSAID, Segment

from .cables import key_of
from .ground import Ground
from .task import Task, TaskKind, Wait

_END_PARTS: tuple[Item, ...] = ("pigtail", "splice protector", "adapter")


def of_loose(ground: Ground, one: LinkCheck, seen: set[str]) -> Iterator[Task]:
    """Pull, finish at both ends, test. seen : shared cables that another link has had."""
    link = one.budget.link
    there = ground.plant.places
    a, b = (end.place if end.place in there else None for end in (link.a, link.b))
    parts = [
        part for part in link.path.parts
        if isinstance(part, Segment) and part.kind == "cable" and part.cable is None
        and not part.existing and not (part.shared is not None and part.shared in seen)
    ]  # fmt: skip
    if not parts:
        return
    seen.update(part.shared for part in parts if part.shared is not None)
    about, stops, mine = ("link", link.id), ground.stops.get(("link", link.name), ()), (link.id,)
    known = [part.length_m for part in parts if part.length_m is not UNSAID]
    length_m = sum(float(one) for one in known)
    counted = f"{length_m:g} m" if len(known) == len(parts) else "length not recorded"
    pull = key_of("pull", link.id)
    at = tuple(dict.fromkeys(place for place in (a, b) if place is not None))
    yield Task(
        pull, "pull", f"pull the cable of {link.name}", link.name, about, at,
        ground.minutes("set-up", len(parts)) + ground.minutes("pull", length_m), counted,
        people=2, carry=ground.parts(link.name, ("cable", "trunk")), blocked=stops, links=mine,
        extent=counted, counted=len(known) == len(parts),
        due=ground.due(link.name, ("cable", "trunk")),
    )  # fmt: skip
    splices, ports = ground.count(link.name, "splice protector"), ground.count(link.name, "adapter")
    plugs = sum(1 for part in parts for end in part.ends if end is not None and not end.is_bare)
    minutes = ground.minutes("splice", splices) + ground.minutes("port", ports)
    minutes += ground.minutes("end", plugs)
    kind: TaskKind = "splice" if splices else "terminate"
    waits = [Wait(pull, "the cable has to be there")]
    for side, place in (("a", a), ("b", b)):
        key = key_of(kind, link.id, side)
        where, site = (f"at {place}", (place,)) if place else (f"at end {side}", ())
        yield Task(
            key, kind, f"finish the cable of {link.name} {where}", link.name, about, site,
            minutes / 2, f"half of {splices:g} splices, {plugs} plugs, {ports:g} ports",
            after=(waits[0],), carry=ground.parts(link.name, _END_PARTS, half=True), blocked=stops,
            links=mine,
        )  # fmt: skip
        waits.append(Wait(key, "tested from panel to panel"))
    strands = max(resolve(link.a).strands or 2, *(part.strands or 0 for part in parts))
    yield Task(key_of("test", link.id), "test", f"test the cable of {link.name}", link.name, about,
               at, ground.minutes("test", strands), f"{strands} × {ground.minutes('test'):g} min",
               people=2, after=tuple(waits[1:]), blocked=stops, links=mine)  # fmt: skip
