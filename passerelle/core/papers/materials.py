"""The list of materials as a sheet, and the cut plan with its reels to scale."""

from typing import Any

from passerelle.core.materials.materials import Materials


def materials_sheet(made: Materials, currency: str) -> dict[str, Any]:
    """Lines in the order of ordering, sums, reels, and what nothing was counted for. [m]"""
    return {
        "kind": "materials",
        "title": "Materials and cut plan",
        "currency": currency,
        "lines": [
            [one.item, one.what + (f", {one.ends} factory-made ends" if one.ends else ""),
             round(one.buy, 2), one.unit, one.price, one.total, ", ".join(one.reasons[:6])
             + (f" and {len(one.reasons) - 6} more" if len(one.reasons) > 6 else ""), one.guessed]
            for one in made.lines
        ],
        "total": made.total,
        "known_total": made.known_total,
        "unpriced": len(made.unpriced),
        "hours": round(made.labour.hours, 1),
        "labour": made.labour.cost,
        "not_counted": [f"{one.cable}: {one.why}" for one in made.not_cut]
        + [one.said for one in made.open],
        "proved": made.proved,
        "reels": [
            {
                "name": one.reel,
                "bought": one.bought,
                "type": one.type,
                "length_m": one.length_m,
                "pieces": [[piece.cable, round(piece.length_m, 2)] for piece in one.pieces],
                "left_m": round(one.left_m, 2),
            }
            for one in made.cuts
            if one.pieces
        ],
    }  # fmt: skip
