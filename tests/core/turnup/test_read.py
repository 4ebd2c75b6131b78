"""What was read of a link: the newest that stands, day one, and whose meter it was."""

from dataclasses import replace

from passerelle.core.plan.facts import Facts
from passerelle.core.turnup.read import NOTHING, of_link, read_of

from .facts import at, counter, looked, read, tick


def test_each_end_has_its_readings_in_the_order_of_when_they_were():
    told = of_link([read("a", -3.0, minute=9), read("a", -2.0), read("b", -5.0, minute=4)])
    assert [one.lanes[0].rx_dbm for one in told.modules["a"]] == [-2.0, -3.0]
    assert told.newest("a").lanes[0].rx_dbm == -3.0
    assert told.newest("b").at == at(4)


def test_levels_that_were_typed_later_keep_what_the_memory_told_of_the_module():
    memory = read("a", -3.0, serial="S1", standard="SFF-8472", rx_average=True)
    typed = read("a", -4.5, minute=6, meter="meter")
    now = of_link([memory, typed]).newest("a")
    assert (now.serial, now.standard, now.lanes[0].rx_dbm) == ("S1", "SFF-8472", -4.5)
    assert (now.meter, now.at) == ("meter", at(6))
    assert now.rx_average is None  # that is a word of the module's own meter alone


def test_day_one_is_of_the_same_meter_and_the_same_module():
    first = read("a", -3.0, serial="S1")
    later = read("a", -6.0, serial="S1", minute=60)
    assert of_link([first, later]).first("a") is first
    assert of_link([first]).first("a") is None  # nothing to hold against itself
    other = replace(later, serial="S2")
    assert of_link([first, other]).first("a") is None
    by_meter = replace(later, meter="meter")
    assert of_link([first, by_meter]).first("a") is None
    dark = read("a", "no light", serial="S1", minute=1)
    lit = read("a", -3.2, serial="S1", minute=2)
    assert of_link([dark, lit, later]).first("a") is lit


def test_of_ticks_the_last_of_each_point_counts_and_links_are_kept_apart():
    told = read_of(Facts.of([
        tick("cord", "a"), tick("cord", "a", 5, state="open"), tick("cord", "b"),
        counter("b", 3, 2, link="otherlink"), looked("rx a", "none"),
    ]))  # fmt: skip
    mine = told["linklink"]
    assert mine.ticks["cord", "a"].state == "open"
    assert mine.ticks["cord", "b"].state == "done"
    assert [one.look for one in mine.hunts] == ["rx a"]
    assert told["otherlink"].counters["b"][0].count == 3
    assert mine.counters == {}
    assert mine.anything
    assert not NOTHING.anything
