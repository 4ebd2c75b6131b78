"""Between links and strands: a link takes its cable segments from strands of the plant's cables.

What is known of a cable (grade, length of glass, measured loss) stands with the cable; the links
that run through it are filled from there, so that changing the cable changes the link.
"""

from collections.abc import Iterable
from dataclasses import replace

from passerelle.core.light.link import Link
from passerelle.core.light.modules import resolve
from passerelle.core.light.readings import run_around
from passerelle.core.plan.backbone import COILED, Cable
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.lightpath import (
    Joint,
    LengthFrom,
    LightPath,
    Part,
    PathError,
    Reading,
    Segment,
    other_way,
)
from passerelle.core.tables.kinds import PART_KINDS
from passerelle.core.words import counted

from .model import LinkUse, Plant, Use, lengths
from .strands import StrandError, Stretch, followed

PIGTAIL_M = PART_KINDS["pigtail"].usual_length_m
_BARE = connector("bare")
_NO_SEGMENT = Segment("cable")


def strands_needed(link: Link) -> int:
    """How many strands a link takes: those of its module, two where it is not known."""
    return max(resolve(link.a).strands or 2, resolve(link.b).strands or 2)


def uses_of(link: Link) -> tuple[Use, ...]:
    """What a link takes of the plant's cables, in the order of its path."""
    lines = {part.line for part in link.path.parts if isinstance(part, Segment) and part.line}
    line = next(iter(lines)) if len(lines) == 1 else None
    needed = strands_needed(link)
    return tuple(
        Use(part.cable, part.strand_numbers, needed, at, line)
        for at, part in enumerate(link.path.parts)
        if isinstance(part, Segment) and part.cable is not None
    )


def link_use(link: Link) -> LinkUse:
    """A link as the plant sees it."""
    a, b = link.a, link.b
    devices = (a.device.name if a.device else None, b.device.name if b.device else None)
    ports = ((a.port.group, a.port.number), (b.port.group, b.port.number))
    return LinkUse(link.id, link.name, (a.place, b.place), devices, ports, uses_of(link))


def with_links(plant: Plant, links: Iterable[Link]) -> Plant:
    """The same plant with the links that run through it."""
    return replace(plant, links=tuple(link_use(link) for link in links))


def as_segment(plant: Plant, segment: Segment, cable: Cable, *, back: bool = False) -> Segment:
    """A cable segment with what is known of its cable.

    Length, grade and measured loss are the cable's; the loss names its document. back : the link
    passes the cable from b to a.
    """
    known = lengths(plant, cable)
    length_from: LengthFrom = "measured" if known.glass_from == "measured" else "drawing"
    if known.glass_from == "planned" and not known.certain:
        length_from = "guess"
    loss, source = None, None
    if cable.loss_db is not None and cable.loss_nm is not None:
        loss = cable.loss_db
        source = f"{cable.measured or 'measured'}, {cable.loss_nm:g} nm"
    return replace(
        segment,
        fiber=cable.fiber,
        length_m=segment.length_m if known.glass_m is None else round(known.glass_m, 2),
        length_from=length_from if known.glass_m is not None else segment.length_from,
        loss_db=loss,
        source=source,
        loss_includes=_holds(cable, back=back) if loss is not None else None,
        loss_nm=cable.loss_nm if loss is not None else None,
        reads=(),
        glass=cable.glass,
        existing=cable.existing,
        fiber_from=cable.fiber_from,
        label=cable.name,
    )


def _holds(cable: Cable, *, back: bool) -> Reading | None:
    return other_way(cable.loss_includes) if back else cable.loss_includes


def _passes_back(link: Link, cable: Cable) -> bool:
    """Whether a link's places tell that it passes the cable from its b end to its a end."""
    along = (link.a.place == cable.a) + (link.b.place == cable.b)
    back = (link.a.place == cable.b) + (link.b.place == cable.a)
    return back > along


