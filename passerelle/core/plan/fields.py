"""What the descriptions share: limits of fields, names of other things, how values are spelled.

A description is a frozen dataclass; its annotations carry the limits (annotated-types), what a text
names (`Names`), and how a value is spelled in a document. Whoever reads documents asks for the
spelling through two methods that return plain data; nothing of a reader is imported here.
"""

import unicodedata
from collections.abc import Callable
from dataclasses import dataclass, field
from random import Random
from typing import Annotated, Any, Literal

from annotated_types import Ge, Gt, Le, Len, Predicate

from passerelle.core.tables import STANDARD

_RANDOM = Random()
MAX_NAME = 120
MAX_DB = 100.0
MAX_LENGTH_M = 200_000.0
MAX_STRANDS = 6912
MAX_LINKS = 100_000
MAX_PATHWAYS = 20_000


def new_id() -> str:
    """A short random id: 13 hexadecimal digits, of which two are alike once in 10^15."""
    return f"{_RANDOM.getrandbits(52):013x}"


@dataclass(frozen=True, slots=True)
class Names:
    """Says that a text names a thing of the plan, by its kind.

    needed : the thing that holds the text goes when what it names goes; otherwise it lets go of it.
    or_table : a row of the tables may stand there too, or a name that the plan does not have yet.
    """

    kind: str
    needed: bool = False
    or_table: bool = False

    def __get_pydantic_json_schema__(self, schema: Any, handler: Any) -> Any:
        """The JSON Schema says what is named."""
        return handler(schema) | {"x-names": self.kind}


class Tagged:
    """A value that is told by the key that it has: a part is a segment or a joint."""

    def __init__(self, message: str, **kinds: type) -> None:
        self.message = message
        self.kinds = kinds

    def __get_pydantic_core_schema__(self, _source: Any, handler: Any) -> Any:
        """A union told apart by key, as plain data."""
        kinds = {key: (kind, f"·{key}") for key, kind in self.kinds.items()}

        def which(raw: Any) -> str | None:
            for key, (kind, tag) in kinds.items():
                if isinstance(raw, kind) or (isinstance(raw, dict) and key in raw):
                    return tag
            return None

        return {
            "type": "tagged-union",
            "choices": {tag: handler.generate_schema(kind) for kind, tag in kinds.values()},
            "discriminator": which,
            "custom_error_type": "refused",
            "custom_error_message": self.message,
        }


class _ToldBy:
    """A value that is told by what one of its keys says; see `told_by`."""

    def __init__(self, key: str, kinds: dict[str, type], message: str) -> None:
        self.key = key
        self.kinds = kinds
        self.message = message

    def __get_pydantic_core_schema__(self, _source: Any, handler: Any) -> Any:
        """A union told apart by key, as plain data."""
        tags = {kind: f"·{kind}" for kind in self.kinds}
        key = self.key

        def which(raw: Any) -> str | None:
            kind = raw.get(key) if isinstance(raw, dict) else getattr(raw, key, None)
            return tags.get(kind) if isinstance(kind, str) else None

        return {
            "type": "tagged-union",
            "choices": {tags[k]: handler.generate_schema(one) for k, one in self.kinds.items()},
            "discriminator": which,
            "custom_error_type": "refused",
            "custom_error_message": f"{self.message} {', '.join(self.kinds)}",
        }

    def __get_pydantic_json_schema__(self, schema: Any, handler: Any) -> Any:
        """Any of the kinds; those that share a description are listed once."""
        made = handler(schema)
        once = {str(one): one for one in made.get("oneOf", ())}
        return made | ({"oneOf": list(once.values())} if once else {})


class Alike:
    """Says that a tuple's values are all of one kind: a schema calls it an array of so many."""

    def __get_pydantic_json_schema__(self, schema: Any, handler: Any) -> Any:
        """An array of that many."""
        made = handler(schema)
        items = made.pop("prefixItems", None)
        return made | ({"items": items[0]} if items else {})


def told_by(key: str, kinds: dict[str, type], message: str) -> _ToldBy:
    """Says that a value is one of `kinds`, told apart by what its `key` says.

    message : the refusal where it says none of them; the kinds are listed behind it.
    """
    return _ToldBy(key, kinds, message)


def spelled(parse: Callable[[str], Any], spell: Callable[[Any], str], kind: type) -> Any:
    """The schema of a value that is written as text, as plain data."""
    text = {
        "type": "function-after",
        "function": {"type": "no-info", "function": parse},
        "schema": {"type": "str", "max_length": MAX_NAME},
    }
    return {
        "type": "json-or-python",
        "json_schema": text,
        "python_schema": {"type": "union", "choices": [{"type": "is-instance", "cls": kind}, text]},
        "serialization": {
            "type": "function-plain",
            "function": spell,
            "return_schema": {"type": "str", "max_length": MAX_NAME},
        },
    }


