"""What the API says of the ends of a need: what takes it there, and how the far one gets power."""

from dataclasses import asdict
from typing import Literal

from pydantic import BaseModel

from passerelle.core.choice.enough import enough
from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.options import Found
from passerelle.core.choice.second import second_route
from passerelle.core.choice.there import carries_there
from passerelle.core.choice.world import World
from passerelle.formats.checkjson import rounded


class OutfitView(BaseModel):
    """A box that could be bought; total null: no price. in_bill : options count it already."""

    what: str
    total: float | None
    room: int
    gives_power: bool
    in_bill: bool


class AtEndView(BaseModel):
    """One end. certain : what takes the need there is known and has room; room : ports left."""

    place: str
    said: str
    certain: bool
    room: int | None
    outfits: list[OutfitView]


class PoweringView(BaseModel):
    """One way to power the far device, with what it adds to the cost."""

    way: str
    verdict: Literal["works", "fails", "unknown"]
    said: str
    total: float | None


class EnoughView(BaseModel):
    """The least speed that is enough for the need's service, and why. [Gb/s]"""

    gbps: float
    said: str


class ThereView(BaseModel):
    """The fastest that glass that is there carries at that distance; gbps null: nothing works."""

    fiber: str
    gbps: float | None
    application: str | None


def there_of(need: SiteNeed, world: World) -> ThereView | None:
    """What the glass that the need says is there carries, for the screen."""
    found = carries_there(need, world)
    return None if found is None else ThereView.model_validate(asdict(found))


class SecondRouteView(BaseModel):
    """What a second route would need, where two are wanted and the need says one. [m]"""

    said: str
    recorded_m: float | None
    total: float | None


def second_of(need: SiteNeed, world: World) -> SecondRouteView | None:
    """What a second route would need, for the screen."""
    found = second_route(need, world)
    if found is None:
        return None
    return SecondRouteView(
        said=found.said, recorded_m=rounded(found.recorded_m, 1), total=rounded(found.total)
    )


def enough_of(need: SiteNeed, world: World) -> EnoughView | None:
    """What is enough for the need's service, where the need asks for more."""
    found = enough(need, world)
    return None if found is None else EnoughView(gbps=found.gbps, said=found.said)


def ends_of(found: Found) -> list[AtEndView]:
    """Both ends of a need, for the screen."""
    return [
        AtEndView(
            place=end.place,
            said=end.said,
            certain=end.certain,
            room=end.room,
            outfits=[
                OutfitView(
                    what=one.what,
                    total=rounded(one.total),
                    room=one.room,
                    gives_power=one.gives_power,
                    in_bill=one.in_bill,
                )
                for one in end.outfits
            ],
        )
        for end in found.ends
    ]


def power_of(found: Found) -> list[PoweringView]:
    """Ways to power the far device, for the screen."""
    return [
        PoweringView.model_validate(
            {"way": one.way, "verdict": one.verdict, "said": one.said, "total": rounded(one.total)}
        )
        for one in found.power
    ]
