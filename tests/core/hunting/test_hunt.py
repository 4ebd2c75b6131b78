"""The hunt: odds by hand, what each thing seen does to them, and the order of its steps."""

from math import log2

import pytest

from passerelle.core.hunting.causes import causes
from passerelle.core.hunting.hunt import doubt, gain, hunt
from passerelle.core.hunting.odds import expected
from passerelle.core.hunting.seen import EndSeen, Seen
from passerelle.core.judge.check import LinkCheck
from passerelle.core.judge.wholeplan import check
from passerelle.demo_data import demo_plan, mistakes_plan

PLAN = check(demo_plan())


def link(name: str) -> LinkCheck:
    return next(one for one in PLAN.links if one.budget.link.name == name)


GOOD = link("Instrument Hall – Cabinet 6")


def first(seen: Seen, of: LinkCheck = GOOD) -> tuple[str, str | None]:
    one = hunt(of, seen).suspects[0].cause
    return one.row.id, one.end


def odds(seen: Seen) -> dict[tuple[str, str | None], float]:
    return {(one.cause.row.id, one.cause.end): one.probability for one in hunt(GOOD, seen).suspects}


def ends(a: dict[str, float | None], b: dict[str, float | None]) -> Seen:
    return Seen(EndSeen(a), EndSeen(b))


def test_doubt_and_gain_by_hand() -> None:
    """Four alike are 2 bits; a look that halves them tells 1, one that shows nothing none."""
    four = [0.25] * 4
    assert doubt(four) == 2
    assert gain(four, [[1, 1, 0, 0], [0, 0, 1, 1]]) == pytest.approx(1)
    assert gain(four, [[0.5] * 4, [0.5] * 4]) == pytest.approx(0)
    left = 0.75 * log2(3)
    assert gain(four, [[1, 0, 0, 0], [0, 1, 1, 1]]) == pytest.approx(2 - left)


def test_probabilities_add_to_one_and_only_what_can_be_is_named() -> None:
    made = odds(Seen())
    assert sum(made.values()) == pytest.approx(1)
    named = {one for one, _ in made}
    assert "same-side" not in named and "split-not-set" not in named
    assert {"pair-crossed", "dirty", "break", "speed-setting"} <= named


def test_no_light_at_both_ends_is_a_pair_that_is_not_crossed() -> None:
    assert first(ends({"rx": None, "tx": -5.0}, {"rx": None, "tx": -5.0})) == ("pair-crossed", None)


def test_and_after_the_plugs_were_turned_it_is_not() -> None:
    dark = EndSeen({"rx": None, "tx": -5.0})
    assert first(Seen(dark, dark, looked=("pair flipped", "no red light"))) == ("break", None)


def test_an_end_that_sends_nothing_and_a_far_end_that_hears_nothing() -> None:
    seen = ends({"rx": -6.0, "tx": None}, {"rx": None, "tx": -5.0})
    made = odds(seen)
    assert first(seen)[1] == "a"
    assert made["transmitter-dead", "a"] > 20 * made["transmitter-dead", "b"]
    assert made["transmitter-dead", "a"] > 20 * made["receiver-dead", "b"]


def test_light_as_expected_with_the_lamps_off_is_a_setting() -> None:
    level = expected(GOOD, "a", Seen()).dbm
    assert level is not None
    end = EndSeen({"rx": level, "tx": -6.0}, "off")
    made = hunt(GOOD, Seen(end, end)).suspects
    assert made[0].cause.row.id in ("speed-setting", "port-blocked", "coding-refused")
    assert (
        sum(one.probability for one in made if one.cause.row.id in ("break", "pair-crossed")) < 0.02
    )


def test_a_low_level_is_dirt_before_a_break_and_cleaning_lowers_it() -> None:
    due = expected(GOOD, "a", Seen(b=EndSeen({"tx": -5.0}))).dbm
    assert due is not None
    low = EndSeen({"rx": due - 7}), EndSeen({"tx": -5.0})
    before, after = odds(Seen(*low)), odds(Seen(*low, looked=("end a clean",)))
    assert before["dirty", "a"] > before["break", None]
    assert after["dirty", "a"] < before["dirty", "a"] / 5 < before["dirty", "a"]
    assert after["dirty", "b"] > before["dirty", "b"]


def test_expected_is_what_the_far_end_says_it_sends_less_the_planned_loss() -> None:
    way = next(one for one in GOOD.budget.directions if one.sender == "b")
    loss = way.loss.on_basis("typical")
    due = expected(GOOD, "a", Seen(b=EndSeen({"tx": -4.0})))
    assert loss is not None and due.dbm == pytest.approx(-4.0 - loss)
    assert due.spread_db == pytest.approx(2.12, abs=0.01)


def test_what_the_plan_already_finds_is_likelier() -> None:
    weights = {one.row.id: one.weight for one in causes(GOOD)}
    wrong = check(mistakes_plan()).links
    crossed = next(
        one for one in wrong if any(f.rule.id == "polarity.not-crossed" for f in one.findings)
    )
    made = next(one for one in causes(crossed) if one.row.id == "pair-crossed")
    assert made.weight == pytest.approx(15 * weights["pair-crossed"])
    assert made.at


def test_steps_stand_by_what_they_tell_per_minute_and_done_ones_are_gone() -> None:
    made = hunt(GOOD, Seen(looked=("pair flipped",))).next
    rates = [one.gain_bits / one.minutes for one in made]
    assert rates == sorted(rates, reverse=True) and rates[0] > 0
    assert not any("Turn the two plugs" in one.do for one in made)
    for one in made:
        assert sum(share for _, share in one.shows) == pytest.approx(1)
