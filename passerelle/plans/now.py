"""The time of a fact that is noted here."""

from datetime import UTC, datetime


def now() -> str:
    """Now, as facts spell it."""
    return datetime.now(UTC).isoformat(timespec="milliseconds").replace("+00:00", "Z")
