"""An option that is taken becomes links, the cable they run on, and the group they stand in."""

from dataclasses import replace
from typing import Any

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from passerelle.core.choice.laying import unused
from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.options import Option
from passerelle.core.light.link import Link
from passerelle.core.plan.lightpath import LightPath, Segment
from passerelle.core.plant.model import Cable
from passerelle.formats import corelink
from passerelle.formats.linkdocs import LinkDoc
from passerelle.formats.planfile import MAX_LINKS
from passerelle.formats.plantdocs import CableDoc, CopperDoc, GroupDoc, PlaceDoc
from passerelle.formats.refusal import Refused

from .changes import Author, fresh, link_names, place_ids, stored_site
from .documents import (
    item_state,
    items,
    link_doc,
    link_state,
    place_names,
    place_state,
)
from .journal import Journal
from .models import LinkRow, Plan


def _doc(link: Link, name: str) -> LinkDoc:
    empty = LinkDoc.model_construct(
        name=name, a=corelink.end_doc(link.a), b=corelink.end_doc(link.b), path=[]
    )
    return corelink.link_doc(link, empty).model_copy(update={"name": name})


_KINDS = ("cable", "group", "copper")


class _Items:
    """The plan's items as they grow within one change."""

    def __init__(self, session: Session, plan: Plan, journal: Journal) -> None:
        self.journal = journal
        rows = items(session, plan)
        self.names = {kind: {r.name for r in rows if r.kind == kind} for kind in _KINDS}
        self.at = {
            kind: max((r.position for r in rows if r.kind == kind), default=-1)
            for kind in self.names
        }

    def add(self, kind: str, raw: dict[str, Any]) -> None:
        self.names[kind].add(raw["name"])
        self.at[kind] += 1
        self.journal.put("item", None, item_state(kind, raw, self.at[kind]))


def _cable_raw(cable: Cable, name: str) -> dict[str, Any]:
    ends = [
        {key: value for key, value in (("kind", end.kind), ("connector", end.connector)) if value}
        for end in cable.ends
    ]
    doc = CableDoc.model_validate(
        {
            "name": name, "a": cable.a, "b": cable.b, "fiber": cable.fiber,
            "strands": cable.strands, "type": cable.type.name if cable.type else None,
            "route": list(cable.route) or None, "length_m": cable.length_m,
            "end_a": ends[0] or None, "end_b": ends[1] or None,
        }
    )  # fmt: skip
    return doc.model_dump(mode="json", exclude_none=True)


def _pulled(option: Option, known: _Items) -> list[Link]:
    """The option's cables stand in the plan; its links, on cables of the names they have there."""
    names: dict[str, str] = {}
    for cable in option.cables:
        names[cable.name] = unused(cable.name, known.names["cable"])
        known.add("cable", _cable_raw(cable, names[cable.name]))
    return [_on(link, names) for link in option.links]


def _on(link: Link, names: dict[str, str]) -> Link:
    parts = tuple(
        replace(p, cable=names[p.cable], label=names[p.cable])
        if isinstance(p, Segment) and p.cable in names
        else p
        for p in link.path.parts
    )
    return replace(link, path=LightPath(parts))


def add_options(
    session: Session, plan: Plan, options: list[Option], author: Author, what: str
) -> list[int]:
    """Every circuit of every option as a link at the end of the plan. Raises Refused."""
    count, last = session.execute(
        select(func.count(LinkRow.id), func.max(LinkRow.position)).where(LinkRow.plan_id == plan.id)
    ).one()
    wanted = sum(len(option.links) for option in options)
    if count + wanted > MAX_LINKS:
        raise Refused("links", f"the plan has {count} links; at most {MAX_LINKS} are allowed")
    journal = Journal(session, plan, author.who, what)
    for option in options:
        place_ids(session, plan, journal, _doc(option.links[0], "ends"))
    known = _Items(session, plan, journal)
    made = [_pulled(option, known) for option in options]
    site = stored_site(session, plan)
    numbers = []
    taken = link_names(session, plan)
    position = last or 0
    for option, links in zip(options, made, strict=True):
        named = []
        for link in links:
            doc = _doc(link, unused(link.name, taken))
            taken.add(doc.name)
            corelink.link(doc, site)
            position += 1
            ids = place_ids(session, plan, journal, doc)
            numbers.append(journal.put("link", None, link_state(doc, ids, position)))
            named.append(doc.name)
        _group(option, named, known)
    return numbers


def add_copper(
    session: Session, plan: Plan, option: Option, need: SiteNeed, author: Author, what: str
) -> None:
    """A copper option becomes a copper run, or two on two routes. It has no light path.

    The length is the route's with the slack that the option was priced with.
    """
    assert option.copper is not None
    journal = Journal(session, plan, author.who, what)
    known = place_names(session, plan).values()
    for place in (need.a_place, need.b_place):
        if place not in known:
            rows = len(known)
            journal.put("place", None, place_state(PlaceDoc(name=place), rows))
    runs = _Items(session, plan, journal)
    for far_m in option.copper.lengths_m:
        name = unused(f"{need.a_place} – {need.b_place} copper", runs.names["copper"])
        doc = CopperDoc(
            name=name, a=need.a_place, b=need.b_place, what=option.copper.row.name,
            rate_gbps=need.rate_gbps, length_m=far_m, count=need.circuits,
        )  # fmt: skip
        runs.add("copper", doc.model_dump(mode="json", exclude_none=True))
    stored_site(session, plan)


def _group(option: Option, named: list[str], known: _Items) -> None:
    """Circuits on two routes stand in for each other, so that what they share is found."""
    if len(option.ways) < 2:
        return
    half = len(option.ways[0].links)
    for first, second in zip(named[:half], named[half:], strict=True):
        name = unused(f"{first[:90]}, either route", known.names["group"])
        group = GroupDoc(name=name, links=[first, second])
        known.add("group", group.model_dump(mode="json", exclude_none=True))


def replace_link(
    session: Session, plan: Plan, row: LinkRow, option: Option, author: Author
) -> None:
    """An option takes the place of a link, which keeps its name. Raises Refused, StaleError."""
    fresh(session, plan, row.changed_in, author)
    if len(option.links) != 1:
        raise Refused("key", f"the option has {len(option.links)} circuits; one link has one")
    old = link_doc(row, place_names(session, plan))
    journal = Journal(session, plan, author.who, f"{row.name}: {option.label}")
    place_ids(session, plan, journal, _doc(option.links[0], old.name))
    (link,) = _pulled(option, _Items(session, plan, journal))
    doc = _doc(link, old.name)
    corelink.link(doc, stored_site(session, plan))
    state = link_state(doc, place_ids(session, plan, journal, doc), row.position)
    journal.put("link", row.id, state)
