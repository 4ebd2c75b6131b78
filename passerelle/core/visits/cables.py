"""Tasks of cables: goods in, string, panels, pull, splice or terminate, label, inspect, test."""

from collections.abc import Iterator

from passerelle.core.judge.about import CABLE
from passerelle.core.materials.backbone import FACTORY, FIELD, PIGTAILS, closure_is_there, ended
from passerelle.core.materials.wanted import Item
from passerelle.core.plan.backbone import BAD, COILED, DARK, Cable, Closure
from passerelle.core.plant.model import lengths

from .ground import Ground, pairs
from .task import Task, TaskKind, Wait, points_at

COVERED = ("trench", "burial")
"""Kinds of pathways that nobody sees again."""
_END_PARTS: tuple[Item, ...] = (
    "pigtail", "connector", "splice protector", "mechanical splice", "adapter",
)  # fmt: skip


def key_of(kind: TaskKind, thing_id: str, end: str = "") -> str:
    """The key of a task: the same as long as the thing is there, whatever it is called."""
    return ":".join(filter(None, (kind, thing_id, end)))


def of_cables(ground: Ground) -> Iterator[Task]:
    """Everything that is done with cables that are still to be pulled, and with what is dead."""
    yield from _panels(ground)
    yield from _strings(ground)
    for cable in ground.new_cables:
        yield from _one(ground, cable)
    for closure in ground.plant.closures.values():
        yield from _closure(ground, closure)
    yield from _tests(ground)
    yield from _covers(ground)
    for cable in ground.plant.cables.values():
        if cable.existing and not cable.wish and _dead(ground, cable):
            yield Task(key_of("remove", cable.id), "remove", f"take out {cable.name}", cable.name,
                       (CABLE, cable.id), (cable.a, cable.b), ground.minutes("remove"), "1 cable",
                       people=2)  # fmt: skip


def _dead(ground: Ground, cable: Cable) -> bool:
    """Whether all its strands are noted as bad or dark, and nothing runs on it."""
    noted = {note.strand for note in cable.strand_notes if note.state in (BAD, DARK)}
    return len(noted) == cable.strands and not ground.plant.uses_of.get(cable.name)


def panel_key(place_id: str, panel: str) -> str:
    """The key of hanging a panel."""
    return key_of("fit", place_id, f"panel {panel}")


def _panels(ground: Ground) -> Iterator[Task]:
    """Panels that the list of materials buys."""
    for line in ground.materials.lines:
        if line.item != "panel":
            continue
        for reason, share in zip(line.reasons, line.shares, strict=True):
            panel, _, name = reason.rpartition(", ")
            place = ground.plant.places.get(name)
            if place is None:
                continue
            yield Task(
                panel_key(place.id, panel), "fit", f"fit panel {panel} at {name}", reason,
                ("place", place.id), (name,), ground.minutes("panel", share),
                f"{share:g} × {ground.minutes('panel'):g} min",
                carry=ground.parts(reason, ("panel",)), due=ground.due(reason, ("panel",)),
            )  # fmt: skip


def _strings(ground: Ground) -> Iterator[Task]:
    """A string into each pathway that has none and that a new cable is pulled through."""
    wanted = dict.fromkeys(name for cable in ground.new_cables for name in cable.route)
    for name in wanted:
        way = ground.plant.pathways.get(name)
        if way is not None and way.pulled and way.pull_string is False:
            yield Task(key_of("fit", way.id, "string"), "fit", f"string through {name}", name,
                       ("pathway", way.id), (way.a, way.b), ground.minutes("string"), "1 string",
                       people=2, blocked=ground.stops.get(("pathway", name), ()))  # fmt: skip


