"""What only the whole plan shows: ports, lanes, channels, uplinks, spares."""

from dataclasses import replace

import pytest

from passerelle.core.light.edits import apply_all
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End, EndError
from passerelle.core.light.own import extended
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.devices import Device, Port, PortGroup, Spare
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.own import Channel
from tests.making import (
    LC,
    cable,
    check_plan,
    cord,
    judged,
    link,
    own_box,
    own_module,
    path,
    rules_of,
)

SWITCH = Device(
    "S",
    (
        PortGroup("access", "SFP+", 2, (1.0, 10.0)),
        PortGroup("trunks", "QSFP28", 1),
        PortGroup("up", "SFP+", 1, uplink=True),
    ),
)
DEVICES = (SWITCH,)
RUN = path(cord(), cable(length_m=500), cord())


def at_port(application="10GBASE-LR", **port):
    port = {"group": "access", "set_gbps": 10.0} | port
    a = End(application, device=SWITCH, port=Port(**port))
    return Link(f"link {port}", a, End(application), RUN)


NO_SPARES = HouseRules(spares="none")


def whole(*links, rules=NO_SPARES, **more):
    return check_plan(links, rules, devices=DEVICES, **more)


def test_two_links_in_one_port_and_the_free_one_that_cures_it():
    first, second = at_port(number=1), at_port(number=1)
    judged_plan = whole(first, second)
    clash = [f for f in judged_plan.links[1].findings if f.rule.id == "port.clash"]
    assert [check.verdict for check in judged_plan.links] == ["fails", "fails"]
    moved = apply_all(second, clash[0].remedy.edits)
    assert moved.a.port.number == 2
    assert [check.verdict for check in whole(first, moved).links] == ["works", "works"]


def test_a_device_has_only_so_many_ports():
    links = [at_port(number=1), at_port(), at_port()]
    assert [check.verdict for check in whole(*links[:2]).links] == ["works", "works"]
    assert [check.verdict for check in whole(*links).links] == ["works", "works", "fails"]
    beyond = whole(at_port(number=3))
    assert "port 3 is not there" in beyond.links[0].findings[0].message


def test_uplinks_against_what_the_ports_bring():
    up = at_port(group="up", number=1)
    assert whole(at_port(number=1), up).findings == ()  # 10 over 10
    found = whole(at_port(number=1), at_port(number=2), up).findings
    assert [one.finding.rule.id for one in found] == ["port.oversubscribed"]
    assert "2.0 to 1" in found[0].finding.message


def test_a_port_that_runs_other_speeds_only():
    check = whole(at_port("1000BASE-LX10", set_gbps=None)).links[0]
    assert "port.speed-setting" in rules_of(check)  # can be set, and must be
    fixed = replace(SWITCH, ports=(PortGroup("access", "SFP+", 2, (10.0,)),))
    slow = replace(at_port("1000BASE-LX10", set_gbps=None))
    slow = replace(slow, a=replace(slow.a, device=fixed))
    stop = next(f for f in judged(slow).findings if f.rule.id == "port.speed-setting")
    assert stop.rule.severity == "stop"


def test_spares_by_module_type():
    rules = HouseRules()
    missing = whole(at_port(), rules=rules).findings
    assert "10GBASE-LR, SFP+ (2 in use)" in missing[0].finding.message
    shelf = (Spare("10GBASE-LR, SFP+", 1),)
    assert whole(at_port(), rules=rules, spares=shelf).findings == ()
    empty = (Spare("10GBASE-LR, SFP+", 0),)
    assert whole(at_port(), rules=rules, spares=empty).findings != ()


MPO = connector("MPO-12/UPC/unpinned")
LEG = path(Segment("cord", 5.0, "OM4", (MPO, LC), lane=2))


def leg(lane=2, split=True, wired=2):
    a = End("100GBASE-SR4", device=SWITCH, connector=connector("MPO-12/PC"),
            port=Port(group="trunks", number=1, lane=lane, split=split))  # fmt: skip
    light = path(replace(LEG.segment(0), lane=wired))
    return Link(f"lane {lane}", a, End("25GBASE-SR"), light)


