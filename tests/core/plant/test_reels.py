"""The cut plan: which reel each cable is cut from, and what is left."""

from hypothesis import given
from hypothesis import strategies as st

from passerelle.core.plan.backbone import Reel
from passerelle.core.plant.reels import cut_plan
from tests.planting import cable, kind, plant, way


def test_the_cut_plan_leaves_the_longest_ends():
    """500 and 300 from 1000 leave 200, enough for the wish; 400 takes the reel of 450."""
    ways = tuple(
        way(n, "A", to, m)
        for n, to, m in (("a", "B", 500), ("b", "C", 300), ("c", "D", 400), ("d", "E", 150))
    )
    wanted = (("x", "B", "a", 500.0), ("y", "C", "b", 300.0), ("z", "D", "c", 400.0))
    cables = tuple(cable(n, "A", to, w, length_m=m) for n, to, w, m in wanted)
    wish = cable("extra", "A", "E", "d", wish=True, length_m=150.0)
    reels = {n: Reel(n, "test cable", m) for n, m in (("big", 1000.0), ("small", 450.0))}
    made = cut_plan(plant(ways, (*cables, wish), reels=reels))
    assert {r.reel.name: ([c.cable for c in r.cuts], r.left_m) for r in made.reels} == {
        "big": (["x", "y"], 200.0), "small": (["z"], 50.0),
    }  # fmt: skip
    assert made.reels[0].serves == "extra"
    short = cut_plan(plant(ways, cables, reels={"small": reels["small"]}))
    assert [(c.cable, c.longest_m) for c in short.short] == [("x", 450.0), ("y", 50.0)]


def cuts(cables, *reels):
    made = cut_plan(plant((), tuple(cables), reels={one.name: one for one in reels}))
    return {r.reel.name: [c.cable for c in r.cuts] for r in made.reels}, made


def test_a_reel_serves_its_own_construction_and_strands_only():
    other = cable("x", "A", "B", length_m=50.0, type=kind(name="another cable"))
    wide = cable("y", "A", "B", length_m=50.0, strands=24)
    fitting = cable("z", "A", "B", length_m=50.0)
    found, made = cuts((other, wide, fitting), Reel("R", "test cable", 1000.0, 12))
    assert found == {"R": ["z"]}
    assert made.short == ()  # nobody says that the others come off a reel


def test_what_exists_or_is_only_wished_for_is_not_cut():
    there = cable("x", "A", "B", length_m=50.0, existing=True)
    wish = cable("y", "A", "B", length_m=50.0, wish=True)
    found, made = cuts((there, wish), Reel("R", "test cable", 1000.0))
    assert found == {"R": []}
    assert made.reels[0].serves is None  # a whole reel is no leftover


def test_a_leftover_under_thirty_metres_serves_nothing():
    """130 less 100 leaves 30: enough. 129.9 leaves 29.9: not."""
    cables = (cable("x", "A", "B", length_m=100.0), cable("y", "A", "B", length_m=10.0, wish=True))
    for reel_m, serves in ((130.0, "y"), (129.9, None)):
        _, made = cuts(cables, Reel("R", "test cable", reel_m))
        assert made.reels[0].serves == serves


def test_a_wish_is_served_once_and_the_longest_first():
    cables = (
        cable("p", "A", "B", length_m=100.0), cable("q", "A", "B", length_m=90.0),
        cable("long", "A", "B", length_m=60.0, wish=True),
        cable("brief", "A", "B", length_m=40.0, wish=True),
    )  # fmt: skip
    _, made = cuts(cables, Reel("R1", "test cable", 160.0), Reel("R2", "test cable", 150.0))
    # 100 m comes off the reel of 150 (just enough), 90 m off the one of 160: 50 and 70 are left
    assert {r.reel.name: (r.left_m, r.serves) for r in made.reels} == {
        "R1": (70.0, "long"), "R2": (50.0, "brief")
    }  # fmt: skip


@given(
    st.lists(st.integers(1, 400), min_size=1, max_size=8),
    st.lists(st.integers(50, 500), min_size=1, max_size=4),
)
def test_no_reel_gives_more_than_it_has_and_no_metre_is_lost(wanted, stock):
    cables = [cable(f"c{n}", "A", "B", length_m=float(m)) for n, m in enumerate(wanted)]
    reels = [Reel(f"r{n}", "test cable", float(m)) for n, m in enumerate(stock)]
    _, made = cuts(cables, *reels)
    for one in made.reels:
        assert one.left_m == one.reel.length_m - sum(c.length_m for c in one.cuts) >= 0
    placed = sorted([c.cable for r in made.reels for c in r.cuts] + [c.cable for c in made.short])
    assert placed == sorted(c.name for c in cables)
    for one in made.short:  # truly too long for what is left at the end
        assert all(r.left_m < one.length_m for r in made.reels)
