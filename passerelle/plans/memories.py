"""Memories of modules that are kept: the dump by its content, and a fact that says what it told."""

from dataclasses import dataclass

from passerelle.core.plan.ends import Side
from passerelle.core.plan.fact import About
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.turnup import LaneRead, LevelRead, ModuleReadFact
from passerelle.formats.memory.reading import read_memory
from passerelle.formats.memory.record import Lane, Memory

from .files import Files, attach
from .now import now
from .plans import Plans

DUMP = "application/x-module-memory"
MOST_DBM, LEAST_DBM = 30.0, -60.0


@dataclass(frozen=True, slots=True)
class Dump:
    """A memory dump of the module at an end of a link."""

    link: str
    end: Side
    data: bytes
    name: str = "memory.txt"
    simulated: bool = False


def keep_memory(plans: Plans, files: Files, plan_id: int, dump: Dump, who: str) -> ModuleReadFact:
    """Keep a dump. It is read whole first. Raises Refused, and then keeps nothing."""
    made = read_memory(dump.data)
    held = plans.held(plan_id)
    with plans.store.writing() as session:
        about = ("link", dump.link)
        row = attach(session, files, held, about, dump.name, dump.data, who, sort=DUMP)
        sha256 = row.sha256
    fact = as_fact(made, dump, sha256, who)
    plans.note(plan_id, [fact])
    return fact


def as_fact(made: Memory, dump: Dump, sha256: str, who: str) -> ModuleReadFact:
    """What a memory told, as a fact."""
    return ModuleReadFact(
        id=new_id(), about=About("link", dump.link), at=now(), who=who, kind="module read",
        end=dump.end, lanes=tuple(_lane(one) for one in made.lanes), standard=made.standard,
        form=_word(made.form), connector=_word(made.connector),
        applications=tuple(one[:40] for one in made.applications[:20]),
        nm=round(made.nm, 1) if made.nm is not None and 600 <= made.nm <= 1700 else None,
        reach_m=dict(made.reach_m) or None, coding=made.coding[:120] or None,
        part=made.part[:120] or None, serial=made.serial[:120] or None,
        temperature_c=_within(made.temperature_c, -128, 128),
        supply_v=_within(made.supply_v, 0, 10),
        rx_average=made.rx_average, alarms=tuple(one[:40] for one in made.alarms[:40]),
        warnings=tuple(one[:40] for one in made.warnings[:40]), beyond=made.beyond[:40],
        checksums_wrong=not made.base_ok or made.extended_ok is False, file=sha256,
        simulated=dump.simulated,
    )  # fmt: skip


def _word(text: str) -> str | None:
    return text[:40] or None


def _within(value: float | None, least: float, most: float) -> float | None:
    return None if value is None or not least <= value <= most else round(value, 3)


def _lane(lane: Lane) -> LaneRead:
    return LaneRead(
        tx_dbm=_level(lane.tx_dbm, dark=lane.bias_ma == 0),
        rx_dbm=_level(lane.rx_dbm, dark=lane.dark),
        bias_ma=_within(lane.bias_ma, 0, 1000),
    )  # fmt: skip


def _level(dbm: float | None, *, dark: bool) -> LevelRead:
    """A level as it is kept: no light where the meter told nothing at all of it."""
    if dbm is None:
        return "no light" if dark else None
    return None if not LEAST_DBM <= dbm <= MOST_DBM else round(dbm, 2)
