"""The command line: check, materials, visits, tests, instruments, trace, module, hunt, book,
workbook, serve, demo, export, import, backup, restore.

Exit status of `check`: 0 all links work or are tight; 1 at least one fails or is unknown; 2 the
file can't be read, with one line on standard error. Each command imports what it needs, when it
runs, so that the others start at once.
"""

import argparse
import io
import sys
from pathlib import Path
from typing import Any

from passerelle import turnupcli
from passerelle.core.refused import Refused
from passerelle.formats.given import read_input, written
from passerelle.settings import DEFAULT_FOLDER, DEFAULT_PORT, Settings

UNREADABLE = 2
PAPERS = (
    "book", "links", "schedule", "panels", "splices", "pulls", "route", "materials", "brief",
    "visits", "tests", "turnup", "signed",
)  # fmt: skip


def run_check(arguments: argparse.Namespace) -> int:
    """`passerelle check FILE|- [--json]`."""
    from passerelle.core.judge.check import TIGHT, WORKS
    from passerelle.core.judge.wholeplan import check
    from passerelle.core.many import many_things
    from passerelle.core.plant.seen import seen_plan
    from passerelle.formats import checkjson, checktable
    from passerelle.formats.planfile import read_file

    with many_things():
        judged = check(seen_plan(*read_file(read_input(arguments.file))))
        if arguments.json:
            sys.stdout.buffer.write(checkjson.plan_text(judged) + b"\n")
    if not arguments.json:
        print(checktable.table(judged.links))
        for line in checktable.plan_lines(judged):
            print(line)
    return 0 if all(one.verdict in (WORKS, TIGHT) for one in judged.links) else 1


def run_materials(arguments: argparse.Namespace) -> int:
    """`passerelle materials FILE|- [--json]`."""
    import json

    from passerelle.core.judge.wholeplan import check
    from passerelle.core.many import many_things
    from passerelle.core.materials.materials import materials_of
    from passerelle.formats import materialsjson
    from passerelle.formats.planfile import read_plan
    from passerelle.formats.prices import price_book

    with many_things():
        judged = check(read_plan(read_input(arguments.file)))
        made = materials_of(judged, price_book(judged.plan.prices))
    if arguments.json:
        print(json.dumps(materialsjson.as_document(made), indent=1, ensure_ascii=False))
    else:
        print(materialsjson.table(made))
    return 0


def run_visits(arguments: argparse.Namespace) -> int:
    """`passerelle visits FILE|- [--json]`."""
    import json

    from passerelle.core.judge.wholeplan import check
    from passerelle.core.many import many_things
    from passerelle.core.materials.materials import materials_of
    from passerelle.core.visits.proposal import proposed
    from passerelle.formats import visitsjson
    from passerelle.formats.planfile import read_file
    from passerelle.formats.prices import price_book

    plan, facts = read_file(read_input(arguments.file))
    with many_things():
        judged = check(plan)
        made = proposed(judged, materials_of(judged, price_book(plan.prices)), facts)
    if arguments.json:
        print(json.dumps(visitsjson.as_document(made, plan), indent=1, ensure_ascii=False))
    else:
        print(visitsjson.table(made, plan))
    return 0


def run_tests(arguments: argparse.Namespace) -> int:
    """`passerelle tests FILE|- [--method …] [--limits …] [--kind …] [--json]`."""
    import json

    from passerelle.core.judge.wholeplan import check
    from passerelle.core.many import many_things
    from passerelle.core.measuring.limits import limits_of
    from passerelle.core.measuring.runs import RunKind
    from passerelle.formats import testsjson
    from passerelle.formats.planfile import read_plan

    every: tuple[RunKind, ...] = ("permanent", "channel")
    kinds = every if arguments.kind == "all" else (arguments.kind,)
    with many_things():
        judged = check(read_plan(read_input(arguments.file)))
        made = limits_of(judged, arguments.method, arguments.limits, kinds)
    if arguments.json:
        print(json.dumps(testsjson.as_document(made), indent=1, ensure_ascii=False))
    else:
        print(testsjson.table(made))
    return 0


def run_instruments(arguments: argparse.Namespace) -> int:
    """`passerelle instruments FILE|- [--seed N] [--port P]`: the stand-ins, until Ctrl-C."""
    from passerelle.core.judge.wholeplan import check
    from passerelle.core.measuring.runs import LeftOut, channel_runs, permanent_runs
    from passerelle.formats.planfile import read_plan
    from passerelle.instruments.line import Serving
    from passerelle.instruments.seeded import faulty

    judged = check(read_plan(read_input(arguments.file)))
    found = [*permanent_runs(judged), *channel_runs(judged)]
    runs = {run.id: run for run in found if not isinstance(run, LeftOut)}
    links = {one.budget.link.id: one for one in judged.links}
    try:
        server = Serving(faulty(arguments.seed, runs.values()), lambda: runs, arguments.port,
                         lambda: links)  # fmt: skip
    except (OSError, OverflowError) as error:
        raise Refused("port", f"{arguments.port} cannot be used: {error}") from None
    with server:
        told = f"{len(runs)} runs, {len(links)} links, seed {arguments.seed}"
        print(
            f"simulated instruments at 127.0.0.1:{server.port}, {told}; Ctrl-C ends them",
            flush=True,
        )
        try:
            server.serve_forever()
        except KeyboardInterrupt:
            print()
    return 0


