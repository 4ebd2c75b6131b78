"""Set the reference, and say what the limit is: by method, by standard, at a wavelength."""

from dataclasses import dataclass, replace
from typing import get_args

from passerelle.core.judge.wholeplan import check
from passerelle.core.light.loss import total
from passerelle.core.measuring.limits import COUNTED, NM, Limits, Tested, limits_of, test_rules
from passerelle.core.plan.backbone import Cable, Place, Termination
from passerelle.core.plan.house_rules import Finish, HouseRules
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.testing import Method
from passerelle.core.plan.things import Things
from passerelle.core.words import metres
from passerelle.practice.drill import (
    Act,
    Answer,
    Asked,
    Choice,
    Drill,
    KindOf,
    Move,
    Posed,
    Revealed,
    Seen,
    Shown,
    Why,
    tempting,
)
from passerelle.practice.plants import two_places

METHODS: tuple[Method, ...] = ("one-cord", "two-cord", "three-cord")
STEPS: dict[str, str] = {
    "warm": "Let source and meter warm up",
    "clean": "Inspect and clean the ends of the test cords",
    "join": "Join source and meter by the cords that the method counts in",
    "zero": "Store the reference",
    "verify": "Put the second test cord in and see that it loses next to nothing",
    "read": "Connect the run and read it, the cord at the source untouched",
}
"""In the order in which it is done (IEC 61280-4-1, IEC 61280-4-2)."""
CORDS: dict[Method, str] = {
    "one-cord": "one cord from source to meter", "two-cord": "two cords joined by an adapter",
    "three-cord": "three cords in a row, the middle one of which the run then takes the place of",
    "equipment-cord": "the equipment cords",
}  # fmt: skip
NEAREST_DB = 0.05


@dataclass(frozen=True, slots=True)
class Known:
    """The run as it is recorded, and what is asked. asks_order : the steps; else the limit."""

    cable: Cable
    method: Method
    limits: Limits
    nm: float
    asks_order: bool
    proved: bool
    shuffled: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Truth:
    """The run as it lies."""

    cable: Cable


def tested(cable: Cable, method: Method, limits: Limits) -> Tested:
    """The first strand of a cable with its limits."""
    places = Things((Place(cable.a), Place(cable.b)))
    plan = Plan("drill", places=places, cables=Things((cable,)))
    return limits_of(check(plan), method, limits).runs[0]


def limit_db(cable: Cable, method: Method, limits: Limits, nm: float) -> float:
    """The limit at a wavelength. [dB]"""
    found = next(one for one in tested(cable, method, limits).wavelengths if one.nm == nm)
    assert found.limit_db is not None
    return found.limit_db


def _make(drill: Drill) -> tuple[Known, Truth]:
    chance = drill.chance()
    a, b = two_places(chance)
    single = drill.level >= 3 and chance.random() < 0.7
    far = float(chance.randrange(400, 6000, 100)) if single else float(
        chance.randrange(60, 500, 10))  # fmt: skip
    kind: Finish = "pigtails" if drill.level >= 3 else "field"
    plug = "LC/APC" if single and chance.random() < 0.4 else "LC/UPC"
    end = Termination(kind=kind, connector=plug, panel="A1")
    cable = Cable(
        "T-1",
        a,
        b,
        "OS2" if single else chance.choice(["OM3", "OM4"]),
        4,
        id="drillcable001",
        length_m=far,
        end_a=end,
        end_b=replace(end, panel="B1"),
    )
    method = "one-cord" if drill.level == 2 else chance.choice(METHODS)
    limits: Limits = chance.choice(get_args(Limits)) if drill.level >= 4 else "iso-14763-3"
    nm = chance.choice(NM[single])
    true = cable
    if drill.level == 5:
        true = replace(cable, length_m=round(far * chance.choice([0.8, 1.0, 1.25, 1.4]), -1))
    order = list(STEPS)
    chance.shuffle(order)
    known = Known(cable, method, limits, nm, drill.level == 1, drill.level < 5, tuple(order))
    return known, Truth(true)


