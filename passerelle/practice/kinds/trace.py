"""Read the trace: what is wrong with the run, and in which of its two cables."""

from dataclasses import dataclass, replace
from functools import cache

from passerelle.core.judge.wholeplan import PlanCheck, check
from passerelle.core.measuring.runs import TestRun, permanent_runs
from passerelle.core.plan.backbone import Cable, Closure, Pathway, Place, Splice, Termination
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.tracing.faults import Fault as Found
from passerelle.core.tracing.layout import laid_out
from passerelle.core.tracing.predict import Settings
from passerelle.core.tracing.study import Taken, study
from passerelle.core.words import metres
from passerelle.instruments.hidden import Fault, FaultKind, Hidden
from passerelle.instruments.tracer import taken
from passerelle.practice.drill import (
    Act,
    Answer,
    Asked,
    Choice,
    Drill,
    KindOf,
    Line,
    Move,
    Posed,
    Revealed,
    Seen,
    Shown,
    Why,
    ruled,
    tempting,
)
from passerelle.practice.plants import RULES

PULSE_NS, CORD_M, AVERAGES = 30.0, 500.0, 30_000.0
POINTS = 2400
"""As many points of a trace are drawn."""
FIRST, SECOND, TURNED = "1550 nm, end a", "1310 nm, end a", "1550 nm, end b"
SHOTS = {"shoot 1550": (1550.0, False, FIRST), "shoot 1310": (1310.0, False, SECOND),
         "shoot back": (1550.0, True, TURNED)}  # fmt: skip
NAMES: dict[FaultKind, str] = {
    "bend": "a bend too tight", "break": "broken glass", "bad joint": "a bad splice",
    "dirty end": "dirt on a plug",
}  # fmt: skip
LEVELS: dict[int, tuple[FaultKind, ...]] = {
    1: ("break", "bad joint"), 2: ("break", "bad joint", "bend"),
    3: ("bend", "bad joint", "dirty end"), 4: ("bend", "bad joint", "dirty end"),
    5: ("break", "bend", "bad joint"),
}  # fmt: skip
SPLICE, NONE = "at the splice", "nothing"
SPOTS = ("cable One", "cable Two")
ENDS = ("at panel P", "at panel Q")


@dataclass(frozen=True)
class Known:
    """The run as it is planned. trace : the first one, as the instrument drew it.

    two : more than one thing may be wrong.
    """

    check: PlanCheck
    run: TestRun
    trace: Taken
    two: bool
    proved: bool


@dataclass(frozen=True)
class Truth:
    """The run as it is: the faults in it, and the seed of its chances. check : as it lies."""

    check: PlanCheck
    run: TestRun
    hidden: Hidden
    answer: tuple[str, ...]


@cache
def plant(first_m: float, second_m: float) -> tuple[PlanCheck, TestRun]:
    """Two cables with a splice between, from panel P in the yard to panel Q in the mast hut."""
    end = Termination(kind="field", connector="LC/UPC", panel="P")
    one = Cable("One", "Yard", "Chamber", "OS2", 2, id="drillcable001", length_m=first_m,
                end_a=end, route=("Duct 1",))  # fmt: skip
    two = Cable("Two", "Chamber", "Mast Hut", "OS2", 2, id="drillcable002", length_m=second_m,
                end_b=replace(end, panel="Q"), route=("Duct 2",))  # fmt: skip
    ways = (Pathway("Duct 1", "Yard", "Chamber", first_m - 6),
            Pathway("Duct 2", "Chamber", "Mast Hut", second_m - 6))  # fmt: skip
    plan = Plan(
        "drill",
        places=Things((Place("Yard"), Place("Chamber"), Place("Mast Hut"))),
        pathways=Things(ways),
        cables=Things((one, two)),
        closures=Things((Closure("K", "Chamber", (Splice("One", 1, "Two", 1, 2),)),)),
    )
    made = check(plan)
    run = next(iter(permanent_runs(made)))
    assert isinstance(run, TestRun)
    return made, run


def shot(run: TestRun, hidden: Hidden, nm: float, turned: bool) -> Taken:
    """A trace that the simulated instrument takes."""
    layout = laid_out(run, nm, RULES, turned=turned, launch=CORD_M, receive=CORD_M)
    trace, _ = taken(hidden, run, layout, Settings(PULSE_NS, AVERAGES))
    return Taken(trace.level_db, trace.spacing_m, PULSE_NS, trace.index, nm, CORD_M,
                 layout.backscatter_db)  # fmt: skip


