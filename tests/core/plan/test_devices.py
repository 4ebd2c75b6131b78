"""Ports of devices: what is recorded at the end goes before what the device says."""

import pytest

from passerelle.core.plan.devices import Device, Port, PortGroup, facts

UP = PortGroup("up", "SFP28", 4, (10.0, 25.0), settable=True, uplink=True)
DOWN = PortGroup("down", "SFP+", 24, (1.0, 10.0))
SWITCH = Device("switch", (UP, DOWN), own_coding_only=True, surroundings="unheated")


def test_a_group_is_found_by_name_and_the_only_one_without():
    assert SWITCH.group("down") is DOWN
    assert SWITCH.group("side") is None
    assert SWITCH.group(None) is None  # which of two is not recorded
    assert Device("small", (UP,)).group(None) is UP


@pytest.mark.parametrize(
    ("port", "cage", "device", "expected"),
    [
        (Port(), None, None, (None, (), None, None, None)),
        (Port(settable=False), "SFP", None, ("SFP", (), False, None, None)),
        (Port(group="up"), None, SWITCH, ("SFP28", (10.0, 25.0), True, True, "unheated")),
        (Port(group="down"), None, SWITCH, ("SFP+", (1.0, 10.0), None, True, "unheated")),
        (Port(group="up", settable=False, own_coding_only=False, surroundings="outdoor"), "SFP+",
         SWITCH, ("SFP+", (10.0, 25.0), False, False, "outdoor")),
        (Port(), None, SWITCH, (None, (), None, True, "unheated")),
    ],
)  # fmt: skip
def test_what_is_known_of_a_port(port, cage, device, expected):
    found = facts(port, cage, device)
    assert (found.cage, found.speeds_gbps, found.settable, found.own_coding_only,
            found.surroundings) == expected  # fmt: skip
