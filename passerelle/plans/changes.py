"""The changes that people make to a stored plan: each one a transaction and a revision."""

from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError
from sqlalchemy import func, select
from sqlalchemy.orm import Session

from passerelle.core.light.edits import Edit, EditError, apply_all
from passerelle.core.plant.taking import released
from passerelle.formats import corelink
from passerelle.formats import site as formats_site
from passerelle.formats.fields import MAX_NAME
from passerelle.formats.linkdocs import LinkDoc, SegmentDoc
from passerelle.formats.owndocs import OwnPartDoc
from passerelle.formats.planfile import (
    MAX_LINKS,
    DeviceDoc,
    HouseRulesDoc,
    PlanDoc,
    SpareDoc,
)
from passerelle.formats.plantdocs import PlaceDoc
from passerelle.formats.refusal import Refused, refusal

from .answers import site_of
from .documents import (
    item_state,
    items,
    link_doc,
    link_state,
    links,
    place_names,
    place_state,
    plan_doc,
    raw_link,
)
from .journal import Journal, StaleError, revision, state_of
from .models import LinkRow, Plan


@dataclass(frozen=True)
class Author:
    """Who changes, and the revision of the plan that they were looking at."""

    who: str
    base: int


def fresh(session: Session, plan: Plan, changed_in: int, author: Author) -> None:
    """Refuse a change of something that has changed since the author saw it."""
    if author.base > plan.revision:
        reason = f"{author.base} is over {plan.revision}, the newest revision"
        raise Refused("base", reason)
    newest = revision(session, plan, changed_in)
    if changed_in > author.base and newest is not None:
        raise StaleError(newest)


def edited(session: Session, plan: Plan, row: LinkRow, edits: tuple[Edit, ...]) -> LinkDoc:
    """The link as it would be after the edits; nothing is stored. Raises Refused."""
    doc, site = link_doc(row, place_names(session, plan)), site_of(plan)
    before = corelink.link(doc, site)
    try:
        changed = released(before, apply_all(before, edits))
    except EditError as error:
        raise Refused("edits", str(error)) from None
    new = corelink.link_doc(changed, doc)
    if _on_cables(new) <= _on_cables(doc):  # filled as it was: the backbone need not be read
        corelink.link(new, site)
        return new
    return _whole(session, plan, new, site)


def _on_cables(doc: LinkDoc) -> set[str]:
    """The segments that name a cable, to be compared."""
    named = (part for part in doc.path if isinstance(part, SegmentDoc) and part.cable)
    return {part.model_dump_json(exclude={"ends", "wiring"}) for part in named}


def _whole(session: Session, plan: Plan, doc: LinkDoc, site: formats_site.Site) -> LinkDoc:
    """A link document that can be judged, filled from the cables that it names. Raises Refused."""
    if any(isinstance(part, SegmentDoc) and part.cable for part in doc.path):
        site = stored_site(session, plan)
    return corelink.link_doc(corelink.link(doc, site), doc)


def stored_site(session: Session, plan: Plan) -> formats_site.Site:
    """What a stored plan has beside its links, with its backbone."""
    return formats_site.site_of(plan_doc(session, plan, with_links=False))


def place_ids(session: Session, plan: Plan, journal: Journal, doc: LinkDoc) -> dict[str, int]:
    """Row ids of the places that a link names; places that are new are added to the plan."""
    known = place_names(session, plan)
    ids = {name: number for number, name in known.items()}
    for name in (doc.a.place, doc.b.place):
        if name is not None and name not in ids:
            ids[name] = journal.put("place", None, place_state(PlaceDoc(name=name), len(ids)))
            known[ids[name]] = name
    return ids


def change_link(
    session: Session, plan: Plan, row: LinkRow, edits: tuple[Edit, ...], author: Author, what: str
) -> None:
    """Apply edits to one link. Raises Refused, StaleError."""
    fresh(session, plan, row.changed_in, author)
    new = edited(session, plan, row, edits)
    journal = Journal(session, plan, author.who, what)
    state = link_state(new, place_ids(session, plan, journal, new), row.position)
    if new.name != row.name:
        _rename_in_groups(session, plan, journal, row.name, new.name)
    journal.put("link", row.id, state)


def _rename_in_groups(session: Session, plan: Plan, journal: Journal, old: str, new: str) -> None:
    """A redundant group goes on naming the link."""
    for item in items(session, plan):
        if item.kind == "group" and old in item.doc["links"]:
            named = [new if name == old else name for name in item.doc["links"]]
            raw = item.doc | {"links": named}
            journal.put("item", item.id, item_state(item.kind, raw, item.position))


def change_links(
    session: Session,
    plan: Plan,
    edits_of: dict[int, tuple[Edit, ...]],
    author: Author,
    what: str,
) -> None:
    """Apply edits to several links as one change that is undone at once.

    Raises Refused, StaleError where any of the links has changed since.
    """
    rows = {row.id: row for row in links(session, plan) if row.id in edits_of}
    for row in rows.values():
        fresh(session, plan, row.changed_in, author)
    docs = {number: edited(session, plan, row, edits_of[number]) for number, row in rows.items()}
    journal = Journal(session, plan, author.who, what)
    for number, new in docs.items():
        ids = place_ids(session, plan, journal, new)
        journal.put("link", number, link_state(new, ids, rows[number].position))


def add_link(session: Session, plan: Plan, doc: LinkDoc, author: Author, what: str) -> int:
    """Add a link at the end of the plan; return its number. Raises Refused."""
    count, last = session.execute(
        select(func.count(LinkRow.id), func.max(LinkRow.position)).where(LinkRow.plan_id == plan.id)
    ).one()
    if count >= MAX_LINKS:
        raise Refused("links", f"the plan has {count} links; at most {MAX_LINKS} are allowed")
    doc = _whole(session, plan, doc, site_of(plan))
    journal = Journal(session, plan, author.who, what)
    ids = place_ids(session, plan, journal, doc)
    return journal.put("link", None, link_state(doc, ids, (last or 0) + 1))


