"""Sheets of the backbone: strands of each cable, panel fronts, splices, and what a pull takes."""

from collections import defaultdict
from typing import Any

from passerelle.core.choice.sold import PANEL_POSITIONS
from passerelle.core.plan.backbone import Cable
from passerelle.core.plant.model import Plant, lengths
from passerelle.core.plant.panels import PanelPort, port_map
from passerelle.core.plant.pulling import A, B, pull
from passerelle.core.working import steps

from .brief import bend_mm
from .table import Sheet
from .tables import splice_rows, strand_rows


def schedule_sheets(plant: Plant) -> list[Sheet]:
    """For each cable its strands: colours, ports at both ends, state, links."""
    found = []
    for cable in steps("Listing strands", list(plant.cables.values()), each=8):
        known = lengths(plant, cable)
        rows = [
            [row[1], row[2], row[3], row[4], row[7], row[10], row[11], row[12] or row[13]]
            for row in strand_rows(plant, [cable])
        ]
        found.append({
            "kind": "schedule",
            "title": cable.name,
            "from": cable.a,
            "to": cable.b,
            "panels": [cable.ends[0].panel, cable.ends[1].panel],
            "fiber": cable.fiber,
            "strands": cable.strands,
            "type": cable.type.name if cable.type else None,
            "glass_m": known.glass_m,
            "order_m": known.order_m,
            "existing": cable.existing,
            "route": list(cable.route),
            "rows": rows,
        })  # fmt: skip
    return found


def panel_sheets(plant: Plant) -> list[Sheet]:
    """Panels as seen from the front, position by position. Nothing recorded: empty position."""
    ports: defaultdict[tuple[str, str], list[PanelPort]] = defaultdict(list)
    for one in port_map(plant):
        ports[one.place, one.panel].append(one)
    found = []
    for (place, panel), on in sorted(ports.items()):
        last = max(one.port for one in on)
        count = -(-last // PANEL_POSITIONS) * PANEL_POSITIONS
        cells: dict[int, list[PanelPort]] = defaultdict(list)
        for one in on:
            cells[one.port].append(one)
        found.append({
            "kind": "panel",
            "title": f"{panel}, {place}",
            "positions": [
                {
                    "port": n,
                    "strands": "; ".join(
                        f"{one.cable}/{'-'.join(map(str, one.strands))}" for one in cells[n]
                    ),
                    "links": ", ".join(link for one in cells[n] for link in one.links),
                }
                for n in range(1, count + 1)
            ],
        })  # fmt: skip
    return found


def splice_sheets(plant: Plant) -> list[Sheet]:
    """For each closure what is spliced to what, strand by strand, with room to tick and to note."""
    rows: defaultdict[tuple[str, str], list[list[Any]]] = defaultdict(list)
    for row in splice_rows(plant):
        rows[str(row[0]), str(row[1])].append(list(row[2:]))
    return [
        {"kind": "splices", "title": name, "place": place, "rows": told}
        for (name, place), told in rows.items()
    ]


def pull_sheets(plant: Plant) -> list[Sheet]:
    """For each cable that is still to be pulled: the way, from where, how hard, what to watch."""
    wanted = [one for one in plant.cables.values() if not one.existing and not one.wish]
    return [_pull(plant, one) for one in steps("Working out pulls", wanted, each=4)]


def _pull(plant: Plant, cable: Cable) -> Sheet:
    known = lengths(plant, cable)
    made = {side: pull(plant, cable, side) for side in (A, B)}
    planned = made[cable.feed]
    kind = cable.type
    return {
        "kind": "pull",
        "title": cable.name,
        "from": cable.a,
        "to": cable.b,
        "construction": f"{cable.fiber}, {cable.strands} strands, "
        + (kind.name if kind else "construction not recorded"),
        "order_m": known.order_m,
        "certain": known.certain,
        "feed": cable.a if cable.feed == A else cable.b,
        "points": list(cable.pull_points),
        "hardest_n": round(planned.hardest_n) if planned else None,
        "other_n": round(one.hardest_n) if (one := made[B if cable.feed == A else A]) else None,
        "limit_n": kind.tension_n if kind else None,
        "bend_loaded_mm": bend_mm(cable, loaded=True),
        "bend_rest_mm": bend_mm(cable, loaded=False),
        "turned_deg": round(planned.turned_deg) if planned else None,
        "ways": [
            [way.name, way.a if on else way.b, way.b if on else way.a, way.kind,
             round(way.length_m, 1), way.length_from, round(sum(b.angle_deg for b in way.bends)),
             ", ".join(way.hazards) or None, "yes" if way.has_power else "no"]
            for way, on in plant.steps(cable)
        ],
        "slack": [[one.place, one.length_m] for one in cable.slack_on_way],
    }  # fmt: skip
