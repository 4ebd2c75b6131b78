"""Why is it dark? The hunt on simulated instruments, with minutes on the clock."""

from dataclasses import dataclass, replace
from functools import cache

from passerelle.core.hunting.causes import Cause, causes
from passerelle.core.hunting.hunt import steps_of
from passerelle.core.hunting.odds import expected, posterior
from passerelle.core.hunting.seen import SIDES, EndSeen
from passerelle.core.hunting.seen import Seen as SeenOfLink
from passerelle.core.judge.check import LinkCheck
from passerelle.core.plan.ends import Side
from passerelle.core.remedies.proposal import Need, propose
from passerelle.core.tables.hunting import CAUSES, SIGHTS
from passerelle.core.tables.turnup import REMEDIES
from passerelle.instruments.hidden import Hidden
from passerelle.instruments.ports import HiddenLink
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
from passerelle.practice.plants import RULES, as_table, judged, two_places

SECONDS, SURE = 60.0, 0.9
"""How long errors are counted [s], and how sure the tool is before it repairs."""
EASY = ("pair-crossed", "dirty", "speed-setting", "transmitter-dead", "port-blocked")
GLASS = (*EASY, "break", "bend", "bad-joint", "wrong-strand")
RECORD = ("wrong-module", "wrong-glass", "wrong-strand", "polish", "coding-refused")
ALLOWED: dict[int, tuple[str, ...]] = {1: EASY, 2: GLASS, 3: tuple(CAUSES), 4: GLASS, 5: RECORD}
LINKS: dict[int, tuple[tuple[str, float], ...]] = {
    1: (("10GBASE-LR", 1500.0),), 2: (("10GBASE-LR", 2500.0), ("1000BASE-SX", 180.0)),
    3: (("10GBASE-LR", 4000.0), ("25GBASE-SR", 60.0), ("1000BASE-BX10-U", 5000.0)),
    4: (("10GBASE-LR", 3000.0), ("25GBASE-SR", 60.0)),
    5: (("10GBASE-LR", 3000.0), ("10GBASE-SR", 120.0)),
}  # fmt: skip
PARTS = {"module": "a spare module", "cord": "a cord", "splice": "a splice"}
READS = ("rx", "tx", "lamp", "errors")


@dataclass(frozen=True)
class Known:
    """The link as it is planned. many : how many causes there may be."""

    check: LinkCheck
    many: int
    own: str | None = None


@dataclass(frozen=True)
class Truth:
    """What keeps it down, in the order in which it shows; and the seed of every chance."""

    check: LinkCheck
    hidden: Hidden
    causes: tuple[Cause, ...]


def drawn(check: LinkCheck, drill: Drill) -> Truth:
    """One or two causes that this link can have, by the weights of the hunt's table."""
    chance = drill.chance()
    every = causes(check)
    found = [one for one in every if one.row.id in ALLOWED[drill.level]] or every
    first = chance.choices(found, [one.weight for one in found])[0]
    picked = [first]
    if drill.level == 4:
        rest = [one for one in found if one.row.id != first.row.id]
        picked.append(chance.choices(rest, [one.weight for one in rest])[0])
    return Truth(check, Hidden(drill.seed * 11 + 5), tuple(picked))


@cache
def _link(application: str, far_m: float, a: str, b: str) -> LinkCheck:
    # Chances are drawn by the id: without one of its own the link would be another each time.
    return judged(replace(propose(Need(a, b, application, far_m), RULES), id="drilllink0001"))


def _make(drill: Drill) -> tuple[Known, Truth]:
    chance = drill.chance()
    application, far = chance.choice(LINKS[drill.level])
    a, b = two_places(chance)
    check = _link(application, far, a, b)
    return Known(check, 2 if drill.level == 4 else 1), drawn(check, drill)


def _repair_part(cause: str) -> str | None:
    task = REMEDIES[cause].task
    return PARTS.get({"splice": "splice", "module": "module", "patch": "cord"}.get(task or "", ""))


