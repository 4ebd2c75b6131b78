"""Long work says how far it has come, and stops where it is asked to.

Whoever starts work may hold a `Work` for it (`watched`); loops over thousands of things say their
steps (`steps`), wherever they are, and nobody watching costs nothing. What is stopped has left
nothing behind: a step is refused like any other input, before the transaction is over.
"""

from collections.abc import Collection, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass
from typing import TypeVar

from .refused import Told

T = TypeVar("T")
EACH = 64
"""So many things between two looks at whether to go on."""


class Stopped(Told):
    """Somebody asked for this work to stop, and it did."""

    def __init__(self) -> None:
        super().__init__("", "Stopped: nothing was stored.")


@dataclass
class Work:
    """One piece of work as it goes on. what : in words. done, of : how far; of 0: not known.

    kept : its change is stored; from here on it can only be finished.
    """

    what: str = "Reading"
    done: int = 0
    of: int = 0
    kept: bool = False
    stopping: bool = False

    def step(self, what: str, done: int, of: int) -> None:
        """Say how far it is. Raises Stopped where it is to go no further."""
        self.what, self.done, self.of = what, done, of
        if self.stopping and not self.kept:
            raise Stopped


_NOW: ContextVar[Work | None] = ContextVar("work", default=None)


@contextmanager
def watched(work: Work) -> Iterator[None]:
    """What is done inside tells its steps to `work`."""
    token = _NOW.set(work)
    try:
        yield
    finally:
        _NOW.reset(token)


def steps(what: str, things: Collection[T], each: int = EACH) -> Iterator[T]:
    """The things one by one, saying on the way how many are done. Raises Stopped."""
    work = _NOW.get()
    if work is None:
        yield from things
        return
    for at, thing in enumerate(things):
        if at % each == 0:
            work.step(what, at, len(things))
        yield thing


def phase(what: str, done: int = 0, of: int = 0) -> None:
    """Say what is done now, and how far it is; of 0: nobody can count it. Raises Stopped."""
    work = _NOW.get()
    if work is not None:
        work.step(what, done, of)


def kept() -> None:
    """What was done so far is stored: it cannot be stopped any more."""
    work = _NOW.get()
    if work is not None:
        work.kept = True
