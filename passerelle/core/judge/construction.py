"""cable.*: is the construction fit for where it runs: soil, sun, teeth, flame, metal."""

from collections import defaultdict

from passerelle.core.plan.backbone import Cable, Pathway
from passerelle.core.plant.model import Plant
from passerelle.core.tables.euroclass import reaches
from passerelle.core.tables.site import KINDS, PRACTICE, CableType
from passerelle.core.words import metres

from .about import CABLE, About
from .findings import finding
from .rules import NOTE, STOP, WARN, Severity

_RANKS = {"OFN": 1, "OFNG": 1, "OFNR": 2, "OFNP": 3, "OFC": 1, "OFCG": 1, "OFCR": 2, "OFCP": 3}
"""OFN and OFNG serve general space alike (NEC 770.154); OFC* is the ladder with metal in it."""
_NEEDS = {"plenum": "OFNP", "riser": "OFNR", "general": "OFN"}
_GRAVE: dict[str, Severity] = {"plenum": STOP, "riser": STOP, "general": WARN}
_TUBING = ("metal", "pvc")
"""Rigid or intermediate conduit, tubing, or PVC: raceways that NEC 770.48(B) names."""


def check_construction(plant: Plant, cable: Cable) -> list[About]:
    """Findings about how a cable is made and where it runs; none where its make is not known."""
    if cable.type is None:
        return []
    return [
        *_environment(plant, cable),
        *_indoors(plant, cable),
        *_european(plant, cable),
        *_metal(plant, cable),
    ]


def _about(
    cable: Cable, rule: str, message: str, *ways: Pathway, severity: Severity | None = None
) -> About:
    said = finding(rule, message, severity=severity)
    return About(CABLE, cable.name, said, others=tuple(way.name for way in ways))


def _environment(plant: Plant, cable: Cable) -> list[About]:
    """The worst surroundings decide; one finding a cable and sort of trouble."""
    kind, found = cable.type, []
    assert kind is not None
    ways = [pathway for pathway, _ in plant.steps(cable)]
    troubles: dict[tuple[str, Severity], list[Pathway]] = defaultdict(list)
    for way in ways:
        if way.kind in ("burial", "seabed") and not kind.burial:
            troubles[f"lies in the {'sea' if way.kind == 'seabed' else 'soil'}", STOP].append(way)
        elif way.outdoor and kind.use == "indoor":
            troubles["runs outdoors and is an indoor cable", STOP].append(way)
        elif "wet" in way.hazards and kind.water == "none":
            troubles["runs in the wet and is not water-blocked", STOP].append(way)
        elif "sun" in way.hazards and not kind.sun:
            troubles["runs in the sun and its sheath is not made for it", WARN].append(way)
    for (words, severity), where in troubles.items():
        names = _listed([way.name for way in where])
        found.append(
            _about(
                cable,
                "cable.environment",
                f"{cable.name} {words}: {names}.",
                *where,
                severity=severity,
            )
        )
    toothed = [way for way in ways if "rodents" in way.hazards]
    if toothed and kind.armour == "none":
        names = _listed([way.name for way in toothed])
        found.append(
            _about(
                cable,
                "cable.armour-rodents",
                f"{cable.name} is not armoured; rodents are noted in {names}.",
                *toothed,
            )
        )
    spans = [way for way in ways if way.kind == "aerial"]
    for way in spans:
        if not kind.aerial:
            message = (
                f"{cable.name} has no strength member for "
                f"{metres(way.length_m, 'g')} in the air ({way.name})."
            )
        elif kind.span_m is None:
            message = (
                f"{way.name}: {metres(way.length_m, 'g')} in the air; the span "
                f"that {cable.name} bridges is on its data sheet."
            )
        elif way.length_m > kind.span_m:
            message = (
                f"{way.name}: {metres(way.length_m, 'g')} in the air; "
                f"{cable.name} bridges {metres(kind.span_m, 'g')}."
            )
        else:
            continue
        found.append(_about(cable, "cable.aerial", message, way))
    return found


def _indoors(plant: Plant, cable: Cable) -> list[About]:
    """Flame rating by space; unlisted cable only a short way in from where it enters."""
    kind = cable.type
    assert kind is not None
    ways = [pathway for pathway, _ in plant.steps(cable)]
    if kind.flame == "none":
        return _unlisted(cable, kind, ways)
    found = []
    for space, needed in _NEEDS.items():
        low = [
            way for way in ways
            if way.space == space and not way.outdoor and _RANKS[kind.flame] < _RANKS[needed]
        ]  # fmt: skip
        inside = [way for way in low if space == "riser" and way.material == "metal"]
        severity: Severity
        for held, severity in (
            ([w for w in low if w not in inside], _GRAVE[space]),
            (inside, NOTE),
        ):
            if not held:
                continue
            names = _listed([way.name for way in held])
            message = (
                f"{cable.name} is {kind.flame}; {names} runs "
                f"through {space} space, which asks for {needed}."
            )
            if severity == NOTE:
                message += " Inside a metal raceway with firestops it may be let through."
            found.append(_about(cable, "cable.flame", message, *held, severity=severity))
    return found


