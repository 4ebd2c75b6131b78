"""Versions of stored documents, and how an older one becomes one of today.

A document that is stored says by which version of its description it was written. When a
description changes, its number goes up and a function that lifts the older form is added here.
"""

from collections.abc import Callable
from typing import Any

Raw = dict[str, Any]


def _null_price_said(doc: Raw) -> Raw:
    """Once a price that was not stated was no price; now it is the book's."""
    if doc.get("minutes") is None:
        return {"price": None} | doc
    return doc


CURRENT: dict[str, int] = {"price": 2}
"""Kinds whose documents are beyond version 1."""
LIFTS: dict[str, tuple[Callable[[Raw], Raw], ...]] = {"price": (_null_price_said,)}
"""For each kind, the functions that lift version 1 to 2, 2 to 3, and so on."""


def version_of(kind: str) -> int:
    """The version that documents of a kind are written in."""
    return CURRENT.get(kind, 1)


def lifted(kind: str, version: int, doc: Raw) -> Raw:
    """A stored document in the form of today. Raises ValueError where it is newer than this."""
    newest = version_of(kind)
    if version > newest:
        raise ValueError(f"it is of version {version}, newer than {newest}, the newest known here")
    for lift in LIFTS.get(kind, ())[version - 1 : newest - 1]:
        doc = lift(doc)
    return doc
