"""Turns traces into what the polarity view draws: rows, labels, faces."""

from passerelle.core.judge.check import LinkCheck
from passerelle.core.judge.polarity import (
    CROSSED,
    STRAIGHT,
    UNKNOWN,
    far_plug,
    is_multi_fiber,
    is_one_strand,
)
from passerelle.core.plan.connectors import Connector
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from passerelle.core.strands.methods import choices
from passerelle.core.strands.places import ROWS, Place, positions
from passerelle.core.strands.trace import RX, TX, Strand, maps, roles, starts_of, whole_trunk
from passerelle.core.tables import HIGH
from passerelle.core.tables.kinds import PART_KINDS

from . import schemas

WORDS = {TX: "Tx", RX: "Rx"}


def label_of(place: Place, width: int, plugs: bool) -> str:
    """'3A' for a duplex port, '7' for a position, '2:7' where there are several plugs."""
    plug, position = place
    if width == 2:
        return f"{plug}{'AB'[position - 1]}" if plugs else "AB"[position - 1]
    return f"{plug}:{position}" if plugs and plug > 1 else str(position)


def widths(path: LightPath, strands: tuple[Strand, ...]) -> list[int]:
    """Positions of the face at each boundary between parts.

    Bare strands, and a plug that is too small, are as wide as what arrives at them.
    """
    found = [positions(path.segment(0).ends[0])]
    for at, part in enumerate(path.parts):
        end = part.ends[1] if isinstance(part, Segment) else path.segment(at + 1).ends[0]
        found.append(positions(end))
    for strand in strands:
        for at, (_, position) in enumerate(strand.places):
            found[at] = max(found[at], position)
    return found


def _face(end: Connector | None, key_up: bool) -> schemas.Face | None:
    if end is None or end.type not in ROWS:
        return None
    rows, columns = ROWS[end.type]
    return schemas.Face(
        name=end.name,
        positions=rows * columns,
        columns=columns,
        pinned=None if end.pins is None else end.pins == "pinned",
        angled=end.is_angled,
        key_up=key_up,
    )


_KINDS = {"adapter": "pair", "fusion": "splice", "mechanical": "splice"}


def _column(path: LightPath, at: int, unrecorded: tuple[int, ...]) -> schemas.Column:
    part = path.parts[at]
    if isinstance(part, Joint):
        near, far = path.segment(at - 1).ends[1], path.segment(at + 1).ends[0]
        detail = part.keys or ("swapped" if part.crossed else _KINDS[part.kind])
        return schemas.Column(
            at=at,
            title="",
            detail=detail,
            joint=True,
            near=_face(near, True),
            far=_face(far, part.keys != "opposed"),
        )
    name = "trunk" if part.kind == "cable" and positions(part.ends[0]) > 2 else part.kind
    return schemas.Column(
        at=at,
        title=part.label or name,
        detail=part.part or part.wiring or _unwritten(part, at in unrecorded),
        joint=False,
        near=None,
        far=None,
    )


def _unwritten(part: Segment, unrecorded: bool) -> str:
    """What to say of a part that has no wiring of its own."""
    if part.lane:
        return f"leg {part.lane}"
    if unrecorded:
        return "not recorded"
    return "with its run" if PART_KINDS[part.kind].of_its_run else "straight"


def _used(check: LinkCheck) -> dict[Place, tuple[str, int]]:
    """What the link's own strands are at end a."""
    sums = check.budget
    starts = starts_of(sums.link.path, sums.modules[0], sums.link.a.port.lane)
    return {place: (role, lane) for place, role, lane in starts}


