"""A change to a live plant, looked at beforehand: order, dark minutes, findings, tasks.

One crew works through the links one after the other; a link is dark from its first step until it is
brought up again, and with it whatever is reached through it alone.
"""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass, replace

from passerelle.core.changes.apply import applied
from passerelle.core.changes.change import Change, EditLink, Take
from passerelle.core.judge.check import LinkCheck
from passerelle.core.judge.findings import NOTE
from passerelle.core.judge.naming import with_names
from passerelle.core.judge.wholeplan import PlanCheck, check
from passerelle.core.light.edits import SetEnd
from passerelle.core.plan.changing import ChangeSet, LiveStep
from passerelle.core.plan.devices import Port
from passerelle.core.plan.ends import LinkEnd
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.visiting import PlannedTask, minutes_of
from passerelle.core.refused import Refused
from passerelle.core.tables import STANDARD
from passerelle.core.tables.turnup import CHANGES

from .net import Net, net_of, node_of

BRING_UP = "bring up"


@dataclass(frozen=True, slots=True)
class TimedStep:
    """A step in the order of work. from_min : after midnight. places : that are manned for it."""

    do: str
    link: str
    link_id: str
    from_min: float
    until_min: float
    places: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Dark:
    """A link that is dark for a while. through : it hangs on that one; None: its own change."""

    link: str
    link_id: str
    from_min: float
    until_min: float
    through: str | None

    @property
    def minutes(self) -> float:
        """How long. [min]"""
        return self.until_min - self.from_min


@dataclass(frozen=True, slots=True)
class Told:
    """What a link is before and after, and what is said of it that was not, or is not any more."""

    link: str
    before: str
    after: str
    margin_before: float | None
    margin_after: float | None
    new: tuple[str, ...]
    gone: tuple[str, ...]


@dataclass(frozen=True)
class Preview:
    """A change set as it would go. refused : steps that cannot be made, and why.

    both : redundancy groups of which two links are dark at once.
    """

    steps: tuple[TimedStep, ...]
    dark: tuple[Dark, ...]
    told: tuple[Told, ...]
    refused: tuple[tuple[str, str], ...]
    both: tuple[str, ...]
    changes: tuple[Change, ...]
    tasks: tuple[PlannedTask, ...]

    @property
    def minutes(self) -> float:
        """From the first step to the last. [min]"""
        return self.steps[-1].until_min - self.steps[0].from_min if self.steps else 0.0


def preview(judged: PlanCheck, given: ChangeSet) -> Preview:
    """What a change set would do. Nothing is stored."""
    plan = judged.plan
    by_name = {link.name: link for link in plan.links}
    changes: list[Change] = []
    refused: list[tuple[str, str]] = []
    fitting: list[LiveStep] = []
    now = plan
    for step in given.steps:
        link = now.links.by_name.get(step.link) if step.link in by_name else None
        try:
            if link is None:
                raise Refused("link", f"there is no link {step.link!r} in this plan")
            change = _change(link, step)
            now = applied(now, [change]).plan
        except Refused as error:
            refused.append((_words(step), error.reason))
            continue
        changes.append(change)
        fitting.append(step)
    after = check(now, judged)
    net = net_of(judged)
    ordered = _ordered(judged, net, fitting)
    steps = _timed(judged, ordered, minutes_of(given.starts))
    dark = _dark(judged, net, steps)
    return Preview(
        steps, dark, _told(judged, after, [by_name[one.link].id for one in fitting]),
        tuple(refused), _both(judged, dark), tuple(changes), _tasks(given, steps),
    )  # fmt: skip


def _change(link: PlannedLink, step: LiveStep) -> Change:
    """A step as a change of the plan. Raises Refused where it does not say enough."""
    if step.do == "cut-over":
        at = next((part.id for part in link.path
                   if isinstance(part, Segment) and part.kind == "cable"), None)  # fmt: skip
        if at is None:
            raise Refused("cable", f"“{link.name}” has no cable in its path to be cut over")
        if step.cable is None or not step.strands:
            raise Refused("strands", "say to which cable, and to which of its strands")
        return Take(link.id, at, step.cable, step.strands)
    if step.do == "module":
        if step.application is None:
            raise Refused("application", "say which application the new modules are of")
        row = STANDARD.applications.get(step.application)
        far = row.pairs_with if row is not None and row.pairs_with else step.application
        return EditLink(link.id, (SetEnd("a", _with(link.a, step.application)),
                                  SetEnd("b", _with(link.b, far))))  # fmt: skip
    if step.end is None:
        raise Refused("end", "say which end is moved")
    mine = link.a if step.end == "a" else link.b
    port = mine.port or Port()
    if step.group is not None or step.number is not None:
        port = replace(port, group=step.group, number=step.number, set_gbps=None)
    moved = replace(mine, place=step.place or mine.place, device=step.device or mine.device,
                    port=port if port != Port() else None)  # fmt: skip
    if moved == mine:
        raise Refused("place", "say where that end goes: another place, device or port")
    return EditLink(link.id, (SetEnd(step.end, moved),))


def _with(end: LinkEnd, application: str) -> LinkEnd:
    """An end with modules of another application: what was recorded of the old one goes."""
    return replace(end, application=application, module=None)


