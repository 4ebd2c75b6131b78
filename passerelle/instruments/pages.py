"""Memories of simulated modules, by the maps that readers read: SFF-8472, SFF-8636, CMIS."""

from dataclasses import dataclass
from math import isfinite

from passerelle.core.light.modules import Module
from passerelle.core.tables import STANDARD
from passerelle.core.turnup.identity import bare_name
from passerelle.formats.memory.record import CODES
from passerelle.formats.memory.sfp import GIGABIT, TEN_G

MAKER = "SIMULATED"
"""What stands for the maker's name: nobody made it."""
SFP_ID, QSFP_ID, QSFP28_ID, QSFP_DD_ID, OSFP_ID = 0x03, 0x0D, 0x11, 0x18, 0x19
MEDIA = {True: ("media_single", 2), False: ("media_multi", 1)}


@dataclass(frozen=True, slots=True)
class Telling:
    """What a module tells of itself. Levels by lane, None: no light. [dBm, mA, °C, V]"""

    coding: str
    part: str
    serial: str
    sent: tuple[float | None, ...]
    got: tuple[float | None, ...]
    bias_ma: float = 30.0
    temperature_c: float = 36.0
    supply_v: float = 3.3


def tenths_uw(dbm: float | None) -> int:
    """A level in tenths of a microwatt, as memories hold it."""
    if dbm is None or not isfinite(dbm):
        return 0
    return min(0xFFFF, round(10 ** (dbm / 10) * 1e4))


def _bias(told: Telling, lane: int) -> int:
    """Current of a lane's laser; one that sends nothing takes none."""
    return 0 if told.sent[lane] is None else round(told.bias_ma / 0.002)


def pages(module: Module, form: str, single: bool, told: Telling) -> bytes:
    """The memory of a module of a form. single : it is made for single-mode glass."""
    if form.startswith("SFP") and "DD" not in form:
        return _sfp(module, form, told)
    if form in ("QSFP+", "QSFP28"):
        return _qsfp(module, form, told)
    return _cmis(module, form, single, told)


def _put(memory: bytearray, at: int, value: int) -> None:
    memory[at : at + 2] = (value & 0xFFFF).to_bytes(2, "big")


def _text(memory: bytearray, at: int, length: int, text: str) -> None:
    memory[at : at + length] = text.encode("ascii", "replace")[:length].ljust(length)


def _extended(name: str, which: int) -> int:
    """The code of extended compliance whose name of one lane (0) or four (1) is this; 0: none."""
    for key, row in CODES["extended"].items():
        if isinstance(row, list) and row[which] == name:
            return int(key, 16)
    return 0


def _code(table: str, name: str) -> int:
    return next((int(key, 16) for key, row in CODES[table].items() if row == name), 0)


def _reach_m(module: Module, row: str) -> float:
    found = module.reach.get(row)
    return found.m if found is not None and found.m is not None else 0.0


