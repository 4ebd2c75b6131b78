"""A run: a light path without ends. What light loses along it, and how strong it is on its way.

Links, tests, traces and simulated instruments ask here; none adds losses up by itself.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import NamedTuple

from passerelle.core.plan.ends import Side
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import LightPath, Segment
from passerelle.core.tables import STANDARD, Tables

from .loss import Loss, Term, terms, total


class Power(NamedTuple):
    """Power at a point of a run, as the light meets it. [dBm] None where it is not known.

    m : glass behind it. [m]
    worst_case, typical : of the weakest launch. strongest : of the strongest, losing least.
    """

    m: float
    worst_case: float | None
    typical: float | None
    strongest: float | None


@dataclass(frozen=True, slots=True)
class Run:
    """A light path without ends: a link's, or that of a dark strand from panel to panel.

    places : where it starts and where it ends; None where that is not recorded.
    """

    path: LightPath
    places: tuple[str | None, str | None] = (None, None)

    def reversed(self) -> "Run":
        """The same run seen from its other end."""
        return Run(self.path.reversed(), (self.places[1], self.places[0]))

    def terms(
        self, wavelength_nm: float, rules: HouseRules, tables: Tables = STANDARD, sender: Side = "a"
    ) -> list[Term]:
        """Every term of the loss at a wavelength, as light from one side meets them.

        Allowances of the plan come last from both sides.
        """
        found = terms(self.path, wavelength_nm, rules, tables, sender)
        return as_met(found, sender)

    def loss(
        self, wavelength_nm: float, rules: HouseRules, tables: Tables = STANDARD, sender: Side = "a"
    ) -> Loss:
        """What light of a wavelength loses from one side to the other. [dB]"""
        return total(self.terms(wavelength_nm, rules, tables, sender), rules)


def as_met(found: Iterable[Term], sender: Side) -> list[Term]:
    """Terms of the path, in the order in which light from one side meets them; allowances last."""
    found = list(found)
    parts = [term for term in found if term.at is not None]
    if sender == "b":
        parts.reverse()
    return parts + [term for term in found if term.at is None]


def profile(
    path: LightPath,
    found: Iterable[Term],
    launch_min_dbm: float | None,
    launch_max_dbm: float | None,
    sender: Side = "a",
) -> tuple[Power, ...]:
    """Power before the first part and behind each part, as light from one side meets them.

    found : the terms of the path's loss at the light's wavelength. Allowances are no place on the
    way: the profile ends with what arrives without them.
    """
    here = Power(0.0, launch_min_dbm, launch_min_dbm, launch_max_dbm)
    points = [here]
    for term in as_met(found, sender):
        if term.at is None:
            break
        part = path.parts[term.at]
        here = Power(
            here.m + (part.length_m if isinstance(part, Segment) else 0.0),
            _less(here.worst_case, term.worst_case),
            _less(here.typical, term.typical),
            _less(here.strongest, term.lowest),
        )
        points.append(here)
    return tuple(points)


def _less(level: float | None, loss_db: float | None) -> float | None:
    return None if level is None or loss_db is None else level - loss_db
