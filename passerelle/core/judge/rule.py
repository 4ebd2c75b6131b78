"""What a rule is."""

from dataclasses import dataclass

STOP, WARN, NOTE = "stop", "warn", "note"
SEVERITIES = (STOP, WARN, NOTE)


@dataclass(frozen=True, slots=True)
class Rule:
    """One rule. `step` is the pier of the job that the finding hangs from."""

    id: str
    severity: str
    title: str
    why: str
    do: str
    source: str
    step: str = "light"
