"""Lists of things: by id and by name, an order that survives, never changed in place."""

from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from passerelle.core.plan.backbone import Place
from passerelle.core.plan.things import Things


def place(number, name=None):
    return Place(name or f"P{number}", id=f"placeid{number:04d}")


ABC = Things([place(1), place(2), place(3)])


def test_things_are_found_by_id_and_by_name():
    assert ABC.get("placeid0002").name == "P2"
    assert ABC.named("P3").id == "placeid0003"
    assert ABC.get("nowhere") is None
    assert ABC.named("nowhere") is None
    assert "placeid0001" in ABC
    assert "P1" not in ABC


def test_putting_a_thing_keeps_its_place_and_adds_a_new_one_last():
    changed = ABC.put(place(2, "Attic"))
    assert [one.name for one in changed] == ["P1", "Attic", "P3"]
    assert [one.name for one in ABC] == ["P1", "P2", "P3"]
    assert [one.name for one in ABC.put(place(9))] == ["P1", "P2", "P3", "P9"]
    assert (changed.named("P2"), changed.named("Attic").id) == (None, "placeid0002")


def test_taking_a_thing_away_leaves_the_others_as_they_are():
    less = ABC.without("placeid0001")
    assert [one.name for one in less] == ["P2", "P3"]
    assert less.named("P1") is None
    assert less.get("placeid0003") is ABC.get("placeid0003")


def test_lists_are_alike_where_their_things_are():
    assert Things([place(1)]) == Things([place(1)])
    assert Things([place(1)]) != Things([place(1, "x")])
    assert Things([place(1), place(2)]) != Things([place(2), place(1)])


@given(st.permutations(range(6)))
def test_an_order_is_taken_as_it_is_given(order):
    many = Things([place(n) for n in range(6)])
    placed = many.placed([f"placeid{n:04d}" for n in order])
    assert [one.id for one in placed] == [f"placeid{n:04d}" for n in order]
    assert set(placed) == set(many)


@given(st.lists(st.tuples(st.integers(0, 5), st.sampled_from("abc")), max_size=20))
def test_putting_one_after_the_other_is_putting_all_at_once(puts):
    made = [place(n, name) for n, name in puts]
    one_by_one = ABC
    for one in made:
        one_by_one = one_by_one.put(one)
    assert list(ABC.put_all(made)) == list(one_by_one)
    assert ABC.put_all(made).by_id == {one.id: one for one in one_by_one}


def test_a_thing_is_the_same_thing_whatever_its_name():
    assert replace(place(1), name="Else").id == place(1).id
