"""SFF-8636: four lanes, their thresholds on page 03h."""

from .record import CODES, Lane, Limits, Memory, code, dbm, outside, signed, summed, text, word

UPPER, PAGE_3 = 128, 128 + 128 * 3
_FORTY_G = {0: "40G XLPPI", 1: "40GBASE-LR4", 2: "40GBASE-SR4", 3: "40GBASE-CR4",
            4: "10GBASE-SR", 5: "10GBASE-LR", 6: "10GBASE-LRM"}  # fmt: skip
_FLAGS = ((9, "rx power"), (11, "bias"), (13, "tx power"))


def read_qsfp(data: bytes) -> Memory:
    """Lower memory and upper page 00h; page 03h where the dump has it."""
    data = data.ljust(256, b"\0")
    temperature, supply = signed(data, 22) / 256, word(data, 26) / 10_000
    lanes = tuple(
        Lane(dbm(word(data, 50 + 2 * n)), dbm(word(data, 34 + 2 * n)),
             word(data, 42 + 2 * n) * 0.002, dark=word(data, 34 + 2 * n) == 0)
        for n in range(4)
    )  # fmt: skip
    limits = _limits(data) if len(data) >= PAGE_3 + 72 else {}
    beyond = [
        *outside("temperature", temperature, limits.get("temperature"), "°C"),
        *outside("supply", supply, limits.get("supply"), "V"),
    ]
    for n, lane in enumerate(lanes, 1):
        levels = (("rx power", lane.rx_dbm), ("tx power", lane.tx_dbm), ("bias", lane.bias_ma))
        for name, value in levels:
            unit = "mA" if name == "bias" else "dBm"
            beyond += [f"lane {n}: {one}" for one in outside(name, value, limits.get(name), unit)]
    alarms, warnings = _flags(data)
    copper = data[147] >> 4 >= 0xA
    raw = word(data, 186)
    nm = raw * 0.05 if raw and not copper else None
    told = any(data[22:58])
    return Memory(
        "SFF-8636", _form(data[0]), code("connectors", data[130]) or f"code {data[130]:02X}h",
        tuple(_applications(data)), nm, _reach(data, copper), text(data[148:164]),
        text(data[168:184]), text(data[196:212]), code("encodings", data[139]),
        temperature if told else None, supply if told else None, lanes if told else (), alarms,
        warnings, tuple(beyond), limits, "internal" if told else None,
        bool(data[220] & 0x08) if told else None, summed(data, 128, 190) == data[191],
        summed(data, 192, 222) == data[223],
    )  # fmt: skip


def _form(identifier: int) -> str:
    return code("identifiers", identifier) or f"code {identifier:02X}h"


def _applications(data: bytes) -> list[str]:
    found = [name for bit, name in _FORTY_G.items() if data[131] >> bit & 1]
    if data[131] & 0x80:
        extended = CODES["extended"].get(f"{data[192]:02x}")
        if extended and extended[1]:
            found.append(extended[1])
    return found


def _reach(data: bytes, copper: bool) -> dict[str, float]:
    """Reach by fiber; 0 is not supported. [m]"""
    found: dict[str, float] = {}
    for at, name, each in ((142, "SMF", 1000.0), (143, "OM3", 2.0), (144, "OM2", 1.0),
                           (145, "OM1", 1.0)):  # fmt: skip
        if data[at]:
            found[name] = data[at] * each
    if data[146]:
        found["copper" if copper else "OM4"] = data[146] * (1.0 if copper else 2.0)
    return found


def _limits(data: bytes) -> dict[str, Limits]:
    page = data[PAGE_3 : PAGE_3 + 128]
    found = {}
    for name, at in (("temperature", 0), ("supply", 16), ("rx power", 48), ("bias", 56),
                     ("tx power", 64)):  # fmt: skip
        values = [_value(name, page, at + 2 * n) for n in range(4)]
        if any(one is not None for one in values):
            found[name] = Limits(*values)
    return found


def _value(name: str, page: bytes, at: int) -> float | None:
    raw = word(page, at)
    if raw in (0, 0xFFFF):
        return None
    if name == "temperature":
        return signed(page, at) / 256
    if name == "supply":
        return raw / 10_000
    return raw * 0.002 if name == "bias" else dbm(raw)


def _flags(data: bytes) -> tuple[tuple[str, ...], tuple[str, ...]]:
    alarms: list[str] = []
    warnings: list[str] = []
    for at, name in ((6, "temperature"), (7, "supply")):
        for bit, label, into in ((7, "high", alarms), (6, "low", alarms), (5, "high", warnings),
                                 (4, "low", warnings)):  # fmt: skip
            if data[at] >> bit & 1:
                into.append(f"{name} {label}")
    for start, name in _FLAGS:
        for lane in range(4):
            byte, high = start + lane // 2, 7 - 4 * (lane % 2)
            for n, (label, into) in enumerate((("high", alarms), ("low", alarms),
                                               ("high", warnings), ("low", warnings))):  # fmt: skip
                if data[byte] >> (high - n) & 1:
                    into.append(f"lane {lane + 1} {name} {label}")
    return tuple(alarms), tuple(warnings)
