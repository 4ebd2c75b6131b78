"""A whole plan judged: each link by itself, then all of them together, then the backbone.

An answer remembers what it was made from, so that after a change only what changed, or depends on
something that changed, is judged again.
"""

from collections.abc import Hashable, Iterable, Mapping
from dataclasses import dataclass, field, replace
from typing import Any

from passerelle.core.light.link import Link
from passerelle.core.light.site import BARE_SITE, Site, link_of, site_of
from passerelle.core.many import many_things
from passerelle.core.plan.house_rules import link_rules
from passerelle.core.plan.links import PlannedLink, alike_key
from passerelle.core.plan.plan import EMPTY, KEYS, Plan
from passerelle.core.plant.model import Plant
from passerelle.core.plant.whole import plant_of
from passerelle.core.refused import Refused
from passerelle.core.working import steps

from .about import About
from .backbone import check_plant
from .check import LinkCheck, check_link
from .findings import Finding
from .services import Ground
from .ties import Ties, ties_of
from .together import Crossing, PlanFinding, Together, together

NOTHING = Together({}, ())
_PLANT_KINDS = ("place", "pathway", "cable", "closure", "group", "reel", "feed", "copper", "device")


@dataclass(frozen=True, slots=True)
class PlanCheck:
    """Everything that is said about a plan, with what it was made from.

    alone : each link by itself, by its id. ties : what of each link concerns others.
    plant : the backbone with the links that run through it.
    changed : ids of the links whose answer differs from that of the check before this one.
    """

    plan: Plan
    site: Site
    plant: Plant
    alone: Mapping[str, LinkCheck]
    ties: Mapping[str, Ties]
    together: Together
    backbone: tuple[About, ...]
    shown: Together
    changed: frozenset[str] = frozenset()
    _whole: dict[str, LinkCheck] = field(default_factory=dict, repr=False)

    def of(self, link_id: str) -> LinkCheck:
        """The whole check of one link: by itself, and with what only the whole plan shows."""
        found = self._whole.get(link_id)
        if found is None:
            more = self.shown.by_link.get(link_id, ())
            found = self.alone[link_id].with_findings(more)
            self._whole[link_id] = found
        return found

    @property
    def links(self) -> tuple[LinkCheck, ...]:
        """Every link's check, in the plan's order."""
        return tuple(self.of(link_id) for link_id in self.alone)

    @property
    def ground(self) -> Ground:
        """What services cross."""
        rates = {one.name: one.rate_gbps for one in self.ties.values()}
        return Ground(rates, self.plan.copper_runs.by_name, self.site.devices)

    @property
    def findings(self) -> tuple[PlanFinding, ...]:
        """Findings about the plan itself."""
        return self.shown.plan


UNJUDGED = PlanCheck(EMPTY, BARE_SITE, Plant(), {}, {}, NOTHING, (), NOTHING)


def check(plan: Plan, earlier: PlanCheck | None = None) -> PlanCheck:
    """Judge a plan. Raises Refused where an end makes no sense, with the place in the plan.

    earlier : the answer about an earlier state; what did not change, and depends on nothing that
    did, is taken from it.
    """
    known = earlier or UNJUDGED
    site = site_of(plan, (known.plan, known.site) if earlier is not None else None)
    same_rules = (
        link_rules(plan.house_rules) == link_rules(known.plan.house_rules)
        and site.tables is known.site.tables
    )
    with many_things():
        stale = _stale(plan, site, known) if same_rules else list(plan.links.by_id)
        alone, ties, same_ties = _links(plan, site, known, stale)
    same_ends = site.devices is known.site.devices and site.spares == known.site.spares
    same_ends = same_ends and plan.services is known.plan.services
    same_ends = same_ends and plan.copper_runs is known.plan.copper_runs
    if same_ties and same_ends and plan.house_rules == known.plan.house_rules:
        among = known.together
    else:
        crossing = Crossing(tuple(plan.services), plan.copper_runs.by_name)
        among = together(ties.items(), site.devices, site.spares, plan.house_rules, crossing)
    plant = _plant(plan, ties, known, same_ties)
    if plant is known.plant and plan.house_rules == known.plan.house_rules:
        about = known.backbone
    else:
        about = check_plant(plant, plan.house_rules)
    unmoved = about is known.backbone and among is known.together
    shown = known.shown if unmoved else _with_backbone(among, about)
    made = PlanCheck(plan, site, plant, alone, ties, among, about, shown)
    moved = _moved(made, known, stale)
    whole = known._whole.copy()
    for key in moved | (known.alone.keys() - alone.keys()):
        whole.pop(key, None)
    return replace(made, changed=frozenset(moved), _whole=whole)


