"""What a change would do to work that is done: to be done again, or gone, with its hours."""

from dataclasses import dataclass

from .tasks import Work


@dataclass(frozen=True, slots=True)
class Again:
    """A task that is done. was : what it was then. now : what it is to be; None: it is gone.

    minutes : of one person, for what it is now. [min]
    """

    name: str
    was: str
    now: str | None
    minutes: float

    @property
    def said(self) -> str:
        """In a sentence without its end."""
        if self.now is None:
            return f"{self.name}: it is done, and is of no use then"
        return f"{self.name}: done as {self.was}, then {self.now}, {self.minutes / 60:.1f} h"


def again_after(before: Work, after: Work) -> tuple[Again, ...]:
    """Done work that `after` asks for anew, or has no use for, and `before` did not."""
    already = {task.key for task, _ in before.rework}
    found = [
        Again(task.name, was, task.extent, task.minutes)
        for task, was in after.rework
        if task.key not in already
    ]
    gone = [key for key in before.done if key not in after.all]
    found += [Again(before.all[key].name, before.all[key].extent, None, 0.0) for key in gone]
    return tuple(found)
