"""What several strands say together: a wrong reference, a row, an adapter, swapped columns."""

from collections import defaultdict
from collections.abc import Iterator, Sequence
from itertools import pairwise
from statistics import median

from passerelle.core.plan.testing import Direction
from passerelle.core.tables.testing import threshold

from .sheet import Cell, Row, Sheet
from .told import Act, TestFinding, strands_said, told

LEAST = 4
"""So few strands say nothing together."""
MOST_PART = 0.7
ALIKE_DB = 0.25
"""Strands that moved together lie within this of how far they moved. [dB]"""
Groups = defaultdict[tuple[Direction, str], dict[str, float]]
"""By direction and reference: of each run, how far it lies over the expected. [dB]"""


def together(sheet: Sheet) -> Iterator[TestFinding]:
    """Every finding about several strands of a sheet."""
    swapped = list(_columns(sheet))
    yield from swapped
    off = list(_references(sheet)) if not swapped else []
    yield from off
    if not off and not swapped:
        rows = list(_rows(sheet))
        yield from rows
        taken = {run for one in rows for run in one.runs}
        yield from _ports(sheet, taken)


def _columns(sheet: Sheet) -> Iterator[TestFinding]:
    """Readings of two wavelengths that stand in each other's column."""
    nms = sorted({cell.at.nm for row in sheet.rows for cell in row.cells})
    for short, long in pairwise(nms):
        odd, rows = [], []
        for row in sheet.rows:
            for direction in ("a-b", "b-a"):
                pair = [_cell(row, nm, direction) for nm in (short, long)]
                if pair[0] is None or pair[1] is None:
                    continue
                read = (pair[0].loss_db or 0.0) - (pair[1].loss_db or 0.0)
                planned = (pair[0].at.expected_db or 0.0) - (pair[1].at.expected_db or 0.0)
                odd.append((read, planned))
                rows.append(row)
        if not odd:
            continue
        read, planned = median(one for one, _ in odd), median(one for _, one in odd)
        clear = 0.3 if len(odd) < LEAST else 0.12
        if planned >= clear and abs(read + planned) < 0.5 * planned:
            mine = list(dict.fromkeys(row.run.id for row in rows))
            which = [row for row in sheet.rows if row.run.id in mine]
            said = (
                f"{short:g} nm reads {-read:.2f} dB less than {long:g} nm, where this glass loses "
                f"{planned:.2f} dB more."
            )
            act = Act("swap", f"Swap {short:g} and {long:g}", nm=(short, long))
            yield told("test.columns-swapped", said, sheet, which, acts=[act])


def _cell(row: Row, nm: float, direction: str) -> Cell | None:
    return next(
        (c for c in row.cells
         if c.at.nm == nm and c.direction == direction and c.over_db is not None), None,
    )  # fmt: skip


def _overs(row: Row, direction: str, reference: str | None) -> list[float]:
    """How far a row's readings lie over the expected, one way and on one reference."""
    return [
        cell.over_db
        for cell in row.cells
        if cell.direction == direction and cell.over_db is not None
        and cell.reading is not None and (cell.reading.reference or "") == (reference or "")
    ]  # fmt: skip


def _references(sheet: Sheet) -> Iterator[TestFinding]:
    groups: Groups = defaultdict(dict)
    for row in sheet.rows:
        for direction, reference in {
            (c.direction, c.reading.reference or "") for c in row.cells if c.reading is not None
        }:
            overs = _overs(row, direction, reference)
            if overs:
                groups[direction, reference][row.run.id] = sum(overs) / len(overs)
    for (direction, reference), mine in groups.items():
        off = _off(sheet, groups, direction, mine)
        if off is None:
            continue
        by_db, against = off
        rows = [row for row in sheet.rows if row.run.id in mine]
        word = "more" if by_db > 0 else "less"
        other = "the other way" if against else "expected"
        towards = sheet.places[1 if direction == "a-b" else 0] or "the far end"
        said = (
            f"All {len(rows)} strands read {abs(by_db):.2f} dB {word} towards {towards} than "
            f"{other}."
        )
        acts = [Act("again", "Read these again")]
        if reference:
            acts.insert(0, Act("spoil", "Mark and repeat", reference=reference))
        yield told("test.reference", said, sheet, rows, looks=["reference", "cords"], acts=acts,
                   direction=direction)  # fmt: skip


def _off(
    sheet: Sheet, groups: Groups, direction: Direction, mine: dict[str, float]
) -> tuple[float, bool] | None:
    """How far a reference moved everything, and whether that is against the other way. [dB]"""
    if len(mine) < LEAST:
        return None
    here, rest = median(mine.values()), _rest(groups, direction, mine)
    least = threshold("reference_db")
    if len(rest) >= LEAST:
        apart = [mine[run] - other for run, other in rest.items()]
        off = median(apart)
        alike = sum(abs(one - off) <= ALIKE_DB for one in apart) / len(apart)
        mine_is_odd = abs(here) >= abs(median(rest.values()))
        return (off, True) if abs(off) >= least and alike >= MOST_PART and mine_is_odd else None
    spread = median(cell.at.spread_db for row in sheet.rows for cell in row.cells)
    if abs(here) < max(least, 2.0 * spread):
        return None
    near = sum(abs(one - here) <= 2 * ALIKE_DB for one in mine.values()) / len(mine)
    return (here, False) if near >= MOST_PART else None


