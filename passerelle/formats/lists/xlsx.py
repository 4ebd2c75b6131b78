"""Sheets of an XLSX workbook as rows of text, cell by cell and within bounds.

A workbook is a ZIP of XML: what it unpacks to is limited before it is unpacked, and rows are read
one after the other, so that one cell at the far corner of a sheet costs nothing. Memory is bounded
by the unpacked size, at most 64 MiB, and a few times that while it is read.
"""

import io
import re
import zipfile
import zlib
from collections.abc import Iterator
from datetime import date, datetime
from typing import Any
from xml.etree.ElementTree import ParseError

from openpyxl import load_workbook
from openpyxl.utils.exceptions import InvalidFileException

from passerelle.core.refused import Refused

MAGIC = b"PK\x03\x04"
MAX_UNPACKED = 64 * 1024 * 1024
MAX_MEMBERS = 2000
MAX_SHEETS = 100
_ILLEGAL = re.compile("[\x00-\x08\x0b-\x1f]")
_ESCAPED = re.compile("_x([0-9A-Fa-f]{4})_")
_NO_WORKBOOK = "the file is no XLSX workbook that can be read"


def is_xlsx(data: bytes) -> bool:
    """Whether bytes begin like a workbook; what else begins so is refused when it is read."""
    return data.startswith(MAGIC)


def _checked(data: bytes) -> None:
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            members = packed.infolist()
    except (zipfile.BadZipFile, NotImplementedError, ValueError):
        raise Refused("", _NO_WORKBOOK) from None
    if len(members) > MAX_MEMBERS:
        raise Refused("", f"the workbook has {len(members)} parts; at most {MAX_MEMBERS} are read")
    size = sum(one.file_size for one in members)
    if size > MAX_UNPACKED:
        limit = MAX_UNPACKED // 1024 // 1024
        told = f"the workbook unpacks to {size / 1024 / 1024:.0f} MiB; at most {limit} MiB are read"
        raise Refused("", told)


def read_xlsx(
    data: bytes, wanted: str | None, most_rows: int, most_columns: int
) -> tuple[tuple[str, ...], str, list[list[str]]]:
    """Names of all sheets, the one that is read, and its rows of text. Raises Refused.

    wanted : name of a sheet; None: the first that says anything. A blank cell is "".
    """
    _checked(data)
    try:
        book = load_workbook(io.BytesIO(data), read_only=True, data_only=True)
        names = tuple(book.sheetnames)[:MAX_SHEETS]
        sheets = [one for one in book.worksheets if one.title in names]
        if wanted is not None:
            sheets = [one for one in sheets if one.title == wanted]
            if not sheets:
                raise Refused("sheet", f"{wanted[:40]!r} is no sheet of the workbook")
        for sheet in sheets:
            rows = list(_rows(sheet, most_rows, most_columns))
            if wanted is not None or any(any(row) for row in rows):
                return names, sheet.title, rows
    except Refused:
        raise
    except (
        InvalidFileException, zipfile.BadZipFile, ParseError, KeyError, ValueError, TypeError,
        AttributeError, IndexError, EOFError, OSError, OverflowError, AssertionError, zlib.error,
    ):  # fmt: skip
        # whatever is broken in it, the reader fails in its own way
        raise Refused("", _NO_WORKBOOK) from None
    raise Refused("", "the workbook has no sheet with anything in it")


def _rows(sheet: Any, most_rows: int, most_columns: int) -> Iterator[list[str]]:
    """Rows up to the last that says anything; gaps of blank rows count."""
    sheet.reset_dimensions()
    for at, row in enumerate(sheet.iter_rows(values_only=True, max_col=most_columns + 1), start=1):
        if at > most_rows:
            raise Refused("", f"sheet {sheet.title[:40]} has over {most_rows} rows, the most read")
        told = [_text(cell, sheet.title, at, column) for column, cell in enumerate(row)]
        while told and not told[-1]:
            told.pop()
        if len(told) > most_columns:
            raise Refused(
                "", f"sheet {sheet.title[:40]} has over {most_columns} columns, the most read"
            )
        yield told


def _text(value: Any, sheet: str, row: int, column: int) -> str:
    """A cell as somebody would have typed it."""
    if value is None:
        return ""
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, float):
        return f"{value:.12g}"
    if isinstance(value, datetime):
        return (
            value.date().isoformat() if value.time() == value.min.time() else value.isoformat(" ")
        )
    if isinstance(value, date):
        return value.isoformat()
    # Characters that XML does not have stand as _x000D_ (ECMA-376, ST_Xstring).
    text = _ESCAPED.sub(lambda one: chr(int(one[1], 16)), str(value)).replace("\r", "\n")
    if _ILLEGAL.search(text):
        where = f"sheet {sheet[:40]}, row {row}, column {column + 1}"
        raise Refused("", f"{where}: the cell has control characters")
    return text
