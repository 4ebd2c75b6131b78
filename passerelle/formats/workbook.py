"""Tables as CSV, and all of them as one XLSX workbook with a sheet a table."""

import csv
import io
from collections.abc import Sequence

import xlsxwriter

from passerelle.core.papers.table import Cell, Column, Table, shown
from passerelle.core.working import steps

from .sitefiles import plain_cell

_FORMATS = {"m": "0.00", "mm": "0.0", "dB": "0.00", "nm": "0", "money": "#,##0.00"}
_WIDEST = 60


def write_csv(table: Table) -> str:
    """A table as CSV: UTF-8, commas, points; an empty cell is not known or nothing to say."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow([column.label for column in table.columns])
    for row in table.rows:
        writer.writerow([_csv(cell, at) for cell, at in zip(row, table.columns, strict=True)])
    return out.getvalue()


def _csv(cell: Cell, column: Column) -> str:
    value = shown(cell, column.figure)
    if value is None:
        return ""
    return plain_cell(value) if isinstance(value, str) else f"{value:.10g}"


def write_xlsx(tables: Sequence[Table], title: str) -> bytes:
    """A workbook: headings stay in view, columns as wide as what is in them, figures as figures.

    Text is written as text: what begins like a formula is none.
    """
    out = io.BytesIO()
    options = {"in_memory": True, "strings_to_formulas": False, "strings_to_urls": False,
               "strings_to_numbers": False, "nan_inf_to_errors": True}  # fmt: skip
    with xlsxwriter.Workbook(out, options) as book:
        book.set_properties({"title": title[:250]})
        bold = book.add_format({"bold": True, "bottom": 1, "text_wrap": True, "valign": "top"})
        formats = {kind: book.add_format({"num_format": code}) for kind, code in _FORMATS.items()}
        for table in steps("Writing sheets", tables, each=1):
            sheet = book.add_worksheet(table.title[:31])
            sheet.freeze_panes(1, 1)
            sheet.set_landscape()
            sheet.fit_to_pages(1, 0)
            sheet.repeat_rows(0)
            sheet.set_header(f"&L{_print(title)}&R{_print(table.title)}")
            sheet.set_footer("&RPage &P of &N")
            widths = [len(column.label) for column in table.columns]
            for at, column in enumerate(table.columns):
                sheet.write_string(0, at, column.label, bold)
            for n, row in enumerate(table.rows, start=1):
                for at, (cell, column) in enumerate(zip(row, table.columns, strict=True)):
                    value = shown(cell, column.figure)
                    if value is None:
                        continue
                    if isinstance(value, str):
                        sheet.write_string(n, at, value[:32_000])
                    else:
                        sheet.write_number(n, at, value, formats.get(column.figure))
                    widths[at] = max(widths[at], len(f"{value}"))
            for at, width in enumerate(widths):
                sheet.set_column(at, at, min(_WIDEST, max(6, width + 2)))
            if table.rows:
                sheet.autofilter(0, 0, len(table.rows), len(table.columns) - 1)
    return out.getvalue()


def _print(text: str) -> str:
    """Text in a printed head, where & would be an instruction."""
    return text.replace("&", "&&")[:100]
