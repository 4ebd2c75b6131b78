"""Other house rules tried on a plan: how many links would have each verdict, how many findings."""

from collections import Counter, defaultdict
from collections.abc import Callable, Hashable, Iterable, Mapping
from dataclasses import replace

from passerelle.core.many import many_things
from passerelle.core.plan.house_rules import LINK_RULES, HouseRules, link_rules
from passerelle.core.plan.links import alike_key

from .check import LinkCheck, check_link
from .findings import Finding
from .wholeplan import PlanCheck, check

Counts = tuple[Counter[str], Counter[str]]
"""Links by verdict; findings by severity, those that another one explains left out."""


class Trials:
    """A judged plan on which house rules are tried.

    Links that are alike have one answer, which is worked out and counted once for all of them;
    nobody asks a trial what the cures would be.
    """

    def __init__(self, now: PlanCheck) -> None:
        self.now = now
        groups: dict[Hashable, list[str]] = defaultdict(list)
        for planned in now.plan.links:
            groups[alike_key(planned)].append(planned.id)
        self._groups = tuple(groups.values())
        self._first = {one: group[0] for group in self._groups for one in group}

    @property
    def kinds(self) -> int:
        """How many links there are of which no two are alike."""
        return len(self._groups)

    def standing(self) -> Counts:
        """What is said under the plan's own house rules, counted."""
        return self._counted(self.now, self.now.alone.__getitem__)

    def of(self, rules: HouseRules) -> Counts:
        """What would be said under other house rules, counted."""
        plan = self.now.plan
        kept = {name: getattr(plan.house_rules, name) for name in LINK_RULES}
        beside = check(replace(plan, house_rules=replace(rules, **kept)), self.now)
        if link_rules(rules) == link_rules(plan.house_rules):
            return self._counted(beside, beside.alone.__getitem__)
        tables, alone = self.now.site.tables, self.now.alone

        def judged(key: str) -> LinkCheck:
            return check_link(alone[key].budget.link, rules, tables)

        return self._counted(beside, judged)

    def _counted(self, beside: PlanCheck, alone: Callable[[str], LinkCheck]) -> Counts:
        """alone : the answer about a link by itself."""
        more: Mapping[str, tuple[Finding, ...]] = beside.shown.by_link
        verdicts: Counter[str] = Counter()
        found = _open(one.finding for one in beside.findings)
        known: dict[str, LinkCheck] = {}
        with many_things():
            for group in self._groups:
                made = known[group[0]] = alone(group[0])
                count = sum(not more.get(one) for one in group)
                verdicts[made.verdict] += count
                for severity, times in _open(made.findings).items():
                    found[severity] += times * count
            for key, said in more.items():
                if said and key in self._first:
                    made = known[self._first[key]].with_findings(said)
                    verdicts[made.verdict] += 1
                    found.update(_open(made.findings))
        return +verdicts, +found


def _open(findings: Iterable[Finding]) -> Counter[str]:
    return Counter(one.rule.severity for one in findings if one.explained_by is None)
