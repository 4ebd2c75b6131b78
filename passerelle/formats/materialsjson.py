"""The answer of `passerelle materials`: as JSON, and as a table to read."""

from typing import Any

from passerelle.core.materials.lines import Line
from passerelle.core.materials.materials import Materials

from .checkjson import rounded


def as_document(made: Materials) -> dict[str, Any]:
    """What the command prints with --json; lengths and sums to the hundredth."""
    return {
        "lines": [_line(one) for one in made.lines],
        "cuts": [
            {
                "reel": one.reel,
                "bought": one.bought,
                "type": one.type,
                "length_m": rounded(one.length_m),
                "pieces": [
                    {"cable": piece.cable, "length_m": rounded(piece.length_m)}
                    for piece in one.pieces
                ],
                "left_m": rounded(one.left_m),
                "serves": one.serves,
            }
            for one in made.cuts
        ],
        "not_cut": [{"cable": one.cable, "why": one.why} for one in made.not_cut],
        "open": [{"name": one.name, "said": one.said} for one in made.open],
        "total": made.total,
        "known_total": made.known_total,
        "labour": {"hours": rounded(made.labour.hours), "cost": made.labour.cost},
        "proved": made.proved,
        "drums_m": rounded(made.drums_m),
        "least_drums_m": rounded(made.least_m),
    }


def _line(one: Line) -> dict[str, Any]:
    found: dict[str, Any] = {
        "item": one.item,
        "what": one.what,
        "unit": one.unit,
        "key": one.key,
        "needed": rounded(one.needed),
        "waste": rounded(one.waste),
        "stock": rounded(one.stock),
        "buy": rounded(one.buy),
        "price": one.price,
        "total": one.total,
        "for": list(one.reasons),
    }
    if one.ends:
        found |= {"ends": one.ends, "end_price": one.end_price}
    if one.pack is not None:
        found |= {"pack": one.pack, "packs": one.packs}
    return found | ({"guessed": True, "reserve": rounded(one.reserve)} if one.guessed else {})


def table(made: Materials) -> str:
    """Lines, cuts and sums, to read."""
    rows = [f"{'buy':>9} {'unit':5} {'each':>8} {'total':>10}  what"]
    for one in made.lines:
        each = "ask" if one.price is None else f"{one.price:.2f}"
        total = "ask" if one.total is None else f"{one.total:.2f}"
        buy = f"{one.buy:g}"
        rows.append(f"{buy:>9} {one.unit:5} {each:>8} {total:>10}  {one.item}: {one.what}")
    for reel in made.cuts:
        for piece in reel.pieces:
            said = f"{piece.length_m:.2f} m for {piece.cable} from {reel.reel}"
            rows.append(f"cut {said}{' (to buy)' if reel.bought else ''}")
    rows += [f"not cut: {one.cable}: {one.why}" for one in made.not_cut]
    rows += [f"not known: {one.said}" for one in made.open]
    if made.total is None:
        rows.append(f"no total yet; what is known comes to {made.known_total:.2f}")
    else:
        rows.append(f"total {made.total:.2f}")
    cost = "no price" if made.labour.cost is None else f"{made.labour.cost:.2f}"
    rows.append(f"work {made.labour.hours:.1f} h, {cost}")
    return "\n".join(rows)
