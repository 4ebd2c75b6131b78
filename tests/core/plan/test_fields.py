"""What fields may hold: ids, names, and what a reader says of the rest."""

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from passerelle.core.plan.backbone import Place
from passerelle.core.plan.fields import PLAIN, PRINTABLE, new_id, not_written
from passerelle.core.refused import Refused
from passerelle.formats import documents


def test_new_ids_are_short_plain_and_never_alike():
    made = {new_id() for _ in range(2000)}
    assert len(made) == 2000
    assert all(re.fullmatch("[0-9a-f]{13}", one) for one in made)


@pytest.mark.parametrize(
    ("doc", "path", "said"),
    [
        ({"name": "x", "id": "short"}, "id", "at least 8 are needed"),
        ({"name": "x", "id": "a" * 27}, "id", "27 characters, at most 26"),
        ({"name": "x", "id": "with space"}, "id", "letters and digits only, 8 to 26"),
        ({"name": "x", "id": "ümlautümlaut"}, "id", "letters and digits only"),
        ({"name": "x", "id": "abcdefgh\n"}, "id", "letters and digits only"),
        ({"name": ""}, "name", "is empty"),
        ({"name": "n" * 121}, "name", "121 characters, at most 120"),
        ({"name": "a\x00b"}, "name", "U+0000"),
        ({"name": "a\tb"}, "name", "U+0009"),
        ({"name": "a\x7fb"}, "name", "U+007F"),
        ({"name": "a\x85b"}, "name", "U+0085"),
        ({"name": "a\n"}, "name", "U+000A"),
        ({}, "name", "is missing"),
    ],
)
def test_what_a_name_and_an_id_may_not_hold(doc, path, said):
    with pytest.raises(Refused) as refused:
        documents.of_raw(Place, doc)
    assert refused.value.path == path
    assert said in refused.value.reason


@pytest.mark.parametrize(
    "name", ["Hütte 3", "光纤", "=1+1", " leading", "’quoted“", "a\u2028b", "🔌"]
)
def test_whatever_can_be_printed_is_a_name(name):
    read = documents.of_raw(Place, {"name": name})
    assert read.name == name
    assert documents.read(Place, documents.write(Place, read)) == read


@given(st.text(min_size=1, max_size=12))
def test_the_pattern_refuses_control_characters_and_nothing_else(text):
    control = any(ord(c) < 0x20 or 0x7F <= ord(c) <= 0x9F for c in text)
    surrogate = any(0xD800 <= ord(c) <= 0xDFFF for c in text)
    if surrogate:
        return  # no document holds one
    try:
        read = documents.of_raw(Place, {"name": text})
    except Refused as refused:
        assert control
        assert "cannot be printed" in refused.reason
    else:
        assert not control
        assert read.name == text


def test_each_pattern_says_in_its_own_words_what_is_wrong():
    assert not_written(PLAIN.pattern, "!") == "an id has letters and digits only, 8 to 26 of them"
    assert "U+0007" in not_written(PRINTABLE.pattern, "bell\x07")
