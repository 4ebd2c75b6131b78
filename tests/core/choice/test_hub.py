"""What many needs ask of the place that they start from, counted by hand and by brute force."""

import math
from itertools import product

import pytest

from passerelle.core.choice.hub import free_cages, hub
from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.prices import PriceBook
from passerelle.core.choice.world import World
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.plant.model import LinkUse, Plant


def needs(count, rate=1.0, circuits=1):
    return [SiteNeed("H", f"P{n}", 100.0, rate, circuits=circuits) for n in range(count)]


def switch(*groups, taken=0, place="H", **more):
    device = Device("core", groups, place=place)
    links = tuple(LinkUse(str(n), str(n), ("H", "X"), devices=("core", None)) for n in range(taken))
    return World(devices={"core": device}, plant=Plant(links=links), **more)


def test_with_nothing_there_every_port_is_new():
    """Thirty needs: two switches of 24 ports with two uplinks each, two panels: four units."""
    made = hub("H", needs(30), World())
    assert (made.ports, made.free, made.switches, made.uplinks) == (30, 0, 2, 4)
    assert (made.positions, made.panels, made.rack_units) == (30, 2, 4)


def test_free_ports_go_first_and_taken_ones_are_not_free():
    group = PortGroup("access", "SFP", 24, (1.0,))
    assert hub("H", needs(24), switch(group)).switches == 0
    assert hub("H", needs(25), switch(group)).switches == 1
    some = hub("H", needs(10), switch(group, taken=15))
    assert (some.free, some.switches) == (9, 1)


@pytest.mark.parametrize(
    "group",
    [
        PortGroup("fast", "SFP28", 24, (25.0,)),  # runs no 1 Gb/s
        PortGroup("jacks", None, 24, (1.0,)),  # no cage
        PortGroup("up", "SFP", 24, (1.0,), uplink=True),
        PortGroup("silent", "SFP", 24),  # its speeds are not recorded: nobody counts on it
    ],
)
def test_ports_that_do_not_serve_are_not_counted(group):
    made = hub("H", needs(3), switch(group))
    assert (made.free, made.switches) == (0, 1)


def test_a_switch_elsewhere_is_no_help():
    assert hub("H", needs(3), switch(PortGroup("a", "SFP", 24, (1.0,)), place="X")).switches == 1


def test_fast_ports_are_kept_for_fast_needs():
    """Two ports of 1 and two of 1 or 10: two needs of each speed find all four."""
    slow, both = PortGroup("slow", "SFP", 2, (1.0,)), PortGroup("both", "SFP+", 2, (1.0, 10.0))
    wanted = [*needs(2, 1.0), *needs(2, 10.0)]
    assert hub("H", wanted, switch(slow, both)).switches == 0
    assert hub("H", [*wanted, *needs(1, 10.0)], switch(slow, both)).switches == 1


def test_no_speed_takes_the_ports_that_another_needs():
    """One port of 1 or 10 and one of 10 or 25: a need of 1 and one of 10 find both."""
    low, high = (
        PortGroup("low", "SFP+", 1, (1.0, 10.0)),
        PortGroup("high", "SFP28", 1, (10.0, 25.0)),
    )
    assert hub("H", [*needs(1, 1.0), *needs(1, 10.0)], switch(low, high)).switches == 0
    assert hub("H", [*needs(1, 25.0), *needs(1, 10.0)], switch(low, high)).switches == 0
    assert hub("H", [*needs(1, 25.0), *needs(1, 1.0)], switch(low, high)).switches == 0
    assert hub("H", needs(2, 1.0), switch(low, high)).switches == 1


def test_the_least_number_of_switches_against_brute_force():
    for count, free in product(range(1, 60, 7), range(0, 30, 6)):
        group = PortGroup("access", "SFP", max(free, 1), (1.0,))
        made = hub("H", needs(count), switch(group, taken=0 if free else 1))
        least = next(n for n in range(10) if free + 24 * n >= count)
        assert made.switches == least
        assert made.panels == math.ceil(count / 24)


def test_what_it_costs_needs_every_price():
    book = PriceBook(prices={"switch 24": 800.0, "panel 24": 60.0}, minutes={}, per_hour=60.0)
    assert hub("H", needs(30), World(book=book)).total == pytest.approx(2 * 800 + 2 * 60)
    bare = PriceBook(prices={"panel 24": 60.0}, minutes={}, per_hour=60.0)
    assert hub("H", needs(30), World(book=bare)).total is None


def test_circuits_and_both_ends_count():
    assert hub("H", needs(2, circuits=3), World()).ports == 6
    assert hub("P1", needs(2), World()).ports == 1


def test_lanes_of_one_port_take_one_port_and_other_groups_none():
    """Four lanes in port 2 of four fast ones, two links in ports 1 and 2 of eight slow ones."""
    slow, fast = PortGroup("slow", "SFP", 8, (1.0,)), PortGroup("fast", "QSFP28", 4, (100.0,))
    device = Device("core", (slow, fast), place="H")
    seats = [("fast", 2)] * 4 + [("slow", 1), ("slow", 2)]
    links = tuple(
        LinkUse(str(n), str(n), ("H", "X"), ("core", None), (seat, (None, None)))
        for n, seat in enumerate(seats)
    )
    world = World(devices={"core": device}, plant=Plant(links=links))
    assert free_cages(device, world) == [((1.0,), 6), ((100.0,), 3)]
