"""A hunt by what was noted of it: levels of lanes, looks, and what brought the link up."""

import pytest

from passerelle.core.hunting.seen import EndSeen, Seen
from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.devices import Port
from passerelle.core.turnup.hunted import is_act, last_hunt, lowest, seen_by, with_answer
from passerelle.core.turnup.read import NOTHING, of_link
from passerelle.demo_data import demo_plan

from .facts import counter, looked, read, tick

LINK = check(demo_plan()).of("demolink0004")


@pytest.mark.parametrize(
    ("lanes", "rx"),
    [
        ((-3.0,), -3.0),
        ((-3.0, -5.5, -4.0, -3.5), -5.5),  # the weakest lane
        ((-3.0, "no light", -4.0, -3.5), "no light"),  # one dark lane is no link
        ((None, -4.0), -4.0),  # what was not read says nothing
        ((None,), None),
    ],
)
def test_of_an_end_the_weakest_lane_counts(lanes, rx):
    assert lowest(read("a", *lanes), "rx", Port()) == rx
    assert lowest(None, "rx", Port()) is None


def test_of_a_split_port_its_own_lane_counts():
    fact = read("a", -3.0, -5.5, -4.0, -3.5)
    assert lowest(fact, "rx", Port(lane=3)) == -4.0
    assert lowest(fact, "rx", Port(lane=1)) == -3.0


def test_levels_lamps_and_counters_stand_until_a_look_says_otherwise():
    of = of_link([
        read("a", -4.0, tx=-2.0), tick("lamp", "a"), counter("b", 0, 1), counter("b", 5, 2),
    ])  # fmt: skip
    seen = seen_by(LINK, of)
    assert seen.a == EndSeen({"rx": -4.0, "tx": -2.0}, "on")
    assert seen.b == EndSeen({}, None)
    assert (list(seen.errors), seen.errors["b"][0]) == (["b"], 5.0)
    later = (looked("rx a", "no light", minute=3), looked("lamp a", "off", minute=4),
             looked("errors b", "none", minute=5, count=0, seconds=30))  # fmt: skip
    after = seen_by(LINK, of, later)
    assert after.a.lamp == "off"
    assert after.errors["b"] == (0.0, 30.0)
    assert after.a.levels["tx"] == -2.0


def test_a_lamp_that_was_not_ticked_done_is_not_on():
    assert seen_by(LINK, of_link([tick("lamp", "a", state="open")])).a.lamp is None


def test_the_newest_hunt_counts_and_no_hunt_is_none():
    assert last_hunt(LINK, NOTHING) is None
    of = of_link([
        looked("end a clean", "it comes up", hunt="huntone00"),
        looked("pair flipped", "as before", hunt="hunttwo00", minute=9),
    ])  # fmt: skip
    now = last_hunt(LINK, of)
    assert (now.id, now.seen.looked, now.cause, now.helped) == (
        "hunttwo00", ("pair flipped",), None, None)  # fmt: skip


@pytest.mark.parametrize(
    ("look", "cause"),
    [
        ("end a clean", "dirty"), ("cord b changed", "dirty"),
        ("module b changed", "transmitter-dead"), ("pair flipped", "pair-crossed"),
        ("speeds alike", "speed-setting"),
    ],
)  # fmt: skip
def test_what_helped_names_the_cause_and_its_remedy(look, cause):
    now = last_hunt(LINK, of_link([looked(look, "it comes up")]))
    assert (now.helped, now.cause) == (look, cause)
    assert now.remedy.cause == cause


def test_answers_in_words_are_taken_where_words_say_it_all():
    dark = with_answer(Seen(), "rx b", "none")
    assert dark.b.levels == {"rx": None}
    assert with_answer(Seen(), "rx b", "normal") is None  # a level is a figure
    assert with_answer(Seen(), "errors a", "errors").errors == {"a": (1.0, 60.0)}
    assert with_answer(Seen(), "errors a", "none").errors == {"a": (0.0, 60.0)}
    assert with_answer(Seen(), "pair flipped", "as before").looked == ("pair flipped",)
    assert with_answer(Seen(), "pair flipped", "it comes up") is None


@pytest.mark.parametrize(
    ("key", "acts"),
    [("end a clean", True), ("module b changed", True), ("pair flipped", True), ("rx a", False),
     ("lamp b", False), ("trace clean", False)],
)  # fmt: skip
def test_what_is_done_is_told_from_what_is_read(key, acts):
    assert is_act(key) is acts