def _one(ground: Ground, cable: Cable) -> Iterator[Task]:
    about, name = (CABLE, cable.id), cable.name
    stops = ground.stops.get((CABLE, name), ())
    links = tuple(link.key for link, _ in ground.plant.uses_of.get(name, ()))
    strands = ended(ground.plant, cable, ground.rules)
    factory = FACTORY in (cable.ends[0].kind, cable.ends[1].kind)
    feed, far = (cable.a, cable.b) if cable.feed == "a" else (cable.b, cable.a)
    tests = strands if factory else 1
    bought: tuple[Item, ...] = ("cable", "trunk")
    yield Task(
        key_of("goods-in", cable.id), "goods-in",
        f"check {name} in, and test it before it is pulled", name, about, (feed,),
        ground.minutes("goods-in") + ground.minutes("test", tests),
        f"{tests} strand{'s' if tests != 1 else ''} tested", blocked=stops, links=links,
        due=ground.due(name, bought),
    )  # fmt: skip
    order_m = lengths(ground.plant, cable).order_m
    waits = [Wait(key_of("goods-in", cable.id), "tested before it is pulled")]
    points = []
    for way, forward in ground.plant.steps(cable):
        if way.pulled and way.pull_string is False:
            waits.append(Wait(key_of("fit", way.id, "string"), f"a string has to be in {way.name}"))
        start, end = (way.a, way.b) if forward else (way.b, way.a)
        points += [f"{way.name}, {start} to {end}: {tick}" for tick in points_at(way)]
    points += [f"Pulled out and fed on at {place}." for place in cable.pull_points]
    points.append("Sheath metres at both ends written down.")
    yield Task(
        key_of("pull", cable.id), "pull", f"pull {name}", name, about, (feed, far),
        ground.minutes("set-up") + ground.minutes("pull", order_m or 0.0),
        "length not known: set-up alone" if order_m is None else f"{order_m:.0f} m",
        people=2, after=tuple(waits), carry=ground.parts(name, bought), points=tuple(points),
        extent="" if order_m is None else f"{order_m:.0f} m of {cable.strands} strands",
        counted=order_m is not None,
        blocked=(*stops, *_in_the_way(ground, cable)), links=links,
    )  # fmt: skip
    for side, place in (("a", cable.a), ("b", cable.b)):
        yield from _end(ground, cable, side, place, strands, links, stops)


def _in_the_way(ground: Ground, cable: Cable) -> Iterator[str]:
    """What stops the pathways that it is pulled through: nobody pulls into a duct that is full."""
    for name in dict.fromkeys(cable.route):
        yield from ground.stops.get(("pathway", name), ())


def _end(
    ground: Ground, cable: Cable, side: str, place: str, strands: int, links: tuple[str, ...],
    stops: tuple[str, ...],
) -> Iterator[Task]:  # fmt: skip
    """What is done where a cable ends: its label at landing, and its connectors."""
    end = cable.ends[0 if side == "a" else 1]
    about, name = (CABLE, cable.id), cable.name
    pulled = Wait(key_of("pull", cable.id), f"{name} has to be there")
    yield Task(key_of("label", cable.id, side), "label", f"label {name} at {place}", name, about,
               (place,), ground.minutes("label", 2), "cable and panel", after=(pulled,),
               blocked=stops, links=links)  # fmt: skip
    kind = _ending_kind(cable, side)
    if kind is None:
        return
    site = ground.plant.places.get(place)
    waits = [pulled]
    if end.panel is not None and site is not None:
        waits.append(Wait(panel_key(site.id, end.panel), f"panel {end.panel} has to hang"))
    ports = ground.minutes("port", pairs(strands))
    operation, times = {
        PIGTAILS: ("splice", strands), FIELD: ("field connector", strands), FACTORY: ("end", 1),
    }[end.kind or FACTORY]  # fmt: skip
    counted = f"{times} × {ground.minutes(operation):g} min, {pairs(strands)} ports"
    word = "splice" if kind == "splice" else "terminate"
    yield Task(
        key_of(kind, cable.id, side), kind, f"{word} {name} at {place}", name, about, (place,),
        ground.minutes(operation, times) + ports, counted, after=tuple(waits),
        carry=ground.parts(name, _END_PARTS, half=_alike(cable)), blocked=stops, links=links,
        extent=f"{strands} strands, {end.kind}, {end.connector or 'connector not recorded'}",
    )  # fmt: skip
    yield Task(
        key_of("inspect", cable.id, side), "inspect", f"inspect and clean {name} at {place}", name,
        about, (place,), ground.minutes("inspect", strands), f"{strands} plugs",
        after=(Wait(key_of(kind, cable.id, side), "what is not ended has no face"),),
        blocked=stops, links=links,
    )  # fmt: skip


def _alike(cable: Cable) -> bool:
    """Whether both ends are made on site, so that each takes half of the parts."""
    return all(end.kind in (PIGTAILS, FIELD) for end in cable.ends)


def _ending_kind(cable: Cable, side: str) -> TaskKind | None:
    """How an end is finished; None: it is coiled, spliced in a closure, or nobody decided it."""
    kind = cable.ends[0 if side == "a" else 1].kind
    if kind in (None, COILED):
        return None
    return "splice" if kind == PIGTAILS else "terminate"


def ending_keys(cable: Cable) -> list[str]:
    """Keys of the tasks that finish a cable's ends."""
    kinds = [(side, _ending_kind(cable, side)) for side in "ab"]
    return [key_of("inspect", cable.id, side) for side, kind in kinds if kind is not None]


