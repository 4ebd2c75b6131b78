"""What a change of a link takes to buy: the parts and modules that are others than before."""

from passerelle.core.light.link import Link
from passerelle.core.light.modules import EndError, resolve
from passerelle.core.plan.lightpath import Joint, Segment

from .bill import module_price, part_price
from .prices import Bill, Counted, PriceBook

PULLED_ANEW = "cable, pulled anew"
BETTER_PLUGS = "plugs of a better grade"


def bought(before: Link, after: Link, book: PriceBook) -> Bill:
    """The parts of a changed link that it did not have; a line without a price has none.

    A setting, a clip that is flipped and a part that goes take nothing.
    """
    counted = Counted(book)
    had = {part.id: part for part in before.path.parts}
    strands = resolve(after.a).strands or 2
    # What is put in the line brings its own plugs: no panel port is bought for it.
    plugged = any(
        isinstance(p, Segment) and p.kind == "inline" and p.id not in had for p in after.path.parts
    )
    for part in after.path.parts:
        old = had.get(part.id)
        if old == part:
            continue
        if isinstance(part, Segment):
            _segment(counted, old if isinstance(old, Segment) else None, part, strands)
        elif not (plugged and old is None):
            _joint(counted, old if isinstance(old, Joint) else None, part)
    for was, now in ((before.a, after.a), (before.b, after.b)):
        try:
            key = module_price(now)
            if module_price(was) != key:
                counted.buy(key)
        except EndError:
            continue
    return counted.bill()


def _segment(counted: Counted, old: Segment | None, part: Segment, strands: int) -> None:
    if part.kind == "cable":
        if old is None or (old.fiber, old.wiring) != (part.fiber, part.wiring):
            counted.buy(PULLED_ANEW)
        return
    by_hand = old is not None and old.clip in ("splits", "opens", "single")
    if by_hand and old is not None and (old.fiber, old.ends) == (part.fiber, part.ends):
        return
    key = part_price(part, strands)
    # An attenuator sits on one strand: as many as the light of both directions takes.
    each = strands if key == "attenuator" and part.direction is None else 1
    counted.buy(key, each)


def _joint(counted: Counted, old: Joint | None, part: Joint) -> None:
    if part.kind == "adapter":
        if old is not None and old.kind == "adapter" and old.grade != part.grade:
            counted.buy(BETTER_PLUGS)
        elif old is None or old.keys != part.keys:
            counted.buy("adapter")
    elif old is None or old.kind != part.kind:
        counted.buy("splice")
