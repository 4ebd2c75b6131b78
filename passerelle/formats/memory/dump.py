"""Dumps of memories: bytes as they are, or hex text as tools print it, with offsets and pages."""

import re

from passerelle.core.refused import Refused

MAX_BYTES = 1 << 20
_PAGE = re.compile(r"(?i)(?:upper\s+)?page\s*:?\s*(?:0x)?([0-9a-f]{1,2})h?\b|\b(a0|a2)h?\b|lower")
_OFFSET = re.compile(r"^\s*(?:0x)?([0-9a-fA-F]{2,8})\s*[:|]?\s+(.*)$")
_BYTE = re.compile(r"^[0-9a-fA-F]{2}$")


def bytes_of(data: bytes) -> bytes:
    """The memory of a dump: binary as it is, hex text read into place. Raises Refused.

    Pages: A2h stands at 256; page p of a paged memory at 128 + 128 p, lower memory at 0.
    """
    if len(data) > MAX_BYTES:
        raise Refused("dump", f"has {len(data)} bytes; at most {MAX_BYTES >> 20} MiB are read")
    if not data:
        raise Refused("dump", "is empty")
    if not _is_text(data):
        return data
    made = _from_text(data.decode("latin-1"))
    if len(made) < 64:
        raise Refused("dump", f"holds {len(made)} bytes of memory; 128 at least are needed")
    return bytes(made)


def _is_text(data: bytes) -> bool:
    """Whether it is text: hex digits, words and lines, and no other bytes."""
    printable = sum(32 <= one < 127 or one in (9, 10, 13) for one in data)
    return printable == len(data) and any(c in b"0123456789abcdefABCDEF" for c in data)


def _from_text(said: str) -> bytearray:
    made = bytearray()
    base, following = 0, 0
    for line in said.splitlines():
        heading = _PAGE.search(line)
        values, offset = _values(line)
        if heading is not None and not values:
            base = _base(heading)
            following = base
            continue
        if not values:
            continue
        at = following if offset is None else _placed(offset, base)
        if at + len(values) > MAX_BYTES:
            raise Refused("dump", f"has an offset of {at:#x}, beyond any memory")
        if len(made) < at + len(values):
            made.extend(bytes(at + len(values) - len(made)))
        made[at : at + len(values)] = bytes(values)
        following = at + len(values)
    return made


def _base(heading: re.Match[str]) -> int:
    if heading[2]:
        return 0 if heading[2].lower() == "a0" else 256
    if heading[1] is None:
        return 0
    return 128 + 128 * int(heading[1], 16)


def _placed(offset: int, base: int) -> int:
    """Where a line of a page stands: pages are printed from 80h on, or from 0."""
    if base >= 128 and base != 256:
        return base + (offset - 128 if offset >= 128 else offset)
    if base == 256 and offset >= 256:
        return offset
    return base + offset


def _values(line: str) -> tuple[list[int], int | None]:
    """The bytes of a line, and the offset before them; letters behind them are left out."""
    found = _OFFSET.match(line)
    if found is not None:
        rest = [one for one in re.split(r"[\s,|]+", found[2]) if one]
        values = _hex(rest)
        first_is_byte = len(found[1]) == 2 and ":" not in line and "|" not in line[:6]
        if values and not (first_is_byte and len(values) in (7, 15, 31)):
            return values, int(found[1], 16)
    return _hex([one for one in re.split(r"[\s,]+", line.strip()) if one]), None


def _hex(words: list[str]) -> list[int]:
    """Bytes up to the first word that is none; pairs that stand together are parted."""
    made: list[int] = []
    for one in words:
        plain = one.removeprefix("0x").removeprefix("0X")
        if len(plain) == 1 and one != plain:
            plain = f"0{plain}"
        if _BYTE.match(plain):
            made.append(int(plain, 16))
        elif len(plain) in (4, 8, 16, 32) and re.fullmatch(r"[0-9a-fA-F]+", plain):
            made += [int(plain[n : n + 2], 16) for n in range(0, len(plain), 2)]
        else:
            break
    return made