def _rest(groups: Groups, direction: Direction, mine: dict[str, float]) -> dict[str, float]:
    """What the same strands read the other way."""
    found: dict[str, float] = {}
    for (way, _), theirs in groups.items():
        if way != direction:
            found.update({run: over for run, over in theirs.items() if run in mine})
    return found


def high_db(row: Row) -> float | None:
    """How far a row lies over the expected, in the middle of its readings."""
    found = [cell.over_db for cell in row.cells if cell.over_db is not None]
    return median(found) if found else None


def _rows(sheet: Sheet) -> Iterator[TestFinding]:
    """Tubes or ferrules of which every strand is high, where others are not."""
    tubes: defaultdict[int, list[Row]] = defaultdict(list)
    for row in sheet.rows:
        if row.run.strand is not None:
            tubes[(row.run.strand - 1) // 12].append(row)
    if len(sheet.rows) < LEAST:
        return
    multi = any(end.family == "MPO" for end in sheet.rows[0].run.ends)
    highs = {at: [high_db(row) for row in rows] for at, rows in tubes.items()}
    for at, rows in tubes.items():
        known = [one for one in highs[at] if one is not None]
        if len(known) < LEAST:
            continue
        others = [one for n, many in highs.items() if n != at for one in many if one is not None]
        base = median(others) if len(others) >= LEAST else 0.0
        off, least = median(known) - base, threshold("sibling_db")
        if not others:  # nothing to compare with but the plan
            least = max(least, 3.0 * median(c.at.spread_db for row in rows for c in row.cells))
        if off >= least and min(known) - base >= least / 2:
            what = "ferrule" if multi else "tube"
            than = "than the others" if others else (
                "than expected, both ways: what all of them share, or a joint that the plan lacks"
            )  # fmt: skip
            said = f"All {len(known)} strands of this {what} lie {off:.2f} dB higher {than}."
            yield told("test.row", said, sheet, rows, looks=["face", "tray"],
                       acts=[Act("faces", "Look along the row")])  # fmt: skip


def _ports(sheet: Sheet, taken: set[str]) -> Iterator[TestFinding]:
    """Both strands of a duplex port high, and nothing else."""
    by_port: defaultdict[object, list[Row]] = defaultdict(list)
    for row in sheet.rows:
        end = row.run.ends[0]
        if end.port is not None and end.family != "MPO":
            by_port[end.panel, end.port].append(row)
    highs = {row.run.id: high_db(row) for row in sheet.rows}
    for rows in by_port.values():
        if len(rows) != 2 or any(row.run.id in taken for row in rows):
            continue
        mine = [highs[row.run.id] for row in rows]
        others = [one for key, one in highs.items()
                  if one is not None and key not in {row.run.id for row in rows}]  # fmt: skip
        if None in mine or not others or any(bend_db(row) is not None for row in rows):
            continue
        over = [one for one in mine if one is not None]
        if min(over) - median(others) < threshold("sibling_db") or abs(over[0] - over[1]) > 0.6:
            continue
        end, far = rows[0].run.ends
        said = (
            f"{strands_said(r.run.strand or 0 for r in rows).capitalize()} lie "
            f"{median(over) - median(others):.2f} dB over the others; they share {end.panel} port "
            f"{end.port} and {far.panel or far.place or 'the far panel'} port {far.port or '?'}."
        )
        yield told("test.same-end", said, sheet, rows, looks=["face"],
                   acts=_at_ends(rows, "Re-terminate"))  # fmt: skip


def bend_db(row: Row) -> float | None:
    """How much more the longer wavelength loses over what is expected; None: no bend. [dB]"""
    found = []
    for direction in ("a-b", "b-a"):
        cells = sorted(
            (c for c in row.cells if c.direction == direction and c.over_db is not None),
            key=lambda c: c.at.nm,
        )
        if len(cells) >= 2:
            found.append((cells[-1].over_db or 0.0) - (cells[0].over_db or 0.0))
    if not found or cells_are_short(row):
        return None
    more = median(found)
    return more if more >= threshold("bend_db") else None


def cells_are_short(row: Row) -> bool:
    """Whether it is multimode: there a bend does not tell itself by wavelength."""
    return max((c.at.nm for c in row.cells), default=0.0) < 1400


def _at_ends(rows: Sequence[Row], word: str) -> list[Act]:
    place = rows[0].run.ends[1].place
    panel = rows[0].run.ends[1].panel or place or "the far end"
    numbers = strands_said(row.run.strand or 0 for row in rows)
    task = f"{word} {panel}, {rows[0].run.cable or rows[0].run.name} {numbers}"
    return [
        Act("faces", "Look at the faces"),
        Act("task", "Make a task of it", task=task, place=place, minutes=20.0),
    ]
