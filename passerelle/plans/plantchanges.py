"""Changes of the backbone: each one a transaction and a revision, names and links kept in step."""

import copy
from collections.abc import Callable, Iterable
from dataclasses import dataclass, field
from typing import Any

from pydantic import ValidationError
from sqlalchemy.orm import Session

from passerelle.formats import corelink
from passerelle.formats.planfile import PlanDoc
from passerelle.formats.plantdocs import PlaceDoc
from passerelle.formats.refusal import Refused, refusal
from passerelle.formats.site import Site, site_of

from .changes import Author, fresh
from .documents import (
    ITEM_KEYS,
    item_state,
    items,
    link_doc,
    link_state,
    links,
    place_names,
    place_state,
    places,
    plan_doc,
    raw_place,
)
from .journal import Journal, state_of
from .models import LinkRow, Plan

PLACE = "place"
KINDS = (PLACE, *ITEM_KEYS)
Raw = dict[str, Any]
Target = tuple[str, str]
"""Kind and name."""

_NEEDED, _LOOSE = True, False
# Which keys name what, and whether the thing goes with what it names or just lets go of it.
_REFERENCES: dict[str, tuple[tuple[str, str, bool], ...]] = {
    PLACE: (("inside", PLACE, _LOOSE),),
    "pathway": (("a", PLACE, _NEEDED), ("b", PLACE, _NEEDED)),
    "cable": (
        ("a", PLACE, _NEEDED),
        ("b", PLACE, _NEEDED),
        ("type", "cable-type", _LOOSE),
        ("route[]", "pathway", _LOOSE),
        ("pull_points[]", PLACE, _LOOSE),
        ("slack_on_way[].place", PLACE, _LOOSE),
    ),
    "closure": (
        ("place", PLACE, _NEEDED),
        ("splices[].a", "cable", _LOOSE),
        ("splices[].b", "cable", _LOOSE),
    ),
    "reel": (("type", "cable-type", _NEEDED),),
    "feed": (("place", PLACE, _NEEDED), ("cable", "cable", _LOOSE)),
    "copper": (("a", PLACE, _NEEDED), ("b", PLACE, _NEEDED)),
}


@dataclass(frozen=True)
class ItemChange:
    """Make the thing `name` be `doc`. name None: it is new; doc None: it goes."""

    kind: str
    name: str | None
    doc: Raw | None


class StillUsed(Refused):
    """Something that is to go is used. goes_with : what would go or change with it, in words."""

    def __init__(self, reason: str, goes_with: list[str]) -> None:
        super().__init__("", reason)
        self.goes_with = goes_with


@dataclass
class _Draft:
    """The backbone as it would be: documents by kind and name, in order."""

    docs: dict[str, dict[str, Raw]]
    renamed: dict[Target, str] = field(default_factory=dict)
    gone: list[Target] = field(default_factory=list)

    def take(self, change: ItemChange) -> None:
        known = self.docs[change.kind]
        if change.name is not None and change.name not in known:
            raise Refused("", f"there is no {change.kind} {change.name[:40]!r}; it may be deleted")
        if change.doc is None:
            assert change.name is not None
            del known[change.name]
            self.gone.append((change.kind, change.name))
            return
        new = change.doc["name"]
        if new != change.name and new in known:
            raise Refused("name", f"{new[:40]!r} is the name of another {change.kind}")
        if change.name is None or new == change.name:
            known[new] = change.doc
            return
        self.renamed[change.kind, change.name] = new
        self.docs[change.kind] = {
            (new if name == change.name else name): (change.doc if name == change.name else doc)
            for name, doc in known.items()
        }
        self._rename(change.kind, change.name, new)

    def _rename(self, kind: str, old: str, new: str) -> None:
        for of, docs in self.docs.items():
            for key, target, _ in _REFERENCES.get(of, ()):
                if target == kind:
                    for name, doc in docs.items():
                        docs[name] = _mapped(doc, key, lambda n: new if n == old else n)[0]

    def let_go(self) -> list[str]:
        """Follow what is gone through everything that names it; say what goes or changes."""
        said: list[str] = []
        waiting = list(self.gone)
        while waiting:
            kind, name = waiting.pop(0)
            for of, docs in self.docs.items():
                for key, target, needed in _REFERENCES.get(of, ()):
                    if target != kind:
                        continue
                    for user in list(docs):
                        doc, hit = _mapped(docs[user], key, _without(name))
                        if not hit:
                            continue
                        if needed:
                            del docs[user]
                            waiting.append((of, user))
                            self.gone.append((of, user))
                            said.append(f"{of} {user}")
                        else:
                            docs[user] = doc
                            said.append(f"{of} {user} (without it)")
        return list(dict.fromkeys(said))


