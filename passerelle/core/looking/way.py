"""The way through the job: what each step has, what it still needs, and the next act."""

from dataclasses import dataclass
from typing import Literal

from passerelle.core.choice.planned import as_asked
from passerelle.core.judge.about import About
from passerelle.core.judge.check import FAILS, VERDICT_UNKNOWN, LinkCheck
from passerelle.core.judge.findings import in_order
from passerelle.core.judge.rules import NOTE, Step
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.plan.needs import WANTED
from passerelle.core.plan.plan import STEPS_OF_JOB, StepOfJob
from passerelle.core.words import counted

from .looks import LOOK_FOR
from .plant import Blank, blanks

State = Literal["nothing", "open", "done", "not needed"]
"""nothing : there is nothing to judge yet, which is not the same as done."""


@dataclass(frozen=True, slots=True)
class Act:
    """The next thing to do. kind, name : what of the plan it is about; blank, where it is new."""

    do: str
    kind: str = ""
    name: str = ""


@dataclass(frozen=True, slots=True)
class StepOfWay:
    """One step. done, of : how many of its things want nothing more, of how many.

    says : what it needs, in a sentence. act : the next thing to do there; None where there is none.
    """

    step: StepOfJob
    state: State
    says: str
    done: int
    of: int
    act: Act | None


def the_way(check: PlanCheck) -> tuple[StepOfWay, ...]:
    """Every step of the job, in order. A closed step keeps its figures, and asks for nothing."""
    missing = tuple(blanks(check.plant))
    made = {
        "survey": _survey(check, missing),
        "need": _needs(check),
        "route": _route(check, missing),
        "light": _light(check),
        "polarity": _polarity(check),
    }
    return tuple(_closed(check, made[step]) for step in STEPS_OF_JOB)


def next_act(way: tuple[StepOfWay, ...]) -> StepOfWay | None:
    """The step whose act comes first: the earliest that is open, else the first to begin with.

    An empty plan begins with a need: one line is enough for a first verdict, and places come with
    it. None where every step is done, closed or has nothing to do.
    """
    acting = [one for one in way if one.act is not None]
    opened = [one for one in acting if one.state == "open"]
    begun = any(one.of for one in way)
    if opened:
        return opened[0]
    first = [one for one in acting if begun or one.step == "need"]
    return first[0] if first else next(iter(acting), None)


def _closed(check: PlanCheck, one: StepOfWay) -> StepOfWay:
    if one.step not in check.plan.not_needed:
        return one
    return StepOfWay(one.step, "not needed", "Closed for this job.", one.done, one.of, None)


def _made(step: StepOfJob, done: int, of: int, says: str, act: Act | None) -> StepOfWay:
    state: State = "nothing" if of == 0 else "done" if done == of and act is None else "open"
    return StepOfWay(step, state, says, done, of, act)


def _survey(check: PlanCheck, missing: tuple[Blank, ...]) -> StepOfWay:
    plan = check.plan
    of = len(plan.places) + len(plan.pathways)
    if of == 0:
        says = "No place is recorded. A link can be judged without, by its length."
        return _made("survey", 0, 0, says, Act("Record the first place"))
    found = _about(check, "survey")
    lacking = [one for one in missing if one.kind in ("place", "pathway")]
    odd = {one.name for one in found if one.sort in ("place", "pathway")}
    odd |= {one.name for one in lacking}
    act = _worst(found) or _next_look(lacking)
    says = _sum(
        f"{counted(len(plan.places), 'place')}, {counted(len(plan.pathways), 'pathway')}",
        found, lacking,
    )  # fmt: skip
    return _made("survey", of - len(odd), of, says, act)


