"""What one strand says by itself: over its limit, too good, bent, one way only, no light."""

from collections.abc import Iterator
from statistics import median

from passerelle.core.tables.testing import threshold
from passerelle.core.words import metres

from .judged import FAILED
from .patterns import LEAST, bend_db, cells_are_short, high_db
from .sheet import Row, Sheet
from .told import Act, TestFinding, told


def alone(sheet: Sheet) -> Iterator[TestFinding]:
    """Every finding about single strands of a sheet."""
    highs = [one for one in map(high_db, sheet.rows) if one is not None]
    middle = median(highs) if len(highs) >= LEAST else None
    yield from _crossed(sheet)
    for row in sheet.rows:
        yield from _dark(sheet, row)
        bent = bend_db(row)
        over = list(_over(sheet, row, bent))
        yield from over
        yield from _too_good(sheet, row)
        if bent is not None:
            yield _bend(sheet, row, bent)
        yield from _directions(sheet, row)
        if not over:
            yield from _far(sheet, row, middle, bent)
        yield from _length(sheet, row)


def _crossed(sheet: Sheet) -> Iterator[TestFinding]:
    """Light that came out on another strand than it went in."""
    by_number = {row.run.strand: row for row in sheet.rows if row.run.strand is not None}
    seen: set[int] = set()
    for number, row in by_number.items():
        out = next((c.reading.seen_at for c in row.cells if c.reading and c.reading.seen_at), None)
        if out is None or out == number or number in seen:
            continue
        seen |= {number, out}
        other = by_number.get(out)
        rows = [row] if other is None else sorted((row, other), key=lambda r: r.run.strand or 0)
        said = f"Light into strand {number} comes out on strand {out}."
        act = Act("task", "Make a task of it", minutes=30.0, place=sheet.places[1],
                  task=f"Put strands {number} and {out} of {sheet.name} right")  # fmt: skip
        yield told("test.crossed-strands", said, sheet, rows, looks=["red light"], acts=[act])


def _dark(sheet: Sheet, row: Row) -> Iterator[TestFinding]:
    dark = [c for c in row.cells if c.reading and c.reading.result == "no light"]
    if dark and not any(c.reading and c.reading.seen_at for c in dark):
        nms = sorted({cell.at.nm for cell in dark})
        said = f"No light at {' and '.join(f'{nm:g}' for nm in nms)} nm."
        task = Act("task", "Make a task of it", task=f"Find where {row.run.name} is broken",
                   place=sheet.places[0], minutes=20.0)  # fmt: skip
        yield told("test.no-light", said, sheet, [row], looks=["red light", "trace"],
                   acts=[Act("trace", "Take a trace"), task])  # fmt: skip


def _over(sheet: Sheet, row: Row, bent: float | None) -> Iterator[TestFinding]:
    bad = [c for c in row.cells if c.band and c.band.verdict in FAILED and c.stale is None]
    if not bad:
        return
    worst = max(bad, key=lambda c: (c.loss_db or 0.0) - (c.at.limit_db or 0.0))
    by = (worst.loss_db or 0.0) - (worst.at.limit_db or 0.0)
    clear = any(c.band is not None and c.band.verdict == "fails" for c in bad)
    ways = {c.direction for c in bad}
    both = len(ways) > 1 or len({c.direction for c in row.cells}) == 1
    shape = (
        "more at the longer wavelength: a bend" if bent is not None
        else "one way only: a test plug or glass that differs" if not both
        else "alike at every wavelength: a joint or dirt"
    )  # fmt: skip
    over = worst.over_db
    said = (
        f"{worst.loss_db:.2f} dB at {worst.at.nm:g} nm, {by:.2f} over the limit of "
        f"{worst.at.limit_db:.2f}" + (f" and {over:.2f} over expected" if over is not None else "")
        + f"; {shape}." + ("" if clear else " It is within the uncertainty of the reading.")
    )  # fmt: skip
    looks = ["tray", "trace"] if bent is not None else ["face", "trace"]
    end = row.run.ends[1]
    where = f"{end.panel} port {end.port}" if end.panel else end.place or "the far end"
    acts = [Act("faces", "Look at the faces")] if bent is None else [Act("trace", "Take a trace")]
    acts.append(Act("task", "Make a task of it", place=end.place, minutes=20.0,
                    task=f"Re-terminate {row.run.name} at {where}" if bent is None
                    else f"Find the bend in {row.run.name}"))  # fmt: skip
    yield told("test.over-limit", said, sheet, [row], looks=looks, acts=acts,
               severity=None if clear else "warn")  # fmt: skip


