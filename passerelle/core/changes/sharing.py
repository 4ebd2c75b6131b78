"""Parts that several links pass: made one thing, left alone again, edited through a link."""

from dataclasses import replace

from passerelle.core.plan.fields import new_id
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.shared import SharedPart, as_shared, filled_from, itself
from passerelle.core.refused import Refused, quoted
from passerelle.core.tables.kinds import ONE_THING

from .change import Share


def shared(plan: Plan, change: Share) -> Plan:
    """The plan with a link's part being, or being no more, a thing that others pass too."""
    link = plan.links.get(change.link)
    at = -1
    if link is not None:
        at = next((i for i, part in enumerate(link.path) if part.id == change.at), -1)
    segment = link.path[at] if link is not None and at >= 0 else None
    if link is None or not isinstance(segment, Segment):
        raise Refused("at", "there is no such part; the link may have changed")
    if change.name is None:
        return _with(plan, link, at, replace(segment, shared=None, turned=False))
    if segment.kind not in ONE_THING:
        raise Refused("name", f"is for one of {', '.join(ONE_THING)}; this is a {segment.kind}")
    part = plan.shared_parts.named(change.name)
    if part is None:
        part = SharedPart(change.name, replace(itself(segment), id=new_id()))
        plan = plan.having("shared part", plan.shared_parts.put(part))
    elif part.part.kind != segment.kind:
        reason = f"{quoted(part.name)} is a {part.part.kind}; this part is a {segment.kind}"
        raise Refused("name", reason)
    elif any(isinstance(one, Segment) and one.shared == part.name for one in link.path):
        raise Refused("name", f"the link passes {quoted(part.name)} already")
    return _with(plan, link, at, as_shared(segment, part))


def with_edited_parts(
    plan: Plan, before: PlannedLink, after: PlannedLink
) -> tuple[Plan, PlannedLink]:
    """The plan and an edited link: what the edit did to a shared part, it did to the part itself.

    A segment that was put on another shared part by the edit is filled from there.
    """
    was = {one.id: one for one in before.path if isinstance(one, Segment)}
    path = list(after.path)
    for at, one in enumerate(path):
        if not isinstance(one, Segment) or one.shared is None:
            continue
        part = plan.shared_parts.named(one.shared)
        if part is None:
            continue  # refused later, with its place
        old = was.get(one.id)
        if old is None or old.shared != one.shared:
            path[at] = filled_from(one, part)
        elif itself(one) != part.part:
            changed = replace(part, part=replace(itself(one), id=part.part.id))
            plan = plan.having("shared part", plan.shared_parts.put(changed))
    return plan, replace(after, path=tuple(path))


def _with(plan: Plan, link: PlannedLink, at: int, segment: Segment) -> Plan:
    path = (*link.path[:at], segment, *link.path[at + 1 :])
    return plan.having("link", plan.links.put(replace(link, path=path)))
