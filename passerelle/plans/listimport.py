"""Takes a list from elsewhere: every cell is read, every row judged, then all of it or nothing."""

import re
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cache
from typing import Any, get_type_hints

from passerelle.core.changes.change import Put
from passerelle.core.choice.need import check_need
from passerelle.core.choice.planned import as_asked
from passerelle.core.choice.prices import DEMO_PRICES, DEMO_WORK
from passerelle.core.many import many_things
from passerelle.core.plan import sense
from passerelle.core.plan.agreement import unused
from passerelle.core.plan.backbone import Cable, Pathway, Place
from passerelle.core.plan.beside import Price, Stock
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.needs import PlannedNeed
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.testing import ReadingFact
from passerelle.core.refused import Refused
from passerelle.core.tables.site import CABLE_TYPES
from passerelle.core.words import in_metres, metres, quantity
from passerelle.core.working import steps
from passerelle.formats import documents
from passerelle.formats.lists.cells import READERS, choice_of, money, words_of
from passerelle.formats.lists.fields import FIELDS, Field, ListKind
from passerelle.formats.lists.sheet import Column
from passerelle.formats.prices import LABOUR

from .listlinks import LINK_HINTS, LinkRow, made_link
from .listreadings import Ground, ReadingRow, made_reading
from .liststrands import StrandRow, noted

ADDED, CHANGED, UNCHANGED, REFUSED = "added", "changed", "unchanged", "refused"
OUTCOMES = (ADDED, CHANGED, UNCHANGED, REFUSED)
UNSAID = ("-", "–", "n/a", "?", "unknown", "tbd")
"""Cells that say nothing: what is not known is left out, never made up."""
SPOT = ("x_m", "y_m", "latitude", "longitude")
MODELS: dict[ListKind, Any] = {
    "place": Place, "pathway": Pathway, "cable": Cable, "need": PlannedNeed, "link": LinkRow,
    "price": Price, "stock": Stock, "strand": StrandRow, "reading": ReadingRow,
}  # fmt: skip
_KEYED: dict[ListKind, str] = {"strand": "strand", "reading": "run"}
"""The field that says what a row is about, where that is not its name."""
BOOKED = DEMO_PRICES.keys() | DEMO_WORK.keys() | {LABOUR}
Raw = dict[str, Any]


@dataclass(frozen=True, slots=True)
class Cell:
    """One cell. read : what was understood, in words; None: it says nothing, or is not taken."""

    text: str
    read: str | None = None
    problem: str | None = None


@dataclass(slots=True)
class Judged:
    """A row and what would become of it. problems : every fault, as field and sentence.

    key : what it speaks of, once in a list.
    """

    cells: list[Cell]
    outcome: str = REFUSED
    said: str = ""
    problems: list[tuple[str, str]] = field(default_factory=list)
    thing: Any = None
    key: Any = ""


@dataclass(slots=True)
class Judging:
    """The list as a whole. new_places : places that its rows name and that are not there yet."""

    rows: list[Judged]
    new_places: list[str]

    def count(self, outcome: str) -> int:
        """Rows of one outcome."""
        return sum(row.outcome == outcome for row in self.rows)


@cache
def _hints(kind: ListKind) -> dict[str, Any]:
    return LINK_HINTS if kind == "link" else get_type_hints(MODELS[kind], include_extras=True)


@many_things()
def judged(
    plan: Plan,
    kind: ListKind,
    columns: Sequence[Column],
    rows: Sequence[Sequence[str]],
    ground: Ground | None = None,
) -> Judging:
    """Every row against the plan as it stands. columns : one for each cell of a row.

    ground : the runs, for a list of readings.
    """
    names = _Names(plan)
    things = [] if kind == "reading" else list(plan.things("cable" if kind == "strand" else kind))
    known = {one.name.casefold(): one for one in things} | {one.name: one for one in things}
    fields = {one.key: one for one in FIELDS[kind]}
    seen: set[Any] = set()
    found = []
    for cells in steps("Reading rows", rows):
        row, raw = _read(kind, fields, columns, cells, names)
        if not row.problems:
            if ground is not None and kind == "reading":
                _read_into(row, raw, ground)
            else:
                _make(plan, kind, row, raw, known, seen)
        key = row.key or getattr(row.thing, "name", "")
        if row.thing is not None and key in seen:
            row.outcome = REFUSED
            row.problems.append(
                (fields[_KEYED.get(kind, "name")].label, "stands in the list twice")
            )
        seen.add(key)
        found.append(row)
    if kind == "reading":
        _of_this_plan(found)
    return Judging(found, _new_places(kind, found, names))


