"""Needs from a CSV: one row a need, for home runs to many cabinets."""

import csv
import io
from collections.abc import Mapping
from dataclasses import dataclass
from typing import cast

from passerelle.core.choice.need import USUAL, SiteNeed, check_need
from passerelle.core.plan.devices import Device
from passerelle.core.plan.fields import Name
from passerelle.core.plan.house_rules import PanelPlug, TerminationRule
from passerelle.core.refused import Refused
from passerelle.core.remedies.proposal import NeedError
from passerelle.core.words import number

from . import documents
from .sitefiles import MAX_IMPORT_BYTES, cell_text

COLUMNS = (
    "from", "to", "distance_m", "rate_gbps", "growth_gbps", "growth_by", "circuits",
    "second_route_m", "existing", "strands_at_hand", "cage_a", "cage_b", "device_a", "device_b",
    "same_rack", "outdoors", "surroundings", "budget", "termination", "panel_plug",
    "service", "draw_w", "draw_peak_w",
)  # fmt: skip
MOST_NEEDS = 2000


@dataclass(frozen=True)
class NeedRow:
    """One row. need None: it is refused, and problem says why. line : from 1."""

    line: int
    need: SiteNeed | None
    problem: str | None
    said: str


def read_needs(
    data: bytes,
    devices: Mapping[str, Device] | None = None,
    this_year: int | None = None,
) -> list[NeedRow]:
    """Every row of the file, each judged by itself. Raises Refused where it is no such file.

    devices : of the plan, that rows may name; None: any name is taken.
    """
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
    found = []
    for line, row in enumerate(rows, start=2):
        one = _row(line, row)
        if one.need is not None:
            try:
                check_need(one.need, devices, this_year)
            except NeedError as error:
                one = NeedRow(line, None, f"{_column(error.path)}: {error}", one.said)
        found.append(one)
    return found


def _column(key: str) -> str:
    """What the file calls a field of the need."""
    return {"redundant_m": "second_route_m"}.get(key, key)


def _row(line: int, row: dict[str, str | None]) -> NeedRow:
    """A row as it is read; whether it makes sense is still to be checked."""
    cell = {key: cell_text(value or "") for key, value in row.items() if isinstance(key, str)}
    said = f"{cell.get('from', '')} – {cell.get('to', '')}"
    try:
        need = SiteNeed(
            a_place=cell["from"],
            b_place=cell["to"],
            distance_m=_number(cell, "distance_m") or 0.0,
            rate_gbps=_number(cell, "rate_gbps") or 0.0,
            growth_gbps=_number(cell, "growth_gbps"),
            growth_by=_whole(cell, "growth_by"),
            redundant_m=_number(cell, "second_route_m"),
            circuits=1 if (circuits := _whole(cell, "circuits")) is None else circuits,
            existing=cell.get("existing") or None,
            strands_at_hand=_whole(cell, "strands_at_hand"),
            cage_a=cell.get("cage_a") or None,
            cage_b=cell.get("cage_b") or None,
            device_a=cell.get("device_a") or None,
            device_b=cell.get("device_b") or None,
            same_rack=_yes(cell, "same_rack"),
            outdoors=_yes(cell, "outdoors"),
            surroundings=tuple((cell.get("surroundings") or "").replace(";", " ").split()),
            budget=cell.get("budget") or USUAL,
            termination=cast(TerminationRule | None, cell.get("termination") or None),
            panel_plug=cast(PanelPlug | None, cell.get("panel_plug") or None),
            service=cell.get("service") or None,
            draw_w=_number(cell, "draw_w"),
            draw_peak_w=_number(cell, "draw_peak_w"),
        )
        _check_name("from", need.a_place)
        _check_name("to", need.b_place)
    except NeedError as error:
        return NeedRow(line, None, f"{error.path}: {error}", said)
    return NeedRow(line, need, None, said)


def _check_name(key: str, name: str) -> None:
    if not name:
        raise NeedError(key, "the place is missing")
    try:
        documents.of_raw(Name, name)
    except Refused as refused:
        raise NeedError(key, f"{name[:40]!r} is no name: {refused.reason}") from None


def _number(cell: dict[str, str], key: str) -> float | None:
    text = cell.get(key, "")
    if not text:
        return None
    try:
        return number(text)
    except ValueError as error:
        raise NeedError(key, str(error)) from None


def _whole(cell: dict[str, str], key: str) -> int | None:
    value = _number(cell, key)
    if value is not None and not value.is_integer():
        raise NeedError(key, f"{value:g} is not a whole number")
    return None if value is None else int(value)


def _yes(cell: dict[str, str], key: str) -> bool:
    text = cell.get(key, "").lower()
    if text in ("yes", "true", "1", "x"):
        return True
    if text in ("", "no", "false", "0"):
        return False
    raise NeedError(key, f"{text[:40]!r} is neither yes nor no")
