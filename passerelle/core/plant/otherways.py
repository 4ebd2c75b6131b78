"""A way that is no link: what it would and would not do, in one line of what is stated."""

from collections.abc import Iterable

from passerelle.core.plan.backbone import OtherWay

UNJUDGED = {
    "radio hop": "rain, ice, what grows between the masts and other radios",
    "service": "its provider's own routes, and how soon those mend",
    "copper run": "its length, and lightning",
    "chain": "what its rooms and devices do with the load",
}
"""What decides about such a way and is nowhere in the plan."""


def one_line(way: OtherWay, wanted_gbps: Iterable[float]) -> str:
    """What a stated way would carry and share, and that nothing of it is judged.

    wanted_gbps : speeds of the links that it stands in for. [Gb/s]
    """
    most = max(wanted_gbps, default=None)
    if way.gbps is None:
        carries = "what it carries is not stated"
    elif most is not None and way.gbps < most:
        carries = f"carries {way.gbps:g} Gb/s as stated, less than the {most:g} it stands in for"
    else:
        carries = f"carries {way.gbps:g} Gb/s as stated"
    stands = [*way.links, *way.places, *way.pathways, *way.supplies]
    goes = f"would go on unless {_or(stands)} fails" if stands else "what it shares is not stated"
    return f"{carries}; {goes}. Not judged: {UNJUDGED[way.kind]}."


def _or(names: list[str]) -> str:
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} or {names[-1]}"
