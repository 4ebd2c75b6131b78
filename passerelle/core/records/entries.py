"""Everything of a plan that can be found: things, ports, serials, notes."""

from collections.abc import Callable, Iterator
from typing import Literal

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.turnup import ModuleReadFact
from passerelle.core.plant.panels import port_map

from .search import Entry

Made = Callable[[], Iterator[Entry]]
Part = Literal["site", "links", "panels", "beside", "facts"]


def parts_of(check: PlanCheck, facts: Facts) -> dict[Part, tuple[tuple[object, ...], Made]]:
    """The entries of a plan in parts: what each is made of, and how.

    Where all that a part is made of is as it was, so are its entries.
    """
    plan = check.plan
    things = (plan.places, plan.pathways, plan.cables, plan.closures, plan.reels, plan.feeds)
    beside = (plan.devices, plan.copper_runs, plan.needs, plan.services, plan.own_parts,
              plan.shared_parts, plan.tasks)  # fmt: skip
    return {
        "links": ((plan.links,), lambda: _links(check)),
        "site": (things, lambda: _site(check)),
        "beside": (beside, lambda: _beside(check)),
        "facts": ((facts,), lambda: _facts(check, facts)),
        "panels": ((check.plant,), lambda: _panels(check)),
    }


def entries_of(check: PlanCheck, facts: Facts) -> Iterator[Entry]:
    """Every entry of a plan."""
    for _, made in parts_of(check, facts).values():
        yield from made()


def _site(check: PlanCheck) -> Iterator[Entry]:
    plan = check.plan
    for place in plan.places:
        about = " ".join(filter(None, (place.inside, place.floor, place.notes)))
        yield Entry("place", place.name, place.id, "place", about, place.code)
    for way in plan.pathways:
        yield Entry("pathway", way.name, way.id, f"{way.kind}, {way.a} to {way.b}", way.notes or "")
    for cable in plan.cables:
        glass = f"{cable.strands} × {cable.fiber}"
        wish = "wish, " if cable.wish else ""
        yield Entry("cable", cable.name, cable.id, f"{wish}{glass}, {cable.a} to {cable.b}",
                    cable.notes or "")  # fmt: skip
    for closure in plan.closures:
        yield Entry("closure", closure.name, closure.id, f"closure at {closure.place}")
    for reel in plan.reels:
        yield Entry("reel", reel.name, reel.id, "reel")
    for feed in plan.feeds:
        yield Entry("feed", feed.name, feed.id, f"power at {feed.place}")


def _links(check: PlanCheck) -> Iterator[Entry]:
    for key, one in check.alone.items():
        link = one.budget.link
        ends = f"{link.a.place or 'not recorded'} to {link.b.place or 'not recorded'}"
        yield Entry("link", link.name, key, f"{one.budget.modules[0].application}, {ends}")
        for end in (link.a, link.b):
            port = end.port
            if end.device is not None and (port.group or port.number):
                seat = f"{end.device.name} {port.group or ''} {port.number or ''}".strip()
                yield Entry("port", seat, key, f"port of {link.name}", page="link")


def _panels(check: PlanCheck) -> Iterator[Entry]:
    ids = {cable.name: cable.id for cable in check.plan.cables}
    for port in port_map(check.plant):
        used = ", ".join(port.links) if port.links else "free"
        strands = "/".join(map(str, port.strands))
        what = f"{port.place}, {port.cable} strand {strands}, {used}"
        name = f"{port.panel}:{port.port}"
        yield Entry("panel port", name, ids.get(port.cable, ""), what, page=port.cable)


def _beside(check: PlanCheck) -> Iterator[Entry]:
    plan = check.plan
    for device in plan.devices:
        what = f"{device.sort or 'device'} at {device.place or 'no place'}"
        yield Entry("device", device.name, device.id, what, device.sheet or "")
    for run in plan.copper_runs:
        yield Entry("copper", run.name, run.id, f"{run.what}, {run.a} to {run.b}", run.notes or "")
    for need in plan.needs:
        ends = f"{need.a_place or '?'} to {need.b_place or '?'}"
        asked = " ".join(filter(None, (need.asked_by, need.notes)))
        yield Entry("need", need.name, need.id, f"need, {ends}", asked)
    for service in plan.services:
        yield Entry("service", service.name, service.id, "service", service.notes or "")
    for part in plan.own_parts:
        yield Entry("part", part.name, part.id, "own part")
    for shared in plan.shared_parts:
        yield Entry("shared part", shared.name, shared.id, "part that several links pass")
    for task in plan.tasks:
        if task.own:
            yield Entry("task", task.name, task.id, "task", task.notes or "")


def _facts(check: PlanCheck, facts: Facts) -> Iterator[Entry]:
    names = {key: one.budget.link.name for key, one in check.alone.items()}
    names |= {cable.id: cable.name for cable in check.plan.cables}
    names |= {device.id: device.name for device in check.plan.devices}
    names |= {place.id: place.name for place in check.plan.places}
    seen: set[tuple[str, str]] = set()
    for fact in facts.standing:
        about = names.get(fact.about.id)
        if about is None:
            continue
        if isinstance(fact, ModuleReadFact) and fact.serial:
            key = (fact.serial, fact.about.id)
            more = " ".join(filter(None, (fact.part, fact.coding)))
            if key not in seen:
                yield Entry("serial", fact.serial, fact.about.id, f"module of {about}", more,
                            fact.serial, page="turnup")  # fmt: skip
            seen.add(key)
        note = getattr(fact, "note", None)
        if isinstance(note, str) and note != "simulated":
            yield Entry(fact.about.kind, about, fact.about.id,
                        f"noted by {fact.who}, {fact.at[:10]}: {note}")  # fmt: skip
