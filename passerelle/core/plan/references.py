"""What names what.

Each description declares it once (`Names`); renaming, deleting, checking and the schema all follow
it from here.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, fields, is_dataclass, replace
from functools import cache
from types import UnionType
from typing import Annotated, Any, Union, get_args, get_origin, get_type_hints

from .fields import Names
from .things import Things

EACH = "[]"
Steps = tuple[str, ...]
Where = tuple[str | int, ...]


@dataclass(frozen=True, slots=True)
class Reference:
    """Where a description names things of a kind: steps of fields, `[]` for each of a list."""

    steps: Steps
    names: Names


_KNOWN: dict[type, tuple[Reference, ...]] = {}


def references(kind: type) -> tuple[Reference, ...]:
    """Every reference of a description."""
    known = _KNOWN.get(kind)
    if known is None:
        known = _KNOWN[kind] = _found(kind)
    return known


def _found(kind: type) -> tuple[Reference, ...]:
    found: dict[tuple[Steps, Names], None] = {}
    hints = get_type_hints(kind, include_extras=True)
    for one in fields(kind):
        for steps, names in _within(hints[one.name]):
            found[(one.name, *steps), names] = None
    return tuple(Reference(steps, names) for steps, names in found)


def _within(hint: Any) -> Iterator[tuple[Steps, Names]]:
    """References in the values of a type."""
    origin = get_origin(hint)
    if origin is Annotated:
        inner, *metadata = get_args(hint)
        for one in metadata:
            if isinstance(one, Names):
                yield (), one
        yield from _within(inner)
    elif origin in (Union, UnionType):
        for inner in get_args(hint):
            yield from _within(inner)
    elif origin is tuple:
        for inner in get_args(hint):
            if inner is not Ellipsis:
                for steps, names in _within(inner):
                    yield (EACH, *steps), names
    elif isinstance(hint, type) and is_dataclass(hint) and not issubclass(hint, Things):
        for reference in references(hint) if hint.__module__.startswith(_HERE) else ():
            yield reference.steps, reference.names


_HERE = __package__ or ""


def _text(value: Any) -> str:
    """What a value says: itself, or its name where it is a row of a table."""
    return value if isinstance(value, str) else str(value.name)


class _Branch:
    """References under one field, or under each of a list, so that a thing is walked once."""

    __slots__ = ("deeper", "each", "here")

    def __init__(self) -> None:
        self.here: list[Names] = []
        self.each: _Branch | None = None
        self.deeper: dict[str, _Branch] = {}

    def add(self, steps: Steps, names: Names) -> None:
        """Take in a reference."""
        if not steps:
            self.here.append(names)
        elif steps[0] == EACH:
            self.each = self.each or _Branch()
            self.each.add(steps[1:], names)
        else:
            self.deeper.setdefault(steps[0], _Branch()).add(steps[1:], names)

    def collect(self, thing: Any, where: Where, found: "list[tuple[Where, Names, str]]") -> None:
        """Add what a thing names to what was found; nothing is said of what it leaves out."""
        for names in self.here:
            found.append((where, names, _text(thing)))
        if self.each is not None:
            for at, one in enumerate(thing):
                self.each.collect(one, (*where, at), found)
        for field, branch in self.deeper.items():
            value = getattr(thing, field, None)
            if value is not None:
                branch.collect(value, (*where, field), found)


@cache
def _tree(kind: type, of: str | None = None) -> _Branch:
    root = _Branch()
    for reference in references(kind):
        if of is None or reference.names.kind == of:
            root.add(reference.steps, reference.names)
    return root


def named(thing: Any, of: str | None = None) -> list[tuple[Where, Names, str]]:
    """Each name that a thing holds: the steps to where it stands, what it names, the name.

    of : only names of things of this kind.
    """
    found: list[tuple[Where, Names, str]] = []
    kind: type = type(thing)
    _tree(kind, of).collect(thing, (), found)
    return found


def path_of(where: Where) -> str:
    """Steps as a JSON path."""
    text = "".join(f"[{step}]" if isinstance(step, int) else f".{step}" for step in where)
    return text.removeprefix(".")


def names_any(thing: Any, kind: str, names: set[str]) -> bool:
    """Whether a thing names one of these things of a kind."""
    return any(name in names for _, _, name in named(thing, kind))


def needs_any(thing: Any, kind: str, names: set[str]) -> bool:
    """Whether a thing cannot be without one of these things of a kind."""
    return any(of.needed and name in names for _, of, name in named(thing, kind))


_GONE = object()


def _mapped(value: Any, steps: Steps, to: Callable[[str], str | None]) -> Any:
    """A value with the names under the steps mapped; what loses a name it needs is gone."""
    if value is None:
        return None
    if not steps:
        old = _text(value)
        new = to(old)
        if new == old:
            return value
        if new is None:
            return _GONE
        return new if isinstance(value, str) else replace(value, name=new)
    head, rest = steps[0], steps[1:]
    if head == EACH:
        found = [_mapped(one, rest, to) for one in value]
        if all(new is old for new, old in zip(found, value, strict=True)):
            return value
        return tuple(one for one in found if one is not _GONE)
    if not hasattr(value, head):
        return value
    old = getattr(value, head)
    new = _mapped(old, rest, to)
    if new is old:
        return value
    if new is _GONE:
        optional = _is_optional(value.__class__, head)
        return replace(value, **{head: None}) if optional else _GONE
    return replace(value, **{head: new})


@cache
def _is_optional(kind: Any, field: str) -> bool:
    hint = get_type_hints(kind, include_extras=True)[field]
    origin = get_origin(hint)
    return origin in (Union, UnionType) and type(None) in get_args(hint)


def renamed(thing: Any, kind: str, names: dict[str, str]) -> Any:
    """A thing with the names of other things of a kind changed; itself where it holds none."""
    for reference in references(type(thing)):
        if reference.names.kind == kind:
            thing = _mapped(thing, reference.steps, lambda name: names.get(name, name))
    return thing


def without(thing: Any, kind: str, names: set[str]) -> Any:
    """A thing that has let go of things of a kind; entries that are nothing without them go."""
    for reference in references(type(thing)):
        if reference.names.kind == kind and not reference.names.needed:
            thing = _mapped(thing, reference.steps, lambda name: None if name in names else name)
    return thing
