"""Worked decisions: which options must appear and which must not, from the published reaches."""

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from passerelle.core.choice.line import read_line, suggestions
from passerelle.core.choice.need import SiteNeed, check_need, rates
from passerelle.core.choice.options import cheapest, find
from passerelle.core.choice.possible import possible
from passerelle.core.choice.ranking import by_mode, ranked, sensitivity
from passerelle.core.choice.weights import Weights
from passerelle.core.choice.world import World
from passerelle.core.judge.check import TIGHT, WORKS, check_link
from passerelle.core.light.site import site_of
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.plant.whole import plant_of
from passerelle.core.remedies.proposal import NeedError
from passerelle.core.words import in_metres
from passerelle.demo_data import mistakes_plan

WORLD = World()


def need(distance_m=240.0, rate=10.0, **more):
    return SiteNeed("A", "B", distance_m, rate, **more)


def labels(asked, world=WORLD):
    found = find(asked, world)
    return {o.label for o in found.offered}, {r.label: in_metres(r.reason) for r in found.ruled_out}


@pytest.mark.parametrize(
    ("asked", "offered", "ruled"),
    [
        # 240 m and 10 m of slack and cords: 300 m on OM3, 400 on OM4, 220 for LRM
        (need(), {"10GBASE-SR on new OM3", "10GBASE-SR on new OM4", "10GBASE-LR on new OS2"},
         {"10GBASE-LRM on new OM3": "30 m too far", "10GBASE-T, Cat 6A": "100 m is its reach"}),
        (need(291), {"10GBASE-SR on new OM4"}, {"10GBASE-SR on new OM3": "1 m too far"}),
        # 70 m on OM3, 100 m on OM4
        (need(80, 25.0), {"25GBASE-SR on new OM4", "25GBASE-LR on new OS2"},
         {"25GBASE-SR on new OM3": "70 m is the reach"}),
        (need(60, 1.0), {"1000BASE-T, Cat 5e", "1000BASE-SX on new OM3"}, {}),
        (need(60, 1.0, outdoors=True), {"1000BASE-SX on new OM3"},
         {"1000BASE-T, Cat 5e": "ground-potential"}),
        (need(4, same_rack=True), {"direct-attach copper", "10GBASE-T, Cat 6A"}, {}),
        (need(4), {"direct-attach copper", "10GBASE-T, Cat 6A"}, {}),
        (need(60, cage_a="SFP"), set(), {"10GBASE-LR on new OS2": "SFP"}),
    ],
)  # fmt: skip
def test_what_is_offered_and_what_is_ruled_out(asked, offered, ruled):
    have, out = labels(asked)
    assert offered <= have
    for label, words in ruled.items():
        assert label not in have
        assert words in out[label]


needs = st.builds(
    SiteNeed,
    st.just("A"),
    st.just("B"),
    st.floats(1, 60_000),
    st.sampled_from(rates()),
    circuits=st.integers(1, 5),
    cage_a=st.sampled_from([None, "SFP+", "QSFP28", "none"]),
    existing=st.sampled_from([None, None, "OM1", "OM3", "OS2"]),
    outdoors=st.booleans(),
    redundant_m=st.sampled_from([None, None, 90.0, 4000.0]),
    surroundings=st.sampled_from([(), ("wet", "rodents"), ("plenum",)]),
    termination=st.sampled_from([None, "factory", "pigtails", "field"]),
    panel_plug=st.sampled_from([None, "SC/UPC", "SC/APC"]),
)


@settings(max_examples=40, deadline=None)
@given(needs)
def test_nothing_is_offered_that_the_check_then_fails(asked):
    for option in find(asked, WORLD).offered:
        for link in option.links:
            assert check_link(link, WORLD.rules).verdict in (WORKS, TIGHT), option.label
        assert bool(option.links) != (option.copper is not None)


@settings(max_examples=30, deadline=None)
@given(needs)
def test_the_cheapest_is_the_cheapest_of_all(asked):
    totals = [o.total for o in find(asked, WORLD).offered if o.total is not None]
    assert cheapest(asked, WORLD) == (pytest.approx(min(totals)) if totals else None)


