"""What a cell of somebody's list says: '180 m', '590 ft', '5,5', '10G', 'yes', '9/125'.

A unit stands in the cell, or in the heading of its column; the cell's own goes before it.
"""

import re
from collections.abc import Callable
from datetime import date
from typing import Any, Literal

from passerelle.core.choice.need import rates
from passerelle.core.tables import STANDARD
from passerelle.core.words import FOOT_M, number

CellKind = Literal[
    "text", "length", "small length", "number", "whole", "rate", "watts", "loss", "wavelength",
    "yes", "year", "fiber", "application", "strands", "choice", "words", "bends",
    "names", "money", "amount", "date", "reading",
]  # fmt: skip
METRES = {
    "m": 1.0, "metre": 1.0, "metres": 1.0, "meter": 1.0, "meters": 1.0, "km": 1000.0, "ft": FOOT_M,
    "feet": FOOT_M, "foot": FOOT_M, "'": FOOT_M, "\u2032": FOOT_M, "yd": 0.9144, "yards": 0.9144,
    "mm": 0.001, "cm": 0.01, "in": 0.0254, "inch": 0.0254, "inches": 0.0254, '"': 0.0254,
}  # fmt: skip
"""Metres in each unit of length. [m]"""
GBPS = {
    "g": 1.0, "gb/s": 1.0, "gbps": 1.0, "gbit/s": 1.0, "gbit": 1.0, "gbe": 1.0, "gb": 1.0,
    "m": 0.001, "mb/s": 0.001, "mbps": 0.001, "mbit/s": 0.001, "mbit": 0.001, "mb": 0.001,
    "t": 1000.0, "tb/s": 1000.0, "tbps": 1000.0,
}  # fmt: skip
"""Gigabits a second in each unit of speed. [Gb/s]"""
PLAIN = {"watts": ("w", "watt", "watts"), "loss": ("db",), "wavelength": ("nm",)}
"""Units that a cell may say and that change nothing."""
_AMOUNT = re.compile(r"([+\-\u2212]?[\d.,\s\u00a0\u202f]*\d)\s*([^\d\s].*)?")
YES, NO = ("yes", "y", "true", "1", "x", "ja", "oui"), ("no", "n", "false", "0", "nein", "non")
_CORES = {"62.5/125": ("OM1",), "50/125": ("OM2", "OM3", "OM4", "OM5"), "9/125": ("OS1a", "OS2")}
_MODES = {
    "singlemode": ("OS1", "OS1a", "OS2"), "sm": ("OS1", "OS1a", "OS2"),
    "smf": ("OS1", "OS1a", "OS2"), "multimode": ("OM1", "OM2", "OM3", "OM4", "OM5"),
    "mm": ("OM1", "OM2", "OM3", "OM4", "OM5"), "mmf": ("OM1", "OM2", "OM3", "OM4", "OM5"),
}  # fmt: skip


def _amount(text: str) -> tuple[float, str]:
    """The number of a cell, and the unit behind it in small letters. Raises ValueError."""
    if "e" in text.lower():
        try:
            return number(text), ""
        except ValueError:
            pass  # a unit with an e in it
    found = _AMOUNT.fullmatch(text.strip())
    if found is None:
        raise ValueError(f"“{text[:40]}” is not a number")
    try:
        return number(found[1]), (found[2] or "").strip().lower().rstrip(".")
    except ValueError as error:
        raise ValueError(str(error).replace("'", "“", 1).replace("'", "”", 1)) from None


def length(text: str, unit: str | None = None) -> float:
    """A length. Raises ValueError. [m]"""
    return _long(text, unit or "m", "length; write it as 180 m or 590 ft")


def small_length(text: str, unit: str | None = None) -> float:
    """A length of what is measured in millimetres. Raises ValueError. [mm]"""
    return round(_long(text, unit or "mm", "width; write it as 50 mm or 2 in") * 1000, 6)


def _long(text: str, unit: str, what: str) -> float:
    if not re.search(r"\d", text):
        raise ValueError(f"“{text[:40]}” is not a {what}")
    value, behind = _amount(text)
    word = behind or unit.lower()
    if word not in METRES:
        raise ValueError(f"“{text[:40]}” is not a {what}")
    return value if METRES[word] == 1 else round(value * METRES[word], 6)


