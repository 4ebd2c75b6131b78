"""What several strands say together, at the edges of each threshold.

A good plant of 1 km reads 0.86 dB at 1310 nm and 0.74 dB at 1550 nm, expected 0.94 and 0.86 less a
little: what a group is moved by is put on top.
"""

import pytest

from passerelle.core.measuring.patterns import bend_db, high_db, together

from .reading import every, plan_of, reading, sheet, usual

ALL = set(range(1, 13))


def moved(strands, db, *, nm=None, way=None, plan=None):
    def of(n, at_nm, at_way):
        hit = n in strands and nm in (None, at_nm) and way in (None, at_way)
        return round(usual(n, at_nm, at_way) + (db if hit else 0.0), 3)

    return sheet(every(24 if plan else 12, of), plan)


def rules(made):
    return [(one.finding.rule.id, one.strands) for one in together(made)]


def test_a_good_plant_says_nothing_together():
    assert rules(moved(set(), 0.0)) == []


@pytest.mark.parametrize(("way", "towards"), [("a-b", "B"), ("b-a", "A")])
@pytest.mark.parametrize(("db", "word"), [(0.5, "more"), (-0.5, "less")])
def test_everything_off_one_way_names_the_way_and_the_sign(way, towards, db, word):
    (one,) = together(moved(ALL, db, way=way))
    assert one.finding.rule.id == "test.reference"
    assert one.finding.message == (
        f"All 12 strands read 0.50 dB {word} towards {towards} than the other way."
    )


def test_three_strands_say_nothing_of_a_reference_and_four_do():
    """Half a decibel one way, on so few strands as were read."""

    def few(count):
        cells = [(n, nm, way) for n in range(1, count + 1) for nm in (1310.0, 1550.0)
                 for way in ("a-b", "b-a")]  # fmt: skip
        facts = [reading(n, usual(n, nm, way) + (0.5 if way == "a-b" else 0.0), nm, way)
                 for n, nm, way in cells]  # fmt: skip
        return [rule for rule, _ in rules(sheet(facts))]

    assert "test.reference" not in few(3)
    assert "test.reference" in few(4)


def test_off_by_as_much_both_ways_is_no_reference_of_one_way():
    """0.3 dB more everywhere is within what joints of such a plant spread by."""
    assert rules(moved(ALL, 0.3)) == []


@pytest.mark.parametrize(
    ("strands", "db", "found"),
    [
        ({3, 4}, 0.9, [("test.same-end", (3, 4))]),  # one duplex port
        ({4, 5}, 0.9, []),  # of two ports
        ({3}, 0.9, []),  # one of the two alone
        ({3, 4}, 0.05, []),  # no more than strands differ
    ],
)
def test_both_strands_of_one_port_and_nothing_else(strands, db, found):
    assert rules(moved(strands, db)) == found


def test_two_strands_of_a_port_that_differ_much_are_two_things():
    def of(n, nm, way):
        return usual(n, nm, way) + {3: 0.6, 4: 1.4}.get(n, 0.0)

    assert rules(sheet(every(12, of))) == []


def test_a_whole_tube_is_told_against_the_others():
    plan = plan_of(strands=24)
    (one,) = together(moved(set(range(13, 25)), 0.8, plan=plan))
    assert (one.finding.rule.id, one.strands) == ("test.row", tuple(range(13, 25)))
    assert one.finding.message.startswith("All 12 strands of this tube lie 0.8")
    assert "than the others" in one.finding.message


def test_with_one_strand_of_the_tube_as_it_should_be_it_is_no_row():
    """The pairs that are high together are still told, port by port; 13 and 14 are not alike."""
    found = rules(moved(set(range(14, 25)), 0.8, plan=plan_of(strands=24)))
    assert {rule for rule, _ in found} == {"test.same-end"}
    assert [strands for _, strands in found] == [(n, n + 1) for n in range(15, 24, 2)]


def test_how_far_a_row_lies_over_is_the_middle_of_its_readings():
    made = moved({5}, 0.6)
    by = {row.run.strand: high_db(row) for row in made.rows}
    plain = {row.run.strand: high_db(row) for row in moved(set(), 0.0).rows}
    assert by[5] - plain[5] == pytest.approx(0.6)
    assert by[6] == plain[6]
    assert high_db(sheet([]).rows[0]) is None


@pytest.mark.parametrize(("db", "bent"), [(0.5, True), (0.05, False), (-0.5, False)])
def test_only_more_at_the_longer_wavelength_is_a_bend(db, bent):
    row = moved({5}, db, nm=1550.0).rows[4]
    assert (bend_db(row) is not None) is bent
    if bent:
        assert bend_db(row) == pytest.approx(bend_db(moved({5}, db + 0.1, nm=1550.0).rows[4]) - 0.1)


def test_on_multimode_no_wavelength_tells_a_bend():
    plan = plan_of(length_m=200.0, fiber="OM3")
    facts = [reading(5, 1.2 if nm > 1000 else 0.5, nm, way)
             for nm in (850.0, 1300.0) for way in ("a-b", "b-a")]  # fmt: skip
    assert bend_db(sheet(facts, plan).rows[4]) is None
