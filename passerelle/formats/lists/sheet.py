"""Somebody's list as a table: its separator, its headings, and which field each heading means."""

import csv
import io
import re
from collections.abc import Sequence
from dataclasses import dataclass, replace

from passerelle.core.refused import Refused
from passerelle.formats.sitefiles import cell_text

from .cells import GBPS, METRES, PLAIN
from .fields import FIELDS, ListKind
from .xlsx import is_xlsx, read_xlsx

MAX_BYTES = 8 * 1024 * 1024
MAX_ROWS = 20_000
MAX_COLUMNS = 200
MAX_CELL = 2000
_ABOVE = 10
"""Rows in which the headings are looked for."""
_UNITS = {*METRES, *GBPS, *(unit for units in PLAIN.values() for unit in units)}


@dataclass(frozen=True, slots=True)
class Sheet:
    """Headings and rows, every row as long as the headings. first_line : of the first row.

    sheets, sheet : of a workbook, all of them and the one that was read.
    """

    head: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    first_line: int = 2
    sheets: tuple[str, ...] = ()
    sheet: str | None = None


@dataclass(frozen=True, slots=True)
class Column:
    """What a heading means: a field of the kind, None: not taken; and the unit that it says."""

    field: str | None
    unit: str | None = None


def read_sheet(data: bytes, sheet: str | None = None) -> Sheet:
    """A list parted by commas, semicolons or tabs, or a sheet of a workbook. Raises Refused.

    sheet : of a workbook; None: the first that says anything.
    """
    if len(data) > MAX_BYTES:
        raise Refused(
            "", f"the list has over {MAX_BYTES // 1024 // 1024} MiB, the most that is read"
        )
    if is_xlsx(data):
        names, found, lines = read_xlsx(data, sheet, MAX_ROWS + _ABOVE, MAX_COLUMNS)
        return replace(_as_sheet(lines), sheets=names, sheet=found)
    return _as_sheet(_lines_of(data))


def _lines_of(data: bytes) -> list[list[str]]:
    """The rows of a text with separators."""
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError:
        try:
            text = data.decode("cp1252")  # what spreadsheets on some machines write
        except UnicodeDecodeError as error:
            raise Refused("", f"the list is not text (byte {error.start})") from None
    if "\0" in text:
        raise Refused("", "the list is not text: save it as CSV first")
    first = next((line for line in text.splitlines() if line.strip()), "")
    separator = max(";\t,", key=first.count)
    try:
        reader = csv.reader(io.StringIO(text), delimiter=separator)
        return [row for _, row in zip(range(MAX_ROWS + _ABOVE), reader, strict=False)]
    except csv.Error as error:
        raise Refused("", f"the list is not readable as CSV: {error}") from None


def _as_sheet(lines: list[list[str]]) -> Sheet:
    at = _headings_at(lines)
    head = tuple(_cell(cell, at + 1, n) for n, cell in enumerate(_headings(lines, at)))
    if len(head) > MAX_COLUMNS:
        raise Refused("", f"the list has {len(head)} columns; at most {MAX_COLUMNS} are read")
    rows = [(n, row) for n, row in enumerate(lines[at + 1 :], at + 2) if _says(row)]
    if len(rows) > MAX_ROWS:
        raise Refused("", f"the list has over {MAX_ROWS} rows, the most that are read at once")
    width = len(head)
    told = tuple(
        tuple(_cell(cell, line, n) for n, cell in enumerate((row + [""] * width)[:width]))
        for line, row in rows
    )
    return Sheet(head, told, at + 2)


def _says(row: Sequence[str]) -> bool:
    return any(cell.strip() for cell in row)


def _headings_at(lines: list[list[str]]) -> int:
    """The row of the headings: the one of the first rows of which most is understood.

    Titles, dates and merged cells may stand above it. Where none is understood it is the first
    row with anything in it.
    """
    first = [at for at, row in enumerate(lines) if _says(row)][:_ABOVE]
    if not first:
        raise Refused("", "the list is empty")
    return max(first, key=lambda at: (_known(lines[at]), -at))


