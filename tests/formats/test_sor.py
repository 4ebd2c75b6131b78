"""Trace files: round trip, both versions, and files that lie, each in one sentence."""

import struct
from dataclasses import replace
from datetime import UTC, datetime

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from passerelle.core.refused import Refused
from passerelle.formats.sor.reading import MAX_POINTS, read_sor
from passerelle.formats.sor.record import Block, KeyEvent, TraceFile, crc, metres, ticks
from passerelle.formats.sor.writing import write_sor

LEVEL = np.round(np.linspace(0.0, -8.0, 500), 3)
EVENT = KeyEvent(499.5, 0.312, -49.7, 0.21, "1F9999", "LS", "panel", (1.0, 2.0, 3.0, 4.0, 5.0))
TRACE = TraceFile(
    "2.00", 1550.0, 1.46820, 30.0, 1.0, LEVEL, datetime(2026, 3, 5, 14, 0, tzinfo=UTC), 30_000,
    -82.0, 150.0, 652, 2.875, 38.2, "right", (EVENT, replace(EVENT, m=812.0, code="0E9999")), True,
    {"cable": "P-07", "fiber": "3", "from": "Pier Office", "to": "Beacon Hill", "operator": "Ada"},
    (Block("Own", 100, b"\x01\x02\x03 kept"),),
)  # fmt: skip


def test_the_check_sum_of_the_nine_digits():
    assert crc(b"123456789") == 0x29B1


def test_a_time_of_48960_is_999_85_m():
    assert metres(48_960, 1.468) == pytest.approx(999.85, abs=0.01)
    assert ticks(999.85, 1.468) == 48_960


@pytest.mark.parametrize(("index", "said"), [(1.4677, 5000.0), (1.4600, 5026.4)])
def test_an_index_that_is_wrong_moves_every_length(index, said):
    assert metres(ticks(5000.0, 1.4677), index) == pytest.approx(said, abs=0.1)


def test_what_is_written_is_read_again():
    made = read_sor(write_sor(TRACE))
    assert (made.version, made.nm, made.index, made.pulse_ns) == ("2.00", 1550.0, 1.4682, 30.0)
    assert (made.averages, made.backscatter_db, made.checksum) == (30_000, -82.0, "right")
    assert made.spacing_m == pytest.approx(1.0, abs=1e-4)
    assert made.user_offset_m == pytest.approx(150.0, abs=0.02)
    assert (made.span_db, made.orl_db, made.fiber_type) == (2.875, 38.2, 652)
    assert np.allclose(made.level_db, LEVEL, atol=0.0006)
    told = [(round(e.m, 1), e.loss_db, e.reflectance_db, e.kind, e.method) for e in made.events]
    assert told == [
        (499.5, 0.312, -49.7, "reflective", "LS"), (812.0, 0.312, -49.7, "end", "LS"),
    ]  # fmt: skip
    assert (made.texts["cable"], made.texts["to"]) == ("P-07", "Beacon Hill")
    assert made.others == (Block("Own", 100, b"\x01\x02\x03 kept"),)
    assert made.warnings == ()


def test_written_files_are_byte_stable():
    once = write_sor(TRACE)
    assert write_sor(read_sor(once)) == once


def test_a_gain_stays_a_gain_and_no_reflection_stays_none():
    gain = replace(EVENT, loss_db=-0.223, reflectance_db=None, code="0F9999")
    made = read_sor(write_sor(replace(TRACE, events=(gain,))))
    assert (made.events[0].loss_db, made.events[0].reflectance_db) == (-0.223, None)
    assert made.events[0].kind == "gain"


def test_version_1_has_no_names_before_its_blocks():
    made = read_sor(as_version_1(TRACE))
    assert (made.version, made.index, made.points) == ("1.00", 1.4682, 500)
    assert (made.fiber_type, round(made.events[0].m, 1), made.span_db) == (None, 499.5, 2.875)
    assert made.checksum == "right"


