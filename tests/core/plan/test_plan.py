"""The plan as a whole: kinds and lists, what is replaced, and what is not copied."""

from dataclasses import replace

import pytest

from passerelle.core.plan.backbone import Place
from passerelle.core.plan.plan import EMPTY, KEYS, NAMED, TYPES, Plan, kind_of, name_of
from passerelle.core.plan.things import Things
from passerelle.demo_data import mistakes_plan

PLAN = mistakes_plan()


def test_every_kind_has_a_list_a_description_and_a_word():
    assert set(KEYS) == set(TYPES)
    assert set(NAMED) <= set(KEYS)
    for kind, key in KEYS.items():
        assert list(PLAN.things(kind)) == list(getattr(PLAN, key))


def test_a_thing_knows_its_kind_by_what_it_is():
    for kind in KEYS:
        for thing in PLAN.things(kind):
            assert kind_of(thing) == kind
            assert name_of(thing)


def test_another_list_leaves_the_others_the_very_same():
    made = PLAN.having("place", PLAN.places.put(Place("Attic")))
    assert made.places.named("Attic") is not None
    assert PLAN.places.named("Attic") is None
    for kind, key in KEYS.items():
        if kind != "place":
            assert getattr(made, key) is getattr(PLAN, key)


def test_an_empty_plan_holds_nothing_and_is_no_longer_empty_with_something():
    assert all(len(EMPTY.things(kind)) == 0 for kind in KEYS)
    assert EMPTY.having("place", Things([Place("A")])) != EMPTY


def test_a_plan_cannot_be_changed_in_place():
    with pytest.raises(AttributeError):
        PLAN.name = "other"  # type: ignore[misc]
    assert replace(PLAN, name="other").name == "other"
    assert isinstance(PLAN, Plan)
