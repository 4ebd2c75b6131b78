"""What rows work out by themselves: windows, pass bands, dispersion."""

from dataclasses import replace

import pytest

from passerelle.core.tables import STANDARD, PartLoss, Window

RANGE = Window("OS2", 1295.0, 0.43, 0.37, "source", "high", "medium", 1280.0, 1302.5)


@pytest.mark.parametrize(
    ("nm", "holds"), [(1279.9, False), (1280.0, True), (1302.4, True), (1302.5, False)]
)
def test_a_range_begins_with_its_first_wavelength_and_ends_before_its_last(nm, holds):
    assert RANGE.holds(nm) is holds
    assert not replace(RANGE, from_nm=None, to_nm=None).holds(nm)


@pytest.mark.parametrize(
    ("centres", "half_width_nm"),
    [
        ((1271.0, 1291.0, 1311.0), 6.5),  # ITU-T G.694.2, filters pass G.695's deviation
        ((1310.0, 1550.0), 6.5),
        ((1552.52, 1551.72), 0.1),  # 100 GHz: an eighth of 0.8 nm
        ((1552.52, 1552.12), 0.05),  # 50 GHz
        ((1551.0,), 6.5),  # alone on a centre of the 20 nm grid
        ((1552.52,), 0.1),  # alone on none
    ],
)
def test_how_much_a_channel_passes(centres, half_width_nm):
    channels = tuple((f"C{nm}", nm) for nm in centres)
    row = PartLoss("box", 2.0, 1.5, "sheet", "high", sort="multiplexer", channels=channels)
    assert row.half_width_nm(6.5) == pytest.approx(half_width_nm, abs=1e-3)


def test_dispersion_of_standard_glass():
    """S0/4 (L - L0^4/L^3) with 0.092 and 1300 to 1324 nm: 18 ps/(nm km) at 1550 at the most."""
    low, high = STANDARD.dispersion.range_ps_nm_km(1550.0)
    assert high == pytest.approx(0.092 / 4 * (1550 - 1300**4 / 1550**3))
    assert (low, high) == (pytest.approx(16.67, abs=0.01), pytest.approx(18.01, abs=0.01))
    low, high = STANDARD.dispersion.range_ps_nm_km(1310.0)
    assert low < 0 < high  # zero lies between
