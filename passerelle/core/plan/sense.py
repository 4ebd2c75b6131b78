"""What a thing must be to make sense: what its fields say together, beyond each field's own limits.

Everything that is stored goes through here, from files and screens alike; the first thing that is
wrong is refused with its place and one sentence.
"""

from collections.abc import Callable, Iterator
from typing import Any

from passerelle.core.refused import Refused, quoted
from passerelle.core.tables import GLASS_ROWS, SINGLE_MODE, STANDARD
from passerelle.core.tables.copper import copper_row
from passerelle.core.tables.devices import KINDS
from passerelle.core.tables.kinds import BOXES, ONE_THING, PART_KINDS
from passerelle.core.tables.site import CABLE_TYPES

from .backbone import Cable, Closure, Feed, Group, Pathway, Place
from .beside import CopperRun, OwnCableType
from .devices import Device
from .fields import MAX_LENGTH_M
from .lightpath import UNSAID, Joint, PathError, Segment, check_chain
from .links import PlannedLink
from .services import Service
from .shared import SharedPart, itself

CLASSES = ("OS1", "OS1a", "OS2")
"""Cabling classes: a category of glass may stand beside them."""
Fault = tuple[str, str]
"""Where it stands, below the thing, and what is wrong."""


def check(thing: Any) -> None:
    """Refuse a thing that makes no sense by itself. Raises Refused with the path below it."""
    look = _LOOKS.get(type(thing))
    for path, reason in look(thing) if look is not None else ():
        raise Refused(path, reason)


def _segment(part: Segment) -> Iterator[Fault]:
    if part.part is not None and part.kind not in BOXES:
        yield "part", f"is for cassettes and inline parts; this is a {part.kind}"
    if part.cable is not None and part.kind != "cable":
        yield "cable", f"is for cable segments; this is a {part.kind}"
    if part.strand_numbers and part.cable is None:
        yield "strand_numbers", "names strands, but no cable is named"
    if len(set(part.strand_numbers)) < len(part.strand_numbers):
        yield "strand_numbers", "names a strand twice"
    if part.shared is not None and part.kind not in ONE_THING:
        yield "shared", f"is for one of {', '.join(ONE_THING)}; this is a {part.kind}"
    if part.turned and part.shared is None:
        yield "turned", "is for shared parts, and no shared part is named"
    if part.conditions is not None and not part.conditioning:
        yield "conditions", "is for mode-conditioning cords"
    if part.direction is not None and part.kind != "inline":
        yield "direction", f"is for inline parts; this is a {part.kind}"
    yield from _made_of(part) if PART_KINDS[part.kind].glass else _in_line(part)


def _in_line(part: Segment) -> Iterator[Fault]:
    if part.glass is not None:
        yield "glass", f"is for parts made of fiber; this is a {part.kind}"
    if part.loss_db is None and part.part is None:
        yield "loss_db", "is missing; an inline part has a loss of its own"


def _made_of(part: Segment) -> Iterator[Fault]:
    if part.fiber is None:
        yield "fiber", f"is missing; a {part.kind} is made of some fiber"
    if part.length_m is UNSAID:
        most = f"{MAX_LENGTH_M:.0f}"
        yield "length_m", f"is missing; a {part.kind} has a length, 0 to {most} m"
    yield from _category(part.fiber, part.glass)
    yield from _entered(part)


def _category(fiber: str | None, glass: str | None) -> Iterator[Fault]:
    """A category of single-mode glass beside a grade that is none."""
    row = STANDARD.fibers.get(fiber or "")
    if glass is None or row is None:
        return
    if row.mode != SINGLE_MODE:
        yield "glass", f"{glass} is single mode; {fiber} is not"
    elif row.name not in CLASSES and GLASS_ROWS[glass] != row.name:
        yield "glass", f"{glass} contradicts {fiber}, which is a category itself"


def _entered(part: Segment) -> Iterator[Fault]:
    if part.loss_db is not None and part.source is None:
        yield "source", "is missing; loss_db in place of the table value needs it"
    for key in ("loss_includes", "loss_nm"):
        if getattr(part, key) is not None and (part.kind != "cable" or part.loss_db is None):
            yield key, "is for the measured loss of a cable"


def _shared(thing: SharedPart) -> Iterator[Fault]:
    part = thing.part
    if part.kind not in ONE_THING:
        yield "part", f"is a {part.kind}; a shared part is one of {', '.join(ONE_THING)}"
    for path, reason in _segment(part):
        yield f"part.{path}", reason
    if part.cable is not None or part != itself(part):
        yield "part", "holds what each link decides by itself: port, lane, channels, line or label"


def _joint(part: Joint) -> Iterator[Fault]:
    if part.loss_db is not None and part.source is None:
        yield "source", "is missing; loss_db in place of the table value needs it"


def _link(link: PlannedLink) -> Iterator[Fault]:
    try:
        check_chain([isinstance(part, Segment) for part in link.path])
    except PathError as error:
        yield f"path[{error.at}]", str(error)
    seen: set[str] = set()
    passed: set[str] = set()
    for at, part in enumerate(link.path):
        name = part.shared if isinstance(part, Segment) else None
        if name is not None and name in passed:
            yield f"path[{at}].shared", f"{quoted(name)} stands in this path already"
        passed.update({name} if name is not None else ())
        for path, reason in _segment(part) if isinstance(part, Segment) else _joint(part):
            yield f"path[{at}].{path}", reason
        if part.id in seen:
            yield f"path[{at}].id", f"{part.id} is the id of another part of this path"
        seen.add(part.id)


