"""Labels: identifiers for what a plan has, unique in it, with near and far end on each.

Forms are those of ANSI/TIA-606 or the plan's own, by house rule (`plan.labelwords`). A space has
the code that is recorded for it, else its floor and a letter, in the plan's order.
"""

from collections import Counter, defaultdict
from collections.abc import Iterator
from dataclasses import dataclass
from string import ascii_uppercase
from typing import Any

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.light.link import Link
from passerelle.core.plan.backbone import Cable
from passerelle.core.plan.labelwords import PLAN_NAMES, TIA_606, LabelKind, read_templates
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.plan.plan import Plan
from passerelle.core.plant.panels import port_map
from passerelle.core.tables.reading import make_row, read_file

from .table import Table, columns

NO_FLOOR = "0"
"""Stands for the floor of a place of which none is recorded, outdoors for one."""


@dataclass(frozen=True, slots=True)
class Label:
    """One label to stick on. lines : below the identifier: near end, far end, what it is.

    where : the place where it is stuck. about : the thing that it is of.
    """

    kind: LabelKind
    identifier: str
    lines: tuple[str, ...]
    where: str | None
    about: str
    end: str = ""

    @property
    def key(self) -> str:
        """Tells a label from every other of the plan, whatever is on it."""
        return f"{self.kind} {self.about} {self.end}".strip()


@dataclass(frozen=True, slots=True)
class Stock:
    """A sheet of labels. width, height : of one label. left, top : of the first. [mm]

    across, down : from one label to the next. print_mm : height that is printed on. shape : flat,
    wrap (a clear tail below wraps over the print) or flag (folded in the middle).
    """

    key: str
    what: str
    paper: str
    shape: str
    columns: int
    rows: int
    width_mm: float
    height_mm: float
    left_mm: float
    top_mm: float
    across_mm: float
    down_mm: float
    print_mm: float | None = None


STOCKS = {
    raw["key"]: make_row(Stock, raw, "labelstock.toml")
    for raw in read_file("labelstock.toml")["stock"]
}


def space_codes(plan: Plan) -> dict[str, str]:
    """The code of every place: recorded, else floor and letter, in the plan's order."""
    counts: Counter[str] = Counter()
    taken = {one.code for one in plan.places if one.code}
    found = {}
    for place in plan.places:
        code = place.code
        while code is None:
            floor = (place.floor or NO_FLOOR).strip()
            tried = f"{floor}{_letters(counts[floor])}"
            counts[floor] += 1
            code = None if tried in taken else tried
        found[place.name] = code
    return found


def _letters(at: int) -> str:
    """A to Z, then AA, AB …"""
    ahead, last = divmod(at, 26)
    return (_letters(ahead - 1) if ahead else "") + ascii_uppercase[last]


@dataclass(frozen=True)
class _Namer:
    """Fills the templates of a plan."""

    templates: dict[LabelKind, str]
    codes: dict[str, str]

    def space(self, place: str | None) -> str:
        return self.codes.get(place or "", "?")

    def name(self, kind: LabelKind, **fields: Any) -> str:
        return self.templates[kind].format(**fields)


def labels_of(check: PlanCheck) -> tuple[Label, ...]:
    """Every label of a plan, by kind, in the plan's order."""
    rules = check.plan.house_rules
    forms = TIA_606 if rules.label_names == "tia-606" else PLAN_NAMES
    namer = _Namer(forms | read_templates(rules.label_templates), space_codes(check.plan))
    found = [
        *_spaces(check.plan, namer), *_panels(check, namer), *_cables(check, namer),
        *_closures(check, namer), *_cords(check, namer),
    ]  # fmt: skip
    return tuple(found)


def clashes(labels: tuple[Label, ...]) -> dict[str, tuple[str, ...]]:
    """Identifiers that more than one thing of a kind has, with what they are of."""
    by: dict[tuple[str, str], dict[str, None]] = defaultdict(dict)
    for one in labels:
        by[one.kind, one.identifier][one.about] = None
    return {name: tuple(about) for (_, name), about in by.items() if len(about) > 1}


def _spaces(plan: Plan, namer: _Namer) -> Iterator[Label]:
    for place in plan.places:
        code = namer.codes[place.name]
        said = namer.name("space", place=place.name, code=code, floor=place.floor or NO_FLOOR)
        yield Label("space", said, (place.name,), place.name, place.name)


