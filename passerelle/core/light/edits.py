"""Edits of a link: small pure changes, which screens and remedies use alike.

Each edit is data; `apply` gives the changed link or raises EditError with one sentence. Parts are
spoken of by their ids, never by where they stand.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Annotated, Literal

from passerelle.core.plan.connectors import BARE, Connector, connector
from passerelle.core.plan.devices import Device
from passerelle.core.plan.ends import LinkEnd, Side
from passerelle.core.plan.fields import Id, LossDb, Metres, Name, as_document, new_id, told_by
from passerelle.core.plan.lightpath import (
    AnyPart,
    Direction,
    Joint,
    JointKind,
    LightPath,
    Part,
    PathError,
    Segment,
    SegmentKind,
)
from passerelle.core.plan.own import OwnModule
from passerelle.core.refused import Told
from passerelle.core.tables import STANDARD, Tables
from passerelle.core.tables.kinds import PART_KINDS

from .between import (
    UNTURNED,
    fits,
    joint_between,
    kept_joint,
    mate,
    one_bare,
    usual_wiring,
    wiring_together,
)
from .link import Link
from .modules import End, Known


class EditError(Told):
    """The edit cannot be made; the message says why and what would be possible."""

    def __init__(self, message: str) -> None:
        super().__init__("edits", message)


@dataclass(frozen=True, slots=True)
class _Op:
    __pydantic_config__ = as_document()


@dataclass(frozen=True, slots=True)
class SetPart(_Op):
    """Replace the part `at` by `part` of the same sort (segment or joint)."""

    at: Id
    part: AnyPart
    op: Literal["set-part"] = "set-part"

    @classmethod
    def to(cls, part: Part) -> "SetPart":
        """Make a part be what `part` says of it."""
        return cls(part.id, part)


@dataclass(frozen=True, slots=True)
class InsertSegment(_Op):
    """Insert a segment after the segment `after` (None: before the first), with a fitting joint.

    What is None is taken from the neighbours: fiber, connectors, a usual length.
    """

    after: Id | None
    kind: SegmentKind
    length_m: Metres | None = None
    loss_db: LossDb | None = None
    what: Name | None = None
    direction: Direction | None = None
    op: Literal["insert-segment"] = "insert-segment"


@dataclass(frozen=True, slots=True)
class SplitSegment(_Op):
    """Cut the segment `at` in two and put a joint of `kind` there, at `at_m` or midway."""

    at: Id
    kind: JointKind
    at_m: Metres | None = None
    op: Literal["split-segment"] = "split-segment"


@dataclass(frozen=True, slots=True)
class RemovePart(_Op):
    """Remove a segment with one of its joints, or a joint by making its two segments one."""

    at: Id
    op: Literal["remove-part"] = "remove-part"


@dataclass(frozen=True, slots=True)
class MoveSegment(_Op):
    """Move the segment `at` to where the segment `to` stands, turned round where that fits."""

    at: Id
    to: Id
    op: Literal["move-segment"] = "move-segment"


@dataclass(frozen=True, slots=True)
class SetEnd(_Op):
    """Replace one end ('a' or 'b') of the link."""

    side: Side
    end: LinkEnd
    op: Literal["set-end"] = "set-end"

    @classmethod
    def to(cls, side: Side, end: End) -> "SetEnd":
        """Make an end be as this one is."""
        return cls(side, end.spec)


@dataclass(frozen=True, slots=True)
class Rename(_Op):
    """Give the link another name."""

    name: Name
    op: Literal["rename"] = "rename"


Edit = SetPart | InsertSegment | SplitSegment | RemovePart | MoveSegment | SetEnd | Rename
OPS: dict[str, type] = {
    "set-part": SetPart, "insert-segment": InsertSegment, "split-segment": SplitSegment,
    "remove-part": RemovePart, "move-segment": MoveSegment, "set-end": SetEnd, "rename": Rename,
}  # fmt: skip

AnyEdit = Annotated[Edit, told_by("op", OPS, "an edit has an op, one of")]
"""An edit as it travels."""


def apply_all(link: Link, edits: Iterable[Edit], known: Known | None = None) -> Link:
    """Apply edits in order, all or none. Raises EditError, EndError, Refused."""
    for edit in edits:
        link = apply(link, edit, known)
    return link


def apply(link: Link, edit: Edit, known: Known | None = None) -> Link:
    """Apply one edit. `known` : what an end may name; what the link's own ends name, without it."""
    if isinstance(edit, Rename):
        return replace(link, name=edit.name)
    if isinstance(edit, SetEnd):
        end = End.of(edit.end, known or _OwnEnds(link))
        return replace(link, a=end) if edit.side == "a" else replace(link, b=end)
    parts = list(link.path.parts)
    if isinstance(edit, SetPart):
        changed = _set(parts, edit)
    elif isinstance(edit, InsertSegment):
        changed = _insert(parts, edit)
    elif isinstance(edit, SplitSegment):
        changed = _split(parts, edit)
    elif isinstance(edit, RemovePart):
        changed = _remove(parts, _index(parts, edit.at))
    else:
        changed = _move(parts, edit)
    try:
        return replace(link, path=LightPath(tuple(changed)))
    except PathError as error:
        raise EditError(str(error)) from None