@dataclass(slots=True)
class _Names:
    """Names of the plan, found as they are, else whatever their case."""

    plan: Plan
    _by: dict[str, dict[str, str]] = field(default_factory=dict)

    def of(self, kind: str, text: str) -> str | None:
        """The plan's own spelling of a name; None where there is none."""
        if kind not in self._by:
            names = [one.name for one in self.plan.things(kind)]
            self._by[kind] = {one.casefold(): one for one in names} | {one: one for one in names}
        known = self._by[kind]
        return known.get(text) or known.get(text.casefold())


def _unsaid(text: str) -> bool:
    return text.strip().casefold() in UNSAID


_NAMED = {"device_a": "device", "device_b": "device", "service": "service", "cable": "cable"}


def _read(
    kind: ListKind,
    fields: Mapping[str, Field],
    columns: Sequence[Column],
    cells: Sequence[str],
    names: _Names,
) -> tuple[Judged, Raw]:
    """Every cell, with every fault that is in it."""
    row, raw = Judged([]), Raw()
    for column, text in zip(columns, cells, strict=True):
        one = fields.get(column.field or "")
        if one is None or not text.strip() or (one.kind != "text" and _unsaid(text)):
            row.cells.append(Cell(text))
            continue
        try:
            value = _value(kind, one, text, column.unit, names)
            raw[one.key] = value
            row.cells.append(Cell(text, _understood(one, text, value)))
        except (ValueError, Refused) as error:
            reason = error.reason if isinstance(error, Refused) else str(error)
            row.cells.append(Cell(text, None, reason))
            row.problems.append((one.label, reason))
    faulty = {label for label, _ in row.problems}
    for one in fields.values():
        if one.needed and one.key not in raw and one.label not in faulty:
            row.problems.append((one.label, "is missing"))
    return row, raw


def _value(kind: ListKind, one: Field, text: str, unit: str | None, names: _Names) -> Any:
    """What a cell says, within the limits of its field. Raises ValueError, Refused."""
    value = _reader(one, names.plan.house_rules.currency)(text, unit)
    if one.names_place:
        value = names.of("place", value) or value
    elif one.key in _NAMED:
        named = names.of(_NAMED[one.key], value)
        if named is None:
            raise ValueError(f"“{value[:40]}” is no {_NAMED[one.key]} of the plan")
        value = named
    elif one.kind == "names":
        found = [(name, names.of("pathway", name)) for name in value]
        if odd := [name for name, real in found if real is None]:
            raise ValueError(f"“{odd[0][:40]}” is no pathway of the plan")
        value = [real for _, real in found]
    elif (kind, one.key) == ("cable", "type"):
        known = {name.casefold(): name for name in CABLE_TYPES}
        value = names.of("cable type", value) or known.get(value.casefold())
        if value is None:
            raise ValueError(f"“{text[:40]}” is no construction of the field guide")
    hint = _hints(kind).get(one.key)
    if hint is not None:
        documents.of_raw(hint, value)
    return value


def _reader(one: Field, currency: str) -> Callable[[str, str | None], Any]:
    """What reads a cell of a field. currency : of the plan; another one is refused."""
    if one.kind == "choice":
        return choice_of(one.options)
    if one.kind == "words":
        return words_of(one.options)
    if one.kind == "money":
        return money(currency)
    if one.key == "currency":
        return choice_of((currency,))
    return READERS[one.kind]


