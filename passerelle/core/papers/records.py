"""Records to print: what hangs on a thing before it is cut, and free strands as a table."""

from collections import defaultdict
from dataclasses import dataclass

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.records.free import Free
from passerelle.core.records.search import plain
from passerelle.core.records.through import Through

from .labels import labels_of
from .table import Sheet, Table, columns

NOBODY = "nobody is recorded: find out"


def through_sheet(made: Through) -> Sheet:
    """The list of what goes dark and who is told, to be signed before the cut."""
    return {
        "kind": "through", "title": f"Before it is cut: {made.sort} {made.name}",
        "cables": list(made.cables), "conductors": list(made.conductors),
        "tell": [{"who": one.who or NOBODY, "of": ", ".join(one.of)} for one in made.tell],
        "links": [
            [one.name, " to ".join(end or "not recorded" for end in one.ends), one.application,
             ", ".join(f"{cable} {'/'.join(map(str, strands)) or 'not chosen'}"
                       for cable, strands in one.strands)]
            for one in made.links
        ],
        "services": list(made.services), "lost": list(made.groups_lost),
    }  # fmt: skip


def free_table(free: Free) -> Table:
    """Free strands by pair of places and cable."""
    rows = [
        (a, b, run.cable, len(run.strands), run.of, " ".join(map(str, run.strands)))
        for (a, b), one in sorted(free.pairs.items())
        for run in one.runs
    ]
    return Table("free", "Free strands",
                 columns("From", "To", "Cable", "Free", "Of", "Strands"), tuple(rows))  # fmt: skip


@dataclass(frozen=True, slots=True)
class Labelled:
    """What a label stands on, as the screen opens it. id : of a link or cable, else nothing."""

    kind: str
    name: str
    id: str
    identifier: str
    about: str


def labelled(check: PlanCheck) -> dict[str, tuple[Labelled, ...]]:
    """What each label stands on, by its code as it is compared."""
    links = {one.budget.link.name: key for key, one in check.alone.items()}
    found: defaultdict[str, list[Labelled]] = defaultdict(list)
    for one in labels_of(check):
        kind, name = _thing(check, one.kind, one.about, links)
        cable = check.plan.cables.by_name.get(name) if kind == "cable" else None
        key = links.get(name, "") if kind == "link" else cable.id if cable is not None else ""
        found[plain(one.identifier).strip()].append(
            Labelled(kind, name, key, one.identifier, one.about)
        )
    return {code: tuple(of) for code, of in found.items()}


def _thing(check: PlanCheck, kind: str, about: str, links: dict[str, str]) -> tuple[str, str]:
    """Kind and name of the thing that a label is of."""
    if kind == "space":
        return "place", about
    if kind == "cable":
        return "cable", about
    if kind == "strand":
        return "cable", about.rpartition("/")[0]
    if kind == "module":
        return "link", about.rpartition(", end ")[0]
    if kind in ("panel", "port"):
        return "panel port", about.partition(",")[0]
    if kind == "closure":
        return "closure", about
    name = about.rpartition(", cord ")[0]
    return ("link", name) if name in links else ("shared part", about)
