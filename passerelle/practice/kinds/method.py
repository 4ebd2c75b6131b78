"""Multi-fiber plant: which polarity method it follows, and which trunk and pins make it work."""

from dataclasses import dataclass

from passerelle.core.judge.check import LinkCheck
from passerelle.core.judge.findings import STOP
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from passerelle.core.strands.methods import methods_of, misfits
from passerelle.core.strands.places import of_segment
from passerelle.core.tables import STANDARD
from passerelle.core.tables.rows import Method
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
from passerelle.practice.plants import LC, as_table, cord, having, judged, link, two_places

TRUNKS = ("type-A", "type-B", "type-C")
PINS = ("unpinned", "pinned")
TRUNK_AT, FAR_BOX = 4, 6
BOXES = ("normal", "inverted", "universal-1")


@dataclass(frozen=True, slots=True)
class Known:
    """The path as it is recorded. asks : method, part or trunk. box_proved : the far cassette is as
    it is recorded."""

    places: tuple[str, str]
    path: LightPath
    asks: str
    box_proved: bool = True


@dataclass(frozen=True, slots=True)
class Truth:
    """The path as it is, its trunk aside where the trunk is asked for."""

    path: LightPath


def _plug(polish: str, pins: str) -> str:
    return f"MPO-12/{polish}/{pins}"


def built(method: Method) -> LightPath:
    """Cord, cassette, trunk, cassette, cord, as a method has them."""
    hole, pin = connector(_plug("UPC", "unpinned")), connector(_plug("UPC", "pinned"))
    boxes = method.cassettes or ("normal", "normal")
    near = Segment("cassette", 0.0, "OM4", (LC, pin), boxes[0], port=1, label="cassette A")
    far = Segment("cassette", 0.0, "OM4", (pin, LC), boxes[1], port=1, label="cassette B")
    trunk = Segment("cable", 40.0, "OM4", (hole, hole), method.trunk, label="trunk")
    return LightPath((
        cord("OM4", wiring=method.cords[0], label="cord A"), Joint("adapter"), near,
        Joint("adapter", keys=method.keys), trunk, Joint("adapter", keys=method.keys), far,
        Joint("adapter"), cord("OM4", wiring=method.cords[1], label="cord B"),
    ))  # fmt: skip


def with_trunk(light: LightPath, choice: str) -> LightPath:
    """The path with another trunk: 'type-B pinned'."""
    wiring, pins = choice.split()
    plug = connector(_plug("UPC", pins))
    return having(light, TRUNK_AT, wiring=wiring, ends=(plug, plug))


def check_of(light: LightPath) -> LinkCheck:
    """The link over it."""
    return judged(link("10GBASE-SR", light))


def fits(light: LightPath) -> bool:
    """Whether strands cross as they should and every plug fits."""
    return not any(
        one.rule.severity == STOP and one.rule.id.split(".")[0] in ("polarity", "mate")
        for one in check_of(light).findings
    )


TRUNK_CHOICES = tuple(f"{wiring} {pins}" for wiring in TRUNKS for pins in PINS)


def _make(drill: Drill) -> tuple[Known, Truth]:
    chance = drill.chance()
    method = chance.choice(STANDARD.methods)
    light = built(method)
    places = two_places(chance)
    if drill.level == 1:
        return Known(places, light, "method"), Truth(light)
    if drill.level == 2:
        at = chance.choice([0, 2, 4, 6, 8])
        part = light.segment(at)
        others = {"cord": ("A-B", "A-A"), "cassette": BOXES, "cable": TRUNKS}[part.kind]
        other = chance.choice([one for one in others if one != part.wiring])
        light = having(light, at, wiring=other)
        return Known(places, light, "part"), Truth(light)
    if drill.level == 4:  # no method any more: the cord, the cassette and the keys as they come
        light = having(light, 8, wiring=chance.choice(["A-B", "A-A"]))
        light = having(light, FAR_BOX, wiring=chance.choice(BOXES))
    true = light
    if drill.level == 5 and chance.random() < 0.7:
        box = light.segment(FAR_BOX).wiring
        true = having(light, FAR_BOX, wiring=chance.choice([one for one in BOXES if one != box]))
    return Known(places, having(light, TRUNK_AT, wiring=None), "trunk", drill.level != 5), Truth(
        true
    )


