"""What stands at the ends: jacks, power over pairs, protection and temperature, by hand."""

from itertools import product

import pytest

from passerelle.core.judge.devices import check_devices
from passerelle.core.plan.backbone import Place
from passerelle.core.plan.beside import CopperEnd, CopperRun
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.words import in_metres
from tests.planting import plant


def jack_group(count=4, name="jacks", **more):
    return PortGroup(name, None, count, **{"speeds_gbps": (0.1, 1.0), **more})


def switch(*groups, **more):
    return Device("switch", groups or (jack_group(powered=True, power_class="4"),), **more)


def camera(n, **more):
    return Device(f"camera {n}", (PortGroup("jack", None),), **{"draw_w": 8.0, **more})


def run(n, rate=1.0, powered="a", **end):
    return CopperRun(
        f"run {n}", "A", "A", "1000BASE-T, Cat 5e", rate, 20.0, powered_from=powered,
        end_a=CopperEnd("switch", **{"group": "jacks", **end}), end_b=CopperEnd(f"camera {n}"),
    )  # fmt: skip


def said(*things, places=None):
    devices = {one.name: one for one in things if isinstance(one, Device)}
    runs = {one.name: one for one in things if isinstance(one, CopperRun)}
    subject = plant(devices=devices, copper=runs)
    subject.places.update(places or {})
    return [(one.name, one.finding) for one in check_devices(subject)]


def rules(*things, **more):
    return [(name, f.rule.id, f.rule.severity) for name, f in said(*things, **more)]


def test_a_camera_on_a_port_of_its_class_is_no_finding():
    """Class 4 leaves 25.5 W at the far end; the camera takes 8, and 19 with its heater on."""
    assert rules(switch(gives_w=60.0), camera(1, draw_peak_w=19.0), run(1)) == []


@pytest.mark.parametrize(
    ("group", "runs", "stops"),
    [
        (jack_group(2, powered=True, power_class="4"), 2, 0),
        (jack_group(2, powered=True, power_class="4"), 3, 1),
    ],
)
def test_every_run_needs_a_jack(group, runs, stops):
    cameras = [camera(n) for n in range(runs)]
    found = rules(switch(group, gives_w=200.0), *cameras, *(run(n) for n in range(runs)))
    assert sum(rule == "device.port-medium" for _, rule, _ in found) == stops


def test_a_run_faster_than_its_jack_a_group_that_is_not_there_and_a_jack_taken_twice():
    fast = CopperRun("fast", "A", "A", "10GBASE-T, Cat 6A", 10.0, 20.0,
                     end_a=CopperEnd("switch", group="jacks"))  # fmt: skip
    (one,) = said(switch(), fast)
    assert one[1].message == "fast runs 10 Gb/s; switch, “jacks”, runs 0.1, 1."
    (one,) = said(switch(), run(1, powered=None, group="doors"), camera(1))
    assert "has no jacks “doors”" in one[1].message
    twice = (run(1, powered=None, number=3), run(2, powered=None, number=3))
    (one,) = said(switch(), *twice, camera(1), camera(2))
    assert one[1].message == "switch, “jacks” 3: 2 copper runs in one jack."


def test_cages_alone_take_no_copper_run():
    cages = Device("switch", (PortGroup("access", "SFP+", 24),))
    (one,) = said(cages, run(1, powered=None, group=None), camera(1))
    assert one[1].message == "switch has no jack for twisted pair; 1 run plugs in."


def test_power_is_counted_port_by_port_and_what_is_not_recorded_only_warns():
    two = switch(jack_group(2, powered=True, power_class="4"), gives_w=200.0)
    asked = [*(camera(n) for n in range(3)), *(run(n) for n in range(3))]
    assert ("switch", "device.power-ports", "stop") in rules(two, *asked)
    mixed = switch(
        jack_group(2, powered=True, power_class="4"), jack_group(2, "others"), gives_w=200.0
    )
    found = rules(mixed, *asked)
    assert ("switch", "device.power-ports", "warn") in found
    silent = switch(jack_group(4, powered=False))
    assert ("switch", "device.power-ports", "stop") in rules(silent, *asked)


@pytest.mark.parametrize(
    ("power_class", "usual", "peak", "severity"),
    [
        ("3", 12.9, 13.0, None),  # 13 W are left of 15.4
        ("3", 13.1, 14.0, "stop"),
        ("3", 8.0, 13.5, "warn"),  # at its peak alone
        ("8", 71.3, 71.3, None),
        ("8", 71.4, 71.4, "stop"),
    ],
)
def test_a_class_leaves_so_much_at_the_far_end(power_class, usual, peak, severity):
    group = jack_group(4, powered=True, power_class=power_class)
    found = rules(switch(group, gives_w=300.0), camera(1, draw_w=usual, draw_peak_w=peak), run(1))
    classes = [(s) for _, rule, s in found if rule == "device.power-class"]
    assert classes == ([severity] if severity else [])


