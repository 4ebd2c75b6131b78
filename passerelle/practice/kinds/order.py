"""Provision in an order that locks nobody out: far ones first, live ones with a way back."""

import json
from dataclasses import dataclass
from functools import cache

from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.backbone import Place
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.plan.ends import LinkEnd
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.turnup.net import Net, WayIn, net_of
from passerelle.core.turnup.order import ChangeStep, change_steps, setting_order
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
    Row,
    Seen,
    Shown,
    Table,
    Why,
    ruled,
    tempting,
)
from passerelle.practice.plants import cord

Edges = tuple[tuple[str, str], ...]
HOME = "Hub"
NAMES = ("Kiln", "Mill", "Weir", "Lodge", "Mast", "Quay")
PORTS = (PortGroup("p", "SFP+", 24),)
MINUTES = 10.0


@dataclass(frozen=True, slots=True)
class Known:
    """The net as it is recorded, and in which order its devices are listed. far : the device whose
    live link is changed; None: all devices are to be set. proved : each link was seen up."""

    edges: Edges
    listed: tuple[str, ...]
    far: str | None
    proved: bool


@dataclass(frozen=True, slots=True)
class Truth:
    """The links that are up."""

    edges: Edges


@cache
def net(edges: Edges) -> Net:
    """The net of devices with these links; each stands at a place of its name."""
    names = list(dict.fromkeys((HOME, *(name for pair in edges for name in pair))))
    places = [Place(f"place {name}", depot=name == HOME, id=f"placeid{name}") for name in names]
    devices = [Device(name, PORTS, place=f"place {name}", id=f"deviceid{name}") for name in names]

    def end(name: str) -> LinkEnd:
        return LinkEnd("10GBASE-LR", place=f"place {name}", device=name)

    links = [
        PlannedLink(f"{a} to {b}", end(a), end(b), (cord("OS2"),), id=f"drilllink{n:04d}")
        for n, (a, b) in enumerate(edges)
    ]
    plan = Plan("drill", places=Things(places), devices=Things(devices), links=Things(links))
    return net_of(check(plan))


def _make(drill: Drill) -> tuple[Known, Truth]:
    chance = drill.chance()
    names = chance.sample(NAMES, {1: 2, 2: 4, 3: 5, 4: 3, 5: 5}[drill.level])
    edges: list[tuple[str, str]] = []
    for n, name in enumerate(names):
        before = (
            HOME if n == 0 else chance.choice(names[:n] if drill.level > 1 else names[n - 1 : n])
        )
        edges.append((before, name))
    if drill.level in (3, 5):  # a second way for the last one
        last, near = names[-1], edges[-1][0]
        edges.append((chance.choice([one for one in (HOME, *names[:-1]) if one != near]), last))
    true = tuple(edges)
    if drill.level == 5 and chance.random() < 0.7:
        true = tuple(edges[:-1])
    listed = [HOME, *names]
    chance.shuffle(listed)
    far = names[-1] if drill.level == 4 else None
    if drill.level == 4 and chance.random() < 0.4:
        edges.append((HOME, names[-1]))
        true = tuple(edges)
    return Known(tuple(edges), tuple(listed), far, drill.level != 5), Truth(true)


def _near(edges: Edges, far: str) -> str:
    return next(a for a, b in edges if b == far)


def _way(edges: Edges, far: str) -> WayIn:
    return net(edges).way(far)


def _steps(known: Known, edges: Edges) -> tuple[ChangeStep, ...]:
    """The steps of a change, as choices: those of doing, without what is done if it fails."""
    assert known.far is not None
    every = change_steps(_near(edges, known.far), known.far, _way(edges, known.far), MINUTES)
    return tuple(one for one in every if not one.do.startswith("Where "))


