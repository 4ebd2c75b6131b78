"""Tasks of links and devices: set ports, fit modules, patch, bring up, sign off, hand over."""

from collections import defaultdict
from collections.abc import Iterator
from itertools import pairwise

from passerelle.core.judge.about import COPPER, DEVICE, FEED
from passerelle.core.judge.check import LinkCheck
from passerelle.core.light.modules import End
from passerelle.core.materials.onlinks import module_words
from passerelle.core.materials.wanted import Item
from passerelle.core.plan.lightpath import Segment

from .cables import key_of
from .ground import Ground
from .loose import of_loose
from .task import Task, Wait

_MODULES: tuple[Item, ...] = ("module", "cage adapter")
_CORDS: tuple[Item, ...] = ("cord", "conditioning cord", "attenuator", "multiplexer", "inline part",
                            "cassette")  # fmt: skip


def of_links(ground: Ground, depot: str | None) -> Iterator[Task]:
    """Everything from the bench to the last signature."""
    yield from _power(ground)
    yield from _copper(ground)
    yield from _provision(ground, depot)
    one_after = _one_after_the_other(ground)
    signed: list[str] = []
    seen: set[str] = set()
    for one in ground.check.links:
        yield from of_loose(ground, one, seen)
        for task in _link(ground, one, one_after):
            if task.kind == "sign-off":
                signed.append(task.key)
            yield task
    if signed:
        plan = ground.check.plan
        yield Task(
            key_of("hand-over", plan.id), "hand-over", "hand over the papers", plan.name,
            ("plan", plan.id), (depot,) if depot else (), ground.minutes("hand-over"), "once",
            after=tuple(Wait(key, "every link is signed off") for key in signed),
        )  # fmt: skip


def _power(ground: Ground) -> Iterator[Task]:
    for feed in ground.plant.feeds.values():
        parts = ground.parts(feed.name, ("injector", "power part"))
        if parts and feed.place in ground.plant.places:
            yield Task(key_of("fit", feed.id), "fit", f"fit power for {feed.name}", feed.name,
                       (FEED, feed.id), (feed.place,), ground.minutes("power"), "1 supply",
                       carry=parts,
                       due=ground.due(feed.name, ("injector", "power part")),
                       blocked=ground.stops.get((FEED, feed.name), ()))  # fmt: skip


def _copper(ground: Ground) -> Iterator[Task]:
    for run in ground.plant.copper.values():
        if run.existing:
            continue
        about, stops = (COPPER, run.id), ground.stops.get((COPPER, run.name), ())
        items: tuple[Item, ...] = ("twisted pair", "direct-attach")
        ends = (run.a, run.b)
        minutes = ground.minutes("cord") + ground.minutes("pull", run.length_m * run.count)
        yield Task(key_of("pull", run.id), "pull", f"lay {run.name}", run.name, about,
                   tuple(dict.fromkeys(ends)), minutes, f"{run.length_m:g} m × {run.count}",
                   people=2 if run.a != run.b else 1, carry=ground.parts(run.name, items),
                   due=ground.due(run.name, items), blocked=stops)  # fmt: skip
        yield Task(key_of("test", run.id), "test", f"test {run.name}", run.name, about,
                   tuple(dict.fromkeys(ends)), ground.minutes("test", run.count),
                   f"{run.count} × {ground.minutes('test'):g} min",
                   people=2 if run.a != run.b else 1,
                   after=(Wait(key_of("pull", run.id), f"{run.name} has to be there"),),
                   blocked=stops)  # fmt: skip


def _devices(one: LinkCheck) -> list[tuple[str, End]]:
    return [("a", one.budget.link.a), ("b", one.budget.link.b)]


def _provision(ground: Ground, depot: str | None) -> Iterator[Task]:
    """Ports are set on the bench before anything leaves, or at each device, by house rule."""
    ports: defaultdict[str, dict[str, None]] = defaultdict(dict)
    for one in ground.check.links:
        for _, end in _devices(one):
            if end.device is not None:
                ports[end.device.name][one.budget.link.id] = None
    for name, links in ports.items():
        device = ground.plant.devices[name]
        place = depot if ground.rules.provisioning == "bench" else device.place
        at = (place,) if place is not None else ()
        count = len(links)
        yield Task(key_of("provision", device.id), "provision", f"set the ports of {name}", name,
                   (DEVICE, device.id), at, ground.minutes("provision", count),
                   f"{count} × {ground.minutes('provision'):g} min", links=tuple(links),
                   blocked=ground.stops.get((DEVICE, name), ()),
                   carry=ground.parts(name, ("converter",)))  # fmt: skip


