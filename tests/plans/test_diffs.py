"""What differs between two documents: forwards gives the new one, backwards the old one."""

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from passerelle.plans.diffs import ClashError, diff, patched, turned

PLAIN = st.one_of(st.booleans(), st.integers(-9, 9), st.text(max_size=3))
ENTRIES = st.lists(
    st.fixed_dictionaries({"id": st.sampled_from("abcdef"), "n": PLAIN}, optional={"m": PLAIN}),
    max_size=5, unique_by=lambda one: one["id"],
)  # fmt: skip
ANY = st.one_of(PLAIN, ENTRIES, st.lists(PLAIN, max_size=3), st.dictionaries(st.just("k"), PLAIN))
DOCS = st.fixed_dictionaries(
    {"path": ENTRIES}, optional={"name": PLAIN, "kind": ANY, "house": ANY, "route": ANY}
)


@settings(suppress_health_check=[HealthCheck.too_slow])
@given(DOCS, DOCS)
def test_forwards_and_backwards(before, after):
    steps = diff(before, after)
    assert patched(before, steps) == after
    assert patched(after, turned(steps)) == before
    assert (steps == []) == (before == after)


def test_a_step_names_the_entry_by_its_id_and_keeps_only_what_changed():
    before = {"path": [{"id": "a", "m": 1, "x": 7}, {"id": "b", "m": 2}]}
    after = {"path": [{"id": "b", "m": 3}, {"id": "a", "m": 1, "x": 7}]}
    assert diff(before, after) == [
        {"p": ["path", "#b", "m"], "b": 2, "a": 3},
        {"p": ["path", "#"], "b": ["a", "b"], "a": ["b", "a"]},
    ]
    assert diff(None, {"a": 1}) == [{"p": [], "a": {"a": 1}}]


def test_a_document_that_is_not_what_the_steps_start_from_is_left_alone():
    steps = diff({"m": 1}, {"m": 2})
    with pytest.raises(ClashError):
        patched({"m": 3}, steps)
    with pytest.raises(ClashError):
        patched(None, steps)
    assert patched({"m": 1, "other": 5}, steps) == {"m": 2, "other": 5}
