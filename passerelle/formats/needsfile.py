"""Needs from a CSV: one row a need, for home runs to many cabinets."""

import csv
import io
from dataclasses import dataclass

from passerelle.core.choice.need import SiteNeed, check_need
from passerelle.core.proposal import NeedError

from .refusal import Refused
from .sitefiles import MAX_IMPORT_BYTES

COLUMNS = (
    "from", "to", "distance_m", "rate_gbps", "growth_gbps", "circuits", "existing", "cage_a",
    "cage_b", "same_rack", "outdoors",
)  # fmt: skip
MOST_NEEDS = 2000


@dataclass(frozen=True)
class NeedRow:
    """One row. need None: it is refused, and problem says why. line : from 1."""

    line: int
    need: SiteNeed | None
    problem: str | None
    said: str


def read_needs(data: bytes) -> list[NeedRow]:
    """Every row of the file, each judged by itself. Raises Refused where it is no such file."""
    if len(data) > MAX_IMPORT_BYTES:
        raise Refused("", f"the file is over {MAX_IMPORT_BYTES // 1024 // 1024} MiB")
    try:
        reader = csv.DictReader(io.StringIO(data.decode("utf-8-sig")))
        rows = list(reader)
    except (UnicodeDecodeError, csv.Error) as error:
        raise Refused("", f"the file is not readable as CSV: {error}") from None
    head = reader.fieldnames or []
    lacks = [name for name in COLUMNS[:4] if name not in head]
    if lacks:
        raise Refused("", f"the header lacks {lacks[0]!r}; columns: {', '.join(COLUMNS)}")
    if len(rows) > MOST_NEEDS:
        raise Refused("", f"the file has {len(rows)} needs; at most {MOST_NEEDS} are read")
    return [_row(line, row) for line, row in enumerate(rows, start=2)]


def _row(line: int, row: dict[str, str | None]) -> NeedRow:
    cell = {key: (value or "").strip() for key, value in row.items() if isinstance(key, str)}
    said = f"{cell.get('from', '')} – {cell.get('to', '')}"
    try:
        need = SiteNeed(
            a_place=cell["from"],
            b_place=cell["to"],
            distance_m=_number(cell, "distance_m") or 0.0,
            rate_gbps=_number(cell, "rate_gbps") or 0.0,
            growth_gbps=_number(cell, "growth_gbps"),
            circuits=int(_number(cell, "circuits") or 1),
            existing=cell.get("existing") or None,
            cage_a=cell.get("cage_a") or None,
            cage_b=cell.get("cage_b") or None,
            same_rack=_yes(cell.get("same_rack", "")),
            outdoors=_yes(cell.get("outdoors", "")),
        )
        if not need.a_place or not need.b_place:
            raise NeedError("to" if need.a_place else "from", "the place is missing")
        check_need(need)
    except NeedError as error:
        return NeedRow(line, None, f"{error.key}: {error}", said)
    return NeedRow(line, need, None, said)


def _number(cell: dict[str, str], key: str) -> float | None:
    text = cell.get(key, "")
    if not text:
        return None
    try:
        return float(text.replace(",", "."))
    except ValueError:
        raise NeedError(key, f"{text[:40]!r} is not a number") from None


def _yes(text: str) -> bool:
    return text.lower() in ("yes", "true", "1", "x")