def test_a_leg_is_one_lane_of_its_parent():
    check = judged(leg())
    assert check.verdict == "works"
    assert [m.rate_gbps for m in check.budget.modules] == [25.0, 25.0]
    assert "module.rate-mismatch" in rules_of(
        judged(replace(leg(), b=End("10GBASE-SR")))
    )  # a lane of 100GBASE-SR4 is 25 Gb/s
    with pytest.raises(EndError, match="does not come apart"):
        judged(replace(leg(), a=replace(leg().a, application="10GBASE-SR")))
    with pytest.raises(EndError, match="not one of 1 to 4"):
        judged(leg(lane=5))


def test_split_setting_and_lane_order():
    assert "port.breakout" not in rules_of(judged(leg()))
    unset = next(f for f in judged(leg(split=None)).findings if f.rule.id == "port.breakout")
    assert unset.rule.severity == "warn"
    off = next(f for f in judged(leg(split=False)).findings if f.rule.id == "port.breakout")
    assert off.rule.severity == "stop"
    assert judged(apply_all(leg(split=False), off.remedy.edits)).verdict == "works"
    swapped = next(f for f in judged(leg(wired=3)).findings if f.rule.id == "port.breakout")
    assert judged(apply_all(leg(wired=3), swapped.remedy.edits)).verdict == "works"


def test_lanes_share_a_port_but_not_a_lane():
    assert {c.verdict for c in whole(leg(1, wired=1), leg(2), leg(3, wired=3)).links} == {"works"}
    twice = whole(leg(2), replace(leg(2), name="again"))
    assert all("port.clash" in rules_of(check) for check in twice.links)
    beside = replace(leg(), a=replace(leg().a, port=replace(leg().a.port, lane=None)),
                     b=End("100GBASE-SR4"))  # fmt: skip
    assert "port.clash" in rules_of(whole(leg(1, wired=1), beside).links[0])


MUX = own_box("CM", "multiplexer", 1.6, 1.1,
              channels=(Channel("1471", 1471.0), Channel("1491", 1491.0)))  # fmt: skip
TABLES = extended((MUX,))


def sheet_module(nm):
    return own_module(f"M{nm:g}", "custom", tx_min_dbm=0.0, tx_max_dbm=4.0, rx_min_dbm=-17.0,
                      rx_max_dbm=-1.0, tx_wavelength_nm=nm, rx_wavelength_nm=nm, reach_m=40_000.0,
                      fiber_mode="single-mode", rate_gbps=10.0)  # fmt: skip


def on_channel(channel, nm, boxes=2, line="pair 1"):
    box = Segment("inline", ends=(LC, LC), part="CM", channels=(channel,), line=line)
    parts = [cord(), box, cable(length_m=20_000), *([box] if boxes == 2 else []), cord()]
    end = End("custom", own=sheet_module(nm))
    return Link(f"{channel} of {line}", end, end, path(*parts))


def shared(*links):
    return check_plan(links, NO_SPARES, own=(MUX,)).links


def test_links_share_a_strand_by_channel():
    data, video = shared(on_channel("1471", 1471.0), on_channel("1491", 1491.0))
    assert (data.verdict, video.verdict) == ("works", "works")
    # 20.004 km x 0.4 + 4 x 0.75 + 2 x 1.6
    assert data.budget.directions[0].loss.worst_case == pytest.approx(8.0016 + 3.0 + 3.2)
    both = shared(on_channel("1471", 1471.0), on_channel("1471", 1471.0))
    assert all("inline.channel-clash" in rules_of(check) for check in both)
    apart = shared(on_channel("1471", 1471.0), on_channel("1471", 1471.0, line="pair 2"))
    assert not any("inline.channel-clash" in rules_of(check) for check in apart)


@pytest.mark.parametrize(
    ("nm", "passes"),
    [(1471.0, True), (1476.4, True), (1477.6, False), (1465.6, True), (1464.4, False)],
)
def test_a_channel_passes_its_wavelength_only(nm, passes):
    (check,) = shared(on_channel("1471", nm))
    assert ("module.channel" not in rules_of(check)) is passes


def test_a_multiplexer_needs_its_counterpart():
    assert "inline.unpaired" in rules_of(shared(on_channel("1471", 1471.0, boxes=1))[0])
    assert "inline.unpaired" not in rules_of(shared(on_channel("1471", 1471.0))[0])


def test_a_tap_takes_its_loss_from_the_table():
    tap = Segment("inline", ends=(LC, LC), part="tap 90/10, through")
    check = judged(link("10GBASE-LR", path(cord(length_m=0), tap, cord(length_m=0))))
    assert check.budget.directions[0].loss.worst_case == pytest.approx(0.6 + 2 * 0.75)
