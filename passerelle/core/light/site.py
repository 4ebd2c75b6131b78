"""What links are judged by beside the house rules: tables with own parts in them, and devices."""

from collections.abc import Iterable
from dataclasses import dataclass, field

from passerelle.core.plan.devices import Device, Spare
from passerelle.core.plan.ends import LinkEnd
from passerelle.core.plan.lightpath import Joint, LightPath
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.own import OwnModule, OwnPart
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.refused import Refused, quoted
from passerelle.core.tables import STANDARD, Tables

from .link import Link
from .modules import End, resolve
from .own import check_own, extended


@dataclass(frozen=True, slots=True)
class Site:
    """Tables with the plan's own parts in them, devices and own modules by name, spares."""

    tables: Tables = STANDARD
    devices: dict[str, Device] = field(default_factory=dict)
    modules: dict[str, OwnModule] = field(default_factory=dict)
    spares: tuple[Spare, ...] = ()


BARE_SITE = Site()


def tables_with(parts: Iterable[OwnPart]) -> Tables:
    """The tables with own parts in them. Raises Refused where one contradicts itself."""
    parts = tuple(parts)
    for at, part in enumerate(parts):
        try:
            check_own(part)
        except Refused as refused:
            raise refused.below(f"own_parts[{at}]") from None
    return extended(parts) if parts else STANDARD


def site_of(plan: Plan, earlier: tuple[Plan, Site] | None = None) -> Site:
    """What a plan's links are judged by. What did not change is taken from an earlier plan's."""
    if earlier is not None:
        was, site = earlier
        if was.own_parts is plan.own_parts:
            if was.devices is plan.devices and was.spares is plan.spares:
                return site
            return Site(site.tables, plan.devices.by_name, site.modules, tuple(plan.spares))
    return Site(
        tables_with(plan.own_parts),
        plan.devices.by_name,
        modules_of(plan.own_parts),
        tuple(plan.spares),
    )


def modules_of(parts: Things[OwnPart]) -> dict[str, OwnModule]:
    """Own modules by name."""
    return {part.name: part for part in parts if isinstance(part, OwnModule)}


def link_of(planned: PlannedLink, site: Site = BARE_SITE) -> Link:
    """A link whose ends make sense and whose parts are known.

    Raises Refused with the path below the link.
    """
    ends = [_end(side, end, site) for side, end in (("a", planned.a), ("b", planned.b))]
    _known(planned, site.tables)
    return Link(planned.name, ends[0], ends[1], LightPath(planned.path), id=planned.id, x=planned.x)


def _end(side: str, spec: LinkEnd, site: Site) -> End:
    try:
        end = End.of(spec, site)
        resolve(end)
    except Refused as refused:
        raise refused.below(side) from None
    return end


def _known(planned: PlannedLink, tables: Tables) -> None:
    """Refuse a fiber, grade or part that is neither in the tables nor the plan's own."""
    grades = tables.grades
    for at, part in enumerate(planned.path):
        if isinstance(part, Joint):
            if part.grade is not None and part.grade not in grades:
                raise _stranger(f"path[{at}].grade", part.grade, "a grade", grades)
        elif part.fiber is not None and part.fiber not in tables.fibers:
            raise _stranger(f"path[{at}].fiber", part.fiber, "a fiber", tables.fibers)
        elif part.part is not None and part.part not in tables.parts:
            reason = f"{quoted(part.part)} is neither in the table of inline parts nor an own part"
            raise Refused(f"path[{at}].part", reason)


def _stranger(path: str, name: str, what: str, known: Iterable[str]) -> Refused:
    return Refused(path, f"{quoted(name)} is not {what}; use one of {', '.join(known)}")


def planned(link: Link) -> PlannedLink:
    """How a link is written down."""
    return PlannedLink(link.name, link.a.spec, link.b.spec, link.path.parts, id=link.id, x=link.x)
