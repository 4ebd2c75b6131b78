"""`passerelle trace predict | read | match`: what should be drawn, what was, where it differs."""

import argparse
import json
from pathlib import Path
from typing import Any

from passerelle.core.judge.wholeplan import PlanCheck, check
from passerelle.core.measuring.runs import LeftOut, TestRun, channel_runs, permanent_runs
from passerelle.core.refused import Refused
from passerelle.core.tracing.layout import laid_out
from passerelle.core.tracing.predict import Settings, predict
from passerelle.core.tracing.settings import usual
from passerelle.core.tracing.study import analysis_of, as_taken, study
from passerelle.formats import tracejson
from passerelle.formats.given import read_input, written
from passerelle.formats.planfile import read_plan
from passerelle.formats.sor.reading import MAX_BYTES, read_sor
from passerelle.formats.sor.record import TraceFile
from passerelle.formats.sor.writing import write_sor
from passerelle.instruments.tracer import as_file


def add_commands(commands: Any) -> None:
    """The three commands below `trace`."""
    trace = commands.add_parser("trace", help="traces: predict one, read one, match one to a run")
    kinds = trace.add_subparsers(dest="trace", required=True, metavar="WHAT")
    made = kinds.add_parser("predict", help="the events, and the trace, that a run should show")
    _of_run(made)
    made.add_argument("--nm", type=float, required=True, help="wavelength")
    made.add_argument("--pulse-ns", type=float, help="else the usual one for the length")
    made.add_argument("--averages", type=float, default=30_000.0)
    made.add_argument("--seed", type=int, help="of the noise; without it there is none")
    made.add_argument("--basis", choices=("typical", "worst"), default="typical")
    made.add_argument("--out", type=Path, metavar="SOR", help="write the trace as a file")
    made.set_defaults(run=run_predict)
    read = kinds.add_parser("read", help="what a trace file says")
    read.add_argument("sor", metavar="SOR", type=Path)
    read.add_argument("--json", action="store_true", help="print it as JSON")
    read.set_defaults(run=run_read)
    match = kinds.add_parser("match", help="a trace against the planned parts of a run")
    _of_run(match)
    match.add_argument("sor", metavar="SOR", type=Path)
    match.add_argument("--back", type=Path, metavar="SOR", help="taken from the other end")
    match.add_argument("--also", type=Path, metavar="SOR", help="same end, other wavelength")
    match.set_defaults(run=run_match)


def _of_run(command: argparse.ArgumentParser) -> None:
    command.add_argument("file", metavar="FILE", help="a plan file, or - for standard input")
    command.add_argument(
        "--run", dest="of", required=True, metavar="RUN", help="as P-07/3, or an id"
    )
    command.add_argument(
        "--from", dest="start", metavar="PLACE", help="where the instrument stands"
    )
    command.add_argument("--launch-m", type=float, help="length of the launch cord")
    command.add_argument("--receive-m", type=float, help="length of the receive cord")
    command.add_argument("--json", action="store_true", help="print it as JSON")


def _run_of(file: str, name: str, place: str | None) -> tuple[PlanCheck, TestRun, bool]:
    """A run of a plan file, and whether the instrument stands at its second end."""
    judged = check(read_plan(read_input(file)))
    runs = [run for run in (*permanent_runs(judged), *channel_runs(judged))
            if not isinstance(run, LeftOut)]  # fmt: skip
    found = next((run for run in runs if name in (run.name, run.id)), None)
    if found is None:
        raise Refused("--run", f"there is no run {name[:60]!r} in this plan")
    places = [end.place for end in found.ends]
    if place is not None and place not in places:
        told = " and ".join(one or "a place not recorded" for one in places)
        raise Refused("--from", f"{place[:60]!r} is no end of {name}; its ends are {told}")
    return judged, found, place is not None and place == places[1] and places[0] != places[1]


def _checked(arguments: argparse.Namespace) -> None:
    for name, value, least, most in (
        ("--nm", getattr(arguments, "nm", None), 600, 1700),
        ("--pulse-ns", getattr(arguments, "pulse_ns", None), 1, 100_000),
        ("--launch-m", arguments.launch_m, 0, 50_000),
        ("--receive-m", arguments.receive_m, 0, 50_000),
        ("--averages", getattr(arguments, "averages", None), 1, 1e9),
    ):  # fmt: skip
        if value is not None and not least <= value <= most:
            raise Refused(name, f"{value:g} is not within {least:g} and {most:g}")


def run_predict(arguments: argparse.Namespace) -> int:
    """`passerelle trace predict FILE --run RUN --from PLACE --nm N …`."""
    _checked(arguments)
    judged, run, turned = _run_of(arguments.file, arguments.of, arguments.start)
    layout = laid_out(
        run, arguments.nm, judged.plan.house_rules, turned=turned, launch=arguments.launch_m,
        receive=arguments.receive_m, basis=arguments.basis, tables=judged.site.tables,
    )  # fmt: skip
    pulse = arguments.pulse_ns or usual(run).pulse_ns
    document = tracejson.predicted(run, layout, pulse)
    if arguments.out is not None:
        made = predict(layout, Settings(pulse, arguments.averages, seed=arguments.seed))
        ends = [end.place or "" for end in run.ends]
        ends = ends[::-1] if turned else ends
        texts = {"cable": run.cable or run.link or "", "fiber": str(run.strand or run.name),
                 "from": ends[0], "to": ends[1], "instrument": "simulated",
                 "supplier": "Passerelle", "comment": "predicted"}  # fmt: skip
        written(str(arguments.out), write_sor(as_file(made, layout, arguments.averages, texts)))
    return _print(arguments, document)


def run_read(arguments: argparse.Namespace) -> int:
    """`passerelle trace read SOR`."""
    trace = _sor(arguments.sor)
    return _print(arguments, tracejson.read(trace, analysis_of(as_taken(trace))))


def run_match(arguments: argparse.Namespace) -> int:
    """`passerelle trace match FILE --run RUN --from PLACE SOR [--back SOR] [--also SOR] …`."""
    _checked(arguments)
    judged, run, turned = _run_of(arguments.file, arguments.of, arguments.start)
    also, back = (None if path is None else as_taken(_sor(path))
                  for path in (arguments.also, arguments.back))  # fmt: skip
    made = study(
        judged.plant, run, judged.plan.house_rules, as_taken(_sor(arguments.sor)), turned=turned,
        launch_m=arguments.launch_m, receive_m=arguments.receive_m, also=also, back=back,
        tables=judged.site.tables,
    )  # fmt: skip
    return _print(arguments, tracejson.matched(run, made))


def _sor(path: Path) -> TraceFile:
    try:
        with path.open("rb") as file:
            data = file.read(MAX_BYTES + 1)
    except OSError as error:
        raise Refused(str(path), (error.strerror or "cannot be read").lower()) from None
    try:
        return read_sor(data)
    except Refused as refused:
        raise Refused(f"{path}: {refused.path}", refused.reason) from None


def _print(arguments: argparse.Namespace, document: dict[str, Any]) -> int:
    if arguments.json:
        print(json.dumps(document, indent=1, ensure_ascii=False))
    else:
        print(tracejson.table(document))
    return 0
