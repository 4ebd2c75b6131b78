"""The demo plan: an invented island field station. All names, lengths and figures are made up."""

from importlib.resources import files

from passerelle.core.plan.plan import Plan
from passerelle.formats.planfile import read_plan

FILE = "skerravoe.passerelle.json"


def demo_plan() -> Plan:
    """The demo plan, read from the plan file that ships with the application."""
    return read_plan((files(__package__) / FILE).read_bytes())
