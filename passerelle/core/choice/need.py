"""What is wanted: two places, how far, how fast now and later; and what contradicts what."""

import re
from dataclasses import dataclass

from passerelle.core.proposal import NeedError
from passerelle.core.tables import STANDARD

MOST_M = 199_900.0
SAME_RACK_M = 10.0
NO_CAGE = "none"


@dataclass(frozen=True, slots=True)
class SiteNeed:
    """A need as the technician states it. distance_m : along the route, slack not included. [m]

    growth_gbps : speed expected within the life of the cable. circuits : separate links.
    strands_at_hand : no more than these may be used; None: a new cable brings what is needed.
    cage_a, cage_b : cages of the devices; None: not decided yet; NO_CAGE: a converter is needed.
    same_rack, outdoors : within one rack; leaves the building.
    existing : grade of glass that is there already and may be reused.
    """

    a_place: str
    b_place: str
    distance_m: float
    rate_gbps: float
    growth_gbps: float | None = None
    circuits: int = 1
    strands_at_hand: int | None = None
    cage_a: str | None = None
    cage_b: str | None = None
    same_rack: bool = False
    outdoors: bool = False
    existing: str | None = None


def rates() -> tuple[float, ...]:
    """Speeds that the table knows applications for, storage left out. [Gb/s]"""
    found = {a.rate_gbps for a in STANDARD.applications.values() if not a.source.startswith("T11")}
    return tuple(sorted(found))


def check_need(need: SiteNeed) -> None:
    """Refuse what nobody makes and what contradicts itself. Raises NeedError."""
    known = rates()
    listed = ", ".join(f"{rate:g}" for rate in known)
    if not 0 < need.distance_m <= MOST_M:
        raise NeedError(
            "distance_m",
            f"{need.distance_m:g} m is not a distance between two places; it is more than 0 and at "
            f"most {MOST_M:g} m",
        )
    if need.rate_gbps not in known:
        raise NeedError("rate_gbps", f"{need.rate_gbps:g} Gb/s is no speed of the table: {listed}")
    if need.growth_gbps is not None:
        if need.growth_gbps not in known:
            reason = f"{need.growth_gbps:g} Gb/s is no speed of the table: {listed}"
            raise NeedError("growth_gbps", reason)
        if need.growth_gbps < need.rate_gbps:
            reason = (
                f"{need.growth_gbps:g} Gb/s later is under {need.rate_gbps:g} Gb/s now; leave it "
                "out if nothing grows"
            )
            raise NeedError("growth_gbps", reason)
    if not 1 <= need.circuits <= 48:
        raise NeedError("circuits", f"{need.circuits} circuits; from 1 to 48 can be asked for")
    _check_strands(need)
    for key, cage in (("cage_a", need.cage_a), ("cage_b", need.cage_b)):
        if cage is not None and cage != NO_CAGE and cage not in STANDARD.cages:
            known_cages = ", ".join(STANDARD.cages)
            raise NeedError(key, f"{cage[:40]!r} is not a cage of the table: {known_cages}")
    if need.same_rack and need.distance_m > SAME_RACK_M:
        reason = (
            f"{need.distance_m:g} m and in one rack contradict each other; a rack is "
            f"{SAME_RACK_M:g} m at most"
        )
        raise NeedError("same_rack", reason)
    if need.same_rack and need.outdoors:
        raise NeedError("outdoors", "one rack and outdoors contradict each other")
    if need.existing is not None and need.existing not in STANDARD.fibers:
        raise NeedError("existing", f"{need.existing[:40]!r} is not a grade of glass")


def _check_strands(need: SiteNeed) -> None:
    if need.strands_at_hand is None:
        return
    if need.strands_at_hand < 1:
        raise NeedError("strands_at_hand", f"{need.strands_at_hand} strands carry nothing")
    if need.existing is None:
        raise NeedError("existing", "strands at hand are of some glass; choose its grade")
    if need.strands_at_hand == 1:
        single = [a.rate_gbps for a in STANDARD.applications.values() if a.strands == 1]
        if need.rate_gbps > max(single):
            reason = (
                f"one strand and {need.rate_gbps:g} Gb/s contradict each other: it takes two "
                f"strands or four lanes; one strand carries {max(single):g} Gb/s at most"
            )
            raise NeedError("strands_at_hand", reason)


_RATE = r"(\d+(?:[.,]\d+)?)\s*([GM])(?:b/s|bit/s|bps)?\b"
"""A capital M is mega, a small one metres."""


def _gbps(number: str, unit: str) -> float:
    value = float(number.replace(",", "."))
    return value / 1000 if unit == "M" else value


def read_line(text: str, places: tuple[str, ...]) -> dict[str, object]:
    """What one line says: 'Pier Office to Wet Lab 10G, growth 100G, 240 m, 2 circuits'.

    Places are known by name, whatever else the line holds; what is not said is left out.
    """
    said: dict[str, object] = {}
    low = text.lower()
    spots = sorted(
        (low.find(name.lower()), -len(name), name) for name in places if name.lower() in low
    )
    found: list[str] = []
    end = -1
    for at, _, name in spots:
        if at >= end and len(found) < 2:
            found.append(name)
            end = at + len(name)
    said |= dict(zip(("a_place", "b_place"), found, strict=False))
    rest = text
    for name in found:
        rest = re.sub(re.escape(name), " ", rest, flags=re.IGNORECASE)
    grows = re.search(r"(?i:growth|later|then|grows? to)\D{0,6}?" + _RATE, rest)
    if grows:
        said["growth_gbps"] = _gbps(grows[1], grows[2])
        rest = rest.replace(grows[0], " ")
    now = re.search(_RATE, rest)
    if now:
        said["rate_gbps"] = _gbps(now[1], now[2])
        rest = rest.replace(now[0], " ", 1)
    rest = rest.lower()
    far = re.search(r"(\d+(?:[.,]\d+)?)\s*(km|m|ft|feet)\b", rest)
    if far:
        factor = {"km": 1000.0, "m": 1.0}.get(far[2], 0.3048)
        said["distance_m"] = round(float(far[1].replace(",", ".")) * factor, 2)
    many = re.search(r"(\d+)\s*(?:x\b|circuits?|links?)", rest)
    if many:
        said["circuits"] = int(many[1])
    if re.search(r"\b(?:one|1|single)[ -]strand\b", rest):
        said["strands_at_hand"] = 1
    if re.search(r"\b(?:same|one) rack\b", rest):
        said["same_rack"] = True
    if re.search(r"\boutdoors?\b|\bbetween buildings\b", rest):
        said["outdoors"] = True
    return said