def _too_good(sheet: Sheet, row: Row) -> Iterator[TestFinding]:
    odd = [c for c in row.cells
           if c.band is not None and c.band.verdict == "too good" and c.stale is None]  # fmt: skip
    if not odd:
        return
    worst = min(odd, key=lambda c: (c.loss_db or 0.0) - (c.at.best_db or 0.0))
    least = f"; this glass loses {worst.at.best_db:.2f} at least" if worst.at.best_db else ""
    said = f"{worst.loss_db:.2f} dB at {worst.at.nm:g} nm{least}."
    ways = {cell.direction for cell in odd}
    yield told("test.better-than-possible", said, sheet, [row], looks=["reference"],
               acts=[Act("again", "Read it again")],
               direction=worst.direction if len(ways) == 1 else None)  # fmt: skip


def _bend(sheet: Sheet, row: Row, more: float) -> TestFinding:
    nms = sorted({c.at.nm for c in row.cells if c.over_db is not None})
    said = f"{more:.2f} dB more than glass explains at {nms[-1]:g} nm against {nms[0]:g} nm."
    task = Act("task", "Make a task of it", task=f"Find the bend in {row.run.name}",
               place=sheet.places[0], minutes=20.0)  # fmt: skip
    return told("test.bend-sign", said, sheet, [row], looks=["tray", "trace"],
                acts=[Act("trace", "Take a trace"), task])  # fmt: skip


def _directions(sheet: Sheet, row: Row) -> Iterator[TestFinding]:
    found = []
    for nm in sorted({c.at.nm for c in row.cells}):
        pair = [_read(row, nm, way) for way in ("a-b", "b-a")]
        if pair[0] is not None and pair[1] is not None:
            found.append((abs(pair[0] - pair[1]), nm, pair[0], pair[1]))
    if not found:
        return
    apart = median(one[0] for one in found)
    if apart < threshold("directions_db"):
        return
    _, nm, there, back = max(found)
    towards = sheet.places[1] or "the far end"
    said = f"{there:.2f} dB towards {towards}, {back:.2f} back, at {nm:g} nm."
    yield told("test.directions-differ", said, sheet, [row], looks=["cords", "face"],
               acts=[Act("again", "Read it again")])  # fmt: skip


def _read(row: Row, nm: float, direction: str) -> float | None:
    return next(
        (c.loss_db for c in row.cells if c.at.nm == nm and c.direction == direction), None
    )  # fmt: skip


def _far(sheet: Sheet, row: Row, middle: float | None, bent: float | None) -> Iterator[TestFinding]:
    """What passes, and is not like the plan or not like its siblings."""
    far = [c for c in row.cells if c.band and c.band.verdict == "passes, far from expected"]
    shape = "; a bend by its wavelengths" if bent is not None else (
        "" if cells_are_short(row) else "; a joint or dirt by its wavelengths"
    )  # fmt: skip
    if far:
        worst = max(far, key=lambda c: c.over_db or 0.0)
        said = (
            f"{worst.loss_db:.2f} dB at {worst.at.nm:g} nm: {worst.over_db:.2f} over the expected "
            f"{worst.at.expected_db:.2f}, of a limit of {worst.at.limit_db:.2f}{shape}."
        )
        acts = [Act("faces", "Look at the faces"), Act("again", "Read it again")]
        yield told(
            "test.far-from-prediction", said, sheet, [row], looks=["face", "trace"], acts=acts
        )
        return
    mine = high_db(row)
    if mine is None or middle is None or mine - middle < _stands_out(row):
        return
    said = f"{mine - middle:.2f} dB more than the other strands of this sheet{shape}."
    yield told("test.sibling", said, sheet, [row], looks=["face"],
               acts=[Act("faces", "Look at the faces")])  # fmt: skip


def _stands_out(row: Row) -> float:
    """Over its siblings by so much is more than chance: three standard deviations at least. [dB]"""
    spread = max((cell.at.spread_db for cell in row.cells), default=0.0)
    return max(threshold("sibling_db"), 3.0 * spread)


def _length(sheet: Sheet, row: Row) -> Iterator[TestFinding]:
    read = next((c.reading.length_m for c in row.cells if c.reading and c.reading.length_m), None)
    planned = row.run.run.path.length_m
    if read is None or planned <= 0:
        return
    apart = read - planned
    if abs(apart) > max(threshold("length_m"), threshold("length_share") * planned):
        word = "longer" if apart > 0 else "shorter"
        said = (
            f"{metres(read)} of glass where {metres(planned)} are planned: {metres(abs(apart))} "
            f"{word}."
        )
        yield told("test.length-differs", said, sheet, [row], looks=["index", "red light"])
