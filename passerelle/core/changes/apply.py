"""Applies changes to a plan: names are followed, links are filled from their cables, all is judged
fit to be stored, or nothing changes.
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from typing import Any

from passerelle.core.light.edits import apply_all
from passerelle.core.light.site import Site, link_of, planned, site_of
from passerelle.core.plan.agreement import agree
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.plan import KEYS, NAMED, Plan, kind_of, name_of
from passerelle.core.plan.references import named, names_any, needs_any, renamed, without
from passerelle.core.plant.model import Plant
from passerelle.core.plant.strands import StrandError
from passerelle.core.plant.taking import release, released, take, uses_of, with_links
from passerelle.core.plant.whole import bound, check_glass, filled, filled_link, plant_of
from passerelle.core.refused import Refused, quoted

from .change import Change, EditLink, Head, Put, Remove, Share, StillUsed, Take
from .sharing import shared, with_edited_parts

CALLED = {"cable type": "construction", "own part": "own part", "copper": "copper run"}
LET_GO = ("place", "pathway", "cable", "cable type", "closure", "shared part", "link")
"""Kinds that others can be without; what uses an own part or a device has to change first."""


@dataclass(frozen=True, slots=True)
class Applied:
    """A plan after changes, and the ids of the things that are not as they were."""

    plan: Plan
    site: Site
    touched: frozenset[str]


def applied(
    plan: Plan, changes: Iterable[Change], *, site: Site | None = None, cascade: bool = False
) -> Applied:
    """The plan after changes. Raises Refused; StillUsed where something that goes is used.

    site : what the plan's links are judged by, where it is known already.
    cascade : what uses something that goes, goes too or lets go of it.
    """
    known = site or site_of(plan)
    draft = plan
    gone: list[tuple[str, str]] = []
    for change in _in_runs(changes):
        match change:
            case tuple():
                draft = _put_all(draft, change)
            case Remove():
                draft, name = _removed(draft, change)
                gone.append((change.kind, name))
            case EditLink():
                draft = _edited(draft, change, site_of(draft, (plan, known)))
            case Share():
                draft = shared(draft, change)
            case Take():
                draft = _taken(draft, change, site_of(draft, (plan, known)))
            case Head():
                closed = change.not_needed
                draft = replace(
                    draft,
                    name=change.name or draft.name,
                    house_rules=change.house_rules or draft.house_rules,
                    not_needed=draft.not_needed if closed is None else closed,
                )
    if gone:
        draft = _without_gone(draft, gone, cascade=cascade)
    return settled(plan, draft, known)


def settled(plan: Plan, draft: Plan, known: Site) -> Applied:
    """A drafted plan that makes sense, its links filled. Raises Refused."""
    draft = bound(draft)
    touched = touched_by(plan, draft)
    agree(draft, touched)
    site = site_of(draft, (plan, known))
    check_glass(draft.cables, site.tables)
    draft = filled(draft, site, _to_fill(plan, draft))
    touched = touched_by(plan, draft)
    _links_hold(plan, draft, site, known, touched)
    return Applied(draft, site, touched)


def touched_by(before: Plan, after: Plan) -> frozenset[str]:
    """Ids of the things that were added, changed or taken away; the plan's own for its head."""
    found: set[str] = set()
    for kind in KEYS:
        old, new = before.things(kind), after.things(kind)
        if old is new:
            continue
        found.update(new.differing(old))
        found |= old.by_id.keys() - new.by_id.keys()
    if _head(before) != _head(after):
        found.add(after.id)
    return frozenset(found)


def _head(plan: Plan) -> tuple[Any, ...]:
    """What a plan says of itself."""
    return plan.name, plan.house_rules, plan.not_needed, plan.x


def _in_runs(changes: Iterable[Change]) -> Iterator[Change | tuple[Put, ...]]:
    """The changes in order, those that put things of one kind together as one run."""
    run: list[Put] = []
    for change in changes:
        same = isinstance(change, Put) and (
            not run or kind_of(run[0].thing) == kind_of(change.thing)
        )
        if run and not same:
            yield tuple(run)
            run = []
        if isinstance(change, Put):
            run.append(change)
        else:
            yield change
    if run:
        yield tuple(run)


