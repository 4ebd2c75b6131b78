"""Which causes a link can have, how likely each is before anybody looked, and where it would be."""

from dataclasses import dataclass

from passerelle.core.judge.check import LinkCheck
from passerelle.core.light.modules import Module
from passerelle.core.plan.devices import Port
from passerelle.core.plan.ends import Side
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.tables.hunting import CAUSES, CauseRow

from .seen import NO_PRACTICE, SIDES, Practice

FOUND = 15.0
"""So much likelier is a cause that the plan already has a finding of. A planning value."""
RULED_OUT = 0.1
"""So much less likely is one that the record speaks against. A planning value."""


@dataclass(frozen=True, slots=True)
class Cause:
    """A cause as it may be here. end : None where it belongs to none. at : parts of the path."""

    row: CauseRow
    end: Side | None
    at: tuple[int, ...]
    weight: float
    why: str

    def near(self, end: Side) -> bool:
        """Whether an end is the near one of its row."""
        return end == (self.end or "a")


def causes(check: LinkCheck, practice: Practice = NO_PRACTICE) -> list[Cause]:
    """What may keep this link from coming up. The weights are relative to each other."""
    found = []
    for row in CAUSES.values():
        factor, why = _possible(row.id, check)
        if factor <= 0:
            continue
        told = [one for one in check.findings if one.rule.id in row.findings]
        for end in SIDES if row.by_end else (None,):
            mine = [one for one in told if end is None or not one.ends or end in one.ends]
            where = tuple(sorted({n for one in mine for n in one.at})) or _where(row.id, end, check)
            often = practice.odds.get(row.id, row.weight)
            weight = often * factor * _of_end(row.id, end, check)
            reasons = [one.message for one in mine[:1]] or [why or row.source]
            found.append(Cause(row, end, where, weight * (FOUND if mine else 1.0), reasons[0]))
    return found


def _possible(cause: str, check: LinkCheck) -> tuple[float, str]:
    """How much likelier the link makes it, 0 where it cannot be, and why."""
    sums = check.budget
    modules = sums.modules
    joints = [one for one in sums.link.path.parts if isinstance(one, Joint)]
    if cause == "pair-crossed":
        return (1.0 if any((one.strands or 2) > 1 for one in modules) else 0.0, "two strands")
    if cause == "same-side":
        return (1.0 if any(one.pairs_with for one in modules) else 0.0, "two sides of one kind")
    if cause == "conditioning":
        return (1.0 if any(one.mode_conditioning_on for one in modules) else 0.0, "long wave")
    if cause == "fec-one-end":
        used = any(one.fec != "none" for one in modules) or any(
            port.fec is not None for port in _ports(check)
        )
        return (1.0 if used else 0.0, "error correction is used")
    if cause == "split-not-set":
        split = any(port.split or port.lane for port in _ports(check))
        return (1.0 if split or any(one.parent for one in modules) else 0.0, "a split port")
    if cause == "overload":
        return _overload(check)
    if cause == "too-long":
        margin = check.margin_db
        if margin is None:
            return 1.0, "the margin is not known"
        return (1.0, "") if margin < 0 else (RULED_OUT, f"planned margin {margin:.2f} dB")
    if cause == "bad-joint":
        return (1.0 if joints else 0.0, f"{len(joints)} joints")
    return 1.0, ""


def _overload(check: LinkCheck) -> tuple[float, str]:
    known = [
        (one.received_max_dbm, one.receive_max_dbm) for one in check.budget.directions
    ]  # fmt: skip
    if any(got is None or most is None for got, most in known):
        return 0.3, "the most light that arrives is not known"
    if all(got <= most for got, most in known if got is not None and most is not None):
        return 0.0, ""
    return 1.0, "more can arrive than the receiver bears"


def _of_end(cause: str, end: Side | None, check: LinkCheck) -> float:
    """What the record of an end says for or against a cause."""
    if end is None:
        return 1.0
    port = _ports(check)[SIDES.index(end)]
    if cause == "coding-refused" and port.own_coding_only is False:
        return RULED_OUT
    if cause == "split-not-set":
        mine: Module = check.budget.modules[SIDES.index(end)]
        mixed = port.split or port.lane
        return 1.0 if mixed or mine.parent else RULED_OUT
    return 1.0


def _ports(check: LinkCheck) -> list[Port]:
    return [check.budget.link.a.port, check.budget.link.b.port]


def _where(cause: str, end: Side | None, check: LinkCheck) -> tuple[int, ...]:
    """Parts of the path where a cause would be."""
    parts = check.budget.link.path.parts
    last = len(parts) - 1
    if cause == "dirty":
        return tuple(n for n in (0, 1) if n <= last) if end == "a" else (max(0, last - 1), last)
    if cause in ("bend", "break", "wrong-glass", "too-long"):
        return tuple(
            n for n, one in enumerate(parts) if isinstance(one, Segment) and one.kind == "cable"
        ) or tuple(n for n, one in enumerate(parts) if isinstance(one, Segment))
    if cause in ("bad-joint", "polish"):
        return tuple(n for n, one in enumerate(parts) if isinstance(one, Joint))
    if cause in ("pair-crossed", "conditioning"):
        return tuple(
            n for n, one in enumerate(parts) if isinstance(one, Segment) and one.kind == "cord"
        )
    if cause == "wrong-strand":
        return (0,) if end == "a" else (last,)
    return ()