def _needs(check: PlanCheck) -> StepOfWay:
    needs = check.plan.needs
    if not needs:
        if check.plan.links:
            says = "No need is recorded: the links were put in as they are."
            return _made("need", 0, 0, says, None)
        return _made("need", 0, 0, "Nothing is wanted yet.", Act("Say what is wanted"))
    wanted = [one for one in needs if one.state == WANTED]
    says = f"{len(needs) - len(wanted)} of {counted(len(needs), 'need')} chosen or built."
    act = None
    if wanted:
        first = wanted[0]
        do = "Choose a way for" if as_asked(first) is not None else "Say the rest of"
        act = Act(f"{do} {first.name}", "need", first.name)
    return _made("need", len(needs) - len(wanted), len(needs), says, act)


def _route(check: PlanCheck, missing: tuple[Blank, ...]) -> StepOfWay:
    cables = [one for one in check.plan.cables if not one.wish]
    if not cables:
        says = "No cable is recorded: which strands a link takes is not known."
        return _made("route", 0, 0, says, Act("Record the first cable"))
    found = _about(check, "route")
    lacking = [one for one in missing if one.kind == "cable"]
    odd = {one.name for one in found if one.sort == "cable"} | {one.name for one in lacking}
    done = sum(1 for one in cables if one.name not in odd)
    says = _sum(counted(len(cables), "cable"), found, lacking)
    return _made("route", done, len(cables), says, _worst(found) or _next_look(lacking))


def _light(check: PlanCheck) -> StepOfWay:
    links = check.links
    if not links:
        return _made("light", 0, 0, "There is no link to judge yet.", None)
    bad = [one for one in links if one.verdict == FAILS]
    open_ = [one for one in links if one.verdict == VERDICT_UNKNOWN]
    up = [one for one in links if one.verdict not in (FAILS, VERDICT_UNKNOWN)]
    warned = [one for one in up if _warned(one, "light")]
    parts = [f"{len(up)} of {counted(len(links), 'link')} would come up"]
    parts += [f"{len(open_)} not known"] if open_ else []
    parts += [f"{len(warned)} with a warning"] if warned else []
    act = None
    for these, word in ((bad, "Bring up"), (open_, "Find out about"), (warned, "Look at")):
        if these and act is None:
            act = Act(f"{word} {these[0].budget.link.name}", "link", these[0].budget.link.name)
    return _made("light", len(up) - len(warned), len(links), f"{', '.join(parts)}.", act)


def _polarity(check: PlanCheck) -> StepOfWay:
    links = check.links
    if not links:
        return _made("polarity", 0, 0, "There is no link to follow strand by strand yet.", None)
    odd = [one for one in links if _warned(one, "polarity")]
    says = f"{len(links) - len(odd)} of {counted(len(links), 'link')} without a question."
    act = None
    if odd:
        name = odd[0].budget.link.name
        act = Act(f"See the strands of {name}", "strands of link", name)
    return _made("polarity", len(links) - len(odd), len(links), says, act)


def _warned(link: LinkCheck, step: Step) -> bool:
    """Whether a finding of the step asks for something."""
    return any(f.rule.step == step and f.rule.severity != NOTE for f in link.findings)


def _about(check: PlanCheck, step: Step) -> list[About]:
    return [
        one for one in check.backbone
        if one.finding.rule.step == step and one.finding.rule.severity != NOTE
    ]  # fmt: skip


def _worst(found: list[About]) -> Act | None:
    """What to do about what is read first."""
    if not found:
        return None
    first = in_order([one.finding for one in found])[0]
    one = next(about for about in found if about.finding is first)
    return Act(f"{one.name}: {first.rule.title}", one.sort, one.name)


def _next_look(lacking: list[Blank]) -> Act | None:
    if not lacking:
        return None
    one = lacking[0]
    return Act(f"{one.name}: {LOOK_FOR[one.rule].do}", one.kind, one.name)


def _sum(first: str, found: list[About], lacking: list[Blank]) -> str:
    parts = [first]
    parts += [counted(len(found), "open finding")] if found else []
    parts += [f"{len(lacking)} not recorded or guessed"] if lacking else []
    return f"{', '.join(parts)}."
