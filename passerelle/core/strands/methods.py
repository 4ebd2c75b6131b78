"""Polarity methods: which one a path follows, what does not fit it, and how to follow one.

A method fixes cords, cassettes, trunk and adapters together. A path may be read from either end.
"""

from dataclasses import dataclass, replace
from typing import cast

from passerelle.core.light.edits import SetPart
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from passerelle.core.tables import STANDARD, Method
from passerelle.core.tables.rows import Keys, Wiring


@dataclass(frozen=True, slots=True)
class Skeleton:
    """The parts of a path that a method speaks of, by their indices."""

    cords: tuple[int, int]
    cassettes: tuple[int, ...]
    trunks: tuple[int, ...]
    adapters: tuple[int, ...]

    @property
    def parallel(self) -> bool:
        """Multi-fiber cords straight to the modules."""
        return not self.cassettes


def _is_multi(segment: Segment, which: int) -> bool:
    end = segment.ends[which]
    return end is not None and end.family == "MPO"


def skeleton(path: LightPath) -> Skeleton | None:
    """The parts that a method speaks of; None for a path that no method describes."""
    parts = path.parts
    last = len(parts) - 1
    if last < 4 or path.segment(0).kind != "cord" or path.segment(last).kind != "cord":
        return None
    inner = range(2, last, 2)
    cassettes = tuple(at for at in inner if path.segment(at).kind == "cassette")
    trunks = tuple(
        at
        for at in inner
        if at not in cassettes and _is_multi(path.segment(at), 0) and _is_multi(path.segment(at), 1)
    )
    adapters = tuple(
        at
        for at in range(1, last, 2)
        if path.joint(at).kind == "adapter" and _is_multi(path.segment(at - 1), 1)
    )
    plain = len(cassettes) + len(trunks) == len(inner)
    if not plain or not trunks or len(cassettes) not in (0, 2) or len(trunks) != 1:
        return None
    if cassettes and cassettes != (2, last - 2):
        return None
    wide = not cassettes
    if any(_is_multi(path.segment(at), which) != wide for at in (0, last) for which in (0, 1)):
        return None  # a breakout cord belongs to no method
    return Skeleton((0, last), cassettes, trunks, adapters)


def _wanted(method: Method, bones: Skeleton, turned: bool) -> dict[int, Keys | Wiring]:
    """What a method wants of each part, by index: a wiring, or an adapter's keys."""
    turn = slice(None, None, -1 if turned else 1)
    wanted: dict[int, Keys | Wiring] = dict(zip(bones.cords, method.cords[turn], strict=True))
    if method.cassettes is not None:
        wanted |= dict(zip(bones.cassettes, method.cassettes[turn], strict=True))
    wanted |= dict.fromkeys(bones.trunks, method.trunk)
    wanted |= dict.fromkeys(bones.adapters, method.keys)
    return wanted


def _has(path: LightPath, at: int) -> str | None:
    part = path.parts[at]
    return part.keys if isinstance(part, Joint) else part.wiring


def candidates(bones: Skeleton) -> tuple[Method, ...]:
    """The methods that speak of such a path."""
    return STANDARD.parallel_methods if bones.parallel else STANDARD.methods


def _distance(path: LightPath, method: Method, bones: Skeleton) -> tuple[int, ...]:
    """The parts that are not as the method wants, from the better of its two readings."""
    found = []
    for turned in (False, True):
        wanted = _wanted(method, bones, turned)
        found.append(tuple(at for at, want in sorted(wanted.items()) if _has(path, at) != want))
    return min(found, key=len)


def methods_of(path: LightPath) -> tuple[str, ...]:
    """The names of the methods that a path follows from end to end."""
    bones = skeleton(path)
    if bones is None:
        return ()
    return tuple(m.name for m in candidates(bones) if not _distance(path, m, bones))


def misfits(path: LightPath) -> tuple[str, tuple[int, ...], str] | None:
    """The nearest method, the parts that do not belong to it, and why in words."""
    bones = skeleton(path)
    if bones is None:
        return None
    name, at = min(
        ((m.name, _distance(path, m, bones)) for m in candidates(bones)), key=lambda c: len(c[1])
    )
    method = next(m for m in candidates(bones) if m.name == name)
    wanted = min(
        (_wanted(method, bones, turned) for turned in (False, True)),
        key=lambda w: sum(_has(path, i) != want for i, want in w.items()),
    )
    said = [f"part {i + 1} is {_has(path, i)}, it wants {wanted[i]}" for i in at[:2]]
    return name, at, "; ".join(said)


def is_angled(path: LightPath) -> bool:
    """True where any multi-fiber plug of the path is angled."""
    return any(
        end is not None and end.family == "MPO" and bool(end.is_angled)
        for part in path.parts
        if isinstance(part, Segment)
        for end in part.ends
    )


@dataclass(frozen=True, slots=True)
class Choice:
    """One method for a path: the edits that make the path follow it, or why it cannot.

    edits : empty where the path follows it already.
    """

    method: Method
    edits: tuple[SetPart, ...]
    excluded: str | None


def choices(path: LightPath) -> tuple[Choice, ...]:
    """Every method for this path. Angled ferrules exclude those with aligned keys."""
    bones = skeleton(path)
    if bones is None:
        return ()
    angled = is_angled(path)
    left = ", ".join(m.name for m in candidates(bones) if m.angled)
    found = []
    for method in candidates(bones):
        if angled and not method.angled:
            why = f"angled ferrules do not meet with aligned keys; {left} are left"
            found.append(Choice(method, (), why))
            continue
        wanted = min(
            (_wanted(method, bones, turned) for turned in (False, True)),
            key=lambda w: sum(_has(path, i) != want for i, want in w.items()),
        )
        edits = tuple(
            SetPart.to(_with(path, at, want))
            for at, want in sorted(wanted.items())
            if _has(path, at) != want
        )
        found.append(Choice(method, edits, None))
    return tuple(found)


def _with(path: LightPath, at: int, want: Keys | Wiring) -> Segment | Joint:
    part = path.parts[at]
    if isinstance(part, Joint):
        return replace(part, keys=cast(Keys, want))
    return replace(part, wiring=cast(Wiring, want))
