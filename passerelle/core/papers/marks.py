"""Marks on sheets of what changed since a state that was issued."""

from collections.abc import Iterable

from passerelle.core.words import counted

from .compared import Comparison
from .table import Sheet

_ABOUT = {"link": "link", "schedule": "cable", "pull": "cable", "splices": "closure"}
"""Kinds of sheets that are about one thing, which their title names, and the kind of that thing."""
_LISTS = {
    "overview": ("link",), "route": ("place", "pathway"), "brief": ("cable", "pathway"),
    "panel": ("cable", "place", "link"),
}  # fmt: skip
"""Kinds of sheets about many things, and which things they are about."""


def marked(sheets: Iterable[Sheet], found: Comparison, since: str) -> list[Sheet]:
    """The sheets, each with a mark where what it shows is not as it was.

    A sheet about one thing is marked where that thing is new or changed, or its answer differs; one
    about many says how many of them are; the list of materials where it differs.
    """
    words = {(one.kind, one.name): one.outcome for one in found.things if one.outcome != "gone"}
    answers = {one.link for one in found.answers}
    made = []
    for sheet in sheets:
        kind, title = str(sheet["kind"]), str(sheet["title"])
        said = None
        if kind in _ABOUT:
            outcome = words.get((_ABOUT[kind], title))
            if outcome == "added":
                said = f"New since “{since}”"
            elif outcome == "changed" or (kind == "link" and title in answers):
                said = f"Changed since “{since}”"
        elif kind in _LISTS:
            count = sum(one.kind in _LISTS[kind] for one in found.things)
            said = f"{count} of its things changed since “{since}”" if count else None
        elif kind == "materials" and found.materials:
            said = f"Changed since “{since}”, {counted(len(found.materials), 'line')}"
        made.append(sheet | {"mark": said} if said else sheet)
    return made
