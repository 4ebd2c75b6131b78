"""From metres of glass to a place on site: through helix, slack and coils, with how sure it is."""

from dataclasses import dataclass
from math import hypot

from passerelle.core.measuring.runs import TestRun
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plant.model import Plant, lengths
from passerelle.core.tables.site import PRACTICE
from passerelle.core.tables.traces import figure


@dataclass(frozen=True, slots=True)
class Step:
    """One term on the way from glass to route. [m]"""

    label: str
    m: float


@dataclass(frozen=True, slots=True)
class Where:
    """A place on site. pathway : in which; past_m : beyond the place that it begins at, on the way
    of the light. plus_minus_m : how sure. steps : how it was worked out. coil : it lies in a coil.

    place : the nearest named place before it.
    """

    place: str | None
    pathway: str | None
    past_m: float
    plus_minus_m: float
    steps: tuple[Step, ...]
    coil: bool = False

    @property
    def said(self) -> str:
        """In words: '34 ± 3 m past Hill Chamber in Hill burial 2'."""
        if self.pathway is None:
            at = self.place or "a place that is not recorded"
            return f"in the coil at {at}" if self.coil else f"at {at}"
        sure = max(1.0, round(self.plus_minus_m))
        return f"{self.past_m:.0f} ± {sure:.0f} m past {self.place} in {self.pathway}"


def where(
    plant: Plant, run: TestRun, glass_m: float, *, turned: bool = False,
    fixed_m: float | None = None, pulse_m: float = 1.0,
) -> Where | None:  # fmt: skip
    """Where a point of a run lies. glass_m : from the panel at the instrument's side. [m]

    fixed_m : glass at the nearest event that is known to be at its place; None: the panel.
    None where the cable there, or its route, is not recorded.
    """
    parts = [p for p in run.run.path.parts if isinstance(p, Segment)]
    if turned:
        parts.reverse()
    here = 0.0
    for part in parts:
        if part.cable is not None and here - 1e-6 <= glass_m <= here + part.length_m + 1e-6:
            return _in_cable(plant, run, part, glass_m - here, glass_m, turned=turned,
                             fixed_m=fixed_m, pulse_m=pulse_m)  # fmt: skip
        here += part.length_m
    if parts and glass_m <= parts[0].length_m:
        return Where(run.ends[1 if turned else 0].place, None, 0.0, pulse_m, ())
    return None


def _in_cable(
    plant: Plant, run: TestRun, part: Segment, into_m: float, glass_m: float, *, turned: bool,
    fixed_m: float | None, pulse_m: float,
) -> Where | None:  # fmt: skip
    cable = plant.cables.get(part.cable or "")
    if cable is None:
        return None
    backward = _backward(run, part, turned=turned, a=cable.a, b=cable.b, plant=plant)
    known = lengths(plant, cable)
    helix = 1.0
    if cable.type is not None and cable.type.construction.startswith("loose tube"):
        helix += PRACTICE["helix_percent"].value / 100
    sheath = into_m / helix
    steps = [Step("of glass past the end of the cable", into_m)]
    if helix != 1.0:
        steps.append(Step(f"÷ {helix:.3f} glass to sheath", sheath))
    each = PRACTICE["slack_each_end_m"].value
    slack = [each if s is None else s for s in (cable.slack_a_m, cable.slack_b_m)]
    at = [(way.a if forward else way.b, way.length_m, way.name)
          for way, forward in plant.steps(cable)]  # fmt: skip
    if not at:
        return None
    places = [name for name, _, _ in at] + [cable.b]
    ways = [(length, name) for _, length, name in at]
    if backward:
        slack.reverse()
        places.reverse()
        ways.reverse()
    coils = {one.place: one.length_m for one in cable.slack_on_way}
    # What the sheath has beyond route and slack lies in a coil that nobody noted.
    spare = 0.0
    if known.needed_m is not None and cable.length_m is not None:
        spare = abs(cable.length_m - known.needed_m)
    past_coils = 0.0
    left = sheath
    for n, place in enumerate(places[:-1]):
        coil = slack[0] if n == 0 else coils.get(place, 0.0)
        if left <= coil:
            sure = _sure(glass_m, fixed_m, past_coils + coil, spare, pulse_m)
            return Where(place, None, 0.0, sure, tuple(steps), coil=coil > 0)
        left -= coil
        past_coils += coil
        if coil:
            steps.append(Step(f"coiled at {place}", -coil))
        length, name = ways[n]
        if left <= length + 1e-6 or n == len(ways) - 1:
            steps.append(Step(f"of {name}", left))
            sure = _sure(glass_m, fixed_m, past_coils, spare, pulse_m)
            return Where(place, name, min(left, length), sure, tuple(steps))
        left -= length
        steps.append(Step(f"of {name}, whole", -length))
    return None


def _sure(
    glass_m: float, fixed_m: float | None, coils_m: float, spare_m: float, pulse_m: float
) -> float:
    """How sure a place is: index and helix over the distance, coils, the pulse. [m]"""
    far = abs(glass_m - (fixed_m or 0.0))
    index = figure("index_share") * far
    helix = figure("helix_share") * far
    return hypot(index, helix, figure("coil_share") * coils_m, spare_m / 2, pulse_m / 2, 0.5)


def _backward(run: TestRun, part: Segment, *, turned: bool, a: str, b: str, plant: Plant) -> bool:
    """Whether light from the instrument meets the cable from its b end."""
    parts = [p for p in run.run.path.parts if isinstance(p, Segment) and p.cable is not None]
    at = next(n for n, p in enumerate(parts) if p.cable == part.cable)
    start = run.ends[0].place
    if at > 0:
        before = plant.cables.get(parts[at - 1].cable or "")
        start = next((x for x in (a, b) if before and x in (before.a, before.b)), a)
    forward = start == a
    return forward if turned else not forward