def rate(text: str, unit: str | None = None) -> float:
    """A speed that the tables know. Raises ValueError. [Gb/s]"""
    value, behind = _amount(text)
    word = behind or (unit or "g").lower()
    if word not in GBPS:
        raise ValueError(f"“{text[:40]}” is not a speed; write it as 10G or 100 Mb/s")
    gbps = round(value * GBPS[word], 6)
    if gbps not in rates():
        known = ", ".join(f"{one:g}" for one in rates())
        raise ValueError(f"{gbps:g} Gb/s is no speed of the table: {known}")
    return gbps


def plain(kind: CellKind) -> Callable[[str, str | None], float]:
    """A number whose unit, if any, is the field's own."""

    def read(text: str, unit: str | None = None) -> float:
        value, behind = _amount(text)
        if behind and behind not in PLAIN.get(kind, ()):
            raise ValueError(f"“{text[:40]}” is not a number{_of(kind)}")
        return value

    return read


def _of(kind: CellKind) -> str:
    return f" of {PLAIN[kind][-1]}" if kind in PLAIN else ""


def whole(text: str, unit: str | None = None) -> int:
    """A whole number, with a word behind it or not: '12', '12 strands'. Raises ValueError."""
    value, behind = _amount(text)
    if not value.is_integer() or re.search(r"\d", behind):
        raise ValueError(f"“{text[:40]}” is not a whole number")
    return int(value)


def yes(text: str, unit: str | None = None) -> bool:
    """Yes or no. Raises ValueError."""
    low = text.strip().lower()
    if low in YES or low in NO:
        return low in YES
    raise ValueError(f"“{text[:40]}” is neither yes nor no")


def strands(text: str, unit: str | None = None) -> list[int]:
    """Strand numbers: '1-2', '1, 2', '3 and 4'. Raises ValueError."""
    found: list[int] = []
    for one in re.split(r"[,;+&/\s]+|\band\b", text.strip()):
        if not one or one == "and":
            continue
        span = re.fullmatch(r"(\d{1,4})(?:[-–](\d{1,4}))?", one)
        if span is None:
            raise ValueError(f"“{text[:40]}” is no list of strands; write it as 1-2 or 1, 2")
        last = int(span[2] or span[1])
        if last < int(span[1]):
            raise ValueError(f"“{one}” counts backwards")
        found += range(int(span[1]), last + 1)
    return found


def _squeezed(text: str) -> str:
    return re.sub(r"[^a-z0-9./]", "", text.lower())


def fiber(text: str, unit: str | None = None) -> str:
    """A grade of glass. What may be several is refused with all of them. Raises ValueError."""
    low = _squeezed(text)
    for name in STANDARD.fibers:
        if _squeezed(name) == low:
            return name
    may = _MODES.get(low) or next((names for core, names in _CORES.items() if core in low), ())
    if not may:
        colour = text.strip().lower()
        may = tuple(name for name, one in STANDARD.fibers.items() if colour in one.jacket)
    if len(may) == 1:
        return may[0]
    if may:
        raise ValueError(f"“{text[:40]}” may be {' or '.join(may)}; write which")
    raise ValueError(f"“{text[:40]}” is not a grade of glass: {', '.join(STANDARD.fibers)}")


def application(text: str, unit: str | None = None) -> str:
    """An application by its name, or what is left of it: '10G LR'. Raises ValueError."""
    low = _squeezed(text).replace("gig", "g")
    names = {_squeezed(name): name for name in STANDARD.applications}
    if low in names:
        return names[low]
    short = re.fullmatch(r"(\d+)(g|m)?(?:b/s|bps|be)?(.*)", low)
    if short is not None and short[3]:
        speed = f"{short[1]}000" if short[1] + (short[2] or "") == "1g" else short[1]
        for tried in (f"{speed}base{short[3]}", f"{speed}gbase{short[3]}"):
            if tried in names:
                return names[tried]
    may = [
        name for key, name in names.items() if low and (key.endswith(f"base{low}") or low in key)
    ]
    if len(may) == 1:
        return may[0]
    if may:
        more = " …" if len(may) > 6 else ""
        raise ValueError(f"“{text[:40]}” may be {', '.join(may[:6])}{more}; write which")
    raise ValueError(f"“{text[:40]}” is not an application; it is named like 10GBASE-LR")


def choice_of(options: tuple[str, ...]) -> Callable[[str, str | None], str]:
    """One of a few words, whatever its case."""

    def read(text: str, unit: str | None = None) -> str:
        low = " ".join(text.lower().split())
        for one in options:
            if one.lower() == low:
                return one
        raise ValueError(f"“{text[:40]}” is none of {', '.join(options)}")

    return read


