"""The verdict on a link: works, tight, fails or unknown, with every finding."""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Final

from passerelle.core.light.link import Budget, Link, budget
from passerelle.core.many import many_things
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.tables import STANDARD, Tables

from .conditioning import check_conditioning
from .dispersion import check_dispersion
from .findings import STOP, Finding, folded, in_order
from .future import check_future
from .glass import check_glass
from .levels import check_confidence, check_light, check_loss, check_reach
from .mating import check_mating
from .multiplexing import check_multiplexers
from .pairing import check_pairing
from .polarity import polarity
from .ports import check_ports
from .reflectance import check_reflectance
from .rules import Verdict
from .sides import EXACT
from .together import still_true

WORKS: Final = "works"
TIGHT: Final = "tight"
FAILS: Final = "fails"
VERDICT_UNKNOWN: Final = "unknown"


@dataclass(frozen=True, slots=True)
class LinkCheck:
    """Everything that Passerelle says about one link."""

    verdict: Verdict
    polarity: str
    findings: tuple[Finding, ...]
    budget: Budget
    shared: tuple[Finding, ...] = ()
    """Those of the findings that only the whole plan shows."""

    @property
    def margin_db(self) -> float | None:
        """The smaller margin of the two directions; None where one is not known. [dB]"""
        margins = [d.margin_db for d in self.budget.directions]
        known = [m for m in margins if m is not None]
        return min(known) if len(known) == len(margins) else None

    @property
    def voided(self) -> bool:
        """Whether a joint loses what no table states, so that no margin means anything."""
        return any(f.rule.voids_margin for f in self.findings)

    def with_findings(self, more: tuple[Finding, ...]) -> "LinkCheck":
        """The same check with findings that only the whole plan shows."""
        if not more:
            return self
        found = [replace(f, explained_by=None) for f in self.findings] + list(more)
        return replace(
            self,
            verdict=_verdict(self.budget, found),
            findings=in_order(folded(found)),
            shared=more,
        )

    def again(self, link: Link) -> "LinkCheck":
        """A changed link, judged by the same house rules and tables. Raises EndError.

        What only the whole plan shows is kept where the change does not touch it.
        """
        new = check_link(link, self.budget.rules, self.budget.tables)
        if not self.shared:
            return new
        return new.with_findings(still_true(self.shared, self.budget.link, link))


def check_link(link: Link, rules: HouseRules, tables: Tables = STANDARD) -> LinkCheck:
    """Judge one link by the plan's house rules. Raises EndError where an end makes no sense.

    `tables` are the standard ones with the plan's own parts.
    """
    sums = budget(link, rules, tables)
    crossing, found = polarity(sums)
    found = (
        check_pairing(sums)
        + check_ports(sums)
        + check_glass(sums)
        + check_conditioning(sums)
        + check_mating(sums)
        + check_reflectance(sums)
        + check_multiplexers(sums)
        + found
        + check_reach(sums)
        + check_dispersion(sums)
        + check_future(sums)
        + check_loss(sums)
        + check_light(sums)
        + check_confidence(sums)
    )
    return LinkCheck(_verdict(sums, found), crossing, in_order(folded(found)), sums)


def check_all(
    links: Iterable[Link], rules: HouseRules, tables: Tables = STANDARD
) -> list[LinkCheck]:
    """Judge many links, each by itself. Raises EndError."""
    with many_things():
        return [check_link(link, rules, tables) for link in links]


def _verdict(sums: Budget, found: list[Finding]) -> Verdict:
    if any(f.rule.severity == STOP for f in found):
        return FAILS
    margins = [d.margin_db for d in sums.directions]
    if sums.reach.m is None or any(m is None for m in margins):
        return VERDICT_UNKNOWN
    if any(m is not None and m < -EXACT for m in margins):
        return VERDICT_UNKNOWN  # by house rule it waits for a measured loss
    if any(m is not None and m < sums.rules.tight_below_db - EXACT for m in margins):
        return TIGHT
    return WORKS
