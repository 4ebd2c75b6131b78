"""A plan's own backbone: where its places lie, and links filled from their cables."""

import pytest

from passerelle.core.plan.backbone import Place
from passerelle.core.plant.whole import positions

DEGREE_M = 111_195.08  # pi / 180 · 6,371,008.8 m, the mean radius of the earth


def at(name, latitude, longitude):
    return Place(name, latitude=latitude, longitude=longitude)


def test_a_site_in_degrees_lies_north_up_and_east_to_the_right():
    south, north = (
        Place("S", latitude=59.5, longitude=10.0),
        Place("N", latitude=60.5, longitude=10.0),
    )
    found = positions([south, north])
    assert found["N"] == pytest.approx((0.0, DEGREE_M / 2))
    assert found["S"] == pytest.approx((0.0, -DEGREE_M / 2))
    west, east = (
        Place("W", latitude=60.0, longitude=10.0),
        Place("E", latitude=60.0, longitude=10.2),
    )
    found = positions([west, east])
    assert found["E"] == pytest.approx((0.1 * DEGREE_M / 2, 0.0))  # half as far apart at 60 degrees
    assert found["W"] == pytest.approx((-0.1 * DEGREE_M / 2, 0.0))


def test_south_of_the_equator_north_is_up_too():
    found = positions([at("cape", -34.2, 18.4), at("town", -34.0, 18.4)])
    assert found["town"][1] - found["cape"][1] == pytest.approx(0.2 * DEGREE_M)


def test_a_site_in_metres_is_taken_as_it_is_and_a_place_without_a_position_has_none():
    places = [Place("A", x_m=3.0, y_m=-4.0), Place("B")]
    assert positions(places) == {"A": (3.0, -4.0)}
    assert positions([Place("B")]) == {}
