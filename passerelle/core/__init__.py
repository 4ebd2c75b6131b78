"""The job itself: pure functions over frozen dataclasses. No interface code, no storage.

from passerelle.core import HouseRules, check_link
"""

from .check import LinkCheck, check_all, check_link
from .connectors import Connector, connector
from .house_rules import HouseRules
from .lightpath import Joint, LightPath, PathError, Segment, joined
from .link import Link
from .modules import DataSheet, End, EndError
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
