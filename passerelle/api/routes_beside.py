"""Routes about what a plan has beside its links: house rules, own parts, devices, spares."""

from collections import Counter, defaultdict
from typing import Any, get_args

from fastapi import APIRouter
from sqlalchemy.orm import Session

from passerelle.core.judge.check import many_answers
from passerelle.core.judge.findings import Finding
from passerelle.core.judge.together import facts_of
from passerelle.core.light.link import Link
from passerelle.core.light.own import OwnPartError, check_own, doubts_about
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.tables import STANDARD
from passerelle.formats.corelink import house_rules
from passerelle.formats.planfile import HouseRulesDoc
from passerelle.formats.refusal import Refused
from passerelle.formats.site import own_part
from passerelle.plans import documents
from passerelle.plans.models import Plan

from . import schemas
from . import schemas_beside as beside
from .context import Context, Ctx, Number, get_plan

router = APIRouter(prefix="/api/plans/{plan_id}", tags=["beside the links"])
KINDS = get_args(schemas.Verdict)
MOST_TRIED = 500
"""Plans with more links try house rules one at a time, as they are chosen."""


def _judged(
    ctx: Context, session: Session, plan: Plan, rules: HouseRules
) -> tuple[schemas.VerdictCounts, Counter[str]]:
    rows, names = documents.links(session, plan), documents.place_names(session, plan)
    shared = ctx.answers.together(session, plan, rules)
    verdicts: Counter[str] = Counter()
    severities: Counter[str] = Counter(one.finding.rule.severity for one in shared.plan)
    frame = ctx.answers.frame(plan)
    with many_answers():
        for row in rows:
            check = ctx.answers.alone(row, frame, names, rules)
            check = check.with_findings(shared.by_link.get(row.id, ()))
            verdicts[check.verdict] += 1
            severities.update(f.rule.severity for f in check.findings if f.explained_by is None)
    return schemas.VerdictCounts(**{kind: verdicts[kind] for kind in KINDS}), severities


@router.post("/house-rules/preview", name="previewHouseRules")
def preview_rules(ctx: Ctx, plan_id: Number, body: schemas.RulesBody) -> schemas.RulesPreview:
    """How many links would have each verdict under other house rules; nothing is stored."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        now, _ = _judged(ctx, session, plan, ctx.answers.frame(plan).rules)
        then, _ = _judged(ctx, session, plan, house_rules(body.house_rules))
    return schemas.RulesPreview(before=now, after=then)


@router.get("/house-rules/effects", name="effectsOfHouseRules")
def effects(ctx: Ctx, plan_id: Number) -> beside.Effects:
    """What each school would make of this plan, each switched by itself."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        count = len(documents.links(session, plan))
        if count > MOST_TRIED:
            return beside.Effects(tried=[], links=count)
        found = [
            _effect(ctx, session, plan, school.key, value)
            for school in STANDARD.schools
            for value in school.tried
        ]
    return beside.Effects(tried=found, links=count)


def _effect(
    ctx: Context, session: Session, plan: Plan, key: str, value: str | float | int
) -> beside.SchoolEffect:
    now = ctx.answers.frame(plan).rules
    changed: dict[str, Any] = {**plan.house_rules, key: None if value == "" else value}
    rules = house_rules(HouseRulesDoc.model_validate(changed))
    verdicts, severities = _judged(ctx, session, plan, rules)
    return beside.SchoolEffect(
        key=key,
        value=value,
        now=rules == now,
        verdicts=verdicts,
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
        message=found.message,
        why=found.rule.why,
        do=found.do,
        source=found.source,
    )


@router.get("/findings", name="findingsOfPlan")
def findings(ctx: Ctx, plan_id: Number) -> list[beside.PlanFindingView]:
    """What is said about the plan as a whole."""
    with ctx.store.reading() as session:
        shared = ctx.answers.together(session, get_plan(session, plan_id))
        return [plan_finding(one.about, one.finding) for one in shared.plan]


@router.post("/own-parts/check", name="checkOwnPart")
def check_part(plan_id: Number, body: beside.OwnPartBody) -> beside.OwnPartAnswer:
    """Refuse an own part that contradicts itself; say what is doubtful. Nothing is stored."""
    part = own_part(body.part)
    try:
        check_own(part)
    except OwnPartError as error:
        raise Refused(error.key, str(error)) from None
    return beside.OwnPartAnswer(doubts=list(doubts_about(part)))


def _uses(link: Link) -> set[str]:
    """Names of fibers, grades, parts and own modules that a link uses."""
    used = {end.own.name for end in (link.a, link.b) if end.own is not None}
    for part in link.path.parts:
        if isinstance(part, Segment):
            used |= {name for name in (part.fiber, part.part) if name}
        elif isinstance(part, Joint) and part.grade:
            used.add(part.grade)
    return used


@router.get("/beside", name="getBeside")
def get_beside(ctx: Ctx, plan_id: Number) -> beside.Beside:
    """How the plan's links use its own parts, devices and spares."""
    with ctx.store.reading() as session:
        plan = get_plan(session, plan_id)
        frame, names = ctx.answers.frame(plan), documents.place_names(session, plan)
        used: Counter[str] = Counter()
        types: Counter[str] = Counter()
        taken: dict[tuple[str, str | None], dict[tuple[int | None, int], str]] = defaultdict(dict)
        with many_answers():
            for row in documents.links(session, plan):
                link = ctx.answers.alone(row, frame, names).budget.link
                used.update(_uses(link))
                facts = facts_of(link)
                types.update(facts.types)
                for claim in facts.claims:
                    port = (claim.number, 0) if claim.number is not None else (None, row.id)
                    taken[claim.device, claim.group].setdefault(port, link.name)
    spares = {spare.type: spare.count for spare in frame.site.spares}
    own = {part["name"] for part in plan.own_parts}
    return beside.Beside(
        doubts={name: list(said) for name, said in frame.site.tables.doubts.items()}
        | {
            name: list(said)
            for name, module in frame.site.modules.items()
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
            for device in frame.site.devices.values()
            for group in device.ports
        ],
        module_types=[
            beside.ModuleType(type=kind, in_use=count, spare=spares.get(kind, 0))
            for kind, count in sorted(types.items())
        ],
    )
