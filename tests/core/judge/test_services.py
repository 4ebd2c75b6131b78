"""Services: the slowest step, what an uplink has to carry, and speed that brings nothing."""

from dataclasses import replace

import pytest

from passerelle.core.choice.enough import enough
from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.world import World
from passerelle.core.judge.services import (
    Brought,
    Ground,
    asked,
    check_service,
    from_runs,
    oversubscribed,
    sent,
    way,
)
from passerelle.core.plan import sense
from passerelle.core.plan.beside import CopperEnd, CopperRun
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.plan.services import Service, Step
from passerelle.core.refused import Refused

CAMERA = Device("camera", (PortGroup("jack", None, speeds_gbps=(0.1, 1.0)),))
SILENT = Device("recorder", (PortGroup("jack", None),))
SWITCH = Device(
    "switch",
    (
        PortGroup("jacks", None, 24, speeds_gbps=(0.1, 1.0)),
        PortGroup("up", "SFP+", 2, speeds_gbps=(10.0,), uplink=True),
    ),
)
RUN = CopperRun(
    "run", "A", "A", "1000BASE-T, Cat 5e", 1.0, 20.0, count=3, end_a=CopperEnd("switch", "jacks")
)
GROUND = Ground(
    {"trunk": 10.0, "spur": 1.0},
    {"run": RUN},
    {one.name: one for one in (CAMERA, SILENT, SWITCH)},
)


def service(*steps, sends=None):
    return Service("film", tuple(steps), sends)


def said(*steps, sends=None):
    one = service(*steps, sends=sends)
    return check_service(one, way(one, GROUND))


@pytest.mark.parametrize(
    ("step", "passes"),
    [
        (Step(link="trunk"), 10.0),
        (Step(link="trunk", gbps=2.0), 2.0),  # a person states less
        (Step(link="spur", gbps=2.0), 1.0),  # and more does not help
        (Step(copper="run"), 1.0),
        (Step(device="camera"), 1.0),  # no more than its fastest port
        (Step(device="switch"), 10.0),
        (Step(device="recorder"), None),
        (Step(other="provider", gbps=0.3), 0.3),
        (Step(other="provider"), None),
        (Step(), None),
    ],
)
def test_what_a_step_passes(step, passes):
    assert [one.gbps for one in way(service(step), GROUND)] == [passes]


def test_the_slowest_step_is_named_and_so_is_what_is_faster_in_vain():
    found = said(Step(link="trunk"), Step(link="spur"), Step(other="provider", gbps=0.3))
    assert "provider: 300 Mb/s" in found.message
    assert "More speed on trunk and spur brings it nothing." in found.message
    assert found.rule.severity == "note"


def test_with_a_step_unknown_nothing_is_said_to_be_in_vain():
    found = said(Step(link="trunk"), Step(link="spur"), Step(device="recorder"))
    assert "The slowest step of those recorded of film is spur" in found.message
    assert "What passes recorder is not recorded." not in found.message
    assert "What recorder passes is not recorded." in found.message
    assert "nothing" not in found.message


@pytest.mark.parametrize(("sends", "severity"), [(0.3, "note"), (0.31, "warn"), (None, "note")])
def test_what_sends_more_than_its_slowest_step_passes_warns(sends, severity):
    assert said(Step(other="p", gbps=0.3), Step(link="spur"), sends=sends).rule.severity == severity


def test_no_step_known_is_said_so():
    assert "Of no step of film" in said(Step(), Step(device="recorder")).message


def test_a_step_is_one_thing():
    with pytest.raises(Refused, match="a step is one of them"):
        sense.check(service(Step(link="trunk", device="switch")))
    sense.check(service(Step(), Step(link="trunk")))


UPLINK = Brought("switch", "up", "trunk", 10.0)


def over(services=(), brought=(UPLINK,), runs=(RUN,)):
    loads = [*brought, *from_runs(runs)]
    return oversubscribed(loads, GROUND.devices, sent(services))


def test_three_runs_of_1_gbps_are_no_load_for_10_and_twelve_are():
    """3 x 1 under 10; 12 x 1 over it: 1.2 to 1."""
    assert over() == {}
    found = over(runs=(replace(RUN, count=12),))["switch"]
    assert "bring 12 Gb/s (all counted by the speed of the port)" in found.message
    assert "1.2 to 1" in found.message


def test_what_services_send_counts_in_place_of_the_ports():
    """Twelve ports, and all that comes over them is known: 40 Mb/s of 10 Gb/s."""
    twelve = (replace(RUN, count=12),)
    assert over([service(Step(copper="run"), sends=0.04)], runs=twelve) == {}
    unknown = [service(Step(copper="run"), sends=0.04), service(Step(copper="run"))]
    assert "switch" in over(unknown, runs=twelve)  # of one of the two nobody knows


def test_no_uplink_no_finding():
    assert over(brought=()) == {}


@pytest.mark.parametrize(
    ("sends", "least", "rate", "gbps"),
    [
        (0.04, 0.4, 10.0, 0.1),  # 40 Mb/s: the slowest speed of the table is enough
        (None, 0.4, 10.0, 1.0),  # its slowest step passes 400 Mb/s
        (0.6, 0.4, 10.0, 1.0),
        (None, 0.4, 1.0, None),
        (None, None, 10.0, None),  # nothing is known: nothing is advised
    ],
)
def test_speed_that_a_service_cannot_use_is_not_sold(sends, least, rate, gbps):
    one = service(Step(other="recorder", gbps=least), sends=sends)
    world = World(services={"film": asked(one, GROUND)})
    found = enough(SiteNeed("A", "B", 100.0, rate, service="film"), world)
    assert (found.gbps if found else None) == gbps
    assert enough(SiteNeed("A", "B", 100.0, rate), world) is None


def test_the_line_that_a_need_replaces_is_no_reason_to_ask_for_less():
    """The spur runs 1 Gb/s today; asking for 10 in its place is the point."""
    world = World(services={"film": asked(service(Step(link="spur")), GROUND)})
    assert enough(SiteNeed("A", "B", 100.0, 10.0, service="film"), world) is None
