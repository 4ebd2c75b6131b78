"""Circuits on one pair, each on a channel of own multiplexers, with own modules for it."""

from collections.abc import Iterator
from dataclasses import replace

from passerelle.core.light.between import joint_between
from passerelle.core.light.link import Link
from passerelle.core.plan.agreement import unused
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.lightpath import LightPath, Segment
from passerelle.core.plan.own import OwnModule
from passerelle.core.plant.strands import next_free
from passerelle.core.plant.taking import refilled, take
from passerelle.core.tables import SINGLE_MODE, STANDARD, PartLoss

from .laying import cable_at
from .need import SiteNeed
from .standing import between, matched, on_trunk
from .ways import EXISTING, NEW, Candidate, RuledOut, Way, numbered, proposed, there_already
from .world import World

TEMPLATE = STANDARD.applications["10GBASE-LR"]
"""Only its path is taken: two strands of single mode."""
COARSE_HALF_WIDTH_NM = STANDARD.planning["channel_half_width_nm"]


def multiplexed(need: SiteNeed, world: World) -> Iterator[Candidate | RuledOut]:
    """Every own multiplexer on every pair that there is, where several circuits are wanted."""
    if need.circuits == 1:
        return
    boxes = [part for part in world.tables.parts.values() if part.channels]
    if not boxes:
        yield RuledOut("multiplexed on one pair", "the field guide has no multiplexer yet")
    for box in boxes:
        what = f"{need.circuits} channels of {box.name} on"
        chosen = _modules(need, world, box)
        if len(chosen) < need.circuits:
            have = f"{len(chosen)} of {need.circuits} channels"
            reason = f"own modules of {need.rate_gbps:g} Gb/s are there for {have}"
            yield RuledOut(f"{what} one pair", reason)
            continue
        lines = {use.line or "" for link in world.plant.links for use in link.uses}
        line = unused(f"{need.a_place} – {need.b_place}", lines)
        for pair, kind, template in _pairs(need, world):
            links = tuple(
                _with_measured(world, _channel(template, box.name, line, channel, module, n))
                for n, (channel, module) in enumerate(chosen[: need.circuits], 1)
            )
            yield Candidate(kind, f"{what} {pair}", (Way(links, new=kind == NEW),))


def _modules(need: SiteNeed, world: World, box: PartLoss) -> list[tuple[str, OwnModule]]:
    """The channels for which there is an own module of the speed, with it."""
    found = []
    width_nm = box.half_width_nm(COARSE_HALF_WIDTH_NM)
    for name, centre_nm in box.channels:
        for module in world.modules.values():
            nm = module.tx_wavelength_nm
            fits = nm is not None and abs(nm - centre_nm) <= width_nm
            if fits and module.rate_gbps == need.rate_gbps:
                found.append((name, module))
                break
    return found


def _pairs(need: SiteNeed, world: World) -> Iterator[tuple[str, str, Link]]:
    """Pairs of single mode: of a new cable, of glass that is there, of the plan's own cables."""
    yield "one pair", NEW, proposed(need, world, TEMPLATE, "OS2")
    if need.existing is not None and STANDARD.fibers[need.existing].mode == SINGLE_MODE:
        link = there_already(need, world, TEMPLATE, need.existing)
        yield f"one pair of {need.existing} that is there", EXISTING, link
    for cable in between(need, world):
        numbers = next_free(world.plant, cable, 2)
        single = world.tables.fibers[cable.fiber].mode == SINGLE_MODE
        if single and numbers and not on_trunk(cable):
            grade = cable.fiber if cable.fiber in STANDARD.fibers else "OS2"
            link = proposed(need, world, TEMPLATE, grade)
            made = take(world.plant, link, cable_at(link)[0], cable.name, numbers)
            yield f"one pair of {cable.name} ({cable.fiber})", EXISTING, matched(made)


def _with_measured(world: World, link: Link) -> Link:
    """On a cable of the plan: what was measured in the window of the channel."""
    on_cable = any(isinstance(p, Segment) and p.cable for p in link.path.parts)
    return refilled(world.plant, link) if on_cable else link


def _channel(
    template: Link, box: str, line: str, channel: str, module: OwnModule, number: int
) -> Link:
    plug = connector("LC/UPC")
    first, *middle, last = template.path.parts
    assert isinstance(first, Segment) and isinstance(last, Segment)
    near = Segment("inline", ends=(plug, first.ends[1]), wiring="straight", what="multiplexer",
                   part=box, channels=(channel,), line=line)  # fmt: skip
    far = replace(near, ends=(last.ends[0], plug))
    cord, adapter = replace(first, ends=(plug, plug)), joint_between(plug, plug)
    path = LightPath((cord, adapter, near, *middle, far, adapter, cord))
    ends = [
        replace(end, application=module.application, own=module, connector=module.connector)
        for end in (template.a, template.b)
    ]
    return Link(numbered(template.name, number), ends[0], ends[1], path)
