"""Odds of a first go, by figures from the table of the normal distribution."""

import pytest

from passerelle.core.measuring.limits import AtWavelength
from passerelle.core.measuring.odds import normal, odds_of, passes_at_first, seen


def at(room, spread=0.1):
    return AtWavelength(1310.0, 1.0 + room, 1.0, 0.1, (), spread)


@pytest.mark.parametrize(("z", "share"), [(0, 0.5), (1, 0.8413), (1.6449, 0.95), (-2, 0.0228)])
def test_the_normal_distribution(z, share):
    assert normal(z) == pytest.approx(share, abs=0.0001)


def test_a_run_passes_as_likely_as_its_worst_wavelength():
    assert passes_at_first([at(0.1), at(0.3)]) == pytest.approx(0.8413, abs=0.0001)
    assert passes_at_first([at(0.1), AtWavelength(1550.0, None, 1.0, 0.1, ())]) is None


def test_a_sheet_passes_as_the_product_and_ends_last_with_nine_in_ten():
    """Twelve runs of 0.8413: 0.126 all at once, 1.90 again on average, of which Poisson says 4."""
    made = odds_of([[at(0.1)]] * 12)
    assert made.first_go == pytest.approx(0.8413447**12, rel=1e-4)
    assert made.again == pytest.approx(12 * (1 - 0.8413447), rel=1e-4)
    assert made.bring == 4
    assert odds_of([[at(5.0)]]).bring == 0


def test_readings_move_what_is_to_come_the_more_the_more_there_are():
    """0.2 over each time: after 4 readings half of it, after 12 three quarters."""
    few = seen([(1.2, at(0.3))] * 4)
    many = seen([(1.2, at(0.3))] * 12)
    assert (few.shift_db, many.shift_db) == pytest.approx((0.1, 0.15))
    assert (few.stretch, many.stretch) == pytest.approx((1.0, 0.6614), abs=0.0001)
    assert passes_at_first([at(0.3)], few) < passes_at_first([at(0.3)])


def test_readings_under_the_expected_make_it_likelier():
    assert passes_at_first([at(0.1)], seen([(0.9, at(0.1))] * 8)) > passes_at_first([at(0.1)])


def test_nothing_is_said_where_nothing_is_known():
    assert odds_of([]) is None
    assert odds_of([[AtWavelength(1310.0, None, None, None, ())]]) is None
    assert seen([(1.0, AtWavelength(1310.0, 2.0, None, None, ()))]).count == 0
