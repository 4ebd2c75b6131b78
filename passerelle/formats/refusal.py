"""One clear sentence for bad input: the JSON path, the value and the limit."""

import json
from collections.abc import Mapping
from typing import Any

from pydantic import ValidationError
from pydantic_core import ErrorDetails

from passerelle.core.plan.fields import not_written
from passerelle.core.refused import Refused


def shown(value: Any, longest: int = 40) -> str:
    """A value as it may stand in a one-line message."""
    if isinstance(value, Mapping):
        return "an object"
    if isinstance(value, bytes):
        return "what is no JSON"
    if isinstance(value, list | tuple):
        return f"a list of {len(value)}"
    text = json.dumps(value, ensure_ascii=True) if not isinstance(value, float) else f"{value:g}"
    return text if len(text) <= longest else text[: longest - 1] + "…"


def json_path(loc: tuple[int | str, ...]) -> str:
    """`('links', 0, 'name')` as `links[0].name`; names of union branches (`·segment`, `set-part`)
    are left out."""
    path = ""
    for step in loc:
        if isinstance(step, int):
            path += f"[{step}]"
        elif not step.startswith("·") and ("-" not in step or step.startswith("x-")):
            path += f".{step}" if path else step
    return path


_BOUNDS = {
    "greater_than_equal": ("ge", "is under", "the least allowed"),
    "less_than_equal": ("le", "is over", "the most allowed"),
    "greater_than": ("gt", "is not over", "the lower limit"),
    "less_than": ("lt", "is not under", "the upper limit"),
}
_WANTED = {
    "float": "a number",
    "int": "a whole number",
    "string": "text",
    "bool": "true or false",
    "list": "a list",
    "tuple": "a list",
    "model_attributes": "an object",
    "model": "an object",
    "dict": "an object",
}


def _reason(error: ErrorDetails) -> str:
    kind, value, ctx = error["type"], error.get("input"), error.get("ctx", {})
    if kind == "json_invalid":
        return f"not readable as JSON: {ctx['error']}"
    if kind in _BOUNDS:
        key, verb, meaning = _BOUNDS[kind]
        return f"{shown(value)} {verb} {ctx[key]:g}, {meaning}"
    for suffix in ("_type", "_parsing"):
        if kind.endswith(suffix) and kind.removesuffix(suffix) in _WANTED:
            return f"{shown(value)} is not {_WANTED[kind.removesuffix(suffix)]}"
    fixed = {
        "missing": "is missing",
        "missing_argument": "is missing",
        "unexpected_keyword_argument": "unknown key; only keys that start with x- may be added",
        "dataclass_type": f"{shown(value)} is not an object",
        "dataclass_exact_type": f"{shown(value)} is not an object",
        "finite_number": "NaN and infinity are not numbers that can be used",
        "int_from_float": f"{shown(value)} is not a whole number",
    }
    if kind in fixed:
        return fixed[kind]
    if kind == "string_too_short":
        least = f"has {len(str(value))} characters, at least {ctx['min_length']} are needed"
        return least if str(value) else "is empty"
    if kind == "string_too_long":
        return f"{len(str(value))} characters, at most {ctx['max_length']} are allowed"
    if kind in ("too_long", "too_short"):
        limit = ctx.get("max_length", ctx.get("min_length"))
        bound = "at most" if kind == "too_long" else "at least"
        return f"{ctx.get('actual_length')} entries, {bound} {limit} are allowed"
    if kind == "string_pattern_mismatch":
        return not_written(ctx["pattern"], str(value))
    if kind == "literal_error":
        return f"{shown(value)} is not one of {ctx['expected']}"
    message = error["msg"].removeprefix("Value error, ")
    return message.replace("\n", " ")


def refusal(error: ValidationError) -> Refused:
    """The first thing wrong, as one sentence with its JSON path."""
    return first_refusal(error.errors(include_url=False)[0])


def first_refusal(first: ErrorDetails) -> Refused:
    """One validation error as a refusal."""
    if first["type"] == "json_invalid":
        return Refused("", _reason(first))
    ctx = first.get("ctx", {})
    loc = first["loc"] + tuple(ctx.get("below", ()))
    return Refused(json_path(loc), _reason(first))
