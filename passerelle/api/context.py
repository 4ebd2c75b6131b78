"""What every route needs: the store, the answers, and who is asking."""

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Annotated
from urllib.parse import unquote

from fastapi import Depends, Header, HTTPException, Request
from pydantic import Field
from sqlalchemy import select
from sqlalchemy.orm import Session

from passerelle.core.judge.about import About
from passerelle.core.judge.check import many_answers
from passerelle.plans import journal
from passerelle.plans.answers import Answers
from passerelle.plans.documents import link_doc, links, place_names, places, raw_place
from passerelle.plans.models import LinkRow, Plan, Revision
from passerelle.plans.store import Store

from . import schemas, views

MANY = 500
"""More rows than this are read all at once."""


@dataclass
class Context:
    """The running application's state."""

    store: Store
    answers: Answers
    summaries: dict[tuple[int, int, int], schemas.LinkSummary]


def context(request: Request) -> Context:
    """The state that the application was made with."""
    found: Context = request.app.state.context
    return found


def author(x_passerelle_who: Annotated[str | None, Header()] = None) -> str:
    """The name that the person has given on this machine; percent-encoded in transit."""
    name = unquote(x_passerelle_who or "").strip()
    printable = "".join(c for c in name if c.isprintable())[:120]
    return printable or "technician"


Ctx = Annotated[Context, Depends(context)]
Who = Annotated[str, Depends(author)]
Number = Annotated[int, Field(ge=0, le=schemas.MAX_NUMBER)]


def get_plan(session: Session, plan_id: int) -> Plan:
    """A plan, or 404."""
    plan = session.get(Plan, plan_id)
    if plan is None:
        raise HTTPException(404, f"There is no plan {plan_id}.")
    return plan


def get_link(session: Session, plan: Plan, link_id: int) -> LinkRow:
    """A link of a plan, or 404."""
    row = session.get(LinkRow, link_id)
    if row is None or row.plan_id != plan.id:
        raise HTTPException(404, f"There is no link {link_id} in this plan; it may be deleted.")
    return row


def revision_info(row: Revision) -> schemas.RevisionInfo:
    """One revision, for the screen."""
    return schemas.RevisionInfo(number=row.number, at=row.at, who=row.who, what=row.what)


def _open(about: Iterable[About], step: str) -> schemas.Counts:
    found = Counter(one.finding.rule.severity for one in about if one.finding.rule.step == step)
    return schemas.Counts(stop=found["stop"], warn=found["warn"], note=found["note"])


def plan_info(ctx: Context, session: Session, plan: Plan) -> schemas.PlanInfo:
    """The head of a plan."""
    undo, redo = journal.next_steps(session, plan)
    about = ctx.answers.backbone(session, plan)
    return schemas.PlanInfo(
        id=plan.id,
        name=plan.name,
        revision=plan.revision,
        house_rules=plan.house_rules,
        own_parts=plan.own_parts,
        devices=plan.devices,
        spares=plan.spares,
        places=[raw_place(place) for place in places(session, plan)],
        survey=_open(about, "survey"),
        route=_open(about, "route"),
        undo=undo.what.removeprefix("Redo: ") if undo else None,
        redo=redo.what.removeprefix("Undo: ") if redo else None,
    )


def summaries(
    ctx: Context, session: Session, plan: Plan, only: Iterable[int] | None = None
) -> list[schemas.LinkSummary]:
    """Overview rows of a plan's links; rows whose answer still holds are not worked out again."""
    frame = ctx.answers.frame(plan)
    names = place_names(session, plan)
    query = select(LinkRow.id, LinkRow.changed_in).where(LinkRow.plan_id == plan.id)
    if only is not None:
        query = query.where(LinkRow.id.in_(list(only)))
    keys = [
        (number, changed_in, frame.changed_in)
        for number, changed_in in session.execute(query.order_by(LinkRow.position, LinkRow.id))
    ]
    # A plan that is opened: its rows are read once and held while both of them are looked at.
    new = sum(key not in ctx.summaries for key in keys)
    held = links(session, plan) if new > MANY else []
    shared = ctx.answers.together(session, plan).by_link
    missing = [key[0] for key in keys if key not in ctx.summaries or key[0] in shared]
    found = {}
    for at in range(0, len(missing), MANY):
        rows = session.scalars(select(LinkRow).where(LinkRow.id.in_(missing[at : at + MANY])))
        with many_answers():
            for row in rows:
                check = ctx.answers.alone(row, frame, names).with_findings(shared.get(row.id, ()))
                made = views.summary(row.id, row.changed_in, check)
                found[row.id] = made
                if row.id not in shared:  # what others have a part in is worked out each time
                    ctx.summaries[row.id, row.changed_in, frame.changed_in] = made
    held.clear()
    return [found.get(key[0]) or ctx.summaries[key] for key in keys]


def link_view(ctx: Context, session: Session, plan: Plan, row: LinkRow) -> schemas.LinkView:
    """Everything about one link."""
    names = place_names(session, plan)
    check = ctx.answers.of(session, plan, row, names)
    return views.link_view(row.id, row.changed_in, link_doc(row, names), check)


def changed(
    ctx: Context, session: Session, plan: Plan, link_id: int | None = None
) -> schemas.Changed:
    """The answer to a change: what the newest revision touched, judged anew."""
    head = journal.revision(session, plan, plan.revision)
    touched = head.changes if head else []
    before = ctx.answers.shared(plan.id)
    after = ctx.answers.together(session, plan).by_link
    moved = [n for n in (*before, *after) if before.get(n) != after.get(n)]
    numbers = list(dict.fromkeys([*(c.entity_id for c in touched if c.entity == "link"), *moved]))
    everything = any(c.entity == "plan" for c in touched) or len(numbers) > MANY
    found = [] if everything else summaries(ctx, session, plan, numbers)
    there = {row.id for row in found}
    row = session.get(LinkRow, link_id) if link_id is not None else None
    return schemas.Changed(
        plan=plan_info(ctx, session, plan),
        links=found,
        removed=[] if everything else [n for n in numbers if n not in there],
        everything=everything,
        link=link_view(ctx, session, plan, row) if row is not None else None,
    )
