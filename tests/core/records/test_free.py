"""Free strands by pair of places, against every strand followed one by one."""

from collections import Counter

from passerelle.core.judge.wholeplan import check
from passerelle.core.measuring.runs import LeftOut, permanent_runs
from passerelle.core.plan.backbone import Cable, Place, StrandNote, Termination
from passerelle.core.plan.ends import LinkEnd
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.records.free import free_strands, joined, pair
from passerelle.core.records.handover import ran_short
from passerelle.demo_data import demo_plan, mistakes_plan
from tests.making import cable

FIELD = Termination(kind="field", connector="LC/UPC", panel="P")


def plan(*cables: Cable, links: tuple[PlannedLink, ...] = ()):
    places = dict.fromkeys(name for one in cables for name in (one.a, one.b))
    return check(Plan("free", places=Things(map(Place, places)), cables=Things(cables),
                      links=Things(links)))  # fmt: skip


def glass(name: str, a: str, b: str, strands: int = 4, **more) -> Cable:
    return Cable(name, a, b, "OS2", strands, **{"end_a": FIELD, "end_b": FIELD, "length_m": 90.0}
                 | more)  # fmt: skip


def test_used_bad_and_reserved_strands_are_not_free() -> None:
    notes = (StrandNote(3, "bad"), StrandNote(4, "reserved"))
    link = PlannedLink(
        "l", LinkEnd("1000BASE-LX10", place="A"), LinkEnd("1000BASE-LX10", place="B"),
        (cable("OS2", 90.0, cable="C", strand_numbers=(1, 2)),),
    )  # fmt: skip
    made = free_strands(plan(glass("C", "B", "A", 6, strand_notes=notes), links=(link,)))
    (one,) = made.pairs.values()
    assert one.places == ("A", "B")
    assert [(run.strands, run.of) for run in one.runs] == [((5, 6), 6)]


def test_what_is_left_coiled_reaches_no_panel() -> None:
    coiled = Termination(kind="coiled")
    made = free_strands(plan(glass("C", "A", "B", end_b=coiled)))
    assert made.pairs == {}
    assert made.loose == {"C": (1, 2, 3, 4)}


def test_two_lots_of_free_glass_join_over_the_place_between() -> None:
    check_ = plan(glass("C", "A", "B", 6), glass("D", "B", "X", 4))
    free = free_strands(check_)
    assert [(one.via, one.how, one.strands) for one in joined(check_, free, "A", "X")] == [
        ("B", "patch", 4)
    ]
    assert joined(check_, free, "A", "B") == ()


def test_loose_ends_at_one_place_would_be_spliced() -> None:
    coiled = Termination(kind="coiled")
    check_ = plan(glass("C", "A", "B", 6, end_b=coiled), glass("D", "B", "X", 4, end_a=coiled))
    told = joined(check_, free_strands(check_), "A", "X")
    assert [(one.via, one.how, one.strands) for one in told] == [("B", "splice", 4)]


def test_both_demo_plans_agree_with_every_strand_followed_by_itself() -> None:
    for demo in (demo_plan(), mistakes_plan()):
        judged = check(demo)
        slow: Counter[tuple[str, str]] = Counter()
        for run in permanent_runs(judged):
            if isinstance(run, LeftOut) or run.links:
                continue
            notes = {n.strand: n.state for n in judged.plant.cables[run.cable or ""].strand_notes}
            if notes.get(run.strand) is None:
                slow[pair(run.ends[0].place or "", run.ends[1].place or "")] += 1
        quick = {places: one.count for places, one in free_strands(judged).pairs.items()}
        known = {places: count for places, count in quick.items() if places in slow}
        assert known == dict(slow)


def test_a_pair_with_less_than_a_fifth_free_ran_short() -> None:
    used = tuple(StrandNote(n, "dark") for n in range(1, 6))
    made = free_strands(plan(glass("C", "A", "B", 6, strand_notes=used), glass("D", "A", "X", 5)))
    assert [(one.places, one.free, one.of) for one in ran_short(made)] == [(("A", "B"), 1, 6)]
