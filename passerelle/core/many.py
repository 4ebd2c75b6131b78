"""Thousands of things made at once: the collector waits, and then lets them be."""

import gc
from collections.abc import Iterator
from contextlib import contextmanager

LASTING = 100_000
"""From so many new objects on they are a plan or its answers, and not looked through again."""


@contextmanager
def many_things() -> Iterator[None]:
    """Pause the collector while thousands of plain things are made.

    Plans and answers hold no cycles: the collector would only look through all of them again and
    again, and everybody else would wait for it, longer with every plan. What a large plan has made
    is left to itself: it goes when nothing holds it any more.
    """
    collecting = gc.isenabled()
    gc.disable()
    try:
        yield
    finally:
        if gc.get_count()[0] > LASTING:
            gc.freeze()
        if collecting:
            gc.enable()