def _put_all(plan: Plan, puts: tuple[Put, ...]) -> Plan:
    """Things of one kind, at once where none of them is renamed: an import brings thousands."""
    kind = kind_of(puts[0].thing)
    things = plan.things(kind)
    named = kind in NAMED
    taken = {one.name: one.id for one in things} if named else {}
    made: dict[str, Any] = {}
    for put in puts:
        thing = put.thing
        old = made.get(thing.id) or things.get(thing.id)
        if old is not None and name_of(old) != name_of(thing):
            for one in puts:  # a rename is followed step by step
                plan = _put(plan, one.thing)
            return plan
        if named and taken.setdefault(thing.name, thing.id) != thing.id:
            raise _name_taken(kind, thing)
        made[thing.id] = thing
    return plan.having(kind, things.put_all(made.values()))


def _name_taken(kind: str, thing: Any) -> Refused:
    word = CALLED.get(kind, kind)
    return Refused("name", f"{quoted(thing.name)} is the name of another {word}")


def _put(plan: Plan, thing: Any) -> Plan:
    kind = kind_of(thing)
    things = plan.things(kind)
    old = things.get(thing.id)
    if kind in NAMED:
        other = things.named(thing.name)
        if other is not None and other.id != thing.id:
            raise _name_taken(kind, thing)
    plan = plan.having(kind, things.put(thing))
    if old is not None and name_of(old) != name_of(thing):
        plan = _renamed(plan, kind, {name_of(old): name_of(thing)})
    return plan


def _renamed(plan: Plan, kind: str, names: dict[str, str]) -> Plan:
    """Everything that names the things of a kind names them by their new names."""
    for of in KEYS:
        things = plan.things(of)
        changed = [new for one in things if (new := renamed(one, kind, names)) is not one]
        if changed:
            plan = plan.having(of, things.put_all(changed))
    return plan


def _removed(plan: Plan, change: Remove) -> tuple[Plan, str]:
    things = plan.things(change.kind)
    old = things.get(change.id)
    if old is None:
        word = CALLED.get(change.kind, change.kind)
        raise Refused("", f"there is no {word} of id {change.id[:26]!r}; it may be deleted")
    return plan.having(change.kind, things.without(change.id)), name_of(old)


def _link(plan: Plan, link_id: str) -> PlannedLink:
    link = plan.links.get(link_id)
    if link is None:
        raise Refused("", f"there is no link {link_id[:26]!r}; it may be deleted")
    return link


def _edited(plan: Plan, change: EditLink, site: Site) -> Plan:
    before = link_of(_link(plan, change.link), site)
    after = released(before, apply_all(before, change.edits, site))
    made = planned(after)
    plan, made = with_edited_parts(plan, plan.links.by_id[change.link], made)
    if _on_cables(made) - _on_cables(plan.links.by_id[change.link]):
        made = planned(filled_link(link_of(made, site), plant_of(plan)))
    return _put(plan, made)


def _on_cables(link: PlannedLink) -> set[tuple[str, tuple[int, ...]]]:
    """The strands that a link names."""
    return {
        (part.cable, part.strand_numbers)
        for part in link.path
        if isinstance(part, Segment) and part.cable is not None
    }


def _taken(plan: Plan, change: Take, site: Site) -> Plan:
    written = _link(plan, change.link)
    link = link_of(written, site)
    at = next((at for at, part in enumerate(written.path) if part.id == change.at), -1)
    try:
        if change.cable is None:
            made = release(link, at)
        else:
            others = [link_of(one, site) for one in plan.links if one.id != link.id]
            plant = with_links(plant_of(plan), others)
            made = take(plant, link, at, change.cable, change.strands)
            for use in uses_of(made):
                _refuse_taken(plant, use.cable, set(use.strands), use.line)
    except StrandError as error:
        raise Refused("strands", str(error)) from None
    return plan.having("link", plan.links.put(planned(made)))


def _refuse_taken(plant: Plant, cable: str, strands: set[int], line: str | None) -> None:
    """A strand carries one link; channels of one multiplexed line may share it."""
    for link, other in plant.uses_of.get(cable, ()):
        both = sorted(strands & set(other.strands))
        if both and not (line is not None and line == other.line):
            raise StrandError(f"strand {both[0]} of “{cable}” carries “{link.name}”")


