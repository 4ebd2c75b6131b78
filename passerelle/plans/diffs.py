"""What differs between two documents, small enough to be kept for every change and read later.

A difference is a list of steps: where, from, to. Where leads through keys; an entry of a list whose
entries have ids is spoken of by `#id`, and the order of such a list by `#`; an entry of a list of
plain values that is as long as it was by `@` and its index.
"""

from typing import Any

Raw = dict[str, Any]
Step = dict[str, Any]
"""p: where, as a list of keys; b: from; a: to. b or a is missing where nothing was or is there."""
ORDER = "#"
AT = "@"
_NOTHING = object()


class ClashError(ValueError):
    """A document is not what a difference starts from. `path` says where."""

    def __init__(self, path: list[str]) -> None:
        super().__init__("/".join(path) or "the whole")
        self.path = path


def diff(before: Any, after: Any) -> list[Step]:
    """The steps that make `after` out of `before`; None is a document that is not there."""
    found: list[Step] = []
    _diff(_NOTHING if before is None else before, _NOTHING if after is None else after, [], found)
    return found


def _diff(before: Any, after: Any, path: list[str], found: list[Step]) -> None:
    if before is after or before == after:
        return
    if isinstance(before, dict) and isinstance(after, dict):
        for key in [*before, *(k for k in after if k not in before)]:
            _diff(before.get(key, _NOTHING), after.get(key, _NOTHING), [*path, key], found)
        return
    old, new = _by_id(before), _by_id(after)
    if old is not None and new is not None:
        for key in [*old, *(k for k in new if k not in old)]:
            where = [*path, ORDER + key]
            _diff(old.get(key, _NOTHING), new.get(key, _NOTHING), where, found)
        if list(old) != list(new):
            found.append({"p": [*path, ORDER], "b": list(old), "a": list(new)})
        return
    if _alike(before, after):
        for at, (one, other) in enumerate(zip(before, after, strict=True)):
            _diff(one, other, [*path, f"{AT}{at}"], found)
        return
    step: Step = {"p": path}
    if before is not _NOTHING:
        step["b"] = before
    if after is not _NOTHING:
        step["a"] = after
    found.append(step)


def _alike(before: Any, after: Any) -> bool:
    """Lists of as many plain values."""
    return (
        isinstance(before, list)
        and isinstance(after, list)
        and len(before) == len(after)
        and not any(isinstance(one, dict | list) or one is None for one in (*before, *after))
    )


def _by_id(value: Any) -> dict[str, Any] | None:
    """Entries by id, of a list whose entries all have one."""
    if not isinstance(value, list) or not value:
        return None
    found = {one["id"]: one for one in value if isinstance(one, dict) and "id" in one}
    return found if len(found) == len(value) else None


def turned(steps: list[Step]) -> list[Step]:
    """The steps the other way round."""
    found = []
    for step in reversed(steps):
        back: Step = {"p": step["p"]}
        if "a" in step:
            back["b"] = step["a"]
        if "b" in step:
            back["a"] = step["b"]
        found.append(back)
    return found


def patched(doc: Any, steps: list[Step]) -> Any:
    """The document after the steps. Raises ClashError where it is not what they start from."""
    # A list is put in order once all of its entries are there.
    for step in sorted(steps, key=lambda one: one["p"][-1:] == [ORDER]):
        doc = _set(doc, step["p"], step, step["p"])
    return doc


def _set(value: Any, path: list[str], step: Step, whole: list[str]) -> Any:
    if not path:
        wanted = step.get("b", _NOTHING)
        here = _NOTHING if value is None or value is _NOTHING else value
        if (wanted is _NOTHING) != (here is _NOTHING) or (
            wanted is not _NOTHING and wanted != here
        ):
            raise ClashError(whole)
        return step.get("a")
    head, rest = path[0], path[1:]
    if head == ORDER:
        return _ordered(value, step, whole)
    if head.startswith(ORDER):
        return _set_entry(value, head[1:], rest, step, whole)
    if head.startswith(AT) and isinstance(value, list):
        at = int(head[1:])
        if at >= len(value):
            raise ClashError(whole)
        return [_set(one, rest, step, whole) if i == at else one for i, one in enumerate(value)]
    if not isinstance(value, dict):
        raise ClashError(whole)
    new = _set(value.get(head), rest, step, whole)
    kept = {key: one for key, one in value.items() if key != head}
    if new is None:
        return kept
    return {**value, head: new} if head in value else {**kept, head: new}


def _set_entry(value: Any, key: str, rest: list[str], step: Step, whole: list[str]) -> Any:
    entries = _by_id(value or []) if value else {}
    if entries is None:
        raise ClashError(whole)
    new = _set(entries.get(key), rest, step, whole)
    if new is None:
        return [one for one in value if one["id"] != key]
    if key in entries:
        return [new if one["id"] == key else one for one in value]
    return [*(value or []), new]


def _ordered(value: Any, step: Step, whole: list[str]) -> Any:
    entries = _by_id(value or [])
    wanted = step.get("a")
    if entries is None or wanted is None or set(entries) != set(wanted):
        raise ClashError(whole)
    return [entries[key] for key in wanted]
