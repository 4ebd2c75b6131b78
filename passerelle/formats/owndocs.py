"""Documents of own parts: what a technician has entered from a data sheet."""

from typing import Annotated, Any, Literal

from pydantic import Discriminator, Field, Tag

from .fields import (
    ApplicationName,
    CageName,
    ConnectorName,
    Doc,
    LossDb,
    ModuleFigures,
    Name,
    Text,
    WavelengthNm,
    Wiring,
)

StandardFiber = Literal["OM1", "OM2", "OM3", "OM4", "OM5", "OS1", "OS1a", "OS2"]
DbPerKm = Annotated[float, Field(gt=0, le=100)]
Date = Annotated[str, Field(pattern=r"^\d{4}-\d{2}-\d{2}$")]


class SheetDoc(Doc):
    """The document that the figures are from."""

    document: Text
    page: Annotated[str, Field(min_length=1, max_length=40)] | None = None
    date: Date | None = None

    def __str__(self) -> str:
        page = f", p. {self.page}" if self.page else ""
        return f"{self.document}{page}{f', {self.date}' if self.date else ''}"


class OwnDoc(Doc):
    """What all own parts have: a name that is used like a row's, and a document."""

    name: Name
    sheet: SheetDoc


class AttenuationDoc(Doc):
    """Attenuation around one wavelength."""

    wavelength_nm: WavelengthNm
    worst_case_db_per_km: DbPerKm
    typical_db_per_km: DbPerKm | None = None


class OwnFiberDoc(OwnDoc):
    """A fiber or cable; for reach and mating it counts as its base grade."""

    kind: Literal["fiber", "cable"]
    base: StandardFiber
    attenuation: Annotated[list[AttenuationDoc], Field(min_length=1, max_length=8)]
    strands: Annotated[int, Field(ge=1, le=6912)] | None = None


class OwnGradeDoc(OwnDoc):
    """A grade of mated pair for one connector family."""

    kind: Literal["grade"]
    connector: Literal["LC", "SC", "ST", "FC", "MT-RJ", "MPO"]
    worst_case_db: LossDb
    typical_db: LossDb


class ChannelDoc(Doc):
    """A channel of a multiplexer, by its centre wavelength."""

    name: Name
    wavelength_nm: WavelengthNm


WireDoc = Annotated[list[Annotated[int, Field(ge=1, le=36)]], Field(min_length=4, max_length=4)]
"""One strand through a part: plug and position in front, plug and position behind."""


class OwnBoxDoc(OwnDoc):
    """A cassette, multiplexer or other inline part: loss of the whole part.

    `pairs_included`: the figure holds the mated pairs at the part's own ends.
    """

    kind: Literal["cassette", "inline", "multiplexer"]
    worst_case_db: LossDb
    typical_db: LossDb
    what: Name | None = None
    channels: Annotated[list[ChannelDoc], Field(min_length=1, max_length=96)] | None = None
    fiber: StandardFiber | None = None
    ends: Annotated[list[ConnectorName | None], Field(min_length=2, max_length=2)] | None = None
    wiring: Wiring | None = None
    pairs_included: bool | None = None
    map: Annotated[list[WireDoc], Field(min_length=1, max_length=288)] | None = None


class OwnModuleDoc(OwnDoc, ModuleFigures):
    """A module; what is not given is the application's."""

    kind: Literal["module"]
    application: ApplicationName
    connector: ConnectorName | None = None
    form: CageName | None = None
    temperature: Literal["commercial", "extended", "industrial"] | None = None


_SORTS = {
    "fiber": "·glass",
    "cable": "·glass",
    "grade": "·grade",
    "cassette": "·box",
    "inline": "·box",
    "multiplexer": "·box",
    "module": "·module",
}


def _sort(raw: Any) -> str | None:
    kind = raw.get("kind") if isinstance(raw, dict) else getattr(raw, "kind", None)
    return _SORTS.get(kind) if isinstance(kind, str) else None


OwnPartDoc = Annotated[
    Annotated[OwnFiberDoc, Tag("·glass")]
    | Annotated[OwnGradeDoc, Tag("·grade")]
    | Annotated[OwnBoxDoc, Tag("·box")]
    | Annotated[OwnModuleDoc, Tag("·module")],
    Discriminator(
        _sort,
        custom_error_type="refused",
        custom_error_message=f"an own part has a kind, one of {', '.join(_SORTS)}",
    ),
]