def _pose(known: Known) -> Posed:
    cable = known.cable
    end = cable.end_a or Termination()
    ends = f"{end.connector}, {end.kind}, at both ends"
    how = "by its sheath marks" if known.proved else "by the record"
    scene = [
        f"{metres(cable.length_m or 0.0)} of {cable.fiber} {how}, panel to panel from {cable.a} to "
        f"{cable.b}; {ends}.",
        f"Method: {known.method} ({CORDS[known.method]}).",
    ]  # fmt: skip
    if known.asks_order:
        asked = Asked(
            "order",
            "In which order is it done?",
            tuple(Choice(key, STEPS[key]) for key in known.shuffled),
        )
        return Posed("Set the reference", tuple(scene), asked)
    rule = "ISO/IEC 14763-3" if known.limits == "iso-14763-3" else "ANSI/TIA-568"
    scene.append(f"Limits of {rule}; reference-grade test cords; nothing kept for later.")
    acts: tuple[Act, ...] = ()
    if not known.proved:
        acts = (Act("length", "Measure the length of the strand", 4.0, 2),)
    asked = Asked("number", f"What may it lose at {known.nm:g} nm, at most?", (), "dB", NEAREST_DB)
    return Posed("What is the limit?", tuple(scene), asked, (*acts, *tempting("unplug-source")))


def _look(_known: Known, truth: Truth, _act: str, _before: Seen) -> Shown:
    return Shown(f"{truth.cable.length_m}", f"{metres(truth.cable.length_m or 0.0)}.")


def _move(known: Known, seen: Seen) -> Move:
    if known.asks_order:
        return Move(None, tuple(STEPS), "Clean first, then the reference, then its own check.")
    told = {look.act: look.shown.key for look in seen}
    cable = known.cable
    if not known.proved:
        if "length" not in told:
            return Move("length", (), "The limit grows with the length, and nobody measured it.")
        cable = replace(cable, length_m=float(told["length"]))
    limit = limit_db(cable, known.method, known.limits, known.nm)
    return Move(None, (f"{limit:.2f}",), "Glass, splices and the ends that the method counts.")


def _right(known: Known, truth: Truth, answer: Answer) -> bool:
    if known.asks_order:
        # Warming up and cleaning may change places.
        return tuple(answer) in (tuple(STEPS), ("clean", "warm", *tuple(STEPS)[2:]))
    limit = limit_db(truth.cable, known.method, known.limits, known.nm)
    return abs(float(answer[0].replace(",", ".")) - limit) <= NEAREST_DB + 1e-9


def _tell(known: Known, truth: Truth) -> Revealed:
    if known.asks_order:
        why = [
            Why(f"{known.method}: {CORDS[known.method]}; {COUNTED[known.method]} of the run's ends "
                "are then in the reading.", source="IEC 61280-4-1, IEC 61280-4-2"),
            Why("A reference stands as long as nobody touches the cord at the source.",
                "test.stale-reference", "IEC 61280-4-1"),
        ]  # fmt: skip
        return Revealed("steps of a reference", " → ".join(STEPS.values()) + ".", tuple(why))
    made = tested(truth.cable, known.method, known.limits)
    inside = total(made.run.run.terms(known.nm, test_rules(HouseRules())), HouseRules()).worst_case
    limit = limit_db(truth.cable, known.method, known.limits, known.nm)
    counted = COUNTED[known.method]
    why = [Why(f"Glass and splices on the way: {inside or 0.0:.2f} dB at their worst.",
               source="ISO/IEC 11801-1 and ANSI/TIA-568.3"),
           Why(f"{known.method} counts {counted} end connection{'' if counted == 1 else 's'} of "
               f"{made.end_db or 0.0:.2f} dB each.", source="ISO/IEC 14763-3"
               if known.limits == "iso-14763-3" else "ANSI/TIA-568.3")]  # fmt: skip
    topic = f"limit by {known.method}"
    if truth.cable.length_m != known.cable.length_m:
        topic = "a record that is wrong"
        why.append(
            Why(
                f"It is {metres(truth.cable.length_m or 0.0)}; the record said "
                f"{metres(known.cable.length_m or 0.0)}.",
                "test.length-differs",
            )
        )
    return Revealed(topic, f"{limit:.2f} dB at {known.nm:g} nm.", tuple(why))


KIND = KindOf(
    "Reference and limit", "setting a reference, and the limit that goes with it",
    ("the steps in order", "one cord", "other methods, splices", "limits of either standard",
     "the length may be wrong"),
    _make, _pose, _look, _move, _right, _tell,
)  # fmt: skip
