"""The plant's look-ups, and the lengths of a cable. Metres worked by hand."""

import pytest

from passerelle.core.plan.backbone import Cable, Slack
from passerelle.core.plant.model import lengths
from tests.planting import cable, plant, standard, use, way


def test_lengths_to_order():
    """100 m of route, 3 m of slack at each end by default, 8 m in a chamber: 114; 5 % waste."""
    one = Cable("C", "A", "B", "OS2", 12, standard("Outdoor, loose tube, all"), ("w",),
                slack_on_way=(Slack("M", 8.0),))  # fmt: skip
    known = lengths(plant((way("w", "A", "B"),), (one,)), one)
    assert (known.route_m, known.slack_m, known.needed_m) == (100, 14, 114)
    assert known.order_m == pytest.approx(119.7)
    assert known.glass_m == pytest.approx(115.14)  # 1 % helix of stranded loose tube


def length_of(one, *ways):
    return lengths(plant(ways, (one,)), one)


WAY = way("w", "A", "B")


def test_what_is_there_already_is_no_longer_than_it_is():
    """An existing cable of 100 m with 3 + 3 m of slack is 106 m: no waste is ordered."""
    known = length_of(Cable("C", "A", "B", "OS2", 12, route=("w",), existing=True), WAY)
    assert (known.needed_m, known.order_m) == (106, 106)


def test_a_stated_length_goes_before_the_route_and_a_measured_glass_before_both():
    stated = length_of(cable("C", "A", "B", "w", length_m=130.0), WAY)
    assert (stated.order_m, stated.glass_m, stated.glass_from) == (
        130,
        pytest.approx(131.3),
        "sheath",
    )
    assert stated.needed_m == 100
    measured = length_of(cable("C", "A", "B", "w", length_m=130.0, glass_m=131.2), WAY)
    assert (measured.order_m, measured.glass_m, measured.glass_from) == (130, 131.2, "measured")


def test_a_cable_without_a_route_has_no_length_until_one_is_stated():
    known = length_of(cable("C", "A", "B"), WAY)
    assert (known.route_m, known.needed_m, known.order_m, known.glass_m) == (None,) * 4


def test_a_guessed_pathway_makes_the_length_uncertain_and_a_measured_glass_certain_again():
    guessed = way("w", "A", "B", length_from="guess")
    assert not length_of(cable("C", "A", "B", "w"), guessed).certain
    assert not length_of(cable("C", "A", "B", "w", length_m=100.0), guessed).certain
    assert length_of(cable("C", "A", "B", "w", glass_m=104.0), guessed).certain
    assert length_of(cable("C", "A", "B", "w"), WAY).certain


def test_only_stranded_loose_tubes_have_glass_longer_than_their_cable():
    """200 m: 202 in loose tube, 200 in a tight-buffered cable."""
    loose = length_of(
        cable("C", "A", "B", length_m=200.0, type=standard("Outdoor, loose tube, all"))
    )
    tight = length_of(cable("C", "A", "B", length_m=200.0, type=standard("Indoor")))
    assert (loose.glass_m, tight.glass_m) == (pytest.approx(202.0), 200.0)


def test_a_route_is_walked_from_the_cables_own_end():
    ways = (way("v", "M", "A"), way("w", "M", "B"))
    there, back = cable("C", "A", "B", "v", "w"), cable("D", "B", "A", "w", "v")
    site = plant(ways, (there, back))
    assert [(p.name, forward) for p, forward in site.steps(there)] == [("v", False), ("w", True)]
    assert [(p.name, forward) for p, forward in site.steps(back)] == [("w", False), ("v", True)]
    assert site.stops(there) == ["A", "M", "B"]
    assert site.stops(back) == ["B", "M", "A"]


def test_what_is_only_wished_for_lies_in_no_pathway():
    site = plant((WAY,), (cable("C", "A", "B", "w"), cable("D", "A", "B", "w", wish=True)))
    assert [one.name for one in site.cables_in["w"]] == ["C"]
    assert [one.name for one in site.pathways_at["B"]] == ["w"]


def test_which_links_take_strands_of_a_cable():
    links = (
        use("1", "x", ("A", "B"), ("C", (1, 2))),
        use("2", "y", ("A", "B"), ("D", (1,)), ("C", ())),
    )
    taken = plant((WAY,), (cable("C", "A", "B", "w"),), links).uses_of
    assert [(link.name, at.strands) for link, at in taken["C"]] == [("x", (1, 2)), ("y", ())]
