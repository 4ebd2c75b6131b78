"""Every finding about the backbone, in one list."""

from dataclasses import dataclass

from .findings import Finding

PLACE, PATHWAY, CABLE, GROUP, REEL, FEED = "place", "pathway", "cable", "group", "reel", "feed"
COPPER, DEVICE, SERVICE, SHELF = "copper", "device", "service", "shelf"


@dataclass(frozen=True, slots=True)
class About:
    """A finding with the sort and name of what it is about, and the links that it stops.

    links : (id of the link, index of the part) that show the finding as their own.
    """

    sort: str
    name: str
    finding: Finding
    links: tuple[tuple[str, int], ...] = ()
    others: tuple[str, ...] = ()
    """Other things that it names: pathways of a cable's finding, to show it there too."""