def test_growth_is_judged_on_the_same_path():
    """100G over 240 m: 140 m at most on multimode, 10 km and more on OS2."""
    found = {o.label: o for o in find(need(growth_gbps=100.0), WORLD).offered}
    assert found["10GBASE-LR on new OS2"].grows is True
    assert found["10GBASE-SR on new OM4"].grows is False
    # growing anew costs the cheapest 100G option and one more visit: 240 min at 48 an hour
    later = find(need(rate=100.0), WORLD).offered
    assert found["10GBASE-SR on new OM4"].later == pytest.approx(
        min(o.total for o in later if o.total is not None) + 192
    )


def test_old_glass_gets_its_conditioning_cords():
    found = {o.label: o for o in find(need(400, 1.0, existing="OM1"), WORLD).offered}
    option = found["1000BASE-LX on OM1 that is there"]
    cords = [p for p in option.links[0].path.parts if isinstance(p, Segment) and p.conditioning]
    assert len(cords) == 2
    assert not any(line.what.startswith("cable") for line in option.bill.lines)


def test_one_strand_takes_one_strand_modules_only():
    found, out = labels(need(900, 1.0, existing="OS2", strands_at_hand=1))
    assert {x for x in found if "there" in x} == {"1000BASE-BX10-D on OS2 that is there"}
    assert out["1000BASE-LX10 on OS2 that is there"] == "takes 2 strands; 1 strand is at hand"


def test_glass_that_is_there_stands_beside_new_cable_and_never_empties_the_list():
    """One strand carries no 100G; a new cable does, and is not held to the strands at hand."""
    found, out = labels(need(80, 100.0, existing="OS2", strands_at_hand=1))
    assert not [label for label in found if "that is there" in label]
    assert "100GBASE-LR4 on new OS2" in found
    assert out["100GBASE-LR4 on OS2 that is there"] == "takes 2 strands; 1 strand is at hand"
    assert "10GBASE-T, Cat 6A" in labels(need(60, existing="OM1"))[0]


def test_the_plainest_link_is_one_cable_from_device_to_device():
    """240 m and 3 m of slack at each end: 246 m at 0.4 dB/km of 6.2 dB; no cord, no panel."""
    found = {o.label: o for o in find(need(), WORLD).offered}
    plain = found["10GBASE-LR on a factory-made OS2 cable, device to device"]
    assert plain.margin_db == pytest.approx(6.2 - 0.246 * 0.4)
    bought = {line.key: line.quantity for line in plain.bill.lines if not line.spare}
    assert bought == {
        "module 10GBASE-LR": 2, "factory-made cable OS2 2": pytest.approx(246), "factory end": 4,
    }  # fmt: skip
    # 2 modules at 4 min, 2 strands at 4, 246 m at 0.6, setting up 90, two ends plugged in at 5
    assert plain.bill.minutes == pytest.approx(8 + 8 + 147.6 + 90 + 10)
    assert plain.total == pytest.approx(3 * 50.5 + 246 * 0.52 + 4 * 6.5 + 263.6 / 60 * 48)
    assert plain.against == ("The plan ends its cables on panels",)
    assert "a damaged plug costs the whole cable" in plain.gives_up
    assert found["10GBASE-LR on new OS2"].gives_up == ()
    either = replace(WORLD, rules=replace(WORLD.rules, cable_ends="either"))
    assert next(o for o in find(need(), either).offered if o.label == plain.label).against == ()
    rack = {o.label: o for o in find(need(4, same_rack=True), WORLD).offered}
    assert (
        "The plan ends its cables on panels" not in rack[plain.label].against
    )  # nobody puts a panel between two boxes of a rack
    assert any("in one piece" in r.reason for r in find(need(9000), WORLD).ruled_out)


def test_every_circuit_of_the_plainest_kind_has_a_cable_of_its_own():
    found = {o.label: o for o in find(need(circuits=2), WORLD).offered}
    plain = found["10GBASE-LR on a factory-made OS2 cable, device to device"]
    assert [c.strands for c in plain.cables] == [2, 2]
    runs = [link.path.segment(0) for link in plain.links]
    assert [run.strand_numbers for run in runs] == [(1, 2), (1, 2)]
    assert runs[0].cable != runs[1].cable


