"""Circuits on one pair: each on a channel of its own, as far as there are modules for it."""

from dataclasses import replace

import pytest

from passerelle.core.choice.multiplexed import multiplexed
from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.ways import EXISTING, NEW, RuledOut
from passerelle.core.choice.world import World
from passerelle.core.judge.check import check_link
from passerelle.core.judge.findings import STOP
from passerelle.core.light.site import site_of
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plant.whole import plant_of
from passerelle.demo_data import demo_plan

SITE = site_of(demo_plan())
WORLD = World(tables=SITE.tables, plant=plant_of(demo_plan()), modules=SITE.modules)
NEED = SiteNeed("Pier Office", "Orrin Head", 9000.0, 10.0, circuits=2)


def made(need=NEED, world=WORLD):
    return list(multiplexed(need, world))


def boxes(link):
    return [one for one in link.path.parts if isinstance(one, Segment) and one.kind == "inline"]


def test_one_circuit_needs_no_multiplexer():
    assert made(replace(NEED, circuits=1)) == []


@pytest.mark.parametrize(
    ("need", "world", "reason"),
    [
        (NEED, World(), "the field guide has no multiplexer yet"),
        (replace(NEED, rate_gbps=1.0), WORLD,
         "own modules of 1 Gb/s are there for 0 of 2 channels"),
        (replace(NEED, circuits=4), WORLD,
         "own modules of 10 Gb/s are there for 2 of 4 channels"),
    ],
)  # fmt: skip
def test_what_is_missing_rules_it_out_in_words(need, world, reason):
    (one,) = made(need, world)
    assert isinstance(one, RuledOut)
    assert one.reason == reason


def test_each_circuit_has_a_channel_of_its_own_at_both_ends_and_all_share_one_line():
    for one in made():
        links = one.ways[0].links
        assert len(links) == 2
        channels = [[box.channels for box in boxes(link)] for link in links]
        assert channels == [[("1471",)] * 2, [("1491",)] * 2]
        assert len({box.line for link in links for box in boxes(link)}) == 1


def test_the_modules_at_both_ends_send_on_the_channel():
    link, other = made()[0].ways[0].links
    assert link.a.own.tx_wavelength_nm == link.b.own.tx_wavelength_nm == 1471.0
    assert other.a.own.tx_wavelength_nm == 1491.0


def test_it_is_offered_on_a_new_cable_and_on_free_glass_between_the_places():
    kinds = [(one.kind, one.label.rpartition(" on ")[2]) for one in made()]
    assert kinds == [(NEW, "one pair"), (EXISTING, "one pair of X-11 (OS2)")]
    elsewhere = made(replace(NEED, a_place="A", b_place="B"))
    assert [one.kind for one in elsewhere] == [NEW]


def test_a_line_that_is_in_use_gets_another_name():
    (taken, *_) = made()
    line = boxes(taken.ways[0].links[0])[0].line
    assert line == "Pier Office – Orrin Head"
    used = {use.line for link in WORLD.plant.links for use in link.uses}
    assert line not in used


def test_no_plug_and_no_channel_of_it_is_refused_by_the_check():
    for one in made():
        for link in one.ways[0].links:
            found = check_link(link, WORLD.rules, WORLD.tables).findings
            wrong = {f.rule.id for f in found if f.rule.severity == STOP}
            assert not {rule for rule in wrong if rule.startswith(("mate.", "inline.", "module."))}
