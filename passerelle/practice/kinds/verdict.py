"""Will it come up? The verdict is predicted before it is shown, with what stops it."""

from dataclasses import dataclass, replace
from random import Random
from typing import Any

from passerelle.core.judge.answering import answer as verdict_said
from passerelle.core.judge.answering import causes
from passerelle.core.judge.check import FAILS, TIGHT, WORKS, LinkCheck
from passerelle.core.judge.findings import STOP
from passerelle.core.light.link import Link
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.lightpath import Part, Segment
from passerelle.core.tables import STANDARD
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
    ruled,
    tempting,
)
from passerelle.practice.plants import (
    APC,
    LC,
    as_table,
    cord,
    having,
    judged,
    link,
    path,
    run,
    two_places,
)

STOPS = {
    "far": ("It is too far", ("reach.exceeded",)),
    "loss": ("Too much is lost", ("loss.over-limit", "light.too-weak")),
    "modules": ("The modules do not pair, or not with this glass",
                ("module.rate-mismatch", "module.pmd-mismatch", "module.mode")),
    "mate": ("Plugs do not fit each other", ("mate.polish", "mate.connector", "mate.module")),
    "glass": ("Two kinds of glass meet", ("fiber.mode-mix", "fiber.core-mix")),
    "crossing": ("Transmitter meets transmitter", ("polarity.not-crossed",)),
    "cords": ("Mode-conditioning cords are missing", ("fiber.mode-conditioning",)),
}  # fmt: skip
OPEN = {"works": "Nothing: it works", "tight": "Nothing: it works, but it is tight",
        "unknown": "It cannot be said with what is known"}  # fmt: skip
HURTS = {
    1: ("far", "loss", ""), 2: ("far", "modules", ""), 3: ("mate", "glass", "crossing", "loss"),
    4: ("far", "loss", "modules", "mate", "glass", "crossing"), 5: ("glass", "far", "loss", ""),
}  # fmt: skip
SC = connector("SC/UPC")
PLAIN = {"10GBASE-SR": ("OM3", 120.0), "1000BASE-SX": ("OM2", 250.0), "10GBASE-LR": ("OS2", 3000.0),
         "25GBASE-SR": ("OM4", 60.0), "1000BASE-LX": ("OS2", 2000.0)}  # fmt: skip
"""Glass that each runs over without trouble, and how far."""


@dataclass(frozen=True, slots=True)
class Known:
    """The link as it is recorded. proved : as it was measured, too."""

    places: tuple[str, str]
    link: Link
    proved: bool


@dataclass(frozen=True, slots=True)
class Truth:
    """The link as it lies there."""

    link: Link


def category(check: LinkCheck) -> frozenset[str]:
    """What is to be answered about a link."""
    if check.verdict == FAILS:
        found = {one.rule.id for one in causes(check) if one.rule.severity == STOP}
        return frozenset(key for key, (_, rules) in STOPS.items() if found & set(rules)) | (
            frozenset() if found <= {r for _, rules in STOPS.values() for r in rules}
            else frozenset({"else"}))  # fmt: skip
    if check.verdict in (WORKS, TIGHT):
        return frozenset({str(check.verdict)})
    return frozenset({"unknown"})


