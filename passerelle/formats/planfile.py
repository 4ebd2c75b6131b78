"""The plan file: `*.passerelle.json`, media type application/json, one UTF-8 document.

These models are the one description of a plan's documents: the file, the store and the API all
validate with them. Keys that are not known are refused, except those that start with `x-`.
"""

import math
import unicodedata
from typing import Annotated, Any, Literal, Self

from pydantic import (
    AfterValidator,
    BaseModel,
    ConfigDict,
    Discriminator,
    Field,
    Tag,
    ValidationError,
    model_validator,
)
from pydantic_core import PydanticCustomError

from passerelle.core.connectors import connector
from passerelle.core.lightpath import MAX_LENGTH_M, MAX_PARTS, PathError, check_chain
from passerelle.core.tables import STANDARD

from .refusal import Refused, refusal

FORMAT = "passerelle-plan"
MAX_FILE_BYTES = 64 * 1024 * 1024
MAX_LINKS = 10_000
MAX_NAME = 120
MAX_DB = 100.0


def wrong(message: str, *below: str | int) -> PydanticCustomError:
    """A refusal at a place below the model that raises it."""
    escaped = message.replace("{", "{{").replace("}", "}}")
    return PydanticCustomError("refused", escaped, {"below": below})


def _printable(text: str) -> str:
    for char in text:
        if unicodedata.category(char) in ("Cc", "Cs"):
            raise wrong(f"holds the control character U+{ord(char):04X}, which cannot be printed")
    return text


def _known_connector(name: str) -> str:
    try:
        connector(name)
    except ValueError as error:
        raise wrong(str(error)) from None
    return name


def _known_fiber(name: str) -> str:
    if name not in STANDARD.fibers:
        raise wrong(f"{name[:40]!r} is not a fiber; use one of {', '.join(STANDARD.fibers)}")
    return name


def _known_application(name: str) -> str:
    if name != "custom" and name not in STANDARD.applications:
        raise wrong(f"{name[:60]!r} is not an application in the table; use its name or 'custom'")
    return name


Name = Annotated[str, Field(min_length=1, max_length=MAX_NAME), AfterValidator(_printable)]
Text = Annotated[str, Field(min_length=1, max_length=400), AfterValidator(_printable)]
Metres = Annotated[float, Field(ge=0, le=MAX_LENGTH_M, allow_inf_nan=False)]
LossDb = Annotated[float, Field(ge=0, le=MAX_DB, allow_inf_nan=False)]
PowerDbm = Annotated[float, Field(ge=-100, le=60, allow_inf_nan=False)]
WavelengthNm = Annotated[float, Field(ge=400, le=2000, allow_inf_nan=False)]
Coordinate = Annotated[float, Field(ge=-1e7, le=1e7, allow_inf_nan=False)]
ConnectorName = Annotated[str, Field(max_length=40), AfterValidator(_known_connector)]
FiberName = Annotated[str, Field(max_length=40), AfterValidator(_known_fiber)]
ApplicationName = Annotated[str, Field(max_length=120), AfterValidator(_known_application)]
CageName = Literal["SFP", "SFP+", "SFP28", "SFP56", "QSFP+", "QSFP28", "QSFP56", "QSFP-DD", "OSFP"]
Wiring = Literal["A-B", "A-A", "straight", "crossed", "type-A", "type-B", "type-C"]
FiberMode = Literal["multimode", "single-mode"]


def _closed_but_for_x(schema: dict[str, Any]) -> None:
    schema["additionalProperties"] = False
    schema["patternProperties"] = {"^x-": {}}


class Doc(BaseModel):
    """A document of the plan file: strict types, no unknown keys but `x-` ones."""

    model_config = ConfigDict(
        strict=True, extra="allow", allow_inf_nan=False, json_schema_extra=_closed_but_for_x
    )

    @model_validator(mode="after")
    def _only_x_keys(self) -> Self:
        for key, value in (self.model_extra or {}).items():
            if not key.startswith("x-"):
                raise wrong("unknown key; only keys that start with x- may be added", key[:60])
            _check_extra(value, (key[:60],))
        return self


def _check_extra(value: Any, path: tuple[str | int, ...]) -> None:
    if isinstance(value, float) and not math.isfinite(value):
        raise wrong("NaN and infinity are not numbers that can be used", *path)
    if isinstance(value, list):
        for at, item in enumerate(value):
            _check_extra(item, (*path, at))
    if isinstance(value, dict):
        for key, item in value.items():
            _check_extra(item, (*path, key[:60]))


