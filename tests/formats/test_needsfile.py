"""Needs from a CSV: each row is read whole, or refused in a sentence that names its field."""

import pytest

from passerelle.core.choice.need import SiteNeed
from passerelle.core.refused import Refused
from passerelle.formats.needsfile import COLUMNS, read_needs

GOOD = {"from": "Hut", "to": "Mast", "distance_m": "240", "rate_gbps": "10"}


def _row(**cells):
    row = GOOD | cells
    (read,) = read_needs((",".join(row) + "\n" + ",".join(row.values()) + "\n").encode())
    return read


def test_every_column_arrives():
    cells = "Hut,Mast,240.5,1,10,2031,2,310,OM3,4,SFP+,,,Rack switch,no,yes,wet; rodents,lasting,"
    (row,) = read_needs((",".join(COLUMNS) + "\n" + cells + "field,SC/APC,film,12,20").encode())
    assert row.need == SiteNeed(
        "Hut", "Mast", 240.5, 1.0, 10.0, 2031, 2, 310.0, 4, "SFP+", None, None, "Rack switch",
        False, True, ("wet", "rodents"), "OM3", "lasting", "field", "SC/APC",
            "film", 12.0, 20.0,
    )  # fmt: skip


def test_what_is_left_out_is_not_made_up():
    assert _row().need == SiteNeed("Hut", "Mast", 240.0, 10.0)


@pytest.mark.parametrize(
    ("cells", "problem"),
    [
        ({"circuits": "0"}, "circuits: 0 circuits; from 1 to 48 can be asked for"),
        ({"circuits": "2.7"}, "circuits: 2.7 is not a whole number"),
        ({"circuits": "nan"}, "circuits: 'nan' is not a number"),
        ({"circuits": "1e400"}, "circuits: '1e400' is not a number"),
        ({"distance_m": "far"}, "distance_m: 'far' is not a number"),
        ({"distance_m": "0"}, "distance_m: 0 m is not a distance"),
        ({"distance_m": "5000000"}, "distance_m: 5000000 m is not a distance"),
        ({"outdoors": "perhaps"}, "outdoors: 'perhaps' is neither yes nor no"),
        ({"strands_at_hand": "2"}, "existing: strands at hand are of some glass"),
        ({"to": ""}, "to: the place is missing"),
        ({"to": "M" * 500}, "to: 'MMMM"),
        ({"from": "Hu\x07t"}, "from: 'Hu\\x07t' is no name"),
    ],
)  # fmt: skip
def test_a_row_that_says_nonsense_is_refused_by_itself(cells, problem):
    row = _row(**cells)
    assert row.need is None
    assert row.problem.startswith(problem)


@pytest.mark.parametrize(
    ("data", "said"),
    [(b"from,to,distance_m\nA,B,1\n", "lacks 'rate_gbps'"), (b"\xff\xfe\x00", "not readable")],
)
def test_what_is_no_such_file_is_refused_whole(data, said):
    with pytest.raises(Refused, match=said):
        read_needs(data)
