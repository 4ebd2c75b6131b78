"""Places and pathways from files: what is read, and the sentence for what is not."""

import json

import pytest

from passerelle.core.refused import Refused
from passerelle.formats.sitefiles import read_file


def _feature(shape, coordinates, **properties):
    return {
        "type": "Feature",
        "properties": properties,
        "geometry": {"type": shape, "coordinates": coordinates},
    }


def _geojson(*features):
    return json.dumps({"type": "FeatureCollection", "features": features}).encode()


def test_a_line_is_as_long_as_the_globe_says_and_ends_at_what_is_near():
    rows = read_file(
        _geojson(
            _feature("LineString", [[-3.0, 60.0], [-3.0, 60.001], [-2.998, 60.001]], name="D"),
            _feature("Point", [-3.0, 60.0], name="A"),
            _feature("Point", [-2.998, 60.001], name="B"),
        )
    )
    way = next(row for row in rows if row.name == "D")
    assert (way.raw["a"], way.raw["b"]) == ("A", "B")
    # 0.001 degrees north: 6371 km x 0.001 x pi/180 = 111.2 m; 0.002 degrees east at 60 degrees
    # north: twice that, times cos 60 = 111.2 m.
    assert way.raw["length_m"] == pytest.approx(222.4, abs=0.5)
    assert way.raw["length_from"] == "drawing"


def test_a_csv_brings_bends_in_order_and_decimal_commas():
    data = b"name;a;b;kind;length_m;bends\nD1;A;B;conduit;12,5;90@0.6/12 45\n"
    (row,) = read_file(data)
    assert row.problem is None
    assert row.raw["length_m"] == 12.5
    assert row.raw["bends"] == [
        {"angle_deg": 90.0, "radius_m": 0.6, "at_m": 12.0},
        {"angle_deg": 45.0},
    ]


@pytest.mark.parametrize(
    ("cells", "field"),
    [
        ("D,A,B,nan,", "length_m"),
        ("D,A,B,1e400,", "length_m"),
        ("D,A,B,-5,", "length_m"),
        ("D,A,B,far,", "length_m: 'far' is not a number"),
        ("D,A,,5,", "b"),
        ("D,A,B,5,90@nan", "bends"),
        ("D,A,B,5,ninety", "bends: 'ninety'; write"),
    ],
)
def test_a_row_that_cannot_be_says_which_field(cells, field):
    good = "E,A,B,5,\n"
    bad, kept = read_file(f"name,a,b,length_m,bends\n{cells}\n{good}".encode())
    assert bad.raw is None
    assert bad.problem.startswith(field)
    assert kept.raw is not None


@pytest.mark.parametrize(
    ("coordinates", "said"),
    [([300.0, 58.0], "longitude"), ([-3.0, 580.1], "latitude"), (["x", 58.0], "coordinates")],
)
def test_a_point_off_the_globe_is_refused(coordinates, said):
    (row,) = read_file(_geojson(_feature("Point", coordinates, name="A")))
    assert row.raw is None
    assert said in row.problem


@pytest.mark.parametrize(
    ("data", "said"),
    [
        (b"{" + b" " * 20 * 1024 * 1024 + b"}", "20.0 MiB; at most 8 MiB"),
        (b"name,colour\nA,red\n", "'colour' is not known"),
        (b"\xff\xfe", "not UTF-8"),
    ],
)
def test_what_is_no_such_file_is_refused_whole(data, said):
    with pytest.raises(Refused, match=said):
        read_file(data)
