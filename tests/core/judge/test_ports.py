"""Does the port run the module: cage, speed, coding, surroundings, lanes; the near miss of each."""

from dataclasses import replace

import pytest

from passerelle.core.judge.check import check_link
from passerelle.core.judge.ports import check_ports, usual_form
from passerelle.core.light.edits import apply_all
from passerelle.core.light.link import Link, budget
from passerelle.core.light.modules import End, resolve
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.devices import Device, Port, PortGroup
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.own import OwnModule, Sheet
from tests.making import cable, cord, path

SWITCH = Device(
    "switch", (PortGroup("fixed", "SFP28", 4, (25.0,)), PortGroup("both", "SFP28", 4, (10.0, 25.0)))
)


def found(end, far=None, light=None):
    sums = budget(Link("x", end, far or end, light or path(cord(), cable(), cord())), HouseRules())
    return {f.rule.id: f for f in check_ports(sums)}


@pytest.mark.parametrize(
    ("application", "form"),
    [
        ("1000BASE-LX10", "SFP"), ("10GBASE-LR", "SFP+"), ("25GBASE-LR", "SFP28"),
        ("40GBASE-LR4", "QSFP+"), ("100GBASE-LR4", "QSFP28"), ("400GBASE-DR4", "QSFP-DD"),
    ],
)  # fmt: skip
def test_the_form_that_an_application_usually_comes_in(application, form):
    assert usual_form(resolve(End(application))) == form


def test_a_port_that_does_not_run_the_speed_stops_and_lists_what_it_runs():
    end = End("10GBASE-LR", cage="SFP28", device=SWITCH, port=Port(group="fixed"))
    one = found(end, End("10GBASE-LR"))["port.speed-setting"]
    assert (one.rule.severity, one.ends) == ("stop", ("a",))
    assert one.message == "The port at end a runs at 25 Gb/s; the module runs 10."


def test_a_port_of_two_speeds_is_to_be_set_and_the_cure_sets_it():
    end = End("10GBASE-LR", cage="SFP28", device=SWITCH, port=Port(group="both"))
    far = End("10GBASE-LR", cage="SFP+")
    one = found(end, far)["port.speed-setting"]
    assert one.rule.severity == "warn"
    cured = apply_all(Link("x", end, far, path(cord(), cable(), cord())), one.remedy.edits)
    assert cured.a.port.set_gbps == 10.0
    assert found(cured.a, cured.b) == {}


def test_a_port_of_the_one_right_speed_needs_no_setting():
    end = End("25GBASE-LR", cage="SFP28", device=SWITCH, port=Port(group="fixed"))
    assert "port.speed-setting" not in found(end)


def test_what_only_its_makers_modules_fit_and_a_module_of_unknown_coding():
    shut = Port(own_coding_only=True)
    for coding, words in ((None, "no coding recorded"), ("other", "coded for another maker")):
        one = found(End("10GBASE-LR", coding=coding, port=shut), End("10GBASE-LR"))
        assert words in one["module.coding"].message
    assert found(End("10GBASE-LR", coding="own", port=shut), End("10GBASE-LR")) == {}


@pytest.mark.parametrize(
    ("around", "temperature", "severity"),
    [("outdoor", "commercial", "warn"), ("unheated", "commercial", "warn"),
     ("outdoor", None, "warn"), ("outdoor", "extended", "note"), ("outdoor", "industrial", None),
     ("indoor", "commercial", None), ("indoor", None, None), (None, "commercial", None)],
)  # fmt: skip
def test_outdoors_and_unheated_take_industrial_modules(around, temperature, severity):
    end = End("10GBASE-LR", temperature=temperature, port=Port(surroundings=around))
    one = found(end, End("10GBASE-LR")).get("module.temperature")
    assert (one.rule.severity if one else None) == severity
    if one is not None:
        assert one.remedy.edits[0].end.module.temperature == "industrial"


@pytest.mark.parametrize(
    ("application", "rates", "runs", "severity"),
    [("10GBASE-LR", (), "1000BASE-LX10", "warn"),
     ("10GBASE-LR", (1.0, 10.0), "1000BASE-LX10", None),
     ("10GBASE-LR", (10.0, 25.0), "1000BASE-LX10", "stop"), ("10GBASE-LR", (), "10GBASE-LR", None),
     ("1000BASE-LX10", (), "10GBASE-LR", "warn")],
)  # fmt: skip
def test_a_module_at_another_rate_is_right_only_with_a_sheet_that_lists_it(
    application, rates, runs, severity
):
    own = OwnModule(name="T-1", sheet=Sheet("sheet"), kind="module", application=application,
                    rates_gbps=rates)  # fmt: skip
    one = found(End(runs, own=own), End(runs)).get("module.rate")
    assert (one.rule.severity if one else None) == severity


@pytest.mark.parametrize(("split", "severity"), [(True, None), (False, "stop"), (None, "warn")])
def test_a_leg_needs_its_port_split_and_what_is_not_recorded_warns(split, severity):
    port = Port(lane=2, split=split)
    leg = replace(cord("OM4"), lane=2)
    end = End("100GBASE-SR4", cage="QSFP28", port=port)
    said = found(end, End("25GBASE-SR"), path(cord("OM4"), leg)).get("port.breakout")
    assert (said.rule.severity if said else None) == severity


