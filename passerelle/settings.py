"""How this run of Passerelle is set: where its plans lie, where it listens, how much it says."""

from dataclasses import dataclass
from pathlib import Path

DEFAULT_PORT = 8321
DEFAULT_FOLDER = Path("data")


@dataclass(frozen=True, slots=True)
class Settings:
    """data : folder of the stored plans. port : on 127.0.0.1, 0 for any. demo : put the demo in.

    verbose : say on standard error, too, what goes to the log. share : address, with its port or
    without, that other devices reach this machine at; None: nothing listens beyond it.
    """

    data: Path = DEFAULT_FOLDER
    port: int = DEFAULT_PORT
    demo: bool = False
    verbose: bool = False
    share: str | None = None