def _pose(known: Known) -> Posed:
    table = Table(("link", "from", "to"), tuple(
        Row((f"{a} – {b}", a, b)) for a, b in known.edges))  # fmt: skip
    scene = [f"You sit at {HOME} and reach the others over the links of the table alone."]
    acts: tuple[Act, ...] = ()
    if known.far is not None:
        scene.append(f"The link to {known.far} is live, and gets another setting at both ends.")
        steps = sorted(_steps(known, known.edges), key=lambda one: hash_of(one.do, known))
        asked = Asked("order", "In which order is it done?",
                      tuple(Choice(one.do, one.do) for one in steps))  # fmt: skip
        return Posed("Change a live link", tuple(scene), asked, tempting("reset-far"), table)
    scene.append("Every switch gets new settings. One that is set passes on nothing of the old "
                 "ones until all are set.")  # fmt: skip
    if not known.proved:
        scene.append("Whether each link of the table is up today, nobody has looked.")
        acts = (Act("look", "Ask the switches which of their links are up", 3.0),
                *tempting("reset-far"))  # fmt: skip
    asked = Asked("order", "In which order are they set?",
                  tuple(Choice(one, one) for one in known.listed))  # fmt: skip
    return Posed("Provision in order", tuple(scene), asked, acts, table)


def hash_of(text: str, known: Known) -> int:
    """A place in a shuffled list that says nothing of the right one."""
    return sum(map(ord, text + "".join(known.listed))) * 7919 % 104_729


def _look(known: Known, truth: Truth, _act: str, _before: Seen) -> Shown:
    dead = [one for one in known.edges if one not in truth.edges]
    said = ", ".join(f"{a} – {b}" for a, b in dead)
    return Shown(json.dumps(dead), f"Down: {said}." if dead else "All of them are up.")


def _move(known: Known, seen: Seen) -> Move:
    told = {look.act: look.shown.key for look in seen}
    edges = known.edges
    if not known.proved:
        if "look" not in told:
            return Move("look", (), "A second way that is down is no second way.")
        dead = {tuple(one) for one in json.loads(told["look"])}
        edges = tuple(one for one in edges if one not in dead)
    if known.far is not None:
        steps = _steps(known, edges)
        return Move(None, tuple(one.do for one in steps), steps[0].why)
    order = setting_order(net(edges), known.listed)
    return Move(None, tuple(one.node for one in order), "Who hangs on one link waits for nobody.")


def locked_out(edges: Edges, order: Answer) -> str | None:
    """The first device that cannot be reached when its turn comes; None: all can."""
    for n, name in enumerate(order):
        dumb = set(order[:n])
        reached, queue = {HOME}, [HOME]
        for here in queue:
            if here in dumb:
                continue
            for a, b in edges:
                for one, other in ((a, b), (b, a)):
                    if one == here and other not in reached:
                        reached.add(other)
                        queue.append(other)
        if name not in reached:
            return name
    return None


def _right(known: Known, truth: Truth, answer: Answer) -> bool:
    if known.far is not None:
        return answer == tuple(one.do for one in _steps(known, truth.edges))
    return locked_out(truth.edges, answer) is None


def _tell(known: Known, truth: Truth) -> Revealed:
    if known.far is not None:
        steps = _steps(known, truth.edges)
        alone = bool(_way(truth.edges, known.far).only)
        topic = "a change of the only way in" if alone else "a change with a second way in"
        return Revealed(topic, " ".join(one.do for one in steps),
                        (*(Why(f"{one.do} {one.why}") for one in steps),
                         ruled("turnup.provision-first")))  # fmt: skip
    made = net(truth.edges)
    order = setting_order(made, known.listed)
    why = [ruled("turnup.provision-first")]
    for one in order:
        ways = len(one.way.only)
        why.append(
            Why(
                f"{one.node}: {one.way.hops or 0} links away, "
                + (
                    f"{ways} of which nothing goes round."
                    if ways
                    else "no single link cuts it off."
                )
            )
        )
    topic = "far ones first" if truth.edges == known.edges else "a record that is wrong"
    return Revealed(topic, " → ".join(one.node for one in order) + ".", tuple(why))


KIND = KindOf(
    "Provision in order", "an order of setting that locks nobody out",
    ("a chain", "a tree", "a tree with a second way", "a change of a live link",
     "a second way that may be down"),
    _make, _pose, _look, _move, _right, _tell,
)  # fmt: skip
