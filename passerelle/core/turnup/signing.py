"""Sign-off: a record that is kept as it was, chained to the one before by its hash.

sha256 = SHA-256 of the hash before (nothing for the first), a line feed, and the record, which is
canonical JSON: UTF-8, keys in order, no blanks.
"""

import hashlib
import json
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from difflib import unified_diff
from typing import Any

from passerelle.core.hunting.seen import SIDES
from passerelle.core.judge.check import LinkCheck
from passerelle.core.judge.naming import end_names, with_names
from passerelle.core.light.explain import part_name
from passerelle.core.plan.facts import AnyFactType, Facts
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.turnup import SignOffFact
from passerelle.core.refused import Refused
from passerelle.core.tables.edition import EDITION, tables_hash

from .answer import headline, open_points
from .link import TurnUp


def canonical(document: Mapping[str, Any]) -> str:
    """A document as it is hashed."""
    return json.dumps(document, ensure_ascii=False, sort_keys=True, separators=(",", ":"))


def chained(before: str | None, record: str) -> str:
    """The hash of a record behind another."""
    return hashlib.sha256(f"{before or ''}\n{record}".encode()).hexdigest()


def path_lines(check: LinkCheck) -> list[str]:
    """A link as it is planned, in lines that can be compared."""
    sums = check.budget
    link = sums.link
    lines = []
    for side, end, module in zip(SIDES, (link.a, link.b), sums.modules, strict=True):
        device = f", {end.device.name}" if end.device is not None else ""
        port = f" {end.port.group or ''} {end.port.number or ''}".rstrip()
        lines.append(f"{side}: {end.place or 'no place'}{device}{port}, {module.application}")
    for at, part in enumerate(link.path.parts):
        more = f", {part.length_m:g} m {part.fiber or ''}" if isinstance(part, Segment) else ""
        strands = ""
        if isinstance(part, Segment) and part.cable is not None:
            strands = f", {part.cable} {'/'.join(map(str, part.strand_numbers))}"
        lines.append(f"{part_name(part, at)}{more}{strands}".rstrip())
    lines.append(
        "margin not known" if check.margin_db is None else f"margin {check.margin_db:.2f} dB"
    )
    return lines


def record_of(
    one: TurnUp, *, plan: tuple[str, str], revision: int, who: str, at: str,
    reasons: Mapping[str, str],
) -> dict[str, Any]:  # fmt: skip
    """What is signed. reasons : for each open point, why it is signed all the same.

    Raises Refused where one has none.
    """
    link = one.check.budget.link
    names = end_names(link)
    left = []
    for key, words in open_points(one):
        reason = reasons.get(key, "").strip()
        if not reason:
            raise Refused("reason", f"“{words}” is open: say why it is signed off all the same")
        left.append({"what": words, "reason": reason[:400], "who": who})
    return {
        "format": "passerelle-sign-off", "version": 1,
        "plan": {"id": plan[0], "name": plan[1], "revision": revision},
        "link": {"id": link.id, "name": link.name},
        "ends": {end: names[end] or f"end {end}" for end in SIDES},
        "who": who, "at": at, "answer": headline(one),
        "verdict": one.check.verdict, "planned": path_lines(one.check),
        "tables": {"edition": EDITION, "sha256": tables_hash()},
        "checked": [
            {"what": point.row.words, "end": point.end, "state": point.state,
             "value": point.value, "told": point.sub,
             "who": point.tick.who if point.tick is not None else None,
             "at": point.tick.at if point.tick is not None else None}
            for point in (*one.bench, *one.points["a"], *one.points["b"])
        ],
        "read": [
            {"end": lane.end, "lane": lane.lane + 1, "sent_dbm": lane.sent, "got_dbm": lane.got,
             "expected_dbm": _two(lane.expected), "least_dbm": _two(lane.least),
             "most_dbm": _two(lane.most), "meter": lane.meter, "verdict": lane.verdict}
            for end in SIDES for lane in one.lanes[end]
        ],
        "modules": [
            {"end": end, "serial": read.serial, "part": read.part, "coding": read.coding,
             "applications": list(read.applications), "nm": read.nm,
             "temperature_c": read.temperature_c}
            for end in SIDES if (read := one.of.newest(end)) is not None
        ],
        "counted": [
            {"end": end, "readings": told.readings, "errors": told.errors,
             "seconds": round(told.seconds, 1), "target": told.target.ratio,
             "ratio": told.ratio, "growing": told.growing}
            for end, told in one.counters.items()
        ],
        "findings": [
            {"rule": f.finding.rule.id, "severity": f.finding.rule.severity,
             "said": with_names(f.finding.message, link)} for f in one.findings
        ],
        "open": left, "simulated": one.simulated,
    }  # fmt: skip


def _two(value: float | None) -> float | None:
    return None if value is None else round(value, 2)


def chain_of(facts: Facts) -> tuple[SignOffFact, ...]:
    """Every record of a plan in the order of the chain; what was withdrawn stays in it."""
    return tuple(
        sorted((f for f in facts.all if isinstance(f, SignOffFact)), key=lambda f: f.number)
    )


def next_in_chain(facts: Facts) -> tuple[int, str | None]:
    """Number and hash before for the next record."""
    chain = chain_of(facts)
    return (len(chain) + 1, chain[-1].sha256) if chain else (1, None)


@dataclass(frozen=True, slots=True)
class Broken:
    """A place where a chain does not hold. number : of the record."""

    number: int
    link: str
    why: str


def verified(facts: Iterable[AnyFactType]) -> tuple[list[SignOffFact], list[Broken]]:
    """The records of a chain, and where it is broken."""
    chain = sorted((f for f in facts if isinstance(f, SignOffFact)), key=lambda f: f.number)
    broken: list[Broken] = []
    before: str | None = None
    for n, one in enumerate(chain, 1):
        called = link_name(one)
        if one.number != n:
            broken.append(Broken(one.number, called, f"record {n} is missing or there twice"))
        if one.before != before:
            broken.append(Broken(one.number, called, "it does not follow the record before it"))
        if chained(one.before, one.record) != one.sha256:
            broken.append(Broken(one.number, called, "the record was changed after it was signed"))
        before = one.sha256
    return chain, broken


def link_name(fact: SignOffFact) -> str:
    """The link of a record, as it was called then."""
    try:
        found = json.loads(fact.record)["link"]["name"]
    except (ValueError, KeyError, TypeError):
        return "a record that cannot be read"
    return str(found)


def since_then(check: LinkCheck, record: Mapping[str, Any]) -> list[str]:
    """What of a link is planned otherwise since it was signed: lines that went and came."""
    then = [str(one) for one in record.get("planned", ())]
    lines = unified_diff(then, path_lines(check), lineterm="", n=0)
    return [line for line in lines if line[:1] in "+-" and line[:3] not in ("+++", "---")]
