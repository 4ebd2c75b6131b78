"""The order of options, with the reasons, and where the order would change."""

from dataclasses import dataclass, replace

from passerelle.core.tables.site import Sold

from .laying import SOLD_RANK
from .need import MOST_M, SiteNeed
from .options import Found, Option, find
from .weights import DEFAULT_WEIGHTS, Weights
from .world import World

GOOD_MARGIN_DB = 6.0
"""More margin than this is no better. [dB]"""


@dataclass(frozen=True)
class Ranked:
    """An option in its place. score : 0 is best. why : what put it there, in words."""

    option: Option
    score: float
    why: tuple[str, ...]


def ranked(found: Found, weights: Weights = DEFAULT_WEIGHTS) -> tuple[Ranked, ...]:
    """Options by weighted score, best first; ties by cost, then by name.

    Below them stand those on glass that is made to order in the construction that the way asks
    for, and below these the ones of which nobody here knows whether it is made.

    Each is set against the best that there is, never against the worst: a dear option more, or
    one less, does not turn the others round. Growth far off counts less.
    """
    options = found.offered
    cheapest = min((o.total for o in options if o.total is not None), default=None)
    strands = min((o.strands for o in options if o.strands), default=1)
    parts = min((o.parts for o in options), default=1) or 1
    far = found.growth_counts
    counts = {
        key: getattr(weights, key) * (far if key in ("growth", "later") else 1.0)
        for key in Weights.__dataclass_fields__
    }
    whole = sum(counts.values()) or 1.0

    def score(one: Option) -> float:
        margin = 0.0 if one.margin_db is None else min(one.margin_db, GOOD_MARGIN_DB)
        badness = {
            "house_rules": 1.0 if one.against else 0.0,
            "growth": 1.0 if one.grows is False else 0.0,
            "cost": _over(one.total, cheapest),
            "later": 0.0 if one.grows is None else _added(one.later, cheapest),
            "life": _life(one),
            "margin": 0.0 if one.check is None else 1 - margin / GOOD_MARGIN_DB,
            "strands": _over(one.strands, strands) if one.strands else 0.0,
            "parts": _over(one.parts, parts),
            "published": 0.0 if one.sure else 1.0,
        }
        return float(sum(counts[key] * bad for key, bad in badness.items()) / whole)

    order = sorted(options, key=lambda o: (SOLD_RANK[o.sold], score(o), o.total or 1e12, o.label))
    return tuple(Ranked(o, score(o), _why(o, cheapest)) for o in order)


def _over(value: float | None, least: float | None) -> float:
    """0 for the least there is, nearing 1 for many times as much, 1 where it is not known."""
    if value is None or least is None or value <= 0:
        return 1.0 if value is None else 0.0
    return 1 - least / value


def _added(cost: float | None, beside: float | None) -> float:
    """0 for nothing, a half for as much again as the cheapest costs, 1 where it is not known."""
    if cost is None:
        return 1.0
    return cost / (cost + (beside or 1.0)) if cost else 0.0


def _life(one: Option) -> float:
    """1 where the glass carries no more than now, a tenth where it carries ten times as much."""
    if one.check is None or one.carries_gbps is None:
        return 1.0
    now = min(module.rate_gbps for module in one.check.budget.modules)
    return min(1.0, now / one.carries_gbps)


def _why(one: Option, cheapest: float | None) -> tuple[str, ...]:
    said = []
    if one.total is None:
        missing = ", ".join(one.bill.missing[:2]) or "labour"
        said.append(f"no price for {missing}")
    elif cheapest is not None:
        over = one.total - cheapest
        said.append("the cheapest now" if over < 0.005 else f"{over:.0f} dearer than the cheapest")
    if one.elsewhere:
        names, many = " and ".join(one.elsewhere), len(one.elsewhere) > 1
        said.append(
            f"{names} {'are' if many else 'is'} only planned: cable, ends and pulling are paid for "
            f"with {'them' if many else 'it'}, not here"
        )
    if one.grows is True:
        said.append("carries the growth speed with new modules")
    elif one.grows is None and one.carries_gbps is not None and _life(one) < 1:
        said.append(f"the glass carries up to {one.carries_gbps:g}G with new modules")
    elif one.grows is False:
        said.append("does not carry the growth speed: a new cable then")
    said += [f"house rule: {title[:1].lower()}{title[1:]}" for title in one.against]
    if one.margin_db is not None and one.margin_db < 1:
        said.append(f"only {one.margin_db:.1f} dB to spare")
    if one.sold != "common":
        said.append(_SOLD_SAID[one.sold])
    if one.copper is not None and one.copper.row.note:
        said.append(one.copper.row.note)
    if not one.sure:
        said.append("check the data sheet")
    return tuple(said)


