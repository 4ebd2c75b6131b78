"""Two routes are wanted and one is known: what one can do, and what a second would need."""

from dataclasses import dataclass, replace

from passerelle.core.plant.diverse import routes_between, ways_of
from passerelle.core.words import metres

from .need import SiteNeed
from .options import cheapest
from .world import World


@dataclass(frozen=True, slots=True)
class SecondRoute:
    """What a second route would need. said : in words, with what is recorded of it.

    recorded_m : length of the way that shares least with the first; None: none is known. [m]
    total : the cheapest on a second route as long as the first; None: no price.
    """

    said: str
    recorded_m: float | None
    total: float | None


def second_route(need: SiteNeed, world: World) -> SecondRoute | None:
    """For a need of two routes whose second has no length; None where nothing is open."""
    if not need.redundant or need.redundant_m is not None:
        return None
    alone = "Two routes are wanted; these are for one, and one cut takes it"
    known = world.plant.places
    recorded_m = None
    if need.a_place not in known or need.b_place not in known or need.a_place == need.b_place:
        said = f"{alone}. No way is recorded between the two places: give the second's length."
    else:
        pair = routes_between(world.plant, need.a_place, need.b_place, ways_of(world.plant))
        if pair is None:
            said = f"{alone}. No way is recorded between the two places: give the second's length."
        elif pair.second is None:
            only = ", ".join(pair.first.pathways)
            said = (
                f"{alone}. The only recorded way is {only}: a second needs "
                "a pathway that shares nothing with it, neither trench nor place between."
            )
        else:
            recorded_m = pair.second.length_m
            shared = ", ".join((*pair.shared_pathways, *pair.shared_trenches, *pair.shared_places))
            apart = f"shares {shared} with the first" if shared else "shares nothing with the first"
            said = f"{alone}. A second way of {metres(recorded_m)} is recorded; it {apart}."
    anew = replace(need, redundant=False, existing=None, strands_at_hand=None)
    return SecondRoute(said, recorded_m, cheapest(anew, world))
