"""Tables: units in headings say what the cells are; figures are rounded on their way out."""

import pytest

from passerelle.core.papers.table import columns, shown


def test_the_unit_of_a_heading_says_what_its_cells_are():
    found = columns("Name", "Length [m]", "Buy [#]", "Each [money]", "Draw [W]")
    assert [one.figure for one in found] == ["text", "m", "count", "money", "text"]
    assert [one.label for one in found] == ["Name", "Length [m]", "Buy", "Each", "Draw [W]"]


@pytest.mark.parametrize(
    ("value", "figure", "out"),
    [(12.3456, "m", 12.35), (850.04, "nm", 850.0), (-0.001, "dB", 0.0), (None, "m", None),
     (7, "count", 7), ("x", "m", "x")],
)  # fmt: skip
def test_figures_are_rounded_and_what_is_not_known_stays_so(value, figure, out):
    made = shown(value, figure)
    assert made == out
    assert str(made) != "-0.0"