class _OwnEnds:
    """What the ends of a link name already."""

    def __init__(self, link: Link) -> None:
        ends = (link.a, link.b)
        self.devices: Mapping[str, Device] = {e.device.name: e.device for e in ends if e.device}
        self.modules: Mapping[str, OwnModule] = {e.own.name: e.own for e in ends if e.own}


def low_loss_adapters(path: LightPath, tables: Tables = STANDARD) -> tuple[SetPart, ...]:
    """Edits that make every standard mated pair of the path a low-loss one, where there is one."""
    edits = []
    for at, joint in enumerate(path.parts):
        if not isinstance(joint, Joint) or joint.kind != "adapter" or joint.loss_db is not None:
            continue
        near = path.segment(at - 1).ends[1]
        has_row = near is not None and (near.family, "low-loss") in tables.mated_pairs
        if has_row and joint.grade in (None, "standard"):
            edits.append(SetPart.to(replace(joint, grade="low-loss")))
    return tuple(edits)


def describe(link: Link, edit: Edit) -> str:
    """What an edit of a link does, for the history."""
    numbers = {part.id: at + 1 for at, part in enumerate(link.path.parts)}

    def number(part: str | None) -> int:
        return numbers.get(part or "", 0)

    if isinstance(edit, SetPart):
        return f"change part {number(edit.at)}"
    if isinstance(edit, InsertSegment):
        return f"insert {edit.what or edit.kind} after part {number(edit.after)}"
    if isinstance(edit, SplitSegment):
        return f"cut part {number(edit.at)} for a {edit.kind} joint"
    if isinstance(edit, RemovePart):
        return f"remove part {number(edit.at)}"
    if isinstance(edit, MoveSegment):
        return f"move part {number(edit.at)} to {number(edit.to)}"
    if isinstance(edit, SetEnd):
        return f"{edit.end.application} at end {edit.side}"
    return f"rename to {edit.name}"


def _index(parts: list[Part], part: str) -> int:
    """Where the part of an id stands. Raises EditError."""
    for at, one in enumerate(parts):
        if one.id == part:
            return at
    raise EditError(
        f"the path has no part {part[:26]!r} among its {len(parts)} parts; it may have been removed"
    )


def _segment_at(parts: list[Part], at: int) -> Segment:
    part = parts[at] if 0 <= at < len(parts) else None
    if not isinstance(part, Segment):
        raise EditError(f"part {at + 1} is not a segment of this path of {len(parts)} parts")
    return part


def _set(parts: list[Part], edit: SetPart) -> list[Part]:
    at = _index(parts, edit.at)
    if isinstance(parts[at], Segment) != isinstance(edit.part, Segment):
        raise EditError(f"part {at + 1} can only be replaced by a part of the same sort")
    return [*parts[:at], replace(edit.part, id=edit.at), *parts[at + 1 :]]


def _insert(parts: list[Part], edit: InsertSegment) -> list[Part]:
    if edit.loss_db is not None and PART_KINDS[edit.kind].glass:
        raise EditError(
            f"an entered loss of {edit.loss_db:g} dB needs its source; insert the {edit.kind} "
            "first, then enter both there"
        )
    here = -1 if edit.after is None else _index(parts, edit.after)
    before = _segment_at(parts, here) if here >= 0 else None
    next_at = here + 2 if before else 0
    after = _segment_at(parts, next_at) if next_at < len(parts) else None
    left = before.ends[1] if before else mate(after.ends[0] if after else None)
    right = after.ends[0] if after else None
    near = mate(left)
    far = mate(right) if right is not None else near
    if edit.kind == "pigtail":
        near, far = one_bare(near, far)
    neighbour = before or after
    assert neighbour is not None
    row = PART_KINDS[edit.kind]
    segment = Segment(
        kind=edit.kind,
        length_m=row.usual_length_m if edit.length_m is None else edit.length_m,
        fiber=None if not row.glass else neighbour.fiber or (after.fiber if after else None),
        ends=(near, far),
        wiring=usual_wiring(row, near),
        loss_db=edit.loss_db if edit.loss_db is not None or row.glass else 0.0,
        what=edit.what,
        direction=edit.direction,
    )
    if before is None:
        return [segment, joint_between(far, right), *parts]
    at = here + 1
    head = [*parts[:at], joint_between(left, near), segment]
    if after is None:
        return head
    old = parts[at]
    assert isinstance(old, Joint)
    return [*head, kept_joint(old, far, right), *parts[at + 1 :]]


