"""Multiplexers: each light in its channel, and what is brought together comes apart again."""

from dataclasses import replace

import pytest

from passerelle.core.judge.multiplexing import HALF_WIDTH_NM, check_multiplexers
from passerelle.core.light.link import budget
from passerelle.core.light.own import extended
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.own import Channel
from tests.making import CUSTOM, LC, cable, cord, link, own_box, path

BOX = own_box("CM", "multiplexer", 1.6, 1.1,
              channels=(Channel("1471", 1471.0), Channel("1491", 1491.0)))  # fmt: skip
TABLES = extended((BOX,))


def mux(channels, line="pair 1"):
    return Segment("inline", ends=(LC, LC), part="CM", what="multiplexer", channels=channels,
                   line=line)  # fmt: skip


def found(*parts, nm=1471.0):
    sheet = CUSTOM | {"tx_wavelength_nm": nm, "rx_wavelength_nm": nm}
    subject = link("custom", path(cord(), *parts, cord()), **sheet)
    return check_multiplexers(budget(subject, HouseRules(), TABLES))


def test_the_pass_band_is_that_of_the_published_grid():
    """ITU-T G.695: 6.5 nm either side of a 20 nm channel."""
    assert HALF_WIDTH_NM == 6.5


@pytest.mark.parametrize(
    ("nm", "channels", "fits"),
    [
        (1471.0, ("1471",), True), (1465.6, ("1471",), True), (1476.4, ("1471",), True),
        (1464.4, ("1471",), False), (1477.6, ("1471",), False), (1491.0, ("1471",), False),
        (1491.0, ("1471", "1491"), True),  # either of the link's two channels
    ],
)  # fmt: skip
def test_light_fits_its_channel_or_not(nm, channels, fits):
    said = found(mux(channels), cable(), mux(channels), nm=nm)
    assert [f.rule.id for f in said] == ([] if fits else ["module.channel"] * 2)


@pytest.mark.parametrize("nm", [1464.5, 1465.4, 1476.6, 1477.5])
def test_a_line_within_1_nm_of_the_edge_of_its_channel_warns(nm):
    """1471 passes 1464.5 to 1477.5 nm."""
    said = found(mux(("1471",)), cable(), mux(("1471",)), nm=nm)
    assert {(f.rule.id, f.rule.severity) for f in said} == {("module.channel", "warn")}


def test_a_channel_that_the_box_has_not_is_said_with_those_that_it_has():
    (one, *_) = found(mux(("1551",)), cable(), mux(("1551",)))
    assert one.message == "Part 3 has no channel 1551; its channels: 1471, 1491."


@pytest.mark.parametrize(
    ("parts", "unpaired"),
    [
        ((mux(("1471",)), cable(), mux(("1471",))), 0),
        ((mux(("1471",)), cable()), 1),
        ((mux(("1471",)), cable(), mux(("1471",), "pair 2")), 2),  # apart on another pair
        ((mux(("1471",)), cable(), mux(("1471",)), cable(), mux(("1471",))), 1),
    ],
)
def test_each_multiplexer_has_its_counterpart_on_the_same_line(parts, unpaired):
    fresh = [replace(part, id=f"muxpart{n:05d}") for n, part in enumerate(parts)]
    said = [f for f in found(*fresh) if f.rule.id == "inline.unpaired"]
    assert len(said) == unpaired


def test_a_plain_inline_part_is_no_multiplexer():
    assert (
        found(Segment("inline", ends=(LC, LC), loss_db=5.0, what="attenuator 5 dB"), cable()) == []
    )


FINE = own_box("DM", "multiplexer", 2.0, 1.5,
               channels=(Channel("C31", 1552.52), Channel("C32", 1551.72)))  # fmt: skip
COARSE = own_box("OM", "multiplexer", 1.6, 1.1,
                 channels=(Channel("1311", 1311.0), Channel("1551", 1551.0)))  # fmt: skip


def said_of(application, part, channel, **sheet):
    box = Segment("inline", ends=(LC, LC), part=part, what="multiplexer", channels=(channel,))
    subject = link(application, path(cord(), box, cable(), box, cord()), **sheet)
    return check_multiplexers(budget(subject, HouseRules(), extended((FINE, COARSE))))


@pytest.mark.parametrize(
    ("nm", "channel", "fits"),
    # 193.1 and 193.2 THz: 0.8 nm apart, 0.1 nm to each side; 1550.12 is three channels off
    [(1552.52, "C31", True), (1552.60, "C31", True), (1552.64, "C31", False),
     (1551.72, "C31", False), (1550.12, "C31", False), (1551.72, "C32", True)],
)  # fmt: skip
def test_a_fine_channel_is_narrow(nm, channel, fits):
    sheet = CUSTOM | {"tx_wavelength_nm": nm, "rx_wavelength_nm": nm}
    assert bool(said_of("custom", "DM", channel, **sheet)) is not fits


@pytest.mark.parametrize(
    ("application", "channel"), [("10GBASE-ER", "1551"), ("10GBASE-LR", "1311")]
)
def test_a_plain_module_may_send_beside_its_channel(application, channel):
    """-ER may send anywhere from 1530 to 1565 nm, -LR from 1260 to 1355."""
    first = said_of(application, "OM", channel)[0]
    assert "is no module for this channel" in first.message
    assert not said_of(application, "OM", channel, tx_wavelength_nm=float(channel),
                       source="sheet")  # fmt: skip


@pytest.mark.parametrize(
    ("more", "half_nm"),
    [({}, HALF_WIDTH_NM), ({"passband_nm": 11.0}, 5.5), ({"grid": "CWDM-20nm"}, HALF_WIDTH_NM),
     ({"grid": "100GHz"}, 0.1), ({"grid": "50GHz"}, 0.05),
     ({"grid": "100GHz", "passband_nm": 0.3}, 0.15)],
)  # fmt: skip
def test_a_pass_band_is_entered_or_follows_from_the_grid(more, half_nm):
    box = own_box("CM", "multiplexer", 1.6, 1.1, channels=(Channel("1", 1471.0),), **more)
    row = extended((box,)).parts["CM"]
    assert row.half_width_nm(HALF_WIDTH_NM) == pytest.approx(half_nm)


@pytest.mark.parametrize(
    ("nm", "severity"),
    [(1552.52, None), (1552.59, None), (1552.61, "warn"), (1552.63, "stop"), (1550.12, "stop")],
)
def test_a_dense_channel_passes_a_tenth_of_a_nanometre(nm, severity):
    """193.1 THz is 1552.52 nm; 1550.12 is three channels off."""
    box = own_box("D", "multiplexer", 1.6, 1.1, channels=(Channel("31", 1552.52),), grid="100GHz")
    part = Segment("inline", ends=(LC, LC), part="D", what="multiplexer", channels=("31",))
    sheet = CUSTOM | {"tx_wavelength_nm": nm, "rx_wavelength_nm": nm}
    subject = link("custom", path(cord(), part, cable(), part, cord()), **sheet)
    said = check_multiplexers(budget(subject, HouseRules(), extended((box,))))
    assert {f.rule.severity for f in said} == ({severity} if severity else set())