def _understood(one: Field, text: str, value: Any) -> str:
    """What a cell was understood as, in words of the screen."""
    if one.kind == "length":
        return metres(value, ".7g")
    if one.kind == "small length":
        return quantity(value, "mm", ".6g")
    if one.kind == "rate":
        return f"{value * 1000:g}M" if value < 1 else f"{value:g}G"
    return text if one.kind == "bends" else _said(value)


def _said(value: Any) -> str:
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, list):
        return ", ".join(map(str, value))
    return f"{value:.10g}" if isinstance(value, float) else str(value)


def _make(
    plan: Plan, kind: ListKind, row: Judged, raw: Raw, known: dict[str, Any], seen: set[Any]
) -> None:
    """The thing of a row whose cells are all read, beside what the plan has of that name.

    seen : names of the rows before: of several rows without a name each gets one of its own.
    """
    try:
        if kind == "link":
            row.thing = made_link(plan, LinkRow(**raw), seen)
            if row.thing.name in known or row.thing.name.casefold() in known:
                raise Refused("Name", "is a link of the plan; lists add links, they change none")
            row.outcome, row.said = ADDED, f"{row.thing.a.application}"
            return
        if kind == "strand":
            said = StrandRow(**raw)
            # What the rows before say of the same cable stands in it already.
            row.thing, row.said = noted(known[said.cable], said)
            row.key = (said.cable, said.strand)
            row.outcome = UNCHANGED if row.thing is known[said.cable] else CHANGED
            known[said.cable] = row.thing
            return
        raw = Raw(name=unused(_usual_name(raw), seen)) | raw
        raw.pop("currency", None)  # compared when it was read; a price has none of its own
        name = str(raw["name"])
        old = known.get(name) or known.get(name.casefold())
        before = documents.whole(MODELS[kind], old) if old is not None else {}
        if before.get("drawn") and any(raw.get(k, before.get(k)) != before.get(k) for k in SPOT):
            raw["drawn"] = False  # the list knows where it is
        after = before | raw | {"id": old.id if old is not None else new_id()}
        if old is not None:
            after["name"] = old.name
        row.thing = documents.of_raw(MODELS[kind], after)
        sense.check(row.thing)
        if kind == "need" and (asked := as_asked(row.thing)) is not None:
            check_need(asked)
        _told(row, before, raw)
    except Refused as refused:
        key = re.split(r"[.\[]", refused.path)[0]
        label = next((f.label for f in FIELDS[kind] if f.key == key), refused.path or "Row")
        row.problems.append((label, in_metres(refused.reason)))
        row.thing = None


def _read_into(row: Judged, raw: Raw, ground: Ground) -> None:
    """The fact of a row of readings."""
    try:
        row.thing, row.outcome, row.said = made_reading(ground, ReadingRow(**raw))
        row.key = (row.thing.run, row.thing.nm, row.thing.direction, row.thing.at)
    except Refused as refused:
        label = next((f.label for f in FIELDS["reading"] if f.key == refused.path), "Row")
        row.problems.append((label, refused.reason))


def _of_this_plan(rows: list[Judged]) -> None:
    """Refuse readings none of which is of this plan: they are another one's."""
    read = [row for row in rows if row.thing is not None]
    if not read or any(row.thing.about.kind != "plan" for row in read):
        return
    for row in read:
        said = "is no run of this plan, nor is any other row's: is this another plan's list?"
        row.problems.append(("Run", f"“{row.thing.called[:40]}” {said}"))
        row.outcome, row.thing = REFUSED, None


def _usual_name(raw: Raw) -> str:
    """What a row is called that has no name: by its two places."""
    a, b = raw.get("a") or raw.get("a_place"), raw.get("b") or raw.get("b_place")
    return f"{a} – {b}"[:120]


