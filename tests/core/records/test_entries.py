"""Everything of a plan that can be found."""

from passerelle.core.judge.wholeplan import check
from passerelle.core.records.entries import entries_of
from passerelle.demo_data import demo_file, demo_plan

PLAN = check(demo_plan())


def test_everything_with_a_name_can_be_found() -> None:
    plan, facts = demo_file()
    names = {(one.kind, one.name) for one in entries_of(check(plan), facts)}
    for kind in ("place", "pathway", "cable", "closure", "device", "need", "service"):
        assert {(kind, thing.name) for thing in plan.things(kind)} <= names, kind
    assert {("link", one.name) for one in plan.links} <= names
    assert ("serial", "SKV-0231-LR") in names
    assert ("panel port", "PO-A:1") in names


def test_every_entry_says_what_it_is_and_a_link_is_opened_by_its_id() -> None:
    plan, facts = demo_file()
    for one in entries_of(check(plan), facts):
        assert one.what, one
        assert one.name.strip() == one.name, one
        if one.kind == "link":
            assert one.id in plan.links.by_id
