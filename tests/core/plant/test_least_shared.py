"""Two routes that share least, on sites small enough to see."""

from passerelle.core.plant import least_shared as module
from passerelle.core.plant.least_shared import least_shared
from tests.planting import plant, way


def routes(*ways, a="A", b="B"):
    found = least_shared(plant(ways), a, b)
    return None if found is None else {tuple(one) for one in found}


def test_a_long_way_round_shares_nothing_and_is_taken():
    assert routes(way("direct", "A", "B", 100.0), way("out", "A", "X", 900.0),
                  way("back", "X", "B", 900.0)) == {("direct",), ("out", "back")}  # fmt: skip


def test_two_ducts_of_one_trench_are_one_way():
    """Both ducts lie in T: 100 m would be shared; the detour of 500 m shares none."""
    inside = [way(n, "A", "B", 100.0, lies_in="T") for n in ("left", "right")]
    assert routes(*inside, way("coast", "A", "B", 500.0)) in (
        {("left",), ("coast",)}, {("right",), ("coast",)}
    )  # fmt: skip


def test_what_both_need_is_as_short_as_it_can_be():
    """From the hut one duct leads out, 40 m; beyond it there are two."""
    found = routes(way("hut", "A", "X", 40.0), way("north", "X", "B", 100.0),
                   way("south", "X", "B", 120.0))  # fmt: skip
    assert found == {("hut", "north"), ("hut", "south")}


def test_no_way_or_too_many_ways_is_no_answer(monkeypatch):
    assert routes(way("one", "A", "X"), way("other", "Y", "B")) is None
    monkeypatch.setattr(module, "MOST_PATHWAYS", 1)
    assert routes(way("one", "A", "B"), way("other", "A", "B")) is None
