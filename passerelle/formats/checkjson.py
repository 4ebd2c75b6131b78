"""The JSON that `passerelle check --json` prints. All rounding of figures happens here."""

from typing import Any

from pydantic_core import to_json

from passerelle.core.judge.about import SHELF
from passerelle.core.judge.check import LinkCheck
from passerelle.core.judge.findings import Finding
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.light.link import Direction
from passerelle.core.many import many_things
from passerelle.core.plan.plan import KEYS, Plan
from passerelle.core.words import in_metres


def rounded(value: float | None, digits: int = 2) -> float | None:
    """Round a figure for output; a negative zero is zero."""
    return None if value is None else round(value, digits) + 0.0


def nanometres(value: float) -> float | int:
    """A wavelength as the tables write it: whole where it is whole."""
    return int(value) if value == int(value) else value


def _loss(direction: Direction) -> dict[str, float | None]:
    found = {
        "worst_case": rounded(direction.loss.worst_case),
        "typical": rounded(direction.loss.typical),
    }
    if direction.loss.statistical is not None:  # worked out where the plan judges by it
        found["statistical"] = rounded(direction.loss.statistical)
    return found


def _direction(direction: Direction) -> dict[str, Any]:
    limit = direction.limit
    return {
        "from": direction.sender,
        "wavelength_nm": nanometres(direction.wavelength_nm),
        "loss_db": _loss(direction),
        "limit_db": rounded(limit.value_db if limit else None),
        "margin_db": rounded(direction.margin_db),
        "received_dbm": {
            "min": rounded(direction.received_min_dbm),
            "max": rounded(direction.received_max_dbm),
        },
        "receiver_dbm": {
            "min": rounded(direction.receive_min_dbm),
            "max": rounded(direction.receive_max_dbm),
        },
    }


def finding_json(finding: Finding) -> dict[str, Any]:
    """One finding as JSON."""
    return {
        "rule": finding.rule.id,
        "severity": finding.rule.severity,
        "at": list(finding.at),
        "ends": list(finding.ends),
        "message": finding.message,
        "why": finding.rule.why,
        "do": in_metres(finding.do),
        "source": finding.source,
        "remedy": finding.remedy.label if finding.remedy else None,
        "explained_by": finding.explained_by,
    }


def part_ids(check: LinkCheck, found: Finding) -> list[str]:
    """The ids of the parts that a finding is about."""
    parts = check.budget.link.path.parts
    return [parts[at].id for at in found.at if at < len(parts)]


def check_json(check: LinkCheck) -> dict[str, Any]:
    """One link's answer as JSON."""
    sums = check.budget
    return {
        "name": sums.link.name,
        "verdict": check.verdict,
        "length_m": rounded(sums.length_m, 1),
        "directions": [_direction(d) for d in sums.directions],
        "reach_m": nanometres(sums.reach.m) if sums.reach.m is not None else None,
        "polarity": check.polarity,
        "findings": [finding_json(f) | {"part_ids": part_ids(check, f)} for f in check.findings],
    }


KINDS = {"copper": "run", "feed": "need", "reel": "plan", "group": "plan"}
"""What a finding is about in the words of the file, where this room has a word of its own."""


def plan_json(judged: PlanCheck) -> dict[str, Any]:
    """The answers about a whole plan as JSON, with ids beside names and positions."""
    plan = judged.plan
    return {
        "links": [{"id": one.budget.link.id} | check_json(one) for one in judged.links],
        "plan": {
            "findings": [
                {"about": one.about, "kind": "plan" if one.sort == SHELF else one.sort}
                | finding_json(one.finding)
                for one in judged.findings
            ]
            + [
                {
                    "about": one.name,
                    "kind": KINDS.get(one.sort, one.sort),
                    "sort": one.sort,
                    "id": id_of(plan, one.sort, one.name),
                }
                | finding_json(one.finding)
                for one in judged.backbone
            ]
        },
    }


def plan_text(judged: PlanCheck) -> bytes:
    """The answers about a whole plan as JSON text, UTF-8."""
    with many_things():
        return to_json(plan_json(judged), indent=2, inf_nan_mode="null")


def id_of(plan: Plan, kind: str, name: str) -> str | None:
    """The id of a thing that a finding is about by its name; None where it is none of the plan."""
    thing = plan.things(kind).named(name) if kind in KEYS else None
    return thing.id if thing is not None else None