def run_book(arguments: argparse.Namespace) -> int:
    """`passerelle book FILE|- --out book.pdf [--paper a4|us-letter] [--kind book]`."""
    from datetime import date

    from passerelle.core.judge.wholeplan import check
    from passerelle.core.many import many_things
    from passerelle.core.materials.materials import materials_of
    from passerelle.core.papers.sheets import TITLES, sheets_of
    from passerelle.formats.papers import write_pdf
    from passerelle.formats.planfile import read_file
    from passerelle.formats.prices import price_book

    plan, facts = read_file(read_input(arguments.file))
    with many_things():
        judged = check(plan)
        made = materials_of(judged, price_book(judged.plan.prices))
        sheets = sheets_of(judged, made, arguments.kind, (), facts)
    day, title = date.today().isoformat(), TITLES[arguments.kind]
    return written(
        arguments.out, write_pdf(sheets, judged.plan.name, None, day, title, arguments.paper)
    )


def run_workbook(arguments: argparse.Namespace) -> int:
    """`passerelle workbook FILE|- --out plan.xlsx`."""
    from passerelle.core.judge.wholeplan import check
    from passerelle.core.many import many_things
    from passerelle.core.materials.materials import materials_of
    from passerelle.core.papers.tables import tables_of
    from passerelle.formats.planfile import read_file
    from passerelle.formats.prices import price_book
    from passerelle.formats.workbook import write_xlsx

    plan, facts = read_file(read_input(arguments.file))
    with many_things():
        judged = check(plan)
        made = materials_of(judged, price_book(judged.plan.prices))
        tables = tables_of(judged, made, facts)
    return written(arguments.out, write_xlsx(tables, judged.plan.name))


def run_serve(arguments: argparse.Namespace) -> int:
    """`passerelle serve` and `passerelle demo`."""
    from passerelle.api.serving import serve

    demo = arguments.command == "demo"
    return serve(Settings(arguments.data, arguments.port, demo, arguments.verbose, arguments.share))


def run_export(arguments: argparse.Namespace) -> int:
    """`passerelle export`: write a stored plan as a plan file."""
    from passerelle.plans.transfer import export_stored

    return written(arguments.file, export_stored(arguments.data, arguments.plan))


def run_import(arguments: argparse.Namespace) -> int:
    """`passerelle import`: store a plan file as a new plan."""
    from passerelle.plans.transfer import import_new

    print(f"stored as plan {import_new(arguments.data, read_input(arguments.file))}")
    return 0


def run_backup(arguments: argparse.Namespace) -> int:
    """`passerelle backup [--out FILE]`: a copy of the data folder, while it is in use."""
    from passerelle.plans.backups import back_up
    from passerelle.plans.store import Store

    store = Store(arguments.data, make=False)
    try:
        print(back_up(store, arguments.out))
    finally:
        store.close()
    return 0


def run_restore(arguments: argparse.Namespace) -> int:
    """`passerelle restore FILE`: look a copy over and put it back."""
    from passerelle.plans.backups import restore

    plans, kept = restore(arguments.file, arguments.data)
    print(f"{plans} plans are back in {arguments.data}")
    if kept is not None:
        print(f"what was there is kept as {kept}")
    return 0


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(
        prog="passerelle", description="Plans fiber links: light path, loss budget and verdict."
    )
    commands = parser.add_subparsers(dest="command", required=True, metavar="COMMAND")
    _reading(commands)
    for name, what in (
        ("serve", "run the application"),
        ("demo", "run the application with the demo plan in it"),
    ):
        command = commands.add_parser(name, help=what)
        command.add_argument("--port", type=int, default=DEFAULT_PORT)
        command.add_argument("--verbose", action="store_true", help="say what goes to the log")
        command.add_argument(
            "--share", nargs="?", const="", metavar="ADDRESS[:PORT]",
            help="let paired devices of the site's network in, with TLS",
        )  # fmt: skip
        _data(command)
        command.set_defaults(run=run_serve)
    export = commands.add_parser("export", help="write a stored plan as a plan file")
    export.add_argument("file", metavar="FILE", nargs="?", default="-")
    export.add_argument("--plan", type=int, help="number of the plan; the first one if left out")
    _data(export)
    export.set_defaults(run=run_export)
    take = commands.add_parser("import", help="store a plan file as a new plan")
    take.add_argument("file", metavar="FILE", help="a plan file, or - for standard input")
    _data(take)
    take.set_defaults(run=run_import)
    backup = commands.add_parser("backup", help="copy the data folder, also while it is in use")
    backup.add_argument("--out", type=Path, metavar="ZIP", help="else into the folder of copies")
    _data(backup)
    backup.set_defaults(run=run_backup)
    back = commands.add_parser("restore", help="look a copy over and put it back")
    back.add_argument("file", metavar="ZIP", type=Path)
    _data(back)
    back.set_defaults(run=run_restore)
    return parser


