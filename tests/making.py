"""Paths and links for tests, written as a technician would list them."""

from typing import Any

from passerelle.core import (
    DataSheet,
    End,
    HouseRules,
    Joint,
    LightPath,
    Link,
    LinkCheck,
    Segment,
    check_link,
    connector,
)

LC, APC, BARE = connector("LC/UPC"), connector("LC/APC"), connector("bare")


CUSTOM = {
    "source": "sheet 1",
    "tx_min_dbm": -6.0,
    "tx_max_dbm": -1.0,
    "rx_min_dbm": -20.0,
    "rx_max_dbm": -1.0,
    "tx_wavelength_nm": 1310.0,
    "rx_wavelength_nm": 1310.0,
    "reach_m": 20000.0,
    "fiber_mode": "single-mode",
    "rate_gbps": 10.0,
}
"""A module that no standard describes, from its data sheet."""


def cord(fiber: str = "OS2", length_m: float = 2.0, **changes: Any) -> Segment:
    """A crossed LC cord."""
    return Segment(**{"kind": "cord", "length_m": length_m, "fiber": fiber, "ends": (LC, LC),
                      "wiring": "A-B"} | changes)  # fmt: skip


def cable(fiber: str = "OS2", length_m: float = 100.0, **changes: Any) -> Segment:
    """A crossed cable with LC plugs."""
    return Segment(**{"kind": "cable", "length_m": length_m, "fiber": fiber, "ends": (LC, LC),
                      "wiring": "crossed"} | changes)  # fmt: skip


def path(*parts: Segment | Joint) -> LightPath:
    """Parts in a row; where two segments meet, a standard mated pair is put in."""
    chain: list[Segment | Joint] = []
    for part in parts:
        if chain and isinstance(part, Segment) and isinstance(chain[-1], Segment):
            chain.append(Joint("adapter", "standard"))
        chain.append(part)
    return LightPath(tuple(chain))


def link(application: str, light: LightPath, b: str | None = None, **sheet: Any) -> Link:
    """A link with one application at both ends (or another at b)."""
    data = DataSheet(**sheet)
    return Link(
        "test", End(application, data_sheet=data), End(b or application, data_sheet=data), light
    )


def judged(subject: Link, **rules: Any) -> LinkCheck:
    """The check of a link by house rules that differ from the default as said."""
    return check_link(subject, HouseRules(**rules))


def rules_of(check: LinkCheck) -> set[str]:
    """The ids of the rules that a check found."""
    return {found.rule.id for found in check.findings}


def two_pairs(fiber: str, length_m: float) -> LightPath:
    """Cords of 2 m at both ends of a cable: length_m in all, two mated pairs."""
    return path(cord(fiber), cable(fiber, length_m - 4), cord(fiber))