def _hurt(one: Link, what: str, chance: Random) -> Link:
    """A link with one thing wrong with it."""
    light = one.path
    last = len(light.parts) - 1
    cable = light.segment(last // 2)
    grade = cable.fiber or ""
    rows = [row for row in STANDARD.applications[one.a.application].reach
            if row.fiber in (grade, grade[:2])]  # fmt: skip
    if what == "far":
        far = max((row.m for row in rows if row.m), default=500.0) * chance.choice([1.15, 1.4])
        light = having(light, last // 2, length_m=round(far, -1))
    elif what == "loss":
        more = round((rows[0].loss_db or 3.0) + chance.uniform(0.4, 2.0), 1)
        light = having(light, last // 2, **measured(more))
    elif what == "modules":
        other = "10GBASE-LR" if one.a.application != "10GBASE-LR" else "10GBASE-SR"
        return replace(one, b=replace(one.b, application=other))
    elif what == "mate":
        light = having(light, 0, ends=(LC, APC if grade.startswith("OS") else SC))
    elif what == "glass":
        light = having(light, last, fiber="OM1" if grade != "OM1" else "OM3")
    elif what == "crossing":
        light = having(light, chance.choice([0, last]), wiring="A-A")
    return replace(one, path=light)


def measured(loss_db: float) -> dict[str, Any]:
    """What a segment says whose glass was measured by itself. [dB]"""
    return {"loss_db": loss_db, "loss_includes": "none", "source": "certificate"}


def _good(chance: Random) -> Link:
    """A link that works."""
    name = chance.choice(list(PLAIN))
    grade, most = PLAIN[name]
    length = round(chance.uniform(0.4, 1.0) * most, -1)
    parts: list[Part] = [cord(grade), run(grade, length), cord(grade)]
    return link(name, path(*parts))


def _drawn(drill: Drill, chance: Random) -> tuple[Link, Link]:
    """The link as it is recorded, and as it lies."""
    good = _good(chance)
    wanted = chance.sample(HURTS[drill.level], 2 if drill.level == 4 else 1)
    bad = good
    for what in wanted:
        bad = _hurt(bad, what, chance) if what else bad
    if drill.level < 5:
        return bad, bad
    return (good, bad) if chance.random() < 0.7 else (good, good)


def _make(drill: Drill) -> tuple[Known, Truth]:
    chance = drill.chance()
    for _ in range(60):
        written, true = _drawn(drill, chance)
        found = category(judged(true)) | category(judged(written))
        check = judged(true)
        bright = check.verdict != FAILS and any(
            f.rule.id == "light.overload" for f in check.findings
        )
        if "else" not in found and not bright:
            break
    return Known(two_places(chance), written, drill.level < 5), Truth(true)


def _pose(known: Known) -> Posed:
    one = known.link
    a, b = known.places
    cable = one.path.segment(len(one.path.parts) // 2)
    scene = [f"{one.a.application} in {a}, {one.b.application} in {b}."]
    for name in dict.fromkeys((one.a.application, one.b.application)):
        row = STANDARD.applications[name]
        far = [f"{metres(r.m)} on {r.fiber} with {r.loss_db:g} dB" for r in row.reach
               if r.m is not None and r.loss_db is not None]  # fmt: skip
        scene.append(f"{name} bears {', '.join(far)} ({row.source}).")
    if cable.loss_db is not None:
        scene.append(f"The run alone was measured with {cable.loss_db:g} dB.")
    if not known.proved:
        scene.append("The parts are as the record has them; nobody has looked since.")
    acts: tuple[Act, ...] = ()
    if not known.proved:
        acts = (Act("walk", "Walk both ends: print of cords and run, plugs, module labels", 8.0),
                Act("measure", "Measure length and loss of the run", 12.0, 4),
                *tempting("look-in", "uncapped"))  # fmt: skip
    choices = [Choice(key, label) for key, label in OPEN.items()]
    choices += [Choice(key, label) for key, (label, _) in STOPS.items()]
    asked = Asked("many", "What stops it, with the worst parts of their kind? Tick every cause.",
                  tuple(choices))  # fmt: skip
    return Posed("Will it come up?", tuple(scene), asked, acts, as_table(one.path))


def _look(known: Known, truth: Truth, act: str, _before: Seen) -> Shown:
    found = truth.link.path
    cable = found.segment(len(found.parts) // 2)
    if act == "measure":
        loss = "" if cable.loss_db is None else f", {cable.loss_db:g} dB"
        key = f"{cable.length_m:g}/{'' if cable.loss_db is None else cable.loss_db}"
        as_due = "" if loss else "; the loss is as such glass has it"
        return Shown(key, f"{metres(cable.length_m)}{loss}{as_due}.")
    told = [part.fiber or "" for part in found.parts if isinstance(part, Segment)]
    return Shown(
        "/".join(told), f"The prints say {', '.join(told)}; plugs and modules as recorded."
    )


def _as_seen(known: Known, seen: Seen) -> Link:
    """The recorded link with what was found."""
    light = known.link.path
    for look in seen:
        if look.act == "walk":
            for n, grade in enumerate(look.shown.key.split("/")):
                light = having(light, 2 * n, fiber=grade)
        elif look.act == "measure":
            far, loss = look.shown.key.split("/")
            at = len(light.parts) // 2
            light = having(
                light, at, length_m=float(far), **(measured(float(loss)) if loss else {})
            )
    return replace(known.link, path=light)


def _move(known: Known, seen: Seen) -> Move:
    done = {look.act for look in seen}
    for act in () if known.proved else ("walk", "measure"):
        if act not in done:
            return Move(act, (), "What decides is recorded and proved by nobody.")
    check = judged(_as_seen(known, seen))
    return Move(None, tuple(sorted(category(check))), verdict_said(check) + ".")


def _right(_known: Known, truth: Truth, answer: Answer) -> bool:
    return set(answer) == category(judged(truth.link))


def _tell(known: Known, truth: Truth) -> Revealed:
    check = judged(truth.link)
    found = sorted(category(check))
    topic = found[0] if known.link == truth.link else "a record that is wrong"
    why = [ruled(one.rule.id, f"{one.rule.title}: {one.message}") for one in causes(check)[:6]]
    if check.margin_db is not None:
        why.insert(0, Why(f"{check.margin_db:.2f} dB to spare with the worst parts, by the house "
                          "rules as they come.", source=STANDARD.applications[
                              truth.link.a.application].source))  # fmt: skip
    return Revealed(topic, f"{verdict_said(check)}.", tuple(why))


KIND = KindOf(
    "Will it come up?", "predicting the verdict from parts, lengths and limits",
    ("length and loss", "modules", "plugs, glass and crossing", "two causes at once",
     "the record may be wrong"),
    _make, _pose, _look, _move, _right, _tell,
)  # fmt: skip
