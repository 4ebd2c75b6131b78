"""A plan as it is judged: the design with what was found of its strands and read of its runs.

What was read of a run takes the place of the tables' figures in every link on its strands, at the
wavelengths that were read; it says which end connections it holds, so that none counts twice.
"""

from collections import defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Final

from passerelle.core.plan.backbone import Cable
from passerelle.core.plan.facts import Facts, StrandFact, noted
from passerelle.core.plan.lightpath import Part, ReadAt, Reading, Segment
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.testing import Method, ReadingFact
from passerelle.core.tables import GLASS_ROWS, STANDARD

from .asread import readings_of, references_of, stale

HOLDS: Final[dict[Method, Reading]] = {"one-cord": "both", "two-cord": "run-a", "three-cord": "run"}
"""What a reading of a run holds by its method. Of two cords one end is in it: which, is alike."""
BELOW: Final = 0.7
"""Of the typical attenuation: a reading under that is no reading of this glass."""
LEEWAY_DB: Final = 0.2
"""What an instrument may be off before a reading is called too good to be true. [dB]"""


@dataclass(frozen=True, slots=True)
class Seen:
    """A plan as it is judged, with what it was made from."""

    plan: Plan
    facts: Facts
    seen: Plan


def seen_plan(plan: Plan, facts: Facts, earlier: Seen | None = None) -> Plan:
    """The plan with what was found and read. earlier : what still holds is taken from it."""
    if not facts.all:
        return plan
    same = earlier if earlier is not None and earlier.facts is facts else None
    return _with_readings(_with_strands(plan, facts, same), plan, facts, same)


def _as_before(old: Plan, new: Plan) -> bool:
    """Whether nothing changed that readings are folded into."""
    same = (old.links is new.links, old.cables is new.cables, old.closures is new.closures)
    return all(same) and old.house_rules == new.house_rules


def _with_strands(plan: Plan, facts: Facts, earlier: Seen | None) -> Plan:
    if earlier is not None and earlier.plan.cables is plan.cables:
        return plan.having("cable", earlier.seen.cables)
    found: defaultdict[str, list[StrandFact]] = defaultdict(list)
    for fact in facts.standing:
        if isinstance(fact, StrandFact):
            found[fact.about.id].append(fact)
    changed = []
    for cable_id, told in found.items():
        cable = plan.cables.get(cable_id)
        if cable is None:
            continue
        notes = noted(cable, told)
        made = cable if notes == cable.strand_notes else replace(cable, strand_notes=notes)
        changed.append(_kept(cable, made, earlier))
    return plan.having("cable", plan.cables.put_all(changed)) if changed else plan


def _kept(cable: Cable, made: Cable, earlier: Seen | None) -> Cable:
    """The same object as before where it says the same: nothing is then judged anew."""
    known = earlier.seen.cables.get(cable.id) if earlier is not None else None
    return known if known is not None and known == made else made


def _with_readings(seen: Plan, plan: Plan, facts: Facts, earlier: Seen | None) -> Plan:
    if earlier is not None and _as_before(earlier.plan, plan):
        return seen.having("link", earlier.seen.links).having("cable", earlier.seen.cables)
    counting = counted_readings(plan, facts)
    if not counting:
        return seen
    seen = _cables_as_read(seen, counting)
    ids = {cable.name: cable.id for cable in plan.cables}
    changed: list[PlannedLink] = []
    for link in plan.links:
        made = _link_as_read(link, ids, counting)
        if made is link:
            continue
        known = earlier.seen.links.get(link.id) if earlier is not None else None
        changed.append(known if known is not None and known == made else made)
    return seen.having("link", plan.links.put_all(changed)) if changed else seen


