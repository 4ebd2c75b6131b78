"""Sets of drills: an open document, the same out and in, refused in a sentence."""

import json

import pytest

from passerelle.practice.drill import DrillError
from passerelle.practice.sets import DrillSet, OneDrill, read_set, write_set

ONE = DrillSet(
    name="Monday", by="Ada",
    drills=[OneDrill(kind="dark", level=3, seed=42, note="Mind the lamp."),
            OneDrill(kind="cable", level=1, seed=0)],
)  # fmt: skip


def test_a_set_goes_out_as_plain_json_and_comes_back_the_same():
    data = write_set(ONE)
    assert read_set(data) == ONE
    told = json.loads(data)
    assert (told["format"], told["version"]) == ("passerelle-drills", 1)
    assert told["drills"][0] == {"kind": "dark", "level": 3, "seed": 42, "note": "Mind the lamp."}


@pytest.mark.parametrize(
    ("change", "said"),
    [
        ({"format": "something"}, "format"),
        ({"version": 2}, "version"),
        ({"name": ""}, "name"),
        ({"drills": []}, "drills"),
        ({"drills": [{"kind": "knitting", "level": 1, "seed": 1}]}, r"drills\[0\].kind"),
        ({"drills": [{"kind": "dark", "level": 9, "seed": 1}]}, r"drills\[0\].level.*9"),
        ({"drills": [{"kind": "dark", "level": 1, "seed": -4}]}, r"drills\[0\].seed.*-4"),
        ({"more": 1}, "more"),
    ],
)
def test_what_is_no_set_is_refused_and_says_where(change, said):
    document = json.loads(write_set(ONE)) | change
    with pytest.raises(DrillError, match=said):
        read_set(json.dumps(document).encode())


@pytest.mark.parametrize("data", [b"", b"{", b"\xff\xfe", b"[" * 100_000, b" " * 200_001])
def test_what_is_no_json_or_too_much_is_refused(data):
    with pytest.raises(DrillError):
        read_set(data)
