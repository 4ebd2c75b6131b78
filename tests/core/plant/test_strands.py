"""Strands: colours, what is free, and how they run on through splices."""

import pytest

from passerelle.core.plan.backbone import Closure, Splice, StrandNote, Termination
from passerelle.core.plant.strands import (
    StrandError,
    coiled_at,
    colour,
    followed,
    next_free,
    strands,
    taken,
)
from tests.planting import cable, plant, spliced, use


def test_strand_colours_and_tubes():
    one = cable("C", "A", "B", strands=30)
    rows = strands(plant((), (one,)), one)
    assert [str(colour(n)) for n in (1, 12, 13, 25)] == [
        "blue", "aqua", "blue, one stripe", "blue, two stripes",
    ]  # fmt: skip
    assert (rows[25].tube, rows[25].in_tube, rows[25].colour.base, rows[25].tube_colour.base) == (
        3, 2, "orange", "green",
    )  # fmt: skip


def test_the_next_free_pair_stays_in_one_tube():
    notes = tuple(StrandNote(n, "reserved") for n in range(1, 12))
    one = cable("C", "A", "B", strands=24, strand_notes=notes)
    assert next_free(plant((), (one,)), one, 2) == (13, 14)  # 12 is free, but its pair is not
    assert next_free(plant((), (one,)), one, 1) == (12,)
    assert next_free(plant((), (one,)), one, 14) == ()


def test_what_a_strand_is_comes_from_links_before_notes_and_bad_goes_before_both():
    notes = (StrandNote(1, "reserved", "for the pump"), StrandNote(2, "bad"), StrandNote(5, "dark"))
    one = cable("C", "A", "B", strand_notes=notes)
    site = plant((), (one,), (use("1", "x", ("A", "B"), ("C", (1, 2))),))
    rows = strands(site, one)
    assert [row.state for row in rows[:6]] == ["used", "bad", "free", "free", "dark", "free"]
    assert (rows[0].note, rows[0].links, rows[2].links) == ("for the pump", ("x",), ())
    assert taken(site, one) == {1, 2, 5}


def test_ports_hold_two_strands_each_and_count_from_the_first():
    """The panel's port 13 takes strands 1 and 2, so strand 7 stands on 13 + 3 = 16."""
    one = cable("C", "A", "B", end_a=Termination("pigtails", "LC/UPC", "P", 13))
    ports = [row.ports for row in strands(plant((), (one,)), one)]
    assert [ports[n - 1] for n in (1, 2, 3, 7, 12)] == [
        (13, None), (13, None), (14, None), (16, None), (18, None)
    ]  # fmt: skip


def test_strands_that_a_link_holds_are_free_to_that_link():
    one = cable("C", "A", "B")
    site = plant((), (one,), (use("1", "x", ("A", "B"), ("C", (1, 2))),))
    assert next_free(site, one, 2) == (3, 4)
    assert next_free(site, one, 2, besides="x") == (1, 2)
    assert next_free(site, one, 12) == ()


def test_a_row_of_strands_does_not_go_over_a_tube():
    """Eleven of the second tube are free from 14 on; eight side by side start odd: 15 to 22."""
    one = cable(
        "C", "A", "B", strands=24, strand_notes=(StrandNote(6, "dark"), StrandNote(13, "bad"))
    )
    assert next_free(plant((), (one,)), one, 8) == (15, 16, 17, 18, 19, 20, 21, 22)
    assert next_free(plant((), (one,)), one, 4) == (1, 2, 3, 4)
    assert next_free(plant((), (one,)), one, 6) == (7, 8, 9, 10, 11, 12)


CHAIN = (cable("C1", "A", "M"), cable("C2", "N", "M"), cable("C3", "N", "B"))
"""A to M, on from M to N in a cable that is recorded from N, on from N to B."""


def test_strands_run_on_through_closures_whichever_way_a_cable_is_recorded():
    site = plant(
        (), CHAIN, closures=(spliced("M", "C1", "C2", 4, 1, 5), spliced("N", "C3", "C2", 4, 9, 5))
    )
    found = followed(site, site.cables["C1"], (1, 2))
    assert [(s.cable, s.strands, s.forward, s.splice) for s in found] == [
        ("C1", (1, 2), True, "fusion"), ("C2", (5, 6), False, "fusion"), ("C3", (9, 10), True, None)
    ]  # fmt: skip
    # from the middle cable, whose end a is towards B: the same run from its other end
    assert [(s.cable, s.strands, s.forward) for s in followed(site, site.cables["C2"], (5, 6))] == [
        ("C3", (9, 10), False), ("C2", (5, 6), True), ("C1", (1, 2), False)
    ]  # fmt: skip


def test_strands_that_part_ways_and_rings_are_refused():
    parted = plant((), CHAIN, closures=(spliced("M", "C1", "C2", 1),))
    with pytest.raises(StrandError, match="strands 1, 2 of “C1” part ways in closure “closure M”"):
        followed(parted, parted.cables["C1"], (1, 2))
    ring = (cable("R1", "A", "M"), cable("R2", "M", "A"))
    round_it = plant(
        (), ring, closures=(spliced("M", "R1", "R2", 12), spliced("A", "R2", "R1", 12))
    )
    with pytest.raises(StrandError, match="lead round in a ring"):
        followed(round_it, round_it.cables["R1"], (1,))


def test_a_splice_onto_a_strand_that_is_not_there_is_refused():
    short = (cable("C1", "A", "M"), cable("C2", "M", "B", strands=4))
    site = plant((), short, closures=(spliced("M", "C1", "C2", 12),))
    assert followed(site, site.cables["C1"], (4,))[-1].strands == (4,)
    with pytest.raises(StrandError, match="“C2” has 4 strands; there is no 5"):
        followed(site, site.cables["C1"], (5,))


def test_mechanical_splices_are_told_from_fusion_splices():
    joined = Closure("box", "M", (Splice("C1", 1, "C2", 1, 2, "mechanical"),))
    site = plant((), (cable("C1", "A", "M"), cable("C2", "M", "B")), closures=(joined,))
    assert [one.splice for one in followed(site, site.cables["C2"], (1,))] == ["mechanical", None]


def test_no_strand_is_free_of_a_cable_that_is_left_coiled_and_it_says_where():
    one = cable("C", "A", "B", end_b=Termination("coiled"))
    assert next_free(plant((), (one,)), one, 2) == ()
    assert coiled_at(one) == ("B",)
    assert coiled_at(cable("C", "A", "B")) == ()
