"""Every unknown and guess of a plan, with what hangs on it, ranked by what a look would decide.

What is not recorded is gathered from two sides: findings that say so, at links and in the backbone,
and facts of places, pathways and cables that are blank or guessed. What one look settles is one
unknown, however many links it stands in: the print of a cable is read once.
"""

import re
from collections import defaultdict
from collections.abc import Hashable, Iterator, Mapping
from dataclasses import dataclass, field, replace
from typing import Any

from passerelle.core.judge.about import CABLE, DEVICE, PATHWAY, PLACE
from passerelle.core.judge.check import FAILS, LinkCheck
from passerelle.core.judge.findings import Finding
from passerelle.core.judge.levels import uncertain_figures
from passerelle.core.judge.rules import NOTE, Verdict
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.links import alike_key
from passerelle.core.plant.model import lengths
from passerelle.core.plant.standing import jacks, plugged, standing
from passerelle.core.working import steps

from .looks import LOOK_FOR, Look
from .plant import Blank, blanks
from .turning import outcomes, stretched

LINK, APPLICATION, PART = "link", "application", "part"
_UNSURE = re.compile("low-loss connectors|inline part|attenuation")
"""Figures of parts, as `uncertain_figures` names them; the others are the application's."""


@dataclass(frozen=True, slots=True)
class Turn:
    """A link that hangs on an unknown: its verdict now, and those that the answer could bring."""

    link_id: str
    name: str
    now: Verdict
    could: tuple[Verdict, ...]

    @property
    def turns(self) -> bool:
        """Whether the answer could change the verdict."""
        return any(one != self.now for one in self.could)


@dataclass(frozen=True, slots=True)
class Unknown:
    """Something that a look settles.

    kind, name, id : the thing to look at: place, pathway, cable, link, feed … or application.
    said : what is not known. links : those that hang on it. at : the part, where it is a link's.
    spread_m : metres of new cable between the best answer and the worst. [m]
    cost : the same in money; None where there is none or no price.
    """

    look: Look
    rule: str
    kind: str
    name: str
    id: str | None
    said: str
    links: tuple[Turn, ...] = ()
    at: int | None = None
    spread_m: float = 0.0
    cost: float | None = None

    @property
    def turning(self) -> int:
        """How many verdicts the answer could turn."""
        return sum(one.turns for one in self.links)

    @property
    def rank(self) -> tuple[float, float, float, int, str]:
        """What it decides per minute of looking: verdicts, then money, then metres, then links."""
        minutes = self.look.minutes
        return (
            -self.turning / minutes, -(self.cost or 0.0) / minutes, -self.spread_m / minutes,
            -len(self.links), self.name,
        )  # fmt: skip


@dataclass
class _Group:
    """What one look settles, while it is gathered."""

    said: str
    at: int | None = None
    where: list[tuple[LinkCheck, Finding]] = field(default_factory=list)


Costs = Mapping[str, float | None]
"""What a metre of each cable costs, bought and pulled, by the cable's name."""


def find_out_next(judged: PlanCheck, costs: Costs) -> tuple[Unknown, ...]:
    """Every unknown, what decides most per minute first."""
    found = [
        *_of_links(judged, costs),
        *_of_the_backbone(judged),
        *(_of_a_blank(judged, one, costs) for one in blanks(judged.plant)),
    ]
    return tuple(sorted(found, key=lambda one: one.rank))


def count(judged: PlanCheck) -> int:
    """How many unknowns there are, without trying what answers would bring."""
    backbone = sum(1 for _ in _of_the_backbone(judged))
    return len(_gathered(judged)) + backbone + sum(1 for _ in blanks(judged.plant))


def looks_to_take(judged: PlanCheck) -> Iterator[Unknown]:
    """Every unknown with the look that settles it, without trying what answers would bring."""
    for (rule, kind, name), group in _gathered(judged).items():
        turns = tuple(
            Turn(c.budget.link.id, c.budget.link.name, c.verdict, ()) for c, _ in group.where
        )
        yield Unknown(LOOK_FOR[rule], rule, kind, name, _id(judged, kind, name, turns),
                      group.said, turns, group.at)  # fmt: skip
    yield from _of_the_backbone(judged)
    for one in blanks(judged.plant):
        yield _of_a_blank(judged, one, {})


