"""What only the whole plan shows: links that meet in a port, a strand, a device, a shelf of spares.

Each link is boiled down to its facts once, so that a change of one link costs little in a plan of
thousands.
"""

from collections import Counter, defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace

from passerelle.core.light.edits import SetEnd
from passerelle.core.light.link import A, Link
from passerelle.core.light.modules import End
from passerelle.core.plan.beside import CopperRun
from passerelle.core.plan.devices import Device, Spare
from passerelle.core.plan.house_rules import ONE_A_TYPE, HouseRules
from passerelle.core.plan.services import Service
from passerelle.core.words import counted

from .about import DEVICE, SERVICE, SHELF
from .bundles import bundles
from .findings import WARN, Finding, Remedy, finding
from .rules import Severity
from .services import Brought, Ground, check_service, from_runs, oversubscribed, sent, way
from .ties import Claim, Ties, kept, ties_of, told


@dataclass(frozen=True, slots=True)
class PlanFinding:
    """A finding about the plan as a whole; `about` names the device, the service or the shelf."""

    about: str
    finding: Finding
    sort: str = DEVICE


@dataclass(frozen=True, slots=True)
class Crossing:
    """What crosses links and copper alike: services, and the runs by name."""

    services: tuple[Service, ...] = ()
    runs: Mapping[str, CopperRun] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Together:
    """Findings by the link's key, and those about the plan itself."""

    by_link: dict[str, tuple[Finding, ...]]
    plan: tuple[PlanFinding, ...]


def still_true(shared: tuple[Finding, ...], before: Link, after: Link) -> tuple[Finding, ...]:
    """The findings of a link's part in the plan that an edit of the link leaves as they are.

    An edit that takes another port, or other channels, may cure them: then they are left out, and
    the next look at the whole plan tells.
    """

    def seats(link: Link) -> dict[str, tuple[object, ...]]:
        return {c.side: (c.device, c.group, c.number, c.lane) for c in ties_of(link).claims}

    old, new = seats(before), seats(after)
    was, now = ties_of(before), ties_of(after)
    same_lines = (was.lines, was.seats) == (now.lines, now.seats)
    return tuple(
        found
        for found in shared
        if (same_lines if not found.ends else all(old.get(e) == new.get(e) for e in found.ends))
    )


def together(
    links: Iterable[tuple[str, Ties]],
    devices: dict[str, Device],
    spares: tuple[Spare, ...],
    rules: HouseRules,
    crossing: Crossing = Crossing(),
) -> Together:
    """Judge all links of a plan with regard to each other."""
    links = list(links)
    by_link: dict[str, list[Finding]] = defaultdict(list)
    claims = [(key, f.name, claim) for key, f in links for claim in f.claims]
    _ports(claims, devices, {key: f.ends for key, f in links if f.claims}, by_link)
    _counts(claims, devices, by_link)
    _lines(links, by_link)
    _seats(links, by_link)
    for key, bundle in bundles(links).items():
        by_link[key].append(bundle)
    plan = [*_services(links, claims, devices, crossing), *_spares(links, spares, rules)]
    return Together({key: tuple(found) for key, found in by_link.items()}, tuple(plan))


Claims = list[tuple[str, str, Claim]]


def _services(
    links: list[tuple[str, Ties]],
    claims: Claims,
    devices: dict[str, Device],
    crossing: Crossing,
) -> list[PlanFinding]:
    """What uplinks carry of what is brought, and the slowest step of every service."""
    brought = [Brought(c.device, c.group, name, c.rate_gbps) for _, name, c in claims]
    brought += from_runs(crossing.runs.values())
    over = oversubscribed(brought, devices, sent(crossing.services))
    found = [PlanFinding(name, one) for name, one in over.items()]
    rates = {one.name: one.rate_gbps for _, one in links} if crossing.services else {}
    ground = Ground(rates, crossing.runs, devices)
    for service in crossing.services:
        slow = check_service(service, way(service, ground))
        found.append(PlanFinding(service.name, slow, SERVICE))
    return found


def _free_ports(claims: Claims, devices: dict[str, Device]) -> dict[tuple[str, str | None], int]:
    """The first port of each group that no link takes, where there is one."""
    taken: dict[tuple[str, str | None], set[int | None]] = defaultdict(set)
    for _, _, claim in claims:
        taken[claim.device, claim.group].add(claim.number)
    found = {}
    for (name, of), numbers in taken.items():
        device = devices.get(name)
        group = device.group(of) if device else None
        free = range(1, group.count + 1) if group else range(0)
        number = next((n for n in free if n not in numbers), None)
        if number is not None:
            found[name, of] = number
    return found


def _free_port(
    free_ports: dict[tuple[str, str | None], int], claim: Claim, end: End
) -> Remedy | None:
    """Take the next free port of the group."""
    free = free_ports.get((claim.device, claim.group))
    if free is None:
        return None
    new = replace(end, port=replace(end.port, number=free))
    where = f"{claim.device}, {claim.group} {free}" if claim.group else f"{claim.device}, {free}"
    return Remedy(f"Free port: {where}", (SetEnd.to(claim.side, new),), "setting")


