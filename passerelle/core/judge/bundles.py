"""link.bundle: several links between the same two devices, and what they are to each other."""

from collections import defaultdict
from collections.abc import Iterable

from passerelle.core.words import counted

from .findings import Finding, finding
from .ties import Claim, Ties

Ends = tuple[Claim, Claim]


def bundles(links: Iterable[tuple[str, Ties]]) -> dict[str, Finding]:
    """A finding for each link of a bundle that nobody named, or that the two ends name unlike.

    Lanes of one split port are one link to the switch that has it, and no bundle by themselves.
    """
    between: dict[frozenset[str], list[tuple[str, Ends]]] = defaultdict(list)
    for key, ties in links:
        if len(ties.claims) == 2 and ties.claims[0].device != ties.claims[1].device:
            a, b = ties.claims
            if a.lane is None and b.lane is None:
                between[frozenset((a.device, b.device))].append((key, (a, b)))
    found = {}
    for together in between.values():
        if len(together) > 1:
            found.update(_told(together))
    return found


def _told(together: list[tuple[str, Ends]]) -> dict[str, Finding]:
    a, b = together[0][1]
    who = f"{counted(len(together), 'link')} between {a.device} and {b.device}"
    said = {key: {claim.bundle for claim in ends} for key, ends in together}
    found = {}
    for key, kinds in said.items():
        if len(kinds) > 1:
            named = " and ".join(sorted(kind or "nothing" for kind in kinds))
            message = f"{who}: the two ports of this one are set to {named}."
            found[key] = finding("link.bundle", message, ends=("a", "b"))
    every = {kind for kinds in said.values() for kind in kinds}
    if None in every:
        message = f"{who}; nothing says whether they are aggregated or one stands by."
        for key, kinds in said.items():
            if kinds == {None}:
                found[key] = finding("link.bundle", message, ends=("a", "b"))
    return found


def carried_gbps(ends: Iterable[tuple[float, str | None]]) -> tuple[float, float] | None:
    """What a bundle carries whole, and with its fastest link out; None where a kind is not said.

    ends : rate and kind of each link. Of links on standby the fastest alone carries. [Gb/s]
    """
    rates = sorted((rate for rate, _ in ends), reverse=True)
    kinds = {kind for _, kind in ends}
    if None in kinds or not rates:
        return None
    if kinds == {"aggregated"}:
        return sum(rates), sum(rates[1:])
    return rates[0], rates[1] if len(rates) > 1 else 0.0
