"""What a finding carries, which one explains which, and in what order they are read."""

from dataclasses import dataclass, replace

from passerelle.core.light.edits import Edit

from .rules import NOTE, RULES, SEVERITIES, STOP, WARN, Rule

__all__ = ["NOTE", "RULES", "SEVERITIES", "STOP", "WARN"]


@dataclass(frozen=True, slots=True)
class Remedy:
    """A mechanical cure: edits to the link, with a label that says what they do.

    effort : what it takes: one of EFFORTS.
    """

    label: str
    edits: tuple[Edit, ...]
    effort: str = "cord"


EFFORTS = {
    "setting": "a setting: nothing to buy",
    "cord": "a cord to change",
    "connectors": "better plugs on the same path",
    "part": "one part more",
    "module": "other modules",
    "cable": "other cable: pulled anew, or chosen before it is pulled",
}
"""What a remedy takes, least effort first, in words."""


@dataclass(frozen=True, slots=True)
class Finding:
    """One finding at a place in the path.

    at : indices into the path's parts; empty where it is about the link as a whole.
    ends : the ends (a, b) that it is about, where it is about modules.
    message : what is wrong, with the numbers in it.
    remedy, others : the cure to take first, and others of the same kind.
    """

    rule: Rule
    at: tuple[int, ...]
    message: str
    do: str
    source: str
    ends: tuple[str, ...] = ()
    remedy: Remedy | None = None
    explained_by: str | None = None
    others: tuple[Remedy, ...] = ()


_ORDER = {rule_id: at for at, rule_id in enumerate(RULES)}


def finding(
    rule_id: str,
    message: str,
    *,
    at: tuple[int, ...] = (),
    ends: tuple[str, ...] = (),
    do: str | None = None,
    source: str | None = None,
    severity: str | None = None,
    remedy: Remedy | None = None,
    others: tuple[Remedy, ...] = (),
) -> Finding:
    """Make a finding of a registered rule; `severity` changes it where the rule says so."""
    rule = RULES[rule_id]
    if severity is not None and severity != rule.severity:
        rule = _with_severity(rule, severity)
    return Finding(
        rule, at, message, do or rule.do, source or rule.source, ends, remedy, others=others
    )


def _with_severity(rule: Rule, severity: str) -> Rule:
    return Rule(rule.id, severity, rule.title, rule.why, rule.do, rule.source, rule.step)


_SUMS = ("reach.exceeded", "reach.near", "reach.unknown", "loss.over-limit", "loss.tight",
         "loss.passes-typical-only", "light.too-weak", "light.overload", "light.unknown",
         "reach.dispersion", "fiber.growth",
         "table.check-data-sheet")  # fmt: skip
_ECHOES = {
    "module.rate-mismatch": ("module.mode", "module.strand-count", *_SUMS),
    "module.pmd-mismatch": ("module.mode", "module.strand-count", *_SUMS),
    "module.mode": ("fiber.mode-conditioning", *_SUMS),
    "fiber.mode-mix": _SUMS,
    "port.breakout": ("polarity.lanes",),
    "mate.keys": ("polarity.lanes", "polarity.not-crossed", "polarity.method-mix"),
    "mate.fiber-count": ("polarity.unknown", "polarity.lanes"),
    "reach.exceeded": ("reach.dispersion", "fiber.growth", "loss.over-limit", "loss.tight",
                       "loss.passes-typical-only", "light.too-weak"),
    "reach.unknown": ("light.too-weak",),
    "loss.over-limit": ("loss.passes-typical-only", "light.too-weak"),
    "loss.tight": ("light.too-weak",),
}  # fmt: skip
"""What each rule explains: with the cause cured, the echo is gone or means something else."""


def folded(findings: list[Finding]) -> list[Finding]:
    """Mark each finding that another one explains with that one's rule id."""
    present = {f.rule.id for f in findings}
    causes: dict[str, str] = {}
    for cause, echoes in _ECHOES.items():
        if cause in present and cause not in causes:
            for echo in echoes:
                causes.setdefault(echo, cause)
    return [replace(f, explained_by=causes.get(f.rule.id)) if causes else f for f in findings]


def order_of(found: Finding) -> tuple[int, int]:
    """Severity, then the registry's order: what is read first is lowest."""
    return SEVERITIES.index(found.rule.severity), _ORDER[found.rule.id]


def in_order(findings: list[Finding]) -> tuple[Finding, ...]:
    """Findings by what decides first: severity, then the registry's order, then the place."""
    return tuple(sorted(findings, key=lambda f: (*order_of(f), f.at)))
