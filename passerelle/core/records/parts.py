"""Where a part is used, and modules by serial with their moves."""

from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.light.modules import End
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.turnup import ModuleReadFact
from passerelle.core.plant.asread import moment


@dataclass(frozen=True, slots=True)
class Spot:
    """Where something is: kind, name and id of the thing, and the place where that is known."""

    kind: str
    name: str
    id: str
    place: str | None


@dataclass(frozen=True, slots=True)
class UsedPart:
    """A part of one kind and everywhere that it is used."""

    sort: str
    what: str
    at: tuple[Spot, ...]


def parts_used(check: PlanCheck) -> tuple[UsedPart, ...]:
    """Modules, cable types, own parts and shared parts with where they are, the most used first."""
    found: defaultdict[tuple[str, str], list[Spot]] = defaultdict(list)
    for key, spot in _spots(check):
        found[key].append(spot)
    return tuple(
        UsedPart(sort, what, tuple(at))
        for (sort, what), at in sorted(found.items(), key=lambda one: (-len(one[1]), one[0]))
    )


def _spots(check: PlanCheck) -> Iterator[tuple[tuple[str, str], Spot]]:
    for key, one in check.alone.items():
        link = one.budget.link
        for end in (link.a, link.b):
            yield ("module", _module(end)), Spot("link", link.name, key, end.place)
        for part in link.path.parts:
            if isinstance(part, Segment) and part.part is not None:
                yield ("part", part.part), Spot("link", link.name, key, None)
    for cable in check.plant.cables.values():
        if not cable.wish:
            what = cable.type.name if cable.type is not None else "construction not recorded"
            name = f"{what}, {cable.fiber}, {cable.strands} strands"
            yield ("cable", name), Spot("cable", cable.name, cable.id, cable.a)
    for device in check.plan.devices:
        what = device.sort or "kind not recorded"
        yield ("device", what), Spot("device", device.name, device.id, device.place)


def _module(end: End) -> str:
    if end.own is not None:
        return end.own.name
    form = end.fitted_form or end.cage
    return f"{end.application}, {form}" if form else end.application


@dataclass(frozen=True, slots=True)
class Move:
    """Where a module was seen, and when."""

    link: str
    link_id: str
    end: str
    place: str | None
    at: str
    who: str


@dataclass(frozen=True, slots=True)
class SerialModule:
    """A module by its serial, with where it was seen, the last place last."""

    serial: str
    part: str | None
    coding: str | None
    moves: tuple[Move, ...]

    @property
    def moved(self) -> bool:
        """Whether it was seen at more than one end."""
        return len({(one.link_id, one.end) for one in self.moves}) > 1


def modules_by_serial(check: PlanCheck, facts: Facts) -> tuple[SerialModule, ...]:
    """Every module whose memory told a serial, in the order of serials."""
    found: defaultdict[str, list[ModuleReadFact]] = defaultdict(list)
    for fact in facts.standing:
        if isinstance(fact, ModuleReadFact) and fact.serial:
            found[fact.serial].append(fact)
    made = []
    for serial, told in sorted(found.items()):
        told.sort(key=lambda one: moment(one.at))
        moves: list[Move] = []
        for fact in told:
            if moves and (moves[-1].link_id, moves[-1].end) == (fact.about.id, fact.end):
                continue
            moves.append(_move(check, fact))
        made.append(SerialModule(serial, told[-1].part, told[-1].coding, tuple(moves)))
    return tuple(made)


def _move(check: PlanCheck, fact: ModuleReadFact) -> Move:
    one = check.alone.get(fact.about.id)
    if one is None:
        return Move("a link that is gone", fact.about.id, fact.end, None, fact.at, fact.who)
    link = one.budget.link
    end = link.a if fact.end == "a" else link.b
    return Move(link.name, fact.about.id, fact.end, end.place, fact.at, fact.who)