def _cables_as_read(seen: Plan, counting: Mapping[str, list[ReadingFact]]) -> Plan:
    """Cables by the worst of what was read of them, for whoever plans on strands that are free.

    Where a cable is spliced on, a reading is of the whole run, and says nothing of the cable alone;
    a loss that the plan states already stays.
    """
    spliced = {name for c in seen.closures for one in c.splices for name in (one.a, one.b)}
    by_cable: defaultdict[str, list[ReadingFact]] = defaultdict(list)
    for run, made in counting.items():
        by_cable[run.rsplit("-", 1)[0]] += made
    changed = []
    for key, made in by_cable.items():
        cable = seen.cables.get(key)
        if cable is None or cable.loss_db is not None or cable.name in spliced:
            continue
        method = max(made, key=lambda one: one.at).method
        nm = min(one.nm for one in made if one.method == method)
        worst = max((one for one in made if (one.nm, one.method) == (nm, method)),
                    key=lambda one: one.loss_db or 0.0)  # fmt: skip
        told = f"worst of {len({one.run for one in made})} strands read until {worst.at[:10]}"
        changed.append(replace(cable, loss_db=worst.loss_db, loss_nm=nm, measured=told,
                               loss_includes=HOLDS[method]))  # fmt: skip
    return seen.having("cable", seen.cables.put_all(changed)) if changed else seen


def counted_readings(plan: Plan, facts: Facts) -> dict[str, list[ReadingFact]]:
    """Readings by run that count: laid, light came, and the reference held."""
    references = references_of(facts)
    hours = plan.house_rules.reference_h
    found: dict[str, list[ReadingFact]] = {}
    for run, made in readings_of(facts).items():
        kept = [
            one for one in made
            if one.loss_db is not None and one.loss_db >= 0 and one.stage == "laid"
            and one.method in HOLDS and stale(one, references, hours) is None
        ]  # fmt: skip
        if kept:
            found[run] = kept
    return found


def _link_as_read(
    link: PlannedLink, ids: Mapping[str, str], counting: Mapping[str, list[ReadingFact]]
) -> PlannedLink:
    parts: list[Part] | None = None
    for at, part in enumerate(link.path):
        if not isinstance(part, Segment) or part.cable is None or part.cable not in ids:
            continue
        made = as_read(
            part, [counting.get(f"{ids[part.cable]}-{n}", ()) for n in part.strand_numbers]
        )
        if made is not part:
            parts = list(link.path) if parts is None else parts
            parts[at] = made
    return link if parts is None else replace(link, path=tuple(parts))


def as_read(part: Segment, strands: Iterable[Iterable[ReadingFact]]) -> Segment:
    """A cable segment with what was read of its strands, the worst of them at each wavelength.

    A wavelength counts where every strand that is used was read at it, by the method of the newest
    reading; what is less than glass alone loses does not.
    """
    each = [tuple(one) for one in strands]
    every = [one for made in each for one in made]
    if not every:
        return part
    method = max(every, key=lambda one: one.at).method
    reads = []
    for nm in sorted({one.nm for one in every if one.method == method}):
        worst = [
            max((one.loss_db or 0.0 for one in made if (one.nm, one.method) == (nm, method)),
                default=None)
            for made in each
        ]  # fmt: skip
        known = [one for one in worst if one is not None]
        if len(known) == len(each) and min(known) >= _least_db(part, nm) - LEEWAY_DB:
            reads.append(ReadAt(nm, max(known)))
    if not reads:
        return part
    days = sorted({one.at[:10] for one in every})
    who = "simulated" if any(one.simulated for one in every) else "read"
    source = f"{who} {days[0]}" + (f" to {days[-1]}" if len(days) > 1 else "") + f", {method}"
    return replace(part, reads=tuple(reads), loss_includes=HOLDS[method], source=source,
                   loss_db=None, loss_nm=None)  # fmt: skip


def _least_db(part: Segment, nm: float) -> float:
    glass = part.fiber if part.glass is None else GLASS_ROWS[part.glass]
    row = STANDARD.window(glass, nm) if glass in STANDARD.fibers else None
    return 0.0 if row is None else BELOW * part.length_m / 1000 * row.typical_db_per_km
