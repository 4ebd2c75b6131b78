"""Will it come up: each cause by itself, two together, and a record that does not hold."""

from dataclasses import replace

import pytest

from passerelle.practice.drill import Look, Shown
from passerelle.practice.kinds.verdict import KIND, Known, Truth, category, measured
from passerelle.practice.plants import APC, cord, having, judged, link, path, run

GOOD = link("10GBASE-SR", path(cord("OM3"), run("OM3", 150.0), cord("OM3")))
LONG = link("10GBASE-LR", path(cord("OS2"), run("OS2", 3000.0), cord("OS2")))


def changed(one, at, **more):
    return replace(one, path=having(one.path, at, **more))


@pytest.mark.parametrize(
    ("one", "found"),
    [
        (GOOD, {"works"}),
        (changed(GOOD, 2, length_m=320.0), {"far"}),
        (changed(GOOD, 2, **measured(3.0)), {"loss"}),  # 3.0 + 2 x 0.75 over 2.6 dB
        (changed(changed(GOOD, 4, fiber="OM1"), 2, length_m=20.0), {"glass"}),  # 62.5 after 50 µm
        (changed(GOOD, 4, fiber="OM1"), {"glass", "far"}),  # and 154 m are over OM1's 33 m
        (changed(GOOD, 0, wiring="A-A"), {"crossing"}),
        (changed(LONG, 0, ends=(LONG.path.segment(0).ends[0], APC)), {"mate"}),
        (replace(GOOD, b=replace(GOOD.b, application="10GBASE-LR")), {"modules"}),
        (changed(changed(GOOD, 0, wiring="A-A"), 2, length_m=320.0), {"crossing", "far"}),
    ],
)
def test_what_stops_a_link(one, found):
    assert category(judged(one)) == found
    assert KIND.right(Known(("A", "B"), one, True), Truth(one), tuple(found))
    assert not KIND.right(Known(("A", "B"), one, True), Truth(one), ("unknown",))


def test_what_was_measured_goes_before_what_is_recorded():
    known = Known(("A", "B"), GOOD, proved=False)
    assert KIND.move(known, ()).act == "walk"
    seen = (Look("walk", Shown("OM3/OM3/OM3", "")), Look("measure", Shown("320/", "")))
    assert KIND.move(known, seen).answer == ("far",)
    lossy = (seen[0], Look("measure", Shown("150/3.0", "")))
    assert KIND.move(known, lossy).answer == ("loss",)