def _pose(known: Known) -> Posed:
    a, b = known.places
    scene = [f"A trunk of twelve from {a} to {b}, a cassette at either end, duplex port 1 in use."]
    acts: tuple[Act, ...] = ()
    if known.asks == "method":
        asked = Asked(
            "one",
            "Which polarity method does it follow?",
            tuple(Choice(one.name, f"method {one.name}") for one in STANDARD.methods),
        )
    elif known.asks == "part":
        scene.append("One part does not belong: it was put together of two methods.")
        asked = Asked("one", "Which part, changed alone, puts it right?", tuple(
            Choice(str(at), str(known.path.segment(at).label), str(known.path.segment(at).wiring))
            for at in (0, 2, 4, 6, 8)))  # fmt: skip
    else:
        scene.append("The trunk is still to be ordered; everything else hangs there.")
        asked = Asked("many", "Which trunks make port 1 work, with plugs that mate? Tick all, or "
                      "none.", tuple(Choice(one, f"{one}, {one_pins(one)}")
                                     for one in TRUNK_CHOICES))  # fmt: skip
        if not known.box_proved:
            scene.append("The type of cassette B is as the record has it.")
            acts = (Act("box", "Red light into port 1 of cassette B: see which positions light up",
                        4.0, 1), *tempting("look-in"))  # fmt: skip
    return Posed("Method and pins", tuple(scene), asked, acts, as_table(known.path))


def one_pins(choice: str) -> str:
    """What a choice says of its pins."""
    return "with pins" if choice.endswith(" pinned") else "without pins"


def _ends(box: Segment) -> str:
    wires = of_segment(box, STANDARD) or {}
    lit = sorted(near[1] for near, far in wires.items() if far[0] == 1)
    return "/".join(map(str, lit))


def _look(_known: Known, truth: Truth, _act: str, _before: Seen) -> Shown:
    key = _ends(truth.path.segment(FAR_BOX))
    return Shown(key, f"Of its twelve, positions {key.replace('/', ' and ')} light up.")


def _move(known: Known, seen: Seen) -> Move:
    if known.asks == "method":
        return Move(None, methods_of(known.path)[:1], "Cords, cassettes, trunk and keys together.")
    if known.asks == "part":
        at = _misfit(known.path)
        return Move(None, at[:1], "The nearest method wants it otherwise.")
    light = known.path
    if not known.box_proved:
        told = {look.act: look.shown.key for look in seen}
        if "box" not in told:
            return Move("box", (), "The type of cassette B decides, and nobody has proved it.")
        box = next(
            (
                one
                for one in BOXES
                if _ends(having(light, FAR_BOX, wiring=one).segment(FAR_BOX)) == told["box"]
            ),
            None,
        )
        light = having(light, FAR_BOX, wiring=box or "normal")
    up = tuple(one for one in TRUNK_CHOICES if fits(with_trunk(light, one)))
    return Move(None, up, "Each trunk traced strand by strand.")


def _misfit(light: LightPath) -> tuple[str, ...]:
    """Parts of which each, changed alone, makes the path follow a method."""
    found = []
    for at in (0, 2, 4, 6, 8):
        part = light.segment(at)
        others = {"cord": ("A-B", "A-A"), "cassette": BOXES, "cable": TRUNKS}[part.kind]
        if any(methods_of(having(light, at, wiring=one)) for one in others if one != part.wiring):
            found.append(str(at))
    return tuple(found)


def _right(known: Known, truth: Truth, answer: Answer) -> bool:
    if known.asks == "method":
        return answer[0] in methods_of(truth.path)
    if known.asks == "part":
        return answer[0] in _misfit(truth.path)
    up = {one for one in TRUNK_CHOICES if fits(with_trunk(truth.path, one))}
    return set(answer) == up


def _tell(known: Known, truth: Truth) -> Revealed:
    light = truth.path
    if known.asks == "method":
        (name, *_) = methods_of(light)
        row = next(one for one in STANDARD.methods if one.name == name)
        boxes = " and ".join(row.cassettes or ())
        text = f"Cords {' and '.join(row.cords)}, cassettes {boxes}, trunk {row.trunk}, keys "\
               f"{row.keys}."  # fmt: skip
        return Revealed(
            f"method {name}",
            f"It is method {name}.",
            (Why(text, "polarity.method-mix", row.source),),
        )
    if known.asks == "part":
        told = misfits(light)
        names = [str(light.segment(int(at)).label) for at in _misfit(light)]
        return Revealed("a part of another method", f"{' or '.join(names)} does not belong.",
                        (ruled("polarity.method-mix", "" if told is None else
                               f"Nearest is method {told[0]}: {told[2]}."),))  # fmt: skip
    up = [one for one in TRUNK_CHOICES if fits(with_trunk(light, one))]
    why = [ruled("mate.pins"), ruled("polarity.not-crossed")]
    topic = "trunk and pins"
    was, now = known.path.segment(FAR_BOX).wiring, light.segment(FAR_BOX).wiring
    if was != now:
        topic = "a record that is wrong"
        why.append(Why(f"Cassette B is {now}; the record said {was}.", source="usual practice"))
    said = f"{' and '.join(up)} do" if up else "No trunk alone makes it work"
    return Revealed(topic, f"{said}.", tuple(why))


KIND = KindOf(
    "Method and pins", "polarity methods of multi-fiber plant, and pins that mate",
    ("name the method", "the part that does not belong", "order the trunk",
     "order the trunk for parts of no method", "the cassette may be another than recorded"),
    _make, _pose, _look, _move, _right, _tell,
)  # fmt: skip
