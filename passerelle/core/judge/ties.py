"""What of a link concerns others, boiled down once: ports, lines, shared parts, module types."""

from dataclasses import dataclass

from passerelle.core.light.link import A, B, Link
from passerelle.core.light.modules import End, resolve
from passerelle.core.plan.devices import facts
from passerelle.core.plan.ends import Side
from passerelle.core.plan.house_rules import EACH_DEVICE, HouseRules
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plant.model import LinkUse
from passerelle.core.plant.taking import link_use
from passerelle.core.tables.kinds import PART_KINDS

from .ports import usual_form

Shelved = tuple[str, str | None]
"""What a shelf holds: a module type, and the coding that it has; None: none in particular."""


@dataclass(frozen=True, slots=True)
class Claim:
    """One end of a link at a device's port. rate_gbps : of the link. [Gb/s]"""

    side: Side
    device: str
    group: str | None
    number: int | None
    lane: int | None
    split: bool | None
    application: str
    parent: str | None
    rate_gbps: float
    bundle: str | None = None


@dataclass(frozen=True, slots=True)
class Ties:
    """What of a link concerns others. types : of the modules at its ends. use : of cables.

    seats : of shared parts: name, port or lane, its number where it is recorded, index in the path.
    """

    name: str
    claims: tuple[Claim, ...]
    lines: tuple[tuple[str, str, int], ...]
    seats: tuple[tuple[str, str, int | None, int], ...]
    types: tuple[Shelved, ...]
    ends: tuple[End, End]
    use: LinkUse
    rate_gbps: float


def module_type(end: End) -> str:
    """What has to be on the shelf to replace this end's module."""
    if end.own is not None:
        return end.own.name
    module = resolve(end)
    whole = module.parent or module.application
    form = end.fitted_form
    if form is None:
        form = facts(end.port, end.cage, end.device).cage if module.parent else usual_form(module)
    return f"{whole}, {form}" if form else whole


def shelved(end: End) -> Shelved:
    """What replaces this end's module: one that is coded for its device needs the same coding."""
    device = end.device
    coding = None
    if device is not None and end.coding == "own":
        coding = device.coding or f"for {device.name}"
    return module_type(end), coding


def kept(shelf: Shelved, rules: HouseRules) -> Shelved:
    """What tells spares apart: the coding too, unless the plan has one coding for all."""
    return shelf if rules.coding == EACH_DEVICE else (shelf[0], None)


def told(shelf: Shelved) -> str:
    """A module type in words, with its coding."""
    return shelf[0] if shelf[1] is None else f"{shelf[0]}, coded {shelf[1]}"


def ties_of(link: Link) -> Ties:
    """Boil a link down to its ties. Raises EndError."""
    claims = []
    for side, end in ((A, link.a), (B, link.b)):
        if end.device is None:
            continue
        module, port = resolve(end), end.port
        group = port.group or (end.device.ports[0].name if len(end.device.ports) == 1 else None)
        claims.append(
            Claim(side, end.device.name, group, port.number, port.lane, port.split,
                  module.application, module.parent, module.rate_gbps, port.bundle)
        )  # fmt: skip
    lines = tuple(
        (part.line, channel, at)
        for at, part in enumerate(link.path.parts)
        if isinstance(part, Segment) and part.line
        for channel in part.channels
    )
    seats = tuple(
        (part.shared, "lane" if part.lane else "port", part.lane or part.port, at)
        for at, part in enumerate(link.path.parts)
        if isinstance(part, Segment) and part.shared and (part.lane or PART_KINDS[part.kind].ports)
    )
    types = (shelved(link.a), shelved(link.b))
    use = link_use(link)
    rate = min(resolve(end).rate_gbps for end in (link.a, link.b))
    return Ties(link.name, tuple(claims), lines, seats, types, (link.a, link.b), use, rate)
