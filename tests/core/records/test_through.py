"""What hangs on a cable, duct, trench or place, and who is told before it is cut."""

from dataclasses import replace

from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.needs import PlannedNeed
from passerelle.core.plan.things import Things
from passerelle.core.plant.fates import outage
from passerelle.core.records.through import through
from passerelle.demo_data import demo_plan

PLAN = check(demo_plan())


def test_what_goes_dark_with_a_tray_is_every_link_on_its_cables() -> None:
    made = through(PLAN, "pathway", "Office tray")
    on_cables = {
        link.name for cable in made.cables for link, _ in PLAN.plant.uses_of.get(cable, ())
    }
    assert {one.name for one in made.links} == on_cables
    assert "Hall core pair" in made.groups_lost
    hill = next(one for one in made.links if one.name == "Pier Office – Beacon Hill")
    assert hill.strands == (("P-07", (1, 2)),)


def test_who_asked_is_told_and_the_rest_is_said_to_be_unknown() -> None:
    need = PlannedNeed("weather", asked_by="the weather service",
                       links=("Pier Office – Beacon Hill",))  # fmt: skip
    asked = check(replace(demo_plan(), needs=Things([*demo_plan().needs, need])))
    told = {one.who: one.of for one in through(asked, "cable", "P-07").tell}
    assert told["the weather service"] == ("Pier Office – Beacon Hill",)
    assert "Pier Office – Beacon Hill weather mast" in told[None]


def test_what_is_not_there_has_nothing_through_it() -> None:
    made = through(PLAN, "cable", "no such cable")
    assert (made.links, made.cables, made.tell) == ((), (), ())


def test_what_goes_dark_is_what_the_plan_says_fails_with_it() -> None:
    """One rule for one question: the list before a cut, and what fails together."""
    plant = PLAN.plant
    trench = next(way.lies_in for way in plant.pathways.values() if way.lies_in)
    for sort, name in (("pathway", "Office tray"), ("trench", trench), ("cable", "P-07"),
                       ("place", "Beacon Hill")):  # fmt: skip
        made = through(PLAN, sort, name)
        assert {one.name for one in made.links} == {
            one.name for one in outage(plant, (sort, name)).links
        }, name
        assert len({one.id for one in made.links}) == len(made.links)


def test_a_trench_names_the_cables_of_all_its_ways() -> None:
    plant = PLAN.plant
    trench = next(way.lies_in for way in plant.pathways.values() if way.lies_in)
    ways = [way.name for way in plant.pathways.values() if way.lies_in == trench]
    mine = {cable.name for way in ways for cable in plant.cables_in.get(way, ())}
    assert mine <= set(through(PLAN, "trench", trench).cables)


def test_power_in_a_way_is_told_to_whoever_cuts_it() -> None:
    ways = PLAN.plant.pathways.values()
    live = next(way for way in ways if way.has_power)
    dead = next(way for way in ways if not way.others)
    (crane,) = [one for one in through(PLAN, "pathway", live.name).conductors if "mains" in one]
    assert crane == f"{live.others[0].what} in {live.name}"
    assert not any(live.name in one for one in through(PLAN, "pathway", dead.name).conductors)
    cable = PLAN.plant.cables_in[live.name][0]
    assert crane in through(PLAN, "cable", cable.name).conductors
    assert crane in through(PLAN, "place", live.a).conductors
