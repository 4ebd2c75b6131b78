"""Memories of modules: figures worked by hand from the maps' scales."""

import json
import struct
from pathlib import Path

import pytest

from passerelle.cli import main
from passerelle.core.refused import Refused
from passerelle.formats.memory.reading import as_document, read_memory


def put(memory: bytearray, at: int, hexed: str) -> None:
    raw = bytes.fromhex(hexed)
    memory[at : at + len(raw)] = raw


def sfp(told: int = 0x68) -> bytearray:
    """An LR module of 1310 nm: 26.5 °C, 3.300 V, 6.000 mA, sends −3.01, gets −13.01 dBm."""
    memory = bytearray(512)
    for at, hexed in (
        (0, "03"), (2, "07"), (3, "20"), (11, "06"), (12, "67"), (14, "0a"), (15, "64"),
        (20, b"LOOM OPTICS     ".hex()), (40, b"LO-10LR         ".hex()), (60, "051e"),
        (68, b"0007            ".hex()), (92, f"{told:02x}"),
        (256 + 96, "1a8080e80bb8138801f4"),
        (256 + 32, "ffff0064000003e8"),
    ):  # fmt: skip
        put(memory, at, hexed)
    memory[63] = sum(memory[:63]) & 0xFF
    memory[95] = sum(memory[64:95]) & 0xFF
    return memory


def qsfp() -> bytearray:
    """An LR4 module: 1310.0 nm, lanes that get −13.01, nothing, full scale and −3.01 dBm."""
    memory = bytearray(640)
    for at, hexed in (
        (0, "11"), (22, "fb00"), (26, "80e8"), (34, "01f40000ffff1388"), (42, "0bb8" * 4),
        (50, "1388" * 4), (130, "07"), (131, "02"), (142, "0a"), (186, "6658"), (220, "08"),
        (512 + 48, "ffff0064000003e8"),
    ):  # fmt: skip
        put(memory, at, hexed)
    memory[191] = sum(memory[128:191]) & 0xFF
    memory[223] = sum(memory[192:223]) & 0xFF
    return memory


def cmis() -> bytearray:
    """Lower memory, pages 00h to 02h and 11h: two lanes, bias told in units of 4 µA."""
    memory = bytearray(128 + 128 * 0x12)
    for at, hexed in (
        (0, "18"), (14, "1a80"), (16, "80e8"), (203, "07"),
        (256 + 4, "42"), (256 + 10, "6658"), (256 + 32, "08"),
        (128 + 128 * 0x11 + 26, "13881388"), (128 + 128 * 0x11 + 42, "0bb80bb8"),
        (128 + 128 * 0x11 + 58, "01f41388"), (128 + 128 * 0x11 + 19, "02"),
    ):  # fmt: skip
        put(memory, at, hexed)
    memory[222] = sum(memory[128:222]) & 0xFF
    memory[255 + 128] = sum(memory[256 + 2 : 256 + 127]) & 0xFF
    return memory


def test_sfp_by_its_own_scales() -> None:
    made = as_document(read_memory(bytes(sfp())))
    assert made["standard"] == "SFF-8472" and made["form"] == "SFP+" and made["connector"] == "LC"
    assert made["applications"] == ["10GBASE-LR"] and made["nm"] == 1310
    assert made["reach_m"] == {"SMF": 10_000}
    assert (made["serial"], made["part"]) == ("0007", "LO-10LR")
    assert (made["temperature_c"], made["supply_v"]) == (26.5, 3.3)
    assert made["lanes"] == [{"tx_dbm": -3.01, "rx_dbm": -13.01, "bias_ma": 6.0}]
    assert made["calibration"] == "internal"
    assert made["checksums"] == {"base": True, "extended": True}


def test_threshold_not_set_and_a_reading_between_warning_and_alarm() -> None:
    """Low alarm 0064h is −20.0 and low warning 03E8h −10.0 dBm; FFFFh and 0 are not set."""
    made = read_memory(bytes(sfp()))
    limits = made.thresholds["rx power"]
    assert (limits.high_alarm, limits.high_warning) == (None, None)
    assert (limits.low_alarm, limits.low_warning) == pytest.approx((-20.0, -10.0))
    (said,) = made.beyond
    assert "rx power -13.01 dBm" in said and "low warning of -10.00" in said


def test_flags_high_before_low() -> None:
    memory = sfp()
    memory[256 + 113], memory[256 + 116] = 0x40, 0x80
    made = read_memory(bytes(memory))
    assert (made.alarms, made.warnings) == (("rx power low",), ("temperature high",))


def test_no_light_is_no_level_and_full_scale_is_8_16() -> None:
    memory = sfp()
    put(memory, 256 + 102, "ffff0000")
    (lane,) = read_memory(bytes(memory)).lanes
    assert lane.tx_dbm == pytest.approx(8.16, abs=0.01)
    assert lane.rx_dbm is None and lane.dark


