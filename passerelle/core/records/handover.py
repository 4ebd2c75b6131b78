"""At hand-over: where glass ran short, where more would be wanted, what to lay differently."""

from dataclasses import dataclass

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.turnup import HandOverFact

from .free import Free

SHORT = 0.2
"""A pair of places with less than this share of its strands free ran short. A planning value."""
QUESTIONS = {
    "short": "Where did glass run short?",
    "wanted": "Where would more be wanted?",
    "differently": "What would you lay differently?",
}


@dataclass(frozen=True, slots=True)
class Short:
    """A pair of places with little glass left. free, of : strands."""

    places: tuple[str, str]
    free: int
    of: int


def ran_short(free: Free) -> tuple[Short, ...]:
    """Pairs of places with little free glass, those with none first."""
    found = []
    for places, one in free.pairs.items():
        of = sum(run.of for run in one.runs)
        if of and one.count < SHORT * of:
            found.append(Short(places, one.count, of))
    return tuple(sorted(found, key=lambda one: (one.free / one.of, -one.of, one.places)))


def answers(facts: Facts) -> tuple[HandOverFact, ...]:
    """What was answered at hand-over, and stands."""
    return tuple(one for one in facts.standing if isinstance(one, HandOverFact))


def unsigned(check: PlanCheck, signed: frozenset[str]) -> tuple[str, ...]:
    """Names of links that nobody signed off."""
    return tuple(
        one.budget.link.name for key, one in check.alone.items() if key not in signed
    )  # fmt: skip
