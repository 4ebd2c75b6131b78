"""The table of part kinds against the type that names them, and what each kind is."""

from typing import get_args

import pytest

from passerelle.core.plan.lightpath import SegmentKind
from passerelle.core.tables import kinds
from passerelle.core.tables.kinds import BOXES, ONE_THING, PART_KINDS
from passerelle.core.tables.rows import TableError, Wiring


def test_every_kind_of_the_type_has_a_row_and_no_row_is_too_many():
    assert list(PART_KINDS) == list(get_args(SegmentKind))


def test_what_each_kind_is():
    def those(flag):
        return {name for name, row in PART_KINDS.items() if getattr(row, flag)}

    assert those("glass") == {"cord", "cable", "pigtail", "cassette"}
    assert those("fixed") == {"cable", "pigtail"}
    assert those("handy") == {"cord", "pigtail"}
    assert those("of_its_run") == {"pigtail"}
    assert those("ports") == {"cassette"}
    assert set(BOXES) == {"cassette", "inline"}
    assert set(ONE_THING) == set(PART_KINDS) - {"cable"}  # a cable is a thing of the plan itself


def test_a_cord_is_changed_before_a_pigtail_and_a_cable_last():
    order = sorted(PART_KINDS, key=lambda name: PART_KINDS[name].change_rank)
    assert (order[0], order[1], order[-1]) == ("cord", "pigtail", "cable")


def test_wirings_are_wirings_and_a_usual_one_is_among_them():
    known = set(get_args(Wiring))
    for row in PART_KINDS.values():
        assert set(row.wirings) <= known
        for usual in (row.usual_pair, row.usual_row):
            assert usual is None or usual in row.wirings


@pytest.mark.parametrize(
    ("row", "said"),
    [
        ({"glass": False, "usual_length_m": 1.0}, "a length without glass"),
        ({"of_its_run": True}, "not of the fixed cabling"),
    ],
)
def test_a_row_that_makes_no_sense_is_refused(monkeypatch, row, said):
    plain = {"name": "x", "title": "x", "change_rank": 0, "effort": "cord", "glass": True}
    monkeypatch.setattr(kinds, "read_file", lambda _: {"kind": [plain | row]})
    with pytest.raises(TableError, match=said):
        kinds._read()