_SOLD_SAID: dict[Sold, str] = {
    "to order": "this glass is made to order in that construction: ask for the delivery time",
    "not known": "whether that construction is made with this glass is not known: ask first",
}


@dataclass(frozen=True)
class Turn:
    """Where another option comes first. at : the distance [m], or the factor on module prices."""

    what: str
    at: float
    then: str


_STEPS = (0.1, 0.2, 0.35, 0.5, 0.7, 0.85, 1.2, 1.5, 2.0, 3.0, 5.0, 10.0)


def sensitivity(
    need: SiteNeed, world: World, weights: Weights = DEFAULT_WEIGHTS
) -> tuple[Turn, ...]:
    """The nearest distances, and the module price, at which another option comes first."""
    best = ranked(find(need, world), weights)
    if not best:
        return ()
    first = best[0].option.key
    turns = []
    for steps in ([s for s in reversed(_STEPS) if s < 1], [s for s in _STEPS if s > 1]):
        inside = 1.0
        for step in steps:
            if not 0 < need.distance_m * step <= MOST_M:
                break
            other = _first_at(need, world, weights, step)
            if other != first:
                turns.append(_narrowed(need, world, weights, first, inside, step))
                break
            inside = step
    turns += _prices(need, world, weights, first)
    return tuple(turns)


def _first_at(need: SiteNeed, world: World, weights: Weights, factor: float) -> str | None:
    second = need.redundant_m
    far = replace(
        need,
        distance_m=need.distance_m * factor,
        redundant_m=None if second is None else min(MOST_M, second * factor),
    )
    found = ranked(find(far, world), weights)
    return found[0].option.key if found else None


def _narrowed(
    need: SiteNeed, world: World, weights: Weights, first: str, inside: float, outside: float
) -> Turn:
    then = _first_at(need, world, weights, outside)
    for _ in range(4):
        middle = (inside + outside) / 2
        other = _first_at(need, world, weights, middle)
        if other == first:
            inside = middle
        else:
            outside, then = middle, other
    word = "under" if outside < 1 else "over"
    return Turn(f"distance {word}", need.distance_m * outside, then or "nothing that works")


def _prices(need: SiteNeed, world: World, weights: Weights, first: str) -> list[Turn]:
    """By how much the first option's modules would have to become dearer."""
    found = find(need, world)
    leader = next(o for o in found.offered if o.key == first)
    names = {line.key for line in leader.bill.lines if line.key.startswith("module ")}
    for factor in (1.1, 1.25, 1.5, 2.0, 3.0, 5.0):
        prices = {
            key: price * factor if price is not None and key in names else price
            for key, price in world.book.prices.items()
        }
        dearer = replace(world, book=replace(world.book, prices=prices))
        offered = tuple(
            replace(o, total=_again(o, dearer)) if o.bill.lines else o for o in found.offered
        )
        other = ranked(replace(found, offered=offered), weights)[0].option.key
        if other != first:
            return [Turn("its modules dearer by the factor", factor, other)]
    return []


def _again(one: Option, world: World) -> float | None:
    lines = tuple(replace(line, each=world.book.prices.get(line.key)) for line in one.bill.lines)
    return replace(one.bill, lines=lines).total(world.book)


def by_mode(found: Found) -> dict[str, float | None]:
    """The cheapest option of each mode, and of copper; None where no price is known."""
    costs: dict[str, list[float]] = {}
    for one in found.offered:
        lowest = one.check.budget.lowest if one.check else None
        mode = lowest.mode if lowest else "copper"
        costs.setdefault(mode, [])
        if one.total is not None:
            costs[mode].append(one.total)
    return {mode: min(totals, default=None) for mode, totals in costs.items()}
