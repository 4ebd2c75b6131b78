"""An option that is taken becomes links, the cable they run on, and the group they stand in."""

from collections.abc import Iterable
from dataclasses import replace

from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.options import Option
from passerelle.core.light.link import Link
from passerelle.core.light.site import planned
from passerelle.core.plan.agreement import unused
from passerelle.core.plan.backbone import Group, Place
from passerelle.core.plan.beside import CopperRun
from passerelle.core.plan.copies import renewed
from passerelle.core.plan.fields import MAX_LINKS
from passerelle.core.plan.lightpath import LightPath, Segment
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.plan import Plan
from passerelle.core.refused import Refused


def with_places(plan: Plan, names: Iterable[str | None]) -> Plan:
    """The plan with the places that are named and not there yet."""
    places = plan.places
    for name in names:
        if name is not None and places.named(name) is None:
            places = places.put(Place(name))
    return plan.having("place", places)


def _pulled(plan: Plan, option: Option) -> tuple[Plan, list[Link]]:
    """The option's cables stand in the plan; its links, on cables of the names they have there."""
    names: dict[str, str] = {}
    for cable in option.cables:
        names[cable.name] = unused(cable.name, plan.cables.by_name)
        made = replace(renewed(cable), name=names[cable.name])
        plan = plan.having("cable", plan.cables.put(made))
    return plan, [_on(link, names) for link in option.links]


def _on(link: Link, names: dict[str, str]) -> Link:
    parts = tuple(
        replace(p, cable=names[p.cable], label=names[p.cable])
        if isinstance(p, Segment) and p.cable in names
        else p
        for p in link.path.parts
    )
    return replace(link, path=LightPath(parts))


def _room_for(plan: Plan, wanted: int) -> None:
    count = len(plan.links)
    if count + wanted > MAX_LINKS:
        raise Refused("links", f"the plan has {count} links; at most {MAX_LINKS} are allowed")


def added(plan: Plan, link: Link) -> tuple[Plan, PlannedLink]:
    """The plan with one link more at its end: under a name and with ids of its own.

    Raises Refused.
    """
    _room_for(plan, 1)
    made: PlannedLink = renewed(planned(link))
    made = replace(made, name=unused(link.name, plan.links.by_name))
    plan = with_places(plan, (made.a.place, made.b.place))
    return plan.having("link", plan.links.put(made)), made


def with_options(plan: Plan, options: list[Option]) -> tuple[Plan, list[PlannedLink]]:
    """The plan with every circuit of every option as a link at its end. Raises Refused."""
    _room_for(plan, sum(len(option.links) for option in options))
    found: list[PlannedLink] = []
    for option in options:
        plan, links = _pulled(plan, option)
        named = []
        for link in links:
            plan, made = added(plan, link)
            named.append(made)
        plan = _grouped(plan, option, [link.name for link in named])
        found += named
    return plan, found


def met(
    plan: Plan, need_id: str | None, key: str, links: Iterable[str] = (),
    copper: Iterable[str] = (),
) -> Plan:  # fmt: skip
    """The plan with what stands for a need noted with it; as it is where there is no such need."""
    need = plan.needs.by_id.get(need_id or "")
    if need is None:
        return plan
    made = replace(need, key=key, links=tuple(links), copper=tuple(copper), built=None)
    return plan.having("need", plan.needs.put(made))


def with_copper(plan: Plan, option: Option, need: SiteNeed) -> tuple[Plan, list[str]]:
    """A copper option becomes a copper run, or two on two routes: with their names.

    The length is the route's with the slack that the option was priced with. It has no light path.
    """
    assert option.copper is not None
    plan = with_places(plan, (need.a_place, need.b_place))
    named = []
    for far_m in option.copper.lengths_m:
        name = unused(f"{need.a_place} – {need.b_place} copper", plan.copper_runs.by_name)
        run = CopperRun(
            name=name, a=need.a_place, b=need.b_place, what=option.copper.row.name,
            rate_gbps=need.rate_gbps, length_m=far_m, count=need.circuits,
        )  # fmt: skip
        plan = plan.having("copper", plan.copper_runs.put(run))
        named.append(name)
    return plan, named


def _grouped(plan: Plan, option: Option, named: list[str]) -> Plan:
    """Circuits on two routes stand in for each other, so that what they share is found."""
    if len(option.ways) < 2:
        return plan
    half = len(option.ways[0].links)
    for first, second in zip(named[:half], named[half:], strict=True):
        name = unused(f"{first[:90]}, either route", plan.redundancy.by_name)
        plan = plan.having("group", plan.redundancy.put(Group(name, (first, second))))
    return plan


def in_place_of(plan: Plan, link_id: str, option: Option) -> Plan:
    """An option takes the place of a link, which keeps its name and id. Raises Refused."""
    if len(option.links) != 1:
        raise Refused("key", f"the option has {len(option.links)} circuits; one link has one")
    old = plan.links.by_id[link_id]
    plan, (link,) = _pulled(plan, option)
    plan = with_places(plan, (link.a.place, link.b.place))
    made = planned(replace(link, name=old.name, id=old.id, x=old.x))
    return plan.having("link", plan.links.put(made))
