"""What the links take beside the cables of the plan: modules, cords, parts, glass of their own."""

from collections import defaultdict
from collections.abc import Iterator

from passerelle.core.choice.bill import module_price, part_price
from passerelle.core.choice.sold import adapters_for, cord_sold_m, mode_word
from passerelle.core.judge.ports import cage_adapter
from passerelle.core.judge.ties import kept, shelved, told
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End, resolve
from passerelle.core.light.readings import run_around
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import UNSAID, Joint, Part, Segment
from passerelle.core.tables import STANDARD

from .wanted import Item, Loose, Open, Wanted

Seen = set[tuple[str, ...]]
"""Things that several links pass, counted once."""


def of_links(links: tuple[Link, ...], rules: HouseRules) -> Iterator[Wanted | Loose | Open]:
    """Everything of every link; a split port, a shared part and a multiplexer once."""
    seen: Seen = set()
    ports = _ports(links)
    for link in links:
        yield from _modules(link, ports, seen, rules)
        yield from _path(link, ports, seen)


def _ports(links: tuple[Link, ...]) -> dict[tuple[str, str], tuple[str, ...]]:
    """For each end of a split port's link, by the link's id and side, which port it is.

    Ports whose number is recorded are told by it; others by how many lanes fill one, in order.
    """
    found: dict[tuple[str, str], tuple[str, ...]] = {}
    waiting: dict[tuple[str, ...], int] = defaultdict(int)
    for link in links:
        for side, end in (("a", link.a), ("b", link.b)):
            module = resolve(end)
            if module.parent is None:
                continue
            device = end.device.name if end.device is not None else end.place or ""
            key: tuple[str, ...]
            if end.port.number is not None:
                key = (device, end.port.group or "", str(end.port.number))
            else:
                places = (device, str(link.a.place), str(link.b.place), module.parent)
                lanes = _lanes(module.parent)
                key = (*places, str(waiting[places] // lanes))
                waiting[places] += 1
            found[link.id, side] = ("split", *key)
    return found


def _lanes(parent: str) -> int:
    """Into how many lanes a port of an application splits."""
    return max(row.lanes for row in STANDARD.breakouts.values() if row.parent == parent)


def _modules(
    link: Link, ports: dict[tuple[str, str], tuple[str, ...]], seen: Seen, rules: HouseRules
) -> Iterator[Wanted]:
    for side, end in (("a", link.a), ("b", link.b)):
        port = ports.get((link.id, side))
        if port is not None and _again(port, seen):
            continue
        yield Wanted("module", module_words(end, rules), module_price(end), 1, link.name)
        if cage_adapter(end) is not None:
            yield Wanted(
                "cage adapter", "small module in a large cage", "cage adapter", 1, link.name
            )
        if end.port.settable is False and end.device is None:
            yield Wanted("converter", "media converter", "converter", 1, link.name)


def module_words(end: End, rules: HouseRules) -> str:
    """What is bought for an end, in words."""
    words = told(kept(shelved(end), rules))
    return words if end.temperature in (None, "commercial") else f"{words}, {end.temperature}"


def _again(key: tuple[str, ...], seen: Seen) -> bool:
    """Whether a thing was counted before; it is from now on."""
    if key in seen:
        return True
    seen.add(key)
    return False


def _path(
    link: Link, ports: dict[tuple[str, str], tuple[str, ...]], seen: Seen
) -> Iterator[Wanted | Loose | Open]:
    parts = link.path.parts
    of_cables = _of_cables(parts)
    strands = resolve(link.a).strands or 2
    shared = [port for side in "ab" if (port := ports.get((link.id, side))) is not None]
    for at, part in enumerate(parts):
        if at in of_cables or _there(parts, at):
            continue
        if isinstance(part, Segment):
            if part.shared is not None and _again(("part", part.shared), seen):
                continue
            side = "a" if at < len(parts) / 2 else "b"
            mux = part.line is not None and part.what == "multiplexer"
            if mux and _again(("line", part.line or "", side), seen):
                continue
            if shared and _many(part) and _again((*shared[0], str(at)), seen):
                continue
            yield from _segment(link, part, strands)
        else:
            many = any(_many(one) for one in parts[max(0, at - 1) : at + 2])
            if shared and many and _again((*shared[0], str(at)), seen):
                continue
            yield from _joint(link, parts, at, strands)


def _of_cables(parts: tuple[Part, ...]) -> set[int]:
    """Parts that stand on cables of the plan: their glass, ends and panel ports are the cables'."""
    found: set[int] = set()
    for at, part in enumerate(parts):
        if isinstance(part, Segment) and part.cable is not None:
            first, last = run_around(parts, at)
            found.update(range(max(0, first - 1), min(len(parts), last + 2)))
    return {at for at in found if at not in (0, len(parts) - 1) or _on_cable(parts[at])}


def _on_cable(part: Part) -> bool:
    return isinstance(part, Segment) and (part.cable is not None or part.kind != "cord")


def _there(parts: tuple[Part, ...], at: int) -> bool:
    """Whether a part is there already; a joint is where all that it joins is."""
    part = parts[at]
    if isinstance(part, Segment):
        return part.existing
    near = [one for one in parts[max(0, at - 1) : at + 2] if isinstance(one, Segment)]
    fixed = [one for one in near if one.kind != "cord"]
    return bool(fixed) and all(one.existing for one in fixed)


def _many(part: Part) -> bool:
    """Whether a part carries several lanes: its plugs are multi-fiber, or it splits them."""
    if not isinstance(part, Segment):
        return False
    multi = any(end is not None and end.family == "MPO" for end in part.ends)
    return multi or part.lane is not None


def _plugs(part: Segment) -> str:
    names = ["not recorded" if end is None else end.name for end in part.ends]
    return names[0] if names[0] == names[1] else " to ".join(sorted(names))


def _segment(link: Link, part: Segment, strands: int) -> Iterator[Wanted | Loose | Open]:
    key = part_price(part, strands)
    glass = part.fiber or "glass not recorded"
    if part.kind == "cable":
        yield _loose(link, part, strands)
    elif part.kind == "cord":
        how = "one strand, " if strands == 1 else "breakout, " if part.lane is not None else ""
        long = f"{cord_sold_m(part.length_m):g} m"
        long = "length not recorded" if part.length_m is UNSAID else long
        what = f"{glass}, {how}{_plugs(part)}, {long}"
        item: Item = "conditioning cord" if part.conditioning else "cord"
        yield Wanted(item, what, key, 1, link.name)
    elif part.kind == "pigtail":
        what = f"{glass}, {_plugs(part).replace(' to bare', '').replace('bare to ', '')}, 1 m"
        yield Wanted("pigtail", what, "pigtail", strands, link.name)
    elif part.kind == "cassette":
        yield Wanted("cassette", part.part or "cassette", key, 1, link.name)
    elif part.kind == "inline":
        value = "" if part.loss_db is None else f"{part.loss_db:g} dB"
        if key == "attenuator":
            sits_on = 1 if part.direction is not None else strands
            yield Wanted("attenuator", value or "value open", key, sits_on, link.name)
        elif part.what == "multiplexer":
            yield Wanted("multiplexer", part.part or "multiplexer", key, 1, link.name)
        else:
            yield Wanted("inline part", part.part or part.what or "inline part", key, 1, link.name)


def _loose(link: Link, part: Segment, strands: int) -> Loose | Open:
    """A cable that no cable of the plan stands for; open where nobody said how long it is."""
    name = part.label or link.name
    if part.length_m is UNSAID:
        return Open(link.name, f"how long the cable of {link.name} is is not recorded")
    sizes = [int(end.type.split("-")[1]) for end in part.ends if end and end.family == "MPO"]
    count = part.strands or max(sizes, default=strands)
    return Loose(name, part.fiber, count, part.length_m, part.ends, part.length_from == "guess")


def _joint(link: Link, parts: tuple[Part, ...], at: int, strands: int) -> Iterator[Wanted]:
    joint = parts[at]
    assert isinstance(joint, Joint)
    if joint.kind == "fusion":
        what = "for one fusion splice"
        yield Wanted("splice protector", what, "splice", strands, link.name)
    elif joint.kind == "mechanical":
        what = "mechanical splice"
        yield Wanted("mechanical splice", what, what, strands, link.name)
    else:
        before = parts[at - 1]
        assert isinstance(before, Segment)
        plug = before.ends[1]
        if plug is not None and plug.family == "MPO":
            yield Wanted("adapter", plug.type, "adapter", 1, link.name)
            return
        family = plug.family if plug is not None else "connector not recorded"
        duplex = "duplex " if adapters_for(family, 2) == 1 else ""
        what = f"{duplex}{family}, {mode_word(before.fiber)}"
        yield Wanted("adapter", what, "adapter", adapters_for(family, strands), link.name)