def _gathered(judged: PlanCheck) -> dict[tuple[str, str, str], _Group]:
    """What the links' findings leave open, by rule and thing to look at."""
    groups: dict[tuple[str, str, str], _Group] = {}
    for check in judged.links:
        for found in check.findings:
            look = LOOK_FOR.get(found.rule.id)
            if look is None or found.explained_by or not _is_open(check, found):
                continue
            for (kind, name), at in _things(check, found).items():
                key = (found.rule.id, kind, name)
                group = groups.setdefault(key, _Group(found.said, at[0] if at else None))
                group.where.append((check, replace(found, at=at) if at else found))
    return groups


def _of_links(judged: PlanCheck, costs: Costs) -> Iterator[Unknown]:
    known: dict[Hashable, tuple[Verdict, ...]] = {}
    for (rule, kind, name), group in steps("Trying answers", list(_gathered(judged).items())):
        turns = tuple(_turn(judged, check, found, known) for check, found in group.where)
        said = group.said
        if kind == PART:
            said = f"The figures for {name} are usual ones, not those of the parts that you have."
        spread_m, cost = _anew(judged, kind, name, turns, costs)
        yield Unknown(LOOK_FOR[rule], rule, kind, name, _id(judged, kind, name, turns), said,
                      turns, group.at, spread_m, cost)  # fmt: skip


def _anew(
    judged: PlanCheck, kind: str, name: str, turns: tuple[Turn, ...], costs: Costs
) -> tuple[float, float | None]:
    """Glass that may turn out useless is pulled anew at the worst: metres, and money. [m]"""
    cable = judged.plant.cables.get(name) if kind == CABLE else None
    if cable is None or not any(FAILS in one.could for one in turns):
        return 0.0, None
    length_m = lengths(judged.plant, cable).order_m or 0.0
    each = costs.get(name)
    return length_m, None if each is None else each * length_m


def _turn(
    judged: PlanCheck, check: LinkCheck, found: Finding, known: dict[Hashable, tuple[Verdict, ...]]
) -> Turn:
    """known : the outcomes so far; links that are alike by themselves are tried once."""
    link = check.budget.link
    key = (alike_key(judged.plan.links.by_id[link.id]), check.shared, found.rule.id, found.at)
    if key not in known:
        known[key] = outcomes(check, found)
    return Turn(link.id, link.name, check.verdict, known[key])


def _is_open(check: LinkCheck, found: Finding) -> bool:
    """Some rules speak of what is known too: only what is not recorded is to be found out."""
    if found.rule.id != "module.temperature":
        return True
    ends = {"a": check.budget.link.a, "b": check.budget.link.b}
    return any(ends[side].temperature is None for side in found.ends)


def _things(check: LinkCheck, found: Finding) -> dict[tuple[str, str], tuple[int, ...]]:
    """What to look at, with the finding's parts in it: cables of the plan, applications, or links.

    A figure of an application is the same for every link: one data sheet answers all.
    """
    applications = (
        APPLICATION,
        " and ".join(sorted({m.application for m in check.budget.modules})),
    )
    if found.rule.id in ("light.unknown", "reach.unknown"):
        return {applications: ()}
    if found.rule.id == "table.check-data-sheet":
        figures = [_UNSURE.match(one) for one in uncertain_figures(check.budget)]
        parts_of = [(PART, one[0]) if one else applications for one in figures]
        return dict.fromkeys(parts_of, ())
    parts = check.budget.link.path.parts
    by_thing: dict[tuple[str, str], list[int]] = defaultdict(list)
    for at in found.at:
        part = parts[at]
        named = part.cable if isinstance(part, Segment) else None
        own = (LINK, check.budget.link.name)
        by_thing[(CABLE, named) if named else own].append(at)
    if not by_thing:
        by_thing[LINK, check.budget.link.name] = []
    return {thing: tuple(at) for thing, at in by_thing.items()}