def test_a_typical_draw_warns_and_never_stops():
    """A camera of the table takes 7 W usually, 12.5 at its peak; class 2 leaves 6.49."""
    group = jack_group(4, powered=True, power_class="2")
    typical = Device("camera 1", (PortGroup("jack", None),), sort="camera")
    (one,) = said(switch(group, gives_w=300.0), typical, run(1))
    assert (one[1].rule.id, one[1].rule.severity) == ("device.power-class", "warn")
    assert "typically takes 7 W" in one[1].message


def test_a_typical_draw_that_the_class_bears_is_a_note_until_somebody_reads_it():
    """12.5 W are typical at the peak, class 4 leaves 25.5; read off the plate nothing is said."""
    typical = Device("camera 1", (PortGroup("jack", None),), sort="camera")
    (one,) = said(switch(gives_w=60.0), typical, run(1))
    assert (one[1].rule.id, one[1].rule.severity) == ("device.power-class", "note")
    assert "type plate" in one[1].do
    assert said(switch(gives_w=60.0), camera(1, draw_w=7.0, draw_peak_w=12.5), run(1)) == []


def test_the_sum_is_held_against_what_the_switch_gives():
    """Three cameras of 8 W, 15 at their peak: 24 and 45."""
    three = [*(camera(n, draw_peak_w=15.0) for n in range(3)), *(run(n) for n in range(3))]
    for gives_w, severity in ((45.0, None), (44.0, "warn"), (23.9, "stop")):
        found = [s for _, rule, s in rules(switch(gives_w=gives_w), *three) if "sum" in rule]
        assert found == ([severity] if severity else [])
    unknown = [f for _, f in said(switch(), *three)]
    assert [f.rule.id for f in unknown] == ["device.power-sum"]
    assert "is not recorded" in unknown[0].message


def test_jacks_against_brute_force():
    """Whatever is recorded: too few jacks are found exactly where the runs are more."""
    for jacks, runs, powered in product(range(1, 5), range(5), (True, False)):
        group = jack_group(jacks, powered=powered, power_class="4" if powered else None)
        things = [*(camera(n) for n in range(runs)), *(run(n) for n in range(runs))]
        found = {rule for _, rule, _ in rules(switch(group, gives_w=500.0), *things)}
        assert ("device.port-medium" in found) == (runs > jacks)
        assert ("device.power-ports" in found) == (runs > (jacks if powered else 0))


@pytest.mark.parametrize(
    ("around", "more", "expected"),
    [
        ("indoor", {}, []),
        ("outdoor", {"protection": "IP66", "coldest_c": -40.0, "hottest_c": 65.0}, []),
        ("outdoor", {"protection": "IP44", "coldest_c": -20.0, "hottest_c": 50.0}, []),
        ("outdoor", {"protection": "IP43", "coldest_c": -20.0, "hottest_c": 50.0},
         [("device.protection", "stop")]),
        ("outdoor", {"protection": "IPX6", "coldest_c": -20.0, "hottest_c": 50.0},
         [("device.protection", "stop")]),
        # IP66 and -30 to 50 are typical of cameras, and nobody has read those of this one
        ("outdoor", {"sort": "camera"},
         [("device.temperature", "warn"), ("device.protection", "warn")]),
        ("wet", {"sort": "camera"}, [("device.protection", "warn")]),
        ("outdoor", {}, [("device.temperature", "warn"), ("device.protection", "warn")]),
        ("unheated", {"coldest_c": 0.0, "hottest_c": 50.0}, [("device.temperature", "warn")]),
        ("unheated", {}, [("device.temperature", "warn")]),
        ("wet", {}, [("device.protection", "warn")]),
        ("wet", {"protection": "IP54"}, []),
    ],
)  # fmt: skip
def test_what_its_place_asks_of_a_device(around, more, expected):
    there = Device("box", (PortGroup("jack", None),), place="P", **more)
    found = rules(there, places={"P": Place("P", surroundings=around)})
    assert [(rule, severity) for _, rule, severity in found] == expected


def test_what_is_recorded_with_the_device_goes_before_its_place():
    inside = Device("box", (PortGroup("jack", None),), place="P", surroundings="indoor")
    assert rules(inside, places={"P": Place("P", surroundings="outdoor")}) == []


def test_the_type_plate_is_named_where_nothing_is_recorded():
    bare = Device("box", (PortGroup("jack", None),), surroundings="outdoor")
    plate = [f.do for _, f in said(bare)]
    assert all("type plate" in do for do in plate)
    cold = Device("box", (PortGroup("jack", None),), surroundings="unheated", coldest_c=0.0,
                  hottest_c=45.0)  # fmt: skip
    (one,) = said(cold)
    assert in_metres(one[1].said) == (
        "box is made for 0 °C to 45 °C; where it is not heated −20 °C to 50 °C must be expected."
    )
