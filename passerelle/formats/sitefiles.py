"""Places and pathways as GeoJSON, in and out, and out as CSV, which lists read.

GeoJSON (RFC 7946): points are
places, lines are pathways. A plan in metres writes its metres where degrees would stand and says so
in the member `x-passerelle-coordinates`.
"""

import csv
import io
import json
import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Any

from passerelle.core.plan import sense
from passerelle.core.plan.backbone import Pathway, Place
from passerelle.core.plant.whole import EARTH_M, positions
from passerelle.core.refused import Refused

from . import documents

MAX_IMPORT_BYTES = 8 * 1024 * 1024
MAX_ROWS = 30_000
METRES_MEMBER = "x-passerelle-coordinates"
PLACE, PATHWAY = "place", "pathway"
NEAR_M = 5.0
"""A line without named ends joins the places that lie this near to its ends. [m]"""

_PLACE_NUMBERS = ("x_m", "y_m", "latitude", "longitude")
_PLACE_TEXTS = ("kind", "floor", "inside", "surroundings", "space", "power", "notes")
_WAY_NUMBERS = ("length_m", "inner_mm", "width_mm", "height_mm", "rise_m", "friction")
_WAY_TEXTS = ("a", "b", "kind", "length_from", "lies_in", "space", "notes")
PLACE_COLUMNS = ("name", *_PLACE_TEXTS[:1], *_PLACE_NUMBERS, *_PLACE_TEXTS[1:])
WAY_COLUMNS = ("name", *_WAY_TEXTS[:3], *_WAY_NUMBERS, *_WAY_TEXTS[3:], "hazards", "bends")
_MODELS: dict[str, type[Place | Pathway]] = {PLACE: Place, PATHWAY: Pathway}


@dataclass(frozen=True)
class Row:
    """One feature of a file. raw None: it cannot be read, and problem says why. line : from 1."""

    line: int
    kind: str
    name: str
    raw: dict[str, Any] | None
    problem: str | None = None


def read_file(data: bytes, where: dict[str, tuple[float, float]] | None = None) -> list[Row]:
    """Features of a GeoJSON file. Raises Refused where it is none or too large.

    where : places that are there already, for lines whose ends are not named. [m or degrees]
    """
    if len(data) > MAX_IMPORT_BYTES:
        size, limit = len(data) / 1024 / 1024, MAX_IMPORT_BYTES // 1024 // 1024
        raise Refused("", f"the file has {size:.1f} MiB; at most {limit} MiB are read")
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise Refused("", f"the file is not UTF-8 text (byte {error.start})") from None
    return _read_geojson(text, where or {})


def _checked(line: int, kind: str, name: str, raw: dict[str, Any]) -> Row:
    try:
        sense.check(documents.of_raw(_MODELS[kind], raw))
    except Refused as refused:
        return Row(line, kind, name, None, str(refused))
    return Row(line, kind, name, raw)


def _read_geojson(text: str, where: dict[str, tuple[float, float]]) -> list[Row]:
    try:
        doc = json.loads(text)
    except (json.JSONDecodeError, RecursionError) as error:
        raise Refused("", f"not readable as JSON: {error}") from None
    features = doc.get("features") if isinstance(doc, dict) else None
    if not isinstance(features, list) or doc.get("type") != "FeatureCollection":
        raise Refused("", "the file is not a GeoJSON FeatureCollection")
    if len(features) > MAX_ROWS:
        raise Refused("", f"the file has {len(features)} features; at most {MAX_ROWS} are read")
    metres = doc.get(METRES_MEMBER) == "metres"
    spots = dict(where)
    rows = []
    points = [_feature(at, f, metres, spots) for at, f in enumerate(features, 1) if _is_point(f)]
    rows += points
    rows += [_feature(at, f, metres, spots) for at, f in enumerate(features, 1) if not _is_point(f)]
    return rows


def _is_point(feature: Any) -> bool:
    geometry = feature.get("geometry") if isinstance(feature, dict) else None
    return isinstance(geometry, dict) and geometry.get("type") == "Point"


def _feature(at: int, feature: Any, metres: bool, spots: dict[str, tuple[float, float]]) -> Row:
    """A point as a place, a line as a pathway; `spots` learns where places are."""
    geometry = feature.get("geometry") if isinstance(feature, dict) else None
    told = feature.get("properties") if isinstance(feature, dict) else None
    told = told if isinstance(told, dict) else {}
    name = told.get("name")
    name = name if isinstance(name, str) else ""
    sort = geometry.get("type") if isinstance(geometry, dict) else None
    if sort not in ("Point", "LineString"):
        return Row(at, PLACE, name, None, f"{str(sort)[:40]!r} is not a Point or a LineString")
    kind = PLACE if sort == "Point" else PATHWAY
    assert isinstance(geometry, dict)
    coordinates: Any = geometry.get("coordinates")
    spot_list: Any = [coordinates] if kind == PLACE else coordinates
    if not _are_positions(spot_list) or (kind == PATHWAY and len(spot_list) < 2):
        return Row(at, kind, name, None, "its coordinates are not pairs of finite numbers")
    known = PLACE_COLUMNS if kind == PLACE else WAY_COLUMNS
    raw = {key: told[key] for key in (*known, "others", "pull_string") if told.get(key) is not None}
    for key in (*_PLACE_NUMBERS, *_WAY_NUMBERS):
        if isinstance(raw.get(key), int) and not isinstance(raw.get(key), bool):
            raw[key] = float(raw[key])
    if kind == PLACE:
        x, y = float(coordinates[0]), float(coordinates[1])
        raw |= {"x_m": x, "y_m": y} if metres else {"longitude": x, "latitude": y}
        spots[name] = (x, y)
    else:
        line = [(float(p[0]), float(p[1])) for p in spot_list]
        if "length_m" not in raw:
            raw["length_m"] = round(max(0.1, _length(line, metres)), 1)
            raw.setdefault("length_from", "drawing")
        for key, end in (("a", line[0]), ("b", line[-1])):
            if key not in raw:
                near = _nearest(end, spots, metres)
                if near is None:
                    which = "first" if key == "a" else "last"
                    reason = f"no place lies within {NEAR_M:g} m of its {which} point"
                    return Row(at, kind, name, None, reason)
                raw[key] = near
    return _checked(at, kind, name, raw)