def _without(name: str) -> Callable[[str], str | None]:
    return lambda other: None if other == name else other


def _mapped(doc: Raw, key: str, to: Callable[[str], str | None]) -> tuple[Raw, bool]:
    """A document with the names under a key mapped; None takes the entry away."""
    head, _, rest = key.partition("[]")
    value = doc.get(head)
    if value is None:
        return doc, False
    if "[]" not in key:
        new = to(value)
        if new == value:
            return doc, False
        return {k: v for k, v in (doc | {head: new}).items() if v is not None}, True
    inner = rest.removeprefix(".")
    kept, hit = [], False
    for entry in value:
        name = entry[inner] if inner else entry
        new = to(name)
        hit = hit or new != name
        if new is not None:
            kept.append(entry | {inner: new} if inner else new)
    return (doc | {head: kept}, True) if hit else (doc, False)


def _now(session: Session, plan: Plan) -> dict[str, dict[str, Raw]]:
    docs: dict[str, dict[str, Raw]] = {kind: {} for kind in KINDS}
    for place in places(session, plan):
        docs[PLACE][place.name] = raw_place(place)
    for item in items(session, plan):
        docs[item.kind][item.name] = item.doc
    return docs


def change(
    session: Session,
    plan: Plan,
    changes: Iterable[ItemChange],
    author: Author,
    what: str,
    *,
    cascade: bool = False,
) -> None:
    """Change places and items as one revision; links follow their cables.

    cascade : what uses something that goes, goes too or lets go of it. Raises Refused, StaleError,
    and StillUsed where something is used and `cascade` is not set.
    """
    fresh(session, plan, plan.plant_changed_in, author)
    before = _now(session, plan)
    draft = _Draft(copy.deepcopy(before))
    for one in changes:
        draft.take(one)
    with_it = draft.let_go()
    with_it += _links_of(session, plan, draft)
    if with_it and not cascade:
        first = ", ".join(with_it[:5])
        more = f" and {len(with_it) - 5} more" if len(with_it) > 5 else ""
        kind, name = draft.gone[0]
        reason = f"{kind} {name[:60]!r} is used: {first}{more}"
        raise StillUsed(reason, with_it)
    doc = _checked(session, plan, draft)
    site = site_of(doc)
    journal = Journal(session, plan, author.who, what)
    _store(session, plan, journal, before, draft)
    _devices(plan, journal, draft)
    _refill(session, plan, journal, draft, site)


def _links_of(session: Session, plan: Plan, draft: _Draft) -> list[str]:
    """Links that end at places that go, or run on cables that go."""
    gone_places = {name for kind, name in draft.gone if kind == PLACE}
    gone_cables = {name for kind, name in draft.gone if kind == "cable"}
    if not (gone_places or gone_cables):
        return []
    names, said = place_names(session, plan), []
    for row in links(session, plan):
        ends = {names.get(n or 0) for n in (row.a_place_id, row.b_place_id)} & gone_places
        if ends:
            end = min(map(str, ends))
            raise Refused("", f"link “{row.name}” ends at {end!r}; delete or move it first")
        if gone_cables.intersection(part.get("cable") for part in row.path):
            said.append(f"link {row.name} (taken off its strands)")
    return said


