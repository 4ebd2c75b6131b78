"""A run laid out along its glass: where its joints stand, and how high each glass does."""

from math import log10

import pytest

from passerelle.core.tables import STANDARD
from passerelle.core.tracing.layout import broken, launch_m

from .laying import layout


def spots(made):
    return [(one.kind, one.m) for one in made.spots]


def test_joints_stand_behind_the_launch_cord_one_behind_the_other():
    made = layout()
    assert spots(made) == [
        ("port", 0), ("connection", 500), ("splice", 1500), ("connection", 2300), ("end", 2800),
    ]  # fmt: skip
    assert (made.start_m, made.end_m, made.total_m) == (500, 2300, 2800)
    assert [(one.from_m, one.until_m) for one in made.stretches] == [
        (0, 500), (500, 1500), (1500, 2300), (2300, 2800),
    ]  # fmt: skip


def test_from_the_other_end_the_second_cable_comes_first():
    made = layout(turned=True)
    assert ("splice", 1300) in spots(made)
    assert [one.cable for one in made.stretches] == [None, "Two", "One", None]
    assert [one.place for one in made.spots if one.kind == "connection"] == ["C", "A"]


def test_without_a_receive_cord_the_last_connection_is_not_seen():
    assert spots(layout(receive=0.0))[-2:] == [("splice", 1500), ("end", 2300)]


@pytest.mark.parametrize("nm", [1310.0, 1550.0])
def test_glass_falls_by_its_typical_attenuation(nm):
    row = STANDARD.window("OS2", nm)
    assert {one.db_per_km for one in layout(nm).stretches} == {row.typical_db_per_km}


def test_a_smaller_field_stands_higher_and_the_other_way_lower():
    """9.2 µm against 8.6 µm: 10 log(9.2 / 8.6) = 0.293 dB."""
    more = {"two": {"glass": "G.657.B3"}}
    assert [round(one.level_db, 3) for one in layout(1310.0, **more).stretches] == [0, 0, 0.293, 0]
    back = layout(1310.0, turned=True, **more)
    assert back.stretches[2].level_db == pytest.approx(10 * log10(8.6 / 9.2), abs=1e-3)


def test_a_break_takes_away_what_lies_behind_it():
    made = broken(layout(), 1140.0, -20.0)
    assert spots(made) == [("port", 0), ("connection", 500), ("end", 1140)]
    assert made.spots[-1].reflectance_db == -20.0
    assert made.stretches[-1].until_m == made.total_m == 1140


def test_launch_cords_of_the_standard():
    """ISO/IEC 14763-3: 75 m on multimode, 150 m on single mode."""
    assert (launch_m("multimode"), launch_m("single-mode"), launch_m(None)) == (75, 150, 150)
