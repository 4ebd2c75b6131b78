"""Constructions by glass: what is seldom sold says so and stands below what is."""

import pytest

from passerelle.core.choice.laying import SOLD_RANK
from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.options import find
from passerelle.core.choice.ranking import ranked
from passerelle.core.choice.world import World
from passerelle.core.tables import STANDARD
from passerelle.core.tables.site import CABLE_TYPES


def options(*surroundings, **more):
    need = SiteNeed("A", "B", distance_m=80.0, rate_gbps=10.0, surroundings=surroundings,
                    outdoors=bool(surroundings), **more)  # fmt: skip
    return ranked(find(need, World()))


def test_multimode_for_burial_stands_below_single_mode_and_says_so():
    found = options("soil")
    sold = [one.option.sold for one in found if one.option.copper is None]
    assert [SOLD_RANK[one] for one in sold] == sorted(SOLD_RANK[one] for one in sold)
    assert found[0].option.label == "10GBASE-LR on new OS2"
    buried = next(one for one in found if one.option.label == "10GBASE-SR on new OM4")
    assert buried.option.sold == "to order"
    assert any("made to order in that construction" in why for why in buried.why)
    strange = next(one for one in found if one.option.label == "10GBASE-SR on new OM5")
    assert strange.option.sold == "not known"
    assert any("ask first" in why for why in strange.why)


def test_indoors_nothing_is_said_of_it():
    found = options()
    multimode = next(one for one in found if one.option.label == "10GBASE-SR on new OM4")
    assert multimode.option.sold == "common"
    assert not any("construction" in why for why in multimode.why)


@pytest.mark.parametrize("row", CABLE_TYPES.values(), ids=lambda row: row.name)
def test_every_construction_is_sold_with_some_glass_that_there_is(row):
    assert row.common
    assert {*row.common, *row.to_order} <= set(STANDARD.fibers)
    assert not {*row.common} & {*row.to_order}
