"""Figures of the site's tables, against the documents that they are from."""

import pytest

from passerelle.core.tables.site import (
    CABLE_TYPES,
    CANDIDATES,
    FILLS,
    KINDS,
    PER_KELVIN,
    POWER_CLASSES,
    RESISTIVITY,
)


def test_a_raceway_is_filled_by_the_number_of_its_cables():
    """NEC chapter 9 table 1: one 53 %, two 31 %, three and more 40 %."""
    assert [(row.cables, row.limit_percent) for row in FILLS] == [(1, 53), (2, 31), (3, 40)]


def test_copper_as_annealed():
    """IEC 60028: 1/58 ohm mm²/m at 20 °C, 0.393 % a kelvin."""
    assert pytest.approx(1 / 58, abs=1e-5) == RESISTIVITY
    assert pytest.approx(0.00393) == PER_KELVIN


def test_power_over_a_pair_at_both_ends_of_it():
    """IEEE 802.3 clause 145: classes 3, 4, 6 and 8."""
    published = {(15.4, 13.0), (30.0, 25.5), (60.0, 51.0), (90.0, 71.3)}
    assert {(row.source_w, row.device_w) for row in POWER_CLASSES.values()} >= published
    assert all(row.device_w < row.source_w for row in POWER_CLASSES.values())


def test_cables_are_no_easier_bent_while_they_are_pulled():
    for row in CABLE_TYPES.values():
        loaded, rest = row.least_radius_m(loaded=True), row.least_radius_m(loaded=False)
        if loaded is not None and rest is not None:
            assert loaded >= rest, row.name


def test_what_is_laid_is_not_pulled():
    assert KINDS["duct"].pulled
    assert not KINDS["tray"].pulled


def test_every_candidate_of_an_unknown_cable_says_what_it_means():
    assert all(row.means and row.source and row.core for row in CANDIDATES)
    assert len({row.grade for row in CANDIDATES}) == len(CANDIDATES)
