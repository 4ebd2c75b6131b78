"""The least speed that a service can use."""

from dataclasses import replace

import pytest

from passerelle.core.choice.enough import enough
from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.world import World
from passerelle.core.judge.services import Asked

NEED = SiteNeed("A", "B", 100.0, 10.0, service="Cameras")


def world(**more):
    return World(services={"Cameras": Asked(**{"sends": None, "least": None} | more)})


@pytest.mark.parametrize(("asks", "least"), [(10.0, 0.1), (1.0, 0.1), (0.1, None), (0.01, None)])
def test_of_the_speeds_that_are_made_the_least_that_carries_what_is_sent(asks, least):
    """60 Mb/s are carried by 100 Mb/s; nothing is said where no more than that is asked for."""
    found = enough(replace(NEED, rate_gbps=asks), world(sends=0.06))
    assert (found.gbps if found else None) == least


def test_it_says_who_cannot_use_more():
    assert enough(NEED, world(sends=0.06)).said.startswith("Cameras sends 60")


def test_nothing_is_said_of_what_is_not_known():
    assert enough(NEED, World()) is None
    assert enough(replace(NEED, service=None), world(sends=0.06)) is None
    assert enough(NEED, world(sends=None)) is None
