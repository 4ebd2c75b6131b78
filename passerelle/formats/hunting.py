"""What was seen of a link, read; and the answer of `passerelle hunt`."""

import json
from math import isfinite
from typing import Any

from passerelle.core.hunting.hunt import Hunt
from passerelle.core.hunting.seen import SIDES, STEPS_DONE, EndSeen, Seen
from passerelle.core.refused import Refused

from .checkjson import rounded

LEVELS = {"rx_dbm": "rx", "tx_dbm": "tx"}
LEAST_DBM, MOST_DBM = -60.0, 30.0


def read_seen(data: bytes) -> Seen:
    """What was seen. A null level is no light, a missing one not read. Raises Refused."""
    try:
        raw = json.loads(data)
    except (ValueError, RecursionError):
        raise Refused("seen", "is no JSON") from None
    _keys("seen", raw, ("a", "b", "errors", "looked"))
    looked = raw.get("looked", [])
    if not isinstance(looked, list):
        raise Refused("looked", "is a list of what was done")
    for one in looked:
        if one not in STEPS_DONE:
            raise Refused("looked", f"{str(one)[:40]!r} is not one of {', '.join(STEPS_DONE)}")
    errors = raw.get("errors") or {}
    _keys("errors", errors, SIDES)
    return Seen(
        _end("a", raw.get("a", {})), _end("b", raw.get("b", {})),
        {end: _counted(end, one) for end, one in errors.items()}, tuple(dict.fromkeys(looked)),
    )  # fmt: skip


def _keys(where: str, raw: Any, known: tuple[str, ...]) -> None:
    if not isinstance(raw, dict):
        raise Refused(where, f"is an object with {', '.join(known)}")
    for key in raw:
        if key not in known:
            raise Refused(where, f"{key[:40]!r} is not known; it takes {', '.join(known)}")


def _end(end: str, raw: Any) -> EndSeen:
    _keys(end, raw, (*LEVELS, "lamp"))
    levels = {}
    for key, kind in LEVELS.items():
        if key in raw:
            levels[kind] = None if raw[key] is None else _number(
                f"{end}.{key}", raw[key], LEAST_DBM, MOST_DBM)  # fmt: skip
    lamp = raw.get("lamp")
    if lamp not in (None, "on", "off"):
        raise Refused(f"{end}.lamp", f"{str(lamp)[:40]!r} is neither on nor off")
    return EndSeen(levels, lamp)


def _counted(end: str, raw: Any) -> tuple[float, float]:
    where = f"errors.{end}"
    _keys(where, raw, ("count", "seconds"))
    for key in ("count", "seconds"):
        if key not in raw:
            raise Refused(where, f"has no {key}")
    return (_number(f"{where}.count", raw["count"], 0, 1e18),
            _number(f"{where}.seconds", raw["seconds"], 0, 1e9))  # fmt: skip


def _number(where: str, raw: Any, least: float, most: float) -> float:
    if isinstance(raw, bool) or not isinstance(raw, int | float) or not isfinite(raw):
        raise Refused(where, f"{str(raw)[:40]!r} is no number")
    if not least <= raw <= most:
        raise Refused(where, f"{raw:g} is not within {least:g} and {most:g}")
    return float(raw)


def as_document(made: Hunt) -> dict[str, Any]:
    """What the command prints with --json."""
    return {
        "causes": [
            {"cause": one.cause.row.words, "id": one.cause.row.id, "end": one.cause.end,
             "part": list(one.cause.at), "probability": round(one.probability, 4),
             "why": one.cause.why}
            for one in made.suspects
        ],
        "next": [
            {"do": one.do, "minutes": one.minutes, "gain_bits": rounded(one.gain_bits, 4),
             "per_minute": rounded(one.per_minute, 4),
             "shows": {name: round(share, 4) for name, share in one.shows}}
            for one in made.next
        ],
    }  # fmt: skip


def table(made: Hunt) -> str:
    """Causes and steps in lines."""
    rows = []
    for one in made.suspects[:8]:
        end = f" at end {one.cause.end}" if one.cause.end else ""
        rows.append(f"{one.probability:6.1%}  {one.cause.row.words}{end}: {one.cause.why}")
    rows.append("next")
    rows += [f"{one.minutes:5g} min  {one.do} ({one.gain_bits:.2f} bit)" for one in made.next[:5]]
    if not made.next:
        rows.append("  nothing is left that would tell more: take a trace, or ask for help")
    return "\n".join(rows)
