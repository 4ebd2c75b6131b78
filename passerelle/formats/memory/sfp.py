"""SFF-8472: A0h, and A2h where the module tells of itself; internal and external calibration."""

import struct

from .record import (
    CODES,
    Lane,
    Limits,
    Memory,
    code,
    dbm,
    outside,
    signed,
    summed,
    text,
    word,
)

BASE, DIAGNOSTICS = 128, 256
QUANTITIES = ("temperature", "supply", "bias", "tx power", "rx power")
TEN_G = {4: "10GBASE-SR", 5: "10GBASE-LR", 6: "10GBASE-LRM", 7: "10GBASE-ER"}
GIGABIT = {0: "1000BASE-SX", 1: "1000BASE-LX", 2: "1000BASE-CX", 3: "1000BASE-T",
            4: "100BASE-LX10", 5: "100BASE-FX", 6: "1000BASE-BX10"}  # fmt: skip
_FIBRE_CHANNEL = {0: "1GFC", 2: "2GFC", 4: "4GFC", 6: "8GFC", 5: "16GFC", 3: "32GFC"}


def read_sfp(data: bytes) -> Memory:
    """A memory of A0h, with A2h behind it where the dump has it."""
    a0 = data[:128].ljust(128, b"\0")
    a2 = data[DIAGNOSTICS : DIAGNOSTICS + 128] if len(data) >= DIAGNOSTICS + 120 else None
    nm = word(a0, 60) if not a0[8] & 0x0C else None
    telling = bool(a0[92] & 0x40) and a2 is not None
    external = bool(a0[92] & 0x10)
    values = _values(a2, external) if telling and a2 is not None else None
    limits = _limits(a2, external) if telling and a2 is not None else {}
    alarms, warnings = _flags(a2) if telling and a2 is not None else ((), ())
    rate = a0[12] * 100.0 if a0[12] != 0xFF else a0[66] * 250.0
    lanes: tuple[Lane, ...] = ()
    beyond: list[str] = []
    temperature = supply = None
    if values is not None:
        temperature, supply, bias, sent, got = values
        lanes = (Lane(dbm(sent), dbm(got), bias, dark=got <= 0),)
        told = zip(
            QUANTITIES, (temperature, supply, bias, dbm(sent), dbm(got)),
            ("°C", "V", "mA", "dBm", "dBm"), strict=True,
        )  # fmt: skip
        for name, value, unit in told:
            beyond += outside(name, value, limits.get(name), unit)
    return Memory(
        "SFF-8472", _form(a0[0], rate), code("connectors", a0[2]) or f"code {a0[2]:02X}h",
        tuple(_applications(a0, nm)), float(nm) if nm else None, _reach(a0), text(a0[20:36]),
        text(a0[40:56]), text(a0[68:84]), code("encodings", a0[11]), temperature, supply, lanes,
        alarms, warnings, tuple(beyond), limits,
        ("external" if external else "internal") if telling else None,
        bool(a0[92] & 0x08) if telling else None,
        summed(a0, 0, 62) == a0[63], summed(a0, 64, 94) == a0[95] if len(data) >= 96 else None,
    )  # fmt: skip


def _form(identifier: int, rate_mbd: float) -> str:
    if identifier != 0x03:
        return code("identifiers", identifier) or f"code {identifier:02X}h"
    for most, name in ((5000, "SFP"), (16_000, "SFP+"), (30_000, "SFP28"), (60_000, "SFP56")):
        if rate_mbd <= most:
            return name
    return "SFP112"


def _applications(a0: bytes, nm: int | None) -> list[str]:
    found = [name for bit, name in TEN_G.items() if a0[3] >> bit & 1]
    found += [name for bit, name in GIGABIT.items() if a0[6] >> bit & 1]
    extended = CODES["extended"].get(f"{a0[36]:02x}")
    if extended and extended[0]:
        found.append(extended[0])
    light = "LW" if nm is not None and nm >= 1260 else "SW"
    found += [f"{name} {light}" for bit, name in _FIBRE_CHANNEL.items() if a0[10] >> bit & 1]
    return list(dict.fromkeys(found))


def _reach(a0: bytes) -> dict[str, float]:
    """Reach by fiber. Nothing is not supported; all ones is beyond what the byte can say. [m]"""
    copper = bool(a0[8] & 0x0C)
    found: dict[str, float] = {}
    if a0[14]:
        found["SMF"] = a0[14] * 1000.0
    elif a0[15]:
        found["SMF"] = a0[15] * 100.0
    for at, name in ((16, "OM2"), (17, "OM1"), (19, "OM3")):
        if a0[at]:
            found[name] = a0[at] * 10.0
    if a0[18]:
        found["copper" if copper else "OM4"] = a0[18] * (1.0 if copper else 10.0)
    return found


def _values(a2: bytes, external: bool) -> tuple[float, float, float, float, float]:
    """Temperature [°C], supply [V], bias [mA], sent and received in tenths of a microwatt."""
    temperature, supply = float(signed(a2, 96)), float(word(a2, 98))
    bias, sent, got = float(word(a2, 100)), float(word(a2, 102)), float(word(a2, 104))
    if external:
        temperature = _linear(a2, 84, temperature)
        supply = _linear(a2, 88, supply)
        bias, sent = _linear(a2, 76, bias), _linear(a2, 80, sent)
        got = _received(a2, got)
    return temperature / 256, supply / 10_000, bias * 0.002, sent, got


def _linear(a2: bytes, at: int, raw: float) -> float:
    """slope (8 bits before the point, 8 behind) × raw + offset."""
    return word(a2, at) / 256 * raw + signed(a2, at + 2)


def _received(a2: bytes, raw: float) -> float:
    """The polynomial of the received power, the highest power first in memory."""
    factors = struct.unpack(">5f", a2[56:76])
    return float(sum(factor * raw ** (4 - n) for n, factor in enumerate(factors)))


def _limits(a2: bytes, external: bool) -> dict[str, Limits]:
    """Thresholds; nothing and all ones are not set. They are calibrated as the readings are."""
    found: dict[str, Limits] = {}
    for n, name in enumerate(QUANTITIES):
        values: list[float | None] = []
        for at in range(8 * n, 8 * n + 8, 2):
            raw = word(a2, at)
            if raw in (0, 0xFFFF):
                values.append(None)
                continue
            values.append(_threshold(a2, name, at, external))
        if any(one is not None for one in values):
            found[name] = Limits(*values)
    return found


def _threshold(a2: bytes, name: str, at: int, external: bool) -> float | None:
    raw = float(signed(a2, at) if name == "temperature" else word(a2, at))
    if external:
        where = {"temperature": 84, "supply": 88, "bias": 76, "tx power": 80}.get(name)
        raw = _linear(a2, where, raw) if where is not None else _received(a2, raw)
    if name == "temperature":
        return raw / 256
    if name == "supply":
        return raw / 10_000
    return raw * 0.002 if name == "bias" else dbm(raw)


def _flags(a2: bytes) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """Flags that are set, high before low."""

    def named(high: int, low: int) -> tuple[str, ...]:
        found = []
        for n, name in enumerate(QUANTITIES):
            byte, bit = (high, 7 - 2 * n) if n < 4 else (low, 7)
            for which, label in ((bit, "high"), (bit - 1, "low")):
                if a2[byte] >> which & 1:
                    found.append(f"{name} {label}")
        return tuple(found)

    return named(112, 113), named(116, 117)
