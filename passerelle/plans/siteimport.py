"""Takes places and pathways from a file: first judged row by row, then stored as one change."""

from dataclasses import dataclass, replace
from typing import Any

from passerelle.core.changes.change import Put
from passerelle.core.many import many_things
from passerelle.core.plan.backbone import Pathway, Place
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.plan import Plan
from passerelle.core.refused import Refused
from passerelle.core.working import steps
from passerelle.formats import documents
from passerelle.formats.sitefiles import PATHWAY, PLACE, Row, read_file

ADDED, CHANGED, UNCHANGED, REFUSED = "added", "changed", "unchanged", "refused"
OUTCOMES = (ADDED, CHANGED, UNCHANGED, REFUSED)
Raw = dict[str, Any]


@dataclass(frozen=True)
class Judged:
    """A row and what would become of it; `merged` is the document then."""

    row: Row
    outcome: str
    said: str
    merged: Raw | None = None


@many_things()
def judged(plan: Plan, data: bytes) -> list[Judged]:
    """Every row of a file against what is there. Raises Refused where the file is no such file."""
    known: dict[str, dict[str, Raw]] = {
        PLACE: {one.name: _raw(Place, one) for one in plan.places},
        PATHWAY: {one.name: _raw(Pathway, one) for one in plan.pathways},
    }
    where = {}
    for name, raw in known[PLACE].items():
        if "longitude" in raw:
            where[name] = (raw["longitude"], raw["latitude"])
        elif "x_m" in raw and "y_m" in raw:
            where[name] = (raw["x_m"], raw["y_m"])
    rows = read_file(data, where)
    metres = _in_metres(known[PLACE], rows)
    named = set(known[PLACE])
    named |= {row.name for row in rows if row.kind == PLACE and row.raw is not None}
    seen: set[tuple[str, str]] = set()
    found = []
    for row in steps("Comparing rows", rows):
        one = _judge(row, known[row.kind], named, metres)
        if (row.kind, row.name) in seen and one.outcome != REFUSED:
            one = replace(one, outcome=REFUSED, said="the name stands in the file twice")
        seen.add((row.kind, row.name))
        found.append(one)
    return found


def _in_metres(known: dict[str, Raw], rows: list[Row]) -> bool | None:
    """Whether positions are in metres: as those that are there, or else the file's first."""
    raws = [*known.values(), *(r.raw for r in rows if r.kind == PLACE and r.raw is not None)]
    for raw in raws:
        if raw.get("x_m") is not None:
            return True
        if raw.get("latitude") is not None:
            return False
    return None


def _judge(row: Row, known: dict[str, Raw], named: set[str], metres: bool | None) -> Judged:
    if row.raw is None:
        return Judged(row, REFUSED, row.problem or "it cannot be read")
    kind: Any = Place if row.kind == PLACE else Pathway
    read = documents.whole(kind, documents.of_raw(kind, row.raw))
    raw = {key: read[key] for key in row.raw if key in read}
    if metres is not None:
        odd = raw.get("latitude") is not None if metres else raw.get("x_m") is not None
        if odd:
            here, there = ("degrees", "metres") if metres else ("metres", "degrees")
            return Judged(row, REFUSED, f"it is in {here}, the others in {there}; use one of them")
    for key in ("a", "b", "inside"):
        name = raw.get(key)
        if name is not None and name not in named:
            return Judged(row, REFUSED, f"{key}: {name[:40]!r} is not a place, here or in the file")
    old = known.get(row.name)
    if old is None:
        return Judged(row, ADDED, _told(raw), raw)
    merged = old | raw
    changed = [key for key in raw if old.get(key) != raw[key]]
    if not changed:
        return Judged(row, UNCHANGED, "as it is")
    said = ", ".join(f"{key} {_short(old.get(key))} → {_short(raw[key])}" for key in changed[:4])
    return Judged(row, CHANGED, said, merged)


def _told(raw: Raw) -> str:
    if "a" in raw:
        return f"{raw['a']} – {raw['b']}, {raw['length_m']:g} m"
    return str(raw.get("kind", "place"))


def _short(value: Any) -> str:
    text = "none" if value is None else f"{value:g}" if isinstance(value, float) else str(value)
    return text if len(text) <= 30 else text[:29] + "…"


@many_things()
def accepted(rows: list[Judged]) -> tuple[list[Put], str]:
    """The changes that every row that is added or changed asks for, and what they do in words.

    Raises Refused where no row does anything.
    """
    good = [one for one in rows if one.merged is not None and one.outcome in (ADDED, CHANGED)]
    if not good:
        raise Refused("", "no row of the file adds or changes anything")
    kinds: dict[str, Any] = {PLACE: Place, PATHWAY: Pathway}
    puts = [
        Put(documents.of_raw(kinds[one.row.kind], {"id": new_id()} | (one.merged or {})))
        for one in steps("Reading rows", good)
    ]
    count = f"{len(good)} rows" if len(good) > 1 else "1 row"
    return puts, f"Import {count} of places and pathways"


def _raw(kind: type, thing: Any) -> Raw:
    """A thing as a document that says its usual values too, to be compared with a row."""
    return documents.whole(kind, thing)
