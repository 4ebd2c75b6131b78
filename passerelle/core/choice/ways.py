"""Ways to meet a need that are still to be judged, and the link that most of them start from."""

from collections.abc import Iterator
from dataclasses import dataclass, replace

from passerelle.core.judge.ports import usual_form
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End, resolve
from passerelle.core.plan.devices import OUTDOOR, UNHEATED, Device, Port, PortGroup
from passerelle.core.plan.house_rules import FACTORY
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from passerelle.core.remedies.proposal import Need, propose
from passerelle.core.tables import STANDARD, Application

from .laying import MAX_NAME
from .need import NO_CAGE, SiteNeed
from .world import World

NEW, EXISTING, COPPER = "new cable", "glass that is there", "copper"


@dataclass(frozen=True)
class RuledOut:
    """A way that does not meet the need, and the one reason that decides."""

    label: str
    reason: str


@dataclass(frozen=True, slots=True)
class Way:
    """The circuits on one route. new : on cable that is still to be pulled."""

    links: tuple[Link, ...]
    new: bool


@dataclass(frozen=True, slots=True)
class Candidate:
    """One way to meet a need, not judged yet. ways : the route; the second where two are wanted."""

    kind: str
    label: str
    ways: tuple[Way, ...]


def applications(rate_gbps: float) -> Iterator[Application]:
    """Applications of a speed; of a one-strand pair the first side, of general use only."""
    for one in STANDARD.applications.values():
        pair = one.pairs_with
        if one.rate_gbps != rate_gbps or one.family != "general":
            continue
        if pair is None or one.name < pair:
            yield one


def proposed(need: SiteNeed, world: World, application: Application, grade: str) -> Link:
    """A complete link by the house rules, its ends in the need's cages or devices."""
    asked = Need(need.a_place, need.b_place, application.name, need.distance_m, grade)
    link = propose(asked, world.rules)
    return replace(
        link,
        a=fitted(link.a, need.cage_a, need.device_a, world),
        b=fitted(link.b, need.cage_b, need.device_b, world),
    )


def fitted(end: End, cage: str | None, device: str | None, world: World) -> End:
    """An end in its cage, its device, or a converter, whose rate cannot be set."""
    if cage == NO_CAGE:
        return replace(end, port=Port(settable=False))
    known = world.devices.get(device) if device is not None else None
    if known is None:
        return replace(end, cage=cage)
    group = _group(end, known, cage)
    if group is None:
        return replace(end, port=Port(settable=False))
    cold = known.surroundings in (UNHEATED, OUTDOOR)
    return replace(
        end,
        cage=group.cage,
        device=known,
        port=Port(group=group.name),
        coding="own" if known.own_coding_only else end.coding,
        temperature="industrial" if cold else end.temperature,
    )


def _group(end: End, device: Device, cage: str | None) -> PortGroup | None:
    """The cages that the module runs in best, as the check then says; None: it has jacks alone."""
    module = resolve(end)
    form = usual_form(module) or ""

    def ill(group: PortGroup) -> tuple[bool, bool, float]:
        assert group.cage is not None
        known = STANDARD.cages[group.cage]
        fit = STANDARD.fits.get((form, group.cage))
        runs = form == group.cage or (fit is not None and fit.runs_at_gbps is not None)
        too_slow = bool(group.speeds_gbps) and module.rate_gbps not in group.speeds_gbps
        return not runs, too_slow, known.top_gbps

    cages = [g for g in device.ports if g.cage is not None and cage in (None, g.cage)]
    return min(cages, key=ill, default=None)


def circuits(link: Link, count: int) -> tuple[Link, ...]:
    """As many links like it, numbered where there is more than one."""
    if count == 1:
        return (link,)
    return tuple(replace(link, name=numbered(link.name, n)) for n in range(1, count + 1))


def numbered(name: str, number: int) -> str:
    """A name with a number behind it, within the length of a name."""
    suffix = f" {number}"
    return name[: MAX_NAME - len(suffix)] + suffix


def there_already(need: SiteNeed, world: World, application: Application, grade: str) -> Link:
    """A link on glass that is there already.

    Of its ends nothing is known but that they are on panels: plugs of standard grade are counted.
    """
    rules = replace(world.rules, termination=FACTORY)
    return on_what_is_there(proposed(need, replace(world, rules=rules), application, grade))


def on_what_is_there(link: Link) -> Link:
    """The link with its cable laid already, and mated pairs of which nothing better is known."""
    parts = tuple(
        replace(p, existing=True, glass=None)
        if isinstance(p, Segment) and p.kind == "cable"
        else replace(p, grade="standard")
        if isinstance(p, Joint) and p.kind == "adapter"
        else p
        for p in link.path.parts
    )
    return replace(link, path=LightPath(parts))