def refilled(plant: Plant, link: Link) -> Link:
    """A link whose cable segments hold what its cables say. Raises StrandError."""
    parts: list[Part] = []
    for part in link.path.parts:
        if isinstance(part, Segment) and part.cable is not None:
            cable = plant.cables.get(part.cable)
            if cable is None:
                raise StrandError(f"“{part.cable}” is not in cables")
            beyond = [n for n in part.strand_numbers if n > cable.strands]
            if beyond:
                raise StrandError(
                    f"“{cable.name}” has {cable.strands} strands; there is no {beyond[0]}"
                )
            parts.append(as_segment(plant, part, cable, back=_passes_back(link, cable)))
        else:
            parts.append(part)
    return replace(link, path=LightPath(tuple(parts)))


def released(before: Link, after: Link) -> Link:
    """An edited link: a segment whose glass was changed by hand is no longer that cable's."""
    old = {
        (part.cable, part.strand_numbers): part
        for part in before.path.parts
        if isinstance(part, Segment) and part.cable is not None
    }
    parts: list[Part] = []
    for part in after.path.parts:
        if isinstance(part, Segment) and part.cable is not None:
            was = old.get((part.cable, part.strand_numbers))
            figures = (part.fiber, part.length_m, part.loss_db, part.loss_includes)
            same = was is not None and figures == (
                was.fiber, was.length_m, was.loss_db, was.loss_includes
            )  # fmt: skip
            if was is not None and not same:
                parts.append(replace(part, cable=None, strand_numbers=()))
                continue
        parts.append(part)
    return replace(after, path=LightPath(tuple(parts)))


def release(link: Link, at: int) -> Link:
    """Take the segment at `at` off its strands; its figures stay. Raises StrandError."""
    parts = list(link.path.parts)
    part = parts[at] if 0 <= at < len(parts) else None
    if not isinstance(part, Segment) or part.cable is None:
        raise StrandError(f"part {at + 1} is not on strands of a cable")
    parts[at] = replace(part, cable=None, strand_numbers=())
    return replace(link, path=LightPath(tuple(parts)))


def take(plant: Plant, link: Link, at: int, cable: str, numbers: tuple[int, ...]) -> Link:
    """Put the run around the segment at `at` on strands of a cable.

    The strands are followed through splices in chambers to the panels at both ends; the run (cable
    and pigtails, up to the adapters on both sides) is built anew from what they pass, and the
    adapters are labelled with panel and port. Raises StrandError.
    """
    if cable not in plant.cables:
        raise StrandError(f"“{cable}” is not in cables")
    parts = link.path.parts
    here = parts[at] if 0 <= at < len(parts) else None
    if not isinstance(here, Segment) or not PART_KINDS[here.kind].fixed:
        raise StrandError(
            f"part {at + 1} is not a cable; choose the cable run to be put on strands"
        )
    _check_numbers(plant.cables[cable], numbers, strands_needed(link))
    stretches = followed(plant, plant.cables[cable], numbers)
    if _leads_back(plant, link, stretches):
        stretches = _turned(stretches)
    first, last = run_around(parts, at)
    built = built_run(plant, stretches, parts[first : last + 1])
    chain = [*parts[:first], *built, *parts[last + 1 :]]
    _label(plant, chain, first, first + len(built) - 1, stretches)
    try:
        return refilled(plant, replace(link, path=LightPath(tuple(chain))))
    except PathError as error:
        raise StrandError(str(error)) from None


def _check_numbers(cable: Cable, numbers: tuple[int, ...], needed: int) -> None:
    if len(numbers) < needed:
        count = counted(needed, "strand")
        raise StrandError(f"the link takes {count}, and {len(numbers)} are chosen")
    worst = max(numbers)
    if worst > cable.strands or min(numbers) < 1:
        raise StrandError(f"“{cable.name}” has {cable.strands} strands; there is no {worst}")
    bad = {note.strand for note in cable.strand_notes if note.state == "bad"}.intersection(numbers)
    if bad:
        raise StrandError(f"strand {min(bad)} of “{cable.name}” is noted as bad")


