"""Simulated stand-ins of source, meter, scope, red light and switches, over one hidden plant."""

import json
from base64 import b64encode
from collections.abc import Callable, Mapping
from dataclasses import asdict, dataclass, field, replace
from typing import get_args

from passerelle.core.measuring.faces import KINDS, FaceKind, graded
from passerelle.core.measuring.runs import TestRun
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.testing import Direction, Method
from passerelle.core.tracing.layout import laid_out
from passerelle.core.tracing.predict import Settings
from passerelle.formats.sor.writing import write_sor

from .hidden import Hidden
from .ports import Links, Ports
from .protocol import ERROR, AskError, Instrument, number
from .scope import face
from .tracer import as_file, taken

Runs = Callable[[], Mapping[str, TestRun]]
DRIFT_DB = 0.0002
"""A source drifts by so much with each reading since its reference. Invented. [dB]"""


@dataclass
class Connected:
    """What lies between source and meter, and the reference that stands."""

    run: TestRun | None = None
    direction: Direction = "a-b"
    nm: float | None = None
    method: Method = "one-cord"
    readings: int = 0


@dataclass
class Source:
    """A light source: it is put to an end of a run, and switched on at a wavelength."""

    runs: Runs
    now: Connected

    def ask(self, words: list[str]) -> str:
        """`source RUN a-b`, `source on NM`, `source off`."""
        if words[:1] == ["off"]:
            self.now.nm = None
        elif words[:1] == ["on"] and len(words) == 2:
            self.now.nm = number(words[1], "the wavelength", 600, 1700)
        elif len(words) == 2 and words[1] in get_args(Direction):
            self.now.run = _run(self.runs, words[0])
            self.now.direction = "a-b" if words[1] == "a-b" else "b-a"
        else:
            raise AskError("a source is asked: RUN a-b, RUN b-a, on NM, or off")
        return "ok"


@dataclass
class Meter:
    """A power meter with a reference: it reads loss, and length."""

    hidden: Hidden
    now: Connected

    def ask(self, words: list[str]) -> str:
        """`meter reference METHOD`, `meter read`, `meter length`."""
        if words[:1] == ["reference"] and len(words) == 2:
            method = next((one for one in get_args(Method) if one == words[1]), None)
            if method is None:
                raise AskError(
                    f"{words[1][:30]!r} is no method; one of {', '.join(get_args(Method))}"
                )
            self.now.method, self.now.readings = method, 0
            return "ok"
        if words == ["read"]:
            return self._read()
        if words == ["length"]:
            if self.now.run is None:
                raise AskError("nothing is connected")
            return f"m {self.hidden.length_m(self.now.run):.1f}"
        raise AskError("a meter is asked: reference METHOD, read, or length")

    def _read(self) -> str:
        if self.now.run is None:
            raise AskError("nothing is connected: source RUN a-b comes first")
        if self.now.nm is None:
            return "dark"
        self.now.readings += 1
        loss = self.hidden.loss_db(
            self.now.run, self.now.nm, self.now.direction, self.now.method, self.now.readings
        )
        return "dark" if loss is None else f"db {loss + DRIFT_DB * self.now.readings:.2f}"


@dataclass
class RedLight:
    """Red light into a strand: where does it come out?"""

    hidden: Hidden
    runs: Runs

    def ask(self, words: list[str]) -> str:
        """`red RUN`."""
        if len(words) != 1:
            raise AskError("red light is asked: RUN")
        run = _run(self.runs, words[0])
        other = self.hidden.seen_at(run)
        if other is not None:
            return f"out {other}"
        dark = any(one.kind == "break" for one in self.hidden.of(run.id))
        return "dark" if dark else f"out {run.strand or 1}"


