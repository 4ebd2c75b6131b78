"""Which tables an answer was worked out by: their edition, and the hash of all that they hold."""

import hashlib
from functools import cache
from importlib.resources import files

from .reading import read_file

EDITION: str = read_file("edition.toml")["edition"]


@cache
def tables_hash() -> str:
    """SHA-256 of all tables, rules included, in the order of their names."""
    made = hashlib.sha256()
    for file in sorted(files(__package__ or "").iterdir(), key=lambda one: one.name):
        if file.name.endswith(".toml"):
            made.update(file.name.encode() + b"\0" + file.read_bytes() + b"\0")
    return made.hexdigest()
