"""A link as a whole: the one answer, what is open, and when a hunt begins and ends."""

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.facts import Facts
from passerelle.core.turnup.answer import headline, open_points
from passerelle.core.turnup.hunted import seen_by, with_answer
from passerelle.core.turnup.link import TurnUp, ground_of, needs_hunt, turn_up
from passerelle.demo_data import demo_plan, mistakes_plan

from .facts import counter, looked, read, tick

PLAN = check(demo_plan())
LINK = "demolink0004"
GOOD = (read("a", -4.6, tx=-2.4, link=LINK), read("b", -4.1, tx=-2.7, link=LINK))


def brought(*facts) -> TurnUp:
    return turn_up(ground_of(PLAN, Facts.of(facts)), LINK)


def counts(end, errors=0.0):
    return (counter(end, 0, 1, link=LINK), counter(end, errors, 7, link=LINK))


@pytest.mark.parametrize(
    ("facts", "state", "says"),
    [
        ((), "not begun", "Not brought up yet: nothing is read at either end"),
        ((tick("cord", "a", link=LINK),), "begun", "Begun: no level is read yet"),
        (GOOD[:1], "levels open", "Levels of Beacon Hill are not known yet"),
        (GOOD, "counting", "Levels as planned; errors are not counted yet"),
        ((*GOOD, *counts("a")), "counting", "Levels as planned; errors are not counted yet"),
        ((*GOOD, *counts("a"), *counts("b")), "up",
         "Up: levels as planned at both ends, and no error"),
        ((*GOOD, *counts("a"), *counts("b", 4)), "erring", "It makes errors at Beacon Hill"),
        ((GOOD[0], read("b", "no light", tx=-2.7, link=LINK)), "dark",
         "Dark: no light at Beacon Hill"),
    ],
)  # fmt: skip
def test_the_answer_never_says_more_than_was_read(facts, state, says) -> None:
    one = brought(*facts)
    assert (one.state, headline(one)) == (state, says)
    assert needs_hunt(one) == (state in ("dark", "erring", "weak"))


def test_day_one_is_the_first_light_and_only_a_later_reading_is_held_against_it() -> None:
    dark = read("b", "no light", link=LINK)
    first = read("b", -4.0, tx=-2.7, minute=5, link=LINK)
    assert brought(GOOD[0], dark, first).lanes["b"][0].day_one is None
    later = read("b", -8.6, tx=-2.7, minute=9, link=LINK)
    one = brought(GOOD[0], dark, first, later)
    assert one.lanes["b"][0].change_db == pytest.approx(-4.6)
    assert headline(one) == "Light arrives, but 4.6 dB less than on day one at Beacon Hill"
    assert [f.finding.rule.id for f in one.findings if f.finding.rule.severity == "warn"] == [
        "turnup.changed"
    ]


def test_another_module_or_meter_is_no_day_one() -> None:
    first = read("b", -4.0, tx=-2.7, serial="S-1", link=LINK)
    other = read("b", -8.6, tx=-2.7, minute=9, serial="S-2", link=LINK)
    assert brought(GOOD[0], first, other).lanes["b"][0].change_db is None
    metered = read("b", -8.6, minute=9, meter="meter", link=LINK)
    assert brought(GOOD[0], first, metered).lanes["b"][0].change_db is None
    same = read("b", -8.6, tx=-2.7, minute=9, serial="S-1", link=LINK)
    assert brought(GOOD[0], first, same).lanes["b"][0].change_db == pytest.approx(-4.6)


def test_of_a_split_port_the_lane_that_the_link_is_counts_alone() -> None:
    wrong = check(mistakes_plan())
    two = next(one for one in wrong.links if one.budget.link.a.port.lane == 2)
    key = two.budget.link.id
    facts = Facts.of([read("a", -2.0, -5.0, "no light", -2.0, tx=-1.0, link=key)])
    one = turn_up(ground_of(wrong, facts), key)
    assert [lane.got for lane in one.lanes["a"]] == [-5.0]
    assert seen_by(two, one.of).a.levels["rx"] == -5.0


