"""CMIS: lower memory, page 00h, and pages 01h, 02h, 11h where the dump has them."""

from .record import Lane, Limits, Memory, code, dbm, outside, signed, summed, text, word

_BIAS = {0: 1.0, 1: 2.0, 2: 4.0}
_LENGTH = {0: 0.1, 1: 1.0, 2: 10.0, 3: 100.0}


def page(data: bytes, number: int) -> bytes | None:
    """A page by its number; None where the dump ends before it."""
    at = 128 + 128 * number
    return data[at : at + 128] if len(data) >= at + 128 else None


def read_cmis(data: bytes) -> Memory:
    """A memory in the order of its pages: page p stands at 128 + 128 p."""
    data = data.ljust(256, b"\0")
    first = data[128:256]
    one, two, eleven = page(data, 0x01), page(data, 0x02), page(data, 0x11)
    temperature, supply = signed(data, 14) / 256, word(data, 16) / 10_000
    lanes = _lanes(eleven, one) if eleven is not None and any(eleven[24:72]) else ()
    limits = _limits(two, one) if two is not None else {}
    beyond = [
        *outside("temperature", temperature, limits.get("temperature"), "°C"),
        *outside("supply", supply, limits.get("supply"), "V"),
    ]
    for n, lane in enumerate(lanes, 1):
        levels = (("rx power", lane.rx_dbm), ("tx power", lane.tx_dbm), ("bias", lane.bias_ma))
        for name, value in levels:
            unit = "mA" if name == "bias" else "dBm"
            beyond += [f"lane {n}: {said}" for said in outside(name, value, limits.get(name), unit)]
    alarms, warnings = _flags(data, eleven)
    nm = word(one, 10) * 0.05 if one is not None and word(one, 10) else None
    told = word(data, 14) != 0 or word(data, 16) != 0
    return Memory(
        "CMIS", code("identifiers", data[0]) or f"code {data[0]:02X}h",
        code("connectors", data[203]) or f"code {data[203]:02X}h",
        tuple(_applications(data)), nm, _reach(one), text(first[1:17]), text(first[20:36]),
        text(first[38:54]), None, temperature if told else None, supply if told else None, lanes,
        alarms, warnings, tuple(beyond), limits, "internal" if told else None,
        True if lanes else None,
        summed(first, 0, 221 - 128) == first[222 - 128],
        summed(one, 2, 126) == one[127] if one is not None else None,
    )  # fmt: skip


def _applications(data: bytes) -> list[str]:
    """What the media side may be, from the descriptors of applications in lower memory."""
    table = {1: "media_multi", 2: "media_single"}.get(data[85])
    if table is None:
        return []
    found = []
    for at in range(86, 118, 4):
        host, media = data[at], data[at + 1]
        if host == 0xFF:
            break
        name = code(table, media)
        if name:
            found.append(name)
    return list(dict.fromkeys(found))


def _lanes(eleven: bytes, one: bytes | None) -> tuple[Lane, ...]:
    """Levels of eight lanes, of those that are told."""
    factor = _BIAS.get((one[160 - 128] >> 3) & 3, 1.0) if one is not None else 1.0
    made = []
    for n in range(8):
        sent, bias, got = (word(eleven, at - 128 + 2 * n) for at in (154, 170, 186))
        made.append(Lane(dbm(sent), dbm(got), bias * 0.002 * factor, dark=got == 0))
    last = max((n for n, lane in enumerate(made, 1) if lane.tx_dbm or lane.rx_dbm or lane.bias_ma),
               default=0)  # fmt: skip
    return tuple(made[: max(last, 1)])


def _reach(one: bytes | None) -> dict[str, float]:
    """Reach by fiber from page 01h; 0 is not supported. [m]"""
    if one is None:
        return {}
    found: dict[str, float] = {}
    base = one[132 - 128]
    if base & 0x3F:
        found["SMF"] = (base & 0x3F) * _LENGTH.get(base >> 6, 0.0) * 1000
    for at, name, each in ((133, "OM5", 2.0), (134, "OM4", 2.0), (135, "OM3", 2.0),
                           (136, "OM2", 1.0)):  # fmt: skip
        if one[at - 128]:
            found[name] = one[at - 128] * each
    return found


def _limits(two: bytes, one: bytes | None) -> dict[str, Limits]:
    factor = _BIAS.get((one[160 - 128] >> 3) & 3, 1.0) if one is not None else 1.0
    found = {}
    for name, at in (("temperature", 0), ("supply", 8), ("tx power", 48), ("bias", 56),
                     ("rx power", 64)):  # fmt: skip
        values: list[float | None] = []
        for n in range(4):
            raw = word(two, at + 2 * n)
            if raw in (0, 0xFFFF):
                values.append(None)
            elif name == "temperature":
                values.append(signed(two, at + 2 * n) / 256)
            elif name == "supply":
                values.append(raw / 10_000)
            else:
                values.append(raw * 0.002 * factor if name == "bias" else dbm(raw))
        if any(value is not None for value in values):
            found[name] = Limits(*values)
    return found


def _flags(data: bytes, eleven: bytes | None) -> tuple[tuple[str, ...], tuple[str, ...]]:
    alarms: list[str] = []
    warnings: list[str] = []
    for bit, (name, label, into) in enumerate((
        ("temperature", "high", alarms), ("temperature", "low", alarms),
        ("temperature", "high", warnings), ("temperature", "low", warnings),
        ("supply", "high", alarms), ("supply", "low", alarms),
        ("supply", "high", warnings), ("supply", "low", warnings),
    )):  # fmt: skip
        if data[9] >> bit & 1:
            into.append(f"{name} {label}")
    if eleven is None:
        return tuple(alarms), tuple(warnings)
    rows = (
        (139, "tx power", "high", alarms), (140, "tx power", "low", alarms),
        (141, "tx power", "high", warnings), (142, "tx power", "low", warnings),
        (143, "bias", "high", alarms), (144, "bias", "low", alarms),
        (145, "bias", "high", warnings), (146, "bias", "low", warnings),
        (149, "rx power", "high", alarms), (150, "rx power", "low", alarms),
        (151, "rx power", "high", warnings), (152, "rx power", "low", warnings),
    )  # fmt: skip
    for at, name, label, into in rows:
        into += [f"lane {n + 1} {name} {label}" for n in range(8) if eleven[at - 128] >> n & 1]
    for at, label in ((135, "tx fault"), (147, "no light")):
        alarms += [f"lane {n + 1} {label}" for n in range(8) if eleven[at - 128] >> n & 1]
    return tuple(alarms), tuple(warnings)
