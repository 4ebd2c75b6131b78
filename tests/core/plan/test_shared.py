"""Parts that several links pass are one thing: changed once, named once, once a port."""

import json
from dataclasses import replace

import pytest

from passerelle.core.changes.apply import applied
from passerelle.core.changes.change import EditLink, Put, Remove, Share, StillUsed
from passerelle.core.judge.wholeplan import check
from passerelle.core.light.edits import SetPart, SplitSegment
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plan.shared import filled_from, itself, passing
from passerelle.core.refused import Refused
from passerelle.demo_data import mistakes_plan
from passerelle.formats.planfile import read_plan, write_plan

CORD = "Breakout cord W-1"
LANES = ["demolink0039", "demolink0040", "demolink0041", "demolink0042"]


def leg(plan, link):
    return plan.links.by_id[link].path[-1]


def test_an_edit_through_one_link_changes_the_part_in_all_that_pass_it():
    plan = mistakes_plan()
    before = [leg(plan, key).length_m for key in LANES]
    assert before == [3.0] * 4
    longer = replace(leg(plan, LANES[1]), length_m=7.0)
    made = applied(plan, [EditLink(LANES[1], (SetPart.to(longer),))])
    assert [leg(made.plan, key).length_m for key in LANES] == [7.0] * 4
    assert [leg(made.plan, key).lane for key in LANES] == [leg(plan, key).lane for key in LANES]
    assert made.plan.shared_parts.named(CORD).part.length_m == 7.0
    assert made.touched == {*LANES, plan.shared_parts.named(CORD).id}
    known = check(plan)
    assert set(LANES) <= set(check(made.plan, known).changed)


def test_what_a_link_decides_by_itself_stays_with_it():
    plan = mistakes_plan()
    other = replace(leg(plan, LANES[0]), lane=2, label="leg 2")
    made = applied(plan, [EditLink(LANES[0], (SetPart.to(other),))])
    assert made.touched == {LANES[0]}
    for key in LANES[:2]:  # lane 2 has two links now
        said = [
            one for one in check(made.plan).of(key).findings if one.rule.id == "part.port-twice"
        ]
        assert [one.rule.severity for one in said] == ["stop"]
        assert "Lane 2 of Breakout cord W-1 is also that of Wet Lab bench" in said[0].message
    assert not [
        one
        for key in LANES
        for one in check(plan).of(key).findings
        if one.rule.id == "part.port-twice"
    ]


def test_a_part_becomes_one_thing_is_joined_turned_and_left():
    plan = mistakes_plan()
    links = [link for link in plan.links if any(p.kind == "cassette" for p in link.path)][:2]
    first = next(p for p in links[0].path if p.kind == "cassette")
    turned = first.reversed()
    second = next(p for p in links[1].path if p.kind == "cassette")
    asked = [
        EditLink(links[1].id, (SetPart.to(replace(turned, id=second.id)),)),
        Share(links[0].id, first.id, "Cassette A1"),
        Share(links[1].id, second.id, "Cassette A1"),
    ]
    made = applied(plan, asked).plan
    assert [link.id for link in passing(made.links, "Cassette A1")] == [links[0].id, links[1].id]
    one, other = (
        next(p for p in made.links.by_id[link.id].path if p.kind == "cassette") for link in links
    )
    assert (one.turned, other.turned) == (False, True)
    assert other.ends == one.ends[::-1]
    assert itself(one) == itself(other) == made.shared_parts.named("Cassette A1").part
    said = [f for f in check(made).of(links[0].id).findings if f.rule.id == "part.port-twice"]
    assert [f.rule.severity for f in said] == ["warn"]  # which port is whose is not recorded
    again = read_plan(write_plan(made))
    assert write_plan(again) == write_plan(made)
    alone = applied(made, [Share(links[1].id, other.id, None)]).plan
    left = next(p for p in alone.links.by_id[links[1].id].path if p.kind == "cassette")
    assert (left.shared, left.turned, left.ends) == (None, False, other.ends)


def test_renaming_is_followed_and_deleting_asks_first():
    plan = mistakes_plan()
    cord = plan.shared_parts.named(CORD)
    made = applied(plan, [Put(replace(cord, name="Cord 1"))]).plan
    assert {leg(made, key).shared for key in LANES} == {"Cord 1"}
    with pytest.raises(StillUsed) as told:
        applied(plan, [Remove("shared part", cord.id)])
    assert len(told.value.goes_with) == 4
    gone = applied(plan, [Remove("shared part", cord.id)], cascade=True).plan
    assert {(leg(gone, key).shared, leg(gone, key).length_m) for key in LANES} == {(None, 3.0)}
    assert {leg(gone, key).lane for key in LANES} == {1, 2, 3, 4}


@pytest.mark.parametrize(
    ("change", "said"),
    [
        (
            lambda plan: Share(LANES[0], leg(plan, LANES[0]).id, CORD),
            "passes .* already",
        ),
        (lambda plan: Share(LANES[0], "nosuchpart", "X"), "there is no such part"),
        (
            lambda plan: Share("demolink0004", plan.links.by_id["demolink0004"].path[4].id, "X"),
            "this is a cable",
        ),
        (
            lambda plan: EditLink(LANES[0], (SplitSegment(leg(plan, LANES[0]).id, "adapter"),)),
            "make it this link's alone before cutting it",
        ),
        (
            lambda plan: Put(
                replace(
                    plan.shared_parts.named(CORD),
                    part=replace(plan.shared_parts.named(CORD).part, lane=3),
                )
            ),
            "what each link decides by itself",
        ),
    ],
)
def test_what_makes_no_sense_is_refused(change, said):
    plan = mistakes_plan()
    with pytest.raises(Refused, match=said):
        applied(plan, [change(plan)])


def test_in_a_file_the_part_goes_before_what_a_path_says_of_it():
    raw = json.loads(write_plan(mistakes_plan()))
    raw["shared_parts"][1]["part"]["length_m"] = 9
    plan = read_plan(json.dumps(raw).encode())
    assert {leg(plan, key).length_m for key in LANES} == {9.0}
    raw["links"][0]["path"][0]["shared"] = "nowhere"
    with pytest.raises(Refused, match="'nowhere' is not in shared_parts"):
        read_plan(json.dumps(raw).encode())


def test_filling_turns_what_is_turned():
    plan = mistakes_plan()
    cord = plan.shared_parts.named(CORD)
    here = Segment("cord", 1.0, "OM4", shared=CORD, turned=True, lane=4)
    assert filled_from(here, cord).ends == cord.part.ends[::-1]
    assert filled_from(here, cord).lane == 4
