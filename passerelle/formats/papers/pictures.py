"""Pages of the pictures that things of a plan have, to be set behind a paper."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from passerelle.core.papers.sheets import PaperKind

OF_PAPER: dict[PaperKind, tuple[str, ...]] = {
    "links": ("link",), "schedule": ("cable",), "pulls": ("cable", "pathway"),
    "panels": ("place",), "splices": ("closure", "place"), "route": ("place", "pathway"),
}  # fmt: skip
"""Things whose pictures belong to a paper; the book takes all of them, the others none."""
FORMATS = {"image/png": "png", "image/jpeg": "jpg"}


@dataclass(frozen=True, slots=True)
class Attached:
    """A file of a thing: of what, what it is called, when it came, and where it lies."""

    kind: str
    about: str
    name: str
    day: str
    media_type: str
    path: Path


def picture_sheets(files: Iterable[Attached], paper: PaperKind) -> list[dict[str, Any]]:
    """A sheet for each thing with pictures. What is no picture is named alone."""
    by: defaultdict[tuple[str, str], list[Attached]] = defaultdict(list)
    for one in files:
        if paper == "book" or one.kind in OF_PAPER.get(paper, ()):
            by[one.kind, one.about].append(one)
    return [
        {
            "kind": "pictures",
            "title": f"Pictures of {about}",
            "pictures": [
                {
                    "name": one.name,
                    "day": one.day,
                    "path": str(one.path.resolve()) if one.media_type in FORMATS else None,
                    "format": FORMATS.get(one.media_type),
                }
                for one in some
            ],
        }
        for (_, about), some in by.items()
    ]
