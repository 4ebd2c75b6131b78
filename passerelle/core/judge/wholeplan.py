"""A whole plan judged: each link by itself, then all of them together."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace

from passerelle.core.light.link import Link
from passerelle.core.plan.devices import Device
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.model import Plant
from passerelle.core.tables import STANDARD, Tables

from .about import About
from .backbone import check_plant
from .check import LinkCheck, check_all
from .findings import Finding
from .together import Facts, PlanFinding, Spare, Together, facts_of, together


@dataclass(frozen=True, slots=True)
class PlanCheck:
    """Every link's check, findings about the plan itself, and those about its backbone."""

    links: tuple[LinkCheck, ...]
    findings: tuple[PlanFinding, ...]
    plant: tuple[About, ...] = ()


def check_plan(
    links: Iterable[Link],
    rules: HouseRules,
    tables: Tables = STANDARD,
    devices: dict[str, Device] | None = None,
    spares: tuple[Spare, ...] = (),
    plant: Plant | None = None,
) -> PlanCheck:
    """Judge a plan. Raises EndError where an end makes no sense.

    plant : the backbone, without its links; they are taken from the links' own paths.
    """
    links = list(links)
    checks = check_all(links, rules, tables)
    facts = {at: facts_of(link) for at, link in enumerate(links)}
    found = together(facts.items(), devices or {}, spares, rules)
    about = backbone(plant, facts, rules) if plant is not None else ()
    shown = with_backbone(found, about).by_link
    return PlanCheck(
        tuple(check.with_findings(shown.get(at, ())) for at, check in enumerate(checks)),
        found.plan,
        about,
    )


def joined_plant(plant: Plant, facts: Mapping[int, Facts]) -> Plant:
    """The backbone with the links that run through it."""
    links = tuple(replace(fact.use, key=key) for key, fact in facts.items())
    return replace(plant, links=links)


def backbone(plant: Plant, facts: Mapping[int, Facts], rules: HouseRules) -> tuple[About, ...]:
    """Every finding about the backbone as the links use it."""
    return check_plant(joined_plant(plant, facts), rules)


def with_backbone(found: Together, about: tuple[About, ...]) -> Together:
    """What the backbone's findings mean for single links, beside what links do to each other."""
    by_link: dict[int, list[Finding]] = {key: list(said) for key, said in found.by_link.items()}
    for one in about:
        for key, at in one.links:
            by_link.setdefault(key, []).append(replace(one.finding, at=(at,)))
    return Together({key: tuple(said) for key, said in by_link.items()}, found.plan)
