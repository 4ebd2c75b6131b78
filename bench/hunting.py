"""The hunt against a fixed list, over seeded faults: python -m bench.hunting

Both note what they see by the same table and convict a cause at nine in ten; only the order of
looking differs. A conviction costs ten minutes, right or wrong; a wrong one is struck out.
"""

from collections.abc import Callable
from dataclasses import replace
from random import Random
from statistics import mean

from passerelle.core.hunting.causes import Cause, causes
from passerelle.core.hunting.hunt import Step, steps_of
from passerelle.core.hunting.odds import (
    expected,
    lamp_off,
    looked_likelihood,
    posterior,
    sends_nothing,
    shares,
)
from passerelle.core.hunting.seen import EndSeen, Seen
from passerelle.core.judge.check import LinkCheck
from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.ends import Side
from passerelle.core.tables.hunting import SIGHTS
from passerelle.demo_data import demo_plan

SURE, CONVICTION_MIN, MOST_STEPS = 0.9, 10.0, 40
LIST = (
    "module a changed", "module b changed", "trace clean", "pair flipped", "end a clean",
    "end b clean", "speeds alike", "rx a", "rx b", "red light seen", "tx a", "tx b", "lamp a",
    "lamp b", "errors a", "errors b", "cord a changed", "cord b changed",
)  # fmt: skip
"""In the order of habit: modules, glass, crossed pair, dirt, speed, light."""
Choose = Callable[[list[Step]], Step | None]


def best(steps: list[Step]) -> Step | None:
    """What tells most per minute."""
    return max(steps, key=lambda one: one.per_minute, default=None)


def by_list(steps: list[Step]) -> Step | None:
    """What comes next on the list."""
    return min(steps, key=lambda one: LIST.index(one.key), default=None)


def _with(seen: Seen, end: Side, told: EndSeen) -> Seen:
    return replace(seen, a=told) if end == "a" else replace(seen, b=told)


def noted(true: Cause, judged: LinkCheck, seen: Seen, key: str, chance: Random) -> Seen | None:
    """What is seen when a step is taken; None: the link comes up, or a trace shows the place."""
    if key.split(maxsplit=1)[0] in ("rx", "tx", "lamp", "errors"):
        kind, named = key.split()
        end: Side = "a" if named == "a" else "b"
        told = seen.of(end)
        if kind == "rx":
            share = shares(true, end)
            state = chance.choices(list(share), list(share.values()))[0]
            due = expected(judged, end, seen)
            away = {"low": (due.dbm or 0) - 6, "high": (due.most_dbm or 0) + 1}
            middle = away.get(state, due.dbm)
            level = None if state == "none" else chance.gauss(middle or 0.0, due.spread_db)
            return _with(seen, end, replace(told, levels={**told.levels, "rx": level}))
        if kind == "tx":
            sent = None if chance.random() < sends_nothing(true, end) else -5.5
            return _with(seen, end, replace(told, levels={**told.levels, "tx": sent}))
        if kind == "lamp":
            off = chance.random() < lamp_off(true)
            return _with(seen, end, EndSeen(told.levels, "off" if off else "on"))
        count = float(chance.random() < true.row.errors)
        return replace(seen, errors={**seen.errors, end: (count, 60.0)})
    hit = chance.random() < looked_likelihood(true, key)
    sight = next((one for one in SIGHTS if one.said == key), None)
    if sight is None or sight.otherwise is None:
        return replace(seen, looked=(*seen.looked, key)) if hit else None
    return replace(seen, looked=(*seen.looked, key if hit else sight.otherwise))


def minutes(judged: LinkCheck, seed: int, choose: Choose) -> float | None:
    """Minutes until the cause is found; None where it is not."""
    chance = Random(seed)
    left = causes(judged)
    true = chance.choices(left, [one.weight for one in left])[0]
    seen, spent, done = Seen(), 0.0, set[str]()
    for _ in range(MOST_STEPS):
        odds = posterior(left, judged, seen)
        top = max(range(len(left)), key=odds.__getitem__)
        steps = [one for one in steps_of(left, odds, seen) if one.key not in done]
        step = choose(steps)
        if odds[top] >= SURE or step is None:
            spent += CONVICTION_MIN
            if left[top] is true:
                return spent
            left = [one for one in left if one is not left[top]]
            continue
        spent += step.minutes
        done.add(step.key)
        after = noted(true, judged, seen, step.key, chance)
        if after is None:
            return spent
        seen = after
    return None


def main(cases: int = 1000) -> None:
    """Print mean minutes of both."""
    judged = next(
        one for one in check(demo_plan()).links
        if one.budget.link.name == "Instrument Hall – Cabinet 6"
    )  # fmt: skip
    for name, choose in (("by information", best), ("fixed list", by_list)):
        spent = [minutes(judged, seed, choose) for seed in range(cases)]
        found = [one for one in spent if one is not None]
        print(f"{name:15} {mean(found):5.1f} min on average, {cases - len(found)} not found")


if __name__ == "__main__":
    main()
