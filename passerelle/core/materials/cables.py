"""Cable: what is cut from the reels in the store, and what is bought for the rest.

What the reels of the plan serve is cut as the cut plan has it (`plant.cutting`). The rest comes off
drums of the lengths that are sold (`drums`). A cable with factory-made ends is made to
measure, and cut from nothing.
"""

from collections import defaultdict
from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass, field, replace
from math import ceil

from passerelle.core.choice.sold import REEL_LENGTHS_M, mode_word
from passerelle.core.plan.backbone import Cable
from passerelle.core.plan.connectors import Connector, connector
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.model import Plant, lengths
from passerelle.core.plant.reels import CutPlan

from .backbone import FACTORY, ended, is_new
from .drums import Drums, drums_for
from .joints import joint_places
from .wanted import Loose, Open


@dataclass(frozen=True, slots=True)
class Piece:
    """A length cut for a cable. [m]"""

    cable: str
    length_m: float


@dataclass(frozen=True, slots=True)
class CutReel:
    """A reel with what is cut from it. bought : a drum that is not there yet. [m]

    serves : the extra run that its rest would do for.
    """

    reel: str
    bought: bool
    type: str
    length_m: float
    pieces: tuple[Piece, ...]
    serves: str | None = None

    @property
    def left_m(self) -> float:
        """What stays on it."""
        return self.length_m - sum(piece.length_m for piece in self.pieces)


@dataclass(frozen=True, slots=True)
class NotCut:
    """A cable that nothing is cut for, and why."""

    cable: str
    why: str


@dataclass(slots=True)
class CableNeed:
    """Cables of one construction, grade and number of strands, with one way of ending.

    needed_m : as planned. stock_m : cut from reels that are there, or cut already. bought_m :
    drums, and lengths made to measure. ends : factory-made ends, by strand, or by plug of a trunk.
    reserve_m : what is ordered beyond the plan's length because it is a guess. [m]
    """

    key: str
    what: str
    trunk: bool
    needed_m: float = 0.0
    stock_m: float = 0.0
    bought_m: float = 0.0
    ends: int = 0
    reserve_m: float = 0.0
    guessed: bool = False
    names: list[str] = field(default_factory=list)
    metres: list[float] = field(default_factory=list)

    def add(self, name: str, length_m: float) -> None:
        """One more cable. [m]"""
        self.needed_m += length_m
        self.names.append(name)
        self.metres.append(length_m)


@dataclass(frozen=True, slots=True)
class CableBuy:
    """All cable of a plan. proved : no other assignment to the reels in the store is better.

    drums_m : of all drums to buy; least_m : no choice of drums takes fewer metres than that. [m]
    """

    needs: tuple[CableNeed, ...]
    cuts: tuple[CutReel, ...]
    not_cut: tuple[NotCut, ...]
    open: tuple[Open, ...]
    proved: bool
    drums_m: float = 0.0
    least_m: float = 0.0


def cable_buy(
    plant: Plant, rules: HouseRules, plan: CutPlan, loose: Iterable[Loose] = ()
) -> CableBuy:
    """Every new cable once, however many links use it.

    plan : the cuts from the plan's reels. loose : cables that stand in links alone.
    """
    needs: dict[tuple[str, str], CableNeed] = {}
    from_store = {cut.cable for reel in plan.reels for cut in reel.cuts}
    drums: dict[str, list[Piece]] = defaultdict(list)
    open_: list[Open] = []
    not_cut: list[NotCut] = []
    for cable in plant.cables.values():
        if not is_new(cable):
            continue
        known = lengths(plant, cable)
        if known.order_m is None:
            said = f"how long {cable.name} is: neither its length nor its route is recorded"
            open_.append(Open(cable.name, said))
            not_cut.append(NotCut(cable.name, "its length is not known"))
            continue
        need = _need(needs, plant, cable, rules)
        planned_m = cable.length_m if cable.length_m is not None else known.needed_m
        need.add(cable.name, planned_m if planned_m is not None else known.order_m)
        need.guessed = need.guessed or not known.certain
        need.reserve_m += known.reserve_m
        if cable.name in from_store or cable.cut:
            need.stock_m += known.order_m
        elif FACTORY in (cable.ends[0].kind, cable.ends[1].kind):
            need.bought_m += ceil(known.order_m)
        else:
            joints = joint_places(plant, cable, REEL_LENGTHS_M[-1])
            _cut_or_not(need, Piece(cable.name, known.order_m), drums, not_cut, joints)
    for one in loose:
        need = _need_of_loose(needs, one)
        need.add(one.name, one.length_m)
        need.guessed = need.guessed or one.guessed
        if need.ends:
            need.bought_m += ceil(one.length_m)
        else:
            _cut_or_not(need, Piece(one.name, one.length_m), drums, not_cut)
    chosen = {what: drums_for(tuple(p.length_m for p in some)) for what, some in drums.items()}
    bought = _served(plant, _drums(drums, chosen), {one.serves for one in plan.reels})
    for need in needs.values():
        need.bought_m += sum(one.length_m for one in bought if one.type == need.what)
    store = [
        CutReel(one.reel.name, False, one.reel.type, one.reel.length_m,
                tuple(Piece(cut.cable, cut.length_m) for cut in one.cuts), one.serves)
        for one in plan.reels
    ]  # fmt: skip
    made = tuple(needs.values())
    return CableBuy(
        made, (*store, *bought), tuple(not_cut), tuple(open_), plan.proved,
        sum(one.length_m for one in bought), sum(one.least_m for one in chosen.values()),
    )  # fmt: skip


