"""What goes along to which visit: a thing's goods are wanted where it is first worked on."""

from collections.abc import Iterable

from passerelle.core.plan.visiting import PlannedVisit

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
