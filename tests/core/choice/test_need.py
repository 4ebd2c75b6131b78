"""Needs that contradict themselves are refused with the field, the value and the limit."""

import pytest

from passerelle.core.choice.need import SiteNeed, check_need, rates
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.remedies.proposal import NeedError

DEVICES = {
    "switch": Device("switch", (PortGroup("up", "SFP+", 4), PortGroup("fast", "QSFP28", 2)), "A"),
    "loose": Device("loose", (PortGroup("up", "SFP", 4),)),
}


def need(distance_m=240.0, rate=10.0, **more):
    return SiteNeed("A", "B", distance_m, rate, **more)


@pytest.mark.parametrize(
    ("asked", "field", "said"),
    [
        (need(0.0), "distance_m", "more than 0"),
        (need(-1.0), "distance_m", "-1 m"),
        (need(199_901.0), "distance_m", "at most 199900 m"),
        (need(redundant_m=0.0), "redundant_m", "0 m"),
        (need(rate=7.0), "rate_gbps", "7 Gb/s is no speed of the table"),
        (need(10.1, same_rack=True), "same_rack", "10 m at most"),
        (need(3.0, same_rack=True, outdoors=True), "outdoors", "contradict"),
        (need(3.0, same_rack=True, redundant_m=5.0), "redundant_m", "contradict"),
        (need(growth_gbps=1.0), "growth_gbps", "1 Gb/s later is under 10 Gb/s now"),
        (need(growth_gbps=11.0), "growth_gbps", "no speed of the table"),
        (need(growth_by=2030), "growth_by", "no speed for it"),
        (need(growth_gbps=100.0, growth_by=2025), "growth_by", "from 2026 to 2100"),
        (need(growth_gbps=100.0, growth_by=2101), "growth_by", "from 2026 to 2100"),
        (need(circuits=0), "circuits", "from 1 to 48"),
        (need(circuits=49), "circuits", "49 circuits"),
        (need(strands_at_hand=2), "existing", "choose its grade"),
        (need(strands_at_hand=0, existing="OS2"), "strands_at_hand", "carry nothing"),
        (need(existing="OM9"), "existing", "not a grade"),
        (need(budget="lavish"), "budget", "tight, usual, lasting"),
        (need(termination="glue"), "termination", "none of"),
        (need(surroundings=("wet", "haunted")), "surroundings", "'haunted'"),
        (need(cage_a="SFP9"), "cage_a", "not a cage of the table"),
        (need(cage_b="none", device_b="loose"), "cage_b", "contradict"),
        (need(device_a="router"), "device_a", "not a device of the plan: switch, loose"),
        (need(device_b="switch"), "device_b", "stands in 'A', not in 'B'"),
        (
            need(device_a="switch", cage_a="SFP28"),
            "cage_a",
            "has no SFP28 cage; it has SFP+, QSFP28",
        ),
    ],
)
def test_what_is_refused(asked, field, said):
    with pytest.raises(NeedError) as refused:
        check_need(asked, DEVICES, 2026)
    assert refused.value.path == field
    assert said in str(refused.value)


@pytest.mark.parametrize(
    "asked",
    [
        need(0.001), need(199_900.0), need(10.0, same_rack=True), need(circuits=48),
        need(growth_gbps=10.0), need(growth_gbps=100.0, growth_by=2026),
        need(growth_gbps=100.0, growth_by=2100), need(rate=25.0, strands_at_hand=1, existing="OS2"),
        need(device_a="switch", cage_a="QSFP28"), need(device_b="loose"), need(cage_a="none"),
    ],
)  # fmt: skip
def test_near_misses_are_taken(asked):
    check_need(asked, DEVICES, 2026)


def test_speeds_of_storage_are_no_speeds_of_a_need():
    known = rates()
    assert list(known) == sorted(known)
    assert {0.1, 1.0, 10.0, 25.0, 40.0, 100.0, 400.0} <= set(known)
    assert not {8.5, 14.025, 28.05} & set(known)
