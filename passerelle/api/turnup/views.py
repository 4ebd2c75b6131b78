"""What the API says of a turn-up, from the core's answers."""

import json
from collections.abc import Iterable
from dataclasses import replace
from datetime import timedelta

from passerelle.api.links.views import direction_view
from passerelle.core.hunting.seen import SIDES
from passerelle.core.judge.naming import end_names, with_names
from passerelle.core.light.link import Direction
from passerelle.core.plan.ends import Side
from passerelle.core.plan.turnup import SignOffFact
from passerelle.core.plant.asread import moment
from passerelle.core.turnup.answer import headline, left_open, open_points
from passerelle.core.turnup.counting import Counted
from passerelle.core.turnup.levels import LaneLevel, number
from passerelle.core.turnup.link import Ground, TurnUp
from passerelle.core.turnup.lists import BenchList, Point, how_to
from passerelle.core.turnup.order import Turn, change_steps
from passerelle.core.turnup.signing import chained, since_then
from passerelle.core.words import in_metres, signed
from passerelle.formats.checkjson import rounded

from . import schemas
from .hunts import hunt_view

VERDICTS = {
    "not read": "not read", "dark": "no light", "below need": "less than the receiver needs",
    "too much": "more than the receiver bears", "low": "below plan",
    "confirm": "below plan: confirm with a meter", "high": "above plan",
    "as planned": "within plan", "not compared": "not compared: no average, or no plan",
}  # fmt: skip


def point_view(point: Point) -> schemas.PointView:
    """A point of a list."""
    tick = point.tick
    return schemas.PointView(
        key=point.row.key, words=point.row.words, why=point.row.why, value=point.value,
        state=point.state, sub=point.sub, of=point.of, about_kind=point.about[0],
        about_id=point.about[1], link=point.link, end=point.end,
        tick=tick.id if tick is not None else None, who=tick.who if tick is not None else None,
        at=tick.at if tick is not None else None, note=tick.note if tick is not None else None,
        by_facts=point.by_facts,
    )  # fmt: skip


def device_row(ground: Ground, turn: Turn) -> schemas.DeviceRow:
    """A device in the order of setting."""
    made = ground.bench(turn.node)
    return schemas.DeviceRow(
        node=turn.node, name=made.node, recorded=made.recorded, first=turn.first,
        hops=turn.way.hops, done=made.done, of=len(made.every),
    )  # fmt: skip


def bench_view(ground: Ground, node: str, made: BenchList) -> schemas.BenchView:
    """The list of a device, with the order for a change once it is live."""
    way = ground.net.way(node)
    check = ground.check
    names = {key: check.of(key).budget.link.name for key in way.only}
    near = next((node_ for node_ in _neighbours(ground, node)), "the device at the other end")
    steps = change_steps(near, node, way) if not way.near else ()
    return schemas.BenchView(
        node=node, name=made.node, recorded=made.recorded,
        device=made.about[1] if made.about is not None and made.about[0] == "device" else None,
        near=way.near, only=[names[key] for key in way.only], hops=way.hops,
        points=[point_view(one) for one in made.points],
        ports=[
            schemas.PortView(link=port.link, name=port.name, end=port.end, port=port.port,
                             to=port.to, points=[point_view(one) for one in port.points])
            for port in made.ports
        ],
        done=made.done, of=len(made.every),
        change=[schemas.StepOfChange(do=s.do, why=s.why, cuts=s.cuts) for s in steps],
    )  # fmt: skip


def _neighbours(ground: Ground, node: str) -> Iterable[str]:
    """Devices at the other ends of a node's links, the nearest to where people start first."""
    mine = {key for key, _ in ground.ports.get(node, ())}
    others = {
        other for other, ports in ground.ports.items()
        if other != node and any(key in mine for key, _ in ports)
    }  # fmt: skip
    return sorted(others, key=lambda other: (ground.net.way(other).hops or 0, other))


def link_row(link_id: str, name: str, one: TurnUp | None) -> schemas.LinkRow:
    """A link as far as it is; None: nothing was read or ticked."""
    if one is None:
        return schemas.LinkRow(
            id=link_id, name=name, state="not begun", says="Not brought up yet", stop=0, warn=0,
            signed=None, left_open=0, simulated=False,
        )  # fmt: skip
    severities = [told.finding.rule.severity for told in one.findings]
    return schemas.LinkRow(
        id=link_id, name=name, state=one.state, says=headline(one),
        stop=severities.count("stop"), warn=severities.count("warn"),
        signed=one.of.signed[-1].at if one.of.signed else None,
        left_open=left_open(one.of.signed[-1]) if one.of.signed else 0, simulated=one.simulated,
    )  # fmt: skip


def _lane_view(one: TurnUp, lane: LaneLevel) -> schemas.LaneView:
    first = one.of.first(lane.end)
    return schemas.LaneView(
        lane=lane.lane, sent=lane.sent, got=lane.got, meter=lane.meter, basis=lane.basis,
        expected=rounded(lane.expected), doubt_db=round(lane.doubt_db, 2),
        least=rounded(lane.least), most=rounded(lane.most), over_db=rounded(lane.over_db),
        day_one=lane.day_one,
        day_one_at=first.at if first is not None and lane.day_one is not None else None,
        change_db=rounded(lane.change_db), verdict=lane.verdict, says=VERDICTS[lane.verdict],
    )  # fmt: skip


