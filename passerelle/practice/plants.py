"""Small plants that drills are set on: cords, runs and cables as a technician would list them."""

from dataclasses import replace
from random import Random
from typing import Any

from passerelle.core.judge.check import LinkCheck, check_link
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, LightPath, Part, Segment
from passerelle.core.words import metres

from .drill import Row, Table

RULES = HouseRules()
LC, APC = connector("LC/UPC"), connector("LC/APC")
PLACES = (
    "North Hut", "South Hut", "Pump House", "Gate Lodge", "Kiln", "Orchard Store", "Mill",
    "Weir Cabin", "Signal Box", "Quarry Office",
)  # fmt: skip


def two_places(chance: Random) -> tuple[str, str]:
    """Two places of a small site."""
    a, b = chance.sample(PLACES, 2)
    return a, b


def cord(fiber: str, length_m: float = 2.0, **more: Any) -> Segment:
    """A crossed cord with LC plugs."""
    said: dict[str, Any] = {"kind": "cord", "wiring": "A-B", "ends": (LC, LC)}
    return Segment(**said | {"length_m": length_m, "fiber": fiber} | more)


def run(fiber: str, length_m: float, **more: Any) -> Segment:
    """A crossed run of cable with LC plugs."""
    said: dict[str, Any] = {"kind": "cable", "wiring": "crossed", "ends": (LC, LC)}
    return Segment(**said | {"length_m": length_m, "fiber": fiber} | more)


def having(light: LightPath, at: int, **more: Any) -> LightPath:
    """The path with a segment that differs as said."""
    parts = list(light.parts)
    parts[at] = replace(light.segment(at), **more)
    return LightPath(tuple(parts))


def path(*parts: Part) -> LightPath:
    """Parts in a row; where two segments meet, a standard mated pair is put in."""
    chain: list[Part] = []
    for part in parts:
        if chain and isinstance(part, Segment) and isinstance(chain[-1], Segment):
            chain.append(Joint("adapter", "standard"))
        chain.append(part)
    return LightPath(tuple(chain))


def link(application: str, light: LightPath, b: str | None = None, name: str = "drill") -> Link:
    """A link with one application at both ends, or another at b."""
    return Link(name, End(application), End(b or application), light)


def judged(one: Link) -> LinkCheck:
    """A link by the usual house rules."""
    return check_link(one, RULES)


def as_table(light: LightPath, *, wiring: bool = True) -> Table:
    """A path part by part. wiring False: what the parts do to their strands is left out."""
    head = ("#", "part", "length", "glass", "ends", *(("wiring",) if wiring else ()))
    rows = []
    for n, part in enumerate(light.parts):
        if isinstance(part, Joint):
            what = "mated pair" if part.kind == "adapter" else f"{part.kind} splice"
            keys = f"keys {part.keys}" if part.keys else ""
            cells = [str(n + 1), what, "", "", keys]
        else:
            ends = " – ".join(one.name if one else "not recorded" for one in part.ends)
            cells = [str(n + 1), part.label or part.kind, metres(part.length_m),
                     part.fiber or "not recorded", ends]  # fmt: skip
        if wiring:
            cells.append("" if isinstance(part, Joint) else part.wiring or "not recorded")
        rows.append(Row(tuple(cells)))
    return Table(head, tuple(rows))
