"""Why is it dark: what was seen since the last cause was away, and repairs that help or do not."""

from dataclasses import replace

from passerelle.core.hunting.causes import causes
from passerelle.core.remedies.proposal import Need, propose
from passerelle.instruments.hidden import Hidden
from passerelle.practice.drill import Drill, Look, Shown, replayed
from passerelle.practice.grading import solve, spent_on
from passerelle.practice.kinds.dark import KIND, Known, Truth, drawn, noted
from passerelle.practice.plants import RULES, judged

CHECK = judged(
    replace(propose(Need("Kiln", "Mill", "10GBASE-LR", 2000.0), RULES), id="drilllink0001")
)
BY_ID = {one.row.id: one for one in causes(CHECK)}


def truth(*ids, seed=3):
    return Truth(CHECK, Hidden(seed), tuple(BY_ID[one] for one in ids))


def test_a_repair_of_what_is_broken_brings_it_up_and_another_does_not():
    known, hidden = Known(CHECK, 1), truth("break")
    vain, good = replayed(KIND, known, hidden, ("repair dirty", "repair break"))
    assert (vain.shown.key, vain.shown.helped) == ("as before", False)
    assert (good.shown.key, good.shown.helped) == ("up break", True)
    assert spent_on(KIND.pose(known), (vain, good)).minutes == 6 + 120  # by the table of remedies


def test_of_two_causes_the_second_shows_once_the_first_is_away():
    known, hidden = Known(CHECK, 2), truth("break", "speed-setting")
    one, two = replayed(KIND, known, hidden, ("repair break", "repair speed-setting"))
    assert (one.shown.key, two.shown.key) == ("one break", "up speed-setting")
    assert KIND.right(known, hidden, ("speed-setting", "break"))
    assert not KIND.right(known, hidden, ("break",))


def test_what_was_repaired_before_its_time_is_told_with_what_hid_it():
    known, hidden = Known(CHECK, 2), truth("break", "speed-setting")
    early, last = replayed(KIND, known, hidden, ("repair speed-setting", "repair break"))
    assert early.shown.key == "as before"
    assert last.shown.key == "up break speed-setting"
    _, found, _, up = noted((early, last))
    assert (found, up) == (("break", "speed-setting"), True)


def test_what_was_seen_counts_until_a_cause_is_away():
    levels = (Look("rx a", Shown("none", "")), Look("tx b", Shown("-2.50", "")),
              Look("lamp a", Shown("off", "")), Look("errors b", Shown("12", "")),
              Look("repair dirty", Shown("as before", "", False)))  # fmt: skip
    told, found, vain, up = noted(levels)
    assert told.a.levels == {"rx": None}
    assert told.b.levels == {"tx": -2.5}
    assert (told.a.lamp, told.errors, found, vain, up) == (
        "off", {"b": (12.0, 60.0)}, (), ("dirty",), False)  # fmt: skip
    after, found, vain, _ = noted((*levels, Look("repair break", Shown("one break", "", True))))
    assert (after.a.levels, found, vain) == ({}, ("break",), ())


def test_no_light_at_one_end_from_a_dead_transmitter():
    """Its own meter tells that it sends nothing, and so the far one hears nothing."""
    cause = next(one for one in causes(CHECK)
                 if one.row.id == "transmitter-dead" and one.end == "a")  # fmt: skip
    hidden = replace(truth("break"), causes=(cause,))
    sent = [replayed(KIND, Known(CHECK, 1), replace(hidden, hidden=Hidden(n)), ("tx a",))[0]
            for n in range(1, 21)]  # fmt: skip
    assert sum(one.shown.key == "none" for one in sent) >= 17  # a share of 0.97 by the table


def test_a_link_of_a_plan_gets_one_fault_that_it_can_have():
    for seed in range(20):
        made = drawn(CHECK, Drill("dark", 3, seed))
        assert len(made.causes) == 1
        assert made.causes[0].row.id in BY_ID
        assert made.causes[0].weight > 0
    assert solve(KIND, Known(CHECK, 1, "Mast link"), drawn(CHECK, Drill("dark", 3, 1))).right
    assert "Mast link" in KIND.pose(Known(CHECK, 1, "Mast link")).scene[0]
