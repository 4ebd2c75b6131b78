"""The order of options: what counts, by when, and what the schools make of it."""

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from passerelle.core.choice.bill import Taken
from passerelle.core.choice.candidates import candidates
from passerelle.core.choice.growing import carried
from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.options import find, only
from passerelle.core.choice.outlying import outlying
from passerelle.core.choice.ranking import ranked
from passerelle.core.choice.schools import schools
from passerelle.core.choice.weights import WEIGHTS, Weights, weights_for
from passerelle.core.choice.world import World
from passerelle.core.judge.check import check_link
from passerelle.core.plan.backbone import Pathway, Place
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.model import Plant

WORLD = World()
NOTHING = Weights(**dict.fromkeys(Weights.__dataclass_fields__, 0.0))


def need(distance_m=240.0, rate=10.0, **more):
    return SiteNeed("A", "B", distance_m, rate, **more)


@pytest.mark.parametrize(
    ("by", "counts"), [(None, 1.0), (2026, 1.0), (2031, 0.5), (2036, 0.0), (2050, 0.0)]
)
def test_growth_counts_less_the_further_off(by, counts):
    """Cabling is to serve ten years: five years off growth counts half, beyond ten not at all."""
    found = find(need(growth_gbps=100.0, growth_by=by), replace(WORLD, year=2026))
    assert found.growth_counts == pytest.approx(counts)


def test_growth_beyond_the_life_of_cabling_turns_nothing():
    world = replace(WORLD, year=2026)
    grows = replace(NOTHING, cost=1.0, growth=5.0)
    soon, late = (
        ranked(find(need(60, growth_gbps=400.0, growth_by=year), world), grows)[0].option
        for year in (2027, 2040)
    )
    assert (soon.grows, late.copper is not None) == (True, True)


@settings(max_examples=20, deadline=None)
@given(st.floats(30, 900), st.integers(0, 30))
def test_a_dear_option_less_does_not_turn_the_others_round(distance_m, which):
    found = find(need(distance_m), WORLD)
    order = [r.option for r in ranked(found)]
    gone = order[which % len(order)]
    least = [
        min(o.total for o in order),
        min(o.strands for o in order),
        min(o.parts for o in order),
    ]
    if gone.total == least[0] or gone.strands == least[1] or gone.parts == least[2]:
        return  # what the others are set against goes with it
    rest = replace(found, offered=tuple(o for o in found.offered if o is not gone))
    assert [r.option for r in ranked(rest)] == [o for o in order if o is not gone]


def test_budgets_weigh_differently():
    assert {row.key for row in WEIGHTS} == set(Weights.__dataclass_fields__)
    tight, lasting = weights_for("tight"), weights_for("lasting")
    found = find(need(60, 1.0), WORLD)
    cheap, keeps = (ranked(found, w)[0].option for w in (tight, lasting))
    assert cheap.total <= keeps.total
    assert keeps.carries_gbps == 400.0


def test_direct_attach_then_fiber_then_twisted_pair():
    rule_only = replace(NOTHING, house_rules=5.0, cost=0.1)
    rack = ranked(find(need(3, same_rack=True), WORLD), rule_only)
    assert rack[0].option.label == "direct-attach copper"
    room = ranked(find(need(60), WORLD), rule_only)
    assert room[0].option.copper is None
    pair = next(o for o in room if o.option.label == "10GBASE-T, Cat 6A")
    followed = [o for o in room if not o.option.against]
    assert room.index(pair) == len(followed) + [o for o in room if o.option.against].index(pair)
    assert "house rule: the plan takes fiber before twisted pair" in pair.why
    beyond = World(rules=HouseRules(short_runs="fiber-beyond-rack"))
    assert all(not o.against for o in find(need(3, same_rack=True), beyond).offered)


def test_the_school_not_taken_has_its_price():
    """By hand in test_laying: field connectors are 55.2 dearer here, pigtails 18.4 cheaper."""
    world = World(rules=HouseRules(mode_school="single-mode-everywhere"))
    rows = {(s.key, s.value): s for s in schools(need(), world)}
    base = rows["termination", "by-length"]
    assert base.taken
    assert rows["termination", "field"].total - base.total == pytest.approx(55.2)
    assert rows["termination", "pigtails"].total - base.total == pytest.approx(-18.4)
    # without spare modules the spare of 50.5 is not bought
    assert rows["spares", "none"].total - base.total == pytest.approx(-50.5)
    # half the strands spare: twelve strands at 0.95 a metre, and sixteen factory ends more
    half = rows["spare_strands_percent", 50.0].total - rows["spare_strands_percent", 20.0].total
    assert half == pytest.approx(0)  # four strands hold two and two spare
    assert not rows["mode_school", "multimode-where-it-reaches"].taken


