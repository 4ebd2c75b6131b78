"""Field types that the documents share, and what every document has in common."""

import math
import unicodedata
from typing import Annotated, Any, Literal, Self

from pydantic import AfterValidator, BaseModel, ConfigDict, Field, model_validator
from pydantic_core import PydanticCustomError

from passerelle.core.plan.connectors import connector
from passerelle.core.plan.lightpath import MAX_LENGTH_M
from passerelle.core.tables import STANDARD

MAX_NAME = 120
MAX_DB = 100.0


def wrong(message: str, *below: str | int) -> PydanticCustomError:
    """A refusal at a place below the model that raises it."""
    escaped = message.replace("{", "{{").replace("}", "}}")
    return PydanticCustomError("refused", escaped, {"below": below})


def printable(text: str) -> str:
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


def _known_application(name: str) -> str:
    if name != "custom" and name not in STANDARD.applications:
        raise wrong(f"{name[:60]!r} is not an application in the table; use its name or 'custom'")
    return name


Name = Annotated[str, Field(min_length=1, max_length=MAX_NAME), AfterValidator(printable)]
Text = Annotated[str, Field(min_length=1, max_length=400), AfterValidator(printable)]
Metres = Annotated[float, Field(ge=0, le=MAX_LENGTH_M, allow_inf_nan=False)]
LossDb = Annotated[float, Field(ge=0, le=MAX_DB, allow_inf_nan=False)]
PowerDbm = Annotated[float, Field(ge=-100, le=60, allow_inf_nan=False)]
WavelengthNm = Annotated[float, Field(ge=400, le=2000, allow_inf_nan=False)]
Coordinate = Annotated[float, Field(ge=-1e7, le=1e7, allow_inf_nan=False)]
ConnectorName = Annotated[str, Field(max_length=40), AfterValidator(_known_connector)]
FiberName = Annotated[str, Field(min_length=1, max_length=MAX_NAME), AfterValidator(printable)]
"""A grade of the table or an own fiber: which of them there are is known with the whole plan."""
GradeName = FiberName
RateGbps = Annotated[float, Field(gt=0, le=10_000)]
Surroundings = Literal["indoor", "unheated", "outdoor"]
ApplicationName = Annotated[str, Field(max_length=120), AfterValidator(_known_application)]
CageName = Literal["SFP", "SFP+", "SFP28", "SFP56", "QSFP+", "QSFP28", "QSFP56", "QSFP-DD", "OSFP"]
Wiring = Literal[
    "A-B", "A-A", "straight", "crossed", "type-A", "type-B", "type-C",
    "normal", "inverted", "universal-1", "universal-2", "2x12 to 3x8", "24 to 2x12",
]  # fmt: skip
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


class ModuleFigures(Doc):
    """What a data sheet says of a module; None leaves the application's figure."""

    tx_min_dbm: PowerDbm | None = None
    tx_max_dbm: PowerDbm | None = None
    rx_min_dbm: PowerDbm | None = None
    rx_max_dbm: PowerDbm | None = None
    tx_wavelength_nm: WavelengthNm | None = None
    rx_wavelength_nm: WavelengthNm | None = None
    reach_m: Metres | None = None
    fiber_mode: FiberMode | None = None
    rate_gbps: RateGbps | None = None
    penalty_db: LossDb | None = None
    dispersion_ps_nm: Annotated[float, Field(ge=0, le=1e6)] | None = None
