"""Ends by their names: what people read says the place or the device instead of 'end a'."""

import re

from passerelle.core.light.link import Link
from passerelle.core.light.modules import End

_END = re.compile(r"\b(E|e)nd ([ab])\b(?!:)")
_BEFORE_COLON = re.compile(r"\b[Ee]nd ([ab]):")


def end_names(link: Link) -> dict[str, str | None]:
    """What each end is called: its place, its device where both stand in one, or nothing."""
    return {"a": _name(link.a, link.b), "b": _name(link.b, link.a)}


def _name(end: End, other: End) -> str | None:
    if end.place is not None and end.place != other.place:
        return end.place
    device = end.device.name if end.device is not None else None
    there = other.device.name if other.device is not None else None
    return device if device != there else None


def with_names(text: str, link: Link) -> str:
    """A sentence about a link with its ends by name; 'end a' where it has none."""
    if "nd a" not in text and "nd b" not in text:
        return text
    names = end_names(link)

    def name(found: re.Match[str]) -> str:
        return names[found[2]] or found[0]

    def before_colon(found: re.Match[str]) -> str:
        known = names[found[1]]
        return f"{known}:" if known is not None else found[0]

    return _BEFORE_COLON.sub(before_colon, _END.sub(name, text))
