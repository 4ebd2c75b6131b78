"""Edits of a link as they travel: one model for each of the core's edits."""

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from passerelle.core.light import edits as core
from passerelle.formats import corelink
from passerelle.formats.fields import LossDb, Metres, Name
from passerelle.formats.linkdocs import EndDoc, PartDoc
from passerelle.formats.site import Site

Index = Annotated[int, Field(ge=0, le=500)]
SegmentKind = Literal["cord", "cable", "pigtail", "cassette", "inline"]
JointKind = Literal["adapter", "fusion", "mechanical"]


class EditModel(BaseModel):
    """One edit; unknown keys are refused."""

    model_config = ConfigDict(strict=True, extra="forbid", allow_inf_nan=False)


class SetPartModel(EditModel):
    """Replace one part."""

    op: Literal["set-part"]
    at: Index
    part: PartDoc


class InsertSegmentModel(EditModel):
    """Insert a segment after another (-1: at the start)."""

    op: Literal["insert-segment"]
    after: Annotated[int, Field(ge=-1, le=500)]
    kind: SegmentKind
    length_m: Metres | None = None
    loss_db: LossDb | None = None
    what: Name | None = None


class SplitSegmentModel(EditModel):
    """Cut a segment in two with a joint."""

    op: Literal["split-segment"]
    at: Index
    kind: JointKind
    at_m: Metres | None = None


class RemovePartModel(EditModel):
    """Remove a part."""

    op: Literal["remove-part"]
    at: Index


class MoveSegmentModel(EditModel):
    """Move a segment to another segment's place."""

    op: Literal["move-segment"]
    at: Index
    to: Index


class SetEndModel(EditModel):
    """Replace one end."""

    op: Literal["set-end"]
    side: Literal["a", "b"]
    end: EndDoc


class RenameModel(EditModel):
    """Rename the link."""

    op: Literal["rename"]
    name: Name


EditBody = Annotated[
    SetPartModel
    | InsertSegmentModel
    | SplitSegmentModel
    | RemovePartModel
    | MoveSegmentModel
    | SetEndModel
    | RenameModel,
    Field(discriminator="op"),
]


def to_core(edit: EditBody, site: Site) -> core.Edit:
    """The core's edit of a travelling one. Raises Refused where it names what is not there."""
    match edit:
        case SetPartModel():
            return core.SetPart(edit.at, corelink.part(edit.part))
        case InsertSegmentModel():
            return core.InsertSegment(edit.after, edit.kind, edit.length_m, edit.loss_db, edit.what)
        case SplitSegmentModel():
            return core.SplitSegment(edit.at, edit.kind, edit.at_m)
        case RemovePartModel():
            return core.RemovePart(edit.at)
        case MoveSegmentModel():
            return core.MoveSegment(edit.at, edit.to)
        case SetEndModel():
            return core.SetEnd(edit.side, corelink.end(edit.end, site))
        case RenameModel():
            return core.Rename(edit.name)


def from_core(edit: core.Edit) -> EditBody:
    """The travelling form of a core edit: how a remedy reaches the screen."""
    match edit:
        case core.SetPart():
            return SetPartModel(op="set-part", at=edit.at, part=corelink.part_doc(edit.part))
        case core.InsertSegment():
            return InsertSegmentModel.model_validate(
                {"op": "insert-segment", "after": edit.after, "kind": edit.kind}
                | {"length_m": edit.length_m, "loss_db": edit.loss_db, "what": edit.what}
            )
        case core.SplitSegment():
            return SplitSegmentModel.model_validate(
                {"op": "split-segment", "at": edit.at, "kind": edit.kind, "at_m": edit.at_m}
            )
        case core.RemovePart():
            return RemovePartModel(op="remove-part", at=edit.at)
        case core.MoveSegment():
            return MoveSegmentModel(op="move-segment", at=edit.at, to=edit.to)
        case core.SetEnd():
            return SetEndModel.model_validate(
                {"op": "set-end", "side": edit.side, "end": corelink.end_doc(edit.end)}
            )
        case core.Rename():
            return RenameModel(op="rename", name=edit.name)
