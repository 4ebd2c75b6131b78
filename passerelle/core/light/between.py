"""What two neighbours in a path ask of what comes between them: plugs, joints, wiring."""

from passerelle.core.plan.connectors import BARE, Connector, connector
from passerelle.core.plan.lightpath import Joint
from passerelle.core.tables.kinds import PartKind
from passerelle.core.tables.rows import Wiring


def joint_between(left: Connector | None, right: Connector | None) -> Joint:
    """The joint that two ends ask for: a fusion splice for two bare ends, else an adapter."""
    if left is not None and right is not None and left.is_bare and right.is_bare:
        return Joint("fusion")
    if left is not None and left.type.startswith("MPO"):
        return Joint("adapter", grade="standard", keys="opposed" if left.is_angled else "aligned")
    return Joint("adapter", grade="standard")


def mate(end: Connector | None) -> Connector | None:
    """The plug that fits opposite `end`: the same, with the other pins."""
    if end is None or end.pins is None:
        return end
    other = "unpinned" if end.pins == "pinned" else "pinned"
    return connector(f"{end.type}/{end.polish}/{other}")


def one_bare(near: Connector | None, far: Connector | None) -> tuple[Connector, Connector]:
    """A pigtail has a plug at one end and bare glass at the other."""
    bare = connector(BARE)
    if near is None or near.is_bare:
        return bare, far if far is not None and not far.is_bare else connector("LC/UPC")
    return near, bare


def usual_wiring(kind: PartKind, near: Connector | None) -> Wiring | None:
    """The wiring that a new part of a kind usually has; None where there is no usual one."""
    if near is not None and near.type.startswith("MPO"):
        return kind.usual_row
    return kind.usual_pair


def kept_joint(old: Joint, left: Connector | None, right: Connector | None) -> Joint:
    """The old joint where it still suits its two ends, else the one that they ask for."""
    wanted = joint_between(left, right)
    return old if (old.kind == "adapter") == (wanted.kind == "adapter") else wanted


UNTURNED: dict[Wiring, Wiring] = {
    "crossed": "straight",
    "A-B": "A-A",
    "type-B": "type-A",
    "type-C": "type-A",
}
"""Of two halves only the first turns the strands, so that both together do what the whole did."""


def wiring_together(first: Wiring | None, second: Wiring | None) -> Wiring | None:
    """What two pieces do to their strands as one; None where that has no name."""
    if first is None or second is None:
        return None
    if second in UNTURNED.values():  # the second leaves the strands as they come
        return first
    if first in UNTURNED.values():
        return second
    return UNTURNED[first] if first == second else None  # turned twice alike is not turned


def fits(left: Connector | None, right: Connector | None) -> bool:
    """Whether two plugs meet in one adapter; what is not recorded is taken to."""
    if left is None or right is None:
        return True
    return left.type == right.type and left.is_angled == right.is_angled
