"""What the things of a plan must agree on: names once a kind, nothing named that is not there.

`agree` looks at a whole plan, as it comes from a file, or only at what a change touches.
"""

from collections.abc import Collection, Container, Iterator, Mapping
from typing import Any

from passerelle.core.refused import Refused, quoted
from passerelle.core.tables import STANDARD
from passerelle.core.tables.site import CABLE_TYPES
from passerelle.core.working import steps

from . import sense
from .backbone import Closure, Place
from .devices import Device
from .fields import MAX_NAME
from .plan import KEYS, NAMED, Plan
from .references import named, path_of

TABLE_NAMES = {
    "own part": {*STANDARD.fibers, *STANDARD.grades, *STANDARD.parts},
    "cable type": set(CABLE_TYPES),
}
"""Names of table rows that may stand where a thing of the kind may."""


def agree(plan: Plan, touched: Collection[str] | None = None) -> None:
    """Refuse a plan whose things make no sense, alone or together. Raises Refused with the path.

    touched : ids of the things to look at; None: all of them.
    """
    for kind, key in KEYS.items():
        things = plan.things(kind)
        if touched is not None and not any(one in things for one in touched):
            continue
        if kind in NAMED and len(things.by_name) < len(things):
            raise _twice(key, things)
        looked = things if touched is None else [one for one in things if one.id in touched]
        for thing in steps("Comparing names", looked):
            try:
                sense.check(thing)
                for path, reason in _strange(plan, kind, thing):
                    raise Refused(path, reason)
            except Refused as refused:
                at = list(things.by_id).index(thing.id)
                raise refused.below(f"{key}[{at}]") from None
    if touched is None or any(one in plan.places for one in touched):
        _one_unit(plan)


def _twice(key: str, things: Any) -> Refused:
    seen: set[str] = set()
    for at, thing in enumerate(things):
        if thing.name in seen:
            return Refused(f"{key}[{at}].name", f"{quoted(thing.name)} is listed twice")
        seen.add(thing.name)
    raise AssertionError("no name is there twice")


def _strange(plan: Plan, kind: str, thing: Any) -> Iterator[tuple[str, str]]:
    """What a thing names that is not there, or that does not go with it."""
    if kind in TABLE_NAMES and thing.name in TABLE_NAMES[kind]:
        yield "name", f"{quoted(thing.name)} is the name of a row of the tables; choose another"
    for where, names, name in named(thing):
        if names.or_table and name in TABLE_NAMES.get(names.kind, ()):
            continue
        if name in plan.things(names.kind).by_name:
            continue
        if not names.or_table:
            yield path_of(where), f"{quoted(name)} is not in {KEYS[names.kind]}"
        elif names.kind == "cable type":
            reason = f"{name[:60]!r} is neither a row of the cable table nor in cable_types"
            yield path_of(where), reason
    if isinstance(thing, Place | Device):
        yield from _inside_itself(plan.things(kind).by_name, thing)
    if isinstance(thing, Closure):
        yield from _splices(plan, thing)


def _inside_itself(things: Mapping[str, Any], thing: Place | Device) -> Iterator[tuple[str, str]]:
    here, seen = thing.inside, {thing.name}
    while here is not None:
        if here in seen:
            yield "inside", f"{quoted(thing.name)} would be inside itself"
            return
        seen.add(here)
        above = things.get(here)
        here = above.inside if above is not None else None


def _splices(plan: Plan, closure: Closure) -> Iterator[tuple[str, str]]:
    for row, splice in enumerate(closure.splices):
        where = f"splices[{row}]"
        for side, name, first in (("a", splice.a, splice.a_first), ("b", splice.b, splice.b_first)):
            cable = plan.cables.named(name)
            assert cable is not None  # what is not there was refused before
            last = first + splice.count - 1
            if last > cable.strands:
                of = f"the strands of {quoted(name)}"
                yield f"{where}.count", f"strand {last} is over {cable.strands}, {of}"
            if closure.place not in (cable.a, cable.b):
                yield f"{where}.{side}", f"{quoted(name)} does not end at {quoted(closure.place)}"


def _one_unit(plan: Plan) -> None:
    """Refuse a site that is in metres here and in degrees there."""
    places = list(plan.places)
    in_metres = [p for p in places if p.x_m is not None and p.y_m is not None]
    in_degrees = [p for p in places if p.latitude is not None and p.longitude is not None]
    if in_metres and in_degrees:
        odd, rest, unit = (
            (in_degrees[0], "metres", "degrees")
            if len(in_degrees) <= len(in_metres)
            else (in_metres[0], "degrees", "metres")
        )
        at = [one.id for one in places].index(odd.id)
        reason = f"{quoted(odd.name)} is in {unit} and others in {rest}; use one of them"
        raise Refused(f"places[{at}]", reason)


def unused(wanted: str, taken: Container[str]) -> str:
    """`wanted`, or `wanted 2`, `wanted 3` … where it is taken, within the length of a name."""
    name, number = wanted[:MAX_NAME], 2
    while name in taken:
        suffix = f" {number}"
        name, number = wanted[: MAX_NAME - len(suffix)] + suffix, number + 1
    return name