class HouseRulesDoc(Doc):
    """The plan's chosen schools."""

    loss_basis: Literal["worst-case", "typical"] = "worst-case"
    tight_below_db: Annotated[float, Field(ge=0, le=20)] = 0.5
    safety_margin_db: Annotated[float, Field(ge=0, le=20)] = 0.0
    mode_conditioning: Literal["always", "over-300-m"] = "always"
    repair_splices: Annotated[int, Field(ge=0, le=100)] = 0
    ageing_db: Annotated[float, Field(ge=0, le=20)] = 0.0


class ModuleDoc(Doc):
    """A module: its receptacle, and figures from a data sheet that replace the table's."""

    connector: ConnectorName | None = None
    tx_min_dbm: PowerDbm | None = None
    tx_max_dbm: PowerDbm | None = None
    rx_min_dbm: PowerDbm | None = None
    rx_max_dbm: PowerDbm | None = None
    tx_wavelength_nm: WavelengthNm | None = None
    rx_wavelength_nm: WavelengthNm | None = None
    reach_m: Metres | None = None
    fiber_mode: FiberMode | None = None
    rate_gbps: Annotated[float, Field(gt=0, le=10_000)] | None = None
    penalty_db: LossDb | None = None
    source: Text | None = None
    form: CageName | None = None
    coding: Literal["own", "other"] | None = None
    temperature: Literal["commercial", "extended", "industrial"] | None = None


class PortDoc(Doc):
    """The device's port: what it is set to and what it accepts."""

    settable: bool | None = None
    set_gbps: Annotated[float, Field(gt=0, le=10_000)] | None = None
    own_coding_only: bool | None = None
    surroundings: Literal["indoor", "unheated", "outdoor"] | None = None
    fec: bool | None = None


class EndDoc(Doc):
    """One end of a link."""

    place: Name | None = None
    application: ApplicationName
    cage: Annotated[str, Field(max_length=40), AfterValidator(_printable)] | None = None
    module: ModuleDoc | None = None
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

    @model_validator(mode="after")
    def _makes_sense(self) -> Self:
        if self.segment == "inline":
            if self.loss_db is None:
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
    grade: Literal["standard", "low-loss", "reference"] | None = None
    keys: Literal["opposed", "aligned"] | None = None
    hybrid: bool | None = None
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


class PlaceDoc(Doc):
    """A building, room, cabinet, pole or hut. Coordinates in metres, east and north."""

    name: Name
    kind: Annotated[str, Field(max_length=40), AfterValidator(_printable)] | None = None
    x_m: Coordinate | None = None
    y_m: Coordinate | None = None


class PlanDoc(Doc):
    """A whole plan."""

    format: Literal["passerelle-plan"]
    version: Literal[1]
    name: Name
    house_rules: HouseRulesDoc = Field(default_factory=HouseRulesDoc)
    places: Annotated[list[PlaceDoc], Field(max_length=MAX_LINKS)] = Field(default_factory=list)
    links: Annotated[list[LinkDoc], Field(max_length=MAX_LINKS)]

    @model_validator(mode="after")
    def _places_are_known(self) -> Self:
        names: set[str] = set()
        for at, place in enumerate(self.places):
            if place.name in names:
                raise wrong(f"{place.name[:40]!r} is listed twice", "places", at, "name")
            names.add(place.name)
        for at, link in enumerate(self.links):
            for side, end in (("a", link.a), ("b", link.b)):
                if end.place is not None and end.place not in names:
                    reason = f"{end.place[:40]!r} is not in places"
                    raise wrong(reason, "links", at, side, "place")
        return self


def read_plan(data: bytes) -> PlanDoc:
    """Read a plan file. Raises Refused with one line."""
    if len(data) > MAX_FILE_BYTES:
        limit = MAX_FILE_BYTES // 1024 // 1024
        raise Refused("", f"the file has {len(data)} bytes; at most {limit} MiB are read")
    try:
        return PlanDoc.model_validate_json(data.removeprefix(b"\xef\xbb\xbf"))
    except ValidationError as error:
        raise refusal(error) from None


def write_plan(plan: PlanDoc) -> bytes:
    """The canonical bytes of a plan: what export writes."""
    return (plan.model_dump_json(indent=2, exclude_none=True) + "\n").encode()
