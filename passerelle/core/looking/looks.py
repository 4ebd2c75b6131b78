"""Looks: what a person does to settle an unknown, and how long that takes."""

from dataclasses import dataclass

from passerelle.core.judge.rules import RULES
from passerelle.core.tables.reading import make_row, read_file
from passerelle.core.tables.rows import TableError

OF_THE_PLANT = (
    "cable.no-route", "cable.no-type", "cable.not-decided", "pathway.length-guess",
    "pathway.no-size", "place.no-position",
)  # fmt: skip
"""Unknowns that are no findings: what simply is not recorded, or is recorded as a guess."""


@dataclass(frozen=True, slots=True)
class Look:
    """One way to find out. minutes : at the place. rules : the findings and unknowns it settles."""

    key: str
    do: str
    minutes: float
    rules: tuple[str, ...]


def read_looks() -> tuple[Look, ...]:
    """Every look of the table. Raises TableError where it settles what is not known."""
    looks = tuple(make_row(Look, raw, "looks.toml") for raw in read_file("looks.toml")["look"])
    for look in looks:
        if odd := [rule for rule in look.rules if rule not in RULES and rule not in OF_THE_PLANT]:
            raise TableError(f"looks.toml {look.key}: {odd[0]} is no rule")
    return looks


LOOKS = read_looks()
LOOK_FOR = {rule: look for look in LOOKS for rule in look.rules}
