"""mate.reflectance, mate.polish-unknown: what the joints throw back, against what is borne."""

from collections.abc import Iterator
from dataclasses import dataclass

from passerelle.core.light.link import Budget
from passerelle.core.plan.connectors import Connector
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.tables import MULTIMODE, Application
from passerelle.core.tables.reflectance import COUNTED_DB, DISCRETE, JOINTS, SEVERAL
from passerelle.core.words import counted, plural, signed

from .findings import Finding, finding
from .mating import polish_hangs
from .sides import EXACT

TWO_LEVELS_GBPS = (10.0, 100.0)
"""Rates that the limit for one joint by itself is stated for. [Gb/s]"""


@dataclass(frozen=True, slots=True)
class Thrown:
    """What a joint may reflect at most, and usually does; None where its face is not recorded. [dB]

    entered : it was measured or comes from a document.
    """

    at: int
    most_db: float | None
    typical_db: float | None
    entered: bool = False


def thrown(budget: Budget) -> list[Thrown]:
    """What each joint of the path reflects; a fusion splice reflects nothing that counts."""
    mode = budget.lowest.mode if budget.lowest is not None else None
    if mode is None:
        return []
    return list(_thrown(budget, mode))


def _thrown(budget: Budget, mode: str) -> Iterator[Thrown]:
    parts = budget.link.path.parts
    for at in range(1, len(parts), 2):
        joint, left, right = parts[at], parts[at - 1], parts[at + 1]
        assert isinstance(joint, Joint)
        assert isinstance(left, Segment)
        assert isinstance(right, Segment)
        if joint.reflectance_db is not None:
            yield Thrown(at, joint.reflectance_db, joint.reflectance_db, entered=True)
            continue
        if joint.kind == "fusion" or (joint.kind == "mechanical" and mode == MULTIMODE):
            continue
        ends = (left.ends[1], right.ends[0])
        if None not in ends and polish_hangs(*ends):  # type: ignore[arg-type]
            continue  # said where the two plugs meet
        face = "mechanical" if joint.kind == "mechanical" else _face(*ends)
        row = JOINTS.get((mode, face or ""))
        yield Thrown(at, row.limit_db if row else None, row.typical_db if row else None)


def _face(near: Connector | None, far: Connector | None) -> str | None:
    """The face that the pair has: the flatter of two; None where one is not recorded."""
    if near is None or far is None:
        return None
    polishes = {near.polish, far.polish}
    return next((face for face in (None, "PC", "UPC", "APC") if face in polishes), None)


def check_reflectance(budget: Budget) -> list[Finding]:
    """Joints that reflect more than the application bears, or whose face nobody wrote down."""
    names = [module.application for module in budget.modules]
    asked = next((name for name in names if name in SEVERAL), None)
    if asked is not None:
        return _several(budget, asked)
    applications = [budget.tables.applications.get(name) for name in names]
    return _one(budget, [one for one in applications if one is not None])


def _several(budget: Budget, name: str) -> list[Finding]:
    joints = thrown(budget)
    blank = tuple(one.at for one in joints if one.most_db is None)
    counting = [one for one in joints if one.most_db is None or one.most_db > COUNTED_DB]
    row = SEVERAL[name]
    limit_db = row.limit_db(len(counting))
    found = []
    if blank:
        borne = f"at most {signed(f'{limit_db:g}')} dB" if limit_db is not None else "very little"
        message = (
            f"The polish of {counted(len(blank), 'mated pair')} is not recorded; with "
            f"{counted(len(counting), 'joint')} in the path {name} bears {borne} from each."
        )
        found.append(finding("mate.polish-unknown", message, at=blank))
    over = [
        one
        for one in counting
        if one.most_db is not None and (limit_db is None or one.most_db > limit_db + EXACT)
    ]
    if not over:
        return found
    worst = max(one.most_db for one in over if one.most_db is not None)
    may = "reflects" if all(one.entered for one in over) else "may reflect"
    may = may if len(over) == 1 else may.replace("reflects", "reflect")
    if limit_db is None:
        borne = f"{name} has no figure for {counted(len(counting), 'joint')}"
        do = "Use angled plugs, or splice through: fewer joints."
    else:
        least = signed(f"{limit_db:g}")
        borne = f"{name} bears {least} dB with {counted(len(counting), 'joint')} in the path"
        do = f"Ask for plugs of {-limit_db:g} dB return loss or better, use angled ones, or splice."
    message = f"{counted(len(over), 'joint')} {may} {signed(f'{worst:g}')} dB; {borne}."
    at = tuple(one.at for one in over)
    found.append(finding("mate.reflectance", message, at=at, do=do, source=row.source))
    return found


def _one(budget: Budget, applications: list[Application]) -> list[Finding]:
    """The limit for a joint by itself. What no standard's face exceeds needs an entered figure."""
    low, high = TWO_LEVELS_GBPS
    if budget.lowest is None or not any(low <= one.rate_gbps <= high for one in applications):
        return []
    row = DISCRETE[budget.lowest.mode]
    over = [one for one in thrown(budget) if one.most_db is not None and one.most_db > row.limit_db]
    if not over:
        return []
    worst = max(one.most_db for one in over if one.most_db is not None)
    message = (
        f"{counted(len(over), 'joint')} {plural(len(over), 'reflects', 'reflect')} "
        f"{signed(f'{worst:g}')} dB; {signed(f'{row.limit_db:g}')} dB is the most for one joint."
    )
    at = tuple(one.at for one in over)
    return [finding("mate.reflectance", message, at=at, source=row.source)]
