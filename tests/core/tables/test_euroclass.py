"""Reaction to fire: an order of classes and additions, against a plain ranking of each scale."""

from hypothesis import given
from hypothesis import strategies as st

from passerelle.core.tables.euroclass import CLASSES, is_euroclass, reaches

SMOKE_WORST_FIRST = ["s3", "s2", "s1", "s1b", "s1a"]
CLASS = st.sampled_from(["Fca", "Eca", "Dca", "Cca", "B2ca", "B1ca", "Aca"])
FULL = st.tuples(
    CLASS, st.sampled_from(SMOKE_WORST_FIRST), st.integers(0, 2), st.integers(1, 3)
)  # fmt: skip


def text(one):
    name, smoke, droplets, acid = one
    return f"{name}-{smoke},d{droplets},a{acid}"


@given(FULL, FULL)
def test_a_cable_reaches_what_it_is_no_worse_than_on_every_scale(has, asked):
    better = (
        CLASSES.index(has[0]) <= CLASSES.index(asked[0])
        and SMOKE_WORST_FIRST.index(has[1]) >= SMOKE_WORST_FIRST.index(asked[1])
        and has[2] <= asked[2]
        and has[3] <= asked[3]
    )
    assert reaches(text(has), text(asked)) is better
    assert is_euroclass(text(has))


@given(FULL)
def test_what_is_not_asked_is_not_held_against_it_and_what_is_not_said_is_worst(one):
    assert reaches(text(one), one[0])
    assert not reaches(one[0], text(one))