def _without_gone(plan: Plan, gone: list[tuple[str, str]], *, cascade: bool) -> Plan:
    """Follow what is gone through everything that names it; refuse where that is not wanted."""
    first_kind, first_name = gone[0]
    said: list[str] = []
    waiting = list(gone)
    while waiting:
        kind, name = waiting.pop(0)
        if kind not in LET_GO:
            continue
        for of in KEYS:
            for user in list(plan.things(of)):
                if not names_any(user, kind, {name}):
                    continue
                word = f"{CALLED.get(of, of)} {name_of(user)}"
                if of == "link" and kind == "place":
                    raise Refused(
                        "", f"link “{user.name}” ends at {quoted(name)}; delete or move it first"
                    )
                let_go = None if needs_any(user, kind, {name}) else _let_go(user, kind, name)
                if let_go is None:
                    plan = plan.having(of, plan.things(of).without(user.id))
                    waiting.append((of, name_of(user)))
                    said.append(word)
                else:
                    plan = plan.having(of, plan.things(of).put(let_go))
                    off = (
                        "taken off its strands" if (of, kind) == ("link", "cable") else "without it"
                    )
                    said.append(f"{word} ({off})")
    said = list(dict.fromkeys(said))
    only_links = all(kind == "link" for kind, _ in gone)
    if said and not cascade and not only_links:
        first = ", ".join(said[:5])
        more = f" and {len(said) - 5} more" if len(said) > 5 else ""
        word = CALLED.get(first_kind, first_kind)
        raise StillUsed(f"{word} {quoted(first_name, 60)} is used: {first}{more}", said)
    return plan


def _let_go(user: Any, kind: str, name: str) -> Any | None:
    """A thing without what is gone; None where nothing is left of it."""
    made = without(user, kind, {name})
    if isinstance(made, PlannedLink):
        parts = tuple(
            replace(part, strand_numbers=())
            if isinstance(part, Segment) and part.cable is None and part.strand_numbers
            else replace(part, turned=False)
            if isinstance(part, Segment) and part.shared is None and part.turned
            else part
            for part in made.path
        )
        return replace(made, path=parts)
    links = getattr(made, "links", None)
    return None if links is not None and len(links) < 2 else made


def _to_fill(before: Plan, after: Plan) -> list[str]:
    """Links whose cables or shared parts are not as they were: those are filled anew."""
    names = {
        after.shared_parts.by_id[one].name
        for one in after.shared_parts.differing(before.shared_parts)
    }
    found = {link.id for link in after.links if names and names_any(link, "shared part", names)}
    same = all(
        before.things(kind) is after.things(kind)
        for kind in ("cable", "pathway", "cable type", "closure")
    )
    return list(found if same else found.union(_on_changed_cables(before, after)))


def _on_changed_cables(before: Plan, after: Plan) -> list[str]:
    ways = {way.name for way in after.pathways if before.pathways.get(way.id) is not way} | {
        way.name for way in before.pathways if way.id not in after.pathways
    }
    cables = {
        cable.name
        for cable in after.cables
        if before.cables.get(cable.id) is not cable or ways.intersection(cable.route)
    }
    if not cables:
        return []
    return [
        link.id
        for link in after.links
        if any(isinstance(part, Segment) and part.cable in cables for part in link.path)
    ]


def _links_hold(
    before: Plan, after: Plan, site: Site, known: Site, touched: frozenset[str]
) -> None:
    """Refuse a change after which a link could not be judged any more."""
    beside = (
        site.tables is not known.tables
        or site.devices is not known.devices
        or site.modules is not known.modules
    )
    concerned = after.links if beside else [one for one in after.links if one.id in touched]
    for link in concerned:
        mine = link.id in touched
        if not mine and not (beside and _names_beside(link)):
            continue
        try:
            link_of(link, site)
        except Refused as refused:
            if mine and before.links.get(link.id) is not None and not beside:
                raise
            if mine and before.links.get(link.id) is None:
                raise
            reason = f"“{link.name}” would not hold any more: {refused.path}: {refused.reason}"
            raise Refused("", reason) from None


def _names_beside(link: PlannedLink) -> bool:
    return any(names.kind in ("own part", "device") for _, names, _ in named(link))