def _strand(
    strand: Strand,
    faces: list[int],
    many: bool,
    used: dict[Place, tuple[str, int]],
    far: dict[int, tuple[str, int]] | None,
    plug: int,
) -> schemas.StrandView:
    rows = [
        (place[0] - 1) * width + place[1]
        for place, width in zip(strand.places, faces, strict=False)
    ]
    labels = [
        label_of(place, width, many) for place, width in zip(strand.places, faces, strict=False)
    ]
    start = strand.places[0]
    role, lane = used.get(start, ("", 0))
    meets = right = None
    if role:
        there = strand.end is not None and strand.end[0] == plug
        met = far.get(strand.end[1]) if far and there and strand.end is not None else None
        lane_of = f" lane {met[1]}" if met and len(used) > 2 else ""
        meets = (
            f"{WORDS[met[0]]}{lane_of}"
            if met
            else "another port"
            if strand.end and not there
            else "nothing"
        )
        right = met is not None and met[0] != role and met[1] == lane
    return schemas.StrandView(
        role=role,
        start=labels[0],
        start_place=list(start),
        rows=rows,
        labels=labels,
        end=labels[-1] if strand.whole else None,
        meets=meets,
        right=right,
    )


def answer(check: LinkCheck) -> str:
    """The polarity as a sentence, answer first."""
    if is_one_strand(check.budget.modules):
        return "One strand: there is no pair to cross"
    if check.polarity == CROSSED:
        return "Every transmitter meets its receiver"
    if check.polarity == STRAIGHT:
        return "Transmitter meets transmitter"
    if check.polarity == UNKNOWN:
        if maps(check.budget.link.path, check.budget.tables)[1]:
            return "Not known: something on the way is not recorded"
        return "Not known: which positions the modules use"
    return "Strands arrive where they do not belong"


def _one_strand(check: LinkCheck) -> schemas.PolarityView:
    """Both directions on one strand: it runs straight through, whatever the parts are."""
    path = check.budget.link.path
    sides = [
        "/".join(f"{nm:g}" for nm in module.tx_wavelengths_nm) for module in check.budget.modules
    ]
    boundaries = len(path.parts) + 1
    strand = schemas.StrandView(
        role="transmit",
        start="1",
        start_place=[1, 1],
        rows=[1] * boundaries,
        labels=["1"] * boundaries,
        end="1",
        meets=f"{sides[0]} nm out, {sides[1]} nm back",
        right=not any(f.rule.id == "module.bidi-pair" for f in check.findings),
    )
    return schemas.PolarityView(
        polarity=check.polarity,
        answer=answer(check),
        multi_fiber=False,
        rows=1,
        columns=[_column(path, at, ()) for at in range(len(path.parts))],
        strands=[strand],
        methods=[],
        unrecorded=[],
        far_places=[[1, 1]],
    )


def polarity_view(check: LinkCheck) -> schemas.PolarityView:
    """Every strand of a link's path, port by port."""
    if is_one_strand(check.budget.modules):
        return _one_strand(check)
    sums, path = check.budget, check.budget.link.path
    unrecorded = maps(path, sums.tables)[1]
    trace = whole_trunk(path, sums.tables)
    faces = widths(path, trace.strands)
    many = len({place[0] for strand in trace.strands for place in strand.places}) > 1
    far = roles(sums.modules[1], sums.link.b.port.lane)
    used = _used(check)
    plug = far_plug(path, [one for one in trace.strands if one.places[0] in used])
    strands = [_strand(one, faces, many, used, far, plug) for one in trace.strands]
    found = []
    for choice in choices(path):
        method = choice.method
        parts = [f"cords {' and '.join(method.cords)}", f"trunk {method.trunk}"]
        parts += [f"cassettes {' and '.join(method.cassettes)}"] if method.cassettes else []
        found.append(
            schemas.MethodView(
                name=method.name,
                follows=choice.excluded is None and not choice.edits,
                edits=list(choice.edits),
                excluded=choice.excluded,
                wants=f"{', '.join(parts)}, keys {method.keys}",
                source=method.source,
                sure=method.confidence == HIGH,
            )
        )
    last = faces[-1]
    plugs = max(strand.places[-1][0] for strand in trace.strands)
    return schemas.PolarityView(
        polarity=check.polarity,
        answer=answer(check),
        multi_fiber=is_multi_fiber(path.parts),
        rows=max(row for s in strands for row in s.rows),
        columns=[_column(path, at, unrecorded) for at in range(len(path.parts))],
        strands=strands,
        methods=found,
        unrecorded=list(unrecorded),
        far_places=[[plug, p] for plug in range(1, plugs + 1) for p in range(1, last + 1)],
    )