def _ports(
    claims: Claims,
    devices: dict[str, Device],
    ends: dict[str, tuple[End, End]],
    by_link: dict[str, list[Finding]],
) -> None:
    """One link a port; where it is split, one a lane, all of one kind."""
    ports: dict[tuple[str, str | None, int], Claims] = defaultdict(list)
    for key, name, claim in claims:
        if claim.number is not None:
            ports[claim.device, claim.group, claim.number].append((key, name, claim))
    free_ports = _free_ports(claims, devices)
    for (device, group, number), users in ports.items():
        if len(users) < 2:
            continue
        where = f"{device}, {group} {number}" if group else f"{device}, port {number}"
        sharing = _Sharing(users)
        for key, name, claim in users:
            clash = sharing.clash(where, key, claim)
            if clash is not None:
                end = ends[key][0 if claim.side == A else 1]
                free = _free_port(free_ports, claim, end) if claim.lane is None else None
                known = finding("port.clash", clash, ends=(claim.side,), remedy=free)
                by_link[key].append(known)
                continue
            clash, severity = sharing.mix(where, name, claim)
            if clash is not None:
                mixed = finding("port.breakout", clash, ends=(claim.side,), severity=severity)
                by_link[key].append(mixed)


class _Sharing:
    """The links that share a port, looked at once for all of them."""

    def __init__(self, users: Claims) -> None:
        self.first = users[:2]
        self.whole = sum(claim.lane is None for _, _, claim in users)
        self.lanes: dict[int | None, list[tuple[str, str]]] = defaultdict(list)
        for key, name, claim in users:
            if len(self.lanes[claim.lane]) < 2:
                self.lanes[claim.lane].append((key, name))
        self.parents = dict.fromkeys(claim.parent for _, _, claim in users)
        self.splits = {bool(claim.split) for _, _, claim in users}

    def clash(self, where: str, key: str, claim: Claim) -> str | None:
        """Who else takes the port, or this lane of it."""
        if claim.lane is None or self.whole:
            other = next((name for k, name, _ in self.first if k != key), None)
            return f"{where} is also taken by {other}." if other is not None else None
        same = next((name for k, name in self.lanes[claim.lane] if k != key), None)
        return f"Lane {claim.lane} of {where} is also that of {same}." if same else None

    def mix(self, where: str, name: str, claim: Claim) -> tuple[str | None, Severity | None]:
        """What does not agree among the lanes of one port, and how serious that is."""
        other = next((parent for parent in self.parents if parent != claim.parent), None)
        if other is not None:
            return f"{where} holds one module: {claim.parent} here, {other} there.", None
        if len(self.splits) > 1:
            return f"{where} is noted as split in one link and not in {name}.", WARN
        return None, None


def _counts(claims: Claims, devices: dict[str, Device], by_link: dict[str, list[Finding]]) -> None:
    """The links beyond the number of ports fail, in the plan's order; legs share one port."""
    seen: dict[tuple[str, str | None], dict[tuple[int | None, str], None]] = defaultdict(dict)
    for key, _, claim in claims:
        device = devices.get(claim.device)
        group = device.group(claim.group) if device else None
        if device is None or group is None:
            continue
        taken = seen[claim.device, claim.group]
        taken[(claim.number, "") if claim.number is not None else (None, key)] = None
        over = claim.number is not None and claim.number > group.count
        if over or len(taken) > group.count:
            what = f"{counted(group.count, 'port')} “{group.name}” ({group.cage or 'jacks'})"
            told = f"port {claim.number} is not there" if over else "this link is one more"
            message = f"{device.name} has {what}; {told}."
            by_link[key].append(finding("port.count", message, ends=(claim.side,)))


def _lines(links: list[tuple[str, Ties]], by_link: dict[str, list[Finding]]) -> None:
    """Each channel of a shared strand carries one link."""
    users: dict[tuple[str, str], dict[str, tuple[str, int]]] = defaultdict(dict)
    for key, found in links:
        for line, channel, at in found.lines:
            users[line, channel].setdefault(key, (found.name, at))
    for (line, channel), sharing in users.items():
        if len(sharing) < 2:
            continue
        for key, (_, at) in sharing.items():
            other = next(name for k, (name, _) in sharing.items() if k != key)
            message = f"Channel {channel} on {line} is also that of {other}."
            by_link[key].append(finding("inline.channel-clash", message, at=(at,)))


def _seats(links: list[tuple[str, Ties]], by_link: dict[str, list[Finding]]) -> None:
    """Each port of a shared cassette, and each lane of a shared cord, carries one link."""
    passing: dict[str, list[tuple[str, str, str, int | None, int]]] = defaultdict(list)
    for key, found in links:
        for name, what, number, at in found.seats:
            passing[name].append((key, found.name, what, number, at))
    for name, users in passing.items():
        first: dict[tuple[str, int | None], dict[str, str]] = defaultdict(dict)
        for key, link, what, number, _ in users:
            if len(first[what, number]) < 2:  # two tell each of all the links of another one
                first[what, number][key] = link
        for key, _, what, number, at in users if len(users) > 1 else ():
            other = next((link for k, link in first[what, number].items() if k != key), None)
            if number is None:
                message = (
                    f"{len(users)} links pass {name}; which {what} is this one's is not recorded."
                )
                by_link[key].append(finding("part.port-twice", message, at=(at,), severity=WARN))
            elif other is not None:
                message = f"{what.capitalize()} {number} of {name} is also that of {other}."
                by_link[key].append(finding("part.port-twice", message, at=(at,)))


def _spares(
    links: list[tuple[str, Ties]], spares: tuple[Spare, ...], rules: HouseRules
) -> list[PlanFinding]:
    if rules.spares != ONE_A_TYPE:
        return []
    used = Counter(kept(kind, rules) for _, found in links for kind in found.types)
    there = {kept((spare.type, spare.coding), rules) for spare in spares if spare.count > 0}
    missing = {kind: count for kind, count in used.items() if kind not in there}
    if not missing:
        return []
    listed = "; ".join(sorted(f"{told(kind)} ({count} in use)" for kind, count in missing.items()))
    return [PlanFinding("spares", finding("module.spare", f"No spare of {listed}."), SHELF)]
