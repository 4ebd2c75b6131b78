"""The documents of a link: its ends, the parts of its path."""

from typing import Annotated, Any, Literal, Self

from pydantic import AfterValidator, Discriminator, Field, Tag, model_validator

from passerelle.core.plan.lightpath import MAX_PARTS, PathError, check_chain

from .fields import (
    ApplicationName,
    CageName,
    ConnectorName,
    Doc,
    FiberName,
    GradeName,
    LossDb,
    Metres,
    ModuleFigures,
    Name,
    RateGbps,
    Surroundings,
    Text,
    Wiring,
    printable,
    wrong,
)

StrandNumber = Annotated[int, Field(ge=1, le=6912)]


class ModuleDoc(ModuleFigures):
    """A module: its receptacle, and figures from a data sheet that replace the table's.

    `part` names an own module of the plan, whose figures count where none are given here.
    """

    connector: ConnectorName | None = None
    source: Text | None = None
    part: Name | None = None
    form: CageName | None = None
    coding: Literal["own", "other"] | None = None
    temperature: Literal["commercial", "extended", "industrial"] | None = None


class PortDoc(Doc):
    """The device's port: which one, what it is set to and what it accepts.

    `lane` and `split`: the port runs its lanes as links of their own, and this is one of them.
    """

    settable: bool | None = None
    set_gbps: RateGbps | None = None
    own_coding_only: bool | None = None
    surroundings: Surroundings | None = None
    fec: bool | None = None
    group: Name | None = None
    number: Annotated[int, Field(ge=1, le=10_000)] | None = None
    split: bool | None = None
    lane: Annotated[int, Field(ge=1, le=8)] | None = None


class EndDoc(Doc):
    """One end of a link."""

    place: Name | None = None
    application: ApplicationName
    cage: Annotated[str, Field(max_length=40), AfterValidator(printable)] | None = None
    module: ModuleDoc | None = None
    device: Name | None = None
    port: PortDoc | None = None


class SegmentDoc(Doc):
    """A cord, cable run, pigtail, cassette leg or inline part."""

    segment: Literal["cord", "cable", "pigtail", "cassette", "inline"]
    label: Name | None = None
    what: Name | None = None
    fiber: FiberName | None = None
    length_m: Metres | None = None
    ends: Annotated[list[ConnectorName | None], Field(min_length=2, max_length=2)] | None = None
    wiring: Wiring | None = None
    loss_db: LossDb | None = None
    source: Text | None = None
    conditioning: bool | None = None
    strands: Annotated[int, Field(ge=1, le=6912)] | None = None
    part: Name | None = None
    channels: Annotated[list[Name], Field(min_length=1, max_length=2)] | None = None
    line: Name | None = None
    lane: Annotated[int, Field(ge=1, le=8)] | None = None
    existing: bool | None = None
    length_from: Literal["measured", "drawing", "guess"] | None = None
    fiber_from: Literal["print", "record", "guess"] | None = None
    port: Annotated[int, Field(ge=1, le=12)] | None = None
    clip: Literal["splits", "fixed"] | None = None
    front: Literal["a", "b"] | None = None
    cable: Name | None = None
    strand_numbers: Annotated[list[StrandNumber], Field(min_length=1, max_length=144)] | None = None

    @model_validator(mode="after")
    def _makes_sense(self) -> Self:
        if self.part is not None and self.segment not in ("inline", "cassette"):
            raise wrong(f"is for cassettes and inline parts; this is a {self.segment}", "part")
        if self.cable is not None and self.segment != "cable":
            raise wrong(f"is for cable segments; this is a {self.segment}", "cable")
        if self.strand_numbers is not None:
            if self.cable is None:
                raise wrong("names strands, but no cable is named", "strand_numbers")
            if len(set(self.strand_numbers)) < len(self.strand_numbers):
                raise wrong("names a strand twice", "strand_numbers")
        if self.segment == "inline":
            if self.loss_db is None and self.part is None:
                raise wrong("is missing; an inline part has a loss of its own", "loss_db")
            return self
        if self.fiber is None:
            raise wrong(f"is missing; a {self.segment} is made of some fiber", "fiber")
        if self.length_m is None:
            raise wrong(f"is missing; a {self.segment} has a length, 0 to 200000 m", "length_m")
        if self.loss_db is not None and self.source is None:
            raise wrong("is missing; loss_db in place of the table value needs it", "source")
        return self


class JointDoc(Doc):
    """An adapter (mated pair), a fusion splice or a mechanical splice."""

    joint: Literal["adapter", "fusion", "mechanical"]
    label: Name | None = None
    grade: GradeName | None = None
    keys: Literal["opposed", "aligned"] | None = None
    hybrid: bool | None = None
    crossed: bool | None = None
    loss_db: LossDb | None = None
    source: Text | None = None

    @model_validator(mode="after")
    def _makes_sense(self) -> Self:
        if self.loss_db is not None and self.source is None:
            raise wrong("is missing; loss_db in place of the table value needs it", "source")
        return self


def _sort_of_part(raw: Any) -> str | None:
    if isinstance(raw, SegmentDoc) or (isinstance(raw, dict) and "segment" in raw):
        return "·segment"
    if isinstance(raw, JointDoc) or (isinstance(raw, dict) and "joint" in raw):
        return "·joint"
    return None


PartDoc = Annotated[
    Annotated[SegmentDoc, Tag("·segment")] | Annotated[JointDoc, Tag("·joint")],
    Discriminator(
        _sort_of_part,
        custom_error_type="refused",
        custom_error_message="a part has the key 'segment' or the key 'joint'",
    ),
]


class LinkDoc(Doc):
    """One link: two ends and the light path between them."""

    name: Name
    a: EndDoc
    b: EndDoc
    path: Annotated[list[PartDoc], Field(min_length=1, max_length=MAX_PARTS)]

    @model_validator(mode="after")
    def _is_a_chain(self) -> Self:
        try:
            check_chain([isinstance(part, SegmentDoc) for part in self.path])
        except PathError as error:
            raise wrong(str(error), "path", error.at) from None
        return self
