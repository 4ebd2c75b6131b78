"""What becomes of a reel that is cut: its cables are cut, and its rest is stock."""

from collections.abc import Iterable
from dataclasses import replace

from passerelle.core.changes.change import Change, Put, Remove
from passerelle.core.plan.agreement import unused
from passerelle.core.plan.backbone import Reel
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.plan import Plan
from passerelle.core.refused import Refused
from passerelle.core.words import metres

from .cables import CutReel


def cut_changes(
    plan: Plan, reel: CutReel, left_m: float | None = None, place: str | None = None
) -> tuple[Change, ...]:
    """The changes to a plan once a reel is cut as its cut plan has it. Raises Refused.

    left_m : what stays on it, as its sheath marks say; None: as planned. A rest of nothing is no
    reel. place : where the rest stands; None: where the reel stood. [m]
    """
    if not reel.pieces:
        raise Refused("reel", f"nothing is cut from {reel.reel}")
    loose = [one.cable for one in reel.pieces if one.cable not in plan.cables.by_name]
    if loose:
        raise Refused("reel", f"{loose[0]} is a run of a link alone: give it a cable of its own")
    left = reel.left_m if left_m is None else left_m
    if left > reel.length_m:
        reason = f"{metres(left)} is more than the {metres(reel.length_m)} that were on it"
        raise Refused("left_m", reason)
    cables = [plan.cables.by_name[one.cable] for one in reel.pieces]
    found: list[Change] = [Put(replace(one, cut=True)) for one in dict.fromkeys(cables)]
    old = None if reel.bought else plan.reels.by_name[reel.reel]
    if left <= 0:
        return (*found, *([Remove("reel", old.id)] if old is not None else []))
    if old is not None:
        rest = replace(old, length_m=left, place=place or old.place)
    else:
        first = cables[0]
        if first.type is None:
            reason = f"the construction of {first.name} is not recorded, so its rest is of no kind"
            raise Refused("reel", reason)
        name = _free(one.name for one in plan.reels)
        rest = Reel(name, first.type.name, left, first.strands, place, id=new_id())
    return (*found, Put(rest))


def _free(names: Iterable[str]) -> str:
    return unused("Rest 1", set(names))
