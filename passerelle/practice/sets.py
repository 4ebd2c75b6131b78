"""Sets of drills as an open document: kinds, levels and seeds, the same anywhere."""

import json
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, StringConstraints, ValidationError

from passerelle.formats.refusal import first_refusal

from .drill import LEVELS, MOST_SEED, DrillError, Kind

MOST_DRILLS, MOST_BYTES = 200, 200_000
Name = Annotated[str, StringConstraints(min_length=1, max_length=120, strip_whitespace=True)]


class OneDrill(BaseModel):
    """A drill of a set. note : what the trainer says of it, shown after the answer."""

    model_config = ConfigDict(extra="forbid")

    kind: Kind
    level: Annotated[int, Field(ge=LEVELS[0], le=LEVELS[-1])]
    seed: Annotated[int, Field(ge=0, le=MOST_SEED)]
    note: Annotated[str, StringConstraints(max_length=2000)] = ""


class DrillSet(BaseModel):
    """A set of drills, in order."""

    model_config = ConfigDict(extra="forbid")

    format: Literal["passerelle-drills"] = "passerelle-drills"
    version: Literal[1] = 1
    name: Name
    by: Annotated[str, StringConstraints(max_length=120)] = ""
    drills: Annotated[list[OneDrill], Field(min_length=1, max_length=MOST_DRILLS)]


def read_set(data: bytes) -> DrillSet:
    """A set from its document. Raises DrillError."""
    if len(data) > MOST_BYTES:
        raise DrillError("set", f"{len(data):,} bytes; a set is {MOST_BYTES:,} at most")
    try:
        return DrillSet.model_validate(json.loads(data))
    except (UnicodeDecodeError, json.JSONDecodeError, RecursionError):
        raise DrillError("set", "this is no JSON") from None
    except ValidationError as error:
        told = first_refusal(error.errors()[0])
        raise DrillError("set", str(told)) from None


def write_set(one: DrillSet) -> bytes:
    """The document of a set."""
    return (one.model_dump_json(indent=2) + "\n").encode()
