"""From the documents of the backbone to the core's own types, with every name looked up."""

import math
from collections.abc import Iterable, Sequence
from typing import Any

from passerelle.core.plant.model import (
    Bend,
    Cable,
    Closure,
    Feed,
    Group,
    Other,
    Pathway,
    Place,
    Plant,
    Reel,
    Slack,
    SpliceRow,
    StrandNote,
    Termination,
)
from passerelle.core.tables import STANDARD, Tables
from passerelle.core.tables.site import CABLE_TYPES, CableType

from .planfile import PlanDoc
from .plantdocs import (
    CableDoc,
    CableTypeDoc,
    ClosureDoc,
    FeedDoc,
    PathwayDoc,
    PlaceDoc,
    TerminationDoc,
)
from .refusal import Refused

EARTH_M = 6_371_008.8
"""Mean radius of the earth, IUGG. [m]"""
EMPTY = Plant()


def positions(docs: Sequence[PlaceDoc]) -> dict[str, tuple[float, float]]:
    """Where places are, in metres east and north. Raises Refused where metres and degrees mix.

    Degrees are laid flat around their mean: good to a few centimetres over a site.
    """
    in_metres = [p for p in docs if p.x_m is not None and p.y_m is not None]
    in_degrees = [p for p in docs if p.latitude is not None and p.longitude is not None]
    if in_metres and in_degrees:
        odd, rest, unit = (
            (in_degrees[0], "metres", "degrees")
            if len(in_degrees) <= len(in_metres)
            else (in_metres[0], "degrees", "metres")
        )
        at = docs.index(odd)
        raise Refused(
            f"places[{at}]", f"{odd.name[:40]!r} is in {unit} and others in {rest}; use one of them"
        )
    if not in_degrees:
        return {
            p.name: (p.x_m, p.y_m) for p in in_metres if p.x_m is not None and p.y_m is not None
        }
    spots = [(p.name, p.latitude or 0.0, p.longitude or 0.0) for p in in_degrees]
    lat0 = sum(lat for _, lat, _ in spots) / len(spots)
    lon0 = sum(lon for _, _, lon in spots) / len(spots)
    per_degree = math.radians(1) * EARTH_M
    across = per_degree * math.cos(math.radians(lat0))
    return {name: ((lon - lon0) * across, (lat - lat0) * per_degree) for name, lat, lon in spots}


def cable_type(doc: CableTypeDoc) -> CableType:
    """A construction from a data sheet."""
    figures = doc.model_dump(exclude={"name", "sheet"} | set(doc.model_extra or {}))
    return CableType(name=doc.name, source=str(doc.sheet), confidence="high", **figures)


def _place(doc: PlaceDoc, spots: dict[str, tuple[float, float]]) -> Place:
    x_m, y_m = spots.get(doc.name, (None, None))
    return Place(
        doc.name, doc.kind, x_m, y_m, doc.surroundings, doc.space, doc.power, doc.inside
    )  # fmt: skip


def _pathway(doc: PathwayDoc) -> Pathway:
    return Pathway(
        name=doc.name,
        a=doc.a,
        b=doc.b,
        kind=doc.kind,
        length_m=doc.length_m,
        length_from=doc.length_from,
        inner_mm=doc.inner_mm,
        width_mm=doc.width_mm,
        height_mm=doc.height_mm,
        bends=tuple(Bend(b.angle_deg, b.radius_m, b.at_m) for b in doc.bends or ()),
        rise_m=doc.rise_m or 0.0,
        others=tuple(Other(o.what, o.od_mm, o.count, o.power) for o in doc.others or ()),
        lies_in=doc.lies_in,
        hazards=tuple(doc.hazards or ()),
        space=doc.space,
        friction=doc.friction,
        pull_string=doc.pull_string,
    )


def _end(doc: TerminationDoc | None) -> Termination:
    if doc is None:
        return Termination()
    return Termination(doc.kind, doc.connector, doc.panel, doc.first_port or 1, doc.head_mm)


def _cable(doc: CableDoc, kind: CableType | None) -> Cable:
    return Cable(
        name=doc.name,
        a=doc.a,
        b=doc.b,
        fiber=doc.fiber,
        strands=doc.strands,
        type=kind,
        route=tuple(doc.route or ()),
        slack_a_m=doc.slack_a_m,
        slack_b_m=doc.slack_b_m,
        slack_on_way=tuple(Slack(s.place, s.length_m) for s in doc.slack_on_way or ()),
        length_m=doc.length_m,
        glass_m=doc.glass_m,
        loss_db=doc.loss_db,
        loss_nm=doc.loss_nm,
        measured=doc.measured,
        existing=bool(doc.existing),
        fiber_from=doc.fiber_from,
        ends=(_end(doc.end_a), _end(doc.end_b)),
        feed=doc.feed or "a",
        pull_points=tuple(doc.pull_points or ()),
        lubricated=bool(doc.lubricated),
        bonded=doc.bonded,
        notes=tuple(StrandNote(n.strand, n.state, n.note) for n in doc.strand_notes or ()),
        wish=bool(doc.wish),
    )


class _Names:
    """Looks names up; refuses one that is not there with its place in the document."""

    def __init__(self, docs: dict[str, Sequence[Any]]) -> None:
        self._known = {key: {doc.name for doc in found} for key, found in docs.items()}

    def check(self, key: str, at: str, name: str | None) -> None:
        if name is not None and name not in self._known[key]:
            raise Refused(at, f"{name[:40]!r} is not in {key}")

    def check_all(self, key: str, at: str, names: Iterable[str]) -> None:
        for number, name in enumerate(names):
            self.check(key, f"{at}[{number}]", name)