def _links(
    plan: Plan, site: Site, known: PlanCheck, stale: list[str]
) -> tuple[dict[str, LinkCheck], dict[str, Ties], bool]:
    """Each link by itself, its ties, and whether all ties are as they were.

    stale : ids of those that are judged; the others are taken from what is known.
    """
    order = list(plan.links.by_id)
    same = order == list(known.alone)
    alone: dict[str, Any] = dict(known.alone if same else dict.fromkeys(order))
    ties: dict[str, Any] = dict(known.ties if same else dict.fromkeys(order))
    if not same:
        for key in known.alone.keys() & alone.keys():
            alone[key], ties[key] = known.alone[key], known.ties[key]
    alike: dict[Hashable, LinkCheck] = {}
    for key in steps("Judging links", stale):
        planned = plan.links.by_id[key]
        try:
            link = link_of(planned, site)
            alone[key] = _judged(link, planned, plan, site, alike)
        except Refused as refused:
            raise refused.below(f"links[{order.index(key)}]") from None
        fresh = ties_of(link)
        was = known.ties.get(key)
        ties[key] = was if was == fresh else fresh
        same = same and was == fresh
    return alone, ties, same


def _judged(
    link: Link, planned: PlannedLink, plan: Plan, site: Site, alike: dict[Hashable, LinkCheck]
) -> LinkCheck:
    """A link by itself. Of links that are alike in all that is judged, one is looked at.

    alike : the answers so far by what they depend on; those without remedies, which hold parts.
    """
    seen = alike_key(planned)
    known = alike.get(seen)
    if known is not None:
        return replace(known, budget=replace(known.budget, link=link))
    found = check_link(link, plan.house_rules, site.tables)
    if not any(one.remedy or one.others for one in found.findings):
        alike[seen] = found
    return found


def _stale(plan: Plan, site: Site, known: PlanCheck) -> list[str]:
    """Links that, or whose ends' devices and modules, are not what the earlier check saw."""
    stale = plan.links.differing(known.plan.links)
    if site.devices is known.site.devices and site.modules is known.site.modules:
        return stale
    seen = set(stale)
    return [one.id for one in plan.links if one.id in seen or not _same_ends(one, site, known)]


def _same_ends(planned: PlannedLink, site: Site, known: PlanCheck) -> bool:
    for end in (planned.a, planned.b):
        part = end.module.part if end.module is not None else None
        if site.devices.get(end.device or "") is not known.site.devices.get(end.device or ""):
            return False
        if site.modules.get(part or "") is not known.site.modules.get(part or ""):
            return False
    return True


def _plant(plan: Plan, ties: Mapping[str, Ties], known: PlanCheck, same_ties: bool) -> Plant:
    """The backbone with its links; the earlier one where it is still as it was."""
    same = all(
        plan.things(kind) is known.plan.things(kind) for kind in KEYS if kind in _PLANT_KINDS
    )
    if same and same_ties and known is not UNJUDGED:
        return known.plant
    bare = known.plant if same and known is not UNJUDGED else plant_of(plan)
    return replace(bare, links=tuple(one.use for one in ties.values()))


def _with_backbone(found: Together, about: Iterable[About]) -> Together:
    """What the backbone's findings mean for single links, beside what links do to each other."""
    by_link: dict[str, list[Finding]] = {key: list(said) for key, said in found.by_link.items()}
    for one in about:
        for key, at in one.links:
            by_link.setdefault(key, []).append(replace(one.finding, at=(at,)))
    return Together({key: tuple(said) for key, said in by_link.items()}, found.plan)


def _moved(made: PlanCheck, known: PlanCheck, judged: Iterable[str]) -> set[str]:
    """Links whose answer is another than before, or that were not there before."""
    if made.shown is known.shown:
        return set(judged)
    return {
        *judged,
        *(
            key
            for key in {*made.shown.by_link, *known.shown.by_link}
            if key in made.alone and made.shown.by_link.get(key) != known.shown.by_link.get(key)
        ),
    }
