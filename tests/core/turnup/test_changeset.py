"""A change to what is live, looked at beforehand: order, dark minutes, findings, tasks."""

import pytest

from passerelle.core.changes.apply import applied
from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.backbone import Group, Place
from passerelle.core.plan.changing import ChangeSet, LiveStep
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.plan.ends import LinkEnd
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.turnup.changeset import Preview, preview
from passerelle.demo_data import demo_plan
from tests.making import cord

PORTS = (PortGroup("p", "SFP+", 24),)
DEMO = check(demo_plan())


def chain(*pairs: str, groups: tuple[Group, ...] = ()) -> Plan:
    """Devices a, b, c … each at a place of its own; a link for each pair of letters."""
    names = sorted(set("".join(pairs)))
    end = {n: LinkEnd("10GBASE-SR", place=f"place {n}", device=n) for n in names}
    return Plan(
        "chain",
        places=Things([Place(f"place {n}", depot=n == "a") for n in names]),
        devices=Things([Device(n, PORTS, place=f"place {n}") for n in names]),
        links=Things(
            [PlannedLink(pair, end[pair[0]], end[pair[1]], (cord("OM3", 5.0),)) for pair in pairs]
        ),
        redundancy=Things(groups),
    )


def looked(plan: Plan, *steps: LiveStep, **more) -> Preview:
    return preview(check(plan), ChangeSet(name="Autumn", steps=steps, **more))


def module(link: str, application: str = "1000BASE-SX") -> LiveStep:
    return LiveStep(do="module", link=link, application=application)


def spans(made: Preview) -> dict[str, tuple[float, float]]:
    return {one.link: (one.from_min, one.until_min) for one in made.dark}


def test_the_farthest_link_first_each_dark_until_it_is_brought_up() -> None:
    """Modules take 15 min and bringing up 8: 23 each, from 07:30."""
    made = looked(chain("ab", "bc"), module("ab"), module("bc"), starts="07:30")
    assert [one.do for one in made.steps] == [
        "bc: modules 1000BASE-SX", "bc: bring up", "ab: modules 1000BASE-SX", "ab: bring up",
    ]  # fmt: skip
    assert spans(made) == {"bc": (450, 473), "ab": (473, 496)}
    assert made.minutes == 46


def test_what_hangs_on_a_dark_link_is_dark_with_it() -> None:
    made = looked(chain("ab", "bc", "bd"), module("ab"))
    assert spans(made) == dict.fromkeys(("ab", "bc", "bd"), (480, 503))
    assert {one.link: one.through for one in made.dark} == {"ab": None, "bc": "ab", "bd": "ab"}
    ring = looked(chain("ab", "bc", "ac"), module("ab"))
    assert set(spans(ring)) == {"ab"}


def test_links_of_one_group_are_never_dark_at_once_unless_one_hangs_on_the_other() -> None:
    pair = Group("pair", ("ab", "ac"))
    assert looked(chain("ab", "ac", groups=(pair,)), module("ab"), module("ac")).both == ()
    behind = Group("pair", ("ab", "bc"))
    assert looked(chain("ab", "bc", groups=(behind,)), module("ab")).both == ("pair",)


def test_minutes_of_a_person_go_before_the_table() -> None:
    step = LiveStep(do="module", link="ab", application="1000BASE-SX", minutes=60)
    assert looked(chain("ab"), step).minutes == 68


@pytest.mark.parametrize(
    ("step", "why"),
    [
        (LiveStep(do="move", link="ab", end="b"), "say where that end goes"),
        (LiveStep(do="move", link="ab", place="place a"), "say which end is moved"),
        (LiveStep(do="module", link="ab"), "say which application"),
        (LiveStep(do="cut-over", link="ab", cable="C"), "no cable in its path"),
    ],
)
def test_a_step_that_says_too_little_is_refused_in_a_sentence(step, why) -> None:
    ((_, reason),) = looked(chain("ab"), step).refused
    assert why in reason


def test_what_becomes_of_a_link_is_judged_and_nothing_is_stored() -> None:
    plan = chain("ab")
    (told,) = looked(plan, module("ab", "10GBASE-LR")).told
    assert (told.before, told.after) == ("works", "fails")
    assert any("single" in text or "multimode" in text for text in told.new)
    assert plan.links.by_name["ab"].a.application == "10GBASE-SR"


def test_made_changes_are_those_that_were_looked_at() -> None:
    cut = LiveStep(do="cut-over", link="Instrument Hall – Cabinet 6", cable="H-06", strands=(5, 6))
    move = LiveStep(do="move", link="Pier Office – Wet Lab", end="b", group="access", number=7)
    made = preview(DEMO, ChangeSet(name="Autumn", steps=(cut, move)))
    after = applied(demo_plan(), made.changes).plan
    used = [part.strand_numbers for part in after.links.by_name[cut.link].path
            if getattr(part, "cable", None) == "H-06"]  # fmt: skip
    assert used == [(5, 6)]
    port = after.links.by_name[move.link].b.port
    assert port is not None
    assert (port.group, port.number) == ("access", 7)


def test_it_becomes_tasks_each_after_the_one_before() -> None:
    tasks = looked(chain("ab", "bc"), module("ab"), module("bc"), day=3).tasks
    assert [one.after for one in tasks] == [(), *((one.name,) for one in tasks[:-1])]
    assert {(one.day, one.own) for one in tasks} == {(3, True)}
    assert tasks[0].at == ("place b", "place c")
    assert sum(one.minutes or 0 for one in tasks) == 46
