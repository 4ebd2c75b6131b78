"""What has to be ordered: what takes longest first, and what is ordered already."""

from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.materials import materials_of
from passerelle.core.plan.facts import About, Facts, TaskFact
from passerelle.core.visits.orders import MAX_KEY, order_key, orders_of
from passerelle.demo_data import demo_plan
from passerelle.formats.prices import price_book

MADE = materials_of(check(demo_plan()), price_book(demo_plan().prices))


def noted(key, state="done", at="2026-05-01T08:00:00Z", n=0):
    return TaskFact(about=About("plan", "plan000000001"), at=at, who="Ada", kind="task", task=key,
                    state=state, id=f"orderfact{n:04d}")  # fmt: skip


def test_everything_that_is_bought_is_ordered_once_and_nothing_else() -> None:
    """Modules and the spares of their kind are one thing to order, with the reasons of both."""
    orders = orders_of(MADE)
    wanted = {order_key(line.key, line.what) for line in MADE.lines if line.buy > 0}
    assert {one.key for one in orders} == wanted
    assert len(orders) == len(wanted)
    (erbium,) = [one for one in orders if one.what == "module: 10GBASE-ER, SFP+"]
    assert "spare" in erbium.reasons
    assert len(erbium.reasons) > 1
    assert all(one.reasons for one in orders)
    assert not any(one.ordered for one in orders)


def test_what_takes_longest_comes_first_and_what_nobody_recorded_last() -> None:
    leads = [one.lead_days for one in orders_of(MADE)]
    known = [one for one in leads if one is not None]
    assert known == sorted(known, reverse=True)
    assert leads == [*known, *[None] * (len(leads) - len(known))]


def test_an_order_is_noted_by_its_key_and_can_be_taken_back() -> None:
    first, second = orders_of(MADE)[:2]
    done = {one.key: one.ordered for one in orders_of(MADE, Facts.of([noted(first.key)]))}
    assert (done[first.key], done[second.key]) == (True, False)
    facts = [noted(first.key), noted(first.key, "open", "2026-05-02T08:00:00Z", 1)]
    after = {one.key: one.ordered for one in orders_of(MADE, Facts.of(facts))}
    assert after[first.key] is False


def test_a_key_fits_where_it_is_kept_whatever_the_thing_is_called() -> None:
    assert len(order_key("module", "x" * 400)) <= MAX_KEY
    assert order_key("module", "A") != order_key("module", "B")
