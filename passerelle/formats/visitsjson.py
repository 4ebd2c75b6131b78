"""The answer of `passerelle visits`: as JSON, and as a table to read."""

from typing import Any

from passerelle.core.plan.plan import Plan
from passerelle.core.plan.visiting import clock, minutes_of
from passerelle.core.visits.days import Placed
from passerelle.core.visits.proposal import Proposal
from passerelle.core.words import in_metres

from .checkjson import rounded


def as_document(made: Proposal, plan: Plan) -> dict[str, Any]:
    """What the command prints with --json; hours to the hundredth."""
    rules = plan.house_rules
    return {
        "day_h": rules.day_h,
        "crew": rules.crew,
        "crews": rules.crews,
        "visits": [
            {
                "name": str(at),
                "day": one.day,
                "start": clock(minutes_of(rules.day_starts)),
                "hours": rounded(one.back_h),
                "crew": rules.crew,
                "walking_h": rounded(one.walked_h),
                "tasks": [_task(placed, made) for placed in one.tasks],
            }
            for at, one in enumerate(made.visits, start=1)
        ],
        "least_days": made.least,
        "blocked": [{"task": one.name, "why": in_metres(why)} for one, why in made.blocked],
        "orders": [
            {"what": one.what, "lead_days": one.lead_days, "for": list(one.reasons)}
            for one in made.orders
        ],
        "done": [made.work.all[key].name for key in made.work.done],
        "not_needed": [{"task": one.name, "why": why} for one, why in made.work.waived],
        "desk": [{"task": one.name, "do": one.quantity} for one in made.work.desk],
        "not_kept": list(made.broken),
        "ways_not_known": [{"from": a, "to": b} for a, b in made.guessed],
    }


def _task(one: Placed, made: Proposal) -> dict[str, Any]:
    task = one.task
    found: dict[str, Any] = {
        "task": task.name,
        "key": task.key,
        "kind": task.kind,
        "subject": task.subject,
        "at": list(task.at),
        "people": task.people,
        "start_h": rounded(one.start_h),
        "hours": rounded(one.hours),
        "person_hours": rounded(one.hours * task.people),
        "after": [made.work.all[wait.key].name for wait in task.after],
        "carry": list(task.carry),
    }
    return found | ({"part": one.part, "parts": one.parts} if one.parts > 1 else {})


def table(made: Proposal, plan: Plan) -> str:
    """Days with their tasks in order, what is blocked, what is ordered first."""
    begins = minutes_of(plan.house_rules.day_starts)
    rows = [_headline(made)]
    for at, visit in enumerate(made.visits, start=1):
        rows.append(f"visit {at}, day {visit.day}: back after {visit.back_h:.2f} h")
        for one in visit.tasks:
            part = f", part {one.part} of {one.parts}" if one.parts > 1 else ""
            where = " and ".join(one.task.at) or "anywhere"
            rows.append(f"  {clock(begins + one.start_h * 60)} {one.hours:5.2f} h  "
                        f"{one.task.name}{part} ({where})")  # fmt: skip
    rows += [f"blocked: {one.name}: {in_metres(why)}" for one, why in made.blocked]
    rows += [f"at the desk: {one.name}: {one.quantity}" for one in made.work.desk]
    rows += [f"not kept: {said}" for said in made.broken]
    rows += [
        f"order: {one.what}: {one.lead_days} working days" for one in made.orders if one.lead_days
    ]
    return "\n".join(rows)


def _headline(made: Proposal) -> str:
    days = f"{made.days} day{'s' if made.days != 1 else ''}"
    if made.days == made.least:
        return f"{days}; fewer are proven impossible"
    return f"{days}, best found so far; fewer than {made.least} are proven impossible"
