"""Whose modules a port takes, spares by coding, and modules that sit in a cage by an adapter."""

from dataclasses import replace

import pytest

from passerelle.core.judge.coding import check_coding
from passerelle.core.judge.ports import cage_adapter
from passerelle.core.judge.ties import kept, shelved, told
from passerelle.core.light.modules import End
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.devices import Device, Port, PortGroup, facts
from passerelle.core.plan.house_rules import HouseRules

ONE, EACH = HouseRules(coding="one"), HouseRules()


def end(coding=None, cage="SFP+", application="10GBASE-LR", form=None, **device):
    group = PortGroup(
        "ports",
        cage,
        8,
        foreign=device.pop("foreign", None),
        foreign_to_gbps=device.pop("to", None),
    )
    at = Device("switch", (group,), **device)
    return End(
        application, "A", cage, connector("LC/UPC"), device=at, port=Port(group="ports"),
        coding=coding, form=form,
    )  # fmt: skip


def rules(rules, **more):
    one = end(**more)
    return [f.rule.id for f in check_coding("a", one, facts(one.port, one.cage, one.device), rules)]


@pytest.mark.parametrize(
    ("school", "coding", "more", "found"),
    [
        (EACH, "own", {}, []),
        (EACH, "other", {}, ["house.coding"]),
        (EACH, None, {}, []),  # which it is, nobody said
        (ONE, "own", {}, ["house.coding"]),
        (ONE, "other", {}, []),
        (ONE, "own", {"own_coding_only": True}, []),  # the device takes nothing else
        (ONE, "own", {"foreign": "refused"}, []),
        (ONE, "own", {"foreign": "up to a speed", "to": 1.0}, []),  # over it the port refuses
        (ONE, "own", {"foreign": "up to a speed", "to": 10.0}, ["house.coding"]),
        (ONE, "other", {"own_coding_only": True}, ["module.coding"]),
    ],
)
def test_the_plans_school_of_coding(school, coding, more, found):
    assert rules(school, coding=coding, **more) == found


def test_spares_are_told_apart_by_coding_unless_one_serves_all():
    own = end("own")
    assert shelved(own) == ("10GBASE-LR, SFP+", "for switch")  # what it is called, nobody said
    tern = shelved(replace(own, device=replace(own.device, coding="Tern")))
    assert tern == ("10GBASE-LR, SFP+", "Tern")
    assert told(tern) == "10GBASE-LR, SFP+, coded Tern"
    assert shelved(end("other")) == ("10GBASE-LR, SFP+", None)
    assert kept(tern, EACH) == tern
    assert kept(tern, ONE) == ("10GBASE-LR, SFP+", None)


@pytest.mark.parametrize(
    ("cage", "application", "form"),
    [
        ("QSFP+", "10GBASE-LR", "SFP+"),
        ("SFP+", "10GBASE-LR", None),
        ("SFP28", "10GBASE-LR", None),  # the same outline: no adapter
        ("QSFP+", "40GBASE-LR4", None),
    ],
)
def test_a_small_module_needs_an_adapter_in_a_large_cage(cage, application, form):
    assert cage_adapter(end(cage=cage, application=application)) == form
