"""`passerelle module read`, `hunt` and `verify`: what a module tells, why a link is dark, and
whether what was signed is as it was."""

import argparse
import json
from typing import Any

from passerelle.core.refused import Refused
from passerelle.formats.given import read_input


def add_commands(commands: Any) -> None:
    """Both commands."""
    module = commands.add_parser("module", help="what a module's memory says of it")
    read = module.add_subparsers(dest="module", required=True, metavar="WHAT").add_parser(
        "read", help="a memory dump: SFF-8472, SFF-8636 or CMIS"
    )
    read.add_argument("dump", metavar="DUMP", help="binary or hex text, or - for standard input")
    read.add_argument("--json", action="store_true", help="print it as JSON")
    read.set_defaults(run=run_module)
    hunted = commands.add_parser("hunt", help="what keeps a link dark, and what to look at next")
    hunted.add_argument("file", metavar="FILE", help="a plan file, or - for standard input")
    hunted.add_argument("--link", required=True, metavar="NAME", help="its name or id")
    hunted.add_argument("--seen", metavar="JSON", help="what was seen of it so far, or -")
    hunted.add_argument("--json", action="store_true", help="print it as JSON")
    hunted.set_defaults(run=run_hunt)
    checked = commands.add_parser("verify", help="whether signed records are as they were signed")
    checked.add_argument("file", metavar="FILE", help="a plan file or a certificate, or -")
    checked.add_argument("--json", action="store_true", help="print it as JSON")
    checked.set_defaults(run=run_verify)


def run_module(arguments: argparse.Namespace) -> int:
    """`passerelle module read DUMP|- [--json]`."""
    from passerelle.formats.memory.reading import as_document, read_memory, table

    made = read_memory(read_input(arguments.dump))
    print(json.dumps(as_document(made), indent=1) if arguments.json else table(made))
    return 0


def run_hunt(arguments: argparse.Namespace) -> int:
    """`passerelle hunt FILE|- --link NAME [--seen seen.json] [--json]`."""
    from passerelle.core.hunting.hunt import hunt
    from passerelle.core.hunting.seen import Practice, Seen
    from passerelle.core.judge.wholeplan import check
    from passerelle.core.plan.huntodds import read_odds
    from passerelle.core.plant.seen import seen_plan
    from passerelle.formats.hunting import as_document, read_seen, table
    from passerelle.formats.planfile import read_file

    judged = check(seen_plan(*read_file(read_input(arguments.file))))
    wanted = arguments.link
    found = next(
        (one for one in judged.links if wanted in (one.budget.link.name, one.budget.link.id)), None
    )
    if found is None:
        raise Refused("--link", f"there is no link {wanted[:60]!r} in this plan")
    seen = read_seen(read_input(arguments.seen)) if arguments.seen else Seen()
    made = hunt(found, seen, Practice(read_odds(judged.plan.house_rules.hunt_odds)))
    print(json.dumps(as_document(made), indent=1) if arguments.json else table(made))
    return 0


def run_verify(arguments: argparse.Namespace) -> int:
    """`passerelle verify FILE|- [--json]`. Exit status: 0 it holds, 1 broken, 2 unreadable."""
    from passerelle.formats.certificate import FORMAT, verify_certificate, verify_plan
    from passerelle.formats.planfile import read_file

    data = read_input(arguments.file)
    try:
        raw = json.loads(data)
    except (ValueError, RecursionError):
        raw = None
    if isinstance(raw, dict) and raw.get("format") == FORMAT:
        records, broken = 1, verify_certificate(raw)
    else:
        records, broken = verify_plan(read_file(data)[1].all)
    if arguments.json:
        print(json.dumps({"records": records, "holds": not broken, "broken": broken}, indent=1))
    else:
        told = "1 record" if records == 1 else f"{records} records"
        print(f"{told}: " + ("; ".join(broken) if broken else "as signed" if records else "none"))
    return 1 if broken else 0
