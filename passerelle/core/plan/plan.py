"""A whole plan: what is to be. What was seen or done stands beside it, as facts."""

from dataclasses import dataclass, replace
from typing import Annotated, Any, Literal, get_args

from annotated_types import Len

from .backbone import Cable, Closure, Feed, Group, Pathway, Place, Reel
from .beside import CopperRun, OwnCableType, Price, Stock
from .changing import ChangeSet
from .devices import Device, Spare
from .fields import MAX_LINKS, MAX_PATHWAYS, Name, Thing
from .house_rules import HouseRules
from .links import PlannedLink
from .needs import PlannedNeed
from .own import AnyOwnPart, OwnPart
from .services import Service
from .shared import SharedPart
from .things import ListOf, Things
from .visiting import PlannedTask, PlannedVisit

NONE: Any = Things()
StepOfJob = Literal["survey", "need", "route", "light", "polarity"]
"""The steps of the job that a plan takes, in order."""
STEPS_OF_JOB: tuple[StepOfJob, ...] = get_args(StepOfJob)


@dataclass(frozen=True, slots=True)
class Plan(Thing):
    """What a technician decides about a site; every answer is computed from it.

    Names are unique within a kind, and what names a thing names it by its name; ids are what
    changes, findings and facts speak of.

    not_needed : steps that a person has closed for this job. What is found there still counts.
    """

    name: Name
    house_rules: HouseRules = HouseRules()  # noqa: RUF009  (it is never changed)
    places: Annotated[Things[Place], ListOf(Place, MAX_LINKS)] = NONE
    pathways: Annotated[Things[Pathway], ListOf(Pathway, MAX_PATHWAYS)] = NONE
    cable_types: Annotated[Things[OwnCableType], ListOf(OwnCableType, 500)] = NONE
    cables: Annotated[Things[Cable], ListOf(Cable, MAX_LINKS)] = NONE
    closures: Annotated[Things[Closure], ListOf(Closure, MAX_LINKS)] = NONE
    redundancy: Annotated[Things[Group], ListOf(Group, 2000)] = NONE
    reels: Annotated[Things[Reel], ListOf(Reel, 2000)] = NONE
    feeds: Annotated[Things[Feed], ListOf(Feed, 2000)] = NONE
    copper_runs: Annotated[Things[CopperRun], ListOf(CopperRun, MAX_LINKS)] = NONE
    prices: Annotated[Things[Price], ListOf(Price, 5000)] = NONE
    stock: Annotated[Things[Stock], ListOf(Stock, 5000)] = NONE
    own_parts: Annotated[Things[OwnPart], ListOf(AnyOwnPart, 2000)] = NONE
    devices: Annotated[Things[Device], ListOf(Device, 5000)] = NONE
    spares: Annotated[Things[Spare], ListOf(Spare, 2000)] = NONE
    shared_parts: Annotated[Things[SharedPart], ListOf(SharedPart, 5000)] = NONE
    links: Annotated[Things[PlannedLink], ListOf(PlannedLink, MAX_LINKS)] = NONE
    services: Annotated[Things[Service], ListOf(Service, 2000)] = NONE
    needs: Annotated[Things[PlannedNeed], ListOf(PlannedNeed, 5000)] = NONE
    tasks: Annotated[Things[PlannedTask], ListOf(PlannedTask, 5000)] = NONE
    visits: Annotated[Things[PlannedVisit], ListOf(PlannedVisit, 2000)] = NONE
    change_sets: Annotated[Things[ChangeSet], ListOf(ChangeSet, 500)] = NONE
    not_needed: Annotated[tuple[StepOfJob, ...], Len(0, 5)] = ()

    def things(self, kind: str) -> Things[Any]:
        """The things of a kind."""
        found: Things[Any] = getattr(self, KEYS[kind])
        return found

    def having(self, kind: str, things: Things[Any]) -> "Plan":
        """The same plan with other things of a kind."""
        changed: dict[str, Any] = {KEYS[kind]: things}
        return replace(self, **changed)


KEYS = {
    "place": "places",
    "pathway": "pathways",
    "cable type": "cable_types",
    "cable": "cables",
    "closure": "closures",
    "group": "redundancy",
    "reel": "reels",
    "feed": "feeds",
    "copper": "copper_runs",
    "price": "prices",
    "stock": "stock",
    "own part": "own_parts",
    "device": "devices",
    "spare": "spares",
    "shared part": "shared_parts",
    "link": "links",
    "service": "services",
    "need": "needs",
    "task": "tasks",
    "visit": "visits",
    "change set": "change_sets",
}
"""Each kind of thing, and the key of its list in the plan file."""
TYPES: dict[str, Any] = {
    "place": Place, "pathway": Pathway, "cable type": OwnCableType, "cable": Cable,
    "closure": Closure, "group": Group, "reel": Reel, "feed": Feed, "copper": CopperRun,
    "price": Price, "stock": Stock, "own part": AnyOwnPart, "device": Device, "spare": Spare,
    "shared part": SharedPart, "link": PlannedLink,
    "service": Service, "need": PlannedNeed, "task": PlannedTask, "visit": PlannedVisit,
    "change set": ChangeSet,
}  # fmt: skip
"""Each kind of thing, and how it is described."""
NAMED = tuple(kind for kind in KEYS if kind != "spare")
"""Kinds whose things have a name that is unique among them."""
EMPTY = Plan("empty")


def kind_of(thing: Any) -> str:
    """The kind of a thing."""
    kind: str = thing.KIND
    return kind


def name_of(thing: Any) -> str:
    """What a thing is called."""
    name: str = getattr(thing, "name", None) or thing.type
    return name
