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