def _acts(check: LinkCheck) -> tuple[Act, ...]:
    found = causes(check)
    odds = posterior(found, check, SeenOfLink())
    made = []
    for step in steps_of(found, odds, SeenOfLink()):
        word = step.key.split()[0]
        handled = word not in READS
        part = PARTS.get(word)
        made.append(Act(step.key, step.do, step.minutes, 2 if handled else 0, part, repeats=True))
    for row in dict.fromkeys(one.row.id for one in found):
        remedy = REMEDIES[row]
        made.append(Act(f"repair {row}", f"Repair {CAUSES[row].words}: {remedy.do}",
                        remedy.minutes, 2, _repair_part(row)))  # fmt: skip
    return tuple(made)


def _pose(known: Known) -> Posed:
    one = known.check.budget.link
    a, b = one.a.place or "end a", one.b.place or "end b"
    name = known.own or f"{a} – {b}"
    due = []
    for end in SIDES:
        level = expected(known.check, end, SeenOfLink())
        if level.dbm is not None:
            due.append(f"{level.dbm:.1f} dBm at end {end}".replace("-", "−"))
    scene = [
        f"{name}: {one.a.application} in {a} (end a), {one.b.application} in {b} (end b). It is "
        "cabled as the table says, and it does not come up.",
        "One cause." if known.many == 1 else "Two causes; the second shows once the first is away.",
    ]  # fmt: skip
    if due:
        scene.append(f"By the plan {' and '.join(due)} should arrive, give or take 3 dB.")
    rows = dict.fromkeys(cause.row.id for cause in causes(known.check))
    choices = tuple(Choice(row, CAUSES[row].words) for row in sorted(rows))
    asked = Asked("one" if known.many == 1 else "many", "Bring it up. What was it?", choices)
    acts = (*_acts(known.check), *tempting("look-in", "uncapped"))
    return Posed("Why is it dark?", tuple(scene), asked, acts, as_table(one.path))


def _state(truth: Truth, done: tuple[str, ...]) -> HiddenLink | None:
    """The link by the first cause that is not mended yet; None: it is up."""
    for cause in truth.causes:
        one = HiddenLink(truth.check, truth.hidden, cause, done)
        if not one.mended:
            return one
    return None


def _handled(before: Seen) -> tuple[str, ...]:
    return tuple(look.act for look in before if look.act.split()[0] not in READS)


def _look(_known: Known, truth: Truth, act: str, before: Seen) -> Shown:
    done = _handled(before)
    now = _state(truth, done) or HiddenLink(truth.check, truth.hidden, None)
    word, *rest = act.split()
    if word in READS:
        end: Side = "a" if rest[0] == "a" else "b"
        return _read(now, word, end)
    if act in (row.said for row in SIGHTS):
        key = now.sees(act)
        return Shown(key, f"{key[:1].upper()}{key[1:]}.")
    after = _state(truth, (*done, act))
    if now.cause is None or (after is not None and after.cause is now.cause):
        return Shown("as before", "As before." if now.cause else "It is up already.", False)
    until = len(truth.causes) if after is None or after.cause is None else (
        truth.causes.index(after.cause))  # fmt: skip
    # What was repaired before its time, while another cause hid it, is told with the one that hid.
    gone = truth.causes[truth.causes.index(now.cause) : until]
    ids, words = " ".join(one.row.id for one in gone), " and ".join(one.row.words for one in gone)
    if after is None:
        return Shown(f"up {ids}", f"It comes up. It was: {words}.", True)
    return Shown(f"one {ids}", f"That was one: {words}. It is still down.", True)