@pytest.mark.parametrize(("rule", "plugs", "ended"), [("all", 8, 4), ("used", 2, 1)])
def test_one_strand_ways_take_one_strand_cords_and_end_what_the_house_rule_says(rule, plugs, ended):
    """A cable of four for one strand: all four get a plug at both ends, or the one in use."""
    world = replace(WORLD, rules=replace(WORLD.rules, end_strands=rule))
    found = {o.label: o for o in find(need(90, 1.0), world).offered}
    one = found["1000BASE-BX10-D on new OS2"]
    bought = {line.key: line.quantity for line in one.bill.lines if not line.spare}
    assert (bought["cord single-mode one strand"], bought["factory end"]) == (2, plugs)
    assert (one.cables[0].strands, one.laid.ended) == (4, ended)


def test_a_split_port_whose_worst_cases_overlap_warns_to_check_the_data_sheet():
    """A lane may launch 2.4 dBm, a 10GBASE-SR bears -1.0: made to work together all the same."""
    found = {o.label: o for o in find(need(50, 10.0, circuits=4), WORLD).offered}
    split = found["40GBASE-SR4 split into 4 × 10GBASE-SR, new OM4"]
    (said,) = [f for f in split.check.findings if f.rule.id == "light.overload"]
    assert (said.rule.severity, "check the data sheets of both" in said.do) == ("warn", True)
    # angled faces do not turn the row over: two turned parts before the breakout cord
    angled, _ = labels(need(50, 100.0, circuits=4))
    assert "400GBASE-DR4 split into 4 × 100GBASE-DR, new OS2" in angled


def test_four_circuits_from_one_split_port():
    found = {o.label: o for o in find(need(50, 25.0, circuits=4), WORLD).offered}
    split = found["100GBASE-SR4 split into 4 × 25GBASE-SR, new OM4"]
    assert [link.a.port.lane for link in split.links] == [1, 2, 3, 4]
    assert split.strands == 8  # four lanes, both ways
    bought = {line.key: line.quantity for line in split.bill.lines if not line.spare}
    assert (bought["module 100GBASE-SR4"], bought["module 25GBASE-SR"]) == (1, 4)


def test_own_multiplexers_and_the_plans_own_strands():
    plan = mistakes_plan()
    site = site_of(plan)
    world = World(tables=site.tables, plant=plant_of(plan), modules=site.modules)
    asked = SiteNeed("Pier Office", "Orrin Head", 21_000, 10.0, circuits=3)
    found = find(asked, world)
    both = {o.label for o in found.offered} | {r.label for r in found.ruled_out}
    assert "3 channels of Larkmoor CM-4 on one pair" in both
    pair = next(o for o in find(replace(asked, circuits=2), world).offered if "channels" in o.label)
    assert pair.label == "2 channels of Larkmoor CM-4 on one pair of X-11 (OS2)"
    # 5.1 dB measured at 1490 with both ends in it, two multiplexers of 1.6, two pairs of 0.75 at
    # the cords, 4 m of cord at 0.4 dB/km; the modules launch 0 and need -17 with a penalty of 2
    assert pair.margin_db == pytest.approx(15 - (5.1 + 3.2 + 1.5 + 0.0016))
    assert pair.strands == 2
    bought = {line.key: line.quantity for line in pair.bill.lines if not line.spare}
    assert (bought["multiplexer"], bought["cord single-mode"]) == (2, 4)
    assert pair.bill.missing[0] == "module Tern T-40-1471"  # its price is not in the book
    on_cable = {o.label: o for o in found.offered}["10GBASE-ER on strands of X-11 (OS2)"]
    numbers = [p.strand_numbers for link in on_cable.links for p in link.path.parts
               if isinstance(p, Segment) and p.cable]  # fmt: skip
    assert numbers == [(1, 2), (3, 4), (5, 6)]
    labels = [[p.label for p in link.path.parts if isinstance(p, Joint)] for link in on_cable.links]
    assert [told[0] for told in labels] == ["PO-X:1", "PO-X:2", "PO-X:3"]  # each on its own port


