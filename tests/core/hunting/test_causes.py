"""Which causes a link can have: what its record rules out, and which end they belong to."""

from collections import Counter
from dataclasses import replace

import pytest

from passerelle.core.hunting.causes import causes
from passerelle.core.judge.check import LinkCheck
from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.lightpath import Joint
from passerelle.core.tables.hunting import CAUSES, LOOKS, SIGHTS
from passerelle.demo_data import demo_plan, mistakes_plan

GOOD = check(demo_plan()).links
WRONG = check(mistakes_plan()).links


def ids(of: LinkCheck) -> set[str]:
    return {one.row.id for one in causes(of)}


def test_what_belongs_to_an_end_stands_once_for_each() -> None:
    told = Counter(one.row.id for one in causes(GOOD[0]))
    for name, times in told.items():
        assert times == (2 if CAUSES[name].by_end else 1), name


def test_two_sides_of_one_kind_only_where_modules_have_sides() -> None:
    for one in GOOD:
        assert ("same-side" in ids(one)) == any(m.pairs_with for m in one.budget.modules)


def test_too_much_light_only_where_it_can_arrive() -> None:
    for one in GOOD:
        ways = [(d.received_max_dbm, d.receive_max_dbm) for d in one.budget.directions]
        if all(got is not None and most is not None and got <= most for got, most in ways):
            assert "overload" not in ids(one)
        else:
            assert "overload" in ids(one)


def test_pairs_are_crossed_by_two_strands() -> None:
    for one in GOOD:
        if all(m.strands == 1 for m in one.budget.modules):
            assert "pair-crossed" not in ids(one)


def test_parts_that_are_named_are_of_the_path_and_of_the_right_kind() -> None:
    for one in (*GOOD, *WRONG):
        parts = one.budget.link.path.parts
        for cause in causes(one):
            assert all(0 <= at < len(parts) for at in cause.at), cause.row.id
            assert cause.weight > 0 and cause.why
            if cause.row.id == "bad-joint":
                assert all(isinstance(parts[at], Joint) for at in cause.at)


def test_a_negative_margin_is_no_longer_spoken_against() -> None:
    """A tenth of the weight where the planned margin holds; 15 times with a finding of it."""
    weight = CAUSES["too-long"].weight
    holds = next(one for one in GOOD if (one.margin_db or -1) > 1)
    found = next(c for c in causes(holds) if c.row.id == "too-long")
    assert found.weight == pytest.approx(0.1 * weight)
    rules = set(CAUSES["too-long"].findings)
    failing = [one for one in WRONG if (one.margin_db or 0) < 0]
    over = next(one for one in failing if rules & {f.rule.id for f in one.findings})
    found = next(c for c in causes(over) if c.row.id == "too-long")
    assert found.weight == pytest.approx(15 * weight)


def test_a_port_that_takes_any_coding_hardly_refuses_one() -> None:
    one = GOOD[0]
    port = replace(one.budget.link.a.port, own_coding_only=False)
    link = replace(one.budget.link, a=replace(one.budget.link.a, port=port))
    told = {c.end: c.weight for c in causes(one.again(link)) if c.row.id == "coding-refused"}
    assert told["a"] == pytest.approx(0.1 * CAUSES["coding-refused"].weight)


def test_shares_of_the_table_are_shares_and_its_looks_name_causes() -> None:
    for row in CAUSES.values():
        for shares in (row.rx_near, row.rx_far):
            assert len(shares) == 3 and min(shares) >= 0 and sum(shares) <= 1 + 1e-9, row.id
        assert all(0 <= one <= 1 for one in (row.tx_none, row.lamp_off, row.errors))
    for look in LOOKS:
        assert set(look.stays) <= set(CAUSES) and all(0 < s < 1 for s in look.stays.values())
    for sight in SIGHTS:
        assert set(sight.shares) <= set(CAUSES)