def as_document(**keys: str) -> dict[str, Any]:
    """How a description is read: no unknown keys; fields that are called otherwise in documents."""
    config: dict[str, Any] = {"extra": "forbid", "allow_inf_nan": False, "serialize_by_alias": True}
    if keys:
        config["alias_generator"] = lambda name: keys.get(name, name)
    return config


@dataclass(frozen=True, slots=True)
class Written:
    """Says of which characters a text is made; a reader matches the pattern without calling back.

    pattern : a regular expression that Python, ECMA 262 and Rust understand alike.
    otherwise : the refusal of a text that does not match.
    """

    pattern: str
    otherwise: Callable[[str], str]

    def __get_pydantic_core_schema__(self, source: Any, handler: Any) -> Any:
        """Text of that pattern, as plain data."""
        return handler(source) | {"pattern": self.pattern}


def _control_character(text: str) -> str:
    char = next(one for one in text if unicodedata.category(one) in ("Cc", "Cs"))
    return f"holds the control character U+{ord(char):04X}, which cannot be printed"


def not_written(pattern: str, text: str) -> str:
    """The refusal of a text that does not match a pattern of these descriptions."""
    return next(one for one in (PLAIN, PRINTABLE) if one.pattern == pattern).otherwise(text)


PLAIN = Written("^[0-9A-Za-z]*$", lambda _: "an id has letters and digits only, 8 to 26 of them")
PRINTABLE = Written("^[^\\u0000-\\u001f\\u007f-\\u009f]*$", _control_character)
"""Without control characters, which no label and no paper can show."""


def _application(name: str) -> bool:
    if name != "custom" and name not in STANDARD.applications:
        raise ValueError(
            f"{name[:60]!r} is not an application in the table; use its name or 'custom'"
        )
    return True


def _date(text: str) -> bool:
    year, _, rest = text.partition("-")
    month, _, day = rest.partition("-")
    digits = [len(part) if part.isascii() and part.isdigit() else 0 for part in (year, month, day)]
    if digits != [4, 2, 2]:
        raise ValueError(f"{text!r} is not a date such as 2026-05-31")
    return True


Id = Annotated[str, Len(8, 26), PLAIN]
Name = Annotated[str, Len(1, MAX_NAME), PRINTABLE]
Text = Annotated[str, Len(1, 400), PRINTABLE]
Word = Annotated[str, Len(1, 40), PRINTABLE]
Metres = Annotated[float, Ge(0), Le(MAX_LENGTH_M)]
Length = Annotated[float, Gt(0), Le(MAX_LENGTH_M)]
LossDb = Annotated[float, Ge(0), Le(MAX_DB)]
ReflectanceDb = Annotated[float, Ge(-100), Le(-5)]
Watts = Annotated[float, Gt(0), Le(100_000)]
PowerClass = Literal["1", "2", "3", "4", "5", "6", "7", "8"]
PowerDbm = Annotated[float, Ge(-100), Le(60)]
WavelengthNm = Annotated[float, Ge(400), Le(2000)]
Coordinate = Annotated[float, Ge(-1e7), Le(1e7)]
Millimetres = Annotated[float, Gt(0), Le(5000)]
RateGbps = Annotated[float, Gt(0), Le(10_000)]
StrandNumber = Annotated[int, Ge(1), Le(MAX_STRANDS)]
PortNumber = Annotated[int, Ge(1), Le(10_000)]
Date = Annotated[str, Len(10, 10), Predicate(_date)]
ApplicationName = Annotated[str, Len(0, 120), Predicate(_application)]
PlaceName = Annotated[Name, Names("place")]
OwnPlace = Annotated[Name, Names("place", needed=True)]
FiberName = Annotated[Name, Names("own part", or_table=True)]
GradeName = FiberName
CageName = Literal[
    "SFP", "SFP+", "SFP28", "SFP56", "QSFP+", "QSFP28", "QSFP56", "QSFP-DD", "OSFP",
    "GBIC", "XFP", "X2", "XENPAK", "CXP", "CFP", "CFP2", "CFP4", "CFP8",
    "SFP-DD", "SFP112", "QSFP112",
]  # fmt: skip
FiberMode = Literal["multimode", "single-mode"]
Surroundings = Literal["indoor", "unheated", "outdoor"]
TemperatureClass = Literal["commercial", "extended", "industrial"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Described:
    """What every description has: `x`, the keys of a document that start with x-, kept as read."""

    __pydantic_config__ = as_document()

    x: dict[str, Any] | None = field(default=None, compare=False, repr=False)


@dataclass(frozen=True, slots=True, kw_only=True)
class Thing(Described):
    """A description with an identity: an id that survives edits, moves, renaming and the file."""

    id: Id = field(default_factory=new_id, compare=False, repr=False)
