"""Paths and links for tests, written as a technician would list them."""

from collections.abc import Iterable
from dataclasses import replace
from typing import Any

from passerelle.core.judge.check import LinkCheck, check_link
from passerelle.core.judge.wholeplan import PlanCheck, check
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End
from passerelle.core.light.site import link_of, planned, site_of
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.ends import DataSheet
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from passerelle.core.plan.own import Attenuation, OwnBox, OwnFiber, OwnGrade, OwnModule, Sheet
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.demo_data import mistakes_plan

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


def sheet(document: str) -> Sheet:
    """A data sheet."""
    return Sheet(document)


def own_fiber(name: str, base: Any, *attenuation: Attenuation, **more: Any) -> OwnFiber:
    """A fiber from a data sheet."""
    return OwnFiber(
        name=name, sheet=sheet("sheet F"), kind="fiber", base=base, attenuation=attenuation, **more
    )


def own_grade(name: str, family: Any, worst_db: float, typical_db: float) -> OwnGrade:
    """A grade of mated pair from a data sheet."""
    return OwnGrade(
        name=name, sheet=sheet("sheet G"), kind="grade", family=family, worst_case_db=worst_db,
        typical_db=typical_db,
    )  # fmt: skip


def own_box(name: str, kind: Any, worst_db: float, typical_db: float, **more: Any) -> OwnBox:
    """A cassette, multiplexer or inline part from a data sheet."""
    return OwnBox(
        name=name, sheet=sheet("sheet C"), kind=kind, worst_case_db=worst_db,
        typical_db=typical_db, **more,
    )  # fmt: skip


def own_module(name: str, application: str, **more: Any) -> OwnModule:
    """A module from a data sheet."""
    document = sheet(more.pop("source", "sheet M"))
    return OwnModule(name=name, sheet=document, kind="module", application=application, **more)


def plan_of(
    links: Iterable[Link], rules: HouseRules | None = None, *, own: Iterable[Any] = (),
    devices: tuple[Any, ...] = (), spares: Iterable[Any] = (),
) -> Plan:  # fmt: skip
    """A plan of these links, each with an id of its own, and of what their ends name."""
    links = list(links)
    ends = [end for one in links for end in (one.a, one.b)]
    own = [*own, *{end.own.name: end.own for end in ends if end.own is not None}.values()]
    at_ends = {end.device.name: end.device for end in ends if end.device is not None}
    devices = [*devices, *(one for one in at_ends.values() if one not in devices)]
    return Plan(
        "test", rules or HouseRules(), own_parts=Things(own), devices=Things(devices),
        spares=Things(spares), links=Things(planned(replace(one, id=new_id())) for one in links),
    )  # fmt: skip


def check_plan(links: Iterable[Link], rules: HouseRules | None = None, **more: Any) -> PlanCheck:
    """The answer about a plan of these links."""
    return check(plan_of(links, rules, **more))


def demo_links() -> list[Link]:
    """The links of the demo plan, each ready to be judged by itself."""
    plan = mistakes_plan()
    site = site_of(plan)
    return [link_of(one, site) for one in plan.links]
