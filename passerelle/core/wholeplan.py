"""A whole plan judged: each link by itself, then all of them together."""

from collections.abc import Iterable
from dataclasses import dataclass

from .check import LinkCheck, check_all
from .devices import Device
from .house_rules import HouseRules
from .link import Link
from .tables import STANDARD, Tables
from .together import PlanFinding, Spare, facts_of, together


@dataclass(frozen=True, slots=True)
class PlanCheck:
    """Every link's check, and the findings about the plan itself."""

    links: tuple[LinkCheck, ...]
    findings: tuple[PlanFinding, ...]


def check_plan(
    links: Iterable[Link],
    rules: HouseRules,
    tables: Tables = STANDARD,
    devices: dict[str, Device] | None = None,
    spares: tuple[Spare, ...] = (),
) -> PlanCheck:
    """Judge a plan. Raises EndError where an end makes no sense."""
    links = list(links)
    checks = check_all(links, rules, tables)
    found = together(
        ((at, facts_of(link)) for at, link in enumerate(links)), devices or {}, spares, rules
    )
    return PlanCheck(
        tuple(check.with_findings(found.by_link.get(at, ())) for at, check in enumerate(checks)),
        found.plan,
    )