def test_a_bill_by_hand():
    """10GBASE-LR, 240 + 6 m of four strands (two, and a fifth spare):

    modules 2 x 50.5 and a spare 50.5, cords 2 x 6, duplex ports of four strands 4 x 3.5,
    cable 246 x 0.55, factory ends of four strands 8 x 6.5 = 364.8
    minutes 2 x 4 + 2 x 5 + 4 x 2 + 2 x 20 + 246 x 0.6 + 90 + 4 x 4 = 319.6, at 48 an hour 255.68
    a second cable: 187.3 + (40 + 0.3 x 147.6) x 0.8 = 254.72 with it,
                    187.3 + (40 + 147.6 + 90 + 240) x 0.8 = 601.38 later
    """
    option = {o.label: o for o in find(need(), WORLD).offered}["10GBASE-LR on new OS2"]
    assert option.bill.minutes == pytest.approx(319.6)
    assert option.total == pytest.approx(364.8 + 255.68)
    assert (option.second.now, option.second.later) == (
        pytest.approx(254.72, abs=0.01), pytest.approx(601.38, abs=0.01),
    )  # fmt: skip


def test_a_missing_price_is_no_price():
    prices = {**WORLD.book.prices, "cord single-mode": None}
    world = replace(WORLD, book=replace(WORLD.book, prices=prices))
    option = {o.label: o for o in find(need(), world).offered}["10GBASE-LR on new OS2"]
    assert (option.total, option.bill.missing) == (None, ("duplex cord, single mode",))
    place = next(r for r in ranked(find(need(), world)) if r.option.label == option.label)
    assert "no price for duplex cord, single mode" in place.why


def test_the_order_follows_what_counts():
    found = find(need(60, growth_gbps=100.0), WORLD)
    only_cost = Weights(**dict.fromkeys(Weights.__dataclass_fields__, 0.0) | {"cost": 5.0})
    assert ranked(found, only_cost)[0].option.label == "10GBASE-T, Cat 6A"
    grow = replace(only_cost, cost=1.0, growth=5.0)
    assert ranked(found, grow)[0].option.grows is True
    assert set(by_mode(found)) == {"copper", "multimode", "single-mode"}
    strict = World(
        rules=HouseRules(mode_school="single-mode-everywhere", short_runs="fiber-beyond-rack")
    )
    first = ranked(find(need(60), strict))[0]
    assert first.option.label == "10GBASE-LR on new OS2"


def test_where_the_order_turns():
    """By cost alone twisted pair is first while it and its slack of 6 m keep to 100 m."""
    only_cost = Weights(**dict.fromkeys(Weights.__dataclass_fields__, 0.0) | {"cost": 5.0})
    turn = next(t for t in sensitivity(need(60), WORLD, only_cost) if t.what == "distance over")
    assert 94 < turn.at < 97
    assert "10GBASE" in turn.then and "Cat" not in turn.then


