"""Two states of a plan side by side: things, answers, materials and what they cost."""

from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from passerelle.core.judge.answering import answer
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.materials.lines import Line
from passerelle.core.materials.materials import Materials
from passerelle.core.plan.plan import KEYS, name_of
from passerelle.core.words import in_metres

Outcome = Literal["added", "gone", "changed"]


@dataclass(frozen=True, slots=True)
class ThingChange:
    """A thing that is not as it was. before : its earlier name, where that changed."""

    kind: str
    name: str
    outcome: Outcome
    id: str
    before: str | None = None


@dataclass(frozen=True, slots=True)
class AnswerChange:
    """A link that is in both states and whose answer differs. margin : None: not known. [dB]"""

    link: str
    before: str
    after: str
    margin_before: float | None
    margin_after: float | None


@dataclass(frozen=True, slots=True)
class MaterialChange:
    """What to buy more of, or to take back where it is negative. quantity : pieces or metres."""

    item: str
    what: str
    unit: str
    quantity: float
    price: float | None


@dataclass(frozen=True, slots=True)
class Comparison:
    """What became of a plan. totals, hours : before and after; None: no total."""

    things: tuple[ThingChange, ...]
    answers: tuple[AnswerChange, ...]
    materials: tuple[MaterialChange, ...]
    totals: tuple[float | None, float | None]
    hours: tuple[float, float]


def compared(old: PlanCheck, new: PlanCheck, had: Materials, has: Materials) -> Comparison:
    """Compare a state of a plan with a later one. had, has : the materials of each."""
    return Comparison(
        tuple(_things(old, new)), tuple(_answers(old, new)), tuple(_materials(had, has)),
        (had.total, has.total), (had.labour.hours, has.labour.hours),
    )  # fmt: skip


def _things(old: PlanCheck, new: PlanCheck) -> Iterator[ThingChange]:
    for kind in KEYS:
        before, after = old.plan.things(kind).by_id, new.plan.things(kind).by_id
        for key, one in before.items():
            if key not in after:
                yield ThingChange(kind, name_of(one), "gone", key)
        for key, one in after.items():
            was = before.get(key)
            if was is None:
                yield ThingChange(kind, name_of(one), "added", key)
            elif was != one:
                earlier = name_of(was) if name_of(was) != name_of(one) else None
                yield ThingChange(kind, name_of(one), "changed", key, earlier)


def _answers(old: PlanCheck, new: PlanCheck) -> Iterator[AnswerChange]:
    for key in new.alone:
        if key not in old.alone:
            continue
        was, now = old.of(key), new.of(key)
        before, after = in_metres(answer(was)), in_metres(answer(now))
        if before != after:
            yield AnswerChange(
                now.budget.link.name, before, after,
                None if was.voided else was.margin_db, None if now.voided else now.margin_db,
            )  # fmt: skip


def _materials(had: Materials, has: Materials) -> Iterator[MaterialChange]:
    sums: defaultdict[tuple[str, str, str], list[float]] = defaultdict(lambda: [0.0, 0.0])
    prices: dict[tuple[str, str, str], float | None] = {}
    for at, made in enumerate((had, has)):
        for line in made.lines:
            sums[_kind(line)][at] += line.buy
            prices[_kind(line)] = line.price
    for kind, (before, after) in sums.items():
        if abs(after - before) > 1e-9:
            yield MaterialChange(*kind, after - before, prices[kind])


def _kind(line: Line) -> tuple[str, str, str]:
    return line.item, line.what, line.unit
