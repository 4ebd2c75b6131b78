"""What is known of a device where it stands: its own figures, those of its kind, its runs."""

from passerelle.core.judge.backbone import check_plant
from passerelle.core.plan.backbone import Feed, Place
from passerelle.core.plan.beside import CopperEnd, CopperRun
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.standing import fed_from, jacks, plugged, standing, surroundings
from tests.planting import plant, way

JACK = (PortGroup("jack", None),)


def test_its_own_figures_go_before_those_of_its_kind():
    known = standing(Device("d", JACK, sort="camera", draw_w=9.0, protection="IP54"))
    assert (known.draw_w, known.protection, known.coldest_c) == (9.0, "IP54", -30.0)
    assert known.typical == {"coldest_c", "hottest_c"}
    assert known.at_peak_w == 9.0  # the kind's peak of 12.5 W does not belong to another draw


def test_a_kind_stands_in_whole_where_nothing_is_recorded():
    known = standing(Device("d", JACK, sort="camera"))
    assert (known.draw_w, known.at_peak_w) == (7.0, 12.5)
    assert {"draw_w", "draw_peak_w", "protection"} <= known.typical


def test_without_a_kind_nothing_is_known():
    known = standing(Device("d", JACK))
    assert (known.draw_w, known.at_peak_w, known.gives_w) == (None, None, None)
    assert known.typical == frozenset()
    assert standing(Device("d", JACK, sort="kettle")).draw_w is None


def test_runs_are_found_at_both_ends_and_feed_one_way():
    ends = {"end_a": CopperEnd("s", group="j", number=2), "end_b": CopperEnd("c")}
    run = CopperRun("r", "A", "B", "1000BASE-T, Cat 5e", 1.0, 20.0, powered_from="a", **ends)
    devices = {name: Device(name, JACK) for name in "sc"}
    found = plugged(plant(devices=devices, copper={"r": run}))
    assert (found["s"][0].fed, found["s"][0].number) == ("c", 2)
    assert found["c"][0].fed is None
    assert plugged(plant(copper={"r": run})) == {}  # devices that are not there


def test_jacks_are_the_groups_without_a_cage():
    both = Device("d", (PortGroup("f", "SFP", 2), PortGroup("j", None, 4)))
    assert [group.name for group in jacks(both)] == ["j"]


def test_where_it_stands_is_its_own_word_or_its_places():
    site = plant()
    site.places["P"] = Place("P", surroundings="salt")
    assert surroundings(site, Device("d", JACK, place="P")) == "salt"
    assert surroundings(site, Device("d", JACK, place="P", surroundings="indoor")) == "indoor"
    assert surroundings(site, Device("d", JACK)) is None


def test_what_a_device_feeds_over_a_run_is_said_at_that_device_alone():
    """Class 3 leaves 13 W of the camera's 20: said at the switch, and not at its feed again."""
    group = PortGroup("j", None, 4, powered=True, power_class="3")
    devices = {"s": Device("s", (group,), gives_w=60.0), "c": Device("c", JACK, draw_w=20.0)}
    ends = {"end_a": CopperEnd("s"), "end_b": CopperEnd("c")}
    run = CopperRun("r", "A", "B", "1000BASE-T, Cat 5e", 1.0, 20.0, powered_from="a", **ends)
    feed = Feed("f", "B", "pair", device="c", run="r", power_class="3")
    assert fed_from(run) == "s"
    site = plant((way("hall", "A", "B", kind="tray"),), devices=devices, copper={"r": run},
                 feeds={"f": feed})  # fmt: skip
    found = check_plant(site, HouseRules())
    said = [one.finding.rule.id for one in found if "power" in one.finding.rule.id]
    assert said == ["device.power-class"]
