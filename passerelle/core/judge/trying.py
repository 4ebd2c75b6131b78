"""Other house rules tried on a plan: how many links would have each verdict, how many findings."""

from collections import Counter
from collections.abc import Hashable, Iterable
from dataclasses import replace

from passerelle.core.many import many_things
from passerelle.core.plan.house_rules import LINK_RULES, HouseRules, link_rules
from passerelle.core.plan.links import alike_key
from passerelle.core.working import steps

from .check import LinkCheck, check_link
from .findings import Finding
from .wholeplan import PlanCheck, check

Counts = tuple[Counter[str], Counter[str]]
"""Links by verdict; findings by severity, those that another one explains left out."""


def counted(made: PlanCheck) -> Counts:
    """What is said about a plan, counted."""
    found = _open(one.finding for one in made.findings)
    for link in made.links:
        found.update(_open(link.findings))
    return Counter(link.verdict for link in made.links), found


def tried(now: PlanCheck, rules: HouseRules) -> Counts:
    """What would be said under other house rules, counted.

    The same figures as `counted(check(...))`; of links that are alike one is judged, whatever its
    cures, since nobody asks what they are.
    """
    plan = now.plan
    kept = {name: getattr(plan.house_rules, name) for name in LINK_RULES}
    beside = check(replace(plan, house_rules=replace(rules, **kept)), now)
    if link_rules(rules) == link_rules(plan.house_rules):
        return counted(beside)
    alone: dict[Hashable, tuple[LinkCheck, Counter[str]]] = {}
    verdicts: Counter[str] = Counter()
    found = _open(one.finding for one in beside.findings)
    with many_things():
        for planned in steps("Judging links by other rules", plan.links):
            key = alike_key(planned)
            if key not in alone:
                link = now.alone[planned.id].budget.link
                made = check_link(link, rules, now.site.tables)
                alone[key] = made, _open(made.findings)
            made, said = alone[key]
            more = beside.shown.by_link.get(planned.id, ())
            if more:
                made = made.with_findings(more)
                said = _open(made.findings)
            verdicts[made.verdict] += 1
            found.update(said)
    return verdicts, found


def _open(findings: Iterable[Finding]) -> Counter[str]:
    return Counter(one.rule.severity for one in findings if one.explained_by is None)
