"""What a part does to its strands: which place at its a side leads to which place at its b side.

A place is (plug, position). Position 1 of a duplex port is A, position 2 is B. A multi-fiber plug
is numbered by its standard: seen into the face with the key up, 1 is at the left; plugs of two
rows go on in the second row. Parts compose as permutations do, so that a path is one map too.
"""

from functools import cache

from passerelle.core.plan.connectors import Connector
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.tables import STANDARD, Tables
from passerelle.core.tables.rows import Wiring

Place = tuple[int, int]
Wires = dict[Place, Place]

PLUGS = 12
"""Maps cover this many plugs side by side: six duplex ports of a cassette, twelve of a panel."""
ROWS = {
    "MPO-12": (1, 12), "MPO-16": (1, 16), "MPO-24": (2, 12), "MPO-32": (2, 16),
    "MPO-36": (3, 12), "MPO-48": (4, 12), "MPO-72": (6, 12),
}  # fmt: skip
"""Rows and columns of multi-fiber plugs (IEC 61754-7)."""
TYPES: tuple[Wiring, ...] = ("type-A", "type-B", "type-C")
DUPLEX = {"A-B": True, "crossed": True, "A-A": False, "straight": False}


MOST_POSITIONS = max(rows * columns for rows, columns in ROWS.values())


def positions(end: Connector | None) -> int:
    """How many positions a face has: 2 for a duplex port or a bare pair."""
    if end is None or end.type not in ROWS:
        return 2
    rows, columns = ROWS[end.type]
    return rows * columns


@cache
def reversed_rows(count: int, columns: int) -> Wires:
    """Position p meets the one opposite in its row: columns + 1 - p in a row of its own."""
    found = {}
    for plug in range(1, PLUGS + 1):
        for p in range(1, count + 1):
            row, column = divmod(p - 1, columns)
            found[plug, p] = (plug, row * columns + columns - column)
    return found


@cache
def flipped_pairs(count: int) -> Wires:
    """1 and 2 change places, 3 and 4, and so on."""
    return {
        (plug, p): (plug, p + 1 if p % 2 else p - 1)
        for plug in range(1, PLUGS + 1)
        for p in range(1, count + 1)
    }


@cache
def straight(count: int) -> Wires:
    """Every position leads to the same position."""
    return {(plug, p): (plug, p) for plug in range(1, PLUGS + 1) for p in range(1, count + 1)}


@cache
def swapped_rows(count: int, columns: int) -> Wires:
    """Opposed keys turn the second of two plugs over: what was its top row lies at the bottom."""
    rows = count // columns
    if rows == 1:
        return straight(count)
    return {
        (plug, row * columns + at): (plug, (rows - 1 - row) * columns + at)
        for plug in range(1, PLUGS + 1)
        for row in range(rows)
        for at in range(1, columns + 1)
    }


def inverse(wires: Wires) -> Wires:
    """The same part seen from its other end."""
    return {to: start for start, to in wires.items()}


@cache
def _cassette(name: Wiring) -> Wires | None:
    """A cassette of the table from its ports in front to its plugs behind.

    A cassette of more ports has more plugs of the same sort: ports 7 to 12 lead to plug 2.
    """
    row = STANDARD.cassettes.get(name)
    if row is not None:
        found: Wires = {}
        for port in range(PLUGS):
            plug, at = divmod(port, len(row.front))
            a, b = row.front[at]
            found[port + 1, 1], found[port + 1, 2] = (plug + 1, a), (plug + 1, b)
        return found
    conversion = STANDARD.conversions.get(name)
    if conversion is None:
        return None
    return {(plug, p): (to_plug, to_p) for plug, p, to_plug, to_p in conversion.front}


@cache
def _breakout(count: int) -> Wires:
    """A multi-fiber plug to its legs: leg k carries positions k and count + 1 - k.

    The parallel port sends from the high positions: its light has to reach B of the leg, where the
    far receiver listens.
    """
    found: Wires = {}
    legs = 4 if count == 12 else count // 2
    for k in range(1, legs + 1):
        found[1, k], found[1, count + 1 - k] = (k, 1), (k, 2)
    return found


def of_segment(segment: Segment, tables: Tables = STANDARD) -> Wires | None:
    """The map of a segment from its a side to its b side; None where its wiring is not recorded."""
    near, far = segment.ends
    counts = positions(near), positions(far)
    own = tables.wires.get(segment.part or "")
    if own is not None:
        forward = {(a, b): (c, d) for a, b, c, d in own}
        return forward if counts[0] <= counts[1] else inverse(forward)
    if segment.kind == "inline":
        return straight(counts[0])
    if segment.kind == "cassette":
        made = _cassette(segment.wiring) if segment.wiring else None
        if made is None:
            return None
        return made if front_is_near(segment) else inverse(made)
    plug = next((end for end in (near, far) if end is not None and end.type in ROWS), None)
    if plug is not None and any(end is not None and end.is_bare for end in (near, far)):
        # Prepared strands in the order of the plug's positions, ready to be spliced.
        return _row(segment.wiring, positions(plug), ROWS[plug.type][1])
    if plug is None and segment.wiring in TYPES:  # a piece of a trunk, bare at both ends
        return _row(segment.wiring, MOST_POSITIONS, MOST_POSITIONS)
    if counts[0] != counts[1]:
        count = max(counts)
        if 2 not in counts or count not in (12, 16):
            return None
        return _breakout(count) if counts[0] == count else inverse(_breakout(count))
    if counts[0] == 2:
        crossed = DUPLEX.get(segment.wiring or "")
        if crossed is None:
            return None
        return flipped_pairs(2) if crossed else straight(2)
    return _row(segment.wiring, counts[0], ROWS[near.type][1]) if near is not None else None


def _row(wiring: str | None, count: int, columns: int) -> Wires | None:
    """A row of strands from end to end; None where its wiring is not recorded."""
    if wiring in ("type-A", "straight"):
        return straight(count)
    if wiring in ("type-C", "crossed"):
        return flipped_pairs(count)
    return reversed_rows(count, columns) if wiring == "type-B" else None


def front_is_near(segment: Segment) -> bool:
    """True where the cassette's ports (or the larger number of plugs) are towards end a."""
    near, far = positions(segment.ends[0]), positions(segment.ends[1])
    if near != far:
        return near < far
    return segment.front != "b"


def of_joint(joint: Joint, near: Connector | None, far: Connector | None) -> Wires | None:
    """The map of a joint; None where a multi-fiber adapter's keys are not recorded."""
    count = positions(near if near is not None else far)
    if joint.kind != "adapter":  # as many strands as arrive
        return flipped_pairs(MOST_POSITIONS) if joint.crossed else straight(MOST_POSITIONS)
    if count == 2:
        if joint.coupler == "unknown":
            return None
        return flipped_pairs(2) if joint.coupler == "turned" else straight(2)
    end = near if near is not None else far
    assert end is not None
    columns = ROWS[end.type][1]
    if joint.keys == "aligned":
        return reversed_rows(count, columns)
    return swapped_rows(count, columns) if joint.keys == "opposed" else None
