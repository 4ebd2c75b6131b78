"""Which sheets are marked, and with what words."""

from passerelle.core.papers.compared import AnswerChange, Comparison, MaterialChange, ThingChange
from passerelle.core.papers.marks import marked

SHEETS = [
    {"kind": "link", "title": "L1"}, {"kind": "link", "title": "L2"},
    {"kind": "link", "title": "L3"}, {"kind": "pull", "title": "C1"},
    {"kind": "schedule", "title": "L1"}, {"kind": "route", "title": "Ducts and route"},
    {"kind": "materials", "title": "Materials"},
]  # fmt: skip


def marks(things=(), answers=(), materials=()):
    found = Comparison(tuple(things), tuple(answers), tuple(materials), (None, None), (0.0, 0.0))
    return [one.get("mark") for one in marked(SHEETS, found, "A")]


def test_nothing_is_marked_where_nothing_differs():
    assert marks() == [None] * 7


def test_a_sheet_says_new_or_changed_and_a_thing_of_another_kind_is_not_it():
    things = [
        ThingChange("link", "L1", "added", "1"), ThingChange("cable", "C1", "changed", "2"),
        ThingChange("link", "L3", "gone", "3"), ThingChange("pathway", "D", "gone", "4"),
    ]  # fmt: skip
    answers = [AnswerChange("L2", "works", "fails", 1.0, -1.0)]
    bought = [MaterialChange("cord", "x", "piece", 1.0, None)]
    assert marks(things, answers, bought) == [
        "New since “A”", "Changed since “A”", None, "Changed since “A”", None,
        "1 of its things changed since “A”", "Changed since “A”, 1 line",
    ]  # fmt: skip
