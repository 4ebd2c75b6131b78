"""Requests as nobody should send them, made from the API's own schema."""

import json
import random
import re
from collections.abc import Iterator
from typing import Any
from urllib.parse import quote

VALUES: list[Any] = [
    None, True, False, 0, -1, 3.5, 1e308, int("9" * 400), "", "x", "\x00", "a" * 300, "\ud800",
    "=1+1", "' OR 1=1", "NaN", "1e999", [], {}, [[]], {"a": None}, [None],
    {"op": "rename", "name": None}, "demolink0004",
]  # fmt: skip
TEXTS = ["x", "demolink0004", "Pier Office", "OS2", "10GBASE-LR", "2026-01-01", "LC/UPC"]
BODIES = [
    b"", b"null", b"{", b"\xff\xfe{}", b"[" * 20_000, b'{"a":' * 3000, b'"\\ud800"', b"nan",
    b'{"base":' + b"9" * 400 + b"}", b"\x00",
]  # fmt: skip
TYPES = [
    "application/json", "text/plain", "", "multipart/form-data",
    "application/x-www-form-urlencoded", "application/json; charset=utf-16",
]  # fmt: skip
IDS = [
    "1", "1", "1", "2", "0", "-1", "9" * 21, "x", "demolink0004", "demolink0004", "\x00",
    "a" * 300, "%ff", "é",
]  # fmt: skip
QUERIES = ["1", "x", "", "\x00", "a" * 300, "9" * 400, "-1", "demolink0004", "Pier Office"]


class Hostile:
    """Calls of every operation with bodies that nearly fit, and some that do not at all."""

    def __init__(self, spec: dict[str, Any], seed: int) -> None:
        self.schemas = spec["components"]["schemas"]
        self.random = random.Random(seed)
        self.operations = [
            (path, method, one)
            for path, methods in spec["paths"].items()
            for method, one in methods.items()
            # Events go on as long as somebody listens, and nobody here would hang up.
            if one["operationId"] != "planEvents"
        ]

    def calls(self, count: int) -> Iterator[tuple[str, str, dict[str, Any]]]:
        """Method, address and what is sent."""
        for _ in range(count):
            path, method, operation = self.random.choice(self.operations)
            yield method.upper(), self._address(path), self._sent(operation)

    def _address(self, path: str) -> str:
        return re.sub(r"\{[^}]*\}", lambda _: quote(self.random.choice(IDS), safe="%"), path)

    def _sent(self, operation: dict[str, Any]) -> dict[str, Any]:
        pick = self.random
        sent: dict[str, Any] = {
            "params": {
                one["name"]: pick.choice(QUERIES)
                for one in operation.get("parameters", ())
                if one["in"] == "query" and pick.random() < 0.6
            }
        }
        content = operation.get("requestBody", {}).get("content", {})
        kind = next(iter(content), "application/json")
        if pick.random() < 0.08:
            body, kind = pick.choice(BODIES), pick.choice(TYPES)
            return sent | {"content": body, "headers": {"content-type": kind}}
        if not content:
            return sent
        if kind.startswith("multipart"):
            return sent | {"files": {"file": ("x", pick.choice(BODIES))}}
        body = json.dumps(self._value(content[kind].get("schema", {}), 0)).encode()
        if pick.random() < 0.05:
            kind = "text/plain"
        return sent | {"content": body, "headers": {"content-type": kind}}

    def _value(self, schema: dict[str, Any], depth: int) -> Any:
        pick = self.random
        if pick.random() < 0.3 or depth > 4:
            return pick.choice(VALUES)
        if "$ref" in schema:
            schema = self.schemas[schema["$ref"].rsplit("/", 1)[-1]]
        for key in ("anyOf", "oneOf", "allOf"):
            if key in schema:
                return self._value(pick.choice(schema[key]), depth)
        if "const" in schema:
            return schema["const"]
        if "enum" in schema:
            return pick.choice(schema["enum"])
        if "properties" in schema:
            made = {
                name: self._value(one, depth + 1)
                for name, one in schema["properties"].items()
                if name in schema.get("required", ()) or pick.random() < 0.3
            }
            if pick.random() < 0.05:
                made[pick.choice(["zz", "x-a", "id", "\ud800"])] = pick.choice(VALUES)
            return made
        kinds: dict[str, list[Any]] = {
            "number": [0, 1, 2, 3.5, -1, 1e9], "integer": [0, 1, 2, -1], "string": TEXTS,
            "boolean": [True, False],
        }  # fmt: skip
        if schema.get("type") == "array":
            items = schema.get("items", {})
            return [self._value(items, depth + 1) for _ in range(pick.choice([0, 1, 1, 2]))]
        return pick.choice(kinds.get(schema.get("type", ""), VALUES))