def _id(judged: PlanCheck, kind: str, name: str, turns: tuple[Turn, ...] = ()) -> str | None:
    if kind == LINK:
        return turns[0].link_id if turns else None
    plant = judged.plant
    kinds: dict[str, Mapping[str, Any]] = {
        CABLE: plant.cables, PATHWAY: plant.pathways, PLACE: plant.places, "feed": plant.feeds,
        "group": plant.groups, "copper": plant.copper, DEVICE: plant.devices,
    }  # fmt: skip
    thing = kinds.get(kind, {}).get(name)
    return None if thing is None else thing.id


_ONLY_AS_A_NOTE = ("pull.head", "copper.outdoors")
"""Rules whose note says that something is not known; their warning says what is wrong."""


def _of_the_backbone(judged: PlanCheck) -> Iterator[Unknown]:
    for one in judged.backbone:
        rule = one.finding.rule
        look = LOOK_FOR.get(rule.id)
        if look is None or (rule.id in _ONLY_AS_A_NOTE and rule.severity != NOTE):
            continue
        if rule.id == "copper.sheath" and judged.plant.copper[one.name].sheath is not None:
            continue
        if one.sort == DEVICE and not _plate_unread(judged, one.name, rule.id):
            continue
        turns = tuple(
            Turn(key, check.budget.link.name, check.verdict, (check.verdict,))
            for key in dict.fromkeys(key for key, _ in one.links)
            if (check := judged.of(key)) is not None
        )
        yield Unknown(
            look, rule.id, one.sort, one.name, _id(judged, one.sort, one.name), one.finding.said,
            turns,
        )  # fmt: skip


_ON_THE_PLATE = {
    "device.temperature": "coldest_c", "device.protection": "protection",
    "device.power-sum": "gives_w",
}  # fmt: skip


def _plate_unread(judged: PlanCheck, name: str, rule: str) -> bool:
    """Whether a device's finding rests on what nobody read, of it or of one that it feeds.

    What is typical of its kind is not read either.
    """
    devices = judged.plant.devices
    figure = _ON_THE_PLATE.get(rule)
    if figure is not None:
        known = standing(devices[name])
        return getattr(known, figure) is None or figure in known.typical
    fed = [run.fed for run in plugged(judged.plant).get(name, ()) if run.fed in devices]
    draws = [standing(devices[one]) for one in fed if one is not None]
    unread = any(one.draw_w is None or "draw_w" in one.typical for one in draws)
    groups = jacks(devices[name])
    silent = any(group.powered is None and group.power_class is None for group in groups)
    if rule == "device.power-ports":
        return silent
    return unread or silent or any(g.powered and g.power_class is None for g in groups)


def _of_a_blank(judged: PlanCheck, blank: Blank, costs: Costs) -> Unknown:
    turns = []
    for use in _uses(judged, blank):
        check = judged.of(use[0])
        verdicts = {check.verdict: None}
        for by_m in (-blank.spread_m / 2, blank.spread_m / 2) if blank.spread_m else ():
            tried = stretched(check, use[1:], by_m)
            if tried is not None:
                verdicts[tried] = None
        turns.append(Turn(use[0], check.budget.link.name, check.verdict, tuple(verdicts)))
    each = [costs.get(name) for name in blank.new_cables]
    known = [one for one in each if one is not None]
    spread_m = blank.spread_m * len(blank.new_cables)
    cost = blank.spread_m * sum(known) if blank.spread_m and known else None
    return Unknown(
        LOOK_FOR[blank.rule], blank.rule, blank.kind, blank.name,
        _id(judged, blank.kind, blank.name), blank.said, tuple(turns), None, spread_m, cost,
    )  # fmt: skip


def _uses(judged: PlanCheck, blank: Blank) -> list[tuple[str, int]]:
    """Links whose glass hangs on the blank, each with the first of its parts there."""
    first: dict[str, int] = {}
    for name in blank.cables:
        for link, use in judged.plant.uses_of.get(name, ()):
            first.setdefault(link.key, use.at)
    return [(key, at) for key, at in first.items() if key in judged.alone]