def _one_after_the_other(ground: Ground) -> dict[str, str]:
    """For each link of a redundancy group the one that has to be up before it is worked on.

    In the order of the plan, so that links of several groups never wait for each other.
    """
    ids = {one.budget.link.name: one.budget.link.id for one in ground.check.links}
    order = {key: at for at, key in enumerate(ids.values())}
    found: dict[str, str] = {}
    for group in ground.plant.groups.values():
        members = sorted({ids[name] for name in group.links if name in ids}, key=order.__getitem__)
        for before, after in pairwise(members):
            found.setdefault(after, before)
    return found


def _link(ground: Ground, one: LinkCheck, one_after: dict[str, str]) -> Iterator[Task]:
    link = one.budget.link
    about, stops, mine = ("link", link.id), ground.stops.get(("link", link.name), ()), (link.id,)
    places = (link.a.place, link.b.place)
    other = one_after.get(link.id)
    apart = (
        (Wait(key_of("turn-up", other), "the other way of a redundant pair is up first", True),)
        if other is not None else ()
    )  # fmt: skip
    cables = dict.fromkeys(
        ground.chain_of[part.cable] for part in link.path.parts
        if isinstance(part, Segment) and part.cable in ground.chain_of
    )  # fmt: skip
    tested = tuple(
        Wait(key_of("test", ground.plant.cables[name].id), f"{name} is tested before it is used")
        for name in cables
    )
    tested = (*tested, Wait(key_of("test", link.id), "its cable is tested before it is used"))
    turn_up = list(tested)
    for side, end in _devices(one):
        at = (end.place,) if end.place is not None and end.place in ground.plant.places else ()
        where = f"at {end.place}" if at else f"at end {side}"
        device = end.device
        waits = (
            () if device is None
            else (Wait(key_of("provision", device.id), f"{device.name} is set before it is used"),)
        )  # fmt: skip
        module, patch = key_of("module", link.id, side), key_of("patch", link.id, side)
        cords = sum(
            1 for at, part in enumerate(link.path.parts)
            if isinstance(part, Segment) and part.kind == "cord"
            and (side == "a") == (at < len(link.path.parts) / 2)
        )  # fmt: skip
        words = module_words(end, ground.rules)
        yield Task(module, "module", f"fit the module of {link.name} {where}", link.name,
                   about, at, ground.minutes("module"), "1 module",
                   after=(*waits, *apart), carry=(f"1 × module: {words}",), extent=words,
                   blocked=stops,
                   due=ground.due(link.name, _MODULES), links=mine)  # fmt: skip
        yield Task(patch, "patch", f"patch {link.name} {where}", link.name, about,
                   at, ground.minutes("cord", cords), f"{cords} cords",
                   after=(Wait(module, "the module goes in before the cord"), *tested, *apart),
                   carry=ground.parts(link.name, _CORDS, half=True), blocked=stops,
                   due=ground.due(link.name, _CORDS), links=mine)  # fmt: skip
        turn_up += [Wait(patch, "both ends are patched")]
    known = tuple(dict.fromkeys(p for p in places if p in ground.plant.places and p is not None))
    up = key_of("turn-up", link.id)
    yield Task(up, "turn-up", f"bring up {link.name}", link.name, about, known,
               ground.minutes("turn-up"), "levels and counters, both ends", people=len(known) or 2,
               after=tuple(turn_up), blocked=stops, links=mine)  # fmt: skip
    yield Task(key_of("sign-off", link.id), "sign-off", f"sign off {link.name}", link.name, about,
               known[:1], ground.minutes("sign-off"), "1 link",
               after=(Wait(up, "it has to be up"),), blocked=stops, links=mine)  # fmt: skip
