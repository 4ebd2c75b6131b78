"""What a rule is, and every rule that the tool knows, as the table of rules lists them."""

from dataclasses import dataclass
from typing import Final, Literal, get_args

from passerelle.core.tables.reading import make_row, read_file
from passerelle.core.tables.rows import TableError

Severity = Literal["stop", "warn", "note"]
Step = Literal["survey", "need", "choose", "route", "light", "polarity", "test", "turnup"]
Consequence = Literal["unsafe", "damage", "dark", "dim", "later"]
"""What comes of it: to people, to parts, no link, a bad link, or something some day."""
Verdict = Literal["works", "tight", "fails", "unknown"]

STOP: Final = "stop"
WARN: Final = "warn"
NOTE: Final = "note"
SEVERITIES: tuple[Severity, ...] = get_args(Severity)
CONSEQUENCES: tuple[Consequence, ...] = get_args(Consequence)


@dataclass(frozen=True, slots=True)
class Rule:
    """One rule: how bad it is, why, what to do, and whose word that is.

    step : the pier of the job that a finding hangs from. explains : ids of rules whose findings are
    echoes of this one. voids_margin : what is lost there is in no table, so that no margin holds.
    """

    id: str
    severity: Severity
    consequence: Consequence
    step: Step
    title: str
    why: str
    do: str
    source: str
    explains: tuple[str, ...] = ()
    voids_margin: bool = False

    @property
    def rank(self) -> tuple[int, int]:
        """What is read first is lowest: by severity, then by consequence."""
        return SEVERITIES.index(self.severity), CONSEQUENCES.index(self.consequence)


def read_rules() -> dict[str, Rule]:
    """Every rule by its id, what decides first coming first. Raises TableError."""
    found: dict[str, Rule] = {}
    for raw in read_file("rules.toml")["rule"]:
        where = f"rules.toml {raw.get('id')}"
        rule = make_row(Rule, raw, where)
        if rule.id in found:
            raise TableError(f"{where}: is listed twice")
        if rule.severity not in SEVERITIES:
            raise TableError(f"{where}: severity is not one of {', '.join(SEVERITIES)}")
        if rule.consequence not in CONSEQUENCES:
            raise TableError(f"{where}: consequence is not one of {', '.join(CONSEQUENCES)}")
        if rule.step not in get_args(Step):
            raise TableError(f"{where}: step is not one of {', '.join(get_args(Step))}")
        found[rule.id] = rule
    for rule in found.values():
        for echo in rule.explains:
            if echo not in found:
                raise TableError(f"rules.toml {rule.id}: explains {echo}, which is no rule")
    return found


RULES = read_rules()
