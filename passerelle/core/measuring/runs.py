"""Runs to be tested: panel to panel on one strand, or module to module on one leg of a link."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.light.modules import resolve
from passerelle.core.light.run import Run
from passerelle.core.plan.backbone import Cable
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from passerelle.core.plant.model import Plant, lengths
from passerelle.core.plant.runs import run_of
from passerelle.core.plant.strands import StrandError, Stretch, followed
from passerelle.core.plant.taking import as_segment

RunKind = Literal["permanent", "channel", "cord", "section"]
"""cord : plug to plug, by itself. section : the glass of a spliced cable, without an end."""
NOMINAL_NM = 1310.0
"""A run is built at any wavelength: readings are left out of a limit."""


@dataclass(frozen=True, slots=True)
class RunEnd:
    """Where a run is plugged in. family, polish : of the plug there; None: not recorded."""

    place: str | None
    panel: str | None
    port: int | None
    family: str | None
    polish: str | None = None


@dataclass(frozen=True, slots=True)
class TestRun:
    """A run to be tested. id : outlives renames. name : cable/strand, or link/leg.

    cable, strand : of the first in the file of those chained. inside : connections between its
    ends. links : ids of the links that use it.
    """

    __test__ = False

    id: str
    name: str
    kind: RunKind
    cable: str | None
    strand: int | None
    link: str | None
    ends: tuple[RunEnd, RunEnd]
    run: Run
    inside: int
    splices: int
    links: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class LeftOut:
    """A strand that is no run, and why."""

    name: str
    why: str


def permanent_runs(check: PlanCheck) -> Iterator[TestRun | LeftOut]:
    """Every strand from panel to panel, dark ones too, through every closure between."""
    plant = check.plant
    order = {name: at for at, name in enumerate(plant.cables)}
    for cable in plant.cables.values():
        if cable.wish:
            continue
        for number in range(1, cable.strands + 1):
            name = f"{cable.name}/{number}"
            try:
                stretches = followed(plant, cable, (number,))
                first = min(stretches, key=lambda one: order[one.cable])
                if first.cable != cable.name:
                    continue
                yield _permanent(plant, cable, number, stretches)
            except StrandError as error:
                yield LeftOut(name, error.reason)


def _permanent(plant: Plant, cable: Cable, number: int, stretches: tuple[Stretch, ...]) -> TestRun:
    """The run of a strand, from the end that its first cable's end a lies towards."""
    run = _without_readings(run_of(plant, cable, number, NOMINAL_NM))
    ends = (_end(plant, stretches[0], near=True), _end(plant, stretches[-1], near=False))
    mine = next(one for one in stretches if one.cable == cable.name)
    if not mine.forward:
        run, ends = run.reversed(), (ends[1], ends[0])
    links = dict.fromkeys(
        link.key
        for one in stretches
        for link, use in plant.uses_of.get(one.cable, ())
        if one.strands[0] in use.strands
    )
    return TestRun(
        f"{cable.id}-{number}", f"{cable.name}/{number}", "permanent", cable.name, number, None,
        ends, run, _adapters(run.path), _splices(run.path), tuple(links),
    )  # fmt: skip


def _end(plant: Plant, stretch: Stretch, *, near: bool) -> RunEnd:
    cable = plant.cables[stretch.cable]
    side = 0 if stretch.forward is near else 1
    end = cable.ends[side]
    port = end.first_port + (stretch.strands[0] - 1) // 2 if end.panel else None
    plug = connector(end.connector) if end.connector else None
    family, polish = (plug.family, plug.polish) if plug is not None else (None, None)
    return RunEnd((cable.a, cable.b)[side], end.panel, port, family, polish)


def _without_readings(run: Run) -> Run:
    """A limit is worked out from lengths, whatever was measured: only inline parts keep theirs."""
    parts = tuple(
        replace(part, loss_db=None, loss_includes=None, loss_nm=None, source=None, reads=())
        if isinstance(part, Segment)
        and part.kind != "inline"
        and (part.loss_db is not None or part.reads)
        else part
        for part in run.path.parts
    )
    return Run(LightPath(parts), run.places)


def channel_runs(check: PlanCheck) -> Iterator[TestRun]:
    """Every strand of every link, from module to module, between its outer plugs."""
    for one in check.links:
        link = one.budget.link
        run = _without_readings(Run(link.path, (link.a.place, link.b.place)))
        parts = link.path.parts
        plugs = (_plug(parts[0], 0), _plug(parts[-1], 1))
        ends = (
            RunEnd(link.a.place, None, None, plugs[0]), RunEnd(link.b.place, None, None, plugs[1]),
        )  # fmt: skip
        for leg in range(1, (resolve(link.a).strands or 2) + 1):
            yield TestRun(
                f"{link.id}-{leg}", f"{link.name}/{leg}", "channel", None, None, link.name, ends,
                run, _adapters(run.path), _splices(run.path), (link.id,),
            )  # fmt: skip


def cord_runs(check: PlanCheck) -> Iterator[TestRun]:
    """Every cord of every link, plug to plug; one that several links pass, once."""
    seen: set[str] = set()
    for one in check.links:
        link = one.budget.link
        cords = [p for p in link.path.parts if isinstance(p, Segment) and p.kind == "cord"]
        for at, part in enumerate(cords, 1):
            key = part.shared or part.id
            if key in seen:
                continue
            seen.add(key)
            near = at <= (len(cords) + 1) // 2
            place = (link.a if near else link.b).place
            plugs = [end.family if end is not None else None for end in part.ends]
            run = _without_readings(Run(LightPath((part,)), (place, place)))
            name = part.shared or part.label or f"{link.name}, cord {at}"
            yield TestRun(
                f"{part.id}-1", name, "cord", None, None, link.name,
                (RunEnd(place, None, None, plugs[0]), RunEnd(place, None, None, plugs[1])),
                run, 0, 0, (link.id,),
            )  # fmt: skip


def section_runs(check: PlanCheck) -> Iterator[TestRun]:
    """Every strand of a cable that is spliced to another: its glass alone, splice to splice."""
    plant = check.plant
    spliced = {name for c in plant.closures.values() for s in c.splices for name in (s.a, s.b)}
    for cable in plant.cables.values():
        if cable.wish or cable.name not in spliced:
            continue
        part = as_segment(plant, Segment("cable"), cable)
        if lengths(plant, cable).glass_m is None:
            continue
        run = _without_readings(Run(LightPath((part,)), (cable.a, cable.b)))
        ends = (RunEnd(cable.a, None, None, None), RunEnd(cable.b, None, None, None))
        for number in range(1, cable.strands + 1):
            yield TestRun(
                f"{cable.id}-{number}-glass", f"{cable.name}/{number} glass", "section",
                cable.name, number, None, ends, run, 0, 0, (),
            )  # fmt: skip


def _plug(part: object, side: int) -> str | None:
    plug = part.ends[side] if isinstance(part, Segment) else None
    return plug.family if plug is not None else None


def _adapters(path: LightPath) -> int:
    return sum(isinstance(part, Joint) and part.kind == "adapter" for part in path.parts)


def _splices(path: LightPath) -> int:
    return sum(isinstance(part, Joint) and part.kind != "adapter" for part in path.parts)
