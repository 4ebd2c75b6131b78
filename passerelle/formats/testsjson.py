"""The answer of `passerelle tests`: as JSON, and as a table to read."""

from typing import Any

from passerelle.core.measuring.limits import AtWavelength, Tested, Tests
from passerelle.core.measuring.runs import RunEnd

from .checkjson import nanometres, rounded


def as_document(made: Tests) -> dict[str, Any]:
    """What the command prints with --json; decibels and metres to the hundredth."""
    figures = sorted({one.end_db for one in made.runs if one.end_db is not None})
    return {
        "method": made.method,
        "limits": made.limits,
        "end_connection_db": figures[0] if len(figures) == 1 else (figures or None),
        "references": made.references,
        "matings": made.matings,
        "runs": [_run(one) for one in made.runs],
        "left_out": [{"run": one.name, "why": one.why} for one in made.left_out],
    }


def _run(one: Tested) -> dict[str, Any]:
    run = one.run
    return {
        "id": run.id,
        "run": run.name,
        "kind": run.kind,
        "cable": run.cable,
        "strand": run.strand,
        "link": run.link,
        "from": _end(run.ends[0]),
        "to": _end(run.ends[1]),
        "length_m": rounded(run.run.path.length_m),
        "connections": one.connections,
        "connections_all": one.connections_all,
        "splices": run.splices,
        "end_connection_db": rounded(one.end_db),
        "wavelengths": [_wavelength(at) for at in one.wavelengths],
    }


def _end(end: RunEnd) -> dict[str, Any]:
    return {"place": end.place, "panel": end.panel, "port": end.port}


def _wavelength(one: AtWavelength) -> dict[str, Any]:
    found: dict[str, Any] = {
        "nm": nanometres(one.nm),
        "limit_db": rounded(one.limit_db),
        "expected_db": rounded(one.expected_db),
        "best_db": rounded(one.best_db),
        "application_limit_db": rounded(one.application_limit_db),
        "applications": [
            {
                "link": app.link,
                "application": app.application,
                "limit_db": rounded(app.limit_db),
                "left_for_cords_db": rounded(app.left_db),
            }
            for app in one.applications
        ],
    }
    return found | ({"unknown": one.unknown} if one.unknown else {})


def table(made: Tests) -> str:
    """A line for each run and wavelength, and what is left out."""
    rows = [f"{made.method}, limits {made.limits}; {made.references} references, "
            f"{made.matings} matings",
            f"{'limit':>7} {'expect':>7} {'best':>7} {'nm':>8}  run"]  # fmt: skip
    for one in made.runs:
        ends = " to ".join(_told(end) for end in one.run.ends)
        for at in one.wavelengths:
            figures = " ".join(
                f"{'?' if value is None else format(value, '.2f'):>7}"
                for value in (at.limit_db, at.expected_db, at.best_db)
            )
            rows.append(f"{figures} {at.nm:8g}  {one.run.name}: {ends}")
    rows += [f"left out: {one.name}: {one.why}" for one in made.left_out]
    return "\n".join(rows)


def _told(end: RunEnd) -> str:
    place = end.place or "place not recorded"
    return f"{place} {end.panel}:{end.port}" if end.panel else place