def words_of(options: tuple[str, ...]) -> Callable[[str, str | None], list[str]]:
    """Several of a few words, parted by commas, semicolons or blanks."""
    one_of = choice_of(options)

    def read(text: str, unit: str | None = None) -> list[str]:
        return [one_of(one, None) for one in re.split(r"[,;\s]+", text.strip()) if one]

    return read


def bends(text: str, unit: str | None = None) -> list[dict[str, float]]:
    """Bends in order: angle@radius/at, as in '90@0.6/12 45'. Raises ValueError. [degrees, m, m]"""
    found = []
    for one in text.split():
        rest, _, at = one.partition("/")
        angle, _, radius = rest.partition("@")
        told = {"angle_deg": angle, "radius_m": radius, "at_m": at}
        try:
            found.append({key: number(value) for key, value in told.items() if value})
        except ValueError:
            reason = f"“{text[:40]}”; write angle@radius/at, as in 90@0.6/12 45"
            raise ValueError(reason) from None
    return found


def names(text: str, unit: str | None = None) -> list[str]:
    """Several names in order, parted by semicolons, commas or arrows: 'Tray 1 > Duct 2'."""
    return [one.strip() for one in re.split(r"[;,>→]+", text) if one.strip()]


def money(currency: str) -> Callable[[str, str | None], float]:
    """A price in the currency of the plan: '12.50', '12,50 units'. Another one is refused."""

    def read(text: str, unit: str | None = None) -> float:
        shorn = text.strip()
        leading = re.match(r"[^\d+\-\u2212.,]+", shorn)
        if not re.search(r"\d", text):
            raise ValueError(f"“{text[:40]}” is not a number")
        value, behind = _amount(shorn[leading.end() :] if leading else shorn)
        said = (leading[0].strip() if leading else "") or behind or unit or currency
        if said.casefold() != currency.casefold():
            raise ValueError(f"“{text[:40]}” is not in {currency}, the currency of the plan")
        return value

    return read


def amount(text: str, unit: str | None = None) -> float:
    """Pieces, or metres of what is sold by the metre: '12', '12 pieces', '100 ft'."""
    value, behind = _amount(text)
    word = behind or (unit or "")
    if word in ("", "piece", "pieces", "pcs", "pc"):
        return value
    return length(text, unit)


def day(text: str, unit: str | None = None) -> str:
    """A day as 2026-11-26 or 26.11.2026; one that reads two ways is refused. Raises ValueError."""
    wrong = ValueError(f"“{text[:40]}” is not a day; write it as 2026-11-26")
    found = re.fullmatch(r"(\d{4})-(\d{1,2})-(\d{1,2})", text.strip())
    if found is not None:
        year, month, one = map(int, found.groups())
    else:
        found = re.fullmatch(r"(\d{1,2})([./])(\d{1,2})\2(\d{4})", text.strip())
        if found is None:
            raise wrong
        one, month, year = int(found[1]), int(found[3]), int(found[4])
        if found[2] == "/" and one != month and one <= 12:
            if month <= 12:
                raise ValueError(f"“{text[:40]}” may be two days; write it as 2026-11-26")
            one, month = month, one
    try:
        return date(year, month, one).isoformat()
    except ValueError:
        raise wrong from None


NO_LIGHT = ("no light", "dark", "los", "no signal", "fault", "open", "infinite", "inf")
SKIPPED = ("skipped", "skip", "not tested", "not read")


def reading(text: str, unit: str | None = None) -> float | str:
    """A loss that was read, or 'no light' or 'skipped'. Raises ValueError.

    A level in dBm is no loss: what the reference was is needed to make one of it.
    """
    low = " ".join(text.lower().split())
    if low in NO_LIGHT or low.startswith(">"):
        return "no light"
    if low in SKIPPED:
        return "skipped"
    value, behind = _amount(text)
    word = behind or (unit or "").lower()
    if word == "dbm":
        raise ValueError(f"“{text[:40]}” is a level; a loss is the reference's level less this one")
    if word not in ("", "db"):
        raise ValueError(f"“{text[:40]}” is in {word[:20]}, not in dB")
    return value


def _text(text: str, unit: str | None = None) -> str:
    return text


READERS: dict[CellKind, Callable[[str, str | None], Any]] = {
    "text": _text, "length": length, "small length": small_length, "number": plain("number"),
    "whole": whole, "rate": rate, "watts": plain("watts"), "loss": plain("loss"),
    "wavelength": plain("wavelength"), "yes": yes, "year": whole, "fiber": fiber,
    "application": application, "strands": strands, "bends": bends,
    "names": names, "amount": amount, "date": day, "reading": reading,
}  # fmt: skip