def _panels(check: PlanCheck, namer: _Namer) -> Iterator[Label]:
    seen: dict[tuple[str, str], None] = {}
    ports = []
    for one in port_map(check.plant):
        told = {"space": namer.space(one.place), "place": one.place, "panel": one.panel}
        if (one.place, one.panel) not in seen:
            seen[one.place, one.panel] = None
            name = namer.name("panel", **told)
            yield Label("panel", name, (one.place,), one.place, f"{one.panel}, {one.place}")
        name = namer.name("port", **told, port=one.port)
        strands = f"{one.cable}/{'-'.join(map(str, one.strands))}"
        about = f"{one.panel}:{one.port}, {one.place}"
        ports.append(Label("port", name, (strands, *one.links[:1]), one.place, about))
    yield from ports


def _cables(check: PlanCheck, namer: _Namer) -> Iterator[Label]:
    counts: Counter[tuple[str, ...]] = Counter()
    for cable in check.plant.cables.values():
        if cable.wish:
            continue
        spaces = sorted([(namer.space(cable.a), cable.a), (namer.space(cable.b), cable.b)])
        pair = tuple(code for code, _ in spaces)
        counts[pair] += 1
        told = {
            "cable": cable.name, "space_a": pair[0], "space_b": pair[1], "a": spaces[0][1],
            "b": spaces[1][1], "n": counts[pair],
        }  # fmt: skip
        name = namer.name("cable", **told)
        for end, near, far in (("a", cable.a, cable.b), ("b", cable.b, cable.a)):
            lines = (f"{_at(cable, end)} / {_at(cable, 'b' if end == 'a' else 'a')}",
                     f"{near} – {far}", f"{cable.fiber}, {cable.strands} strands")  # fmt: skip
            yield Label("cable", name, lines, near, cable.name, end)
            for n in range(1, cable.strands + 1):
                strand = namer.name("strand", **told, strand=n)
                yield Label("strand", strand, (f"{near} – {far}",), near, f"{cable.name}/{n}", end)


def _at(cable: Cable, end: str) -> str:
    side = cable.ends[0 if end == "a" else 1]
    return f"{side.panel}:{side.first_port}" if side.panel else (cable.a if end == "a" else cable.b)


def _closures(check: PlanCheck, namer: _Namer) -> Iterator[Label]:
    for one in check.plant.closures.values():
        space = namer.space(one.place)
        name = namer.name("closure", space=space, place=one.place, closure=one.name)
        count = sum(splice.count for splice in one.splices)
        yield Label("closure", name, (one.place, f"{count} splices"), one.place, one.name)


def _cords(check: PlanCheck, namer: _Namer) -> Iterator[Label]:
    """Cords have a label at either plug: near end first; modules one each."""
    for one in check.links:
        link = one.budget.link
        parts = link.path.parts
        counts: Counter[str] = Counter()
        for at, part in enumerate(parts):
            if not isinstance(part, Segment) or part.kind != "cord":
                continue
            side = "a" if at < len(parts) / 2 else "b"
            counts[side] += 1
            end = link.a if side == "a" else link.b
            name = namer.name("cord", link=link.name, end=side, n=counts[side], place=end.place,
                              space=namer.space(end.place))  # fmt: skip
            left, right = _beside(link, at, -1), _beside(link, at, 1)
            about = f"{link.name}, cord {side}{counts[side]}"
            yield Label("cord", name, (f"{left} / {right}",), end.place, about, "1")
            yield Label("cord", name, (f"{right} / {left}",), end.place, about, "2")
        for side, end, module in zip("ab", (link.a, link.b), one.budget.modules, strict=True):
            name = namer.name("module", link=link.name, end=side, place=end.place,
                              space=namer.space(end.place))  # fmt: skip
            yield Label("module", name, (module.application, end.place or "place not recorded"),
                        end.place, f"{link.name}, end {side}")  # fmt: skip


def _beside(link: Link, at: int, step: int) -> str:
    """Where a plug of a cord goes: the device, or what its joint is called."""
    parts, next_to = link.path.parts, at + step
    if not 0 <= next_to < len(parts):
        end = link.a if step < 0 else link.b
        return end.device.name if end.device is not None else end.place or "device not recorded"
    joint = parts[next_to]
    if isinstance(joint, Joint) and joint.label:
        return joint.label
    beyond = parts[next_to + step] if 0 <= next_to + step < len(parts) else None
    if isinstance(beyond, Segment):
        return beyond.cable or beyond.label or beyond.kind
    return "not recorded"


def labels_table(labels: tuple[Label, ...]) -> Table:
    """Labels as rows for a label printer."""
    head = columns("Kind", "Identifier", "Line 2", "Line 3", "Line 4", "Where", "About", "End")
    rows = tuple(
        (one.kind, one.identifier, *(*one.lines, "", "", "")[:3], one.where, one.about, one.end)
        for one in labels
    )
    return Table("labels", "Labels", head, rows)
