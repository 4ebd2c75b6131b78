"""What is known of a device where it stands: its draw, gift and limits, recorded or typical."""

from dataclasses import dataclass

from passerelle.core.plan.beside import CopperRun
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.tables.devices import KINDS

from .model import Plant


@dataclass(frozen=True, slots=True)
class Standing:
    """A device's figures. None: neither recorded nor typical of its kind. [W, °C]

    typical : names of the figures that are those of its kind, and not its own.
    """

    draw_w: float | None
    draw_peak_w: float | None
    gives_w: float | None
    protection: str | None
    coldest_c: float | None
    hottest_c: float | None
    typical: frozenset[str]

    @property
    def at_peak_w(self) -> float | None:
        """What it takes at its peak; its usual draw where no peak is known. [W]"""
        return self.draw_w if self.draw_peak_w is None else self.draw_peak_w


_FIGURES = ("draw_w", "draw_peak_w", "gives_w", "protection", "coldest_c", "hottest_c")


def standing(device: Device) -> Standing:
    """Its own figures before those of its kind.

    A draw that is its own takes no peak of its kind beside it: the two would not belong together.
    """
    kind = KINDS.get(device.sort or "")
    own = {name: getattr(device, name) for name in _FIGURES}
    typical = {
        name
        for name in _FIGURES
        if own[name] is None and kind is not None and getattr(kind, name) is not None
    }
    if device.draw_w is not None:
        typical.discard("draw_peak_w")
    figures = {name: getattr(kind, name) if name in typical else own[name] for name in _FIGURES}
    return Standing(**figures, typical=frozenset(typical))


@dataclass(frozen=True, slots=True)
class Plugged:
    """A copper run in a jack. fed : the device at its other end, where this jack feeds it."""

    run: str
    group: str | None
    number: int | None
    rate_gbps: float
    count: int
    fed: str | None


def fed_from(run: CopperRun) -> str | None:
    """The device whose jack feeds what hangs on a run; None where none does, or none is named."""
    end = {"a": run.end_a, "b": run.end_b}.get(run.powered_from or "")
    return end.device if end is not None else None


def plugged(plant: Plant) -> dict[str, tuple[Plugged, ...]]:
    """The copper runs in each device's jacks, by the device's name."""
    found: dict[str, list[Plugged]] = {}
    for run in plant.copper.values():
        ends = {"a": run.end_a, "b": run.end_b}
        for side, end in ends.items():
            if end is None or end.device not in plant.devices:
                continue
            other = ends["b" if side == "a" else "a"]
            fed = other.device if run.powered_from == side and other is not None else None
            found.setdefault(end.device, []).append(
                Plugged(run.name, end.group, end.number, run.rate_gbps, run.count, fed)
            )
    return {name: tuple(runs) for name, runs in found.items()}


def jacks(device: Device) -> tuple[PortGroup, ...]:
    """Its groups of jacks for twisted pair."""
    return tuple(group for group in device.ports if group.cage is None)


def surroundings(plant: Plant, device: Device) -> str | None:
    """Where it stands: as recorded with it, or as its place is."""
    if device.surroundings is not None:
        return device.surroundings
    place = plant.places.get(device.place or "")
    return place.surroundings if place is not None else None