def _known(row: Sequence[str]) -> int:
    """How many cells of a row read like headings, and nothing else, of one kind of list."""
    return max(
        sum(heading(cell)[0] in phrases for cell in row if cell.strip()) for phrases in _PHRASES
    )


def _headings(lines: list[list[str]], at: int) -> list[str]:
    """Headings; where the same stands twice, with the merged cell above it in front."""
    head = lines[at]
    if at == 0 or len({cell for cell in head if cell.strip()}) == sum(
        map(bool, map(str.strip, head))
    ):
        return head
    above, group = [*lines[at - 1], *[""] * len(head)], ""
    found = []
    for n, cell in enumerate(head):
        group = above[n].strip() or group
        twice = cell.strip() and head.count(cell) > 1
        found.append(f"{group} {cell}".strip() if twice else cell)
    return found


def _cell(text: str, line: int, column: int) -> str:
    if len(text) > MAX_CELL:
        where = f"row {line}, column {column + 1}"
        raise Refused("", f"{where}: {len(text)} characters; at most {MAX_CELL} are read in a cell")
    return cell_text(text)


def heading(text: str) -> tuple[str, str | None]:
    """A heading in plain small words, and the unit that it says: 'Length (ft)', 'distance_m'."""
    low = re.sub(r"[_\s]+", " ", text.strip().lower())
    for shape in (r"[(\[]\s*(?:in\s+)?([^)\]]+?)\s*[)\]]$", r"(?:,|\bin)\s+(\S+)$", r"\s(\S+)$"):
        found = re.search(shape, low)
        if found is not None and found[1] in _UNITS and not low.endswith(" in"):
            return _plain(low[: found.start()]), found[1]
    return _plain(low), None


def _plain(text: str) -> str:
    return " ".join(re.sub(r"[^\w\s]", " ", text).split())


_PHRASES = [
    {
        _plain(phrase.replace("_", " "))
        for f in kind
        for phrase in (*f.phrases, f.label.lower(), f.key)
    }
    for kind in FIELDS.values()
]
"""All that means a field, of each kind of list."""


def understood(head: Sequence[str], kind: ListKind) -> tuple[Column, ...]:
    """Which field each heading means: the best fitting one first, each field once."""
    read = [heading(text) for text in head]
    tried: list[tuple[int, int, int, str]] = []
    for at, (words, _) in enumerate(read):
        whole = _plain(head[at].strip().lower().replace("_", " "))
        for order, one in enumerate(FIELDS[kind]):
            phrases = (*one.phrases, one.label.lower(), one.key)
            fit = max(max(_fit(words, phrase), _fit(whole, phrase)) for phrase in phrases)
            if fit:
                tried.append((-fit, at, order, one.key))
    taken: dict[int, str] = {}
    for _, at, _, key in sorted(tried):
        if at not in taken and key not in taken.values():
            taken[at] = key
    return tuple(
        Column(taken.get(at), unit if at in taken else None) for at, (_, unit) in enumerate(read)
    )


def _fit(words: str, phrase: str) -> int:
    phrase = phrase.replace("_", " ")
    if words == phrase:
        return 100 + len(phrase)
    if len(phrase) > 2 and re.search(rf"\b{re.escape(phrase)}\b", words):
        return len(phrase)
    return 0


def likeliest(head: Sequence[str]) -> ListKind:
    """The kind whose headings these are: all that it needs, and the most of them understood."""

    def key(kind: ListKind) -> tuple[float, float, int]:
        found = {one.field for one in understood(head, kind) if one.field}
        needed = [one.key for one in FIELDS[kind] if one.needed]
        exact = sum(
            heading(text)[0]
            in {p for f in FIELDS[kind] for p in (*f.phrases, f.key.replace("_", " "))}
            for text in head
        )
        return sum(one in found for one in needed) / len(needed), len(found), exact

    return max(FIELDS, key=key)