def _check_places(docs: Sequence[PlaceDoc], names: _Names) -> None:
    inside = {doc.name: doc.inside for doc in docs}
    for at, doc in enumerate(docs):
        names.check("places", f"places[{at}].inside", doc.inside)
        here, seen = doc.inside, {doc.name}
        while here is not None:
            if here in seen:
                raise Refused(f"places[{at}].inside", f"{doc.name[:40]!r} would be inside itself")
            seen.add(here)
            here = inside.get(here)


def _check_cable(
    at: int, doc: CableDoc, kinds: dict[str, CableType], names: _Names, tables: Tables
) -> None:
    where = f"cables[{at}]"
    names.check("places", f"{where}.a", doc.a)
    names.check("places", f"{where}.b", doc.b)
    names.check_all("pathways", f"{where}.route", doc.route or ())
    names.check_all("places", f"{where}.pull_points", doc.pull_points or ())
    names.check_all("places", f"{where}.slack_on_way", [s.place for s in doc.slack_on_way or ()])
    if doc.type is not None and doc.type not in kinds:
        reason = f"{doc.type[:60]!r} is neither a row of the cable table nor in cable_types"
        raise Refused(f"{where}.type", reason)
    if doc.type is not None and doc.strands > kinds[doc.type].max_strands:
        most = kinds[doc.type].max_strands
        raise Refused(f"{where}.strands", f"{doc.strands} is over {most}, the most of this cable")
    if doc.fiber not in tables.fibers:
        listed = ", ".join(tables.fibers)
        raise Refused(f"{where}.fiber", f"{doc.fiber[:40]!r} is not a fiber; use one of {listed}")


def _check_closure(at: int, doc: ClosureDoc, cables: dict[str, CableDoc], names: _Names) -> None:
    names.check("places", f"closures[{at}].place", doc.place)
    taken: set[tuple[str, int]] = set()
    for row, splice in enumerate(doc.splices):
        where = f"closures[{at}].splices[{row}]"
        for side, name, first in (("a", splice.a, splice.a_first), ("b", splice.b, splice.b_first)):
            names.check("cables", f"{where}.{side}", name)
            last, most = first + splice.count - 1, cables[name].strands
            if last > most:
                raise Refused(
                    f"{where}.count", f"strand {last} is over {most}, the strands of {name[:40]!r}"
                )
            if doc.place not in (cables[name].a, cables[name].b):
                raise Refused(
                    f"{where}.{side}", f"{name[:40]!r} does not end at {doc.place[:40]!r}"
                )
            run = {(name, number) for number in range(first, last + 1)}
            twice = run & taken
            if twice:
                raise Refused(where, f"strand {min(twice)[1]} of {name[:40]!r} is spliced twice")
            taken |= run


def _check_feed(at: int, doc: FeedDoc, names: _Names) -> None:
    names.check("places", f"feeds[{at}].place", doc.place)
    names.check("cables", f"feeds[{at}].cable", doc.cable)


def plant(doc: PlanDoc, tables: Tables = STANDARD) -> Plant:
    """The backbone of a plan, without its links. Raises Refused where a name is not there."""
    spots = positions(doc.places)
    kinds = CABLE_TYPES | {one.name: cable_type(one) for one in doc.cable_types}
    names = _Names({"places": doc.places, "pathways": doc.pathways, "cables": doc.cables})
    _check_places(doc.places, names)
    for at, way in enumerate(doc.pathways):
        names.check("places", f"pathways[{at}].a", way.a)
        names.check("places", f"pathways[{at}].b", way.b)
    for at, one in enumerate(doc.cables):
        _check_cable(at, one, kinds, names, tables)
    cables = {one.name: one for one in doc.cables}
    for at, closure in enumerate(doc.closures):
        _check_closure(at, closure, cables, names)
    for at, feed in enumerate(doc.feeds):
        _check_feed(at, feed, names)
    for at, run in enumerate(doc.copper_runs):
        names.check("places", f"copper_runs[{at}].a", run.a)
        names.check("places", f"copper_runs[{at}].b", run.b)
    for at, reel in enumerate(doc.reels):
        if reel.type not in kinds:
            reason = f"{reel.type[:60]!r} is neither a row of the cable table nor in cable_types"
            raise Refused(f"reels[{at}].type", reason)
    return Plant(
        places={p.name: _place(p, spots) for p in doc.places},
        pathways={p.name: _pathway(p) for p in doc.pathways},
        cables={c.name: _cable(c, kinds[c.type] if c.type else None) for c in doc.cables},
        closures={
            c.name: Closure(
                c.name,
                c.place,
                tuple(
                    SpliceRow(s.a, s.a_first, s.b, s.b_first, s.count, s.kind or "fusion")
                    for s in c.splices
                ),
            )
            for c in doc.closures
        },
        groups={g.name: Group(g.name, tuple(g.links)) for g in doc.redundancy},
        reels={r.name: Reel(r.name, r.type, r.length_m, r.strands) for r in doc.reels},
        feeds={
            f.name: Feed(
                f.name, f.place, f.way, f.load_w, f.cable, f.length_m, f.source_v, f.least_v,
                f.area_mm2, f.copper_c, f.power_class,
            )
            for f in doc.feeds
        },
    )  # fmt: skip
