"""The answers of `passerelle trace`: as JSON, and as tables to read."""

from typing import Any

from passerelle.core.measuring.runs import TestRun
from passerelle.core.plan.lightpath import Segment
from passerelle.core.tracing.events import Analysis, Event
from passerelle.core.tracing.layout import Layout
from passerelle.core.tracing.match import Group, Matched, groups_of
from passerelle.core.tracing.predict import ghosts
from passerelle.core.tracing.study import Study

from .checkjson import nanometres, rounded
from .sor.record import TraceFile


def parts_of(run: TestRun) -> list[dict[str, Any]]:
    """A run's own chain, which `part` counts in."""
    found = []
    for part in run.run.path.parts:
        length = part.length_m if isinstance(part, Segment) else 0.0
        label = part.cable or part.label or part.kind if isinstance(part, Segment) else (
            part.label or part.kind
        )  # fmt: skip
        found.append(
            {"kind": part.kind, "label": label, "place": None, "length_m": rounded(length)}
        )
    found[0]["place"], found[-1]["place"] = run.ends[0].place, run.ends[1].place
    return found


def predicted(run: TestRun, layout: Layout, pulse_ns: float) -> dict[str, Any]:
    """What should be seen, in the order of the light; m from the instrument's port."""
    return {
        "run": run.name,
        "nm": nanometres(layout.nm),
        "pulse_ns": pulse_ns,
        "index": layout.index,
        "launch_m": rounded(layout.start_m),
        "receive_m": rounded(layout.total_m - layout.end_m),
        "parts": parts_of(run),
        "events": [_expected(one) for one in groups_of(layout, pulse_ns)],
        "ghosts": [{"m": rounded(m), "between": [a.label, b.label]} for m, a, b in ghosts(layout)],
        "unknown": list(layout.unknown),
    }


def _expected(one: Group) -> dict[str, Any]:
    return {
        "m": rounded(one.m),
        "part": list(one.parts),
        "label": " + ".join(spot.label for spot in one.spots),
        "kind": one.kind,
        "loss_db": None if one.kind == "end" else rounded(one.loss_db, 3),
        "reflectance_db": rounded(one.reflectance_db),
        "resolved": len(one.spots) == 1,
    }


def read(trace: TraceFile, own: Analysis) -> dict[str, Any]:
    """What a file says, with what is seen in its samples beside its own table."""
    return {
        "version": trace.version,
        "nm": nanometres(trace.nm),
        "index": round(trace.index, 5),
        "pulse_ns": trace.pulse_ns,
        "spacing_m": rounded(trace.spacing_m, 4),
        "points": trace.points,
        "at": None if trace.at is None else trace.at.isoformat().replace("+00:00", "Z"),
        "averages": trace.averages,
        "span_db": rounded(trace.span_db, 3),
        "orl_db": rounded(trace.orl_db),
        "user_offset_m": rounded(trace.user_offset_m),
        "backscatter_db": rounded(trace.backscatter_db),
        "checksum": trace.checksum,
        "texts": {key: text for key, text in trace.texts.items() if text.strip()},
        "events": [
            {"m": rounded(e.m), "loss_db": rounded(e.loss_db, 3),
             "reflectance_db": rounded(e.reflectance_db), "slope_db_km": rounded(e.slope_db_km, 3),
             "kind": e.kind, "method": e.method}
            for e in trace.events
        ],
        "own_events": [own_event(one) for one in own.events if one.m > 0 or one.kind == "end"],
        "other_blocks": [{"name": one.name, "bytes": len(one.data)} for one in trace.others],
        "warnings": list(trace.warnings),
    }  # fmt: skip


def own_event(one: Event) -> dict[str, Any]:
    """An event that was found in the samples."""
    return {
        "m": rounded(one.m), "loss_db": rounded(one.loss_db, 3),
        "reflectance_db": rounded(one.reflectance_db), "slope_db_km": rounded(one.slope_db_km, 3),
        "kind": one.kind, "method": one.method,
    }  # fmt: skip


def matched(run: TestRun, made: Study) -> dict[str, Any]:
    """Events beside planned parts; m from the near panel, port_m from the instrument."""
    layout = made.layout
    return {
        "run": run.name,
        "launch_m": rounded(layout.start_m),
        "receive_m": rounded(layout.total_m - layout.end_m),
        "parts": parts_of(run),
        "events": [_event(layout, one) for one in made.found],
        "missing": [
            {"part": list(one.group.parts), "label": one.group.spots[0].label, "why": one.why,
             "planned_m": rounded(one.group.m - layout.start_m)}
            for one in made.missing
        ],
        "faults": [
            {
                "m": rounded(one.m), "kind": one.kind, "loss_db": rounded(one.loss_db, 3),
                "place": None if one.where is None else one.where.place,
                "pathway": None if one.where is None else one.where.pathway,
                "past_m": None if one.where is None else rounded(one.where.past_m, 1),
                "plus_minus_m": None if one.where is None else rounded(one.where.plus_minus_m, 1),
                "sure": one.sure, "said": one.said,
            }
            for one in made.faults
        ],
        "unknown": list(layout.unknown),
    }  # fmt: skip


def _event(layout: Layout, one: Matched) -> dict[str, Any]:
    spots = one.group.spots if one.group is not None else ()
    return {
        "m": rounded(one.event.m - layout.start_m),
        "port_m": rounded(one.event.m),
        "part": list(one.group.parts) if one.group is not None else None,
        "label": " + ".join(s.label for s in spots) if spots else None,
        "place": next((s.place for s in spots if s.place), None),
        "planned_m": None if one.planned_m is None else rounded(one.planned_m - layout.start_m),
        "kind": one.event.kind,
        "loss_db": rounded(one.event.loss_db, 3),
        "reflectance_db": rounded(one.event.reflectance_db),
        "expected_db": rounded(one.expected_db, 3),
        "verdict": one.verdict,
        "also_db": rounded(one.also_db, 3),
        "back_db": rounded(one.back_db, 3),
        "mean_db": rounded(one.mean_db, 3),
    }


def table(document: dict[str, Any]) -> str:
    """Events as lines, then what is missing and what is wrong."""
    rows = [f"{'m':>9} {'loss':>7} {'refl.':>7}  what"]
    for one in document["events"]:
        figures = " ".join(
            f"{'' if one.get(key) is None else format(one[key], spec):>{width}}"
            for key, spec, width in (("m", ".1f", 9), ("loss_db", ".3f", 7),
                                     ("reflectance_db", ".1f", 7))
        )  # fmt: skip
        told = ", ".join(
            str(x) for x in (one.get("label"), one.get("kind"), one.get("verdict")) if x
        )
        rows.append(f"{figures}  {told}")
    rows += [f"missing: {one['label']}: {one['why']}" for one in document.get("missing", ())]
    for one in document.get("faults", ()):
        where = one["place"] or "place not known"
        if one["pathway"]:
            where = (
                f"{one['past_m']:g} ± {one['plus_minus_m']:g} m past {where} in {one['pathway']}"
            )
        rows.append(f"{one['kind']}: {one['said']}; {where}")
    rows += [f"warning: {one}" for one in document.get("warnings", ())]
    return "\n".join(rows)
