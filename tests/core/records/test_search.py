"""Search: one error in a word is forgiven, a figure that is one off is not."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from passerelle.core.records.search import BEGINS, EXACT, ONE_OFF, Entry, index_of, search

ENTRIES = [
    Entry("place", "Beacon Hill", "p1", "place", "mast"),
    Entry("place", "Pier Office", "p2", "place"),
    Entry("cable", "P-07", "c1", "24 × OS2, Pier Office to Hill Chamber"),
    Entry("cable", "P-08", "c2", "24 × OS2, Hill Chamber to Beacon Hill"),
    Entry("link", "Pier Office – Beacon Hill", "l1", "10GBASE-LR"),
    Entry("serial", "SKV-0231-LR", "l1", "module of Pier Office – Beacon Hill", code="SKV-0231-LR"),
    Entry("place", "Büro", "p3", "place"),
]
INDEX = index_of(ENTRIES)


def found(typed: str) -> list[tuple[str, int]]:
    return [(hit.entry.name, hit.off) for hit in search([INDEX], typed)]


@pytest.mark.parametrize(
    ("typed", "first"),
    [
        ("beacon hill", ("Beacon Hill", EXACT)),
        ("BEACON", ("Beacon Hill", EXACT)),
        ("beac", ("Beacon Hill", BEGINS)),
        ("becon hill", ("Beacon Hill", ONE_OFF)),
        ("baecon hill", ("Beacon Hill", ONE_OFF)),
        ("beaconn", ("Beacon Hill", ONE_OFF)),
        ("bexc", ("Beacon Hill", ONE_OFF)),
        ("buro", ("Büro", EXACT)),
        ("mast", ("Beacon Hill", EXACT)),
        ("0231", ("SKV-0231-LR", EXACT)),
    ],
)
def test_one_letter_wrong_missing_more_or_swapped_is_forgiven(typed, first) -> None:
    assert found(typed)[0] == first


@pytest.mark.parametrize("typed", ["bcn hil", "p-09", "0232", "zeppelin", "", "  –  "])
def test_two_errors_and_other_figures_are_not(typed) -> None:
    assert found(typed) == []


def test_every_word_has_to_fit() -> None:
    assert [name for name, _ in found("pier beacon")] == [
        "Pier Office – Beacon Hill", "SKV-0231-LR",
    ]  # fmt: skip
    assert found("pier zeppelin") == []


def test_the_name_goes_before_what_is_said_of_a_thing() -> None:
    """Beacon Hill is in the names of a place and a link, and in what is said of a cable."""
    names = [name for name, _ in found("beacon hill")]
    assert names[:2] == ["Beacon Hill", "Pier Office – Beacon Hill"]
    assert names.index("P-08") > 1


def test_parts_are_searched_together_and_the_best_of_all_stands_first() -> None:
    one, other = index_of(ENTRIES[2:]), index_of(ENTRIES[:2])
    assert search([one, other], "beacon hill")[0].entry.name == "Beacon Hill"
    assert len(search([one, other], "pier", most=2)) == 2
    assert search([], "pier") == ()


WORD = st.text("abcdefghijklmnop", min_size=5, max_size=9)


@given(WORD, st.integers(0, 8), st.sampled_from("abcdefghijklmnop"), st.sampled_from(range(4)))
def test_any_single_error_still_finds_the_word(word, at, letter, kind) -> None:
    at = min(at, len(word) - 2)
    spoilt = (
        word[:at] + letter + word[at + 1 :],
        word[:at] + word[at + 1 :],
        word[:at] + letter + word[at:],
        word[:at] + word[at + 1] + word[at] + word[at + 2 :],
    )[kind]
    index = index_of([Entry("place", word, "p", "")])
    assert [hit.entry.name for hit in search([index], spoilt)] == [word]
