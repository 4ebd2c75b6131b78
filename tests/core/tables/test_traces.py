"""What an instrument sees of glass: figures by hand, and which row stands for which glass."""

import pytest

from passerelle.core.tables.traces import GLASSES, PULSES, glass_at, pulse_m


@pytest.mark.parametrize(("pulse_ns", "metres"), [(10, 1.021), (100, 10.21), (1000, 102.1)])
def test_a_pulse_covers_half_its_length_on_the_screen(pulse_ns, metres):
    """10 ns × 299,792,458 m/s ÷ (2 × 1.4682) = 1.021 m."""
    assert pulse_m(pulse_ns, 1.4682) == pytest.approx(metres, rel=1e-3)


def test_the_row_nearest_in_wavelength_stands_for_it():
    assert glass_at("OS2", None, 1550).nm == 1550
    assert glass_at("OS2", None, 1400).nm == 1310
    assert glass_at("OM1", None, 850).glass == "62.5"
    assert glass_at("OM4", None, 850).glass == "50"


def test_what_is_printed_goes_before_the_class_and_what_is_unknown_has_no_row():
    assert glass_at("OS2", "G.652.D", 1310).mode_field_um == 9.2
    assert glass_at("OS2", "G.657.B3", 1310).mode_field_um == 8.6
    assert glass_at(None, None, 1310) is None
    assert glass_at("string", None, 1310) is None


def test_longer_waves_scatter_less_and_longer_runs_take_longer_pulses():
    """Rayleigh scattering falls with the fourth power of the wavelength."""
    for glass in {one.glass for one in GLASSES}:
        rows = sorted((one for one in GLASSES if one.glass == glass), key=lambda one: one.nm)
        levels = [one.backscatter_db for one in rows]
        assert levels == sorted(levels, reverse=True), glass
        assert all(1.45 < one.index < 1.50 for one in rows)
    for mode in {one.mode for one in PULSES}:
        rows = [one for one in PULSES if one.mode == mode]
        assert [one.until_m for one in rows] == sorted(one.until_m for one in rows)
        assert [one.pulse_ns for one in rows] == sorted(one.pulse_ns for one in rows)
