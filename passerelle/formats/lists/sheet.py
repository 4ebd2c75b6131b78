"""Somebody's list as a table: its separator, its headings, and which field each heading means."""

import csv
import io
import re
from collections.abc import Sequence
from dataclasses import dataclass

from passerelle.core.refused import Refused
from passerelle.formats.sitefiles import cell_text

from .cells import GBPS, METRES, PLAIN
from .fields import FIELDS, ListKind

MAX_BYTES = 8 * 1024 * 1024
MAX_ROWS = 5000
MAX_COLUMNS = 200
MAX_CELL = 2000
_UNITS = {*METRES, *GBPS, *(unit for units in PLAIN.values() for unit in units)}


@dataclass(frozen=True, slots=True)
class Sheet:
    """Headings and rows, every row as long as the headings. first_line : of the first row."""

    head: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    first_line: int = 2


@dataclass(frozen=True, slots=True)
class Column:
    """What a heading means: a field of the kind, None: not taken; and the unit that it says."""

    field: str | None
    unit: str | None = None


def read_sheet(data: bytes) -> Sheet:
    """A list parted by commas, semicolons or tabs. Raises Refused with one sentence."""
    if len(data) > MAX_BYTES:
        raise Refused(
            "", f"the list has over {MAX_BYTES // 1024 // 1024} MiB, the most that is read"
        )
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
        lines = [row for _, row in zip(range(MAX_ROWS + 10), reader, strict=False)]
    except csv.Error as error:
        raise Refused("", f"the list is not readable as CSV: {error}") from None
    at = next((i for i, row in enumerate(lines) if any(cell.strip() for cell in row)), None)
    if at is None:
        raise Refused("", "the list is empty")
    head = tuple(_cell(cell) for cell in lines[at])
    if len(head) > MAX_COLUMNS:
        raise Refused("", f"the list has {len(head)} columns; at most {MAX_COLUMNS} are read")
    rows = [row for row in lines[at + 1 :] if any(cell.strip() for cell in row)]
    if len(rows) > MAX_ROWS:
        raise Refused("", f"the list has over {MAX_ROWS} rows, the most that are read at once")
    width = len(head)
    told = tuple(tuple(_cell(cell) for cell in (row + [""] * width)[:width]) for row in rows)
    return Sheet(head, told, at + 2)


def _cell(text: str) -> str:
    if len(text) > MAX_CELL:
        raise Refused("", f"a cell has {len(text)} characters; at most {MAX_CELL} are read")
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
