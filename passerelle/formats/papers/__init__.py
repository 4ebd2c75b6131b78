"""Papers as PDF: set by typst from templates that stand beside this file, with shipped fonts."""

import json
from collections.abc import Sequence
from dataclasses import asdict
from functools import cache
from os.path import commonpath
from pathlib import Path
from typing import Any, Literal

import segno
import typst

from passerelle.core.papers.labels import Label, Stock
from passerelle.core.papers.table import Sheet
from passerelle.core.refused import Refused
from passerelle.core.working import phase

HERE = Path(__file__).resolve().parent
Paper = Literal["a4", "us-letter"]


@cache
def _fonts() -> typst.Fonts:
    """The fonts that ship; none of the machine's, so that every machine sets the same page."""
    return typst.Fonts(False, True, [str(HERE / "fonts")])


def set_pdf(template: str, data: dict[str, Any], root: Path = HERE) -> bytes:
    """A PDF from one of the templates. data : plain values, read by the template as JSON.

    root : the folder that templates and pictures lie in; nothing outside it is read.
    """
    made = typst.compile(
        str(HERE / template), root=str(root), font_paths=_fonts(), ignore_system_fonts=True,
        sys_inputs={"data": json.dumps(data, ensure_ascii=False)}, format="pdf",
    )  # fmt: skip
    assert isinstance(made, bytes)
    return made


def write_pdf(
    sheets: Sequence[Sheet], plan: str, revision: int | None, day: str, title: str,
    paper: Paper = "a4",
) -> bytes:  # fmt: skip
    """Sheets as a PDF with page numbers; a book of many sheets has contents.

    revision : None: of a plan file. day : as it is printed.
    """
    sheets, root = _rooted(sheets)
    told = f"revision {revision}" if revision is not None else "from a plan file"
    phase(f"Setting {len(sheets)} sheets")
    made = set_pdf("book.typ", {
        "plan": plan, "revision": told, "day": day, "title": title, "paper": paper,
        "sheets": sheets,
    }, root)  # fmt: skip
    phase("Sending the paper")  # whoever stopped it while it was set is not sent it
    return made


def _rooted(sheets: Sequence[Sheet]) -> tuple[list[Sheet], Path]:
    """Sheets whose pictures are named from the least folder that holds them and the templates."""
    paths = [one["path"] for sheet in sheets for one in sheet.get("pictures", ()) if one["path"]]
    if not paths:
        return list(sheets), HERE
    root = Path(commonpath([HERE, *paths]))
    return [
        sheet | {"pictures": [
            one | {"path": one["path"] and f"/{Path(one['path']).relative_to(root)}"}
            for one in sheet["pictures"]
        ]} if "pictures" in sheet else sheet
        for sheet in sheets
    ], root  # fmt: skip


def write_labels(
    labels: Sequence[Label], stock: Stock, first: int = 1, *, qr: bool = False, test: bool = False
) -> bytes:
    """Labels on a sheet of their stock. first : position of the first label, from 1.

    qr : a code with the identifier alone beside each. test : outlines and a ruler, no labels.
    Raises Refused where the sheet has no such position.
    """
    most = stock.columns * stock.rows
    if not 1 <= first <= most:
        raise Refused("first", f"the sheet has labels 1 to {most}; there is no {first}")
    told = [
        {
            "identifier": one.identifier,
            "lines": list(one.lines),
            "qr": _qr(one.identifier) if qr else None,
        }
        for one in labels
    ]
    return set_pdf("labels.typ", {
        "stock": asdict(stock), "labels": told, "first": first, "test": test,
    })  # fmt: skip


@cache
def _qr(identifier: str) -> str:
    """A QR code as SVG, with the identifier alone: what it stands for is in the plan."""
    made: str = segno.make(identifier, error="m", micro=False).svg_inline(border=1)
    return made.replace("<svg ", '<svg xmlns="http://www.w3.org/2000/svg" ', 1)