def _planned(way: Direction, lanes: tuple[LaneLevel, ...]) -> Direction:
    """A direction as it is drawn: from what the far module says it sends, where that was read."""
    sent = [level for lane in lanes if (level := number(lane.sent)) is not None]
    if not sent:
        return way
    least = [lane.least for lane in lanes if lane.least is not None]
    most = [lane.most for lane in lanes if lane.most is not None]
    return replace(
        way, launch_min_dbm=min(sent), launch_max_dbm=max(sent), limit=None, margin_db=None,
        received_min_dbm=min(least, default=None), received_max_dbm=max(most, default=None),
    )  # fmt: skip


def _end_levels(one: TurnUp, way: Direction) -> schemas.EndLevels:
    end: Side = "b" if way.sender == "a" else "a"
    lanes = one.lanes[end]
    read = one.of.newest(end)
    view = direction_view(one.check.budget, _planned(way, lanes))
    where = one.where[end]
    return schemas.EndLevels(
        end=end, place=view.to_place, sender=way.sender, planned=view,
        lanes=[_lane_view(one, lane) for lane in lanes],
        at=read.at if read is not None else None, who=read.who if read is not None else None,
        simulated=read is not None and read.simulated, where=where[1] if where else None,
    )  # fmt: skip


def _counter(end: str, told: Counted, last_at: str | None) -> schemas.CounterView:
    side = "a" if end == "a" else "b"
    return schemas.CounterView(
        end=side, readings=told.readings, last=told.last, last_at=last_at, growing=told.growing,
        errors=told.errors, seconds=round(told.seconds, 1), needed_s=round(told.needed_s, 1),
        left_s=round(told.left_s, 1), due=_due(told, last_at),
        target=told.target.ratio, target_source=told.target.source,
        target_sure=told.target.confidence == "high", ratio=told.ratio, proven=told.proven,
        since=told.since.isoformat() if told.since is not None else None,
    )  # fmt: skip


def _due(told: Counted, last_at: str | None) -> str | None:
    """When the counter has stood still long enough, if it goes on so."""
    if last_at is None or told.growing or told.proven:
        return None
    return (moment(last_at) + timedelta(seconds=told.left_s)).isoformat()


def _modules(one: TurnUp) -> Iterable[schemas.ModuleView]:
    for end in SIDES:
        read = one.of.newest(end)
        if read is None or read.standard is None:
            continue
        yield schemas.ModuleView(
            end=end, standard=read.standard, serial=read.serial, part=read.part,
            coding=read.coding, temperature_c=read.temperature_c, supply_v=read.supply_v,
            alarms=list(read.alarms), warnings=list(read.warnings), beyond=list(read.beyond),
            compared=[
                schemas.ComparedView(what=c.what, planned=c.planned, found=c.found, fits=c.fits)
                for c in one.modules[end]
            ],
            simulated=read.simulated, at=read.at,
        )  # fmt: skip


def _signed(one: TurnUp, fact: SignOffFact) -> schemas.SignedView:
    record = json.loads(fact.record)
    return schemas.SignedView(
        id=fact.id, number=fact.number, sha256=fact.sha256, before=fact.before, at=fact.at,
        who=fact.who, answer=str(record.get("answer", "")),
        open=[{key: str(value) for key, value in left.items()} for left in record.get("open", ())],
        since=since_then(one.check, record),
        holds=chained(fact.before, fact.record) == fact.sha256,
    )  # fmt: skip


def link_view(ground: Ground, one: TurnUp, revision: int, earlier: list[str]) -> schemas.TurnUpLink:
    """Everything about one link. earlier : links on the same devices that are not clean."""
    link = one.check.budget.link
    names = end_names(link)
    ends = {end: names[end] or f"end {end}" for end in SIDES}
    return schemas.TurnUpLink(
        id=link.id, name=link.name, revision=revision, says=headline(one), sub=_sub(one),
        state=one.state, ends=ends, application=one.check.budget.modules[0].application,
        bench=[point_view(point) for point in one.bench],
        site={end: [point_view(point) for point in one.points[end]] for end in SIDES},
        how_to={end: list(how_to(one.check, end)) for end in SIDES},
        levels=[_end_levels(one, way) for way in one.check.budget.directions],
        counters=[
            _counter(end, one.counters[end],
                     one.of.counters[end][-1].at if end in one.of.counters else None)
            for end in SIDES
        ],
        modules=list(_modules(one)),
        findings=[
            schemas.TurnUpFindingView(
                rule=told.finding.rule.id, severity=told.finding.rule.severity,
                title=told.finding.rule.title,
                said=in_metres(with_names(told.finding.said, link)), why=told.finding.rule.why,
                do=with_names(told.finding.do, link), source=told.finding.source, end=told.end,
                lane=told.lane,
            )
            for told in one.findings
        ],
        hunt=hunt_view(one), signed=[_signed(one, fact) for fact in reversed(one.of.signed)],
        open=[schemas.OpenView(key=key, words=in_metres(words)) for key, words in open_points(one)],
        earlier=earlier, simulated=one.simulated,
    )  # fmt: skip


def _sub(one: TurnUp) -> str:
    """The line under the answer: the worst level with what was planned, and what is needed."""
    link = one.check.budget.link
    parts = []
    known = [
        (lane, level) for end in SIDES for lane in one.lanes[end]
        if (level := number(lane.got)) is not None
    ]  # fmt: skip
    if known:
        lane, level = min(known, key=lambda pair: pair[0].over_db or 0.0)
        way = next(w for w in one.check.budget.directions if w.sender == lane.sender)
        parts.append(f"end {lane.end} read {level:.1f} dBm")
        if lane.least is not None and lane.most is not None:
            parts.append(f"planned {lane.least:.1f} to {lane.most:.1f}")
        if way.receive_min_dbm is not None:
            parts.append(f"{way.receive_min_dbm:.1f} is needed")
    return signed(with_names(" · ".join(parts), link))