def test_a_leg_that_carries_another_lane_is_named():
    port = Port(lane=2, split=True)
    plug, lc = connector("MPO-12/PC/unpinned"), connector("LC/UPC")
    end = End("100GBASE-SR4", cage="QSFP28", port=port)
    for wrong in (1, 3, 4):
        leg = Segment("cord", 2.0, "OM4", (plug, lc), lane=wrong)
        one = found(end, End("25GBASE-SR"), path(leg))["port.breakout"]
        assert one.message.endswith(f"the leg at part 1 carries lane {wrong}.")
        assert one.remedy.label == "Leg 2 of the breakout cord"
    right = Segment("cord", 2.0, "OM4", (plug, lc), lane=2)
    assert "port.breakout" not in found(end, End("25GBASE-SR"), path(right))


@pytest.mark.parametrize(
    ("application", "cage", "form", "stops"),
    [
        ("400GBASE-DR4", "OSFP", None, False),  # it comes as OSFP too
        ("400GBASE-DR4", "QSFP-DD", "OSFP", True),
        ("16GFC SW", "SFP+", None, False),
        ("32GFC SW", "SFP28", None, False),
        ("32GFC SW", "SFP+", None, True),
        ("100GBASE-SR10", "QSFP28", None, True),  # ten lanes
        ("100GBASE-SR10", "CXP", None, False),
        ("200GBASE-FR4", "QSFP56", "QSFP-DD", True),  # longer, a second row of contacts
        ("200GBASE-FR4", "QSFP-DD", "QSFP56", False),
        ("25GBASE-SR", "SFP112", "SFP28", False),
        ("10GBASE-LR", "XFP", None, False),
        ("10GBASE-LR", "XFP", "SFP+", True),
        ("1000BASE-SX", "GBIC", None, False),
        ("40GBASE-LR4", "OSFP", None, True),
    ],
)
def test_a_module_in_a_cage(application, cage, form, stops):
    end = End(application, cage=cage, form=form)
    assert ("module.cage" in found(end)) is stops


@pytest.mark.parametrize(
    ("a", "b", "severity"),
    [("16GFC SW", "32GFC SW", "warn"), ("16GFC SW", "32GFC LW", "stop"),
     ("10GBASE-SR", "25GBASE-SR", "stop"), ("16GFC SW", "10GBASE-SR", "stop")],
)  # fmt: skip
def test_fibre_channel_agrees_on_a_speed_and_ethernet_does_not(a, b, severity):
    said = check_link(Link("x", End(a), End(b), path(cable("OM4", 50))), HouseRules()).findings
    assert next(f for f in said if f.rule.id == "module.rate-mismatch").rule.severity == severity


def test_nobody_is_told_to_set_a_port_that_cannot_be_set():
    fixed = End("1000BASE-LX10", cage="SFP28", port=Port(settable=False))
    one = found(fixed, End("1000BASE-LX10", cage="SFP"))["port.speed-setting"]
    assert one.message == (
        "1 Gb/s in an SFP28 cage (25 Gb/s) at end a, which cannot be set: whether it runs 1 Gb/s "
        "is not recorded."
    )
    assert "et the port" not in one.do
    assert one.remedy is None
    slow = End("10GBASE-LR", cage="SFP+", port=Port(settable=False, set_gbps=1.0))
    told = found(slow, End("10GBASE-LR", cage="SFP+"))["port.speed-setting"]
    assert told.rule.severity == "stop"
    assert told.do == "Fit a module of 1 Gb/s, or use equipment that can be set."


@pytest.mark.parametrize(
    ("foreign", "up_to", "coding", "severity"),
    [
        ("taken", None, "other", None),
        (None, None, "other", None),
        ("refused", None, "own", None),
        ("refused", None, "other", "stop"),
        ("refused", None, None, "warn"),
        ("up to a speed", 10.0, "other", None),  # 10 Gb/s is up to 10
        ("up to a speed", 1.0, "other", "stop"),
        ("after a setting", None, "other", "note"),
        ("after a setting", None, None, None),
    ],
)
def test_what_a_group_of_ports_makes_of_foreign_modules(foreign, up_to, coding, severity):
    group = PortGroup("p", "SFP+", 4, (10.0,), foreign=foreign, foreign_to_gbps=up_to)
    device = Device("switch", (group,))
    end = End("10GBASE-LR", device=device, port=Port(group="p"), coding=coding)
    one = found(end, End("10GBASE-LR", cage="SFP+")).get("device.coding")
    assert (one.rule.severity if one else None) == severity


def test_a_module_does_not_go_into_a_jack():
    device = Device("camera", (PortGroup("jack", None),))
    end = End("1000BASE-LX10", device=device, port=Port(group="jack"))
    one = found(end, End("1000BASE-LX10", cage="SFP"))["device.port-medium"]
    assert one.message == "“jack” at end a are jacks for twisted pair: no module fits."
