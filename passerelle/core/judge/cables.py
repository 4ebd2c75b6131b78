"""cable.*: is the construction fit for where it runs, and are there enough strands."""

from collections import defaultdict

from passerelle.core.plan.backbone import Cable, Pathway
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.model import Plant, Use
from passerelle.core.plant.strands import taken
from passerelle.core.tables.site import KINDS, PRACTICE
from passerelle.core.words import metres

from .about import CABLE, About
from .findings import finding
from .rules import STOP, WARN, Severity

_FLAMES = ("none", "OFN", "OFNG", "OFNR", "OFNP")
_NEEDS = {"plenum": "OFNP", "riser": "OFNR", "general": "OFNG"}


def check_cables(plant: Plant, rules: HouseRules) -> list[About]:
    """Findings about every cable but extra runs that are only wished for."""
    found: list[About] = []
    for cable in plant.cables.values():
        if cable.wish:
            continue
        found += _clashes(plant, cable) + _short(plant, cable) + _spares(plant, cable, rules)
        found += check_construction(plant, cable)
    return found


def check_construction(plant: Plant, cable: Cable) -> list[About]:
    """Findings about how a cable is made and where it runs; none where its make is not known."""
    if cable.type is None:
        return []
    return _environment(plant, cable) + _indoors(plant, cable) + _metal(plant, cable)


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
        return _unlisted(cable, ways)
    found = []
    for space, needed in _NEEDS.items():
        low = [
            way for way in ways
            if way.space == space and not way.outdoor
            and _FLAMES.index(kind.flame) < _FLAMES.index(needed)
        ]  # fmt: skip
        if low:
            names = _listed([way.name for way in low])
            message = (
                f"{cable.name} is {kind.flame}; {names} runs "
                f"through {space} space, which asks for {needed}."
            )
            found.append(_about(cable, "cable.flame", message, *low))
    return found


def _unlisted(cable: Cable, ways: list[Pathway]) -> list[About]:
    most = PRACTICE["unlisted_indoors_m"]
    inside: list[Pathway] = []
    stretches: list[list[Pathway]] = []
    for way in [*ways, None]:
        if way is not None and not way.outdoor:
            inside.append(way)
            continue
        if inside:
            stretches.append(inside)
        inside = []
    found = []
    for stretch in stretches:
        length = sum(way.length_m for way in stretch)
        refused = [way for way in stretch if way.space in ("plenum", "riser")]
        if refused:
            message = (
                f"{cable.name} is unlisted and runs through "
                f"{refused[0].space} space: {refused[0].name}."
            )
            found.append(_about(cable, "cable.flame", message, *refused))
        elif length > most.value:
            message = (
                f"{cable.name} is unlisted and runs {metres(length, 'g')} "
                f"indoors; {metres(most.value, 'g')} is the most."
            )
            found.append(_about(cable, "cable.flame", message, *stretch))
    return found


def _metal(plant: Plant, cable: Cable) -> list[About]:
    kind, found = cable.type, []
    assert kind is not None
    if not kind.metallic:
        return []
    ways = [
        p
        for p, _ in plant.steps(cable)
        if p.has_power and KINDS[p.kind].pulled | (p.kind == "tray")
    ]
    if ways:
        names = _listed([way.name for way in ways])
        metal = kind.armour if kind.armour != "none" else "conductors"
        message = (
            f"{cable.name} has metal in it ({metal}) and shares {names} with power conductors."
        )
        found.append(_about(cable, "cable.conductive-with-power", message, *ways))
    if kind.armour != "none" and not cable.bonded:
        message = (
            f"{cable.name}: {kind.armour}; bonding is "
            f"{'noted as missing' if cable.bonded is False else 'not noted'}."
        )
        found.append(_about(cable, "cable.bonding", message))
    return found


def _listed(names: list[str]) -> str:
    first = ", ".join(names[:3])
    return first if len(names) <= 3 else f"{first} and {len(names) - 3} more"


def _uses(plant: Plant, cable: Cable) -> list[tuple[str, str, Use]]:
    return [(link.key, link.name, use) for link, use in plant.uses_of.get(cable.name, ())]


