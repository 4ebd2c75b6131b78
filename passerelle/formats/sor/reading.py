"""Reads a trace file: strict on lengths and counts, lenient on checksum, padding and texts."""

import struct
from dataclasses import dataclass, field
from typing import Any

import numpy as np

from passerelle.core.refused import Refused

from .record import Block, KeyEvent, TraceFile, crc, instant, metres, spacing_m

MAX_BYTES = 32 << 20
MAX_POINTS = 2_000_000
MAX_BLOCKS = 100
MAX_EVENTS = 5000
MAX_TEXT = 4096
NO_REFLECTION = 0


@dataclass
class Cursor:
    """Bytes of one block, read from front to back. Raises Refused where they end too soon."""

    data: bytes
    name: str
    at: int = 0
    odd: list[str] = field(default_factory=list)
    start: int = 0

    def take(self, form: str) -> Any:
        """One value of a struct format, little endian."""
        size = struct.calcsize("<" + form)
        if self.at + size > len(self.data):
            raise Refused(self.name, f"ends after {len(self.data)} bytes, in the middle of a value")
        (found,) = struct.unpack_from("<" + form, self.data, self.at)
        self.at += size
        return found

    def chars(self, count: int) -> str:
        """So many characters."""
        if self.at + count > len(self.data):
            raise Refused(self.name, f"ends after {len(self.data)} bytes, in the middle of a text")
        found = self.data[self.at : self.at + count]
        self.at += count
        return found.decode("latin-1")

    def text(self) -> str:
        """A text up to its zero; UTF-8, else Latin-1."""
        end = self.data.find(b"\0", self.at, self.at + MAX_TEXT)
        if end < 0:
            raise Refused(self.name, "has a text that does not end")
        raw = self.data[self.at : end]
        self.at = end + 1
        try:
            return raw.decode("utf-8")
        except UnicodeDecodeError:
            self.odd.append(f"{self.name}: a text is not UTF-8 and is read as Latin-1")
            return raw.decode("latin-1")


@dataclass(frozen=True, slots=True)
class _Fixed:
    at: int
    nm: float
    user: int
    pulse_ns: float
    spacing: int
    points: int
    index: float
    backscatter_db: float | None
    averages: int


def read_sor(data: bytes) -> TraceFile:
    """A trace file. Raises Refused in one sentence, naming the block."""
    if len(data) > MAX_BYTES:
        raise Refused("file", f"has {len(data)} bytes; at most {MAX_BYTES >> 20} MiB are read")
    version, blocks, odd = _blocks(data)
    new = version >= 200
    known = {name: block for name, _, block in blocks}
    for needed in ("GenParams", "FxdParams", "DataPts"):
        if needed not in known:
            raise Refused("file", f"has no block {needed}: it is no whole trace file")
    general, texts = _general(known["GenParams"], new)
    if "SupParams" in known:
        texts |= _supplier(known["SupParams"])
    fixed = _fixed(known["FxdParams"], new)
    level = _samples(known["DataPts"], fixed.points)
    events: tuple[KeyEvent, ...] = ()
    span: float | None = None
    orl: float | None = None
    if "KeyEvents" in known:
        events, span, orl = _events(known["KeyEvents"], new, fixed.index)
    checksum = _checked(data, blocks)
    for cursor in known.values():
        odd += cursor.odd
        if cursor.at < len(cursor.data) and cursor.name in _UNDERSTOOD:
            left = len(cursor.data) - cursor.at
            odd.append(f"{cursor.name}: {left} bytes more than are understood")
    others = tuple(
        Block(name, revision, cursor.data) for name, revision, cursor in blocks
        if name not in _UNDERSTOOD
    )  # fmt: skip
    if checksum != "right":
        odd.append(f"the checksum is {checksum}")
    nm = fixed.nm
    if not 600 <= nm <= 1700:
        nm = float(general["nm"])
        odd.append(f"FxdParams: no wavelength; the nominal {nm:g} nm is taken")
    if not fixed.pulse_ns:
        odd.append("FxdParams: no pulse width")
    return TraceFile(
        f"{version // 100}.{version % 100:02d}", nm, round(fixed.index, 5), fixed.pulse_ns,
        spacing_m(fixed.spacing, fixed.index), level, instant(fixed.at), fixed.averages,
        fixed.backscatter_db, metres(general["offset"], fixed.index), general["fiber"], span, orl,
        checksum, events, "KeyEvents" in known, texts, others, tuple(odd),
    )  # fmt: skip


_UNDERSTOOD = ("GenParams", "SupParams", "FxdParams", "KeyEvents", "DataPts", "Cksum")


def _blocks(data: bytes) -> tuple[int, list[tuple[str, int, Cursor]], list[str]]:
    """The map, and each block behind its header. Raises Refused where sizes lie."""
    cursor = Cursor(data, "Map")
    if data[:4] == b"Map\0":
        cursor.at = 4
    version = cursor.take("H")
    size, count = cursor.take("I"), cursor.take("H")
    if not 100 <= version < 300:
        raise Refused("Map", f"says version {version / 100:.2f}; 1 and 2 are read")
    if not 1 <= count <= MAX_BLOCKS:
        raise Refused("Map", f"names {count} blocks; at most {MAX_BLOCKS} are read")
    listed = []
    for _ in range(count - 1):
        name = cursor.text()
        listed.append((name, cursor.take("H"), cursor.take("I")))
    if not cursor.at <= size <= len(data):
        raise Refused("Map", f"says it has {size} bytes; its entries end at {cursor.at}")
    at, found, odd = size, [], list(cursor.odd)
    seen: set[str] = set()
    for name, revision, length in listed:
        if at + length > len(data):
            over = at + length - len(data)
            raise Refused(name[:20] or "a block", f"is said to reach {over} bytes past the file")
        body = Cursor(data[at : at + length], name[:40], start=at)
        header = name.encode("latin-1", "replace") + b"\0"
        if version >= 200:
            if not body.data.startswith(header):
                raise Refused(name[:20] or "a block", "does not begin with its name")
            body = Cursor(body.data[len(header) :], name[:40], start=at + len(header))
        if name in seen and name in _UNDERSTOOD:
            raise Refused(name, "stands twice in the map")
        seen.add(name)
        found.append((name, revision, body))
        at += length
    if at < len(data):
        odd.append(f"{len(data) - at} bytes stand behind the last block")
    return version, found, odd


