"""From metres of glass to a place on site: through helix, slack and coils, with how sure it is."""

from dataclasses import dataclass
from math import hypot

from passerelle.core.measuring.runs import TestRun
from passerelle.core.plan.backbone import Cable
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plant.model import Plant, lengths
from passerelle.core.tables.site import PRACTICE
from passerelle.core.tables.traces import figure


@dataclass(frozen=True, slots=True)
class Ground:
    """Where a length of glass lies, on the way of the light. [m of glass from the near panel]

    place : where it begins. pathway : that it lies in; None: coiled at the place. helix : glass for
    each metre of sheath. spare_m : sheath of this cable that lies nobody knows where.
    """

    from_m: float
    until_m: float
    place: str
    pathway: str | None
    helix: float
    spare_m: float


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


def ground_of(plant: Plant, run: TestRun, *, turned: bool = False) -> tuple[Ground, ...]:
    """Where the glass of a run lies, panel to panel; what is not recorded leaves a gap."""
    parts = [p for p in run.run.path.parts if isinstance(p, Segment)]
    start = run.ends[0].place
    if turned:
        parts.reverse()
        start = run.ends[1].place
    found: list[Ground] = []
    here = 0.0
    for part in parts:
        cable = plant.cables.get(part.cable or "")
        if cable is not None:
            backward = cable.a != start
            found += _of_cable(plant, cable, here, part.length_m, backward=backward)
            start = cable.a if backward else cable.b
        here += part.length_m
    return tuple(found)


def _of_cable(
    plant: Plant, cable: Cable, from_m: float, glass_m: float, *, backward: bool
) -> list[Ground]:
    known = lengths(plant, cable)
    steps = plant.steps(cable)
    if not steps:
        return []
    helix = 1.0
    if cable.type is not None and cable.type.construction.startswith("loose tube"):
        helix += PRACTICE["helix_percent"].value / 100
    each = PRACTICE["slack_each_end_m"].value
    slack_a, slack_b = (each if s is None else s for s in (cable.slack_a_m, cable.slack_b_m))
    coils = {one.place: one.length_m for one in cable.slack_on_way}
    # What the sheath has beyond route and slack lies in a coil that nobody noted.
    spare = 0.0
    if known.needed_m is not None and cable.length_m is not None:
        spare = abs(cable.length_m - known.needed_m)
    pieces: list[tuple[str, str | None, float]] = [(cable.a, None, slack_a)]
    for way, forward in steps:
        begins, ends = (way.a, way.b) if forward else (way.b, way.a)
        pieces.append((ends if backward else begins, way.name, way.length_m))
        pieces.append((ends, None, coils.get(ends, 0.0)))
    pieces[-1] = (cable.b, None, slack_b)
    if backward:
        pieces.reverse()
    found, at = [], from_m
    for place, pathway, length in pieces:
        until = min(at + length * helix, from_m + glass_m)
        if until > at:
            found.append(Ground(at, until, place, pathway, helix, spare))
        at = until
    return found


def where(
    plant: Plant, run: TestRun, glass_m: float, *, turned: bool = False,
    fixed_m: float | None = None, pulse_m: float = 1.0,
) -> Where | None:  # fmt: skip
    """Where a point of a run lies. glass_m : from the panel at the instrument's side. [m]

    fixed_m : glass at the nearest event that is known to be at its place; None: the panel.
    None where the cable there, or its route, is not recorded.
    """
    ground = ground_of(plant, run, turned=turned)
    if not ground:
        return None
    if glass_m < ground[0].from_m:
        return Where(run.ends[1 if turned else 0].place, None, 0.0, max(1.0, pulse_m / 2), ())
    here = next((one for one in ground if one.from_m <= glass_m <= one.until_m + 1e-6), None)
    if here is None:
        return None
    before = [one for one in ground if one.until_m <= here.from_m + 1e-9]
    if fixed_m is not None:
        before = [one for one in before if one.until_m > fixed_m]
    coils = sum((o.until_m - o.from_m) / o.helix for o in before if o.pathway is None)
    steps = _steps(ground, here, glass_m)
    sure = _sure(glass_m, fixed_m, coils, here.spare_m, pulse_m)
    return Where(here.place, here.pathway, steps[-1].m, sure, steps, coil=here.pathway is None)


def _steps(ground: tuple[Ground, ...], here: Ground, glass_m: float) -> tuple[Step, ...]:
    """From glass past the panel to metres of the way; they add up. [m]"""
    start = ground[0].from_m
    into = (glass_m - start) / here.helix
    found = [Step("of glass past the near panel", glass_m)]
    if start:
        found.append(Step("of pigtail before the cable", -start))
    if here.helix != 1.0:
        found.append(Step(f"glass to sheath, ÷ {here.helix:.3f}", into - (glass_m - start)))
    passed = [one for one in ground if one.until_m <= here.from_m + 1e-9]
    for one in passed:
        label = f"coiled at {one.place}" if one.pathway is None else f"of {one.pathway}, whole"
        found.append(Step(label, -(one.until_m - one.from_m) / here.helix))
    noted = sum(one.until_m - one.from_m for one in passed)
    lost = (here.from_m - start - noted) / here.helix
    if lost > 0.05:
        found.append(Step("of sheath beyond route and slack, nobody noted where", -lost))
    last = f"of {here.pathway}" if here.pathway else f"coiled at {here.place}"
    return (*found, Step(last, (glass_m - here.from_m) / here.helix))


def _sure(
    glass_m: float, fixed_m: float | None, coils_m: float, spare_m: float, pulse_m: float
) -> float:
    """How sure a place is: index and helix over the distance, coils, the pulse. [m]"""
    far = abs(glass_m - (fixed_m or 0.0))
    index = figure("index_share") * far
    helix = figure("helix_share") * far
    return hypot(index, helix, figure("coil_share") * coils_m, spare_m / 2, pulse_m / 2, 0.5)
