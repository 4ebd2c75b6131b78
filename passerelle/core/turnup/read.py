"""What was read of a link by end: the newest that stands, and the first, which is day one."""

from collections import defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace

from passerelle.core.hunting.seen import SIDES
from passerelle.core.plan.ends import Side
from passerelle.core.plan.facts import AnyFactType, Facts
from passerelle.core.plan.turnup import (
    CounterFact,
    HuntFact,
    ModuleReadFact,
    SignOffFact,
    TickFact,
)
from passerelle.core.plant.asread import moment


@dataclass(frozen=True, slots=True)
class OfLink:
    """What stands about a link, each in the order of when it was.

    modules, counters : by end. ticks : the last of each point and end.
    """

    modules: Mapping[Side, tuple[ModuleReadFact, ...]] = field(default_factory=dict)
    counters: Mapping[Side, tuple[CounterFact, ...]] = field(default_factory=dict)
    ticks: Mapping[tuple[str, Side | None], TickFact] = field(default_factory=dict)
    hunts: tuple[HuntFact, ...] = ()
    signed: tuple[SignOffFact, ...] = ()

    def newest(self, end: Side) -> ModuleReadFact | None:
        """The newest reading of an end, with what an earlier one told of the module's identity."""
        told = self.modules.get(end, ())
        if not told:
            return None
        levels = next((one for one in reversed(told) if one.lanes), None)
        memory = next((one for one in reversed(told) if one.standard is not None), None)
        if levels is None or memory is None or levels is memory:
            return levels or memory
        return replace(memory, lanes=levels.lanes, meter=levels.meter, at=levels.at, who=levels.who,
                       rx_average=None if levels.meter == "meter" else memory.rx_average,
                       simulated=levels.simulated)  # fmt: skip

    def first(self, end: Side) -> ModuleReadFact | None:
        """Its day one: the first reading in which light arrived; where that is the newest, none.

        Only the same kind of meter, and of modules the same one, is held against it.
        """
        newest = self.newest(end)
        lit = [
            one for one in self.modules.get(end, ())
            if any(isinstance(lane.rx_dbm, float | int) for lane in one.lanes)
            and newest is not None and one.meter == newest.meter
            and (one.serial or newest.serial) == (newest.serial or one.serial)
        ]  # fmt: skip
        return lit[0] if len(lit) > 1 else None

    @property
    def anything(self) -> bool:
        """Whether anything was read or ticked."""
        return bool(self.modules or self.counters or self.ticks or self.hunts or self.signed)


NOTHING = OfLink()


def read_of(facts: Facts) -> dict[str, OfLink]:
    """What stands about each link, by its id; links without anything are left out."""
    by_link: defaultdict[str, list[AnyFactType]] = defaultdict(list)
    for fact in facts.standing:
        if isinstance(fact, ModuleReadFact | CounterFact | TickFact | HuntFact | SignOffFact):
            by_link[fact.about.id].append(fact)
    return {key: of_link(told) for key, told in by_link.items()}


def of_link(facts: Iterable[AnyFactType]) -> OfLink:
    """What facts about one link say, in the order of when it was."""
    told = sorted(facts, key=lambda one: moment(one.at))
    modules: dict[Side, tuple[ModuleReadFact, ...]] = {}
    counters: dict[Side, tuple[CounterFact, ...]] = {}
    for end in SIDES:
        read = tuple(f for f in told if isinstance(f, ModuleReadFact) and f.end == end)
        counts = tuple(f for f in told if isinstance(f, CounterFact) and f.end == end)
        if read:
            modules[end] = read
        if counts:
            counters[end] = counts
    return OfLink(
        modules, counters,
        {(f.point, f.end): f for f in told if isinstance(f, TickFact)},
        tuple(f for f in told if isinstance(f, HuntFact)),
        tuple(f for f in told if isinstance(f, SignOffFact)),
    )  # fmt: skip