def _general(cursor: Cursor, new: bool) -> tuple[dict[str, Any], dict[str, str]]:
    texts = {"language": cursor.chars(2), "cable": cursor.text(), "fiber": cursor.text()}
    fiber = cursor.take("H") if new else None
    nominal = cursor.take("H")  # the actual one stands with the fixed parameters
    texts["from"], texts["to"] = cursor.text(), cursor.text()
    texts["cable code"] = cursor.text()
    texts["state"] = cursor.chars(2)
    offset = cursor.take("i")
    if new:
        cursor.take("i")
    texts["operator"], texts["comment"] = cursor.text(), cursor.text()
    return {"offset": offset, "fiber": fiber or None, "nm": nominal}, texts


def _supplier(cursor: Cursor) -> dict[str, str]:
    names = ("supplier", "instrument", "serial", "module", "module serial", "software", "other")
    return {name: cursor.text() for name in names}


def _fixed(cursor: Cursor, new: bool) -> _Fixed:
    at = cursor.take("I")
    cursor.chars(2)
    nm = cursor.take("H") / 10
    cursor.take("i")
    if new:
        cursor.take("i")
    widths = cursor.take("H")
    if widths != 1:
        raise Refused("FxdParams", f"has {widths} pulse widths; one is read")
    pulse, spacing, points = cursor.take("H"), cursor.take("I"), cursor.take("I")
    index = cursor.take("I") / 100_000
    if not 1.3 <= index <= 1.7:
        raise Refused("FxdParams", f"says an index of {index:.5f}; glass has 1.3 to 1.7")
    if spacing == 0:
        raise Refused("FxdParams", "says that its samples lie on one point")
    if not 1 <= points <= MAX_POINTS:
        raise Refused("FxdParams", f"says {points} samples; 1 to {MAX_POINTS} are read")
    raw = cursor.take("H")
    back = -raw / 10
    averages = cursor.take("I")
    rest = 2 + 4 + 4 + 4 if new else 4 + 4
    for _ in range(rest // 2):
        cursor.take("H")
    for _ in range(6):  # noise floor and its scale, power offset, three thresholds
        cursor.take("H")
    if new:
        cursor.chars(2)
        for _ in range(4):
            cursor.take("i")
    known = back if -90 <= back <= -60 else (back - 30 if -60 < back <= -40 else None)
    return _Fixed(at, nm, 0, float(pulse), spacing, points, index, known, averages)


def _samples(cursor: Cursor, expected: int) -> Any:
    total, series = cursor.take("I"), cursor.take("h")
    if series != 1:
        raise Refused("DataPts", f"has {series} series of samples; one is read")
    count, factor = cursor.take("I"), cursor.take("H")
    if not total == count == expected:
        raise Refused("DataPts", f"says {total} and {count} samples where {expected} are announced")
    if cursor.at + 2 * count > len(cursor.data):
        have = (len(cursor.data) - cursor.at) // 2
        raise Refused("DataPts", f"holds {have} samples of {count}: the file is cut off")
    raw = np.frombuffer(cursor.data, "<u2", count, cursor.at)
    cursor.at += 2 * count
    return -raw.astype(np.float64) * 0.001 * (factor / 1000)


def _events(
    cursor: Cursor, new: bool, index: float
) -> tuple[tuple[KeyEvent, ...], float | None, float | None]:
    count = cursor.take("H")
    if count > MAX_EVENTS:
        raise Refused("KeyEvents", f"names {count} events; at most {MAX_EVENTS} are read")
    found = []
    for _ in range(count):
        cursor.take("H")
        at, slope, loss = cursor.take("I"), cursor.take("h"), cursor.take("h")
        thrown, code, method = cursor.take("i"), cursor.chars(6), cursor.chars(2)
        marks = tuple(metres(cursor.take("I"), index) for _ in range(5)) if new else ()
        comment = cursor.text()
        found.append(KeyEvent(
            metres(at, index), loss / 1000, None if thrown == NO_REFLECTION else thrown / 1000,
            slope / 1000, code, method if method in ("LS", "2P") else None, comment, marks,
        ))  # fmt: skip
    span = cursor.take("i") / 1000
    cursor.take("i")
    cursor.take("I")
    orl = cursor.take("H") / 1000
    cursor.take("i")
    cursor.take("I")
    return tuple(found), span, orl or None


def _checked(data: bytes, blocks: list[tuple[str, int, Cursor]]) -> str:
    """Whether the last block's sum is that of all bytes before it."""
    if not blocks or blocks[-1][0] != "Cksum" or len(blocks[-1][2].data) < 2:
        return "missing"
    cursor = blocks[-1][2]
    return "right" if crc(data[: cursor.start]) == cursor.take("H") else "wrong"
