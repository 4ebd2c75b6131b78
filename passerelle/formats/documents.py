"""Reads and writes documents as the core describes them: files, rows and requests alike.

Types and limits are the description's; what a document says beyond them starts with `x-`, is kept
under the description's `x`, and comes out where it was.
"""

import json
import math
from functools import cache
from typing import Any

from pydantic import TypeAdapter, ValidationError

from passerelle.core.refused import Refused

from .refusal import refusal

ASIDE = "x"


@cache
def adapter(kind: Any) -> TypeAdapter[Any]:
    """The reader of a description, made once."""
    return TypeAdapter(kind)


def read(kind: Any, data: bytes | str) -> Any:
    """A document of a kind from JSON text. Raises Refused with one line."""
    text = data.encode() if isinstance(data, str) else data
    if b'"x-' in text or b'"x"' in text or b"\\u" in text:
        text = _put_aside(text)
    try:
        return adapter(kind).validate_json(text, strict=True)
    except ValidationError as error:
        raise refusal(error) from None
    except RecursionError:
        raise Refused("", "is nested too deeply to be read") from None


def of_raw(kind: Any, raw: Any) -> Any:
    """A document of a kind from plain values, as a row or a request has them. Raises Refused."""
    stripped = _without_nulls(raw)
    if isinstance(raw, dict):  # null says something of its own in few fields
        said: frozenset[str] = getattr(kind, "SAID_BY_NULL", frozenset())
        stripped |= {key: None for key in said if key in raw and raw[key] is None}
    return read(kind, json.dumps(stripped))


def _without_nulls(value: Any) -> Any:
    """Nothing said is as good as null, for every field that a document may leave out."""
    if isinstance(value, dict):
        return {key: _without_nulls(one) for key, one in value.items() if one is not None}
    return [_without_nulls(one) for one in value] if isinstance(value, list) else value


def write(kind: Any, value: Any, *, indent: int | None = None) -> bytes:
    """The JSON text of a document; what is as usual is left out."""
    text = adapter(kind).dump_json(value, exclude_defaults=True, indent=indent)
    if b'"x":' in text:
        taken = _take_back(json.loads(text))
        separators = None if indent else (",", ":")
        text = json.dumps(taken, ensure_ascii=False, indent=indent, separators=separators).encode()
    return text


def raw(kind: Any, value: Any) -> Any:
    """A document as plain values; what is as usual is left out."""
    return json.loads(write(kind, value))


def whole(kind: Any, value: Any) -> dict[str, Any]:
    """A document as plain values with what is as usual in it, but for what is not said."""
    found: dict[str, Any] = adapter(kind).dump_python(value, mode="json", exclude_none=True)
    return found


def _put_aside(text: bytes) -> bytes:
    try:
        return json.dumps(_aside(json.loads(text), ())).encode()
    except Refused:
        raise
    except (ValueError, RecursionError):
        return text  # the reader says what is wrong with it


def _aside(value: Any, path: tuple[str | int, ...]) -> Any:
    if isinstance(value, list):
        return [_aside(one, (*path, at)) for at, one in enumerate(value)]
    if not isinstance(value, dict):
        return value
    kept: dict[str, Any] = {}
    extra: dict[str, Any] = {}
    for key, one in value.items():
        if key.startswith("x-"):
            _finite(one, (*path, key))
            extra[key] = one
        elif key == ASIDE:
            if one is not None:
                extra |= _put_back(one, (*path, key))
        else:
            kept[key] = _aside(one, (*path, key))
    if extra:
        kept[ASIDE] = extra
    return kept


def _put_back(value: Any, path: tuple[str | int, ...]) -> dict[str, Any]:
    """What this application itself put aside, as the screen sends it back. Raises Refused."""
    if isinstance(value, dict) and all(key.startswith("x-") for key in value):
        return value
    raise Refused(_path(path), "unknown key; only keys that start with x- may be added")


def _path(steps: tuple[str | int, ...]) -> str:
    text = "".join(f"[{one}]" if isinstance(one, int) else f".{one}" for one in steps)
    return text.removeprefix(".")


def _finite(value: Any, path: tuple[str | int, ...]) -> None:
    if isinstance(value, float) and not math.isfinite(value):
        raise Refused(_path(path), "NaN and infinity are not numbers that can be used")
    if isinstance(value, list):
        for at, one in enumerate(value):
            _finite(one, (*path, at))
    if isinstance(value, dict):
        for key, one in value.items():
            _finite(one, (*path, key[:60]))


def _take_back(value: Any) -> Any:
    if isinstance(value, list):
        return [_take_back(one) for one in value]
    if not isinstance(value, dict):
        return value
    found = {key: _take_back(one) for key, one in value.items() if key != ASIDE}
    aside = value.get(ASIDE)
    return found | (aside if isinstance(aside, dict) else {})
