"""Traces as the screen shows them."""

from base64 import b64encode
from collections.abc import Iterable, Mapping

import numpy as np

from passerelle.core.measuring.runs import TestRun
from passerelle.core.plan.testing import TraceFact
from passerelle.core.plant.model import Plant
from passerelle.core.tables.testing import LOOKS
from passerelle.core.tracing.faults import Fault, FaultKind
from passerelle.core.tracing.layout import Layout
from passerelle.core.tracing.match import Matched
from passerelle.core.tracing.place import ground_of
from passerelle.core.tracing.predict import Samples
from passerelle.core.tracing.study import Study
from passerelle.formats.checkjson import rounded
from passerelle.formats.sor.record import TraceFile

from . import schemas

FLOOR_DB = -60.0
NEXT: dict[FaultKind, tuple[str, ...]] = {
    "bend": ("tray",), "break": ("red light",), "bad joint": ("tray",), "dirty end": ("face",),
    "wrong glass": ("index",), "length": ("index",),
}  # fmt: skip


def info(fact: TraceFact) -> schemas.TraceInfo:
    """A trace that was kept."""
    return schemas.TraceInfo(
        id=fact.id, at=fact.at, who=fact.who, nm=fact.nm, direction=fact.direction,
        pulse_ns=fact.pulse_ns, name=fact.name, simulated=fact.simulated, file=fact.file,
    )  # fmt: skip


def curve(level_db: Samples, spacing_m: float) -> schemas.Curve:
    """Samples for a drawing; the first backscatter is at nothing."""
    made = np.maximum(np.asarray(level_db, dtype="<f4"), FLOOR_DB)
    return schemas.Curve(
        samples=b64encode(made.tobytes()).decode(), spacing_m=spacing_m, count=len(made)
    )


def zeroed(level_db: Samples, spacing_m: float, launch_m: float, pulse: int = 40) -> Samples:
    """Levels against that of the launch cord's glass: a file has a zero of its own. [dB]"""
    at = int(0.6 * launch_m / spacing_m) if launch_m > 20 else pulse * 2
    near = level_db[max(0, at - pulse) : at + pulse + 1]
    made: Samples = level_db - (float(np.median(near)) if len(near) else 0.0)
    return made


def pieces(plant: Plant, run: TestRun, layout: Layout) -> list[schemas.TracePieceView]:
    """The light path and the ground under it, on one axis."""
    start = layout.start_m
    made = []
    for one in layout.stretches:
        kind = "cord" if one.part is None else "cable" if one.cable is not None else "pigtail"
        label = one.cable or ("launch cord" if one.until_m <= start + 1e-6 else "receive cord")
        made.append(schemas.TracePieceView(
            from_m=rounded(one.from_m - start) or 0.0, until_m=rounded(one.until_m - start) or 0.0,
            kind=kind, label="pigtail" if kind == "pigtail" else label,
        ))  # fmt: skip
    made += [
        schemas.TracePieceView(
            from_m=rounded(one.from_m) or 0.0, until_m=rounded(one.until_m) or 0.0,
            kind="coil" if one.pathway is None else "pathway", label=one.pathway or one.place,
        )
        for one in ground_of(plant, run, turned=layout.turned)
    ]  # fmt: skip
    return made


def spots(layout: Layout) -> list[schemas.TraceSpotView]:
    """Planned joints, the instrument's port left out."""
    return [
        schemas.TraceSpotView(m=rounded(one.m - layout.start_m) or 0.0, kind=one.kind,
                              label=one.label, place=one.place)
        for one in layout.spots if one.kind != "port"
    ]  # fmt: skip


def study_view(
    made: Study, fact: TraceFact, files: Mapping[str, TraceFile], also: TraceFact | None,
    back: TraceFact | None, since: TraceFact | None,
) -> schemas.StudyView:  # fmt: skip
    """A trace whole."""
    layout = made.layout
    file = files[fact.id]
    level = zeroed(file.level_db, file.spacing_m, layout.start_m)
    return schemas.StudyView(
        trace=info(fact), version=file.version, index=round(file.index, 5),
        pulse_ns=file.pulse_ns, points=file.points, launch_m=rounded(layout.start_m) or 0.0,
        receive_m=rounded(layout.total_m - layout.end_m) or 0.0, averages=file.averages,
        checksum=file.checksum, warnings=list(file.warnings), span_db=rounded(file.span_db),
        orl_db=rounded(file.orl_db), curve=curve(level, file.spacing_m),
        also_curve=_other(files, also, layout), also=info(also) if also else None,
        back=info(back) if back else None,
        change=_change(level, file, files[since.id], layout) if since else None,
        since=info(since) if since else None,
        events=[_event(layout, one) for one in made.found],
        missing=[
            schemas.MissingPartView(label=" + ".join(s.label for s in one.group.spots),
                                planned_m=rounded(one.group.m - layout.start_m) or 0.0, why=one.why)
            for one in made.missing
        ],
        faults=[_fault(one) for one in made.faults], unknown=list(layout.unknown),
    )  # fmt: skip


def _other(
    files: Mapping[str, TraceFile], fact: TraceFact | None, layout: Layout
) -> schemas.Curve | None:
    if fact is None:
        return None
    file = files[fact.id]
    return curve(zeroed(file.level_db, file.spacing_m, layout.start_m), file.spacing_m)


def _change(level: Samples, file: TraceFile, old: TraceFile, layout: Layout) -> schemas.Curve:
    """What changed since an earlier trace, sample by sample, both from the near panel on. [dB]"""
    before = zeroed(old.level_db, old.spacing_m, layout.start_m)
    at = np.arange(len(level)) * file.spacing_m
    then = np.interp(at, np.arange(len(before)) * old.spacing_m, before)
    return curve(np.where(at <= layout.total_m, level - then, 0.0), file.spacing_m)


def _event(layout: Layout, one: Matched) -> schemas.TraceEventView:
    names: Iterable[str] = (s.label for s in one.group.spots) if one.group is not None else ()
    return schemas.TraceEventView(
        m=rounded(one.event.m - layout.start_m) or 0.0, label=" + ".join(names) or None,
        place=next((s.place for s in one.group.spots if s.place), None) if one.group else None,
        planned_m=None if one.planned_m is None else rounded(one.planned_m - layout.start_m),
        kind=one.event.kind, loss_db=rounded(one.event.loss_db, 3),
        reflectance_db=rounded(one.event.reflectance_db, 1),
        slope_db_km=rounded(one.event.slope_db_km, 3), expected_db=rounded(one.expected_db, 3),
        verdict=one.verdict, also_db=rounded(one.also_db, 3), back_db=rounded(one.back_db, 3),
        mean_db=rounded(one.mean_db, 3),
    )  # fmt: skip


def _fault(one: Fault) -> schemas.TraceFaultView:
    at = one.where
    return schemas.TraceFaultView(
        m=rounded(one.m) or 0.0, kind=one.kind, loss_db=rounded(one.loss_db, 3), sure=one.sure,
        said=one.said, where=at.said if at else None, place=at.place if at else None,
        pathway=at.pathway if at else None, past_m=rounded(at.past_m, 1) if at else None,
        plus_minus_m=rounded(at.plus_minus_m, 1) if at else None,
        steps=[schemas.WhereStepView(label=s.label, m=rounded(s.m, 1) or 0.0)
               for s in (at.steps if at else ())],
        looks=[LOOKS[key].do for key in NEXT[one.kind]],
    )  # fmt: skip