def test_a_house_rule_of_ones_own_stands_among_the_others():
    found = schools(need(), World(rules=HouseRules(spare_strands_percent=35.0)))
    spare = [(s.value, s.taken) for s in found if s.key == "spare_strands_percent"]
    assert spare == [(0.0, False), (20.0, False), (50.0, False), (35.0, True)]


def test_a_split_port_grows_with_another_port_on_the_same_trunk():
    """4 x 10G to 4 x 25G: one 100GBASE-SR4 at 231, four 25GBASE-SR at 52, five changes of 4 min."""
    asked = need(50, growth_gbps=25.0, circuits=4)
    label = "40GBASE-SR4 split into 4 × 10GBASE-SR, new OM4"
    links = next(c for c in candidates(asked, WORLD) if c.label == label).ways[0].links
    checks = (check_link(links[0], WORLD.rules),)
    grows, cost = carried(asked, WORLD, (Taken(links, None),), checks)
    assert grows is True
    assert cost == pytest.approx(231 + 4 * 52 + 20 / 60 * 48)
    # four circuits of 100G are four ports, not one
    assert (
        carried(replace(asked, growth_gbps=100.0), WORLD, (Taken(links, None),), checks)[0] is False
    )


def test_a_spare_on_the_shelf_is_not_bought_again():
    label = "10GBASE-LR on new OS2"
    bought = only(need(), WORLD, label)
    there = only(need(), replace(WORLD, shelf=frozenset([("10GBASE-LR, SFP+", None)])), label)
    assert bought.total - there.total == pytest.approx(50.5)


def test_home_runs_against_one_shared_cable():
    """Hub - 100 m - P - 50 m - Q. Two strands each, with a fifth spare: cable of 4, or of 12.

    home    cable 106 and 156 m at 0.55, two pulls; shared 150 m + 3 x 3 at 0.55 (4 + 20 % = 5: 12
    strands at 0.95), one pull; both 8 pigtails at 2.5 and 4 pairs of splices at 0.9 and 6 min.
    """
    places = {name: Place(name) for name in ("Hub", "P", "Q")}
    ways = {
        "W1": Pathway("W1", "Hub", "P", 100.0, "duct"),
        "W2": Pathway("W2", "P", "Q", 50.0, "duct"),
    }
    world = World(plant=Plant(places=places, pathways=ways))
    needs = [SiteNeed("Hub", place, 100.0, 1.0) for place in ("P", "Q", "Nowhere")]
    (found,) = outlying(needs, world)
    home, shared = found.layouts
    ends = 8 * 2.5 + 4 * 0.9 + 4 * 6 * 0.8
    assert home.total == pytest.approx(262 * 0.55 + (262 * 0.6 + 180) * 0.8 + ends)
    assert shared.total == pytest.approx(159 * 0.95 + (159 * 0.6 + 90) * 0.8 + ends)
    assert (home.layout.one_cable.worst, shared.layout.one_cable.worst) == (1, 2)
    assert (home.taken, shared.taken, found.left_out) == (True, False, ("Nowhere",))


def test_glass_that_carries_much_more_keeps_its_value():
    """At 1G, glass that carries 400G is worth 399/400 more than glass that carries 1G alone."""
    order = ranked(find(need(60, 1.0), WORLD), replace(NOTHING, life=1.0))
    scores = {r.option.label: (r.score, r.option.carries_gbps) for r in order}
    for label, (score, carries) in scores.items():
        assert score == pytest.approx(1.0 if carries is None else 1.0 / carries), label
    assert order[0].option.carries_gbps == 400.0
    assert order[0].score == pytest.approx(0.0025)


def test_a_margin_over_six_decibels_is_no_better_and_less_is_worse_in_proportion():
    order = ranked(find(need(240), WORLD), replace(NOTHING, margin=1.0))
    for one in order:
        if one.option.check is not None:
            margin = min(6.0, one.option.margin_db)
            assert one.score == pytest.approx(1 - margin / 6.0)
