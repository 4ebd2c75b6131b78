"""Puts links on strands, and takes them off."""

from dataclasses import dataclass

from sqlalchemy.orm import Session

from passerelle.core.light.link import Link
from passerelle.core.plant.model import Plant
from passerelle.core.plant.strands import StrandError
from passerelle.core.plant.taking import release, take, uses_of
from passerelle.formats import corelink
from passerelle.formats.refusal import Refused

from .changes import Author, fresh, stored_site
from .documents import link_doc, link_state, place_names
from .journal import Journal
from .models import LinkRow, Plan


@dataclass(frozen=True)
class Wanted:
    """The run around part `at` on these strands of a cable; cable None: off its strands."""

    at: int
    cable: str | None
    strands: tuple[int, ...]


def take_strands(
    session: Session, plan: Plan, row: LinkRow, wanted: Wanted, plant: Plant, author: Author
) -> None:
    """Fill a link from strands as one change. Raises Refused, StaleError."""
    fresh(session, plan, row.changed_in, author)
    names = place_names(session, plan)
    old = link_doc(row, names)
    site = stored_site(session, plan)
    link = corelink.link(old, site)
    try:
        if wanted.cable is None:
            made = release(link, wanted.at)
            what = f"{row.name}: off its strands"
        else:
            made = take(plant, link, wanted.at, wanted.cable, wanted.strands)
            _refuse_taken(plant, row, made)
            listed = ", ".join(map(str, wanted.strands))
            what = f"{row.name}: on {wanted.cable}, strands {listed}"
    except StrandError as error:
        raise Refused("strands", str(error)) from None
    new = corelink.link_doc(made, old)
    corelink.link(new, site)
    ids = {name: number for number, name in names.items()}
    Journal(session, plan, author.who, what).put("link", row.id, link_state(new, ids, row.position))


def _refuse_taken(plant: Plant, row: LinkRow, made: Link) -> None:
    """A strand carries one link; channels of one multiplexed line may share it."""
    for use in uses_of(made):
        for link, other in plant.uses_of.get(use.cable, ()):
            both = sorted(set(use.strands) & set(other.strands))
            shared_line = use.line is not None and use.line == other.line
            if both and link.key != row.id and not shared_line:
                raise StrandError(f"strand {both[0]} of “{use.cable}” carries “{link.name}”")
