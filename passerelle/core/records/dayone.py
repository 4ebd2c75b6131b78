"""Day one against today: the first reading of a run that stands, and the newest."""

from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass
from math import sqrt

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.measuring.judged import uncertainty
from passerelle.core.measuring.limits import mode_of
from passerelle.core.measuring.runs import LeftOut, TestRun, channel_runs, permanent_runs
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.testing import Direction, ReadingFact
from passerelle.core.plant.seen import counted_readings


@dataclass(frozen=True, slots=True)
class Since:
    """A run at a wavelength, one way. change_db : newest less first, of one method. [dB]

    sure_db : within this a change is no more than both readings' doubt; None: not known.
    """

    run: str
    name: str
    nm: float
    direction: Direction
    first: ReadingFact
    newest: ReadingFact
    change_db: float
    sure_db: float | None

    @property
    def changed(self) -> bool | None:
        """Whether it changed by more than the readings' doubt; None: that is not known."""
        return None if self.sure_db is None else abs(self.change_db) > self.sure_db


def since_day_one(check: PlanCheck, facts: Facts) -> tuple[Since, ...]:
    """Every run that was read more than once by one method, the greatest change first."""
    kept = counted_readings(check.plan, facts)
    if not kept:
        return ()
    found = [one for run in _runs(check, set(kept)) for one in _of(run, kept[run.id])]
    return tuple(sorted(found, key=lambda one: -abs(one.change_db)))


def _runs(check: PlanCheck, wanted: set[str]) -> Iterator[TestRun]:
    for run in (*permanent_runs(check), *channel_runs(check)):
        if not isinstance(run, LeftOut) and run.id in wanted:
            yield run


def _of(run: TestRun, readings: list[ReadingFact]) -> Iterator[Since]:
    by: defaultdict[tuple[float, Direction, str], list[ReadingFact]] = defaultdict(list)
    for one in sorted(readings, key=lambda one: one.at):
        by[one.nm, one.direction, one.method].append(one)
    for (nm, direction, _), told in by.items():
        if len(told) < 2:
            continue
        first, newest = told[0], told[-1]
        doubt = uncertainty(mode_of(run), first.method, first.launch or "encircled-flux")
        change = (newest.loss_db or 0.0) - (first.loss_db or 0.0)
        sure = None if doubt is None else sqrt(2) * doubt.at(first.loss_db or 0.0)
        yield Since(run.id, run.name, nm, direction, first, newest, change, sure)
