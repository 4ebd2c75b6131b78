"""The demo plans: an invented island field station. All names, lengths and figures are made up."""

from functools import cache
from importlib.resources import files
from typing import Literal

from passerelle.core.plan.facts import Facts
from passerelle.core.plan.plan import Plan
from passerelle.formats.planfile import read_file

Demo = Literal["skerravoe", "mistakes"]
"""skerravoe : as a good planner has it; mistakes : the same station, one mistake of each kind."""


@cache
def demo_file(name: Demo = "skerravoe") -> tuple[Plan, Facts]:
    """A demo plan and what was seen there, from the plan file that ships with the application.

    It is read once: a plan is never changed, only followed by another.
    """
    return read_file((files(__package__) / f"{name}.passerelle.json").read_bytes())


def demo_plan(name: Demo = "skerravoe") -> Plan:
    """A demo plan by itself, before anything was seen or done."""
    return demo_file(name)[0]


def mistakes_plan() -> Plan:
    """The plan of mistakes, for learning and for tests."""
    return demo_plan("mistakes")
