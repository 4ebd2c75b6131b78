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
        (b"name,a,b\nA,B,C\n", "not readable as JSON"),
        (b"\xff\xfe", "not UTF-8"),
    ],
)
def test_what_is_no_such_file_is_refused_whole(data, said):
    with pytest.raises(Refused, match=said):
        read_file(data)
