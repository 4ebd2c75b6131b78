"""What takes a need at its ends: counted ports, boxes with their room, and what nobody recorded."""

import pytest

from passerelle.core.choice.need import NO_CAGE, SiteNeed
from passerelle.core.choice.outfits import at_ends
from passerelle.core.choice.prices import PriceBook
from passerelle.core.choice.world import World
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.plant.model import LinkUse
from tests.planting import plant

PRICES = {"converter": 70.0, "injector": 30.0, "switch 8": 160.0, "switch 8 powered": 280.0}
BOOK = PriceBook(prices=dict(PRICES), minutes={}, per_hour=60.0)


def device(count=4, speeds=(1.0, 10.0), cage="SFP+"):
    return Device("hub", (PortGroup("ports", cage, count, speeds_gbps=speeds),), place="A")


def world(*devices, taken=0):
    links = tuple(LinkUse(str(n), str(n), ("A", "B"), ("hub", None)) for n in range(taken))
    return World(book=BOOK, plant=plant(links=links), devices={one.name: one for one in devices})


def first(subject, **more):
    return at_ends(SiteNeed("A", "B", 100.0, 10.0, **more), subject)[0]


def far(**more):
    return at_ends(SiteNeed("A", "B", 100.0, 10.0, cage_b=NO_CAGE, **more), world())[1]


@pytest.mark.parametrize(
    ("taken", "circuits", "room"), [(0, 1, 3), (2, 1, 1), (2, 2, 0), (3, 2, None), (4, 1, None)]
)
def test_ports_left_are_the_free_ones_less_what_is_asked(taken, circuits, room):
    """Four cages, so many taken, so many asked for."""
    end = first(world(device(), taken=taken), device_a="hub", circuits=circuits)
    assert (end.certain, end.room) == (room is not None, room)


@pytest.mark.parametrize(
    ("more", "at"),
    [
        ({}, world()),  # nothing said
        ({"cage_a": "SFP+"}, world()),  # a cage, and nobody says whose
        ({"device_a": "hub"}, world(device(speeds=()))),  # its speeds are not recorded
        ({"device_a": "hub"}, world(device(speeds=(1.0,)))),  # too slow
    ],
)
def test_what_is_not_known_to_take_it_is_not_certain(more, at):
    end = first(at, **more)
    assert not end.certain
    assert end.room is None


def test_boxes_without_power_are_a_converter_and_a_small_switch():
    """70; 160 with seven of its eight jacks free."""
    assert [(one.what, one.total, one.room) for one in far().outfits] == [
        ("converter", 70.0, 0),
        ("small switch", 160.0, 7),
    ]


def test_boxes_that_give_power_where_the_far_device_asks_for_it():
    """70 + 30 = 100 for a converter with its injector."""
    power = [(one.what, one.total) for one in far(draw_w=12.0).outfits if one.gives_power]
    assert power == [("converter and injector", 100.0), ("small switch with powered jacks", 280.0)]


def test_three_circuits_are_three_converters_and_more_than_a_small_switch_has_cages_for():
    assert [(one.what, one.total) for one in far(circuits=3).outfits] == [("converter", 210.0)]


def test_boxes_without_a_price_are_listed_all_the_same():
    bare = World(book=PriceBook(prices={}, minutes={}, per_hour=60.0))
    end = at_ends(SiteNeed("A", "B", 100.0, 10.0, cage_b=NO_CAGE), bare)[1]
    assert [one.total for one in end.outfits] == [None, None]


def test_a_device_of_jacks_alone_takes_no_module():
    end = first(world(device(cage=None)), device_a="hub")
    assert not end.certain
    assert end.outfits
