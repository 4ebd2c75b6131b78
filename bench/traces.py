"""Simulated traces with known faults: what is found, what is missed, what is false, metres off."""

from collections import Counter, defaultdict
from dataclasses import dataclass, field
from random import Random
from statistics import quantiles

from passerelle.core.judge.wholeplan import PlanCheck, check
from passerelle.core.measuring.runs import LeftOut, TestRun, permanent_runs
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.tracing.layout import Layout, laid_out
from passerelle.core.tracing.match import groups_of, merged_m
from passerelle.core.tracing.predict import Settings
from passerelle.core.tracing.settings import advised
from passerelle.core.tracing.study import Study, Taken, study
from passerelle.demo_data import demo_plan
from passerelle.instruments.hidden import Fault, FaultKind, Hidden
from passerelle.instruments.tracer import taken

RUNS = ("P-07/3", "H-06/5", "R-01/7", "C-06/2", "F-01/4", "X-11/3")
CASES: tuple[FaultKind | None, ...] = (None, "bend", "bend", "break", "bad joint", "dirty end")
NAMES = {"bend": ("bend",), "break": ("break",), "bad joint": ("bad joint", "dirty end"),
         "dirty end": ("dirty end", "bad joint")}  # fmt: skip
VISIBLE_DB = 0.1
"""Steps over this are counted as ones that should be seen. [dB]"""


@dataclass
class Score:
    """What came of the cases. off_m : how far from the true place a fault was put. [m]"""

    hit: int = 0
    miss: int = 0
    false: int = 0
    traces: int = 0
    faults: defaultdict[str, Counter[str]] = field(default_factory=lambda: defaultdict(Counter))
    off_m: list[float] = field(default_factory=list)


def case(judged: PlanCheck, run: TestRun, seed: int) -> tuple[Study, Layout, Fault | None, Layout]:
    """One hidden run, its traces at two wavelengths from one end, and what they are taken for."""
    chance = Random(seed)
    kind = CASES[seed % len(CASES)]
    fault = None
    if kind is not None:
        share = chance.uniform(0.15, 0.85)
        fault = Fault(kind, run.id, 0.05 if kind == "bend" else chance.uniform(0.6, 1.5),
                      chance.uniform(0.35, 1.5), at=share)  # fmt: skip
    hidden = Hidden(seed, (fault,) if fault else ())
    rules = HouseRules()
    advice = advised(run, 1550.0, rules)
    made = []
    real = None
    for nm in (1550.0, 1310.0):
        layout = laid_out(run, nm, rules, launch=advice.launch_m, receive=advice.receive_m)
        settings = Settings(advice.pulse_ns, advice.averages)
        trace, there = taken(hidden, run, layout, settings)
        real = real or there
        made.append(Taken(trace.level_db, trace.spacing_m, trace.pulse_ns, trace.index, nm, 0.0,
                          layout.backscatter_db))  # fmt: skip
    assert real is not None
    found = study(judged.plant, run, rules, made[0], launch_m=advice.launch_m,
                  receive_m=advice.receive_m, also=made[1])  # fmt: skip
    return found, found.layout, fault, real


def score(cases: int) -> Score:
    """All cases."""
    judged = check(demo_plan())
    runs = {r.name: r for r in permanent_runs(judged) if not isinstance(r, LeftOut)}
    total = Score()
    for seed in range(cases):
        names = RUNS[:-1] if CASES[seed % len(CASES)] == "bad joint" else RUNS  # no splice there
        run = runs[names[(seed // len(CASES)) % len(names)]]
        found, layout, fault, real = case(judged, run, seed)
        _count(total, found, layout, fault, real)
    return total


def _count(total: Score, found: Study, layout: Layout, fault: Fault | None, real: Layout) -> None:
    total.traces += 1
    pulse = advised_pulse(found)
    near = merged_m(pulse, layout.index) + 3
    truth = [
        g
        for g in groups_of(real, pulse)
        if g.kind == "end" or g.reflectance_db is not None or abs(g.loss_db) >= VISIBLE_DB
    ]
    seen = [one.event.m for one in found.found]
    for group in truth:
        hit = any(group.m - near <= m <= group.until_m + near for m in seen)
        total.hit += hit
        total.miss += not hit
    every = groups_of(real, pulse)
    total.false += sum(
        not any(g.m - near <= m <= g.until_m + near for g in every) for m in seen
    )  # fmt: skip
    kind = fault.kind if fault is not None else "none"
    mine = NAMES.get(kind, ())
    named = [one for one in found.faults if (one.kind in mine and one.sure) or one.kind == "break"]
    said = named[0].kind if named else (found.faults[0].kind if found.faults else "none")
    total.faults[kind][said if fault is None or said in mine else f"{said} (!)"] += 1
    if fault is not None and named and kind in ("bend", "break"):
        true_m = fault.at * (real.end_m - real.start_m) if kind == "bend" else (
            real.total_m - real.start_m
        )  # fmt: skip
        total.off_m.append(abs(named[0].m - true_m))


def advised_pulse(found: Study) -> float:
    """The pulse of a study's trace, from what its layout was advised. [ns]"""
    length = found.layout.end_m - found.layout.start_m
    return next(p for most, p in ((300, 10.0), (2000, 30.0), (10_000, 100.0), (40_000, 300.0))
                if length <= most)  # fmt: skip


def main(cases: int = 1000) -> None:
    """Print the tables."""
    made = score(cases)
    seen = made.hit + made.miss
    print(f"{made.traces} traces: {made.hit} of {seen} events seen ({made.hit / seen:.1%}), "
          f"{made.false} false ({made.false / made.traces:.3f} a trace)")  # fmt: skip
    for kind, said in made.faults.items():
        print(
            f"{kind:12} {said.total():4}: " + ", ".join(f"{k} {n}" for k, n in said.most_common())
        )
    if len(made.off_m) > 2:
        cuts = quantiles(made.off_m, n=20)
        print(f"metres off: p50 {cuts[9]:.1f}, p95 {cuts[18]:.1f} of {len(made.off_m)}")


if __name__ == "__main__":
    main()
