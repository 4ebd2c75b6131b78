"""What goes along to which visit: a thing's goods are wanted where it is first worked on."""

from collections.abc import Iterable

from passerelle.core.materials.materials import Materials
from passerelle.core.plan.visiting import PlannedVisit
from passerelle.core.words import metres

from .kept import KeptVisit
from .task import TaskKind
from .tasks import Work


def first_visits(planned: Iterable[PlannedVisit], work: Work) -> dict[str, PlannedVisit]:
    """By what a task is about, the visit that first works on it; looking takes no goods along."""
    found: dict[str, PlannedVisit] = {}
    for visit in sorted(planned, key=lambda one: (one.day, one.crew)):
        for key in visit.tasks:
            task = work.all.get(key)
            if task is not None and task.kind not in ("look", "measure"):
                found.setdefault(task.subject, visit)
    return found


def cuts_of(visit: KeptVisit, work: Work, materials: Materials) -> list[str]:
    """What is cut for the pulls of a visit that are left: reel, length, and metres on the reel."""
    keys = dict.fromkeys(key for key in visit.planned.tasks if key not in work.done)
    tasks = [work.all[key] for key in keys if key in work.all]
    wanted = {one.subject for one in tasks if one.kind == "pull"}
    found = []
    for reel in materials.cuts:
        at = 0.0
        for piece in reel.pieces:
            if piece.cable in wanted:
                until = at + piece.length_m
                found.append(
                    f"{reel.reel}: {metres(piece.length_m, '.6g')} for {piece.cable}, "
                    f"from {metres(at, '.6g')} to {metres(until, '.6g')} of it"
                )
            at += piece.length_m
    return found


DRAWINGS: dict[TaskKind, str] = {
    "pull": "pull sheet", "splice": "splice plan", "terminate": "panel front",
    "test": "cable and strand schedule", "patch": "link sheet", "turn-up": "link sheet",
}  # fmt: skip
"""Which paper a kind of task is done by."""


def drawings_of(visit: KeptVisit, work: Work) -> list[str]:
    """The papers that the tasks of a visit are done by, each with what it is wanted of."""
    found: dict[str, dict[str, None]] = {}
    for key in visit.planned.tasks:
        task = work.all.get(key)
        if task is not None and key not in work.done and task.kind in DRAWINGS:
            found.setdefault(DRAWINGS[task.kind], {})[task.subject] = None
    return [f"{paper}: {', '.join(names)}" for paper, names in found.items()]
