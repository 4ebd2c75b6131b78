"""The command line: check, serve, demo, export, import.

Exit status of `check`: 0 all links work or are tight; 1 at least one fails or is unknown; 2 the
file can't be read, with one line on standard error.
"""

import argparse
import io
import sys
from collections.abc import Sequence
from pathlib import Path

from passerelle.core.judge.check import TIGHT, WORKS, LinkCheck
from passerelle.core.judge.wholeplan import check
from passerelle.core.refused import Refused
from passerelle.core.words import in_metres
from passerelle.formats.checkjson import plan_text
from passerelle.formats.planfile import MAX_FILE_BYTES, read_plan

DEFAULT_PORT = 8321
UNREADABLE = 2


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


def _figure(value: float | None, digits: int = 2) -> str:
    return "?" if value is None else f"{value:.{digits}f}"


def _row(check: LinkCheck) -> list[str]:
    worst = min(
        check.budget.directions,
        key=lambda d: float("-inf") if d.margin_db is None else d.margin_db,
    )
    loss = worst.loss.on_basis(check.budget.rules.loss_basis)
    ends = " / ".join(dict.fromkeys(m.application for m in check.budget.modules))
    return [
        check.verdict,
        check.budget.link.name,
        ends,
        _figure(check.budget.length_m, 1),
        _figure(loss),
        _figure(worst.limit.value_db if worst.limit else None),
        _figure(worst.margin_db),
    ]


def table(checks: Sequence[LinkCheck]) -> str:
    """The answers as a table with each link's findings under it."""
    head = ["verdict", "link", "application", "m", "loss dB", "limit dB", "margin dB"]
    rows = [_row(one) for one in checks]
    widths = [max(len(row[i]) for row in [head, *rows]) for i in range(len(head))]

    def line(cells: list[str]) -> str:
        fitted = [
            cell.ljust(width) if i < 3 else cell.rjust(width)
            for i, (cell, width) in enumerate(zip(cells, widths, strict=True))
        ]
        return "  ".join(fitted).rstrip()

    lines = [line(head)]
    for one, row in zip(checks, rows, strict=True):
        lines.append(line(row))
        for found in one.findings:
            if found.explained_by:
                continue  # the cause is listed; its echo would only repeat it
            where = f" part {', '.join(str(at + 1) for at in found.at)}" if found.at else ""
            lines.append(f"  {found.rule.severity}: {found.rule.id}{where}: {found.message}")
            lines.append(f"      do: {in_metres(found.do)}")
    working = sum(one.verdict in (WORKS, TIGHT) for one in checks)
    lines.append(f"{working} of {len(checks)} links would come up")
    return "\n".join(lines)


def run_check(arguments: argparse.Namespace) -> int:
    """`passerelle check FILE|- [--json]`."""
    judged = check(read_plan(read_input(arguments.file)))
    checks = judged.links
    if arguments.json:
        sys.stdout.buffer.write(plan_text(judged) + b"\n")
    else:
        print(table(checks))
        said = [one.finding for one in judged.findings] + [one.finding for one in judged.backbone]
        for found in said:
            print(f"plan, {found.rule.severity}: {found.rule.id}: {found.message}")
    return 0 if all(one.verdict in (WORKS, TIGHT) for one in checks) else 1


def run_serve(arguments: argparse.Namespace) -> int:
    """`passerelle serve` and `passerelle demo`."""
    from passerelle.api.serving import serve  # noqa: PLC0415  (check must start fast)

    return serve(arguments.data, arguments.port, demo=arguments.command == "demo")


def run_export(arguments: argparse.Namespace) -> int:
    """`passerelle export`: write a stored plan as a plan file."""
    from passerelle.plans.transfer import export_stored  # noqa: PLC0415

    data = export_stored(arguments.data, arguments.plan)
    if arguments.file == "-":
        sys.stdout.buffer.write(data)
    else:
        Path(arguments.file).write_bytes(data)
    return 0


def run_import(arguments: argparse.Namespace) -> int:
    """`passerelle import`: store a plan file as a new plan."""
    from passerelle.plans.transfer import import_new  # noqa: PLC0415

    print(f"stored as plan {import_new(arguments.data, read_input(arguments.file))}")
    return 0


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(
        prog="passerelle", description="Plans fiber links: light path, loss budget and verdict."
    )
    commands = parser.add_subparsers(dest="command", required=True, metavar="COMMAND")
    check = commands.add_parser("check", help="judge every link of a plan file")
    check.add_argument("file", metavar="FILE", help="a plan file, or - for standard input")
    check.add_argument("--json", action="store_true", help="print the answers as JSON")
    check.set_defaults(run=run_check)
    for name, what in (
        ("serve", "run the application"),
        ("demo", "run the application with the demo plan in it"),
    ):
        command = commands.add_parser(name, help=what)
        command.add_argument("--port", type=int, default=DEFAULT_PORT)
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
    return parser


def _data(command: argparse.ArgumentParser) -> None:
    command.add_argument(
        "--data", type=Path, default=Path("data"), metavar="DIR", help="folder of the stored plans"
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