@dataclass
class Scope:
    """A microscope: what lies on a face, and how it is graded."""

    hidden: Hidden

    def ask(self, words: list[str]) -> str:
        """`scope KIND CLEANINGS WHERE`."""
        if len(words) < 3:
            raise AskError("a scope is asked: KIND CLEANINGS WHERE")
        kind: FaceKind | None = next((one for one in get_args(FaceKind) if one == words[0]), None)
        if kind is None:
            raise AskError(f"{words[0][:30]!r} is no kind of face; one of {', '.join(KINDS)}")
        cleanings = int(number(words[1], "the number of cleanings", 0, 100))
        seen = face(self.hidden, " ".join(words[2:])[:200], cleanings)
        made = graded(seen, kind, cleanings)
        return json.dumps({"features": [asdict(one) for one in seen], **asdict(made)})


@dataclass
class Switch:
    """A switch: which of its ports is lit."""

    port: int = 1

    def ask(self, words: list[str]) -> str:
        """`switch N`."""
        if len(words) != 1:
            raise AskError("a switch is asked: N")
        self.port = int(number(words[0], "the port", 1, 144))
        return f"ok {self.port}"


@dataclass
class TraceMeter:
    """A reflectometer: it draws a run from one of its ends, and gives the trace as a file."""

    hidden: Hidden
    runs: Runs

    def ask(self, words: list[str]) -> str:
        """`trace RUN a-b NM PULSE AVERAGES LAUNCH RECEIVE`."""
        if len(words) != 7 or words[1] not in get_args(Direction):
            raise AskError("a reflectometer is asked: RUN a-b NM PULSE AVERAGES LAUNCH RECEIVE")
        run = _run(self.runs, words[0])
        nm = number(words[2], "the wavelength", 600, 1700)
        pulse = number(words[3], "the pulse", 1, 20_000)
        averages = number(words[4], "the averages", 1, 1e9)
        cords = [number(text, "a test cord", 0, 50_000) for text in words[5:]]
        turned = words[1] == "b-a"
        layout = laid_out(run, nm, HouseRules(), turned=turned, launch=cords[0], receive=cords[1],
                          tables=self.hidden.tables)  # fmt: skip
        trace, real = taken(self.hidden, run, layout, Settings(pulse, averages))
        places = [end.place or "" for end in run.ends]
        near, far = reversed(places) if turned else places
        texts = {"cable": run.cable or run.link or "", "fiber": str(run.strand or ""),
                 "from": near, "to": far, "supplier": "Passerelle",
                 "instrument": "simulated reflectometer", "serial": f"seed {self.hidden.seed}",
                 "comment": "simulated"}  # fmt: skip
        made = as_file(trace, replace(real, start_m=layout.start_m), averages, texts)
        return b64encode(write_sor(made)).decode()


@dataclass
class Bench:
    """All stand-ins of one person, on one line. They keep what is connected, each person alone."""

    hidden: Hidden
    runs: Runs
    links: Links = dict
    now: Connected = field(default_factory=Connected)
    made: dict[str, Instrument] = field(default_factory=dict)

    def __post_init__(self) -> None:
        self.made = {
            "source": Source(self.runs, self.now),
            "meter": Meter(self.hidden, self.now),
            "red": RedLight(self.hidden, self.runs),
            "scope": Scope(self.hidden),
            "switch": Switch(),
            "trace": TraceMeter(self.hidden, self.runs),
            "link": Ports(self.hidden, self.links),
        }

    def answer(self, line: str) -> str:
        """The answer to a line; what cannot be done is answered, never raised."""
        words = line.split()
        if not words:
            return f"{ERROR}nothing was asked"
        if words == ["hello"]:
            return f"passerelle stand-ins 1 simulated seed {self.hidden.seed}"
        if words == ["runs"]:
            return f"runs {len(self.runs())}"
        instrument = self.made.get(words[0])
        if instrument is None:
            listed = ", ".join(self.made)
            return f"{ERROR}{words[0][:30]!r} is no instrument here; there are {listed}"
        try:
            return instrument.ask(words[1:])
        except AskError as error:
            return f"{ERROR}{error}"


def _run(runs: Runs, key: str) -> TestRun:
    found = runs().get(key)
    if found is None:
        raise AskError(f"there is no run {key[:40]!r} here")
    return found