def _closure(ground: Ground, closure: Closure) -> Iterator[Task]:
    """A closure is set, its strands spliced; it is closed once they are tested."""
    cables = [ground.plant.cables.get(name) for s in closure.splices for name in (s.a, s.b)]
    new = [one for one in cables if one is not None and not one.existing and not one.wish]
    if not new:
        return
    about, at = ("closure", closure.id), (closure.place,)
    set_up = key_of("fit", closure.id)
    fresh = not closure_is_there(ground.plant, closure)
    if fresh:
        yield Task(set_up, "fit", f"set closure {closure.name}", closure.name, about, at,
                   ground.minutes("panel"), "1 closure",
                   carry=ground.parts(closure.name, ("closure",)),
                   due=ground.due(closure.name, ("closure",)))  # fmt: skip
    count = sum(s.count for s in closure.splices)
    waits = {one.id: Wait(key_of("pull", one.id), f"{one.name} has to be there") for one in new}
    opened = (Wait(set_up, "the closure has to be there"),) if fresh else ()
    stops = tuple(said for one in {c.id: c for c in new}.values()
                  for said in ground.stops.get((CABLE, one.name), ()))  # fmt: skip
    yield Task(
        key_of("splice", closure.id), "splice", f"splice in {closure.name}", closure.name, about,
        at, ground.minutes("splice", count), f"{count} × {ground.minutes('splice'):g} min",
        after=(*waits.values(), *opened), blocked=stops,
        carry=ground.parts(closure.name, ("splice protector", "mechanical splice")),
    )  # fmt: skip
    chains = dict.fromkeys(ground.chain_of[one.name] for one in new)
    tested = tuple(
        Wait(key_of("test", ground.plant.cables[name].id), "closed once its splices are tested")
        for name in chains
    )
    yield Task(key_of("fit", closure.id, "close"), "fit", f"close {closure.name}", closure.name,
               about, at, ground.minutes("close"), "1 closure", after=tested)  # fmt: skip


def _covers(ground: Ground) -> Iterator[Task]:
    """A trench is covered after what lies in it is tested, with a photo and light through it."""
    laid: dict[str, list[Cable]] = {}
    for cable in ground.new_cables:
        for name in dict.fromkeys(cable.route):
            laid.setdefault(name, []).append(cable)
    for name, cables in laid.items():
        way = ground.plant.pathways.get(name)
        if way is None or way.kind not in COVERED:
            continue
        waits = [Wait(key_of("pull", one.id), f"{one.name} has to lie in it") for one in cables]
        heads = dict.fromkeys(ground.chain_of[one.name] for one in cables)
        waits += [
            Wait(key_of("test", ground.plant.cables[head].id), "nothing is covered before its test")
            for head in heads
        ]
        yield Task(
            key_of("fit", way.id, "cover"), "fit", f"photo and light, then cover {name}", name,
            ("pathway", way.id), (way.a, way.b), ground.minutes("cover"), "digging not counted",
            people=2, after=tuple(waits),
            points=(
                "A photo with a scale, so that depth and position can be read later.",
                "Light through each strand before it is covered, and again after other trades.",
                "Depth, bedding, warning tape and crossings as the local code says.",
            ),
        )  # fmt: skip


def _tests(ground: Ground) -> Iterator[Task]:
    """A test for each chain of cables that is ended at both sides: all strands, from both ends."""
    chains: dict[str, list[Cable]] = {}
    for cable in ground.plant.cables.values():
        if not cable.wish:
            chains.setdefault(ground.chain_of[cable.name], []).append(cable)
    every = [key for cable in ground.new_cables for key in ending_keys(cable)]
    for first, cables in chains.items():
        new = [one for one in cables if not one.existing]
        ends = [
            (place, one) for one in cables for side, place in (("a", one.a), ("b", one.b))
            if _ending_kind(one, side) is not None
        ]  # fmt: skip
        if not new or len(ends) < 2:
            continue
        strands = min(ended(ground.plant, one, ground.rules) for one in new)
        keys = [key for one in new for key in ending_keys(one)]
        splices = [
            key_of("splice", closure.id) for closure in ground.plant.closures.values()
            if any(one.name in (s.a, s.b) for s in closure.splices for one in new)
        ]  # fmt: skip
        waits = [Wait(key, "tested from panel to panel") for key in (*keys, *splices)]
        if ground.rules.testing == "last":
            waits += [Wait(key, "all tests come last") for key in every if key not in keys]
        links = tuple(dict.fromkeys(
            link.key for one in cables for link, _ in ground.plant.uses_of.get(one.name, ())
        ))  # fmt: skip
        head = ground.plant.cables[first]
        stops = tuple(said for one in new for said in ground.stops.get((CABLE, one.name), ()))
        yield Task(
            key_of("test", head.id), "test", f"test {' + '.join(one.name for one in cables)}",
            head.name, (CABLE, head.id), (ends[0][0], ends[-1][0]),
            ground.minutes("test", strands), f"{strands} × {ground.minutes('test'):g} min",
            people=2, after=tuple(waits), blocked=stops, links=links, extent=f"{strands} strands",
        )  # fmt: skip
