"""mate.*: does every plug fit what it meets?"""

from dataclasses import replace

from passerelle.core.light.edits import SetPart
from passerelle.core.light.link import A, B, Budget
from passerelle.core.light.modules import End, Module
from passerelle.core.plan.connectors import Connector, connector
from passerelle.core.plan.ends import Side
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.tables import STANDARD
from passerelle.core.tables.kinds import PART_KINDS
from passerelle.core.words import an

from .findings import Finding, Remedy, finding

FACES = {True: "angled", False: "flat"}


def check_mating(budget: Budget) -> list[Finding]:
    """Every joint of the path, then the two plugs in the modules."""
    path = budget.link.path
    found = []
    parts = path.parts
    for at in range(1, len(parts), 2):
        left, joint, right = parts[at - 1], parts[at], parts[at + 1]
        assert isinstance(left, Segment)
        assert isinstance(joint, Joint)
        assert isinstance(right, Segment)
        near, far = left.ends[1], right.ends[0]
        plain = near is far and near is not None and near.pins is None
        if plain and near is not None and near.is_bare != (joint.kind == "adapter"):
            continue  # most joints join two plain ends alike: spare them the rules
        if near is not None and far is not None:
            found += _joint(budget, at, joint, near, far)
    found += _pairs(budget)
    found += _module(budget, A, budget.link.a, budget.modules[0], 0)
    found += _module(budget, B, budget.link.b, budget.modules[1], len(parts) - 1)
    return found


def _pairs(budget: Budget) -> list[Finding]:
    """How many mated pairs there are, and whether they are of one grade."""
    parts = budget.link.path.parts
    pairs = [
        (at, p.grade or "standard")
        for at, p in enumerate(parts)
        if isinstance(p, Joint) and p.kind == "adapter"
    ]
    found = []
    most = budget.rules.most_mated_pairs
    if len(pairs) > most:
        message = f"{len(pairs)} mated pairs; the house rule notes more than {most}."
        found.append(finding("mate.many", message, at=tuple(at for at, _ in pairs)))
    grades = dict.fromkeys(grade for _, grade in pairs)
    if len(grades) > 1:
        rarest = min(grades, key=lambda grade: sum(g == grade for _, g in pairs))
        at = tuple(place for place, grade in pairs if grade == rarest)
        message = f"{' and '.join(grades)} pairs in one path."
        found.append(finding("mate.grade", message, at=at))
    return found


def _joint(budget: Budget, at: int, joint: Joint, near: Connector, far: Connector) -> list[Finding]:
    if joint.kind != "adapter":
        if near.is_bare and far.is_bare:
            return []
        plug = far if near.is_bare else near
        return [
            _misfit(at, f"A {joint.kind} splice at {an(plug.name)} plug; only bare ends splice.")
        ]
    if near.is_bare or far.is_bare:
        which = "Two bare ends" if near.is_bare and far.is_bare else "A bare end"
        return [_misfit(at, f"{which} in an adapter ({near.name} to {far.name}).")]
    if near.type != far.type and near.family == far.family:  # no adapter is made for these
        message = f"{near.type} meets {far.type}: rows, pins and key differ."
        return [finding("mate.fiber-count", message, at=(at,))]
    if near.type != far.type and not joint.hybrid:
        return [_misfit(at, f"{near.name} meets {far.name}.")]
    found = []
    if near.is_angled is not None and far.is_angled is not None and near.is_angled != far.is_angled:
        found.append(_polish(budget, at, near, far))
    elif near.is_angled and near.family == "MPO" and joint.keys == "aligned":
        opposed = SetPart.to(replace(joint, keys="opposed"))
        found.append(
            finding(
                "mate.keys",
                f"Two angled {near.type} plugs with aligned keys.",
                at=(at,),
                remedy=Remedy(f"Adapter at part {at + 1}: keys opposed", (opposed,), "part"),
            )
        )
    if polish_hangs(near, far):
        found.append(_unknown_polish((at,), near, far))
    if near.pins is not None and near.pins == far.pins:
        both = "Both plugs have pins" if near.pins == "pinned" else "Neither plug has pins"
        remedies = _other_pins(budget, at, near.pins)
        found.append(
            finding(
                "mate.pins",
                f"{both} ({near.type}).",
                at=(at,),
                remedy=remedies[0] if remedies else None,
                others=tuple(remedies[1:]),
            )
        )
    return found


def _other_pins(budget: Budget, at: int, pins: str) -> list[Remedy]:
    """The side to change: fixed cabling has the pins, so a cord goes without them."""
    path = budget.link.path
    other = "unpinned" if pins == "pinned" else "pinned"
    found = []
    for index, which in ((at - 1, 1), (at + 1, 0)):
        segment = path.segment(index)
        end = segment.ends[which]
        assert end is not None
        plug = connector(f"{end.type}/{end.polish or 'PC'}/{other}")
        ends = (segment.ends[0], plug) if which == 1 else (plug, segment.ends[1])
        is_cord = segment.kind == "cord"
        effort = PART_KINDS[segment.kind].effort
        label = f"{_plug_at(budget, index, which)}: {other}"
        if segment.swaps:
            effort, label = "setting", f"{_plug_at(budget, index, which)}: pins changed, {other}"
        by_rule = is_cord == (other == "unpinned")
        remedy = Remedy(label, (SetPart.to(replace(segment, ends=ends)),), effort)
        found.append((not segment.swaps, not by_rule, effort != "cord", index, remedy))
    return [remedy for *_, remedy in sorted(found, key=lambda f: f[:4])]


