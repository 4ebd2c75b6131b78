"""Lists to print for the bench and for the site; certificates of what was signed off."""

import json

from passerelle.core.judge.naming import end_names
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.turnup import SignOffFact
from passerelle.core.turnup.link import Ground, ground_of, turn_up
from passerelle.core.turnup.lists import Point, how_to
from passerelle.core.turnup.order import Turn, setting_order
from passerelle.core.turnup.signing import link_name

from .table import Sheet


def bench_sheets(check: PlanCheck, facts: Facts = Facts.NONE) -> list[Sheet]:
    """A sheet for each device in the order of setting, then one for each link on site."""
    ground = ground_of(check, facts)
    turns = setting_order(ground.net, ground.ports)
    return [
        *(_bench(ground, turn) for turn in turns),
        *(_site(ground, key) for key in check.alone),
    ]  # fmt: skip


def _bench(ground: Ground, turn: Turn) -> Sheet:
    made = ground.bench(turn.node)
    says = "Set it before it leaves: one link is its only way in." if turn.first else ""
    groups = [{"title": "The device", "points": [_point(one) for one in made.points]}]
    groups += [
        {"title": f"{port.port}: {port.name}, to {port.to}",
         "points": [_point(one) for one in port.points]}
        for port in made.ports
    ]  # fmt: skip
    return {"kind": "bench", "title": f"On the bench: {made.node}", "says": says,
            "groups": [group for group in groups if group["points"]]}  # fmt: skip


def _site(ground: Ground, link_id: str) -> Sheet:
    one = turn_up(ground, link_id)
    link = one.check.budget.link
    names = end_names(link)
    groups = [
        {"title": names[end] or f"End {end}", "points": [_point(point) for point in points]}
        for end, points in one.points.items()
    ]
    says = " ".join(dict.fromkeys(line for end in one.points for line in how_to(one.check, end)))
    return {"kind": "bench", "title": f"On site: {link.name}", "says": says, "groups": groups}


def _point(point: Point) -> Sheet:
    return {"words": point.row.words, "value": point.value,
            "state": "done" if point.state in ("done", "not needed") else "open"}  # fmt: skip


def certificate_sheet(fact: SignOffFact) -> Sheet:
    """A certificate: the record as it was signed, and its place in the chain."""
    return {
        "kind": "certificate", "title": f"Certificate {fact.number}: {link_name(fact)}",
        "number": fact.number, "sha256": fact.sha256, "before": fact.before,
        "signed": json.loads(fact.record),
    }  # fmt: skip


def signed_sheets(facts: Facts) -> list[Sheet]:
    """The newest certificate of each link that is signed off."""
    newest = {one.about.id: one for one in facts.standing if isinstance(one, SignOffFact)}
    return [certificate_sheet(one) for one in newest.values()]
