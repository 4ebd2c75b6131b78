"""Reads a dump by the map that its first byte announces."""

from typing import Any

from passerelle.core.refused import Refused
from passerelle.formats.checkjson import rounded

from .cmis import read_cmis
from .dump import bytes_of
from .qsfp import read_qsfp
from .record import Memory
from .sfp import read_sfp

SFP = (0x03, 0x0B, 0x02)
QSFP = (0x0C, 0x0D, 0x11)
CMIS = (0x18, 0x19, 0x1A, 0x1B, 0x1E, 0x1F, 0x20, 0x21)
LEAST = {SFP: 96, QSFP: 224, CMIS: 224}


def read_memory(data: bytes) -> Memory:
    """A module's memory from a dump. Raises Refused in one sentence."""
    memory = bytes_of(data)
    first = memory[0]
    for family, least in LEAST.items():
        if first in family:
            if len(memory) < least:
                raise Refused("dump", f"ends after {len(memory)} bytes; this map needs {least}")
            return {SFP: read_sfp, QSFP: read_qsfp, CMIS: read_cmis}[family](memory)
    raise Refused("dump", f"begins with {first:02X}h, which is no module whose map is known here")


def as_document(made: Memory) -> dict[str, Any]:
    """What `passerelle module read` prints with --json."""
    return {
        "standard": made.standard,
        "form": made.form,
        "connector": made.connector,
        "applications": list(made.applications),
        "nm": None if made.nm is None else round(made.nm, 2),
        "reach_m": made.reach_m,
        "coding": made.coding,
        "part": made.part,
        "serial": made.serial,
        "line_coding": made.line_coding,
        "temperature_c": rounded(made.temperature_c),
        "supply_v": rounded(made.supply_v, 3),
        "lanes": [
            {"tx_dbm": rounded(one.tx_dbm), "rx_dbm": rounded(one.rx_dbm),
             "bias_ma": rounded(one.bias_ma, 3)}
            for one in made.lanes
        ],
        "alarms": list(made.alarms),
        "warnings": list(made.warnings),
        "beyond": list(made.beyond),
        "thresholds": {
            name: {"high_alarm": rounded(one.high_alarm), "low_alarm": rounded(one.low_alarm),
                   "high_warning": rounded(one.high_warning),
                   "low_warning": rounded(one.low_warning)}
            for name, one in made.thresholds.items()
        },
        "calibration": made.calibration,
        "rx_average": made.rx_average,
        "checksums": {"base": made.base_ok, "extended": made.extended_ok},
    }  # fmt: skip


def table(made: Memory) -> str:
    """A module in lines."""
    rows = [
        f"{made.form}, {made.connector}, {made.standard}",
        f"{', '.join(made.applications) or 'no application told'}"
        + (f", {made.nm:g} nm" if made.nm else ""),
        f"part {made.part or '?'}, serial {made.serial or '?'}, coding {made.coding or '?'}",
        "reach " + (", ".join(f"{k} {v:g} m" for k, v in made.reach_m.items()) or "not told"),
    ]
    if made.temperature_c is not None and made.supply_v is not None:
        rows.append(f"{made.temperature_c:.1f} °C, {made.supply_v:.2f} V")
    for n, lane in enumerate(made.lanes, 1):
        sent = "not told" if lane.tx_dbm is None else f"{lane.tx_dbm:.2f} dBm"
        got = "no light" if lane.rx_dbm is None else f"{lane.rx_dbm:.2f} dBm"
        rows.append(f"lane {n}: sends {sent}, receives {got}")
    rows += [f"alarm: {one}" for one in made.alarms]
    rows += [f"warning: {one}" for one in made.warnings]
    rows += [f"beyond: {one}" for one in made.beyond]
    if not made.base_ok:
        rows.append("the base check sum is wrong: the dump may be damaged")
    return "\n".join(rows)
