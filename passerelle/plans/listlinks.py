"""A link as built, from a row of a list: its path as the house builds such links."""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Annotated, Any

from annotated_types import Gt

from passerelle.core.choice.ways import on_what_is_there
from passerelle.core.light.link import Link
from passerelle.core.light.site import planned
from passerelle.core.plan.agreement import unused
from passerelle.core.plan.copies import renewed
from passerelle.core.plan.fields import FiberName, Length, LossDb, Name, WavelengthNm
from passerelle.core.plan.lightpath import LightPath, Segment
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.plan import Plan
from passerelle.core.plant.strands import StrandError
from passerelle.core.plant.taking import take
from passerelle.core.plant.whole import plant_of
from passerelle.core.refused import Refused
from passerelle.core.remedies.proposal import Need, NeedError, propose


@dataclass(frozen=True, slots=True)
class LinkRow:
    """What a row says of a link. length_m : of its cable. [m] loss_db at loss_nm : measured."""

    a: str
    b: str
    application: str
    name: str | None = None
    length_m: float | None = None
    fiber: str | None = None
    cable: str | None = None
    strands: tuple[int, ...] | list[int] = ()
    loss_db: float | None = None
    loss_nm: float | None = None


LINK_HINTS: dict[str, Any] = {
    "name": Name, "a": Name, "b": Name, "length_m": Annotated[Length, Gt(0)], "fiber": FiberName,
    "loss_db": LossDb, "loss_nm": WavelengthNm,
}  # fmt: skip


def made_link(plan: Plan, row: LinkRow, seen: Iterable[str] = ()) -> PlannedLink:
    """The link, not in the plan yet. Raises Refused, whose path is the field.

    seen : names that other rows have; one without a name gets another.
    """
    if row.length_m is None and row.cable is None:
        reason = "is missing; give it, or the cable and strands that the link runs on"
        raise Refused("length_m", reason)
    if (row.loss_db is None) != (row.loss_nm is None):
        reason = "and its wavelength go together; one of them is missing"
        raise Refused("loss_db", reason)
    grade = row.fiber
    if row.cable is not None:
        grade = plan.cables.by_name[row.cable].fiber
        if row.fiber is not None and row.fiber != grade:
            raise Refused("fiber", f"{row.fiber} contradicts {row.cable}, which is {grade}")
    try:
        link = propose(
            Need(row.a, row.b, row.application, row.length_m or 1.0, grade), plan.house_rules
        )
    except NeedError as error:
        raise Refused(error.path.replace("distance_m", "length_m"), error.reason) from None
    link = on_what_is_there(link)
    link = _on_cable(plan, link, row) if row.cable is not None else _as_long(link, row)
    made: PlannedLink = renewed(planned(link))
    wanted = row.name or f"{row.a} – {row.b}"[:120]
    taken = {*plan.links.by_name, *seen}
    return replace(made, name=wanted if row.name else unused(wanted, taken))


def _cables(link: Link) -> list[int]:
    parts = enumerate(link.path.parts)
    return [at for at, p in parts if isinstance(p, Segment) and p.kind == "cable"]


def _as_long(link: Link, row: LinkRow) -> Link:
    """The cable as long as the row says, all slack in it, with its measured loss."""
    assert row.length_m is not None
    pieces = _cables(link)
    if row.loss_db is not None and len(pieces) > 1:
        reason = "is of several reels here: note it at each cable, in Survey"
        raise Refused("loss_db", reason)
    parts = list(link.path.parts)
    for at in pieces:
        run = link.path.segment(at)
        parts[at] = replace(
            run, length_m=row.length_m / len(pieces), loss_db=row.loss_db, loss_nm=row.loss_nm,
            source="measured, from a list" if row.loss_db is not None else None,
        )  # fmt: skip
    return replace(link, path=LightPath(tuple(parts)))


def _on_cable(plan: Plan, link: Link, row: LinkRow) -> Link:
    assert row.cable is not None
    if not row.strands:
        raise Refused("strands", f"are missing: which of {row.cable} does it run on?")
    if row.loss_db is not None:
        raise Refused("loss_db", f"stands with the cable: note it at {row.cable}, in Survey")
    try:
        return take(plant_of(plan), link, _cables(link)[0], row.cable, tuple(row.strands))
    except StrandError as error:
        raise Refused("strands", str(error)) from None
