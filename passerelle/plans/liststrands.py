"""What a list says of strands: a row is a strand, and goes into its cable."""

from dataclasses import dataclass, replace
from typing import Literal

from passerelle.core.plan.backbone import Cable, StrandNote
from passerelle.core.refused import Refused


@dataclass(frozen=True, slots=True)
class StrandRow:
    """What a row says of a strand. state : free takes a note away; used follows from the links."""

    cable: str
    strand: int
    state: Literal["free", "used", "dark", "bad", "reserved"] | None = None
    note: str | None = None


def noted(cable: Cable, row: StrandRow) -> tuple[Cable, str]:
    """The cable with what the row says, and that in words; as it is: the same cable.

    Raises Refused, whose path is the field.
    """
    if row.strand > cable.strands:
        reason = f"{row.strand} is over {cable.strands}, the strands of {cable.name}"
        raise Refused("strand", reason)
    old = next((one for one in cable.strand_notes if one.strand == row.strand), None)
    if row.state == "used" or (row.state is None and row.note is None):
        return cable, "what runs on a strand follows from the links"
    if row.state is None:
        if old is None:
            raise Refused("state", "is missing: a note says why a strand is dark, bad or reserved")
        new = replace(old, note=row.note)
    elif row.state == "free":
        new = None
    else:
        new = StrandNote(row.strand, row.state, row.note or (old.note if old else None))
    if new == old:
        return cable, "as it is"
    rest = [one for one in cable.strand_notes if one.strand != row.strand]
    notes = sorted([*rest, *([new] if new else [])], key=lambda one: one.strand)
    told = f"{old.state if old else 'free'} → {new.state if new else 'free'}"
    return replace(cable, strand_notes=tuple(notes)), f"{cable.name} strand {row.strand}: {told}"
