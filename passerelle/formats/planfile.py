"""The plan file: `*.passerelle.json`, media type application/json, one UTF-8 document.

The descriptions of the core are the one description of a plan's documents: the file, the store and
the API all read with them. Keys that are not known are refused, except those that start with `x-`.
Version 2 has ids and facts; version 1 is read as it always was.
"""

from dataclasses import dataclass, fields, replace
from typing import Annotated, Literal

from annotated_types import Len

from passerelle.core.light.site import link_of, site_of
from passerelle.core.many import many_things
from passerelle.core.plan.agreement import agree, unused
from passerelle.core.plan.facts import AnyFact, Facts
from passerelle.core.plan.fields import as_document
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.plant.whole import bound, check_glass, filled
from passerelle.core.refused import Refused
from passerelle.core.working import steps

from . import documents

MAX_FILE_BYTES = 256 * 1024 * 1024
MAX_FACTS = 200_000
VERSION = 2


@dataclass(frozen=True, slots=True, kw_only=True)
class Contents(Plan):
    """A plan with what was seen and done."""

    __pydantic_config__ = as_document()

    facts: Annotated[tuple[AnyFact, ...], Len(0, MAX_FACTS)] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class PlanFile(Contents):
    """A plan file as it is read."""

    __pydantic_config__ = as_document()

    format: Literal["passerelle-plan"]
    version: Literal[1, 2]


_PLAN = tuple(one.name for one in fields(Plan))


def read_file(data: bytes) -> tuple[Plan, Facts]:
    """A plan that can be judged, filled from its cables, and its facts. Raises Refused."""
    if len(data) > MAX_FILE_BYTES:
        limit = MAX_FILE_BYTES // 1024 // 1024
        raise Refused("", f"the file has {len(data)} bytes; at most {limit} MiB are read")
    with many_things():
        return _read(data.removeprefix(b"\xef\xbb\xbf"))


def _read(data: bytes) -> tuple[Plan, Facts]:
    file: PlanFile = documents.read(PlanFile, data)
    plan = bound(Plan(**{key: getattr(file, key) for key in _PLAN}))
    if file.version == 1:
        plan = _with_known_links(_once_named(plan))
    agree(plan)
    site = site_of(plan)
    check_glass(plan.cables, site.tables)
    for at, link in enumerate(steps("Reading links", plan.links)):
        try:
            link_of(link, site)
        except Refused as refused:
            raise refused.below(f"links[{at}]") from None
    return filled(plan, site), Facts.of(file.facts)


def read_plan(data: bytes) -> Plan:
    """The plan of a file, without its facts. Raises Refused with one line."""
    return read_file(data)[0]


def _once_named(plan: Plan) -> Plan:
    """Links of version 1 may share a name: the later ones get a number behind it."""
    if len(plan.links.by_name) == len(plan.links):
        return plan
    taken: set[str] = set()
    links = []
    for link in plan.links:
        name = unused(link.name, taken)
        taken.add(name)
        links.append(link if name == link.name else replace(link, name=name))
    return plan.having("link", Things(links))


def _with_known_links(plan: Plan) -> Plan:
    """Groups of version 1 may name links that are deleted: they let go of them."""
    known = set(plan.links.by_name)
    groups = [
        group if known.issuperset(group.links)
        else replace(group, links=tuple(name for name in group.links if name in known))
        for group in plan.redundancy
    ]  # fmt: skip
    return plan.having("group", Things(one for one in groups if len(one.links) > 1))


def write_plan(plan: Plan, facts: Facts = Facts.NONE) -> bytes:
    """The canonical bytes of a plan: what export writes."""
    kept = {key: getattr(plan, key) for key in _PLAN}
    text = documents.write(Contents, Contents(facts=facts.all, **kept), indent=2)
    head = f'{{\n  "format": "passerelle-plan",\n  "version": {VERSION},'
    return head.encode() + text.removeprefix(b"{") + b"\n"