def _are_positions(value: Any) -> bool:
    return isinstance(value, list) and all(
        isinstance(p, list)
        and len(p) >= 2
        and all(
            isinstance(n, int | float) and not isinstance(n, bool) and math.isfinite(n)
            for n in p[:2]
        )
        for p in value
    )


def _apart(one: tuple[float, float], two: tuple[float, float], metres: bool) -> float:
    dx, dy = two[0] - one[0], two[1] - one[1]
    if metres:
        return math.hypot(dx, dy)
    per_degree = math.radians(1) * EARTH_M
    shrink = math.cos(math.radians((one[1] + two[1]) / 2))
    return per_degree * math.hypot(dx * shrink, dy)


def _length(line: Sequence[tuple[float, float]], metres: bool) -> float:
    return sum(_apart(a, b, metres) for a, b in pairwise(line))


def _nearest(
    spot: tuple[float, float], spots: dict[str, tuple[float, float]], metres: bool
) -> str | None:
    found = min(((_apart(spot, s, metres), n) for n, s in spots.items()), default=None)
    return found[1] if found is not None and found[0] <= NEAR_M else None


def write_csv(things: Iterable[Place] | Iterable[Pathway], kind: str) -> str:
    """Places or pathways as CSV; text that a spreadsheet would run as a formula gets a quote."""
    columns = PLACE_COLUMNS if kind == PLACE else WAY_COLUMNS
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(columns)
    for thing in things:
        raw = documents.raw(_MODELS[kind], thing)
        writer.writerow([_cell(key, raw.get(key)) for key in columns])
    return out.getvalue()


def _cell(key: str, value: Any) -> str:
    if value is None:
        return ""
    if key == "hazards":
        return " ".join(value)
    if key == "bends":
        return " ".join(
            f"{b['angle_deg']:g}"
            + (f"@{b['radius_m']:g}" if "radius_m" in b else "")
            + (f"/{b['at_m']:g}" if "at_m" in b else "")
            for b in value
        )
    if isinstance(value, float):
        return f"{value:.10g}"
    return plain_cell(str(value))


def plain_cell(text: str) -> str:
    """Text that a spreadsheet shows as it is: what it would run as a formula, or what has spaces
    around it, gets a quote."""
    kept = text[:1] in ("=", "+", "-", "@", "\t", "\r", "'") or text != text.strip()
    return f"'{text}" if kept else text


def cell_text(cell: str) -> str:
    """What a cell says: all that is behind a quote, else without the spaces around it."""
    return cell[1:] if cell.startswith("'") else cell.strip()


def write_geojson(places: Iterable[Place], pathways: Iterable[Pathway]) -> str:
    """Places with a position as points, pathways between such places as lines."""
    places = list(places)
    metres = any(p.x_m is not None for p in places)
    spots = (
        positions(places)
        if metres
        else {
            p.name: (p.longitude, p.latitude)
            for p in places
            if p.longitude is not None and p.latitude is not None
        }
    )
    features: list[dict[str, Any]] = []
    for place in places:
        if place.name in spots:
            told = _told(Place, place, _PLACE_NUMBERS)
            features.append(_out("Point", list(spots[place.name]), told))
    for way in pathways:
        if way.a in spots and way.b in spots:
            told = _told(Pathway, way, ())
            features.append(_out("LineString", [list(spots[way.a]), list(spots[way.b])], told))
    doc: dict[str, Any] = {"type": "FeatureCollection", "features": features}
    if metres:
        doc[METRES_MEMBER] = "metres"
    return json.dumps(doc, ensure_ascii=False, indent=1) + "\n"


def _told(kind: type, thing: Place | Pathway, without: tuple[str, ...]) -> dict[str, Any]:
    left_out = ("id", *without)
    told = documents.raw(kind, thing) | ({"kind": thing.kind} if thing.kind else {})
    return {key: value for key, value in told.items() if key not in left_out}


def _out(sort: str, coordinates: list[Any], told: dict[str, Any]) -> dict[str, Any]:
    return {
        "type": "Feature",
        "geometry": {"type": sort, "coordinates": coordinates},
        "properties": told,
    }
