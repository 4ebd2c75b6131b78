"""What a command is given and what it gives back: files, or the standard streams for '-'."""

import sys
from pathlib import Path

from passerelle.core.refused import Refused

MAX_FILE_BYTES = 256 << 20
"""What is read of any file at most; each format has its own limit below it."""


def read_input(name: str) -> bytes:
    """The bytes of a file, or of standard input for '-'. Raises Refused."""
    try:
        if name == "-":
            return sys.stdin.buffer.read(MAX_FILE_BYTES + 1)
        with Path(name).open("rb") as file:
            return file.read(MAX_FILE_BYTES + 1)
    except OSError as error:
        raise Refused(name, str(error.strerror)) from None
    except ValueError as error:
        raise Refused(repr(name[:60]), str(error)) from None


def written(name: str, data: bytes) -> int:
    """Bytes in a file, or on standard output for '-'. Raises Refused."""
    if name == "-":
        sys.stdout.buffer.write(data)
        return 0
    try:
        Path(name).write_bytes(data)
    except OSError as error:
        raise Refused(name, (error.strerror or "cannot be written").lower()) from None
    return 0