def _read(now: HiddenLink, word: str, end: Side) -> Shown:
    if word == "lamp":
        key = "on" if now.lit(end) else "off"
        return Shown(key, f"The lamp of end {end} is {key}.")
    if word == "errors":
        count = now.errors(end, SECONDS)
        return Shown(str(count), f"{count:,} errors in {SECONDS:g} s.")
    level = now.got(end, 0) if word == "rx" else now.sent(end, 0)
    if level is None:
        return Shown("none", "No light arrives." if word == "rx" else "It sends nothing.")
    return Shown(f"{level:.2f}", f"{level:.1f} dBm.".replace("-", "−"))


def noted(seen: Seen) -> tuple[SeenOfLink, tuple[str, ...], tuple[str, ...], bool]:
    """What was seen since the last cause was away; causes found; repairs in vain; is it up."""
    told, found, vain, up = SeenOfLink(), list[str](), list[str](), False
    for look in seen:
        word, *rest = look.act.split()
        key = look.shown.key
        if word in READS:
            told = _with(told, word, rest[0], key)
        elif key.split()[0] in ("up", "one"):
            found += key.split()[1:]
            told, vain, up = SeenOfLink(), [], key.startswith("up")
        elif word == "repair":
            vain.append(rest[0])
        elif look.shown.helped is None:
            told = replace(told, looked=(*told.looked, key))
        else:
            told = replace(told, looked=(*told.looked, look.act))
    return told, tuple(found), tuple(vain), up


def _with(told: SeenOfLink, word: str, end: str, key: str) -> SeenOfLink:
    if word == "errors":
        return replace(told, errors={**told.errors, end: (float(key), SECONDS)})
    mine = told.of(end)
    if word == "lamp":
        mine = EndSeen(mine.levels, "on" if key == "on" else "off")
    else:
        level = None if key == "none" else float(key)
        mine = replace(mine, levels={**mine.levels, word: level})
    return replace(told, a=mine) if end == "a" else replace(told, b=mine)


def _move(known: Known, seen: Seen) -> Move:
    told, gone, vain, up = noted(seen)
    if up:
        return Move(None, gone, "It is up.")
    left = [one for one in causes(known.check) if one.row.id not in (*vain, *gone)]
    odds = posterior(left, known.check, told)
    by: dict[str, float] = {}
    for one, share in zip(left, odds, strict=True):
        by[one.row.id] = by.get(one.row.id, 0.0) + share
    top = max(by, key=by.__getitem__)
    steps = [one for one in steps_of(left, odds, told) if one.gain_bits > 0.0005]
    best = max(steps, key=lambda one: one.per_minute, default=None)
    if by[top] >= SURE or best is None:
        why = f"{CAUSES[top].words} is likely by {100 * by[top]:.0f} %."
        return Move(f"repair {top}", (), why)
    return Move(best.key, (), f"It tells most for each minute: {best.gain_bits:.2f} bit.")


def _right(_known: Known, truth: Truth, answer: Answer) -> bool:
    return set(answer) == {one.row.id for one in truth.causes}


def _tell(known: Known, truth: Truth) -> Revealed:
    words = " and ".join(one.row.words for one in truth.causes)
    why = []
    for one in truth.causes:
        row = one.row
        end = f", at end {one.end}" if one.end else ""
        shares = " / ".join(f"{100 * share:.0f}" for share in row.rx_far)
        told = "of a hundred such links the far receiver tells no light, low, as planned in"
        rule = row.findings[0] if row.findings else None
        why.append(
            Why(f"{row.words[:1].upper()}{row.words[1:]}{end}: {told} {shares}.", rule, row.source)
        )
        why.append(Why(f"Remedy: {REMEDIES[row.id].do}"))
    topic = truth.causes[0].row.id if len(truth.causes) == 1 else "two at once"
    return Revealed(topic, f"{words[:1].upper()}{words[1:]}.", tuple(why))


KIND = KindOf(
    "Why is it dark?", "hunting a cause by what tells most for each minute",
    ("five common causes", "the glass too", "everything that can be", "two at once",
     "another thing is there than recorded"),
    _make, _pose, _look, _move, _right, _tell,
)  # fmt: skip
