"""Which readings stand, and on which references: a reading is worth what its reference is.

A reference goes stale by time, when the source's cord is taken off, by temperature, or because it
was set wrongly. What was read on a stale one is kept, marked, and counts for nothing.
"""

from collections import defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Final, Literal

from passerelle.core.plan.facts import AnyFactType, Facts
from passerelle.core.plan.testing import ReadingFact, ReferenceEndFact, ReferenceFact

Stale = Literal["time", "cord removed", "temperature", "wrong", "put away", "not set before"]
SAID: Final[dict[Stale, str]] = {
    "time": "the reference was too old",
    "cord removed": "the source's cord had been taken off",
    "temperature": "it had grown too warm or cold since the reference",
    "wrong": "the reference was set wrongly",
    "put away": "the instrument had been put away",
    "not set before": "it was read before the reference was set",
}


@dataclass(frozen=True, slots=True)
class Reference:
    """A reference with what ended it. until : None while nothing did."""

    fact: ReferenceFact
    until: datetime | None
    ended: ReferenceEndFact | None


def moment(text: str) -> datetime:
    """A fact's time. Without a zone it is taken as UTC."""
    found = datetime.fromisoformat(text)
    return found if found.tzinfo is not None else found.replace(tzinfo=UTC)


def references_of(facts: Facts) -> dict[str, Reference]:
    """Every reference that stands, by its id, in the order in which they were noted."""
    return _references(facts.standing)


def _references(standing: Iterable[AnyFactType]) -> dict[str, Reference]:
    standing = tuple(standing)
    ends: dict[str, ReferenceEndFact] = {}
    for fact in standing:
        if isinstance(fact, ReferenceEndFact):
            known = ends.get(fact.reference)
            if known is None or fact.why == "wrong" or moment(fact.at) < moment(known.at):
                ends[fact.reference] = fact
    found = {}
    for fact in standing:
        if isinstance(fact, ReferenceFact):
            end = ends.get(fact.id)
            found[fact.id] = Reference(fact, moment(end.at) if end else None, end)
    return found


def stale(reading: ReadingFact, references: Mapping[str, Reference], hours: float) -> Stale | None:
    """Why a reading's reference did not hold when it was read; None: it did, or none is recorded.

    hours : how long a reference is good for where it does not say itself. [h]
    """
    reference = references.get(reading.reference or "")
    if reference is None:
        return None
    if reference.ended is not None and reference.ended.why == "wrong":
        return "wrong"
    at, since = moment(reading.at), moment(reference.fact.at)
    if at < since:
        return "not set before"
    if reference.until is not None and reference.ended is not None and at >= reference.until:
        return reference.ended.why
    good_h = hours if reference.fact.hours is None else reference.fact.hours
    return "time" if (at - since).total_seconds() > good_h * 3600 else None


def readings_of(facts: Facts) -> dict[str, list[ReadingFact]]:
    """The readings that stand, by run, in the order in which they were noted."""
    found: defaultdict[str, list[ReadingFact]] = defaultdict(list)
    for fact in facts.standing:
        if isinstance(fact, ReadingFact):
            found[fact.run].append(fact)
    return dict(found)
