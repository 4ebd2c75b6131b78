"""Copies of things: what they say stays, who they are does not."""

from dataclasses import replace
from typing import Any

from .ends import LinkEnd
from .fields import new_id


def renewed(thing: Any) -> Any:
    """A copy of a thing with ids of its own, for all that it holds."""
    changes: dict[str, Any] = {"id": new_id()}
    for key in ("path", "ports"):
        parts = getattr(thing, key, None)
        if parts is not None:
            changes[key] = tuple(replace(part, id=new_id()) for part in parts)
    for key in ("a", "b"):
        end = getattr(thing, key, None)
        if isinstance(end, LinkEnd):
            module = replace(end.module, id=new_id()) if end.module is not None else None
            changes[key] = replace(end, id=new_id(), module=module)
    return replace(thing, **changes)
