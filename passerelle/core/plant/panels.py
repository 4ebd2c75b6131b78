"""Port map of the panels: which strands of which cable stand on each port, and which link."""

from dataclasses import dataclass

from .model import Plant
from .strands import strands


@dataclass(frozen=True, slots=True)
class PanelPort:
    """One duplex port of a panel. links : those that use a strand on it; two ports clash if two."""

    panel: str
    place: str
    port: int
    cable: str
    strands: tuple[int, ...]
    links: tuple[str, ...]


def port_map(plant: Plant) -> tuple[PanelPort, ...]:
    """Every port that a cable ends on, by panel and number."""
    found: dict[tuple[str, str, int, str], tuple[list[int], dict[str, None]]] = {}
    for cable in plant.cables.values():
        if cable.wish or not (cable.ends[0].panel or cable.ends[1].panel):
            continue
        for strand in strands(plant, cable):
            for side, place in ((0, cable.a), (1, cable.b)):
                panel, port = cable.ends[side].panel, strand.ports[side]
                if panel is None or port is None:
                    continue
                numbers, links = found.setdefault((panel, place, port, cable.name), ([], {}))
                numbers.append(strand.number)
                links |= dict.fromkeys(strand.links)
    return tuple(
        PanelPort(panel, place, port, cable, tuple(numbers), tuple(links))
        for (panel, place, port, cable), (numbers, links) in sorted(found.items())
    )