def _where(kind: FaultKind, at: float, share: float) -> str:
    if kind == "bad joint":
        return f"bad joint {SPLICE}"
    if kind == "dirty end":
        return f"dirty end {ENDS[0] if at < 0.5 else ENDS[1]}"
    return f"{kind} {SPOTS[0] if at < share else SPOTS[1]}"


def _make(drill: Drill) -> tuple[Known, Truth]:
    chance = drill.chance()
    first, second = (float(chance.randrange(700, 1500, 50)) for _ in range(2))
    made, run = plant(first, second)
    true_made, true_run = made, run
    if drill.level == 5 and chance.random() < 0.5:  # the lengths are written the wrong way round
        true_made, true_run = plant(second, first)
        first, second = second, first
    share = first / (first + second)
    kinds = list(LEVELS[drill.level])
    wanted = chance.sample(kinds, 2 if drill.level == 4 else 1)
    if drill.level in (2, 3) and chance.random() < 0.12:
        wanted = []
    faults = []
    for kind in wanted:
        at = share if kind == "bad joint" else _spot(kind, share, chance.random())
        db, more = {
            "bend": (chance.uniform(0.1, 0.2), chance.uniform(0.9, 1.6)),
            "bad joint": (chance.uniform(0.6, 1.2), 0.0),
            "dirty end": (chance.uniform(1.0, 1.8), 0.0), "break": (0.0, 0.0),
        }[kind]  # fmt: skip
        faults.append(Fault(kind, true_run.id, db, more, at=at))
    hidden = Hidden(drill.seed * 7 + 3, tuple(faults))
    answer = tuple(_where(one.kind, one.at, share) for one in faults) or (NONE,)
    trace = shot(true_run, hidden, 1550.0, False)
    known = Known(made, run, trace, drill.level == 4, drill.level < 5)
    return known, Truth(true_made, true_run, hidden, tuple(sorted(answer)))


def _spot(kind: FaultKind, share: float, chance: float) -> float:
    """A place on the way, clear of the splice and of the ends."""
    if kind == "dirty end":
        return float(chance < 0.5)
    low, high = (0.2 * share, 0.8 * share) if chance < 0.5 else (
        share + 0.2 * (1 - share), share + 0.8 * (1 - share))  # fmt: skip
    return low + (high - low) * ((2 * chance) % 1.0)


