"""The simulated switches of a link, asked over their line; what they tell is noted as simulated."""

from passerelle.api.context import Context, Judged
from passerelle.core.hunting.seen import SIDES, STEPS_DONE
from passerelle.core.plan.ends import Side
from passerelle.core.plan.fact import About
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.turnup import CounterFact, HuntFact, LevelRead, TickFact
from passerelle.core.refused import Refused
from passerelle.core.tables.hunting import SIGHTS
from passerelle.core.turnup.hunted import COMES_UP, last_hunt
from passerelle.formats.memory.reading import read_memory
from passerelle.instruments.line import Line
from passerelle.plans.memories import Dump, keep_memory
from passerelle.plans.now import now as at_now

from .made import ground_now
from .schemas import TurnUpSimulateBody

COUNT_S = 60.0
"""How long the simulated counter is watched where a hunt asks for it. [s]"""


def simulated(ctx: Context, now: Judged, link_id: str, body: TurnUpSimulateBody, who: str) -> str:
    """Ask what a step of a hunt shows, or read both ends; note it, and say what came of it."""
    plan_id = now.held.plan_id
    links = now.check.alone
    with ctx.standins.line(plan_id, body.seed, {}, links) as line:
        _done_so_far(ctx, now, link_id, line)
        if body.look is None:
            return _read(ctx, now, link_id, line, who)
        if body.hunt is None:
            raise Refused("hunt", "has to be named with a look")
        fact = _looked(link_id, line, body.hunt, body.look, who)
    ctx.plans.note(plan_id, [fact])
    return f"Simulated: {fact.answer}."


def _done_so_far(ctx: Context, now: Judged, link_id: str, line: Line) -> None:
    """Tell the stand-in what was done to the link: it keeps nothing between two lines."""
    ground = ground_now(ctx, now)
    read = ground.read.get(link_id)
    told = last_hunt(now.check.of(link_id), read) if read is not None else None
    for step in told.steps if told is not None else ():
        if step.look in STEPS_DONE and step.look not in (row.said for row in SIGHTS):
            line.ask(f"link {link_id} do {step.look}")
    if told is not None and told.over is not None:
        line.ask(f"link {link_id} do repair {told.over.answer}")


def _memory(line: Line, link_id: str, end: Side) -> bytes:
    return bytes.fromhex(line.ask(f"link {link_id} memory {end}").removeprefix("hex "))


def _read(ctx: Context, now: Judged, link_id: str, line: Line, who: str) -> str:
    """Both memories, lamps and counters."""
    plan_id = now.held.plan_id
    told = []
    for end in SIDES:
        dump = Dump(link_id, end, _memory(line, link_id, end), f"simulated {end}.bin",
                    simulated=True)  # fmt: skip
        fact = keep_memory(ctx.plans, ctx.files, plan_id, dump, who)
        levels = {str(lane.rx_dbm) for lane in fact.lanes}
        told.append(", ".join(sorted(levels)))
        about = About("link", link_id)
        lamp = line.ask(f"link {link_id} lamp {end}")
        facts: list[TickFact | CounterFact] = [
            TickFact(id=new_id(), about=about, at=at_now(), who=who, kind="tick", point="lamp",
                     state="done" if lamp == "on" else "open", end=end,
                     note="simulated")
        ]  # fmt: skip
        facts.append(_counter(now, ctx, link_id, line, end, who))
        ctx.plans.note(plan_id, facts)
    return f"Simulated: end a receives {told[0]}, end b {told[1]}."


def _counter(
    now: Judged, ctx: Context, link_id: str, line: Line, end: Side, who: str
) -> CounterFact:
    """The counter as it stands: what it counted since it was last read is added."""
    read = ground_now(ctx, now).read.get(link_id)
    before = read.counters.get(end, ()) if read is not None else ()
    last = before[-1].count if before else 0.0
    more = float(line.ask(f"link {link_id} errors {end} {COUNT_S:g}").removeprefix("errors "))
    return CounterFact(id=new_id(), about=About("link", link_id), at=at_now(), who=who,
                       kind="counter", end=end, count=last + (more if before else 0.0),
                       simulated=True)  # fmt: skip


def _looked(link_id: str, line: Line, hunt: str, look: str, who: str) -> HuntFact:
    """What a look of a hunt shows."""
    kind, _, rest = look.partition(" ")
    end: Side = "a" if rest == "a" else "b"
    answer, dbm, count = "", None, None
    if kind in ("rx", "tx") and rest in SIDES:
        lanes = read_memory(_memory(line, link_id, end)).lanes
        found = [lane.rx_dbm if kind == "rx" else lane.tx_dbm for lane in lanes]
        level: LevelRead = "no light" if None in found or not found else round(
            min(one for one in found if one is not None), 2)  # fmt: skip
        answer, dbm = ("no light" if level == "no light" else "read"), level
    elif kind == "lamp":
        answer = line.ask(f"link {link_id} lamp {end}")
    elif kind == "errors":
        count = float(line.ask(f"link {link_id} errors {end} {COUNT_S:g}").removeprefix("errors "))
        answer = "errors" if count else "none"
    elif look in (row.said for row in SIGHTS):
        answer = line.ask(f"link {link_id} see {look}")
    elif look in STEPS_DONE:
        answer = COMES_UP if line.ask(f"link {link_id} do {look}") == "up" else "as before"
    else:
        raise Refused("look", f"{look[:40]!r} is nothing that the stand-ins know")
    return HuntFact(
        id=new_id(), about=About("link", link_id), at=at_now(), who=who, kind="hunt", hunt=hunt,
        look=look, answer=answer, dbm=dbm, count=count,
        seconds=COUNT_S if count is not None else None, simulated=True,
    )  # fmt: skip
