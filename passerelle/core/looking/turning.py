"""What a look could find at a link, and which verdict each answer would bring."""

from collections.abc import Callable, Iterator
from dataclasses import replace
from itertools import product

from passerelle.core.judge.check import FAILS, LinkCheck
from passerelle.core.judge.findings import Finding
from passerelle.core.judge.rules import Verdict
from passerelle.core.light.edits import EditError
from passerelle.core.light.link import Link
from passerelle.core.light.modules import EndError
from passerelle.core.plan.connectors import Connector, connector
from passerelle.core.plan.lightpath import Joint, LightPath, Part, Reading, Segment
from passerelle.core.tables import GLASS_ROWS
from passerelle.core.tables.rows import Wiring

MOST_ANSWERS = 16
"""Answers tried for one look at one link; what is not recorded many times over is not one look."""
ANY: tuple[Verdict, ...] = ("works", "fails")
READINGS: tuple[Reading, ...] = ("none", "a", "b", "both")
WAYS: tuple[Wiring, ...] = ("straight", "crossed")
CORD_WAYS: tuple[Wiring, ...] = ("A-A", "A-B")


def outcomes(check: LinkCheck, found: Finding) -> tuple[Verdict, ...]:
    """The verdicts that are possible once a finding's unknown is settled, the present one among
    them; nothing else where no answer can be tried."""
    verdicts: dict[Verdict, None] = {check.verdict: None}
    for count, parts in enumerate(_answers(check, found)):
        if count >= MOST_ANSWERS:
            break
        tried = _judged(check, parts)
        if tried is not None:
            verdicts[tried] = None
    verdicts |= dict.fromkeys(_EVEN.get(found.rule.id, ()))
    return tuple(verdicts)


_EVEN: dict[str, tuple[Verdict, ...]] = {
    "fiber.unproven": (FAILS,), "light.unknown": ANY, "reach.unknown": ANY, "loss.unknown": ANY,
}  # fmt: skip
"""Verdicts that cannot be excluded, whatever the tables say: glass may be broken, and a figure that
nobody has may be any."""


def _judged(check: LinkCheck, parts: tuple[Part, ...]) -> Verdict | None:
    try:
        link: Link = replace(check.budget.link, path=LightPath(parts))
        return check.again(link).verdict
    except (EditError, EndError):
        return None


def stretched(check: LinkCheck, places: tuple[int, ...], by_m: float) -> Verdict | None:
    """The verdict with so many metres more (or less) of glass in the first of some parts."""
    parts = list(check.budget.link.path.parts)
    part = parts[places[0]]
    assert isinstance(part, Segment)
    parts[places[0]] = replace(part, length_m=max(0.0, part.length_m + by_m))
    return _judged(check, tuple(parts))


Answers = Iterator[tuple[Part, ...]]


def _answers(check: LinkCheck, found: Finding) -> Answers:
    make = _MAKERS.get(found.rule.id)
    if make is not None and found.at:
        yield from make(check, found)


def _with(check: LinkCheck, new: dict[int, Part]) -> tuple[Part, ...]:
    return tuple(new.get(at, part) for at, part in enumerate(check.budget.link.path.parts))


def _grades(check: LinkCheck, found: Finding) -> Answers:
    """Any other grade of the same mode; the ITU category goes with the guess."""
    path, fibers = check.budget.link.path, check.budget.tables.fibers
    guessed = {at: path.segment(at) for at in found.at}
    now = {part.fiber for part in guessed.values()}
    modes = {fibers[name].mode for name in now if name is not None}
    for fiber in fibers.values():
        if fiber.mode in modes and fiber.base is None and fiber.name not in now:
            yield _with(check, {a: replace(p, fiber=fiber.name, glass=None)
                                for a, p in guessed.items()})  # fmt: skip


def _good_glass(check: LinkCheck, found: Finding) -> Answers:
    """The loss that good glass of its kind has."""
    new: dict[int, Part] = {}
    for at in found.at:
        part = check.budget.link.path.segment(at)
        if part.loss_db is not None or part.reads or part.fiber is None:
            continue
        row = check.budget.tables.window(
            GLASS_ROWS.get(part.glass or "") or part.fiber,
            check.budget.directions[0].wavelength_nm,
        )
        if row is not None:
            typical_db = part.length_m / 1000 * row.typical_db_per_km
            new[at] = replace(part, loss_db=typical_db, source="typical", loss_includes="none")
    if new:
        yield _with(check, new)


def _wirings(check: LinkCheck, found: Finding) -> Answers:
    """The first part that nobody recorded either way round, the others straight."""
    path = check.budget.link.path
    blank = [a for a in found.at if isinstance(path.parts[a], Segment)]
    blank = [a for a in blank if path.segment(a).wiring is None]
    for turned in (False, True) if blank else ():
        new: dict[int, Part] = {}
        for a in blank:
            part = path.segment(a)
            ways = CORD_WAYS if part.kind == "cord" else WAYS
            new[a] = replace(part, wiring=ways[int(turned and a == blank[0])])
        yield _with(check, new)
    for a in found.at:
        joint = path.parts[a]
        if isinstance(joint, Joint) and joint.coupler == "unknown":
            yield _with(check, {a: replace(joint, coupler="straight")})
            yield _with(check, {a: replace(joint, coupler="turned")})


def _faces(check: LinkCheck, found: Finding) -> Answers:
    """Each plug without a recorded face, flat or angled; all the plugs of one look alike."""
    path = check.budget.link.path
    for polish in ("UPC", "APC"):
        new: dict[int, Part] = {}
        for at in found.at:
            for near in (at - 1, at, at + 1):
                part = path.parts[near] if 0 <= near < len(path.parts) else None
                if isinstance(part, Segment):
                    ends = tuple(_polished(end, polish) for end in part.ends)
                    new[near] = replace(part, ends=(ends[0], ends[1]))
        yield _with(check, new)


def _polished(end: Connector | None, polish: str) -> Connector | None:
    if end is None or end.is_bare or end.polish is not None:
        return end
    return connector(f"{end.type}/{polish}")


def _held(check: LinkCheck, found: Finding) -> Answers:
    """What the reading may hold."""
    path = check.budget.link.path
    for held in product(READINGS, repeat=min(len(found.at), 2)):
        yield _with(check, {a: replace(path.segment(a), loss_includes=one)
                            for a, one in zip(found.at, held, strict=False)})  # fmt: skip


_MAKERS: dict[str, Callable[[LinkCheck, Finding], Answers]] = {
    "fiber.guess": _grades,
    "fiber.unproven": _good_glass,
    "polarity.unknown": _wirings,
    "mate.polish-unknown": _faces,
    "loss.includes-unknown": _held,
}
