"""Traces of a plan as it stands: which belong together, and what they say, worked out once."""

from dataclasses import dataclass

from passerelle.api.context import Context, Judged
from passerelle.core.measuring.runs import TestRun
from passerelle.core.measuring.sheet import Sheet
from passerelle.core.measuring.told import TestFinding, explained
from passerelle.core.plan.testing import TraceFact
from passerelle.core.tracing.meant import of_trace
from passerelle.core.tracing.study import Study, as_taken, study
from passerelle.formats.sor.reading import read_sor
from passerelle.formats.sor.record import TraceFile

MOST = 24
"""Traces of a sheet that are looked at; each takes a tenth of a second or so."""


@dataclass(frozen=True, slots=True)
class Studied:
    """A trace with those that belong to it. also : of the other wavelength. back : from the other
    end. since : the first one of the same kind."""

    made: Study
    files: dict[str, TraceFile]
    also: TraceFact | None
    back: TraceFact | None
    since: TraceFact | None


def traces_of(now: Judged, run: str) -> list[TraceFact]:
    """The traces of a run that stand, oldest first."""
    facts = now.held.facts.standing
    mine = [one for one in facts if isinstance(one, TraceFact) and one.run == run]
    return sorted(mine, key=lambda one: one.at)


def study_of(ctx: Context, now: Judged, run: TestRun, fact: TraceFact) -> Studied:
    """A trace against the plan, together with those of the other wavelength and the other end."""
    others = [one for one in traces_of(now, fact.run) if one.id != fact.id]
    also = next((o for o in reversed(others)
                 if o.direction == fact.direction and abs(o.nm - fact.nm) > 50), None)  # fmt: skip
    back = next((o for o in reversed(others)
                 if o.direction != fact.direction and abs(o.nm - fact.nm) <= 50), None)  # fmt: skip
    since = next((o for o in others if o.direction == fact.direction
                  and abs(o.nm - fact.nm) <= 50 and o.at < fact.at), None)  # fmt: skip
    files = {one.id: read_sor(ctx.files.get(one.file))
             for one in (fact, also, back, since) if one is not None}  # fmt: skip
    taken = {key: as_taken(file) for key, file in files.items()}
    made = study(
        now.check.plant, run, now.check.plan.house_rules, taken[fact.id],
        turned=fact.direction == "b-a", launch_m=fact.launch_m, receive_m=fact.receive_m,
        also=taken[also.id] if also else None, back=taken[back.id] if back else None,
        tables=now.check.site.tables,
    )  # fmt: skip
    return Studied(made, files, also, back, since)


def said_by_traces(ctx: Context, now: Judged, sheet: Sheet) -> tuple[TestFinding, ...]:
    """What the newest trace of each run of a sheet says, at its longest wavelength."""
    found: list[TestFinding] = []
    looked = 0
    for row in sheet.rows:
        mine = traces_of(now, row.run.id)
        if not mine or looked == MOST:
            continue
        looked += 1
        newest = max(mine, key=lambda one: (one.nm, one.at))
        found += _said(ctx, now, sheet, newest)
    return explained(found)


def _said(ctx: Context, now: Judged, sheet: Sheet, fact: TraceFact) -> tuple[TestFinding, ...]:
    key = ("trace", now.held.plan_id, fact.id)
    known = ctx.tests.get(key)
    if known is not None and known[0] is now.check and known[1] is now.held.facts:
        found: tuple[TestFinding, ...] = known[2]
        return found
    row = next(one for one in sheet.rows if one.run.id == fact.run)
    one = study_of(ctx, now, row.run, fact)
    made = tuple(of_trace(sheet, row, one.made, both_ends=one.back is not None))
    ctx.tests[key] = (now.check, now.held.facts, made)
    return made