def _checked(session: Session, plan: Plan, draft: _Draft) -> PlanDoc:
    """The plan as it would be, without its links. Raises Refused."""
    whole = plan_doc(session, plan, with_links=False).model_dump(mode="json", exclude_none=True)
    whole |= {ITEM_KEYS[kind]: list(draft.docs[kind].values()) for kind in ITEM_KEYS}
    whole["places"] = list(draft.docs[PLACE].values())
    whole["devices"] = _renamed_devices(plan.devices, draft)
    try:
        return PlanDoc.model_validate(whole)
    except ValidationError as error:
        raise refusal(error) from None


def _store(
    session: Session, plan: Plan, journal: Journal, before: dict[str, dict[str, Raw]], draft: _Draft
) -> None:
    rows = {(PLACE, row.name): row.id for row in places(session, plan)}
    rows |= {(row.kind, row.name): row.id for row in items(session, plan)}
    turned = {(kind, new): old for (kind, old), new in draft.renamed.items()}
    kept: set[Target] = set()
    for kind, docs in draft.docs.items():
        for position, (name, raw) in enumerate(docs.items()):
            was = turned.get((kind, name), name)
            kept.add((kind, was))
            number = rows.get((kind, was))
            if number is not None and before[kind].get(was) == raw:
                continue
            if kind == PLACE:
                state = place_state(PlaceDoc.model_validate(raw), position)
            else:
                state = item_state(kind, raw, position)
            journal.put("place" if kind == PLACE else "item", number, state)
    for target, number in rows.items():
        if target not in kept:
            journal.put("place" if target[0] == PLACE else "item", number, None)


def _renamed_devices(devices: list[Any], draft: _Draft) -> list[Any]:
    gone = {name for kind, name in draft.gone if kind == PLACE}
    found = []
    for device in devices:
        place = device.get("place")
        new = draft.renamed.get((PLACE, place), place)
        raw = device | {"place": None if new in gone else new}
        found.append({key: value for key, value in raw.items() if value is not None})
    return found


def _devices(plan: Plan, journal: Journal, draft: _Draft) -> None:
    devices = _renamed_devices(plan.devices, draft)
    if devices != plan.devices:
        journal.put("plan", plan.id, state_of("plan", plan) | {"devices": devices})


def _path_after(path: list[Any], draft: _Draft) -> list[Any]:
    """A link's path with renamed cables, and off the strands of those that are gone."""
    gone = {name for kind, name in draft.gone if kind == "cable"}
    found = []
    for part in path:
        name = part.get("cable")
        if name in gone:
            found.append({k: v for k, v in part.items() if k not in ("cable", "strand_numbers")})
        elif name is not None:
            found.append(part | {"cable": draft.renamed.get(("cable", name), name)})
        else:
            found.append(part)
    return found


def _refill(session: Session, plan: Plan, journal: Journal, draft: _Draft, site: Site) -> None:
    """Links whose cables have changed hold what their cables say now. Raises Refused."""
    session.info.clear()  # names of places may have changed
    names = place_names(session, plan)
    ids = {name: number for number, name in names.items()}
    renamed = {ids[new] for (kind, _), new in draft.renamed.items() if kind == PLACE}
    for row in links(session, plan):
        on_cables = any("cable" in part for part in row.path)
        path = _path_after(row.path, draft) if on_cables else row.path
        state = refilled_state(row, path, names, ids, site) if on_cables else None
        if state is None and renamed & {row.a_place_id, row.b_place_id}:
            state = state_of("link", row)  # its answer names the place: it is given anew
        if state is not None:
            journal.put("link", row.id, state)


def refilled_state(
    row: LinkRow, path: list[Any], names: dict[int, str], ids: dict[str, int], site: Site
) -> Raw | None:
    """A link's row filled from the backbone; None where it stays as it is. Raises Refused."""
    old = link_doc(row, names)
    doc = old.model_validate(old.model_dump(mode="json", exclude_none=True) | {"path": path})
    try:
        made = corelink.link(doc, site)
    except Refused as refused:
        raise Refused("", f"“{row.name}”: {refused.path}: {refused.reason}") from None
    new = corelink.link_doc(made, doc)
    return None if new == old else link_state(new, ids, row.position)