def line_of(name: str, trace: Taken) -> Line:
    """A trace as a line to draw: fewer points, each the mean of those that it stands for."""
    many = max(1, len(trace.level_db) // POINTS)
    cut = len(trace.level_db) // many * many
    level = trace.level_db[:cut].reshape(-1, many).mean(axis=1)
    return Line(name, trace.spacing_m * many, tuple(round(float(x), 3) for x in level))


def _choices() -> tuple[Choice, ...]:
    found = [Choice(f"bad joint {SPLICE}", f"{NAMES['bad joint']}, {SPLICE} in Chamber")]
    found += [Choice(f"dirty end {end}", f"{NAMES['dirty end']}, {end}") for end in ENDS]
    kinds: tuple[FaultKind, ...] = ("bend", "break")
    found += [Choice(f"{kind} {spot}", f"{NAMES[kind]}, in {spot}")
              for kind in kinds for spot in SPOTS]  # fmt: skip
    return (*found, Choice(NONE, "nothing: the run is as planned"))


def _pose(known: Known) -> Posed:
    one, two = (known.check.plant.cables[name].length_m or 0.0 for name in ("One", "Two"))
    how = "as measured" if known.proved else "by the record, which nobody has proved"
    scene = (
        f"Panel P in Yard – {metres(one)} of cable One – splice in Chamber – {metres(two)} of "
        f"cable Two – panel Q in Mast Hut; {how}.",
        f"Launch and receive cord of {metres(CORD_M)} each. This is the trace at 1550 nm from P, a "
        f"pulse of {PULSE_NS:g} ns.",
    )  # fmt: skip
    marks = Act("marks", "Read the metre marks of both sheaths in Chamber and at the panels", 8.0)
    acts = (
        *(() if known.proved else (marks,)),
        Act("shoot 1310", "Take a trace at 1310 nm from the same end", 3.0),
        Act("shoot back", "Walk over and take a trace from the other end", 25.0, 2),
        Act("cut", "Cut the splice out and make it anew, to be sure", 45.0, 0, "a splice"),
        *tempting("look-in", "uncapped"),
    )
    asked = Asked(
        "many" if known.two else "one", "What is wrong, and where?" + (
            " Two things may be." if known.two else ""), _choices())  # fmt: skip
    return Posed("Read the trace", scene, asked, acts, line=line_of(FIRST, known.trace))


def _look(_known: Known, truth: Truth, act: str, _before: Seen) -> Shown:
    if act == "cut":
        bad = any(one.kind == "bad joint" for one in truth.hidden.faults)
        said = "The old splice was bad." if bad else "The old splice was good, and is gone now."
        return Shown("bad" if bad else "good", said, bad)
    if act == "marks":
        lengths = [truth.check.plant.cables[name].length_m or 0.0 for name in ("One", "Two")]
        told = f"{metres(lengths[0])} of One, {metres(lengths[1])} of Two."
        return Shown("/".join(f"{one:g}" for one in lengths), told)
    nm, turned, name = SHOTS[act]
    trace = shot(truth.run, truth.hidden, nm, turned)
    return Shown(name, f"Trace at {name}.", line=line_of(name, trace), samples=trace)


def _plant_by(known: Known, seen: Seen) -> tuple[PlanCheck, TestRun]:
    """The plant as it is recorded, with the lengths that were read off the sheaths."""
    marks = next((look.shown.key for look in seen if look.act == "marks"), None)
    if marks is None:
        return known.check, known.run
    first, second = map(float, marks.split("/"))
    return plant(first, second)


def _found(known: Known, seen: Seen) -> tuple[str, ...]:
    """What the tool's own study of the traces says, as answers."""
    made, run = _plant_by(known, seen)
    shots = {look.act: look.shown.samples for look in seen}
    found = study(made.plant, run, RULES, known.trace, launch_m=CORD_M, receive_m=CORD_M,
                  also=shots.get("shoot 1310"), back=shots.get("shoot back"))  # fmt: skip
    lengths = [made.plant.cables[name].length_m or 0.0 for name in ("One", "Two")]
    told = (_answer(one, *lengths) for one in found.faults if one.kind in NAMES)
    return tuple(dict.fromkeys(told)) or (NONE,)


def _answer(one: Found, first: float, second: float) -> str:
    if one.kind == "bad joint":
        return f"bad joint {SPLICE}"
    if one.kind == "dirty end":
        return f"dirty end {ENDS[0] if one.m < (first + second) / 2 else ENDS[1]}"
    return f"{one.kind} {SPOTS[0] if one.m < first else SPOTS[1]}"


def _move(known: Known, seen: Seen) -> Move:
    done = {look.act for look in seen}
    if not known.proved and "marks" not in done:
        return Move("marks", (), "Which cable a place lies in rests on lengths that nobody proved.")
    found = _found(known, seen)
    if "shoot 1310" not in done and not all(one.startswith("break") for one in found):
        return Move("shoot 1310", (), "Only a second wavelength tells a bend from a splice.")
    wanted = found if known.two else found[:1]
    return Move(None, wanted, "Events of both wavelengths against the planned parts.")


def _right(_known: Known, truth: Truth, answer: Answer) -> bool:
    return tuple(sorted(answer)) == truth.answer


def _tell(known: Known, truth: Truth) -> Revealed:
    labels = {one.id: one.label for one in _choices()}
    said = " and ".join(labels[one] for one in truth.answer)
    why = [
        Why("A bend loses more at the longer wavelength; a splice loses alike at both.",
            "test.bend-sign", "IEC 61280-4-2"),
        ruled("test.trace"),
        Why("Dirt throws light back: a peak on a joint that loses too much.", "test.end-face",
            "IEC 61300-3-35"),
    ]  # fmt: skip
    topic = truth.answer[0].split(" at ")[0].split(" cable ")[0]
    if truth.run is not known.run:
        topic = "a record that is wrong"
        why.append(Why("The lengths of the two cables were written the wrong way round.",
                       "test.length-differs"))  # fmt: skip
    return Revealed(topic if len(truth.answer) == 1 else "two at once", f"{said}.", tuple(why))


KIND = KindOf(
    "Read the trace", "telling bend, break, splice and dirt apart, and where they are",
    ("a break or a splice", "bends too", "dirt too, or nothing at all", "two at once",
     "the lengths may be written wrong"),
    _make, _pose, _look, _move, _right, _tell,
)  # fmt: skip
