"""An option that is taken becomes links: one change, undone at once."""

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from passerelle.core.choice.options import Option
from passerelle.core.link import Link
from passerelle.formats import corelink
from passerelle.formats.linkdocs import LinkDoc
from passerelle.formats.planfile import MAX_LINKS
from passerelle.formats.refusal import Refused

from .changes import Author, fresh, place_ids, stored_site, unused_name
from .documents import link_doc, link_state, place_names
from .journal import Journal
from .models import LinkRow, Plan


def _doc(link: Link, name: str) -> LinkDoc:
    empty = LinkDoc.model_construct(
        name=name, a=corelink.end_doc(link.a), b=corelink.end_doc(link.b), path=[]
    )
    return corelink.link_doc(link, empty).model_copy(update={"name": name})


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
    site = stored_site(session, plan)
    journal = Journal(session, plan, author.who, what)
    numbers = []
    position = last or 0
    for option in options:
        for link in option.links:
            doc = _doc(link, unused_name(session, plan, link.name))
            corelink.link(doc, site)
            position += 1
            ids = place_ids(session, plan, journal, doc)
            numbers.append(journal.put("link", None, link_state(doc, ids, position)))
    return numbers


def replace_link(
    session: Session, plan: Plan, row: LinkRow, option: Option, author: Author
) -> None:
    """An option takes the place of a link, which keeps its name. Raises Refused, StaleError."""
    fresh(session, plan, row.changed_in, author)
    if len(option.links) != 1:
        raise Refused("key", f"the option has {len(option.links)} circuits; one link has one")
    old = link_doc(row, place_names(session, plan))
    doc = _doc(option.links[0], old.name)
    corelink.link(doc, stored_site(session, plan))
    journal = Journal(session, plan, author.who, f"{row.name}: {option.label}")
    state = link_state(doc, place_ids(session, plan, journal, doc), row.position)
    journal.put("link", row.id, state)
