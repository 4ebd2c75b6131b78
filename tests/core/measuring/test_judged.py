"""Verdicts within and beyond the uncertainty, by figures worked from the clauses."""

import pytest

from passerelle.core.measuring.judged import (
    Uncertainty,
    bands_of,
    expected_band,
    uncertainty,
    verdict_of,
)
from passerelle.core.measuring.limits import AtWavelength

PLAIN = Uncertainty(0.20, 0.0, 0.0, 0.0, (), True)


def at(limit, expected=0.9, best=0.2, spread=0.1):
    return AtWavelength(1310.0, limit, expected, best, (), spread)


@pytest.mark.parametrize(
    ("loss", "verdict"),
    [
        (2.15, "passes, far from expected"), (2.20, "passes, far from expected"),
        (2.30, "passes within uncertainty"), (2.40, "passes within uncertainty"),
        (2.45, "fails within uncertainty"), (2.60, "fails within uncertainty"), (2.65, "fails"),
        (1.0, "passes"), (1.9, "passes"), (1.91, "passes, far from expected"),
        (0.0, "too good"), (0.01, "passes"), (-0.3, "too good"),
        (-23.4, "ask"), (30.0, "fails"), (31.0, "ask"),
    ],
)  # fmt: skip
def test_a_limit_of_2_40_read_within_0_20(loss, verdict):
    """The example of the clauses: 2.15 passes, 2.30 marginal, 2.45 marginal fail, 2.65 fails."""
    assert verdict_of(loss, bands_of(at(2.40), PLAIN, 1.0)).verdict == verdict


def test_every_reading_falls_into_one_band_and_they_rise():
    bands = bands_of(at(0.3, expected=0.25, best=0.0), PLAIN, 1.0)
    edges = [one.until_db for one in bands[:-1]]
    assert edges == sorted(edges)
    assert bands[-1].until_db is None
    assert verdict_of(0.29, bands).verdict == "passes within uncertainty"


def test_without_a_limit_nothing_is_judged_and_what_is_absurd_is_still_asked():
    bands = bands_of(at(None), PLAIN, 1.0)
    assert [verdict_of(loss, bands).verdict for loss in (-9.0, 0.1, 29.0, 40.0)] == [
        "ask", "not judged", "not judged", "ask",
    ]  # fmt: skip


def test_uncertainty_by_method_and_by_launch():
    """Multimode 0.20, 0.25, 0.30; without encircled flux up to a quarter more, at most 0.5."""
    known = [uncertainty("multimode", m) for m in ("one-cord", "two-cord", "three-cord")]
    assert [one.at(1.0) for one in known] == [0.20, 0.25, 0.30]
    bare = uncertainty("multimode", "one-cord", "unconditioned")
    assert bare.at(1.0) == pytest.approx(0.45)
    assert bare.at(4.0) == pytest.approx(0.70)
    assert uncertainty("multimode", "one-cord", "mandrel").at(1.0) == pytest.approx(0.30)
    assert uncertainty("single-mode", "one-cord", "unconditioned").at(1.0) == 0.20


def test_a_switch_adds_as_the_root_of_squares():
    assert uncertainty("multimode", "one-cord", way="switch").at(1.0) == pytest.approx(
        (0.2**2 + 0.1**2) ** 0.5
    )
    assert uncertainty(None, "one-cord") is None


def test_expected_reaches_two_deviations_to_both_sides_and_never_under_the_least():
    assert expected_band(at(2.0, expected=0.9, spread=0.1)) == pytest.approx((0.7, 1.1))
    assert expected_band(at(2.0, expected=0.3, best=0.25, spread=0.1)) == pytest.approx((0.25, 0.5))
    assert expected_band(at(2.0, expected=None)) is None