def _cut_or_not(
    need: CableNeed,
    piece: Piece,
    drums: dict[str, list[Piece]],
    not_cut: list[NotCut],
    joints: list[tuple[str, float]] | None = None,
) -> None:
    """Put a piece on the drums of its kind, or say why no drum is long enough.

    joints : places on its way where pieces of drum length meet; None: none is known.
    """
    longest_m = REEL_LENGTHS_M[-1]
    if piece.length_m <= longest_m:
        drums[need.what].append(piece)
        return
    told = f"{piece.length_m:g} m is longer than any drum sold, {longest_m:g} m"
    if joints:
        where = ", ".join(f"{place} ({metres:g} m from the start)" for place, metres in joints)
        told = f"{told}: plan a joint at {where}, and slack for it"
    else:
        told = f"{told}: no place on its way is known where a joint would do; ask the maker"
    not_cut.append(NotCut(piece.cable, told))
    need.bought_m += piece.length_m


def _need_of_loose(needs: dict[tuple[str, str], CableNeed], one: Loose) -> CableNeed:
    plugs = [plug for plug in one.plugs if plug is not None and not plug.is_bare]
    trunk = any(plug.family == "MPO" for plug in plugs)
    glass = one.fiber or "glass not recorded"
    what = f"{glass}, {_strands(one.strands)}, construction not recorded"
    if plugs:
        what = f"{what}, {_made_ends(len(plugs), plugs)}"
    key = f"trunk {mode_word(one.fiber)}" if trunk else f"cable {one.fiber}"
    key = f"{key} {one.strands}"
    need = needs.setdefault((key, what), CableNeed(key, what, trunk))
    need.ends += sum(1 if plug.family == "MPO" else one.strands for plug in plugs)
    return need


def _strands(count: int) -> str:
    return f"{count} strand{'s' if count != 1 else ''}"


def _made_ends(count: int, plugs: Sequence[Connector]) -> str:
    word = "both ends" if count == 2 else "one end"
    how = " and ".join(sorted({plug.name for plug in plugs})) or "connector not recorded"
    return f"{word} factory-made {how}"


def _what(cable: Cable) -> str:
    """A cable in words: its glass, strands and construction."""
    made = cable.type.name if cable.type is not None else "construction not recorded"
    return f"{cable.fiber}, {_strands(cable.strands)}, {made}"


def _need(
    needs: dict[tuple[str, str], CableNeed], plant: Plant, cable: Cable, rules: HouseRules
) -> CableNeed:
    ends = [end for end in cable.ends if end.kind == FACTORY]
    plugs = [connector(end.connector) for end in ends if end.connector]
    trunk = any(plug.family == "MPO" for plug in plugs)
    what = _what(cable)
    if ends:
        what = f"{what}, {_made_ends(len(ends), plugs)}"
    key = f"trunk {mode_word(cable.fiber)}" if trunk else f"cable {cable.fiber}"
    key = f"{key} {cable.strands}"
    need = needs.setdefault((key, what), CableNeed(key, what, trunk))
    count = ended(plant, cable, rules)
    for plug in plugs:
        need.ends += -(-count // int(plug.type.split("-")[1])) if plug.family == "MPO" else count
    need.ends += count * (len(ends) - len(plugs))
    return need


def _drums(wanted: dict[str, list[Piece]], chosen: dict[str, Drums]) -> list[CutReel]:
    """Drums to buy, each with its pieces, named in order."""
    found: list[CutReel] = []
    for what, pieces in wanted.items():
        for drum in chosen[what].drums:
            cut = sorted((pieces[at] for at in drum.pieces), key=lambda one: -one.length_m)
            name = f"new {len(found) + 1}"
            found.append(CutReel(name, True, what, drum.length_m, tuple(cut)))
    return found


def _served(plant: Plant, bought: list[CutReel], served: Collection[str | None]) -> list[CutReel]:
    """The drums to buy with the longest extra run that each rest would do for; each run once."""
    known = ((one, lengths(plant, one).order_m) for one in plant.cables.values() if one.wish)
    wishes = {c.name: (c, m) for c, m in known if m is not None and c.name not in served}
    found = []
    for reel in bought:
        good = [
            (m, name) for name, (cable, m) in wishes.items()
            if m <= reel.left_m and _what(cable) == reel.type
        ]  # fmt: skip
        serves = max(good)[1] if good else None
        wishes.pop(serves or "", None)
        found.append(replace(reel, serves=serves))
    return found
