"""Writes a trace file of version 2.00; the same trace is the same bytes."""

import struct
from dataclasses import dataclass

import numpy as np

from .record import Block, KeyEvent, TraceFile, crc, spacing_raw, ticks

VERSION = 200
LIMIT = 0xFFFF


@dataclass
class _Made:
    name: str
    revision: int
    data: bytes


def write_sor(trace: TraceFile) -> bytes:
    """The bytes of a trace. Texts are ASCII: what is not is written as a question mark."""
    blocks = [
        _Made("GenParams", VERSION, _general(trace)),
        _Made("SupParams", VERSION, _supplier(trace)),
        _Made("FxdParams", VERSION, _fixed(trace)),
        _Made("KeyEvents", VERSION, _events(trace)),
        _Made("DataPts", VERSION, _samples(trace)),
        *(_Made(one.name, one.revision, one.data) for one in trace.others if _keeps(one)),
        _Made("Cksum", VERSION, b"\0\0"),
    ]
    entries = b"".join(
        _text(one.name) + struct.pack("<HI", one.revision, len(one.name) + 1 + len(one.data))
        for one in blocks
    )
    size = 4 + 2 + 4 + 2 + len(entries)
    head = b"Map\0" + struct.pack("<HIH", VERSION, size, len(blocks) + 1) + entries
    body = b"".join(_text(one.name) + one.data for one in blocks)[:-2]
    whole = head + body
    return whole + struct.pack("<H", crc(whole))


def _keeps(block: Block) -> bool:
    return block.name.isascii() and "\0" not in block.name


def _text(text: str) -> bytes:
    return text.replace("\0", " ").encode("ascii", "replace") + b"\0"


def _two(text: str) -> bytes:
    return text.encode("ascii", "replace")[:2].ljust(2)


def _general(trace: TraceFile) -> bytes:
    told = trace.texts
    fiber = trace.fiber_type if trace.fiber_type in range(651, 656) else 0
    offset = ticks(trace.user_offset_m, trace.index)
    return b"".join((
        _two(told.get("language", "EN")), _text(told.get("cable", "")),
        _text(told.get("fiber", "")),
        struct.pack("<HH", fiber or 0, round(trace.nm)), _text(told.get("from", "")),
        _text(told.get("to", "")), _text(told.get("cable code", "")),
        _two(told.get("state", "BC")), struct.pack("<ii", offset, round(trace.user_offset_m * 10)),
        _text(told.get("operator", "")), _text(told.get("comment", "")),
    ))  # fmt: skip


def _supplier(trace: TraceFile) -> bytes:
    names = ("supplier", "instrument", "serial", "module", "module serial", "software", "other")
    return b"".join(_text(trace.texts.get(name, "")) for name in names)


def _fixed(trace: TraceFile) -> bytes:
    at = 0 if trace.at is None else int(trace.at.timestamp())
    index = round(trace.index * 100_000)
    spacing = spacing_raw(trace.spacing_m, trace.index)
    back = 0 if trace.backscatter_db is None else round(-10 * trace.backscatter_db)
    reach = round(trace.points * spacing / 10_000)
    return struct.pack(
        "<I2sHiiHHIIIHIHIiiHhHHHH2siiii",
        at, b"mt", round(trace.nm * 10), 0, 0, 1, round(trace.pulse_ns), spacing, trace.points,
        index, back, trace.averages, 0, reach, round(trace.points * trace.spacing_m * 10), 0,
        LIMIT, 1000, 0, 20, 65000, 3000, b"ST", 0, 0, 0, 0,
    )  # fmt: skip


def _events(trace: TraceFile) -> bytes:
    index = trace.index
    found = [struct.pack("<H", len(trace.events))]
    for number, one in enumerate(trace.events, 1):
        marks = [ticks(m, index) for m in (one.markers_m or (one.m,) * 5)]
        thrown = 0 if one.reflectance_db is None else round(one.reflectance_db * 1000)
        found.append(struct.pack(
            "<HIhhi6s2s5I", number, ticks(one.m, index), _short(one.slope_db_km),
            _short(one.loss_db), thrown, _code(one), _two(one.method or "LS"), *marks,
        ) + _text(one.comment))  # fmt: skip
    end = ticks(trace.events[-1].m, index) if trace.events else 0
    span = 0 if trace.span_db is None else round(trace.span_db * 1000)
    orl = 0 if trace.orl_db is None else round(trace.orl_db * 1000)
    found.append(struct.pack("<iiIHiI", span, 0, end, orl, 0, end))
    return b"".join(found)


def _short(value: float) -> int:
    return max(-32768, min(32767, round(value * 1000)))


def _code(one: KeyEvent) -> bytes:
    return (one.code.encode("ascii", "replace") + b"9999")[:6].ljust(6, b"9")


def _samples(trace: TraceFile) -> bytes:
    top = float(np.max(trace.level_db)) if trace.points else 0.0
    raw = np.clip(np.round((max(top, 0.0) - trace.level_db) * 1000), 0, LIMIT).astype("<u2")
    count = trace.points
    return struct.pack("<IhIH", count, 1, count, 1000) + raw.tobytes()