def _told(row: Judged, before: Raw, raw: Raw) -> None:
    if isinstance(row.thing, Price) and not before and not {"price", "minutes"} & raw.keys():
        row.outcome, row.said = UNCHANGED, "no price in it: nothing to take"
        return
    changed = [key for key in raw if key != "name" and before.get(key) != raw[key]]
    if not before:
        row.outcome = ADDED
        if isinstance(row.thing, Price | Stock) and row.thing.name not in BOOKED:
            row.said = "a name of its own: no line of the demo price book"
    elif changed:
        row.outcome = CHANGED
        old = (
            f"{k} {_said(before[k]) if k in before else 'none'} → {_said(raw[k])}" for k in changed
        )
        row.said = ", ".join(list(old)[:4])
    else:
        row.outcome, row.said = UNCHANGED, "as it is"


def _places_of(kind: ListKind, thing: Any) -> Iterator[str]:
    keys = [one.key for one in FIELDS[kind] if one.names_place]
    for key in keys:
        found = getattr(thing, key)
        name = getattr(found, "place", found)
        if name is not None and kind != "need":  # needs bring their places when taken
            yield name


def _new_places(kind: ListKind, rows: Sequence[Judged], names: _Names) -> list[str]:
    """Places that good rows name and that neither the plan nor the list has, in order."""
    listed = {row.thing.name for row in rows if kind == "place" and row.thing is not None}
    found: dict[str, str] = {}
    for row in rows:
        for name in _places_of(kind, row.thing) if row.thing is not None else ():
            if names.of("place", name) is None and name not in listed:
                low = name.casefold()
                # Of several spellings the first that somebody wrote with a capital.
                if low not in found or (found[low].islower() and not name.islower()):
                    found[low] = name
    return list(found.values())


@many_things()
def _good(found: Judging, lines: Sequence[int]) -> list[Judged]:
    """The rows that say something new. Raises Refused where one of any kind is refused."""
    for at, row in enumerate(found.rows):
        if row.problems:
            label, reason = row.problems[0]
            line = lines[at] if at < len(lines) else at + 2
            raise Refused(f"rows[{at}]", f"row {line}, {label}: {reason}")
    good = [row for row in found.rows if row.outcome in (ADDED, CHANGED)]
    if not good:
        raise Refused("rows", "no row of the list adds or changes anything")
    return good


def readings(found: Judging, lines: Sequence[int] = ()) -> list[ReadingFact]:
    """The facts that a list of readings adds. Raises Refused, and then adds none."""
    return [row.thing for row in _good(found, lines)]


def accepted(found: Judging, kind: ListKind, lines: Sequence[int] = ()) -> tuple[list[Put], str]:
    """The changes that the list asks for, and what they do in words. Raises Refused.

    One row that is refused refuses them all: nothing is stored by halves. lines : of the rows in
    the file; else counted from 2, behind the headings.
    """
    good = _good(found, lines)
    spelled = {name.casefold(): name for name in found.new_places}
    puts = [Put(Place(name, id=new_id())) for name in found.new_places]
    # Several rows may say something of one thing: what the last makes of it holds what all say.
    things = {row.thing.id: row.thing for row in good}
    puts += [Put(_respelled(kind, one, spelled)) for one in steps("Taking rows", things.values())]
    what = {"place": "places", "pathway": "pathways", "cable": "cables", "need": "needs",
            "strand": "strands", "price": "prices", "stock": "stock"}  # fmt: skip
    rows = f"{len(good)} rows" if len(good) > 1 else "1 row"
    return puts, f"Import {rows} of {what.get(kind, 'links')}"


def _respelled(kind: ListKind, thing: Any, spelled: Mapping[str, str]) -> Any:
    """The thing with one spelling of every new place, that of the row that named it first."""
    for one in FIELDS[kind]:
        if not one.names_place:
            continue
        value = getattr(thing, one.key)
        name = getattr(value, "place", value)
        new = spelled.get(name.casefold()) if name is not None else None
        if new is not None and new != name:
            made = replace(value, place=new) if hasattr(value, "place") else new
            thing = replace(thing, **{one.key: made})
    return thing
