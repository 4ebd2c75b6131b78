"""What a finding carries, which one explains which, and in what order they are read."""

from dataclasses import dataclass, replace

from passerelle.core.light.edits import Edit
from passerelle.core.tables.kinds import Effort
from passerelle.core.words import in_metres

from .rules import NOTE, RULES, SEVERITIES, STOP, WARN, Rule, Severity

__all__ = ["NOTE", "RULES", "SEVERITIES", "STOP", "WARN"]


@dataclass(frozen=True, slots=True)
class Remedy:
    """A mechanical cure: edits to the link, with a label that says what they do.

    effort : what it takes: one of EFFORTS.
    """

    label: str
    edits: tuple[Edit, ...]
    effort: Effort = "cord"


EFFORTS: dict[Effort, str] = {
    "setting": "by hand or by a setting: nothing to buy",
    "order": "ordered so: it is not bought yet",
    "cord": "a cord to change",
    "connectors": "better plugs on the same path",
    "part": "one part more",
    "module": "other modules",
    "cable": "other cable: pulled anew, or chosen before it is pulled",
}
"""What a remedy takes, least effort first, in words."""
NO_PURCHASE: tuple[Effort, ...] = ("setting", "order")
"""Nothing more is bought for these than is anyway."""


@dataclass(frozen=True, slots=True)
class Finding:
    """One finding at a place in the path.

    at : indices into the path's parts; empty where it is about the link as a whole.
    ends : the ends (a, b) that it is about, where it is about modules.
    said : what is wrong, with the quantities in it; message : the same in metres.
    remedy, others : the cure to take first, and others of the same kind.
    """

    rule: Rule
    at: tuple[int, ...]
    said: str
    do: str
    source: str
    ends: tuple[str, ...] = ()
    remedy: Remedy | None = None
    explained_by: str | None = None
    others: tuple[Remedy, ...] = ()

    @property
    def message(self) -> str:
        """What is wrong, in metres."""
        return in_metres(self.said)


_ORDER = {rule_id: at for at, rule_id in enumerate(RULES)}
_CAUSES = tuple(rule for rule in RULES.values() if rule.explains)


def finding(
    rule_id: str,
    message: str,
    *,
    at: tuple[int, ...] = (),
    ends: tuple[str, ...] = (),
    do: str | None = None,
    source: str | None = None,
    severity: Severity | None = None,
    remedy: Remedy | None = None,
    others: tuple[Remedy, ...] = (),
) -> Finding:
    """Make a finding of a registered rule; `severity` changes it where the rule says so."""
    rule = RULES[rule_id]
    if severity is not None and severity != rule.severity:
        rule = replace(rule, severity=severity)
    return Finding(
        rule, at, message, do or rule.do, source or rule.source, ends, remedy, others=others
    )


def folded(findings: list[Finding]) -> list[Finding]:
    """Mark each finding that another one explains with that one's rule id."""
    present = {f.rule.id for f in findings}
    causes: dict[str, str] = {}
    for cause in _CAUSES:
        if cause.id in present and cause.id not in causes:
            for echo in cause.explains:
                causes.setdefault(echo, cause.id)
    return [replace(f, explained_by=causes.get(f.rule.id)) if causes else f for f in findings]


def order_of(found: Finding) -> tuple[int, int, int]:
    """Severity, consequence, then the registry's order: what is read first is lowest."""
    return (*found.rule.rank, _ORDER[found.rule.id])


def in_order(findings: list[Finding]) -> tuple[Finding, ...]:
    """Findings by what decides first: severity, consequence, the registry's order, the place.

    Of what stops a link in the same way, a cause that no remedy takes away leads: curing the others
    does not bring the link up.
    """

    def curable(found: Finding) -> bool:
        cause = found.rule.severity == STOP and found.explained_by is None
        return not cause or found.remedy is not None

    def key(found: Finding) -> tuple[int, int, bool, int, tuple[int, ...]]:
        severity, consequence, registry = order_of(found)
        return severity, consequence, curable(found), registry, found.at

    return tuple(sorted(findings, key=key))
