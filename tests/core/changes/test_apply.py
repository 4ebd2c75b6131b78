"""The one way to change a plan: what it makes, what it touches, what it refuses."""

from dataclasses import replace

import pytest

from passerelle.core.changes.apply import applied, touched_by
from passerelle.core.changes.change import EditLink, Head, Put, Remove, StillUsed, Take
from passerelle.core.light.edits import MoveSegment, RemovePart, Rename
from passerelle.core.plan.backbone import Group, Place
from passerelle.core.plan.beside import Price
from passerelle.core.refused import Refused
from passerelle.demo_data import mistakes_plan

PLAN = mistakes_plan()
BEACON = PLAN.links.named("Pier Office – Beacon Hill")


def test_a_price_touches_a_price():
    made = applied(PLAN, [Put(Price("labour hour", price=70.0, id="newprice01"))])
    assert made.touched == {"newprice01"}
    assert made.plan.links is PLAN.links
    assert made.plan.cables is PLAN.cables


def test_many_things_at_once_are_what_they_are_one_by_one():
    puts = [Put(Place(f"Bench {n}", id=f"manyplace{n:03d}")) for n in range(20)]
    together, one_by_one = applied(PLAN, puts).plan, PLAN
    for put in puts:
        one_by_one = applied(one_by_one, [put]).plan
    assert list(together.places) == list(one_by_one.places)
    assert [p.id for p in together.places] == [p.id for p in one_by_one.places]


def test_a_name_that_comes_twice_in_one_change_is_refused():
    twice = [Put(Place("Bench", id="manyplace001")), Put(Place("Bench", id="manyplace002"))]
    with pytest.raises(Refused, match="'Bench' is the name of another place"):
        applied(PLAN, twice)
    again = [
        Put(Place("Bench", id="manyplace001")),
        Put(Place("Bench", id="manyplace001", floor="2")),
    ]
    assert applied(PLAN, again).plan.places.named("Bench").floor == "2"


def test_a_rename_among_many_is_followed_and_frees_the_old_name():
    hall = next(place for place in PLAN.places if any(w.a == place.name for w in PLAN.pathways))
    way = next(w for w in PLAN.pathways if w.a == hall.name)
    puts = [
        Put(Place("Bench", id="manyplace001")),
        Put(replace(hall, name="New hall")),
        Put(Place(hall.name, id="manyplace002")),
    ]
    plan = applied(PLAN, puts).plan
    assert plan.pathways.by_id[way.id].a == "New hall"
    assert plan.places.named(hall.name).id == "manyplace002"


def test_nothing_is_half_done():
    """The second change is refused: the plan that was given is as it was."""
    with pytest.raises(Refused, match="there is no place"):
        applied(PLAN, [Put(Place("Attic")), Remove("place", "nowhere123")])
    assert PLAN.places.named("Attic") is None


def test_a_renamed_place_is_followed_everywhere():
    place = PLAN.places.named("Beacon Hill")
    made = applied(PLAN, [Put(replace(place, name="Signal Hill"))]).plan
    assert made.links.by_id[BEACON.id].b.place == "Signal Hill"
    assert made.cables.named("P-08").b == "Signal Hill"
    assert not [link for link in made.links if "Beacon Hill" in (link.a.place, link.b.place)]
    assert made.links.by_id[BEACON.id].name == BEACON.name  # a link's name is its own


def test_a_renamed_link_stays_in_its_group_and_no_other_gets_in():
    one, two, three = list(PLAN.links)[:3]
    plan = applied(PLAN, [Put(Group("Pair", (one.name, two.name), id="groupid001"))]).plan
    with pytest.raises(Refused, match="is the name of another link"):
        applied(plan, [EditLink(three.id, (Rename(one.name),))])
    away = applied(plan, [EditLink(one.id, (Rename("Else"),))]).plan
    assert away.redundancy.by_id["groupid001"].links == ("Else", two.name)
    taken = applied(away, [EditLink(three.id, (Rename(one.name),))]).plan
    back = applied(taken, [EditLink(three.id, (Rename(three.name),))]).plan
    assert back.redundancy.by_id["groupid001"].links == ("Else", two.name)


