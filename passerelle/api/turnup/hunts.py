"""A hunt for the screen: odds in words, the next look with its keys, what each answer leads to."""

from typing import Literal

from passerelle.core.hunting.hunt import Step, Suspect, hunt
from passerelle.core.hunting.seen import Seen
from passerelle.core.judge.check import LinkCheck
from passerelle.core.judge.naming import with_names
from passerelle.core.light.explain import part_name
from passerelle.core.tables.turnup import REMEDIES
from passerelle.core.turnup.hunted import COMES_UP, Hunted, seen_by, with_answer
from passerelle.core.turnup.link import TurnUp, needs_hunt
from passerelle.core.words import signed

from . import schemas

SURE = 0.9
"""From here on a cause is taken as found, and its remedy is offered first."""
RULED_OUT = 0.005
MOST_LOOKS = 3
LEVEL_WORDS = {"none": "no light", "low": "low", "normal": "as planned", "high": "too much"}


def hunt_view(one: TurnUp) -> schemas.HuntView | None:
    """The newest hunt, or how one would begin; None where there is nothing to hunt."""
    told = one.hunted
    ended = told is not None and (told.over is not None or told.helped is not None)
    if told is None or (ended and needs_hunt(one) and not _since(one, told)):
        if not needs_hunt(one):
            return None
        return _view(one, None, seen_by(one.check, one.of))
    return _view(one, told, told.seen)


def _since(one: TurnUp, told: Hunted) -> bool:
    """Whether nothing was read since a hunt ended."""
    newest = max((read[-1].at for read in one.of.modules.values()), default="")
    return told.steps[-1].at >= newest


def _view(one: TurnUp, told: Hunted | None, seen: Seen) -> schemas.HuntView:
    check = one.check
    made = hunt(check, seen, one.practice)
    link = check.budget.link
    over = told is not None and (told.over is not None or told.helped is not None)
    remedy = REMEDIES.get(told.cause or "") if told is not None else None
    known = [one for one in made.suspects if one.probability >= RULED_OUT]
    out = [one for one in made.suspects if one.probability < RULED_OUT]
    return schemas.HuntView(
        id=told.id if told is not None else None,
        steps=[
            schemas.HuntStepView(id=step.id, do=with_names(_done(step.look), link),
                             answer=_answered(step.answer, step.dbm), who=step.who, at=step.at,
                             simulated=step.simulated)
            for step in (told.steps if told is not None else ()) if step.look != "begin"
        ],
        causes=[_cause(check, one) for one in known[:8]],
        ruled_out=[with_names(_named(one), link) for one in out[:8]],
        next=[] if over else [_look(one, seen, step) for step in
                              made.next[:MOST_LOOKS]],
        over=over, ended=_ended(one, told) if over and told is not None else None,
        remedy=remedy.do if remedy is not None else None,
        remedy_minutes=remedy.minutes if remedy is not None else None,
        remedy_task=remedy.task if remedy is not None else None,
        strands=bool(known) and known[0].cause.row.id in ("pair-crossed", "wrong-strand"),
    )  # fmt: skip


def _ended(one: TurnUp, told: Hunted) -> str:
    if told.helped is not None:
        return with_names(f"It came up: {_done(told.helped).lower()}", one.check.budget.link)
    cause = told.cause or ""
    words = next((s.cause.row.words for s in told.now.suspects if s.cause.row.id == cause), cause)
    return f"Taken as the cause: {words}"


def _named(one: Suspect) -> str:
    return one.cause.row.words + (f" at end {one.cause.end}" if one.cause.end else "")


def _cause(check: LinkCheck, one: Suspect) -> schemas.CauseView:
    parts = check.budget.link.path.parts
    named = [part_name(parts[at], at) for at in one.cause.at[:3] if at < len(parts)]
    return schemas.CauseView(
        id=one.cause.row.id, cause=with_names(_named(one), check.budget.link), end=one.cause.end,
        where=", ".join(named), probability=round(one.probability, 4),
        why=with_names(one.cause.why, check.budget.link), source=one.cause.row.source,
    )  # fmt: skip


def _look(one: TurnUp, seen: Seen, step: Step) -> schemas.LookView:
    check = one.check
    kind = step.key.partition(" ")[0]
    asks: Literal["level", "count"] | None = (
        "level" if kind in ("rx", "tx") else "count" if kind == "errors" else None
    )
    return schemas.LookView(
        look=step.key, do=with_names(step.do, check.budget.link), minutes=round(step.minutes, 1),
        fetch_min=round(one.practice.fetch_min.get(step.key, 0.0), 1),
        gain_bits=round(step.gain_bits, 3), asks=asks,
        outcomes=[
            schemas.OutcomeView(key=str(n), answer=LEVEL_WORDS.get(name, name),
                                probability=round(share, 4),
                                then=_then(one, seen, step, name))
            for n, (name, share) in enumerate(step.shows, 1)
        ],
    )  # fmt: skip


def _then(one: TurnUp, seen: Seen, step: Step, answer: str) -> str:
    """What an answer leads to: the likeliest cause afterwards, with its odds."""
    if answer == COMES_UP:
        return "it runs: read the levels"
    after = with_answer(seen, step.key, answer)
    if after is None:
        return ""
    top = hunt(one.check, after, one.practice).suspects[0]
    told = f"then {_named(top)}, {100 * top.probability:.0f} %"
    return with_names(told, one.check.budget.link)


def _done(look: str) -> str:
    kind, _, rest = look.partition(" ")
    words = {"rx": f"Received level at end {rest}", "tx": f"What end {rest} sends",
             "lamp": f"Lamp of end {rest}", "errors": f"Errors at end {rest}"}  # fmt: skip
    if kind in words and rest in ("a", "b"):
        return words[kind]
    return look[0].upper() + look[1:] if look != "end" else "The cause"


def _answered(answer: str, dbm: object) -> str:
    return signed(f"{dbm:.1f} dBm") if isinstance(dbm, float | int) else answer
