"""Several links between two devices: what they are to each other, and what they carry."""

import pytest

from passerelle.core.judge.bundles import bundles, carried_gbps
from passerelle.core.judge.ties import ties_of
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End
from passerelle.core.plan.devices import Device, Port, PortGroup
from tests.making import cable, cord, path

HALL, HUT = (Device(name, (PortGroup("p", "SFP+", 8),)) for name in ("hall", "hut"))


def between(key, a=HALL, b=HUT, set_a=None, set_b=None, **port):
    name = "100GBASE-SR4" if port else "10GBASE-LR"

    def end(device, kind):
        return End(name, device=device, port=Port(group="p", bundle=kind, **port))

    return key, ties_of(Link(key, end(a, set_a), end(b, set_b), path(cord(), cable(), cord())))


def test_two_links_that_nobody_named_warn_both():
    found = bundles([between("1"), between("2")])
    assert set(found) == {"1", "2"}
    assert found["1"].message == (
        "2 links between hall and hut; nothing says whether they are aggregated or one stands by."
    )
    assert found["1"].rule.severity == "warn"


@pytest.mark.parametrize("kind", ["aggregated", "standby"])
def test_a_bundle_that_is_set_alike_at_both_ends_is_no_finding(kind):
    links = [between(n, set_a=kind, set_b=kind) for n in "12"]
    assert bundles(links) == {}
    turned = between("3", HUT, HALL, set_a=kind, set_b=kind)  # drawn from the other end
    assert bundles([*links, turned]) == {}


def test_ends_that_are_set_unlike_are_told_apart():
    whole = between("2", set_a="aggregated", set_b="aggregated")
    found = bundles([between("1", set_a="aggregated"), whole])
    assert set(found) == {"1"}
    assert "are set to aggregated and nothing" in found["1"].message


def test_one_link_lanes_of_a_port_and_two_pairs_of_devices_are_no_bundle():
    other = Device("shed", (PortGroup("p", "SFP+", 8),))
    assert bundles([between("1")]) == {}
    assert bundles([between("1"), between("2", b=other)]) == {}
    assert bundles([between(str(n), lane=n, split=True) for n in (1, 2)]) == {}


@pytest.mark.parametrize(
    ("ends", "carries"),
    [
        ([(10.0, "aggregated"), (10.0, "aggregated")], (20.0, 10.0)),
        ([(10.0, "aggregated"), (1.0, "aggregated"), (10.0, "aggregated")], (21.0, 11.0)),
        ([(10.0, "standby"), (1.0, "standby")], (10.0, 1.0)),
        ([(10.0, "aggregated")], (10.0, 0.0)),
        ([(10.0, None), (10.0, "aggregated")], None),
        ([], None),
    ],
)
def test_what_a_bundle_carries_whole_and_with_one_out(ends, carries):
    assert carried_gbps(ends) == carries
