"""Thousands of things made at once: the collector waits until they are there."""

import gc
from collections.abc import Iterator
from contextlib import contextmanager


@contextmanager
def many_things() -> Iterator[None]:
    """Pause the collector while thousands of plain things are made.

    Plans and answers hold no cycles: the collector would only look through all of them again and
    again, and the time would grow faster than the plan.
    """
    collecting = gc.isenabled()
    gc.disable()
    try:
        yield
    finally:
        if collecting:
            gc.enable()
