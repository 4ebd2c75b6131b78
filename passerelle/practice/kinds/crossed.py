"""Find the crossed pair: one or two parts do to their strands what the record does not say."""

from dataclasses import dataclass
from itertools import combinations

from passerelle.core.plan.lightpath import LightPath, Part, Segment
from passerelle.core.strands.places import Place
from passerelle.core.strands.trace import follow, maps
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
    ruled,
    tempting,
)
from passerelle.practice.hypotheses import best_look, left
from passerelle.practice.plants import as_table, cord, having, path, run, two_places

OTHER = {"A-B": "A-A", "A-A": "A-B", "crossed": "straight", "straight": "crossed"}
RUNS = {1: 1, 2: 2, 3: 3, 4: 3, 5: 4}
"""Runs of cable between the two cords, by level."""
WRONG = {1: (1,), 2: (1,), 3: (1,), 4: (2,), 5: (1, 2)}
"""How many parts may be wrong, by level."""
A: Place = (1, 1)
Flipped = tuple[int, ...]


@dataclass(frozen=True, slots=True)
class Known:
    """The path as it is recorded, and how many of its parts may be wrong."""

    places: tuple[str, str]
    path: LightPath
    wrong: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class Truth:
    """Which segments are not as recorded, by their place among the segments from 0."""

    flipped: Flipped


def segments(light: LightPath) -> list[Segment]:
    """Its segments in order."""
    return [part for part in light.parts if isinstance(part, Segment)]


def _make(drill: Drill) -> tuple[Known, Truth]:
    chance = drill.chance()
    parts: list[Part] = [cord("OS2", label="cord A")]
    for n in range(RUNS[drill.level]):
        if n:
            parts.append(cord("OS2", 1.0, label=f"patch cord {n}"))
        parts.append(run("OS2", float(chance.randrange(40, 400, 10)), label=f"run {n + 1}"))
    parts.append(cord("OS2", label="cord B"))
    light = path(*parts)
    count = chance.choice(WRONG[drill.level])
    flipped = tuple(sorted(chance.sample(range(len(segments(light))), count)))
    return Known(two_places(chance), light, WRONG[drill.level]), Truth(flipped)


def changed(light: LightPath, flipped: Flipped) -> LightPath:
    """The path with parts that do the other thing to their strands."""
    for n in flipped:
        light = having(light, 2 * n, wiring=OTHER[light.segment(2 * n).wiring or "A-B"])
    return light


def seen_after(light: LightPath, count: int) -> str:
    """Where light put in at A of end a comes out behind so many segments: A or B."""
    wires, _ = maps(LightPath(light.parts[: 2 * count - 1]))
    (strand,) = follow([(A, "dark", 0)], wires)
    end = strand.end
    return "none" if end is None else "A" if end[1] == 1 else "B"


def _acts(known: Known) -> tuple[Act, ...]:
    found = []
    names = [part.label or part.kind for part in segments(known.path)]
    for count in range(1, len(names) + 1):
        last = count == len(names)
        minutes = 3.0 if last else 4.0 + (0.0 if count == 1 else 1.0)
        what = "at the far module's plug" if last else f"on the plug behind {names[count - 1]}"
        do = f"Red light into A at end a; see where it comes out {what}"
        found.append(Act(f"light {count}", do, minutes, 2))
    return tuple(found)


def _pose(known: Known) -> Posed:
    a, b = known.places
    many = "Just one part is" if known.wrong == (1,) else (
        "Two parts are" if known.wrong == (2,) else "One or two parts are")  # fmt: skip
    scene = (
        f"From {a} (end a) to {b} (end b). The table is how it is recorded.",
        f"{many} not as recorded. A cord A-B crosses, A-A does not; a run crosses or is straight.",
    )
    choices = [Choice(str(n), part.label or part.kind, part.wiring or "")
               for n, part in enumerate(segments(known.path))]  # fmt: skip
    asked = Asked("one" if known.wrong == (1,) else "many", "Which part is not as recorded?",
                  tuple(choices))  # fmt: skip
    acts = (*_acts(known), *tempting("look-in", "uncapped"))
    return Posed("Find the crossed pair", scene, asked, acts, as_table(known.path))


def _outcome(known: Known, flipped: Flipped, act: str) -> str:
    return seen_after(changed(known.path, flipped), int(act.removeprefix("light ")))


def _look(known: Known, truth: Truth, act: str, _before: Seen) -> Shown:
    key = _outcome(known, truth.flipped, act)
    due = _outcome(known, (), act)
    as_due = "as recorded" if key == due else f"by the record it would be {due}"
    return Shown(key, f"It comes out at {key}: {as_due}.")


def _move(known: Known, seen: Seen) -> Move:
    count = len(segments(known.path))
    states = [one for size in known.wrong for one in combinations(range(count), size)]

    def outcome(flipped: Flipped, act: str) -> str:
        return _outcome(known, flipped, act)

    mine = tuple(look for look in seen if look.act.startswith("light"))
    still = left(states, outcome, mine)
    done = {look.act for look in seen}
    act = best_look(still, outcome, lambda one: one,
                    [one for one in _acts(known) if one.id not in done])  # fmt: skip
    if act is not None:
        return Move(act.id, (), f"It parts the {len(still)} possibilities that are left best.")
    return Move(None, tuple(map(str, still[0])) if still else (), "One possibility is left.")


def _right(_known: Known, truth: Truth, answer: Answer) -> bool:
    return {int(one) for one in answer} == set(truth.flipped)


def _tell(known: Known, truth: Truth) -> Revealed:
    parts = segments(known.path)
    names = [f"{parts[n].label} is {OTHER[parts[n].wiring or 'A-B']}, recorded as "
             f"{parts[n].wiring}" for n in truth.flipped]  # fmt: skip
    ends = seen_after(changed(known.path, truth.flipped), len(parts))
    due = seen_after(known.path, len(parts))
    cancel = "Two crossings cancel: the link comes up, and the next who changes one cord takes it "\
             "down." if ends == due else ""  # fmt: skip
    why = [
        ruled("polarity.not-crossed"),
        Why("Light in the middle first: each look halves what is left.", source="bisection"),
    ]
    if cancel:
        why.append(Why(cancel, source="composition of permutations"))
    kinds = {parts[n].kind for n in truth.flipped}
    topic = "two crossings" if len(truth.flipped) > 1 else f"crossed {kinds.pop()}"
    return Revealed(topic, "; ".join(names) + ".", tuple(why))


KIND = KindOf(
    "Find the crossed pair", "following one strand through every part",
    ("two cords and a run", "two runs", "three runs", "two wrong at once",
     "one or two, and they may cancel"),
    _make, _pose, _look, _move, _right, _tell,
)  # fmt: skip
