"""Physical and normative figures: data files beside this module, read once when it is imported."""

from .reading import Tables, read_tables
from .rows import (
    GLASS_ROWS,
    HIGH,
    MULTIMODE,
    SINGLE_MODE,
    Application,
    Cage,
    Family,
    Fiber,
    Interworks,
    JointLoss,
    Method,
    PartLoss,
    Reach,
    TableError,
    Window,
)

STANDARD = read_tables()

__all__ = [
    "GLASS_ROWS",
    "HIGH",
    "MULTIMODE",
    "SINGLE_MODE",
    "STANDARD",
    "Application",
    "Cage",
    "Family",
    "Fiber",
    "Interworks",
    "JointLoss",
    "Method",
    "PartLoss",
    "Reach",
    "TableError",
    "Tables",
    "Window",
]
