"""A new speed on old glass."""

from passerelle.core.judge.wholeplan import check
from passerelle.core.records.speed import at_speed
from passerelle.demo_data import demo_plan

PLAN = check(demo_plan())


def test_a_new_speed_is_judged_on_the_link_s_own_glass() -> None:
    """300 m of OM3 carries 10GBASE-SR and not 25GBASE-SR, which ends at 70 m."""
    ids = {one.budget.link.name: key for key, one in PLAN.alone.items()}
    bench, hill = at_speed(
        PLAN, [ids["Instrument Hall – Wet Lab bench"], ids["Pier Office – Beacon Hill"]], 25.0
    )
    assert (bench.verdict, bench.application) == ("fails", "25GBASE-SR")
    assert "70" in (bench.why or "")
    assert (hill.verdict, hill.application) == ("works", "25GBASE-LR")
    (now,) = at_speed(PLAN, [ids["Pier Office – Beacon Hill"]], 10.0)
    assert now.why == "it runs at that or more already"
    (none,) = at_speed(PLAN, [ids["Pier Office – Beacon Hill"]], 33.0)
    assert (none.verdict, none.application) == ("unknown", None)


def test_every_link_that_is_asked_for_has_an_answer_in_that_order() -> None:
    keys = list(PLAN.alone)[:12]
    made = at_speed(PLAN, keys, 25.0)
    assert [one.id for one in made] == keys
    assert all(one.why for one in made if one.verdict in ("fails", "unknown"))
