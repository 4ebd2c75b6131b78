"""The first hour: six steps through a small job on the real screens, from two huts to a signature.

It is done in a plan of its own. What is done is read off the plan, so that it can be left and taken
up again anywhere, and done in another order.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Final

from passerelle.core.choice.planned import as_asked
from passerelle.core.judge.answering import answer
from passerelle.core.judge.check import TIGHT, WORKS
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.measuring.sheet import sheets_of
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.turnup import SignOffFact
from passerelle.core.words import counted

PLAN_NAME: Final = "First hour: two huts"
Stands = Callable[[PlanCheck, Facts], tuple[bool, str]]


@dataclass(frozen=True, slots=True)
class Step:
    """A step. pier : the view that it is done in, '' for all links, 'light' and 'turnup' with the
    link. stands : whether it is done, and how far it is in words."""

    key: str
    name: str
    do: str
    why: str
    pier: str
    stands: Stands


@dataclass(frozen=True, slots=True)
class StepNow:
    """A step as it stands."""

    step: Step
    done: bool
    skipped: bool
    says: str


def _survey(check: PlanCheck, _facts: Facts) -> tuple[bool, str]:
    places, ways = len(check.plan.places), len(check.plan.pathways)
    says = f"{counted(places, 'place')} and {counted(ways, 'pathway')} recorded."
    if any(one.length_from is None for one in check.plan.pathways):
        says += " How the length is known is not said yet."
    return places >= 2 and ways >= 1, says


def _need(check: PlanCheck, _facts: Facts) -> tuple[bool, str]:
    whole = [one for one in check.plan.needs if as_asked(one) is not None]
    if check.plan.links and not check.plan.needs:
        return True, "There is a link already, put in without a need."
    return bool(whole), f"{counted(len(whole), 'need')} said whole."


def _taken(check: PlanCheck, _facts: Facts) -> tuple[bool, str]:
    return bool(check.alone), f"{counted(len(check.alone), 'link')} in the plan."


def _judged(check: PlanCheck, _facts: Facts) -> tuple[bool, str]:
    if not check.alone:
        return False, "There is no link to judge yet."
    link = check.links[0]
    return link.verdict in (WORKS, TIGHT), f"{link.budget.link.name}: {answer(link)}."


def _tested(check: PlanCheck, facts: Facts) -> tuple[bool, str]:
    rows = [row for one in sheets_of(check, facts).sheets for row in one.rows
            if row.tested.run.links]  # fmt: skip
    good = sum(row.state == "passes" for row in rows)
    read = sum(row.state != "open" for row in rows)
    if not check.alone:
        return False, "There is no link yet."
    if not rows:
        return False, "No strand of a link can be tested yet: its cable has no panels at both ends."
    says = f"{good} of {counted(len(rows), 'strand')} that the link uses pass."
    if good < read == len(rows):
        says += " What fails is cleaned and read again; here it may stay open."
    return read == len(rows), says


def _signed(_check: PlanCheck, facts: Facts) -> tuple[bool, str]:
    signed = sum(isinstance(one, SignOffFact) for one in facts.all)
    return signed > 0, "Signed off." if signed else "Nobody has signed yet."


STEPS: Final = (
    Step("survey", "Two huts and a duct",
         "Record two places, North Hut and South Hut, and a duct of 180 m between them, measured.",
         "Everything else is worked out from what lies where. A length that was measured is worth "
         "more than one off a drawing.", "survey", _survey),
    Step("need", "Say what is wanted",
         "Type one line: 10G from North Hut to South Hut, 25G later.",
         "A need comes before a product: how far, how fast, and how fast one day.", "need", _need),
    Step("take", "Take a way to build it",
         "Look at the ranked ways, open why the first is first, and take one.",
         "A way that is taken becomes a link on a cable, with every part in its place.", "need",
         _taken),
    Step("judge", "See that it will come up",
         "Open the link in Light: read the verdict, and follow a strand under Polarity.",
         "Loss, level, plugs and crossing are known before anything is bought.", "light", _judged),
    Step("test", "Test what was laid",
         "In Test, set the reference and let the simulated instruments read each strand that the "
         "link uses.", "A strand that was never read is not known to work. The instruments here "
         "are simulated, and say so.", "test", _tested),
    Step("sign", "Bring it up, and sign",
         "In Turn-up, read both ends, count errors, and sign off what was seen.",
         "The record is kept as it was: two years later somebody knows why.", "turnup", _signed),
)  # fmt: skip


def new_plan() -> Plan:
    """The plan that the first hour is done in: empty."""
    return Plan(PLAN_NAME)


def stands(check: PlanCheck, facts: Facts, skipped: tuple[str, ...]) -> tuple[StepNow, ...]:
    """Every step as it stands."""
    found = []
    for step in STEPS:
        done, says = step.stands(check, facts)
        found.append(StepNow(step, done, step.key in skipped and not done, says))
    return tuple(found)


def at(steps: tuple[StepNow, ...]) -> StepNow | None:
    """The step that is next: the first that is neither done nor skipped."""
    return next((one for one in steps if not one.done and not one.skipped), None)
