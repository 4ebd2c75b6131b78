"""The plan file: `*.passerelle.json`, media type application/json, one UTF-8 document.

These models are the one description of a plan's documents: the file, the store and the API all
validate with them. Keys that are not known are refused, except those that start with `x-`.
"""

from typing import Annotated, Literal, Self

from pydantic import AfterValidator, Field, ValidationError, model_validator

from .fields import CageName, Doc, Name, RateGbps, Surroundings, printable, wrong
from .linkdocs import LinkDoc
from .owndocs import OwnPartDoc
from .plantdocs import (
    CableDoc,
    CableTypeDoc,
    ClosureDoc,
    CopperDoc,
    FeedDoc,
    GroupDoc,
    PathwayDoc,
    PlaceDoc,
    PriceDoc,
    ReelDoc,
)
from .refusal import Refused, refusal

MAX_FILE_BYTES = 64 * 1024 * 1024
MAX_LINKS = 10_000
MAX_PATHWAYS = 20_000


class HouseRulesDoc(Doc):
    """The plan's chosen schools."""

    loss_basis: Literal["worst-case", "typical", "statistical"] = "worst-case"
    sigmas: Annotated[float, Field(ge=1, le=3)] = 2.0
    tight_below_db: Annotated[float, Field(ge=0, le=20)] = 0.5
    safety_margin_db: Annotated[float, Field(ge=0, le=20)] = 0.0
    mode_conditioning: Literal["always", "over-300-m"] = "always"
    repair_splices: Annotated[int, Field(ge=0, le=100)] = 0
    ageing_db: Annotated[float, Field(ge=0, le=20)] = 0.0
    outside_plant: Literal["iso-11801", "tia-568"] = "iso-11801"
    reach_from: Literal["data-sheet", "standard"] = "data-sheet"
    mode_school: Literal["multimode-where-it-reaches", "single-mode-everywhere"] = (
        "multimode-where-it-reaches"
    )
    termination: Literal["by-length", "factory", "pigtails", "field"] = "by-length"
    panel_plug: Literal["LC/UPC", "SC/UPC", "LC/APC", "SC/APC"] = "LC/UPC"
    most_mated_pairs: Annotated[int, Field(ge=0, le=100)] = 6
    growth_gbps: RateGbps | None = None
    spares: Literal["one-a-type", "none"] = "one-a-type"
    spare_strands_percent: Annotated[float, Field(ge=0, le=100)] = 20.0
    currency: Annotated[str, Field(min_length=1, max_length=12), AfterValidator(printable)] = (
        "units"
    )
    short_runs: Literal["copper-first", "fiber-beyond-rack"] = "copper-first"
    outlying: Literal["home-run", "shared"] = "home-run"


class PortGroupDoc(Doc):
    """Ports of a device that are alike."""

    name: Name
    cage: CageName
    count: Annotated[int, Field(ge=1, le=10_000)]
    speeds_gbps: Annotated[list[RateGbps], Field(max_length=20)] | None = None
    settable: bool | None = None
    uplink: bool | None = None


class DeviceDoc(Doc):
    """A switch, converter or instrument, with its ports."""

    name: Name
    place: Name | None = None
    ports: Annotated[list[PortGroupDoc], Field(min_length=1, max_length=50)]
    own_coding_only: bool | None = None
    surroundings: Surroundings | None = None


class SpareDoc(Doc):
    """Modules on the shelf. `type` is the application with its form, or an own module's name."""

    type: Name
    count: Annotated[int, Field(ge=0, le=10_000)]


def _once(names: list[str], key: str) -> None:
    seen: set[str] = set()
    for at, name in enumerate(names):
        if name in seen:
            raise wrong(f"{name[:40]!r} is listed twice", key, at, "name")
        seen.add(name)


OwnParts = Annotated[list[OwnPartDoc], Field(max_length=2000)]
Devices = Annotated[list[DeviceDoc], Field(max_length=5000)]
Spares = Annotated[list[SpareDoc], Field(max_length=2000)]


Pathways = Annotated[list[PathwayDoc], Field(max_length=MAX_PATHWAYS)]
CableTypes = Annotated[list[CableTypeDoc], Field(max_length=500)]
Cables = Annotated[list[CableDoc], Field(max_length=MAX_LINKS)]
Closures = Annotated[list[ClosureDoc], Field(max_length=MAX_LINKS)]
Groups = Annotated[list[GroupDoc], Field(max_length=2000)]
Reels = Annotated[list[ReelDoc], Field(max_length=2000)]
Feeds = Annotated[list[FeedDoc], Field(max_length=2000)]
CopperRuns = Annotated[list[CopperDoc], Field(max_length=MAX_LINKS)]
Prices = Annotated[list[PriceDoc], Field(max_length=5000)]
ITEMS = (
    "pathways", "cable_types", "cables", "closures", "redundancy", "reels", "feeds", "copper_runs",
    "prices",
)  # fmt: skip
"""Keys of the backbone's lists beside places."""


class PlanDoc(Doc):
    """A whole plan."""

    format: Literal["passerelle-plan"]
    version: Literal[1]
    name: Name
    house_rules: HouseRulesDoc = Field(default_factory=HouseRulesDoc)
    places: Annotated[list[PlaceDoc], Field(max_length=MAX_LINKS)] = Field(default_factory=list)
    pathways: Pathways = Field(default_factory=list)
    cable_types: CableTypes = Field(default_factory=list)
    cables: Cables = Field(default_factory=list)
    closures: Closures = Field(default_factory=list)
    redundancy: Groups = Field(default_factory=list)
    reels: Reels = Field(default_factory=list)
    feeds: Feeds = Field(default_factory=list)
    copper_runs: CopperRuns = Field(default_factory=list)
    prices: Prices = Field(default_factory=list)
    own_parts: OwnParts = Field(default_factory=list)
    devices: Devices = Field(default_factory=list)
    spares: Spares = Field(default_factory=list)
    links: Annotated[list[LinkDoc], Field(max_length=MAX_LINKS)]

    @model_validator(mode="after")
    def _names_are_known(self) -> Self:
        _once([place.name for place in self.places], "places")
        _once([part.name for part in self.own_parts], "own_parts")
        _once([device.name for device in self.devices], "devices")
        for key in ITEMS:
            _once([item.name for item in getattr(self, key)], key)
        names = {place.name for place in self.places}
        for at, device in enumerate(self.devices):
            if device.place is not None and device.place not in names:
                raise wrong(f"{device.place[:40]!r} is not in places", "devices", at, "place")
            _once([group.name for group in device.ports], f"devices[{at}].ports")
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
