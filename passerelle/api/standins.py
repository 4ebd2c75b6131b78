"""The simulated instruments of the application: on a loopback socket, and asked over it.

They are started when somebody asks them, on a port of their own, and see the plan as it stands.
"""

import threading
from collections.abc import Mapping
from contextlib import AbstractContextManager
from dataclasses import dataclass, field

from passerelle.core.judge.check import LinkCheck
from passerelle.core.measuring.runs import TestRun
from passerelle.instruments.hidden import Hidden
from passerelle.instruments.line import Line, Serving, serving
from passerelle.instruments.seeded import faulty


@dataclass
class _Plant:
    """What the stand-ins of one plan measure: its runs and links, as they were when last asked."""

    runs: Mapping[str, TestRun] = field(default_factory=dict)
    links: Mapping[str, LinkCheck] = field(default_factory=dict)


MOST = 4
"""So many run at once; the one that was asked longest ago ends when another is needed."""
Running = tuple[_Plant, Serving, AbstractContextManager[Serving]]


@dataclass
class Standins:
    """The stand-ins that run, by plan and seed."""

    _running: dict[tuple[int, int], Running] = field(default_factory=dict)
    _lock: threading.Lock = field(default_factory=threading.Lock)

    def line(
        self, plan_id: int, seed: int, runs: Mapping[str, TestRun],
        links: Mapping[str, LinkCheck] | None = None,
    ) -> Line:  # fmt: skip
        """A line to the stand-ins of a plan, over a hidden plant of that seed."""
        with self._lock:
            known = self._running.pop((plan_id, seed), None)
            if known is None:
                plant = _Plant(runs)
                held = serving(_hidden(seed, runs), lambda: plant.runs,
                               links=lambda: plant.links)  # fmt: skip
                known = (plant, held.__enter__(), held)
            self._running[plan_id, seed] = known
            while len(self._running) > MOST:
                self._running.pop(next(iter(self._running)))[2].__exit__(None, None, None)
            known[0].runs = runs
            known[0].links = links or known[0].links
            known[1].hidden = _hidden(seed, runs)
            return Line(known[1].port)

    def stop(self) -> None:
        """No stand-in runs any more."""
        with self._lock:
            for _, _, held in self._running.values():
                held.__exit__(None, None, None)
            self._running.clear()


def _hidden(seed: int, runs: Mapping[str, TestRun]) -> Hidden:
    return faulty(seed, runs.values())