def _sfp(module: Module, form: str, told: Telling) -> bytes:
    a0, a2 = bytearray(128), bytearray(128)
    a0[0], a0[1], a0[2] = SFP_ID, 0x04, 0x07
    name = module.application
    bare = bare_name(name)
    for bit, code in TEN_G.items():
        a0[3] |= (code == name) << bit
    for bit, code in GIGABIT.items():
        a0[6] |= (code in (name, bare)) << bit
    a0[36] = _extended(name, 0)
    rate = round(module.rate_gbps * (12.5 if module.rate_gbps <= 1 else 10.3125))
    if rate <= 254:
        a0[12] = max(1, rate)
    else:
        a0[12], a0[66] = 0xFF, round(module.rate_gbps * 1031.25 / 250)
    single = _reach_m(module, "OS")
    a0[14] = min(254, int(single // 1000))
    a0[15] = min(254, int(single // 100))
    for at, row in ((16, "OM2"), (17, "OM1"), (18, "OM4"), (19, "OM3")):
        a0[at] = min(254, int(_reach_m(module, row) // 10))
    _text(a0, 20, 16, told.coding)
    _text(a0, 40, 16, told.part)
    _put(a0, 60, round(module.tx_wavelengths_nm[0]) if module.tx_wavelengths_nm else 0)
    a0[63] = sum(a0[:63]) & 0xFF
    _text(a0, 68, 16, told.serial)
    a0[92], a0[93], a0[94] = 0x68, 0x80, 0x08
    a0[95] = sum(a0[64:95]) & 0xFF
    _thresholds(a2, module, at=(0, 8, 16, 24, 32))
    _put(a2, 96, round(told.temperature_c * 256))
    _put(a2, 98, round(told.supply_v * 10_000))
    _put(a2, 100, _bias(told, 0))
    _put(a2, 102, tenths_uw(told.sent[0]))
    _put(a2, 104, tenths_uw(told.got[0]))
    a2[95] = sum(a2[:95]) & 0xFF
    return bytes(a0) + bytes(128) + bytes(a2)


def _thresholds(page: bytearray, module: Module, at: tuple[int, int, int, int, int]) -> None:
    """High alarm, low alarm, high warning, low warning of temperature, supply, bias, sent, got."""
    sent = (module.launch_min_dbm or -9.0, module.launch_max_dbm or 2.0)
    got = (module.receive_min_dbm or -18.0, module.receive_max_dbm or 2.0)
    values = (
        tuple(round(c * 256) for c in (75, -5, 70, 0)),
        tuple(round(v * 10_000) for v in (3.6, 3.0, 3.5, 3.1)),
        tuple(round(ma / 0.002) for ma in (80, 2, 70, 4)),
        tuple(tenths_uw(dbm) for dbm in (sent[1] + 2, sent[0] - 2, sent[1] + 1, sent[0] - 1)),
        tuple(tenths_uw(dbm) for dbm in (got[1] + 2, got[0] - 2, got[1] + 1, got[0] - 1)),
    )
    for start, four in zip(at, values, strict=True):
        for n, value in enumerate(four):
            _put(page, start + 2 * n, value)


def _qsfp(module: Module, form: str, told: Telling) -> bytes:
    memory = bytearray(128 + 128 * 4)
    memory[0] = memory[128] = QSFP28_ID if form == "QSFP28" else QSFP_ID
    for n in range(4):
        _put(memory, 34 + 2 * n, tenths_uw(told.got[n % len(told.got)]))
        _put(memory, 42 + 2 * n, _bias(told, n % len(told.sent)))
        _put(memory, 50 + 2 * n, tenths_uw(told.sent[n % len(told.sent)]))
    _put(memory, 22, round(told.temperature_c * 256))
    _put(memory, 26, round(told.supply_v * 10_000))
    memory[130] = 0x0C if (module.interface or "").startswith("MPO") else 0x07
    names = {0: "40G XLPPI", 1: "40GBASE-LR4", 2: "40GBASE-SR4"}
    for bit, name in names.items():
        memory[131] |= (name == (module.parent or module.application)) << bit
    code = _extended(module.parent or module.application, 1)
    if code:
        memory[131], memory[192] = memory[131] | 0x80, code
    memory[140] = min(255, round(module.rate_gbps * 10.3125))
    memory[142] = min(254, int(_reach_m(module, "OS") // 1000))
    memory[143] = min(254, int(_reach_m(module, "OM3") // 2))
    memory[146] = min(254, int(_reach_m(module, "OM4") // 2))
    _text(memory, 148, 16, told.coding)
    _text(memory, 168, 16, told.part)
    waves = module.tx_wavelengths_nm
    _put(memory, 186, round(sum(waves) / len(waves) / 0.05) if waves else 0)
    memory[191] = sum(memory[128:191]) & 0xFF
    _text(memory, 196, 16, told.serial)
    memory[220] = 0x0C
    memory[223] = sum(memory[192:223]) & 0xFF
    page = bytearray(128)
    _thresholds(page, module, at=(0, 16, 56, 64, 48))
    memory[128 + 128 * 3 :] = page
    return bytes(memory)


def _cmis(module: Module, form: str, single: bool, told: Telling) -> bytes:
    memory = bytearray(128 + 128 * 0x12)
    memory[0] = memory[128] = OSFP_ID if form.startswith("OSFP") else QSFP_DD_ID
    _put(memory, 14, round(told.temperature_c * 256))
    _put(memory, 16, round(told.supply_v * 10_000))
    table, kind = MEDIA[single]
    memory[85] = kind
    media = _code(table, module.parent or module.application)
    memory[86:88] = bytes((0x0F, media)) if media else bytes((0xFF, 0))
    memory[90] = 0xFF
    _text(memory, 129, 16, told.coding)
    _text(memory, 148, 16, told.part)
    _text(memory, 166, 16, told.serial)
    memory[203] = 0x0C if (module.interface or "").startswith("MPO") else 0x07
    memory[222] = sum(memory[128:222]) & 0xFF
    one = 128 + 128
    reach = _reach_m(module, "OS")
    memory[one + 4] = (0x40 | min(63, int(reach // 1000))) if reach >= 1000 else (
        min(63, int(reach // 100)))  # fmt: skip
    for at, row in ((133, "OM5"), (134, "OM4"), (135, "OM3")):
        memory[one + at - 128] = min(254, int(_reach_m(module, row) // 2))
    waves = module.tx_wavelengths_nm
    _put(memory, one + 10, round(sum(waves) / len(waves) / 0.05) if waves else 0)
    memory[one + 127] = sum(memory[one + 2 : one + 127]) & 0xFF
    two = bytearray(128)
    _thresholds(two, module, at=(0, 8, 56, 48, 64))
    memory[128 + 256 : 128 + 384] = two
    eleven = 128 + 128 * 0x11
    for n in range(min(8, len(told.sent))):
        _put(memory, eleven + 154 - 128 + 2 * n, tenths_uw(told.sent[n]))
        _put(memory, eleven + 170 - 128 + 2 * n, _bias(told, n))
        _put(memory, eleven + 186 - 128 + 2 * n, tenths_uw(told.got[n]))
    return bytes(memory)


def usual_form(module: Module) -> str:
    """The form that an application usually comes in; SFP+ where no table says it."""
    row = STANDARD.applications.get(module.parent or module.application)
    return row.forms[0] if row is not None and row.forms else "SFP+"
