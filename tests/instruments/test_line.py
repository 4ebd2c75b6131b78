"""The stand-ins over their socket: what is asked, what is answered, and what is refused."""

import json
import socket

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.measuring.runs import LeftOut, permanent_runs
from passerelle.core.refused import Refused
from passerelle.demo_data import demo_plan
from passerelle.instruments.hidden import Fault, Hidden
from passerelle.instruments.line import Line, serving
from passerelle.instruments.protocol import MAX_LINE

RUNS = {one.id: one for one in permanent_runs(check(demo_plan())) if not isinstance(one, LeftOut)}
KEY = next(run.id for run in RUNS.values() if run.name == "H-06/5")
OTHER = next(run.id for run in RUNS.values() if run.name == "H-06/6")


@pytest.fixture
def server():
    hidden = Hidden(4, (Fault("crossed", KEY, other=6), Fault("break", OTHER)))
    with serving(hidden, lambda: RUNS) as made:
        yield made


def test_a_reading_takes_a_source_a_wavelength_and_a_reference(server):
    run = next(run.id for run in RUNS.values() if run.name == "H-06/1")
    with Line(server.port) as line:
        assert "simulated" in line.ask("hello")
        assert line.ask("runs") == f"runs {len(RUNS)}"
        line.ask("meter reference one-cord")
        line.ask(f"source {run} a-b")
        assert line.ask("meter read") == "dark"
        line.ask("source on 1310")
        told = line.ask("meter read")
        assert told.startswith("db ")
        assert 0.3 < float(told[3:]) < 1.9
        assert 460 < float(line.ask("meter length")[2:]) < 475
        line.ask("source off")
        assert line.ask("meter read") == "dark"


def test_red_light_tells_crossed_from_broken(server):
    with Line(server.port) as line:
        assert line.ask(f"red {KEY}") == "out 6"
        assert line.ask(f"red {OTHER}") == "dark"


def test_a_scope_shows_a_face_and_cleaning_never_adds_dirt(server):
    with Line(server.port) as line:
        for n in range(30):
            first, last = (json.loads(line.ask(f"scope UPC {c} Hall/A/{n}")) for c in (0, 6))
            loose = [[f for f in one["features"] if f["kind"] in ("grain", "oil")]
                     for one in (first, last)]  # fmt: skip
            lasting = [[f for f in one["features"] if f["kind"] not in ("grain", "oil")]
                       for one in (first, last)]  # fmt: skip
            assert len(loose[1]) <= len(loose[0])
            assert lasting[0] == lasting[1]
        assert line.ask("switch 7") == "ok 7"


@pytest.mark.parametrize(
    ("asked", "said"),
    [
        ("fax 1", "'fax' is no instrument here"), ("", "nothing was asked"),
        ("source on blue", "the wavelength 'blue' is no number"),
        ("source on 99999", "is not within 600 and 1700"),
        ("source gone-1 a-b", "there is no run 'gone-1'"), ("source x", "a source is asked"),
        ("meter reference four-cord", "is no method"), ("meter read", "nothing is connected"),
        ("meter fly", "a meter is asked"), ("scope UPC", "a scope is asked"),
        ("scope XYZ 0 here", "is no kind of face"), ("switch 0", "is not within 1 and 144"),
        ("switch", "a switch is asked"), ("red", "red light is asked"),
    ],
)  # fmt: skip
def test_what_cannot_be_done_is_said_in_a_sentence_and_the_line_stays(server, asked, said):
    with Line(server.port) as line:
        with pytest.raises(Refused, match=said):
            line.ask(asked)
        assert line.ask("hello")


def test_a_line_that_never_ends_is_closed(server):
    with socket.create_connection(("127.0.0.1", server.port), 5) as raw:
        raw.sendall(b"x" * (MAX_LINE + 10) + b"\n")
        assert raw.makefile().readline().startswith("error a line has at most")
        assert raw.recv(10) == b""


def test_nobody_there_is_one_sentence():
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    with pytest.raises(Refused, match="nothing answers at"):
        Line(port)


def test_bye_ends_it(server):
    with Line(server.port) as line:
        assert line.ask("bye") == "bye"
        with pytest.raises(Refused, match=r"hung up|stopped"):
            line.ask("hello")
