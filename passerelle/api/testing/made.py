"""Sheets of a plan as it stands and what they mean, worked out once for each state."""

from collections.abc import Mapping
from dataclasses import dataclass, replace

from passerelle.api.context import Context, Judged
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.many import many_things
from passerelle.core.measuring.meanings import doubted, of_orphans, said_of, unproven
from passerelle.core.measuring.runs import RunKind
from passerelle.core.measuring.sheet import Sheets, sheets_of
from passerelle.core.measuring.told import TestFinding
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.testing import Method, Stage


@dataclass(frozen=True, slots=True)
class Read:
    """Sheets of a kind, each with what its readings mean. more : what belongs to no sheet."""

    sheets: Sheets
    meant: Mapping[str, tuple[TestFinding, ...]]
    more: tuple[TestFinding, ...]

    @property
    def findings(self) -> list[TestFinding]:
        """Everything that is said, sheet by sheet."""
        return [*(one for found in self.meant.values() for one in found), *self.more]


def read_now(
    ctx: Context, now: Judged, kind: RunKind = "permanent", method: Method | None = None,
    stage: Stage = "laid",
) -> Read:  # fmt: skip
    """The sheets of a kind; kept as long as plan and facts are the same."""
    key = (now.held.plan_id, kind, method, stage)
    known: tuple[PlanCheck, Facts, Read] | None = ctx.tests.get(key)
    if known is not None and known[0] is now.check and known[1] is now.held.facts:
        return known[2]
    with many_things():
        made = _read(now, sheets_of(now.check, now.held.facts, kind, method, stage))
    ctx.tests[key] = (now.check, now.held.facts, made)
    return made


def _read(now: Judged, made: Sheets) -> Read:
    meant = {one.key: said_of(made, one, now.held.facts) for one in made.sheets}
    sheets = tuple(doubted(one, meant[one.key]) for one in made.sheets)
    more: tuple[TestFinding, ...] = ()
    if made.kind == "permanent":
        more = (*unproven(now.check, made), *of_orphans(made.orphans))
    return Read(replace(made, sheets=sheets), meant, more)