def _reading(commands: Any) -> None:
    """Commands that read a plan file and store nothing."""
    check = commands.add_parser("check", help="judge every link of a plan file")
    check.add_argument("file", metavar="FILE", help="a plan file, or - for standard input")
    check.add_argument("--json", action="store_true", help="print the answers as JSON")
    check.set_defaults(run=run_check)
    materials = commands.add_parser("materials", help="what to buy and to cut for a plan")
    materials.add_argument("file", metavar="FILE", help="a plan file, or - for standard input")
    materials.add_argument("--json", action="store_true", help="print the list as JSON")
    materials.set_defaults(run=run_materials)
    visits = commands.add_parser("visits", help="who goes where, when and with what")
    visits.add_argument("file", metavar="FILE", help="a plan file, or - for standard input")
    visits.add_argument("--json", action="store_true", help="print the visits as JSON")
    visits.set_defaults(run=run_visits)
    tests = commands.add_parser("tests", help="runs to test, with their limits by method")
    tests.add_argument("file", metavar="FILE", help="a plan file, or - for standard input")
    tests.add_argument("--method",
                       choices=("one-cord", "two-cord", "three-cord", "equipment-cord"),
                       default="one-cord", help="how the reference is set")  # fmt: skip
    tests.add_argument("--limits", choices=("iso-14763-3", "tia-568"), default="iso-14763-3",
                       help="what an end connection may lose against the test cord")  # fmt: skip
    tests.add_argument("--kind", choices=("permanent", "channel", "cord", "section", "all"),
                       default="permanent")  # fmt: skip
    tests.add_argument("--json", action="store_true", help="print the runs as JSON")
    tests.set_defaults(run=run_tests)
    instruments = commands.add_parser(
        "instruments", help="simulated instruments over a plan, on a loopback socket"
    )
    instruments.add_argument("file", metavar="FILE", help="a plan file, or - for standard input")
    instruments.add_argument(
        "--seed", type=int, default=1, help="of the hidden plant; 0: no faults"
    )
    instruments.add_argument("--port", type=int, default=0, help="0: any that is free")
    instruments.set_defaults(run=run_instruments)
    _traces(commands)
    turnupcli.add_commands(commands)
    book = commands.add_parser("book", help="the plan as a PDF: every sheet, with contents")
    book.add_argument("file", metavar="FILE", help="a plan file, or - for standard input")
    book.add_argument("--out", required=True, metavar="PDF", help="file to write, or -")
    book.add_argument("--paper", choices=("a4", "us-letter"), default="a4")
    book.add_argument("--kind", choices=PAPERS, default="book", help="one paper alone")
    book.set_defaults(run=run_book)
    workbook = commands.add_parser("workbook", help="every table of a plan as one XLSX workbook")
    workbook.add_argument("file", metavar="FILE", help="a plan file, or - for standard input")
    workbook.add_argument("--out", required=True, metavar="XLSX", help="file to write, or -")
    workbook.set_defaults(run=run_workbook)


def _traces(commands: Any) -> None:
    """`trace` with its commands. They need numpy, and are read in when they are asked for."""
    if len(sys.argv) > 1 and sys.argv[1] == "trace":
        from passerelle.tracecli import add_commands

        add_commands(commands)
    else:
        commands.add_parser("trace", help="traces: predict one, read one, match one to a run")


def _data(command: argparse.ArgumentParser) -> None:
    command.add_argument(
        "--data",
        type=Path,
        default=DEFAULT_FOLDER,
        metavar="DIR",
        help="folder of the stored plans",
    )


def main(argv: list[str] | None = None) -> int:
    """Run one command; return its exit status."""
    arguments = _parser().parse_args(argv)
    if isinstance(sys.stdout, io.TextIOWrapper):
        sys.stdout.reconfigure(encoding="utf-8")  # names are in any script, whatever the locale
    try:
        status: int = arguments.run(arguments)
    except Refused as refused:
        print(refused, file=sys.stderr)
        return UNREADABLE
    except BrokenPipeError:
        sys.stderr.close()
        return 0
    return status


if __name__ == "__main__":
    sys.exit(main())
