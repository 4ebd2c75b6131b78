"""What names what: found once from the descriptions, followed by renaming and letting go."""

from dataclasses import replace

import pytest

from passerelle.core.plan.backbone import Cable, Closure, Group, Place, Splice
from passerelle.core.plan.plan import KEYS, NAMED, TYPES
from passerelle.core.plan.references import named, names_any, needs_any, path_of, renamed, without
from passerelle.demo_data import mistakes_plan

CABLE = Cable("C-1", "Hall", "Hut", "OS2", 12, route=("W-1", "W-2"), pull_points=("Pit",))


def test_a_cable_names_its_ends_its_pathways_and_where_it_is_pulled_out():
    found = {(path_of(where), names.kind, name) for where, names, name in named(CABLE)}
    assert {("a", "place", "Hall"), ("b", "place", "Hut"), ("pull_points[0]", "place", "Pit"),
            ("route[0]", "pathway", "W-1"), ("route[1]", "pathway", "W-2"),
            ("fiber", "own part", "OS2")} <= found  # fmt: skip
    assert not [one for one in found if one[1] == "cable"]


def test_only_names_of_that_kind_are_changed():
    """A place and a pathway may have one name: renaming the one leaves the other."""
    cable = replace(CABLE, route=("Hall", "W-2"))
    assert renamed(cable, "place", {"Hall": "Great Hall"}).a == "Great Hall"
    assert renamed(cable, "place", {"Hall": "Great Hall"}).route == ("Hall", "W-2")
    assert renamed(cable, "pathway", {"Hall": "Tray"}).route == ("Tray", "W-2")
    assert renamed(cable, "pathway", {"Nowhere": "x"}) is cable


def test_two_names_can_change_places():
    turned = renamed(CABLE, "place", {"Hall": "Hut", "Hut": "Hall"})
    assert (turned.a, turned.b) == ("Hut", "Hall")


def test_a_cable_needs_its_ends_and_can_do_without_its_pathways():
    assert needs_any(CABLE, "place", {"Hut"})
    assert not needs_any(CABLE, "place", {"Pit"})
    assert not needs_any(CABLE, "pathway", {"W-1"})
    assert without(CABLE, "pathway", {"W-1"}).route == ("W-2",)
    assert without(CABLE, "place", {"Pit"}).pull_points == ()


def test_a_splice_goes_with_either_of_its_cables():
    splices = (Splice("C-1", 1, "C-2", 1, 4), Splice("C-3", 1, "C-2", 5, 4))
    closure = Closure("K", "Pit", splices)
    assert names_any(closure, "cable", {"C-3"})
    assert without(closure, "cable", {"C-3"}).splices == splices[:1]


def test_a_group_lets_go_of_a_link():
    group = Group("G", ("L1", "L2", "L3"))
    assert without(group, "link", {"L2"}).links == ("L1", "L3")
    assert renamed(group, "link", {"L3": "L9"}).links == ("L1", "L2", "L9")


def test_a_place_stands_inside_another_and_lets_go_of_it():
    rack = Place("Rack", inside="Hall")
    assert renamed(rack, "place", {"Hall": "Attic"}).inside == "Attic"
    assert without(rack, "place", {"Hall"}).inside is None


@pytest.mark.parametrize("kind", NAMED)
def test_renaming_everything_of_a_kind_and_back_changes_nothing(kind):
    """Whatever names a thing of the demo plan is found again under its new name."""
    plan = mistakes_plan()
    there = {one.name: f"{one.name} ~" for one in plan.things(kind)}
    back = {new: old for old, new in there.items()}
    for of in KEYS:
        for thing in plan.things(of):
            away = renamed(thing, kind, there)
            assert renamed(away, kind, back) == thing
            before = [n for _, names, n in named(thing) if names.kind == kind and n in there]
            after = [n for _, names, n in named(away) if names.kind == kind and n in back]
            assert after == [there[name] for name in before]


def test_every_kind_is_described_and_listed():
    assert set(KEYS) == set(TYPES)
    assert len(set(KEYS.values())) == len(KEYS)
