"""What of a link concerns others: ports, lines of multiplexers, shared parts, spares."""

from dataclasses import replace

import pytest

from passerelle.core.judge.ties import kept, module_type, shelved, ties_of, told
from passerelle.core.light.modules import End
from passerelle.core.plan.devices import Device, Port, PortGroup
from passerelle.core.plan.house_rules import EACH_DEVICE, ONE_CODING, HouseRules
from tests.making import cable, cord, link, own_module, path

SWITCH = Device("Core", (PortGroup("uplinks", "SFP+", 4),), coding="Tern")
TWO = Device("Edge", (PortGroup("uplinks", "SFP+", 4), PortGroup("access", "SFP+", 24)))
PLAIN = link("10GBASE-LR", path(cord(), cable(), cord()))


def ended(device, port=None, **more):
    end = replace(PLAIN.a, device=device, port=port or Port(), **more)
    return ties_of(replace(PLAIN, a=end))


def test_an_end_without_a_device_claims_no_port():
    made = ties_of(PLAIN)
    assert (made.claims, made.lines, made.seats) == ((), (), ())
    assert made.rate_gbps == 10.0


def test_of_the_only_group_a_port_is_its_own_and_of_two_none_is_guessed():
    (one,) = ended(SWITCH, Port(number=3)).claims
    assert (one.side, one.device, one.group, one.number) == ("a", "Core", "uplinks", 3)
    (open_,) = ended(TWO, Port(number=3)).claims
    assert open_.group is None
    (said,) = ended(TWO, Port(group="access", number=3)).claims
    assert said.group == "access"


def test_the_slower_end_is_the_speed_of_the_link():
    slow = replace(PLAIN, b=End("1000BASE-LX"))
    assert ties_of(slow).rate_gbps == 1.0


def test_a_line_is_told_for_each_channel_with_its_place_in_the_path():
    box = cord(channels=("C1", "C2"), line="line 1", kind="inline", part="mux")
    plain = ties_of(replace(PLAIN, path=path(cord(), box, cord())))
    assert plain.lines == (("line 1", "C1", 2), ("line 1", "C2", 2))


@pytest.mark.parametrize(
    ("more", "seat"),
    [
        ({"kind": "cassette", "port": 4}, ("box 1", "port", 4, 2)),
        ({"lane": 2}, ("box 1", "lane", 2, 2)),
        ({"kind": "cassette"}, ("box 1", "port", None, 2)),  # which port is not recorded
    ],
)
def test_a_shared_part_has_a_seat_for_the_link(more, seat):
    part = cord(shared="box 1", **more)
    made = ties_of(replace(PLAIN, path=path(cord(), part, cord())))
    assert made.seats == (seat,)


def test_a_part_that_is_shared_and_has_no_ports_has_no_seat():
    assert ties_of(replace(PLAIN, path=path(cord(), cord(shared="long cord"), cord()))).seats == ()


def test_a_spare_is_of_the_type_and_form_and_an_own_module_by_its_name():
    assert module_type(End("10GBASE-LR")) == "10GBASE-LR, SFP+"
    mine = own_module("Tern T-1", "10GBASE-LR")
    assert module_type(End("10GBASE-LR", own=mine)) == "Tern T-1"


def test_what_is_coded_for_its_device_needs_a_spare_with_the_same_coding():
    own = End("10GBASE-LR", device=SWITCH, coding="own")
    assert shelved(own) == ("10GBASE-LR, SFP+", "Tern")
    bare = replace(own, device=replace(SWITCH, coding=None))
    assert shelved(bare) == ("10GBASE-LR, SFP+", "for Core")
    assert shelved(replace(own, coding="other"))[1] is None
    assert told(shelved(own)) == "10GBASE-LR, SFP+, coded Tern"


def test_with_one_coding_for_all_spares_are_told_apart_by_type_alone():
    one = ("10GBASE-LR, SFP+", "Tern")
    assert kept(one, HouseRules(coding=EACH_DEVICE)) == one
    assert kept(one, HouseRules(coding=ONE_CODING)) == (one[0], None)