def _clashes(plant: Plant, cable: Cable) -> list[About]:
    """Two links on one strand; channels of one multiplexed line may share it."""
    users: dict[int, list[tuple[str, str, Use]]] = defaultdict(list)
    for key, name, use in _uses(plant, cable):
        for number in use.strands:
            users[number].append((key, name, use))
    by_pair: dict[tuple[str, ...], tuple[list[int], dict[tuple[str, int], None]]] = {}
    for number, on in users.items():
        lines = {use.line for _, _, use in on}
        if len(on) < 2 or (len(lines) == 1 and None not in lines):
            continue
        names = tuple(dict.fromkeys(name for _, name, _ in on))
        numbers, links = by_pair.setdefault(names, ([], {}))
        numbers.append(number)
        links |= {(key, use.at): None for key, _, use in on}
    found = []
    for names, (numbers, links) in by_pair.items():
        what = "strand" if len(numbers) == 1 else "strands"
        listed = ", ".join(map(str, numbers))
        who = " and ".join(names[:2]) if len(names) > 1 else f"{names[0]} twice"
        message = f"{cable.name}, {what} {listed}: {who}."
        found.append(About(CABLE, cable.name, finding("cable.strand-clash", message), tuple(links)))
    bad = {note.strand: note for note in cable.strand_notes if note.state == "bad"}
    for number in sorted(set(bad) & set(users)):
        links_on = tuple((key, use.at) for key, _, use in users[number])
        why = f" ({bad[number].note})" if bad[number].note else ""
        message = (
            f"{cable.name}, strand {number} is noted as bad{why}; {users[number][0][1]} is on it."
        )
        said = finding("cable.strand-clash", message, do="Take the next free strands.")
        found.append(About(CABLE, cable.name, said, links_on))
    return found


def needed_strands(plant: Plant, cable: Cable) -> int:
    """Strands that the plan's links take of a cable; a multiplexed line is counted once."""
    lines: dict[str | None, int] = {}
    total = 0
    for _, _, use in _uses(plant, cable):
        count = len(use.strands) or use.needed
        if use.line is not None:
            lines[use.line] = max(lines.get(use.line, 0), count)
        else:
            total += count
    return total + sum(lines.values())


def _short(plant: Plant, cable: Cable) -> list[About]:
    needed = needed_strands(plant, cable)
    good = cable.strands - sum(note.state == "bad" for note in cable.strand_notes)
    if needed <= good:
        return []
    whole = (
        f"{cable.strands} strands"
        if good == cable.strands
        else f"{good} good strands of {cable.strands}"
    )
    message = f"{cable.name} has {whole}; the links through it take {needed}."
    return [About(CABLE, cable.name, finding("cable.strand-short", message),
                  tuple((key, use.at) for key, _, use in _uses(plant, cable)))]  # fmt: skip


def _spares(plant: Plant, cable: Cable, rules: HouseRules) -> list[About]:
    """Spares of cables that are still to be pulled; what lies already is as it is."""
    if cable.existing or rules.spare_strands_percent <= 0:
        return []
    busy = max(len(taken(plant, cable)), needed_strands(plant, cable))
    left = cable.strands - busy
    if left < 0:
        return []
    found = []
    percent = 100 * left / cable.strands
    if left == 0:
        found.append(
            _about(
                cable, "cable.spare-none", f"{cable.name}: all {cable.strands} strands are taken."
            )
        )
    elif percent < rules.spare_strands_percent:
        message = (
            f"{cable.name}: {left} of {cable.strands} strands are spare, {percent:.0f} "
            f"%; the house rule asks for {rules.spare_strands_percent:g} %."
        )
        found.append(_about(cable, "cable.spare-low", message))
    if cable.strands <= 2:
        plural = "strand" if cable.strands == 1 else "strands"
        found.append(
            _about(
                cable,
                "cable.single-drop",
                f"{cable.name} brings {cable.strands} {plural} to {cable.b}.",
            )
        )
    return found
