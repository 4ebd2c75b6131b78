"""The solver of mixed-integer programs, exact and without a word on standard output."""

from typing import Any

import highspy

_SOLVERS: Any = highspy


class _Quiet(_SOLVERS.Highs):  # type: ignore[misc]
    """A solver that is silent from its first step: its banner would stand in what programs read."""

    def enableCallbacks(self) -> None:  # noqa: N802 - the solver's own name
        """The first thing that a solver does, and says."""
        self.silent()
        super().enableCallbacks()


def solver() -> Any:
    """A new solver, which proves what it finds to be best."""
    made = _Quiet()
    made.setOptionValue("mip_rel_gap", 0.0)
    return made


def is_proved(made: Any) -> bool:
    """Whether the last search ended with a proof."""
    return bool(made.getModelStatus() == highspy.HighsModelStatus.kOptimal)