def duplicate_link(session: Session, plan: Plan, row: LinkRow, author: Author) -> int:
    """Add a copy of a link; return its number."""
    doc = link_doc(row, place_names(session, plan))
    suffix = " copy"
    name = doc.name[: MAX_NAME - len(suffix)] + suffix
    copy = doc.model_copy(update={"name": name})
    return add_link(session, plan, copy, author, f"Duplicate link {doc.name}")


def delete_link(session: Session, plan: Plan, row: LinkRow, author: Author) -> None:
    """Delete a link. Raises StaleError."""
    fresh(session, plan, row.changed_in, author)
    Journal(session, plan, author.who, f"Delete link {row.name}").put("link", row.id, None)


def change_plan(
    session: Session,
    plan: Plan,
    author: Author,
    what: str,
    *,
    name: str | None = None,
    rules: HouseRulesDoc | None = None,
    own_parts: list[OwnPartDoc] | None = None,
    devices: list[DeviceDoc] | None = None,
    spares: list[SpareDoc] | None = None,
) -> None:
    """Change what a plan has beside its links; what is None stays. Raises StaleError, Refused."""
    fresh(session, plan, plan.changed_in, author)
    lists: dict[str, list[Any]] = {
        key: getattr(plan, key) if docs is None else [_plain(doc) for doc in docs]
        for key, docs in (("own_parts", own_parts), ("devices", devices), ("spares", spares))
    }
    renamed = {key: _renamed(getattr(plan, key), lists[key]) for key in ("own_parts", "devices")}
    if own_parts is not None or devices is not None:
        _check_beside(session, plan, lists, renamed)
    state: dict[str, Any] = {
        **lists,
        "name": name or plan.name,
        "house_rules": plan.house_rules
        if rules is None
        else rules.model_dump(mode="json", exclude_none=True),
        "extra": plan.extra,
    }
    journal = Journal(session, plan, author.who, what)
    journal.put("plan", plan.id, state)
    for item in items(session, plan) if renamed["own_parts"] else ():
        if item.kind == "cable" and item.doc["fiber"] in renamed["own_parts"]:
            raw = item.doc | {"fiber": renamed["own_parts"][item.doc["fiber"]]}
            journal.put("item", item.id, item_state(item.kind, raw, item.position))
    for row in links(session, plan) if any(renamed.values()) else ():
        old, new = row_texts(row), _with_names(row_texts(row), renamed)
        if new != old:
            journal.put("link", row.id, state_of("link", row) | new)


Names = dict[str, dict[str, str]]


def _renamed(old: list[Any], new: list[Any]) -> dict[str, str]:
    """Old names and new ones, where entries have kept their places in the list."""
    if len(old) != len(new):
        return {}
    pairs = {a["name"]: b["name"] for a, b in zip(old, new, strict=True) if a["name"] != b["name"]}
    return {} if set(pairs) & {one["name"] for one in new} else pairs


def row_texts(row: LinkRow) -> dict[str, Any]:
    """The parts of a link row that may name an own part or a device."""
    return {"a": row.a, "b": row.b, "path": row.path}


def _with_names(texts: dict[str, Any], renamed: Names) -> dict[str, Any]:
    """A link's texts with renamed devices and own parts in it."""
    parts, devices = renamed["own_parts"], renamed["devices"]

    def end(doc: dict[str, Any]) -> dict[str, Any]:
        new = dict(doc)
        if "device" in new:
            new["device"] = devices.get(new["device"], new["device"])
        if "part" in (new.get("module") or {}):
            module = new["module"]
            new["module"] = module | {"part": parts.get(module["part"], module["part"])}
        return new

    def part(doc: dict[str, Any]) -> dict[str, Any]:
        named = {key: parts[doc[key]] for key in ("fiber", "part", "grade")
                 if doc.get(key) in parts}  # fmt: skip
        return doc | named

    return {
        "a": end(texts["a"]),
        "b": end(texts["b"]),
        "path": [part(doc) for doc in texts["path"]],
    }


def _plain(doc: OwnPartDoc | DeviceDoc | SpareDoc) -> dict[str, Any]:
    return doc.model_dump(mode="json", exclude_none=True)


def _check_beside(
    session: Session, plan: Plan, lists: dict[str, list[Any]], renamed: Names
) -> None:
    """Refuse lists that contradict themselves, or take away what a link uses. Raises Refused."""
    names = place_names(session, plan)
    bare = plan_doc(session, plan, with_links=False).model_dump(mode="json", exclude_none=True)
    for cable in bare["cables"]:
        cable["fiber"] = renamed["own_parts"].get(cable["fiber"], cable["fiber"])
    try:
        doc = PlanDoc.model_validate(bare | lists)
    except ValidationError as error:
        raise refusal(error) from None
    site = formats_site.site_of(doc)
    for row in links(session, plan):
        try:
            raw = raw_link(row, names)
            raw |= _with_names({key: raw[key] for key in ("a", "b", "path")}, renamed)
            corelink.link(LinkDoc.model_validate(raw), site)
        except Refused as refused:
            reason = f"“{row.name}” would not hold any more: {refused.path}: {refused.reason}"
            raise Refused("", reason) from None


def link_names(session: Session, plan: Plan) -> set[str]:
    """The names that links of the plan have."""
    return set(session.scalars(select(LinkRow.name).where(LinkRow.plan_id == plan.id)))
