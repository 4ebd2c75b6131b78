"""How an end meets its cage or device, and the link that options start from."""

from dataclasses import replace

import pytest

from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.ways import (
    applications,
    circuits,
    fitted,
    numbered,
    proposed,
    there_already,
)
from passerelle.core.choice.world import World
from passerelle.core.light.modules import End
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.tables import STANDARD

LR = STANDARD.applications["10GBASE-LR"]
SWITCH = Device(
    "switch",
    (PortGroup("slow", "SFP", 8), PortGroup("fast", "SFP28", 4), PortGroup("right", "SFP+", 4)),
    surroundings="outdoor", own_coding_only=True,
)  # fmt: skip
WORLD = World(devices={"switch": SWITCH})
NEED = SiteNeed("A", "B", 240.0, 10.0, device_a="switch", cage_b="none")


def test_a_device_gives_cage_coding_and_temperature():
    end = fitted(End("10GBASE-LR"), None, "switch", WORLD)
    assert (end.cage, end.port.group, end.coding, end.temperature) == (
        "SFP+", "right", "own", "industrial"
    )  # fmt: skip
    indoors = replace(WORLD, devices={"switch": replace(SWITCH, surroundings="indoor")})
    assert fitted(End("10GBASE-LR"), None, "switch", indoors).temperature is None


def test_the_cage_that_is_asked_for_goes_before_the_best_one():
    assert fitted(End("10GBASE-LR"), "SFP28", "switch", WORLD).port.group == "fast"


def test_a_port_that_cannot_be_set_to_the_speed_comes_after_one_that_can():
    groups = (PortGroup("only 1G", "SFP+", 4, (1.0,)), PortGroup("both", "SFP28", 4, (10.0, 25.0)))
    world = World(devices={"switch": replace(SWITCH, ports=groups)})
    assert fitted(End("10GBASE-LR"), None, "switch", world).port.group == "both"


def test_no_cage_is_a_converter_whose_rate_cannot_be_set():
    end = fitted(End("1000BASE-LX10"), "none", None, WORLD)
    assert (end.port.settable, end.cage) == (False, None)


def test_of_a_one_strand_pair_one_side_is_tried_and_storage_never():
    names = {one.name for one in applications(1.0)}
    pair = {
        n
        for n, a in STANDARD.applications.items()
        if a.pairs_with and a.rate_gbps == 1.0 and a.family == "general"
    }
    assert pair
    assert len(names & pair) * 2 == len(pair)
    assert not [n for n in names if STANDARD.applications[n].source.startswith("T11")]


def test_circuits_are_numbered_and_names_stay_within_their_length():
    link = proposed(NEED, WORLD, LR, "OS2")
    assert circuits(link, 1) == (link,)
    assert [one.name for one in circuits(link, 2)] == [f"{link.name} 1", f"{link.name} 2"]
    long = numbered("x" * 120, 12)
    assert (len(long), long[-3:]) == (120, " 12")


@pytest.mark.parametrize("termination", ["factory", "pigtails", "field"])
def test_glass_that_is_there_counts_plugs_of_standard_grade(termination):
    rules = replace(WORLD.rules, termination=termination)
    link = there_already(NEED, replace(WORLD, rules=rules), LR, "OS2")
    cables = [p for p in link.path.parts if isinstance(p, Segment) and p.kind == "cable"]
    pairs = [p for p in link.path.parts if isinstance(p, Joint)]
    assert [one.existing for one in cables] == [True]
    assert [(one.kind, one.grade) for one in pairs] == [("adapter", "standard")] * 2
