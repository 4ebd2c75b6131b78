"""What every route needs: the plans, the answers, and who is asking."""

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import Annotated, Any
from urllib.parse import unquote

from fastapi import Depends, Header, HTTPException, Path, Request
from pydantic import Field

from passerelle.core.judge.about import About
from passerelle.core.judge.check import LinkCheck
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.materials.materials import Materials
from passerelle.core.working import Work, steps
from passerelle.formats.prices import price_book
from passerelle.plans.files import Files
from passerelle.plans.held import Held
from passerelle.plans.models import Revision
from passerelle.plans.plans import Changed, Plans
from passerelle.plans.store import Store
from passerelle.practice.kept import Kept

from . import common
from .guard import DEVICE
from .links import schemas as links
from .links import views
from .plans import schemas as plans
from .standins import Standins

MANY = 500
"""Where a change moves the answers of more links than this, the list is read anew."""


Summaries = dict[tuple[int, str], tuple[LinkCheck, int, links.LinkSummary]]
"""Overview rows by plan and link, with the answer and the revision that they are of."""


@dataclass
class Context:
    """The running application's state."""

    store: Store
    plans: Plans
    files: Files
    practice: Kept
    summaries: dict[tuple[int, str], tuple[LinkCheck, int, links.LinkSummary]] = field(
        default_factory=dict
    )
    works: dict[str, Work] = field(default_factory=dict)
    made: dict[int, tuple[PlanCheck, Materials]] = field(default_factory=dict)
    tests: dict[tuple[object, ...], Any] = field(default_factory=dict)
    standins: Standins = field(default_factory=Standins)


def context(request: Request) -> Context:
    """The state that the application was made with."""
    found: Context = request.app.state.context
    return found


def author(request: Request, x_passerelle_who: Annotated[str | None, Header()] = None) -> str:
    """The name that the person has given on this machine; percent-encoded in transit.

    A paired device signs with the name that it was paired under.
    """
    device = request.scope.get(DEVICE)
    if device is not None:
        return str(device.name)
    name = unquote(x_passerelle_who or "").strip()
    printable = "".join(c for c in name if c.isprintable())[:120]
    return printable or "technician"


async def body(request: Request) -> bytes:
    """The bytes that were sent. Read here, so that a route that works on them runs in a thread."""
    return await request.body()


Ctx = Annotated[Context, Depends(context)]
Who = Annotated[str, Depends(author)]
Number = Annotated[int, Field(ge=0, le=common.MAX_NUMBER)]
Sent = Annotated[bytes, Depends(body)]
LinkId = Annotated[str, Path(max_length=26)]


@dataclass(frozen=True, slots=True)
class Judged:
    """A plan as it stands, with everything that is said about it."""

    held: Held
    check: PlanCheck

    def link(self, link_id: str) -> LinkCheck:
        """The whole check of one link, or 404."""
        if link_id not in self.check.alone:
            for one in self.held.broken:
                if one.id == link_id:
                    raise HTTPException(404, f"“{one.name}” cannot be judged: {one.reason}.")
            raise HTTPException(404, "This link is not in the plan; it may be deleted.")
        return self.check.of(link_id)


def judged(ctx: Context, plan_id: int) -> Judged:
    """A plan with its answers. Raises NoPlanError."""
    held = ctx.plans.held(plan_id)
    return Judged(held, ctx.plans.check(held))


def revision_info(row: Revision) -> common.RevisionInfo:
    """One revision, for the screen."""
    return common.RevisionInfo(number=row.number, at=row.at, who=row.who, what=row.what)


def _open(about: Iterable[About], step: str) -> common.Counts:
    found = Counter(one.finding.rule.severity for one in about if one.finding.rule.step == step)
    return common.Counts(stop=found["stop"], warn=found["warn"], note=found["note"])


def plan_head(ctx: Context, now: Judged, who: str) -> plans.PlanHead:
    """What of a plan's head every change may move."""
    undo, redo = ctx.plans.next_steps(now.held.plan_id, who)
    about = now.check.backbone
    return plans.PlanHead(
        id=now.held.plan_id,
        name=now.held.plan.name,
        revision=now.held.revision,
        survey=_open(about, "survey"),
        route=_open(about, "route"),
        not_needed=list(now.held.plan.not_needed),
        undo=undo,
        redo=redo,
    )


def plan_info(ctx: Context, now: Judged, who: str) -> plans.PlanInfo:
    """The head of a plan with what stands beside its links."""
    plan = now.held.plan
    return plans.PlanInfo(
        **plan_head(ctx, now, who).model_dump(),
        house_rules=plan.house_rules,
        places=list(plan.places),
        own_parts=list(plan.own_parts),
        devices=list(plan.devices),
        spares=list(plan.spares),
    )


def summaries(
    ctx: Context, now: Judged, only: Iterable[str] | None = None
) -> list[links.LinkSummary]:
    """Overview rows of a plan's links; rows whose answer still holds are not worked out again."""
    found, plan_id = [], now.held.plan_id
    wanted = now.check.alone if only is None else tuple(only)
    for link_id in steps("Listing links", wanted):
        if link_id not in now.check.alone:
            continue
        check, changed_in = now.check.of(link_id), now.held.changed_in.get(link_id, 0)
        known = ctx.summaries.get((plan_id, link_id))
        if known is None or known[0] is not check or known[1] != changed_in:
            known = (check, changed_in, views.summary(link_id, changed_in, check))
            ctx.summaries[plan_id, link_id] = known
        found.append(known[2])
    return found


def link_view(now: Judged, link_id: str) -> links.LinkView:
    """Everything about one link."""
    check = now.link(link_id)
    doc = now.held.plan.links.by_id[link_id]
    changed_in = now.held.changed_in.get(link_id, 0)
    return views.link_view(doc, changed_in, check, price_book(now.held.plan.prices))


def changed(ctx: Context, did: Changed, who: str, link_id: str | None = None) -> plans.Changed:
    """The answer to a change: what is not as it was, and nothing else."""
    old = did.before.plan
    before = ctx.plans.check(did.before)
    now = Judged(did.after, ctx.plans.check(did.after))
    plan = did.after.plan
    moved = now.check.changed | {one for one in did.touched if one in plan.links}
    gone = [one for one in before.alone if one not in now.check.alone]
    everything = len(moved) + len(gone) > MANY or _moved_about(did)
    return plans.Changed(
        plan=plan_head(ctx, now, who),
        house_rules=plan.house_rules if plan.house_rules != old.house_rules else None,
        places=list(plan.places) if plan.places is not old.places else None,
        own_parts=list(plan.own_parts) if plan.own_parts is not old.own_parts else None,
        devices=list(plan.devices) if plan.devices is not old.devices else None,
        spares=list(plan.spares) if plan.spares is not old.spares else None,
        backbone=now.check.plant is not before.plant or now.check.backbone != before.backbone,
        links=[] if everything else summaries(ctx, now, _in_order(now, moved)),
        removed=[] if everything else gone,
        everything=everything,
        link=link_view(now, link_id) if link_id is not None else None,
    )


def _moved_about(did: Changed) -> bool:
    """Whether links stand in another order than the screen would put them in."""
    old, new = did.before.plan.links.by_id, did.after.plan.links.by_id
    kept = [one for one in old if one in new]
    return list(new) != [*kept, *(one for one in new if one not in old)]


def _in_order(now: Judged, ids: Iterable[str]) -> list[str]:
    wanted = set(ids)
    return [one for one in now.check.alone if one in wanted]
