"""cable.*: are there enough strands, and one link on each; constructions are judged elsewhere."""

from collections import defaultdict

from passerelle.core.plan.backbone import Cable
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.model import Plant, Use
from passerelle.core.plant.strands import coiled_at, taken
from passerelle.core.words import counted, plural

from .about import CABLE, About
from .construction import check_construction
from .findings import finding


def check_cables(plant: Plant, rules: HouseRules) -> list[About]:
    """Findings about every cable but extra runs that are only wished for."""
    found: list[About] = []
    for cable in plant.cables.values():
        if cable.wish:
            continue
        found += _clashes(plant, cable) + _short(plant, cable) + _spares(plant, cable, rules)
        found += _coiled(plant, cable)
        found += check_construction(plant, cable)
    return found


def _about(cable: Cable, rule: str, message: str) -> About:
    return About(CABLE, cable.name, finding(rule, message))


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
        listed = ", ".join(map(str, numbers))
        who = " and ".join(names[:2]) if len(names) > 1 else f"{names[0]} twice"
        message = f"{cable.name}, {plural(len(numbers), 'strand')} {listed}: {who}."
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


def _coiled(plant: Plant, cable: Cable) -> list[About]:
    """Links on a cable of which an end is left coiled: no light passes it before it is ended."""
    on = _uses(plant, cable)
    return [
        About(CABLE, cable.name,
              finding("cable.coiled", f"{cable.name} is left coiled at {place}; "
                      f"{counted(len(on), 'link')} run{'s' if len(on) == 1 else ''} on it."),
              tuple((key, use.at) for key, _, use in on))
        for place in coiled_at(cable) if on
    ]  # fmt: skip


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
        counted(cable.strands, "strand")
        if good == cable.strands
        else f"{counted(good, 'good strand')} of {cable.strands}"
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
        found.append(
            _about(
                cable,
                "cable.single-drop",
                f"{cable.name} brings {counted(cable.strands, 'strand')} to {cable.b}.",
            )
        )
    return found