def _place(place: Place) -> Iterator[Fault]:
    if place.x_m is not None and place.latitude is not None:
        yield "latitude", "stands beside x_m; give metres or degrees, not both"
    if (place.latitude is None) != (place.longitude is None):
        lacks = "latitude" if place.latitude is None else "longitude"
        yield lacks, "is missing; a position has both"
    if place.inside == place.name:
        yield "inside", f"{quoted(place.name)} would be inside itself"


def _pathway(way: Pathway) -> Iterator[Fault]:
    if way.a == way.b:
        yield "b", f"{quoted(way.b)} is its other end too; a pathway joins two places"
    if abs(way.rise_m) > way.length_m:
        reason = f"{way.rise_m:g} m of rise is over {way.length_m:g} m, the pathway's length"
        yield "rise_m", reason
    for at, bend in enumerate(way.bends):
        if bend.at_m is not None and bend.at_m > way.length_m:
            reason = f"{bend.at_m:g} is over {way.length_m:g}, the pathway's length"
            yield f"bends[{at}].at_m", reason
    if way.inner_mm is not None and (way.width_mm or way.height_mm):
        yield "inner_mm", "stands beside width and height; a pathway is round or not"


def _cable(cable: Cable) -> Iterator[Fault]:
    if cable.loss_db is not None and (cable.loss_nm is None or cable.measured is None):
        lacks = "loss_nm" if cable.loss_nm is None else "measured"
        yield lacks, "is missing; a measured loss names its wavelength and document"
    if cable.loss_includes is not None and cable.loss_db is None:
        yield "loss_includes", "is for a measured loss, and none is entered"
    yield from _category(cable.fiber, cable.glass)
    seen: set[int] = set()
    for at, note in enumerate(cable.strand_notes):
        if note.strand > cable.strands:
            reason = f"{note.strand} is over {cable.strands}, the cable's strands"
            yield f"strand_notes[{at}].strand", reason
        if note.strand in seen:
            yield f"strand_notes[{at}].strand", f"{note.strand} is noted twice"
        seen.add(note.strand)
    most = cable.type.max_strands if cable.type is not None else cable.strands
    if cable.strands > most:
        yield "strands", f"{cable.strands} is over {most}, the most of this cable"


def _feed(feed: Feed) -> Iterator[Fault]:
    if feed.source_v is not None and feed.least_v is not None and feed.least_v > feed.source_v:
        yield "least_v", f"{feed.least_v:g} is over {feed.source_v:g}, the source's voltage"


def _group(group: Group) -> Iterator[Fault]:
    if len(group.links) + len(group.others) < 2:
        yield "links", "one alone has nothing to stand in for it; name another link or way"


def _copper(run: CopperRun) -> Iterator[Fault]:
    if copper_row(run.what, run.rate_gbps) is None:
        reason = f"{quoted(run.what)} at {run.rate_gbps:g} Gb/s is no row of the copper table"
        yield "what", reason


def _cable_type(kind: OwnCableType) -> Iterator[Fault]:
    if kind.name in CABLE_TYPES:
        yield "name", "is the name of a row of the tables; choose another"
    loaded, rest = kind.bend_loaded_mm, kind.bend_rest_mm
    if loaded is not None and rest is not None and loaded < rest:
        reason = f"{loaded:g} mm under tension is less than {rest:g} mm at rest"
        yield "bend_loaded_mm", reason


def _device(device: Device) -> Iterator[Fault]:
    seen: set[str] = set()
    for at, group in enumerate(device.ports):
        if group.name in seen:
            yield f"ports[{at}].name", f"{quoted(group.name)} is listed twice"
        seen.add(group.name)
        if group.cage is not None and (group.power_class or group.powered):
            yield f"ports[{at}].power_class", "is for jacks; these are cages, which give no power"
        if group.power_class is not None and group.powered is False:
            yield f"ports[{at}].power_class", "is stated, and the ports are said to give no power"
        if (group.foreign == "up to a speed") != (group.foreign_to_gbps is not None):
            yield f"ports[{at}].foreign_to_gbps", "goes with foreign 'up to a speed', and only that"
    if device.sort is not None and device.sort not in KINDS:
        yield (
            "sort",
            f"{quoted(device.sort)} is not a kind of device; use one of {', '.join(KINDS)}",
        )
    if device.inside == device.name:
        yield "inside", f"{quoted(device.name)} cannot be inside itself"
    low, high = device.coldest_c, device.hottest_c
    if low is not None and high is not None and low > high:
        yield "coldest_c", f"{low:g} °C is over {high:g} °C, the hottest"
    usual, peak = device.draw_w, device.draw_peak_w
    if usual is not None and peak is not None and peak < usual:
        yield "draw_peak_w", f"{peak:g} W at peak is under {usual:g} W, what it usually takes"


def _service(service: Service) -> Iterator[Fault]:
    for at, step in enumerate(service.steps):
        if len(step.named) > 1:
            reason = f"names {' and '.join(map(quoted, step.named))}; a step is one of them"
            yield f"steps[{at}]", reason


def _closure(closure: Closure) -> Iterator[Fault]:
    taken: set[tuple[str, int]] = set()
    for row, splice in enumerate(closure.splices):
        for name, first in ((splice.a, splice.a_first), (splice.b, splice.b_first)):
            run = {(name, number) for number in range(first, first + splice.count)}
            twice = run & taken
            if twice:
                reason = f"strand {min(twice)[1]} of {quoted(name)} is spliced twice"
                yield f"splices[{row}]", reason
            taken |= run


_LOOKS: dict[type, Callable[[Any], Iterator[Fault]]] = {
    PlannedLink: _link,
    Segment: _segment,
    Joint: _joint,
    Place: _place,
    Pathway: _pathway,
    Cable: _cable,
    Closure: _closure,
    Feed: _feed,
    CopperRun: _copper,
    Group: _group,
    OwnCableType: _cable_type,
    Device: _device,
    Service: _service,
    SharedPart: _shared,
}