@pytest.mark.parametrize(
    ("asked", "key", "said"),
    [
        (need(0), "distance_m", "0 m is not a distance"),
        (need(5_000_000), "distance_m", "at most 199900 m"),
        (need(rate=13.0), "rate_gbps", "13 Gb/s is no speed of the table: 0.1, 1, 10"),
        (need(growth_gbps=1.0), "growth_gbps", "1 Gb/s later is under 10 Gb/s now"),
        (need(circuits=0), "circuits", "0 circuits"),
        (need(cage_a="floppy"), "cage_a", "'floppy' is not a cage"),
        (need(strands_at_hand=2), "existing", "strands at hand are of some glass"),
        (need(50, same_rack=True), "same_rack", "50 m and in one rack contradict each other"),
        (need(5, same_rack=True, outdoors=True), "outdoors", "one rack and outdoors contradict"),
        (need(5, same_rack=True, redundant_m=9), "redundant_m", "one rack and a second, separate"),
        (need(redundant_m=0), "redundant_m", "0 m is not a distance"),
        (need(growth_by=2031), "growth_by", "by 2031, and no speed for it"),
        (need(growth_gbps=40.0, growth_by=2020), "growth_by", "2020 is not a year from 2026"),
        (need(budget="none"), "budget", "'none' is none of tight, usual, lasting"),
        (need(surroundings=("lava",)), "surroundings", "'lava' is none of wet, sun"),
        (need(device_a="Toaster"), "device_a", "'Toaster' is not a device of the plan: Switch"),
        (need(device_b="Switch"), "device_b", "'Switch' stands in 'A', not in 'B'"),
        (need(device_a="Switch", cage_a="QSFP28"), "cage_a", "'Switch' has no QSFP28 cage"),
        (need(device_a="Switch", cage_a="none"), "cage_a", "'Switch' and no cage contradict"),
    ],
)  # fmt: skip
def test_contradictions_say_what_contradicts_what(asked, key, said):
    with pytest.raises(NeedError) as refused:
        check_need(asked, {"Switch": SWITCH}, this_year=2026)
    assert refused.value.path == key
    assert said in str(refused.value)


SWITCH = Device("Switch", (PortGroup("all", "SFP+", 4),), place="A")
PLACES = ("Pier Office", "Pier Office entry", "Wet Lab", "Boat Shed")


@pytest.mark.parametrize(
    ("line", "said"),
    [
        ("Pier Office to Wet Lab 10G, growth 100G",
         {"a_place": "Pier Office", "b_place": "Wet Lab", "rate_gbps": 10.0, "growth_gbps": 100.0}),
        ("100M boat shed - wet lab, 0.4 km, one strand, outdoors",
         {"a_place": "Boat Shed", "b_place": "Wet Lab", "rate_gbps": 0.1, "distance_m": 400.0,
          "strands_at_hand": 1, "outdoors": True}),
        ("Pier Office entry to Wet Lab 25 Gb/s 2 circuits 300 ft",
         {"a_place": "Pier Office entry", "b_place": "Wet Lab", "rate_gbps": 25.0, "circuits": 2,
          "distance_m": 91.44}),
        ("Wet Lab to Boat Shed 10G then 40G by 2031, two routes, tight budget",
         {"a_place": "Wet Lab", "b_place": "Boat Shed", "rate_gbps": 10.0, "growth_gbps": 40.0,
          "growth_by": 2031, "redundant": True, "budget": "tight"}),
        ("hello", {}),
    ],
)  # fmt: skip
def test_one_line_is_read(line, said):
    assert read_line(line, PLACES) == said


@pytest.mark.parametrize(
    ("line", "goes_on"),
    [
        ("pier", ["Pier Office", "Pier Office entry"]),
        ("Boat Shed", ["Boat Shed to Pier Office", "Boat Shed to Pier Office entry",
                       "Boat Shed to Wet Lab"]),
        ("Boat Shed to we", ["Boat Shed to Wet Lab"]),
        ("Boat Shed to Wet Lab", ["Boat Shed to Wet Lab 100M", "Boat Shed to Wet Lab 1G"]),
        ("Boat Shed to Wet Lab 4", ["Boat Shed to Wet Lab 40G", "Boat Shed to Wet Lab 400G"]),
        ("Boat Shed to Wet Lab 100G", ["Boat Shed to Wet Lab 100G, growth 200G"]),
    ],
)  # fmt: skip
def test_a_line_goes_on(line, goes_on):
    assert list(suggestions(line, PLACES))[: len(goes_on)] == goes_on


def test_what_is_possible_follows_the_published_reaches():
    """With 6 m of slack and 4 m of cords: 10GBASE-SR 400 m on OM4, 25GBASE-SR 70 on OM3."""
    far = {(p.rate_gbps, p.fiber): p.most_m for p in possible(HouseRules())}
    assert 387 <= far[10.0, "OM4"] <= 390
    assert 59.5 <= far[25.0, "OM3"] <= 60
    assert (400.0, "OM1") not in far
