"""Small backbones for tests, written as a technician would list them."""

from typing import Any

from passerelle.core.plan.backbone import Cable, Closure, Group, Pathway, Place, Splice
from passerelle.core.plant.model import LinkUse, Plant, Use
from passerelle.core.tables.site import CABLE_TYPES, CableType


def kind(**changes: Any) -> CableType:
    """A cable of 10 mm, 102 kg/km (1 N/m to a hair), rated 1000 N."""
    figures: dict[str, Any] = {
        "name": "test cable", "construction": "loose tube, dry", "use": "indoor/outdoor",
        "flame": "OFNR", "armour": "none", "metallic": False, "water": "dry", "sun": True,
        "burial": False, "max_strands": 144, "per_tube": 12, "source": "test", "confidence": "high",
        "od_mm": 10.0, "mass_kg_km": 1000 / 9.80665, "tension_n": 1000.0,
        "bend_loaded_mm": 200.0, "bend_rest_mm": 100.0,
    }  # fmt: skip
    return CableType(**figures | changes)


def way(name: str, a: str, b: str, length_m: float = 100.0, **more: Any) -> Pathway:
    """A measured duct."""
    return Pathway(name, a, b, length_m, **{"kind": "duct", "length_from": "measured"} | more)


def cable(name: str, a: str, b: str, *route: str, **more: Any) -> Cable:
    """Twelve strands of OS2 without slack."""
    figures: dict[str, Any] = {
        "fiber": "OS2",
        "strands": 12,
        "type": kind(),
        "slack_a_m": 0.0,
        "slack_b_m": 0.0,
    }
    return Cable(name, a, b, route=route, **figures | more)


def use(key: str, name: str, ends: tuple[str, str], *taken: tuple[str, tuple[int, ...]]) -> LinkUse:
    """A duplex link on strands of cables."""
    return LinkUse(key, name, ends, uses=tuple(Use(c, s, 2, at=4) for c, s in taken))


def plant(
    ways: tuple[Pathway, ...] = (),
    cables: tuple[Cable, ...] = (),
    links: tuple[LinkUse, ...] = (),
    closures: tuple[Closure, ...] = (),
    groups: tuple[Group, ...] = (),
    **more: Any,
) -> Plant:
    """A backbone whose places are those that its pathways and cables name."""
    names = {n for w in ways for n in (w.a, w.b)} | {n for c in cables for n in (c.a, c.b)}
    return Plant(
        places={n: Place(n) for n in sorted(names)},
        pathways={w.name: w for w in ways},
        cables={c.name: c for c in cables},
        closures={c.name: c for c in closures},
        groups={g.name: g for g in groups},
        links=links,
        **more,
    )


def spliced(place: str, a: str, b: str, count: int, a_first: int = 1, b_first: int = 1) -> Closure:
    """Strands of one cable on to those of another."""
    return Closure(f"closure {place}", place, (Splice(a, a_first, b, b_first, count),))


def standard(name: str) -> CableType:
    """A row of the cable table by the start of its name."""
    return next(row for row in CABLE_TYPES.values() if row.name.startswith(name))
