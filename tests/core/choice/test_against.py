"""What speaks against a way: rules of the house that it breaks, each once."""

from dataclasses import replace
from types import SimpleNamespace

import pytest

from passerelle.core.choice.against import PANELS_FIRST, not_followed
from passerelle.core.choice.world import World
from passerelle.core.plan.house_rules import HouseRules

NEED = SimpleNamespace(same_rack=False)
STRAIGHT = (SimpleNamespace(laid=SimpleNamespace(plugged_in=True)),)
ON_PANELS = (SimpleNamespace(laid=SimpleNamespace(plugged_in=False)), SimpleNamespace(laid=None))


def check(*rules):
    found = [SimpleNamespace(rule=SimpleNamespace(id=key, title=f"T {key}")) for key in rules]
    return SimpleNamespace(findings=found)


def test_only_rules_of_the_house_count_and_each_once():
    checks = [check("house.finish", "loss.over"), check("house.finish", "house.spares")]
    assert not_followed(ON_PANELS, checks, NEED, World()) == ("T house.finish", "T house.spares")


@pytest.mark.parametrize(
    ("ways", "same_rack", "ends", "said"),
    [
        (STRAIGHT, False, "panels", (PANELS_FIRST,)),
        (STRAIGHT, True, "panels", ()),
        (ON_PANELS, False, "panels", ()),
        (STRAIGHT, False, "devices", ()),
    ],
)
def test_a_cable_from_device_to_device_goes_against_panels_but_in_a_rack(
    ways, same_rack, ends, said
):
    rules = HouseRules()
    other = rules if ends == "panels" else replace(rules, cable_ends="either")
    need = SimpleNamespace(same_rack=same_rack)
    assert not_followed(ways, [check()], need, World(other)) == said