def _ends(plant: Plant, stretches: tuple[Stretch, ...]) -> tuple[str, str]:
    first, last = stretches[0], stretches[-1]
    near, far = plant.cables[first.cable], plant.cables[last.cable]
    return near.a if first.forward else near.b, far.b if last.forward else far.a


def _leads_back(plant: Plant, link: Link, stretches: tuple[Stretch, ...]) -> bool:
    """The strands start where the link ends, or end where it starts."""
    start, end = _ends(plant, stretches)
    right = (start == link.a.place) + (end == link.b.place)
    wrong = (start == link.b.place) + (end == link.a.place)
    return wrong > right


def _turned(stretches: tuple[Stretch, ...]) -> tuple[Stretch, ...]:
    """The same stretches walked from the far end."""
    splices = [one.splice for one in stretches[:-1]]
    turned = reversed(stretches)
    joints = [*reversed(splices), None]
    return tuple(
        replace(one, forward=not one.forward, splice=splice)
        for one, splice in zip(turned, joints, strict=True)
    )


def built_run(
    plant: Plant, stretches: tuple[Stretch, ...], old: tuple[Part, ...] = ()
) -> list[Part]:
    """The run as the strands make it, with the terminations of its two ends.

    Where a cable does not say how it is terminated, the run keeps what it had there. The first
    cable crosses the pair if any part of the old run did: fixed cabling crosses it once.
    """
    segments = [part for part in old if isinstance(part, Segment)]
    cables = [part for part in segments if part.kind == "cable"]
    crossed = next((c.wiring for c in cables if c.wiring is not None), None)
    built: list[Part] = []
    for at, stretch in enumerate(stretches):
        wiring = crossed if at == 0 else ("straight" if crossed is not None else None)
        built.append(
            Segment(
                "cable",
                0.0,
                ends=(_BARE, _BARE),
                wiring=wiring,
                cable=stretch.cable,
                strand_numbers=stretch.strands,
            )
        )
        if stretch.splice is not None:
            built.append(Joint(stretch.splice))
    for side in (0, 1):
        was = segments[-side] if segments else _NO_SEGMENT
        _terminate(plant, built, stretches[-side], side, was)
    return built


def _terminate(plant: Plant, built: list[Part], stretch: Stretch, side: int, old: Segment) -> None:
    """Pigtails spliced on, or a plug on the cable itself."""
    cable = plant.cables[stretch.cable]
    end = cable.ends[side if stretch.forward else 1 - side]
    kind = None if end.kind == COILED else end.kind
    kind = kind or ("pigtails" if old.kind == "pigtail" else "factory")
    plug = connector(end.connector) if end.connector else old.ends[side]
    if kind == "pigtails":
        tail = old if old.kind == "pigtail" else Segment("pigtail", PIGTAIL_M, cable.fiber)
        ends = (plug, _BARE) if side == 0 else (_BARE, plug)
        tail = replace(tail, fiber=cable.fiber, ends=ends)
        if side == 0:
            built[:0] = [tail, Joint("fusion")]
        else:
            built += [Joint("fusion"), tail]
        return
    at = 0 if side == 0 else len(built) - 1
    here = built[at]
    assert isinstance(here, Segment)
    whole = (plug, here.ends[1]) if side == 0 else (here.ends[0], plug)
    built[at] = replace(here, ends=whole)


def _label(
    plant: Plant, chain: list[Part], first: int, last: int, stretches: tuple[Stretch, ...]
) -> None:
    """Panel and port on the adapters beside the run."""
    for side, at in ((0, first - 1), (1, last + 1)):
        if not 0 <= at < len(chain):
            continue
        joint, stretch = chain[at], stretches[-side]
        cable = plant.cables[stretch.cable]
        end = cable.ends[side if stretch.forward else 1 - side]
        if isinstance(joint, Joint) and end.panel:
            port = end.first_port + (stretch.strands[0] - 1) // 2
            chain[at] = replace(joint, label=f"{end.panel}:{port}")
