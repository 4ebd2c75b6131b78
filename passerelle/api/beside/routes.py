"""Routes about what a plan has beside its links: house rules, own parts, devices, spares."""

from collections import Counter, defaultdict
from typing import get_args

from fastapi import APIRouter

from passerelle.api import common
from passerelle.api.context import Ctx, Number, judged
from passerelle.api.plans.schemas import RulesBody
from passerelle.core.judge.findings import Finding, finding
from passerelle.core.judge.rules import Verdict
from passerelle.core.judge.ties import Shelved, kept, ties_of, told
from passerelle.core.judge.trying import Counts, Trials
from passerelle.core.light.link import Link
from passerelle.core.light.own import check_own, doubts_about
from passerelle.core.many import many_things
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.plan.plan import Plan
from passerelle.core.tables import STANDARD
from passerelle.core.working import steps
from passerelle.formats import documents

from . import schemas as beside

router = APIRouter(prefix="/api/plans/{plan_id}", tags=["beside the links"])
KINDS = get_args(Verdict)
MOST_TRIED = 500
"""Plans with more links that are not alike try house rules one at a time, as they are chosen."""


def _verdicts(counts: Counts) -> common.VerdictCounts:
    return common.VerdictCounts(**{kind: counts[0][kind] for kind in KINDS})


@router.post("/house-rules/preview", name="previewHouseRules")
def preview_rules(ctx: Ctx, plan_id: Number, body: RulesBody) -> beside.RulesPreview:
    """How many links would have each verdict under other house rules; nothing is stored."""
    trials = Trials(judged(ctx, plan_id).check)
    before, after = trials.standing(), trials.of(body.house_rules)
    return beside.RulesPreview(before=_verdicts(before), after=_verdicts(after))


@router.get("/house-rules/effects", name="effectsOfHouseRules")
def effects(ctx: Ctx, plan_id: Number) -> beside.Effects:
    """What each school would make of this plan, each switched by itself."""
    now = judged(ctx, plan_id).check
    trials, count = Trials(now), len(now.alone)
    if trials.kinds > MOST_TRIED:
        return beside.Effects(tried=[], links=count)
    values = [(school.key, value) for school in STANDARD.schools for value in school.tried]
    found = [_effect(trials, *one) for one in steps("Trying house rules", values, each=1)]
    return beside.Effects(tried=found, links=count)


def _effect(trials: Trials, key: str, value: str | float | int) -> beside.SchoolEffect:
    plan: Plan = trials.now.plan
    raw = documents.whole(HouseRules, plan.house_rules) | {key: None if value == "" else value}
    rules = documents.of_raw(HouseRules, raw)
    found = trials.of(rules)
    severities = found[1]
    return beside.SchoolEffect(
        key=key,
        value=value,
        now=rules == plan.house_rules,
        verdicts=_verdicts(found),
        stop=severities["stop"],
        warn=severities["warn"],
        note=severities["note"],
    )


def plan_finding(about: str, found: Finding) -> beside.PlanFindingView:
    """A finding about the plan, for the screen."""
    return beside.PlanFindingView(
        about=about,
        rule=found.rule.id,
        severity=found.rule.severity,
        title=found.rule.title,
        message=found.said,
        why=found.rule.why,
        do=found.do,
        source=found.source,
    )


@router.get("/findings", name="findingsOfPlan")
def findings(ctx: Ctx, plan_id: Number) -> list[beside.PlanFindingView]:
    """What is said about the plan as a whole, and about what of it cannot be read."""
    now = judged(ctx, plan_id)
    broken = [
        plan_finding(one.name, unreadable(one.kind, one.name, one.reason))
        for one in now.held.broken
    ]
    return broken + [plan_finding(one.about, one.finding) for one in now.check.findings]


def unreadable(kind: str, name: str, reason: str) -> Finding:
    """A stored thing that cannot be read."""
    return finding("plan.unreadable", f"The {kind} “{name}” cannot be read: {reason}.")


@router.post("/own-parts/check", name="checkOwnPart")
def check_part(plan_id: Number, body: beside.OwnPartBody) -> beside.OwnPartAnswer:
    """Refuse an own part that contradicts itself; say what is doubtful. Nothing is stored."""
    check_own(body.part)
    return beside.OwnPartAnswer(doubts=list(doubts_about(body.part)))


def _uses(link: Link) -> set[str]:
    """Names of fibers, grades, parts and own modules that a link uses."""
    used = {end.own.name for end in (link.a, link.b) if end.own is not None}
    for part in link.path.parts:
        if isinstance(part, Segment):
            used |= {name for name in (part.fiber, part.part) if name}
        elif isinstance(part, Joint) and part.grade:
            used.add(part.grade)
    return used


@router.get("/shared-parts", name="listSharedParts")
def shared_parts(ctx: Ctx, plan_id: Number) -> list[beside.SharedPartView]:
    """The parts that several links pass, with those links."""
    plan = ctx.plans.held(plan_id).plan
    found: dict[str, list[beside.PassingLink]] = defaultdict(list)
    for link in plan.links:
        for one in link.path:
            if isinstance(one, Segment) and one.shared is not None:
                found[one.shared].append(
                    beside.PassingLink(id=link.id, name=link.name, port=one.port, lane=one.lane)
                )
    return [beside.SharedPartView(doc=one, links=found[one.name]) for one in plan.shared_parts]


@router.get("/beside", name="getBeside")
def get_beside(ctx: Ctx, plan_id: Number) -> beside.Beside:
    """How the plan's links use its own parts, devices and spares."""
    now = judged(ctx, plan_id).check
    used: Counter[str] = Counter()
    types: Counter[Shelved] = Counter()
    taken: dict[tuple[str, str | None], dict[tuple[int | None, str], str]] = defaultdict(dict)
    with many_things():
        for one in now.alone.values():
            link = one.budget.link
            used.update(_uses(link))
            ties = ties_of(link)
            types.update(kept(one, now.plan.house_rules) for one in ties.types)
            for claim in ties.claims:
                port = (claim.number, "") if claim.number is not None else (None, link.id)
                taken[claim.device, claim.group].setdefault(port, link.name)
    spares: Counter[Shelved] = Counter()
    for spare in now.site.spares:
        spares[kept((spare.type, spare.coding), now.plan.house_rules)] += spare.count
    own = now.plan.own_parts.by_name
    return beside.Beside(
        doubts={name: list(said) for name, said in now.site.tables.doubts.items()}
        | {
            name: list(said)
            for name, module in now.site.modules.items()
            if (said := doubts_about(module))
        },
        used={name: count for name, count in used.items() if name in own},
        groups=[
            beside.GroupUse(
                device=device.name,
                group=group.name,
                count=group.count,
                taken=len(taken[device.name, group.name]),
                links=sorted(set(taken[device.name, group.name].values())),
            )
            for device in now.site.devices.values()
            for group in device.ports
        ],
        module_types=[
            beside.ModuleType(type=kind[0], coding=kind[1], in_use=count, spare=spares[kind])
            for kind, count in sorted(types.items(), key=lambda one: told(one[0]))
        ],
    )