def as_version_1(trace):
    """The same trace as version 1 has it: shorter blocks, no headers."""

    def text(said):
        return said.encode() + b"\0"

    general = (b"EN" + text("P-07") + text("3") + struct.pack("<H", 1550) + text("A") + text("B")
               + text("") + b"BC" + struct.pack("<i", 0) + text("") + text(""))  # fmt: skip
    fixed = struct.pack("<I2sHiHHIIIHIIiHhHHHH", 1_700_000_000, b"mt", 15_500, 0, 1, 30,
                        round(trace.spacing_m * trace.index / 299_792_458 / 1e-14), trace.points,
                        146_820, 820, 1000, 0, 0, 0, 0, 0, 0, 0, 0)  # fmt: skip
    assert len(fixed) == 54
    events = struct.pack("<H", 1) + struct.pack("<HIhhi6s2s", 1, ticks(499.5, 1.4682), 210, 312,
                                                -49_700, b"1F9999", b"LS") + text("")  # fmt: skip
    events += struct.pack("<iiIHiI", 2875, 0, 0, 38_200, 0, 0)
    raw = np.round(-trace.level_db * 1000).astype("<u2")
    points = struct.pack("<IhIH", trace.points, 1, trace.points, 1000) + raw.tobytes()
    blocks = [("GenParams", general), ("FxdParams", fixed), ("KeyEvents", events),
              ("DataPts", points), ("Cksum", b"\0\0")]  # fmt: skip
    entries = b"".join(text(n) + struct.pack("<HI", 100, len(d)) for n, d in blocks)
    head = struct.pack("<HIH", 100, 8 + len(entries), len(blocks) + 1) + entries
    body = head + b"".join(d for _, d in blocks[:-1])
    return body + struct.pack("<H", crc(body))


WHOLE = write_sor(TRACE)


def changed(at, data):
    return WHOLE[:at] + data + WHOLE[at + len(data) :]


def place(name):
    """Where a block's own content begins."""
    return WHOLE.rfind(name.encode() + b"\0") + len(name) + 1


@pytest.mark.parametrize(
    ("data", "said"),
    [
        (b"", "ends after 0 bytes"),
        (b"Map\0", "in the middle of a value"),
        (b"hello, this is no trace at all", "says version"),
        (WHOLE[:200], "past the file"),
        (WHOLE[:-700], "past the file"),
        (changed(6, struct.pack("<I", 2**31)), "its entries end at"),
        (changed(10, struct.pack("<H", 60_000)), "names 60000 blocks"),
        (changed(place("FxdParams") + 24, struct.pack("<I", 2**32 - 1)), "samples; 1 to"),
        (changed(place("FxdParams") + 28, struct.pack("<I", 90_000)), "an index of 0.90000"),
        (changed(place("FxdParams") + 28, struct.pack("<I", 250_000)), "an index of 2.50000"),
        (changed(place("FxdParams") + 16, struct.pack("<H", 3)), "has 3 pulse widths"),
        (changed(place("FxdParams") + 20, struct.pack("<I", 0)), "lie on one point"),
        (changed(place("DataPts"), struct.pack("<I", 501)), "501 and 500 samples"),
        (changed(place("DataPts") + 4, struct.pack("<h", 2)), "has 2 series"),
        (changed(place("KeyEvents"), struct.pack("<H", 60_000)), "names 60000 events"),
        (changed(place("GenParams") - 10, b"GenParamz"), "does not begin with its name"),
        (changed(10, struct.pack("<H", 1)), "has no block GenParams"),
    ],
)  # fmt: skip
def test_a_file_that_lies_is_refused_in_one_sentence(data, said):
    with pytest.raises(Refused, match=said) as refused:
        read_sor(data)
    assert "\n" not in str(refused.value)


def test_a_wrong_sum_bytes_behind_and_odd_texts_are_warned_of():
    assert read_sor(WHOLE[:-2] + b"\0\0").checksum == "wrong"
    assert any("stand behind" in one for one in read_sor(WHOLE + b"xyz").warnings)
    latin = WHOLE.replace(b"Ada\0", b"\xc5da\0")
    assert any("Latin-1" in one for one in read_sor(latin).warnings)
    assert read_sor(latin).texts["operator"] == "Åda"


@settings(max_examples=150, deadline=None)
@given(
    st.lists(st.floats(-60, 20), min_size=1, max_size=300), st.integers(1, 20_000),
    st.floats(1.4, 1.55), st.floats(0.05, 30.0),
)  # fmt: skip
def test_any_samples_come_back_as_they_were(levels, pulse, index, spacing):
    made = replace(TRACE, level_db=np.array(levels), pulse_ns=float(pulse), index=round(index, 5),
                   spacing_m=spacing)  # fmt: skip
    again = read_sor(write_sor(made))
    top = max(0.0, *levels)
    wanted = np.maximum(np.array(levels) - top, -65.535)
    assert np.allclose(again.level_db, wanted, atol=0.0011)
    assert again.spacing_m == pytest.approx(spacing, rel=1e-3)
    assert again.points <= MAX_POINTS


@settings(max_examples=400, deadline=None)
@given(st.integers(0, len(WHOLE) - 5), st.binary(min_size=1, max_size=5))
def test_bytes_changed_anywhere_are_read_or_refused(at, data):
    try:
        read_sor(changed(at, data))
    except Refused as refused:
        assert "\n" not in str(refused)


@settings(max_examples=200, deadline=None)
@given(st.binary(max_size=400))
def test_any_bytes_are_read_or_refused(data):
    for one in (data, b"Map\0" + data, WHOLE[: len(data)] + data):
        try:
            read_sor(one)
        except Refused:
            continue