def _words(step: LiveStep) -> str:
    told = {"move": f"move end {step.end or '?'}", "module": f"modules {step.application or '?'}",
            "cut-over": f"cut over to {step.cable or '?'}"}  # fmt: skip
    return f"{step.link}: {told[step.do]}"


def _ordered(judged: PlanCheck, net: Net, steps: Iterable[LiveStep]) -> list[list[LiveStep]]:
    """Steps of one link together, the farthest first: a nearer one cuts off what is behind."""
    ids = {one.budget.link.name: key for key, one in judged.alone.items()}
    groups: dict[str, list[LiveStep]] = {}
    for step in steps:
        groups.setdefault(step.link, []).append(step)

    def hops(name: str) -> int:
        nodes = (node_of(judged, ids[name], "a"), node_of(judged, ids[name], "b"))
        return max((net.way(node).hops or 0 for node in nodes if node is not None), default=0)

    return [groups[name] for name in sorted(groups, key=lambda name: -hops(name))]


def _timed(
    judged: PlanCheck, ordered: list[list[LiveStep]], starts: float
) -> tuple[TimedStep, ...]:
    ids = {one.budget.link.name: key for key, one in judged.alone.items()}
    at, made = float(starts), []
    for group in ordered:
        key = ids[group[0].link]
        link = judged.of(key).budget.link
        places = tuple(dict.fromkeys(p for p in (link.a.place, link.b.place) if p is not None))
        for step in group:
            minutes = step.minutes or CHANGES[step.do].minutes
            made.append(TimedStep(_words(step), link.name, key, at, at + minutes, places))
            at += minutes
        minutes = CHANGES[BRING_UP].minutes
        made.append(TimedStep(f"{link.name}: {BRING_UP}", link.name, key, at, at + minutes, places))
        at += minutes
    return tuple(made)


def _dark(judged: PlanCheck, net: Net, steps: Iterable[TimedStep]) -> tuple[Dark, ...]:
    spans: dict[str, tuple[float, float]] = {}
    for step in steps:
        start, _ = spans.get(step.link_id, (step.from_min, 0.0))
        spans[step.link_id] = (start, step.until_min)
    behind = _behind(judged, net)
    found = []
    for key, (start, until) in spans.items():
        name = judged.of(key).budget.link.name
        found.append(Dark(name, key, start, until, None))
        for other in sorted(behind.get(key, ())):
            if other not in spans:
                called = judged.of(other).budget.link.name
                found.append(Dark(called, other, start, until, name))
    return tuple(found)


def _behind(judged: PlanCheck, net: Net) -> dict[str, set[str]]:
    """For each link, those that are reached through it alone."""
    found: defaultdict[str, set[str]] = defaultdict(set)
    for key in judged.alone:
        nodes = (node_of(judged, key, "a"), node_of(judged, key, "b"))
        ways = [set(net.way(node).only) for node in nodes if node is not None]
        # What cuts off both of its ends, or the end that is nearer to where people start.
        shared = set.intersection(*ways) if len(ways) == 2 else set()
        for cut in shared - {key}:
            found[cut].add(key)
    return found


def _told(before: PlanCheck, after: PlanCheck, ids: Iterable[str]) -> tuple[Told, ...]:
    found = []
    for key in dict.fromkeys((*ids, *after.changed)):
        if key not in before.alone or key not in after.alone:
            continue
        old, new = before.of(key), after.of(key)
        was, now = _said(old), _said(new)
        moved = (old.verdict, old.margin_db) != (new.verdict, new.margin_db)
        if moved or was != now or key in ids:
            found.append(
                Told(new.budget.link.name, old.verdict, new.verdict, old.margin_db, new.margin_db,
                     tuple(v for k, v in now.items() if k not in was),
                     tuple(v for k, v in was.items() if k not in now))
            )  # fmt: skip
    return tuple(found)


def _said(one: LinkCheck) -> dict[str, str]:
    return {
        f.rule.id: with_names(f"{f.rule.title}: {f.message}", one.budget.link)
        for f in one.findings
        if f.explained_by is None and f.rule.severity != NOTE
    }


def _both(judged: PlanCheck, dark: tuple[Dark, ...]) -> tuple[str, ...]:
    """Groups of which two links are dark at one time."""
    spans = {one.link: one for one in dark}
    found = []
    for group in judged.plan.redundancy:
        mine = [spans[name] for name in group.links if name in spans]
        if any(
            a.from_min < b.until_min and b.from_min < a.until_min
            for n, a in enumerate(mine) for b in mine[n + 1 :]
        ):  # fmt: skip
            found.append(group.name)
    return tuple(found)


def _tasks(given: ChangeSet, steps: tuple[TimedStep, ...]) -> tuple[PlannedTask, ...]:
    """The work of it as tasks of one's own, each after the one before."""
    made: list[PlannedTask] = []
    for n, step in enumerate(steps, 1):
        name = f"{given.name} {n}: {step.do}"[:120]
        made.append(
            PlannedTask(name=name, own=True, at=step.places[:4],
                        minutes=step.until_min - step.from_min, people=max(1, len(step.places)),
                        after=(made[-1].name,) if made else (), day=given.day)
        )  # fmt: skip
    return tuple(made)