def test_a_group_of_one_link_is_no_group():
    one, two = list(PLAN.links)[:2]
    plan = applied(PLAN, [Put(Group("Pair", (one.name, two.name), id="groupid001"))]).plan
    gone = applied(plan, [Remove("link", two.id)])
    assert "groupid001" not in gone.plan.redundancy
    assert {two.id, "groupid001"} <= gone.touched


def test_a_place_where_a_link_ends_does_not_go():
    place = PLAN.places.named("Beacon Hill")
    with pytest.raises(Refused, match="ends at 'Beacon Hill'; delete or move it first"):
        applied(PLAN, [Remove("place", place.id)], cascade=True)


def test_a_cable_asks_first_and_leaves_its_links_their_glass():
    cable = PLAN.cables.named("P-07")
    with pytest.raises(StillUsed) as told:
        applied(PLAN, [Remove("cable", cable.id)])
    assert any("taken off its strands" in one for one in told.value.goes_with)
    made = applied(PLAN, [Remove("cable", cable.id)], cascade=True).plan
    path = made.links.by_id[BEACON.id].path
    assert not [p for p in path if getattr(p, "cable", None) == "P-07"]
    before = {p.id: getattr(p, "length_m", None) for p in BEACON.path}
    assert {p.id: getattr(p, "length_m", None) for p in path} == before


def test_an_own_part_in_use_is_refused_in_the_words_of_the_link():
    """A link's fiber is this own part: without it nothing could be said of that link."""
    used = {getattr(p, "fiber", None) for link in PLAN.links for p in link.path}
    part = next(one for one in PLAN.own_parts if one.name in used)
    with pytest.raises(Refused, match=part.name):
        applied(PLAN, [Remove("own part", part.id)], cascade=True)


def test_a_taken_strand_is_not_given_twice():
    others = [
        (link, p) for link in PLAN.links for p in link.path
        if getattr(p, "cable", None) == "P-07" and link.id != BEACON.id
    ]  # fmt: skip
    mine = next(p for p in BEACON.path if getattr(p, "cable", None) == "P-07")
    strands = others[0][1].strand_numbers
    with pytest.raises(Refused, match=f"strand {strands[0]} of “P-07” carries"):
        applied(PLAN, [Take(BEACON.id, mine.id, "P-07", strands)])


def test_taking_strands_and_letting_go_keeps_the_figures():
    mine = next(p for p in BEACON.path if getattr(p, "cable", None) == "P-07")
    made = applied(PLAN, [Take(BEACON.id, mine.id, None, ())])
    free = next(p for p in made.plan.links.by_id[BEACON.id].path if p.id == mine.id)
    assert (free.cable, free.strand_numbers, free.length_m) == (None, (), mine.length_m)
    assert made.touched == {BEACON.id}


def test_parts_keep_their_ids_while_they_move():
    link = PLAN.links.named("Instrument Hall – Wet Lab bench")
    ids = [p.id for p in link.path]
    moved = applied(PLAN, [EditLink(link.id, (MoveSegment(ids[0], ids[2]),))]).plan
    assert sorted(p.id for p in moved.links.by_id[link.id].path) == sorted(ids)
    less = applied(PLAN, [EditLink(link.id, (RemovePart(ids[2]),))]).plan
    assert ids[2] not in [p.id for p in less.links.by_id[link.id].path]
    assert {p.id for p in less.links.by_id[link.id].path} < set(ids)


def test_the_head_is_the_plans_own():
    made = applied(PLAN, [Head(name="Other")])
    assert (made.plan.name, made.touched) == ("Other", {PLAN.id})
    rules = replace(PLAN.house_rules, ageing_db=1.0)
    assert applied(PLAN, [Head(house_rules=rules)]).plan.house_rules.ageing_db == 1.0


def test_what_is_touched_is_what_is_another_thing():
    assert touched_by(PLAN, PLAN) == frozenset()
    less = PLAN.having("link", PLAN.links.without(BEACON.id))
    assert touched_by(PLAN, less) == touched_by(less, PLAN) == {BEACON.id}