def _split(parts: list[Part], edit: SplitSegment) -> list[Part]:
    at = _index(parts, edit.at)
    part = _segment_at(parts, at)
    if not PART_KINDS[part.kind].glass:
        raise EditError(f"part {at + 1} is an inline part: it has no length to cut")
    if part.shared is not None:
        raise EditError(
            f"part {at + 1} is “{part.shared}”, which other links may pass; make it this link's "
            "alone before cutting it"
        )
    if part.loss_db is not None or part.reads:
        raise EditError(
            f"part {at + 1} carries an entered loss for its whole length; "
            "clear the entered loss before cutting it"
        )
    at_m = part.length_m / 2 if edit.at_m is None else edit.at_m
    if not 0 <= at_m <= part.length_m:
        raise EditError(f"cut at {at_m:g} m is outside the segment's 0 to {part.length_m:g} m")
    inner = _plug_of(parts) if edit.kind == "adapter" else connector(BARE)
    first = replace(part, length_m=at_m, ends=(part.ends[0], inner))
    second = replace(
        part,
        length_m=part.length_m - at_m,
        ends=(mate(inner), part.ends[1]),
        wiring=UNTURNED.get(part.wiring, part.wiring) if part.wiring else None,
        id=new_id(),
    )
    joint = joint_between(inner, inner) if edit.kind == "adapter" else Joint(edit.kind)
    return [*parts[:at], first, joint, second, *parts[at + 1 :]]


def _plug_of(parts: list[Part]) -> Connector:
    """The connector that this path uses most near its start; LC/UPC where it has none."""
    for part in parts:
        if isinstance(part, Segment):
            for end in part.ends:
                if end is not None and not end.is_bare:
                    return end
    return connector("LC/UPC")


def _remove(parts: list[Part], at: int) -> list[Part]:
    if not 0 <= at < len(parts):
        raise EditError(f"there is no part {at + 1}; the path has {len(parts)} parts")
    if len(parts) == 1:
        raise EditError("the last segment of a path cannot be removed; delete the link instead")
    part = parts[at]
    if isinstance(part, Joint):
        return _merge(parts, at)
    if at == 0:
        return parts[2:]
    if at == len(parts) - 1:
        return parts[:-2]
    before, after = _segment_at(parts, at - 2), _segment_at(parts, at + 2)
    left, right = parts[at - 1], parts[at + 1]
    assert isinstance(left, Joint)
    assert isinstance(right, Joint)
    wanted = joint_between(before.ends[1], after.ends[0])
    kept = left if left.kind == wanted.kind else right if right.kind == wanted.kind else wanted
    return [*parts[: at - 1], kept, *parts[at + 2 :]]


def _merge(parts: list[Part], at: int) -> list[Part]:
    before, after = _segment_at(parts, at - 1), _segment_at(parts, at + 1)
    same = before.kind == after.kind and before.fiber == after.fiber
    same = same and not before.reads and not after.reads
    if not same or before.loss_db is not None or after.loss_db is not None:
        raise EditError(
            f"joint {at + 1} holds parts {at} and {at + 2} together, which cannot become one: "
            "only two plain segments of one kind and one fiber can; remove one of them instead"
        )
    one = replace(
        before,
        length_m=before.length_m + after.length_m,
        ends=(before.ends[0], after.ends[1]),
        wiring=wiring_together(before.wiring, after.wiring),
    )
    return [*parts[: at - 1], one, *parts[at + 2 :]]


def _move(parts: list[Part], edit: MoveSegment) -> list[Part]:
    at, to = _index(parts, edit.at), _index(parts, edit.to)
    moved = _segment_at(parts, at)
    _segment_at(parts, to)
    segments = [p for p in parts if isinstance(p, Segment)]
    joints = [p for p in parts if isinstance(p, Joint)]
    segments.pop(at // 2)
    place = to // 2
    segments.insert(place, _turned(moved, segments, place))
    chain: list[Part] = [segments[0]]
    for joint, left, right in zip(joints, segments, segments[1:], strict=False):
        chain += [kept_joint(joint, left.ends[1], right.ends[0]), right]
    return chain


def _turned(moved: Segment, others: list[Segment], place: int) -> Segment:
    """The moved segment, turned round where more of its ends fit its new neighbours that way."""

    def score(segment: Segment) -> int:
        left = fits(others[place - 1].ends[1], segment.ends[0]) if place > 0 else True
        right = fits(segment.ends[1], others[place].ends[0]) if place < len(others) else True
        return left + right

    return moved if score(moved) >= score(moved.reversed()) else moved.reversed()
