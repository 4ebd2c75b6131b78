"""The log in the data folder: what failed and when, never what plans hold or who asked."""

import logging
import os
import sys
from io import TextIOWrapper
from logging.handlers import RotatingFileHandler
from pathlib import Path

FILE_NAME = "passerelle.log"
MAX_BYTES = 1_000_000
KEPT = 3
_FORMAT = "%(asctime)s %(levelname)s %(name)s: %(message)s"


class _OwnersFile(RotatingFileHandler):
    """A rotating file that its owner alone can read."""

    def _open(self) -> TextIOWrapper:
        flags = os.O_WRONLY | os.O_CREAT | os.O_APPEND
        return os.fdopen(os.open(self.baseFilename, flags, 0o600), "a", encoding="utf-8")


def start(folder: Path, *, verbose: bool = False) -> list[logging.Handler]:
    """Log warnings and faults to the folder; with `verbose` everything, to standard error too."""
    root = logging.getLogger("passerelle")
    root.setLevel(logging.DEBUG if verbose else logging.INFO)
    handlers: list[logging.Handler] = []
    try:
        handlers.append(_OwnersFile(folder / FILE_NAME, maxBytes=MAX_BYTES, backupCount=KEPT))
    except OSError as error:
        print(f"no log is kept in {folder}: {(error.strerror or '').lower()}", file=sys.stderr)
    if verbose:
        handlers.append(logging.StreamHandler())
    for handler in handlers:
        handler.setFormatter(logging.Formatter(_FORMAT))
        root.addHandler(handler)
    return handlers


def stop(handlers: list[logging.Handler]) -> None:
    """Close the log."""
    for handler in handlers:
        logging.getLogger("passerelle").removeHandler(handler)
        handler.close()
