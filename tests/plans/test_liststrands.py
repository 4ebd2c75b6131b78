"""Rows about strands: each goes into its cable, and several of one cable into the same."""

import pytest

from passerelle.core.plan.backbone import Cable, StrandNote
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.refused import Refused
from passerelle.formats.lists.sheet import likeliest, read_sheet, understood
from passerelle.plans.listimport import accepted, judged
from passerelle.plans.liststrands import StrandRow, noted

C1 = Cable("C1", "A", "B", "OS2", 12, strand_notes=(StrandNote(2, "dark", "old"),))


def listed(text):
    sheet = read_sheet(text.encode())
    kind = likeliest(sheet.head)
    assert kind == "strand"
    return judged(Plan("p", cables=Things([C1])), kind, understood(sheet.head, kind), sheet.rows)


def test_several_rows_of_a_cable_are_one_change_that_holds_all_of_them():
    found = listed("Cable;Strand;State;Note\nc1;7;bad;broken at the hut\nC1;2;free;\nC1;1;;\n")
    assert [row.outcome for row in found.rows] == ["changed", "changed", "unchanged"]
    (put,), what = accepted(found, "strand")
    assert what == "Import 2 rows of strands"
    assert put.thing.strand_notes == (StrandNote(7, "bad", "broken at the hut"),)


def test_a_strand_stands_in_the_list_once_and_within_its_cable():
    found = listed("cable,fibre,state\nC1,3,dark\nC1,3,bad\nC1,13,bad\nC9,1,bad\n")
    assert [row.problems for row in found.rows] == [
        [],
        [("Strand", "stands in the list twice")],
        [("Strand", "13 is over 12, the strands of C1")],
        [("Cable", "“C9” is no cable of the plan")],
    ]


@pytest.mark.parametrize(
    ("row", "notes", "said"),
    [
        (StrandRow("C1", 2, "dark"), C1.strand_notes, "as it is"),
        (StrandRow("C1", 2, "bad"), (StrandNote(2, "bad", "old"),), "C1 strand 2: dark → bad"),
        (StrandRow("C1", 2, None, "new"), (StrandNote(2, "dark", "new"),), "dark → dark"),
        (StrandRow("C1", 2, "used"), C1.strand_notes, "follows from the links"),
    ],
)
def test_what_a_row_says_of_a_strand(row, notes, said):
    cable, told = noted(C1, row)
    assert cable.strand_notes == notes
    assert said in told


def test_a_note_alone_is_no_state():
    with pytest.raises(Refused, match="is missing"):
        noted(C1, StrandRow("C1", 5, None, "why"))