def test_a_memory_that_does_not_say_what_it_is_leaves_the_module_open() -> None:
    def state(**told) -> str:
        one = brought(read("a", -4.6, tx=-2.4, link=LINK, standard="SFF-8472", **told))
        return next(point.state for point in one.points["a"] if point.row.key == "module")

    assert state(serial="S-1") == "open"
    assert state(nm=1310.0) == "done"
    assert state(applications=("10GBASE-SR",)) == "warn"


def test_a_reading_under_the_receiver_stops_only_with_errors_or_a_meter() -> None:
    low = read("b", -15.0, tx=-2.7, link=LINK)

    def gravest(*facts) -> str:
        told = brought(GOOD[0], *facts).findings
        return next(f.finding.rule.severity for f in told
                    if f.finding.rule.id == "turnup.power-low")  # fmt: skip

    assert gravest(low) == "warn"
    assert gravest(low, *counts("b", 9)) == "stop"
    assert gravest(read("b", -15.0, meter="meter", link=LINK)) == "stop"


def test_levels_and_counters_cannot_be_ticked() -> None:
    one = brought(tick("levels", "a", link=LINK), tick("counters", "a", link=LINK))
    states = {point.row.key: point.state for point in one.points["a"]}
    assert (states["levels"], states["counters"]) == ("open", "open")
    assert {"levels.a", "counters.a", "levels.b"} <= {key for key, _ in open_points(one)}


def test_a_look_counts_until_it_is_taken_back() -> None:
    dark = (read("a", "no light", tx=-2.4, link=LINK), read("b", "no light", tx=-2.7, link=LINK))
    flip = looked("pair flipped", "as before", link=LINK, minute=2)
    one = brought(*dark, flip)
    assert one.hunted is not None
    assert one.hunted.seen.looked == ("pair flipped",)
    assert one.hunted.now.suspects[0].cause.row.id != "pair-crossed"
    back = looked("taken back", "taken back", link=LINK, minute=3, corrects=flip.id, withdrawn=True)
    assert brought(*dark, flip, back).hunted is None


def test_a_hunt_ends_by_what_helped_or_by_what_somebody_takes_as_the_cause() -> None:
    dark = read("b", "no light", tx=-2.7, link=LINK)
    helped = brought(dark, looked("end b clean", "it comes up", link=LINK, minute=2)).hunted
    assert helped is not None
    assert (helped.helped, helped.cause) == ("end b clean", "dirty")
    told = brought(dark, looked("end", "break", link=LINK, minute=2)).hunted
    assert told is not None
    assert told.remedy is not None
    assert (told.cause, told.remedy.task) == ("break", "splice")


def test_what_an_answer_leads_to_is_seen_without_changing_what_was_seen() -> None:
    seen = seen_by(PLAN.of(LINK), brought(*GOOD).of)
    assert seen.a.levels == {"rx": -4.6, "tx": -2.4}
    after = with_answer(seen, "lamp a", "off")
    assert after is not None
    assert (after.a.lamp, seen.a.lamp) == ("off", None)
    assert with_answer(seen, "rx a", "low") is None
    assert with_answer(seen, "trace clean", "trace not clean").looked == ("trace not clean",)


def test_what_is_set_on_the_bench_follows_from_the_plan() -> None:
    wrong = check(mistakes_plan())
    ground = ground_of(wrong, Facts.NONE)
    split = next(
        one for one in wrong.links
        if one.budget.link.a.port.lane is not None and one.budget.link.a.device is not None
    )  # fmt: skip
    keys = {(p.row.key, p.end) for p in ground.bench_points(split.budget.link.id)}
    assert ("split", "a") in keys
    assert ("speed", "b") in keys
    assert ("bundle", "a") not in keys
