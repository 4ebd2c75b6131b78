"""The simulated switches: memories that the readers read, and a truth that a seed hides."""

import pytest

from passerelle.core.hunting.causes import causes
from passerelle.core.judge.wholeplan import check
from passerelle.core.tables.hunting import CAUSES
from passerelle.demo_data import demo_plan
from passerelle.formats.memory.reading import read_memory
from passerelle.instruments.hidden import Hidden
from passerelle.instruments.pages import tenths_uw
from passerelle.instruments.ports import HiddenLink, Ports, hidden_link
from passerelle.instruments.protocol import AskError

PLAN = check(demo_plan())
LINKS = {one.budget.link.id: one for one in PLAN.links}
LINK = "demolink0020"


def hidden(cause: str, end: str | None = None, *done: str) -> HiddenLink:
    one = PLAN.of(LINK)
    found = next(c for c in causes(one) if c.row.id == cause and c.end in (None, end))
    return HiddenLink(one, Hidden(7), found, done)


def test_a_level_is_held_in_tenths_of_a_microwatt() -> None:
    """0 dBm is 1 mW, 10,000 tenths of a microwatt; no light is nothing, and too much is full."""
    assert [tenths_uw(one) for one in (0.0, -10.0, None, 30.0)] == [10_000, 1_000, 0, 0xFFFF]


@pytest.mark.parametrize(
    ("link", "standard", "application", "lanes"),
    [
        ("demolink0004", "SFF-8472", "10GBASE-LR", 1),
        ("demolink0001", "SFF-8636", "100GBASE-SR4", 4),
        ("demolink0033", "CMIS", "400GBASE-DR4", 4),
    ],
)
def test_each_form_tells_by_its_own_map_and_its_check_sums_are_right(
    link, standard, application, lanes
) -> None:
    for end in ("a", "b"):
        told = read_memory(hidden_link(LINKS[link], Hidden(0)).memory(end))
        assert (told.standard, told.applications[0], len(told.lanes)) == (
            standard, application, lanes,
        )  # fmt: skip
        assert (told.base_ok, told.extended_ok, told.alarms) == (True, True, ())


def test_a_link_that_hides_nothing_receives_what_is_sent_less_its_loss() -> None:
    mine = hidden_link(PLAN.of(LINK), Hidden(0))
    way = mine.check.budget.directions[0]
    assert mine.got("b", 0) == pytest.approx(mine.sent("a", 0) - way.loss.typical, abs=3)
    assert (mine.lit("a"), mine.errors("a", 3600)) == (True, 0)


def test_what_is_hidden_shows_at_the_meter_and_goes_with_its_remedy() -> None:
    broken = hidden("pair-crossed")
    assert broken.got("a", 0) is None or broken.got("b", 0) is None
    mended = hidden("pair-crossed", None, "repair pair-crossed")
    assert mended.mended
    assert mended.got("a", 0) is not None
    assert not hidden("pair-crossed", None, "repair dirty").mended
    assert not hidden("pair-crossed", None, "end a clean").mended


def test_a_wrong_module_tells_that_it_is_another_one() -> None:
    told = read_memory(hidden("wrong-module", "a").memory("a"))
    assert told.applications == ("10GBASE-LR",)
    assert read_memory(hidden("wrong-module", "a").memory("b")).applications == ("1000BASE-LX",)


def test_the_same_seed_hides_the_same_whatever_is_asked_first() -> None:
    one, other = (hidden_link(PLAN.of(LINK), Hidden(5)) for _ in range(2))
    other.got("b", 0)
    assert one.cause == other.cause
    assert one.memory("a") == other.memory("a")
    drawn = {hidden_link(PLAN.of(LINK), Hidden(seed)).cause.row.id for seed in range(1, 300)}
    assert len(drawn) > 12
    assert drawn <= set(CAUSES)


def test_the_line_says_in_one_sentence_what_it_is_not_asked() -> None:
    ports = Ports(Hidden(0), lambda: LINKS)
    assert ports.ask([LINK, "lamp", "a"]) == "on"
    assert ports.ask([LINK, "errors", "b", "60"]) == "errors 0"
    assert ports.ask([LINK, "do", "pair", "flipped"]) == "up"
    assert ports.ask([LINK, "see", "trace", "clean"]) in ("trace clean", "trace not clean")
    for words in ([LINK], ["nolink00", "lamp", "a"], [LINK, "lamp", "c"], [LINK, "do", "magic"],
                  [LINK, "see", "ghosts"]):  # fmt: skip
        with pytest.raises(AskError):
            ports.ask(words)
