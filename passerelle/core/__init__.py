"""The job itself: pure functions over frozen dataclasses. No interface code, no storage.

from passerelle.core import HouseRules, check_link
"""

from passerelle.core.judge.check import LinkCheck, check_all, check_link
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End, EndError
from passerelle.core.plan.connectors import Connector, connector
from passerelle.core.plan.ends import DataSheet
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, LightPath, PathError, Segment, joined

from .tables import STANDARD

__all__ = [
    "STANDARD",
    "Connector",
    "DataSheet",
    "End",
    "EndError",
    "HouseRules",
    "Joint",
    "LightPath",
    "Link",
    "LinkCheck",
    "PathError",
    "Segment",
    "check_all",
    "check_link",
    "connector",
    "joined",
]