def test_external_calibration() -> None:
    """Sent: 1.125 × 4000 + 100 = 4600 → −3.37; got: 0.12 × 4200 − 2.5 = 501.5 → −13.00 dBm."""
    memory = sfp(told=0x58)
    for at in (76, 84, 88):
        put(memory, 256 + at, "01000000")
    put(memory, 256 + 80, "01200064")
    memory[256 + 56 : 256 + 76] = struct.pack(">5f", 0, 0, 0, 0.12, -2.5)
    put(memory, 256 + 102, f"{4000:04x}{4200:04x}")
    made = read_memory(bytes(memory))
    (lane,) = made.lanes
    assert lane.tx_dbm == pytest.approx(-3.37, abs=0.005)
    assert lane.rx_dbm == pytest.approx(-13.00, abs=0.005)
    assert (made.calibration, made.temperature_c) == ("external", 26.5)


def test_calibration_that_is_no_number_tells_no_level() -> None:
    memory = sfp(told=0x58)
    memory[256 + 56 : 256 + 76] = struct.pack(">5f", float("nan"), 0, 0, 0, 0)
    assert as_document(read_memory(bytes(memory)))["lanes"][0]["rx_dbm"] is None


def test_four_lanes() -> None:
    made = as_document(read_memory(bytes(qsfp())))
    assert made["standard"] == "SFF-8636" and made["form"] == "QSFP28" and made["nm"] == 1310.0
    assert made["applications"] == ["40GBASE-LR4"] and made["reach_m"] == {"SMF": 10_000}
    assert (made["temperature_c"], made["supply_v"]) == (-5.0, 3.3)
    assert [lane["rx_dbm"] for lane in made["lanes"]] == [-13.01, None, 8.16, -3.01]
    assert {lane["bias_ma"] for lane in made["lanes"]} == {6.0}
    assert made["thresholds"]["rx power"]["low_warning"] == -10.0
    assert made["checksums"] == {"base": True, "extended": True}


def test_flags_of_lanes_stand_two_to_a_byte() -> None:
    memory = qsfp()
    memory[9] = 0x04
    assert read_memory(bytes(memory)).alarms == ("lane 2 rx power low",)


def test_paged_memory_takes_its_multiplier_from_page_one() -> None:
    """Bias 0BB8h × 2 µA × 2; reach 2 × 1 km; no light on lane 2 by its flag."""
    made = read_memory(bytes(cmis()))
    assert (made.standard, made.form, made.nm) == ("CMIS", "QSFP-DD", pytest.approx(1310.0))
    assert [lane.bias_ma for lane in made.lanes] == [12.0, 12.0]
    assert [lane.rx_dbm for lane in made.lanes] == pytest.approx([-13.01, -3.01], abs=0.005)
    assert made.reach_m == {"SMF": 2000.0}
    assert made.alarms == ("lane 2 no light",)


@pytest.mark.parametrize("style", ["plain", "offset", "letters", "paged"])
def test_hex_text_as_tools_print_it(style: str) -> None:
    memory = bytes(sfp())
    lines = []
    for at in range(0, 512, 16):
        row = memory[at : at + 16]
        spaced = row.hex(" ")
        letters = "".join(chr(c) if 32 <= c < 127 else "." for c in row)
        if style == "paged" and at in (0, 256):
            lines.append("A0h" if at == 0 else "A2h")
        lines.append({
            "plain": spaced, "offset": f"0x{at:04x}: {spaced}",
            "letters": f"{at:08x}  {spaced}  |{letters}|",
            "paged": f"{at % 256:02x}: {spaced}",
        }[style])  # fmt: skip
    assert read_memory("\n".join(lines).encode()) == read_memory(memory)


@pytest.mark.parametrize(
    "dump",
    [
        b"",
        b"\x03" * 40,
        b"\x7f" * 256,
        b"nothing of a memory",
        b"ffffffff: 00 11 22",
        b"\x00" * 2**21,
    ],
    ids=["empty", "short", "strange", "words", "far offset", "too long"],
)
def test_what_is_no_memory_is_one_sentence(dump: bytes) -> None:
    with pytest.raises(Refused) as refused:
        read_memory(dump)
    assert str(refused.value).startswith("dump") and "\n" not in str(refused.value)


def test_sum_that_does_not_agree_is_told(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    memory = sfp()
    memory[20] ^= 1
    file = tmp_path / "a.bin"
    file.write_bytes(bytes(memory))
    assert main(["module", "read", str(file), "--json"]) == 0
    assert json.loads(capsys.readouterr().out)["checksums"] == {"base": False, "extended": True}
    assert main(["module", "read", str(file)]) == 0
    assert "check sum is wrong" in capsys.readouterr().out