def polish_hangs(near: Connector, far: Connector) -> bool:
    """One face is angled and the other's is not recorded: whether they fit hangs on it."""
    return None in (near.polish, far.polish) and bool(near.is_angled or far.is_angled)


def _unknown_polish(
    at: tuple[int, ...], near: Connector, far: Connector, ends: tuple[Side, ...] = ()
) -> Finding:
    angled, other = (near, far) if near.is_angled else (far, near)
    message = f"{angled.name} is angled; the polish of the {other.type} plug is not recorded."
    if ends:
        message = f"{message[:-1]} (at end {ends[0]})."
    return finding("mate.polish-unknown", message, at=at, ends=ends)


def _misfit(at: int, message: str) -> Finding:
    return finding("mate.connector", message, at=(at,))


def _lower(text: str) -> str:
    return text[:1].lower() + text[1:]


def _repolished(end: Connector, polish: str | None) -> Connector:
    return connector("/".join(x for x in (end.type, polish, end.pins) if x))


def _plug_at(budget: Budget, index: int, which: int) -> str:
    """A plug as a remedy names it: of which part, on which side of it."""
    segment = budget.link.path.segment(index)
    place = (budget.link.a, budget.link.b)[which].place or f"end {'ab'[which]}"
    return f"{segment.kind.capitalize()} at part {index + 1}, plug towards {place}"


def _polish(budget: Budget, at: int, near: Connector, far: Connector) -> Finding:
    """The cure changes the segment that is cheapest to change: a cord or pigtail before a cable.

    Of two equally cheap ones, the one whose angle is the odd one out in the path.
    """
    path = budget.link.path
    angled = sum(
        bool(end and end.is_angled) for p in path.parts if isinstance(p, Segment) for end in p.ends
    )
    plugs = sum(
        bool(end and not end.is_bare)
        for p in path.parts
        if isinstance(p, Segment)
        for end in p.ends
    )
    odd_is_angled = angled * 2 <= plugs
    choices = ((at - 1, 1, near, far), (at + 1, 0, far, near))
    remedies = []
    for index, which, end, model in sorted(
        choices,
        key=lambda c: (
            PART_KINDS[path.segment(c[0]).kind].change_rank,
            bool(c[2].is_angled) != odd_is_angled,
        ),
    ):
        segment = path.segment(index)
        plug = _repolished(end, model.polish)
        ends = (segment.ends[0], plug) if which == 1 else (plug, segment.ends[1])
        label = f"{_plug_at(budget, index, which)}: {plug.polish} instead of {end.polish}"
        effort = PART_KINDS[segment.kind].effort
        made = Remedy(label, (SetPart.to(replace(segment, ends=ends)),), effort)
        remedies.append(made)
    best = remedies[0]
    return finding(
        "mate.polish",
        f"{near.name} ({FACES[bool(near.is_angled)]}) meets {far.name} "
        f"({FACES[bool(far.is_angled)]}): {STANDARD.polish_mismatch_db:g} dB or more is lost, on "
        "top of the budget.",
        at=(at,),
        do=f"Change it: {_lower(best.label)}.",
        remedy=best,
        others=tuple(remedies[1:]),
    )


def receptacle(end: End, module: Module) -> Connector | None:
    """The module's receptacle: as recorded, or as a parallel application's interface says."""
    if end.connector is not None:
        return end.connector
    if end.own is not None and end.own.connector is not None:
        return end.own.connector
    if module.interface and module.interface.startswith("MPO"):
        return connector(module.interface)
    return None


def _module(budget: Budget, side: Side, end: End, module: Module, at: int) -> list[Finding]:
    """The path's first or last plug against the module; its own interface is no mated pair."""
    segment = budget.link.path.segment(at)
    plug = segment.ends[0] if side == A else segment.ends[1]
    socket = receptacle(end, module)
    if plug is None or socket is None or plug is socket:
        return []
    if end.connector is None and end.own is None and not plug.is_bare:
        forms = [connector(name) for name in module.also_interfaces]
        alike = [form for form in forms if form.type == plug.type]
        socket = next((f for f in alike if f.is_angled == plug.is_angled), (*alike, socket)[0])
    wrong = None
    if plug.is_bare:
        wrong = "is a bare end"
    elif plug.type != socket.type:
        wrong = f"is {plug.name}"
    elif None not in (plug.is_angled, socket.is_angled) and plug.is_angled != socket.is_angled:
        wrong = f"is {FACES[bool(plug.is_angled)]}"
    elif plug.pins == "pinned" and socket.pins != "unpinned":
        wrong = "has pins, and so has the module"
    if wrong is None:
        if not plug.is_bare and polish_hangs(plug, socket):
            return [_unknown_polish((at,), plug, socket, (side,))]
        return []
    fitting = connector("/".join(x for x in (socket.type, socket.polish) if x))
    if plug.pins is not None and socket.family == plug.family:
        fitting = _repolished(fitting, socket.polish)
        fitting = connector(f"{fitting.type}/{socket.polish or 'PC'}/unpinned")
    ends = (fitting, segment.ends[1]) if side == A else (segment.ends[0], fitting)
    remedy = (
        Remedy(
            f"{_plug_at(budget, at, 0 if side == A else 1)}: {fitting.name}",
            (SetPart.to(replace(segment, ends=ends)),),
        )
        if segment.kind == "cord"
        else None
    )
    return [
        finding(
            "mate.module",
            f"The plug at end {side} {wrong}; the {module.application} module takes {socket.name}.",
            at=(at,),
            ends=(side,),
            remedy=remedy,
        )
    ]