def _unlisted(cable: Cable, kind: CableType, ways: list[Pathway]) -> list[About]:
    """NEC 770.48: a short way in from the entrance, or further in a raceway without metal in it."""
    most = PRACTICE["unlisted_indoors_m"]
    found = []
    for stretch in _indoor_stretches(ways):
        refused = [way for way in stretch if way.space in ("plenum", "riser")]
        length = sum(way.length_m for way in stretch)
        severity: Severity = WARN
        where = refused or stretch
        if refused:
            severity = STOP
            message = (
                f"{cable.name} is unlisted and runs through "
                f"{refused[0].space} space: {refused[0].name}."
            )
        elif length <= most.value:
            continue
        elif not kind.metallic and all(way.pulled and way.material in _TUBING for way in stretch):
            severity = NOTE
            message = (
                f"{cable.name} is unlisted and runs {metres(length, 'g')} indoors in raceway; "
                "770.48(B) lets cable without metal do so."
            )
        else:
            message = (
                f"{cable.name} is unlisted and runs {metres(length, 'g')} "
                f"indoors; {metres(most.value, 'g')} is the most."
            )
        found.append(_about(cable, "cable.flame", message, *where, severity=severity))
    return found


def _indoor_stretches(ways: list[Pathway]) -> list[list[Pathway]]:
    stretches: list[list[Pathway]] = []
    inside: list[Pathway] = []
    for way in [*ways, None]:
        if way is not None and not way.outdoor:
            inside.append(way)
            continue
        if inside:
            stretches.append(inside)
        inside = []
    return stretches


def _european(plant: Plant, cable: Cable) -> list[About]:
    """Reaction to fire where a pathway asks for it; no class of one code is one of the other."""
    kind, found = cable.type, []
    assert kind is not None
    for way, _ in plant.steps(cable):
        if way.euroclass is None or (kind.euroclass and reaches(kind.euroclass, way.euroclass)):
            continue
        asked = f"{way.name} asks for {way.euroclass}"
        if kind.euroclass is None:
            message = f"{cable.name}: no Euroclass is recorded, and {asked}: not judged."
            found.append(_about(cable, "cable.flame", message, way, severity=WARN))
        else:
            message = f"{cable.name} is {kind.euroclass}; {asked}."
            found.append(_about(cable, "cable.flame", message, way, severity=STOP))
    return found


def _metal(plant: Plant, cable: Cable) -> list[About]:
    """What metal in a cable brings with it: faults, lightning, currents between buildings."""
    kind = cable.type
    assert kind is not None
    if not kind.metallic:
        return []
    metal = kind.armour if kind.armour != "none" else "conductors" if kind.conductors else "metal"
    ways = [way for way, _ in plant.steps(cable)]
    outdoors = [way for way in ways if way.outdoor]
    found = _beside_power(cable, metal, ways)
    if not kind.conductors and cable.bonded is not True:
        what = "a messenger of metal" if kind.messenger else metal
        noted = "noted as missing" if cable.bonded is False else "not noted"
        rule = "cable.messenger" if kind.messenger else "cable.bonding"
        found.append(_about(cable, rule, f"{cable.name}: {what}; bonding is {noted}."))
    struck = [way for way in outdoors if "lightning" in way.hazards]
    if struck:
        message = (
            f"{cable.name} has metal in it ({metal}) and runs where lightning is noted: "
            f"{_listed([way.name for way in struck])}."
        )
        found.append(_about(cable, "cable.lightning", message, *struck))
    if kind.conductors and outdoors:
        message = (
            f"{cable.name} takes copper out of the building: a protector at each end is not noted."
        )
        found.append(_about(cable, "cable.overvoltage", message, *outdoors))
    salty = [way for way in ways if "salt" in way.hazards]
    if salty:
        message = (
            f"{cable.name} has metal in it ({metal}) and salt is noted in "
            f"{_listed([way.name for way in salty])}."
        )
        found.append(_about(cable, "cable.salt", message, *salty))
    return found


def _beside_power(cable: Cable, metal: str, ways: list[Pathway]) -> list[About]:
    """In one raceway or tray no metal beside power; in one trench only with a distance."""
    found = []
    closed = [w for w in ways if w.has_power and (KINDS[w.kind].pulled or w.kind == "tray")]
    apart = [w for w in ways if w.has_power and w not in closed]
    if closed:
        names = _listed([way.name for way in closed])
        message = (
            f"{cable.name} has metal in it ({metal}) and shares {names} with power conductors."
        )
        found.append(_about(cable, "cable.conductive-with-power", message, *closed))
    if apart:
        names = _listed([way.name for way in apart])
        message = f"{cable.name} has metal in it ({metal}) and lies beside power in {names}."
        found.append(_about(cable, "cable.mains-distance", message, *apart))
    return found


def _listed(names: list[str]) -> str:
    first = ", ".join(names[:3])
    return first if len(names) <= 3 else f"{first} and {len(names) - 3} more"
