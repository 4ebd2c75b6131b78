"""A brief for another installer: what to pull where, what to keep to, what to hand back."""

from typing import Any

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.materials.materials import Materials
from passerelle.core.plan.backbone import Cable
from passerelle.core.plant.model import lengths

_MOST = 12


def bend_mm(cable: Cable, *, loaded: bool) -> float | None:
    """The least radius that a cable may be bent to, under tension or at rest; None: not known."""
    radius_m = cable.type.least_radius_m(loaded=loaded) if cable.type else None
    return None if radius_m is None else round(1000 * radius_m)


def brief_sheet(check: PlanCheck, made: Materials) -> dict[str, Any]:
    """Two pages: cables to pull, points to keep, tests to hand back, what not to decide alone."""
    plant = check.plant
    to_pull = [one for one in plant.cables.values() if not one.existing and not one.wish]
    rows = []
    for cable in to_pull[:_MOST]:
        known = lengths(plant, cable)
        kind = cable.type
        rows.append([
            cable.name, cable.a, cable.b,
            f"{cable.fiber}, {cable.strands} strands, {kind.name if kind else 'construction open'}",
            " > ".join(cable.route) or None,
            None if known.order_m is None else round(known.order_m, 1),
            kind.tension_n if kind else None, bend_mm(cable, loaded=True),
        ])  # fmt: skip
    return {
        "kind": "brief",
        "title": "Brief for the installer",
        "cables": rows,
        "left_out": max(0, len(to_pull) - _MOST),
        "ends": [_end(cable, side) for cable in to_pull[:_MOST] for side in (0, 1)],
        "stops": [
            f"{one.name}: {one.finding.said}"
            for one in check.backbone
            if one.finding.rule.severity == "stop"
        ],
        "open": [one.said for one in made.open],
    }


def _end(cable: Cable, side: int) -> list[Any]:
    end, place = cable.ends[side], (cable.a, cable.b)[side]
    return [
        cable.name,
        place,
        end.kind,
        end.connector,
        end.panel,
        end.first_port if end.panel else None,
    ]
    port = end.first_port if end.panel else None
    return [cable.name, place, end.kind, end.connector, end.panel, port]
