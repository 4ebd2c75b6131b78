"""The application table against the published figures, worked independently of its files."""

import pytest

from passerelle.core.judge.check import check_link
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.tables import STANDARD
from tests.making import cable, cord, judged, link, path, rules_of, two_pairs

ROWS = STANDARD.applications


@pytest.mark.parametrize(
    ("name", "reach"),
    [
        ("100GBASE-VR1", {"OM3": (30, 1.6), "OM4": (50, 1.7), "OM5": (50, 1.7)}),
        ("400GBASE-VR4", {"OM3": (30, 1.6), "OM4": (50, 1.7), "OM5": (50, 1.7)}),
        ("100GBASE-SR1", {"OM3": (60, 1.7), "OM4": (100, 1.8), "OM5": (100, 1.8)}),
        ("200GBASE-SR2", {"OM3": (60, 1.7), "OM4": (100, 1.8), "OM5": (100, 1.8)}),
        ("400GBASE-SR4", {"OM3": (60, 1.7), "OM4": (100, 1.8), "OM5": (100, 1.8)}),
        ("800GBASE-SR8", {"OM3": (60, 1.7), "OM4": (100, 1.8), "OM5": (100, 1.8)}),
        ("400GBASE-SR16", {"OM3": (70, None), "OM4": (100, None)}),
        ("400GBASE-DR4-2", {"OS": (2000, 4.0)}),
        ("800GBASE-DR8", {"OS": (500, 3.0)}),
        ("800GBASE-DR8-2", {"OS": (2000, 4.0)}),
        ("50GBASE-ER", {"OS": (30000, None), "OS engineered": (40000, 18.0)}),
        ("10GBASE-BR20-D", {"OS": (20000, None)}),
        ("50GBASE-BR40-U", {"OS": (40000, None)}),
        ("40G-SR-BiDi", {"OM3": (100, None), "OM4": (150, None)}),
        ("40G-SWDM4", {"OM3": (240, None), "OM4": (350, None), "OM5": (440, None)}),
        ("100G CLR4", {"OS": (2000, 5.0)}),
        ("100G 4WDM-40", {"OS": (40000, None)}),
        ("400G-LR4-10", {"OS": (10000, None)}),
        ("10G ZR class", {"OS": (80000, 22.0)}),
        ("25GBASE-ER", {"OS": (30000, 15.0), "OS engineered": (40000, 18.0)}),
        ("1GFC SW", {"OM1": (300, None), "OM2": (500, 3.85), "OM3": (860, None),
                     "OM4": (860, None)}),
        ("2GFC SW", {"OM1": (150, None), "OM2": (300, 2.62), "OM3": (500, 3.31)}),
        ("4GFC SW", {"OM1": (70, 1.78), "OM2": (150, 2.06), "OM3": (380, 2.88),
                     "OM4": (400, 2.95)}),
        ("64GFC SW", {"OM2": (20, None), "OM3": (70, None), "OM4": (100, None),
                      "OM5": (100, None)}),
        ("1GFC LW", {"OS": (10000, 7.8)}),
        ("4GFC LW 4 km", {"OS": (4000, 4.8)}),
        ("8GFC LW 1.4 km", {"OS": (1400, 2.6)}),
    ],
)  # fmt: skip
def test_reach_and_channel_loss(name, reach):
    assert {r.fiber: (r.m, r.loss_db) for r in ROWS[name].reach} == reach


@pytest.mark.parametrize(
    ("name", "gbd"),
    [("1GFC SW", 1.0625), ("4GFC LW", 4.25), ("8GFC SW", 8.5), ("16GFC LW", 14.025),
     ("32GFC SW", 28.05), ("64GFC SW", 28.9), ("128GFC SW", 28.05), ("10GBASE-SR", None)],
)  # fmt: skip
def test_the_name_of_a_fibre_channel_speed_is_not_its_line_rate(name, gbd):
    assert ROWS[name].line_gbd == gbd


@pytest.mark.parametrize(("name", "a", "b"), [("10GBASE-BR10", 1330, 1270),
    ("50GBASE-BR40", 1330, 1270), ("1000BASE-BX20", 1490, 1310), ("1000BASE-BX40", 1550, 1310),
    ("1000BASE-BX80", 1550, 1490)])  # fmt: skip
def test_the_two_sides_of_a_strand_send_different_light_and_name_each_other(name, a, b):
    tail = " class" if name.startswith("1000") else ""
    down, up = ROWS[f"{name}-D{tail}"], ROWS[f"{name}-U{tail}"]
    assert (down.wavelengths_nm, up.wavelengths_nm) == ((a,), (b,))
    assert (down.pairs_with, up.pairs_with) == (up.name, down.name)


def test_no_level_that_is_not_recalled_is_filled_in():
    """Of the rows that came without levels none has one; a level is never low without its word."""
    for name in ("100GBASE-SR1", "800GBASE-DR8", "50GBASE-ER", "400ZR", "10GBASE-BR10-D"):
        row = ROWS[name]
        levels = (row.launch_min_dbm, row.launch_max_dbm, row.receive_min_dbm, row.receive_max_dbm)
        assert (levels, row.levels_confidence) == ((None,) * 4, "low")


def test_an_amplified_line_is_judged_by_nobody_here():
    check = judged(link("400ZR", two_pairs("OS2", 20_000)))
    assert check.verdict == "unknown"
    assert {"reach.unknown", "light.unknown"} <= rules_of(check)


def test_400gbase_fr4_bears_3_5_dbm():
    """4.4 dBm belongs to 400GBASE-LR4-6."""
    assert (ROWS["400GBASE-FR4"].launch_max_dbm, ROWS["400GBASE-FR4"].receive_max_dbm) == (3.5, 3.5)


@pytest.mark.parametrize(("fiber", "km", "worst"), [("OM1", 0.5, -22.25), ("OM2", 1.9, -27.85)])
def test_an_led_couples_less_light_into_the_smaller_core(fiber, km, worst):
    """-20 into 62.5 um, -23.5 into 50 um; 1.5 dB/km and two pairs of 0.75 dB."""
    light = path(cord(fiber, 0.0), cable(fiber, km * 1000), cord(fiber, 0.0))
    check = check_link(link("100BASE-FX", light), HouseRules())
    assert [d.received_min_dbm for d in check.budget.directions] == pytest.approx([worst] * 2)
    assert "light.too-weak" not in rules_of(check)


@pytest.mark.parametrize(
    ("plug", "stops"), [("MPO-16/APC", False), ("MPO-24/APC", False), ("MPO-12/APC", True)]
)
def test_eight_lanes_come_with_one_row_of_sixteen_or_two_of_twelve(plug, stops):
    ends = (connector(plug), connector(plug))
    light = path(cable("OM4", 50.0, ends=ends))
    check = check_link(Link("x", End("400GBASE-SR8"), End("400GBASE-SR8"), light), HouseRules())
    assert ("mate.module" in rules_of(check)) is stops


def test_the_long_class_at_80_km_and_on_the_bench():
    """17.6 dB read, two pairs 1.5: 19.1 of 22, 2.9 left. On a 2 m cord: 4 + 7 = 11 dB too much."""
    run = cable(length_m=80_000, loss_db=17.6, source="meter", loss_includes="none")
    far = judged(link("10G ZR class", path(cord(length_m=0.0), run, cord(length_m=0.0))))
    assert far.margin_db == pytest.approx(2.9)
    near = judged(link("10G ZR class", path(cord())))
    found = next(f for f in near.findings if f.rule.id == "light.overload")
    assert "11.00 dB too much" in found.message
