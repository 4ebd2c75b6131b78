"""Every change is one transaction and one revision; each person undoes their own, to any depth."""

import random
from dataclasses import replace

import pytest
from sqlalchemy import select

from passerelle.core.changes.change import EditLink, Head, Put, Remove
from passerelle.core.judge.wholeplan import check
from passerelle.core.light.edits import Rename, SetPart
from passerelle.core.plan.facts import Facts
from passerelle.core.refused import Refused
from passerelle.demo_data import mistakes_plan
from passerelle.plans import journal, transfer
from passerelle.plans.journal import NoStepError, StaleError
from passerelle.plans.models import ChangeRow, Revision
from passerelle.plans.plans import Author, Plans
from tests.making import cord


@pytest.fixture
def plans(store) -> Plans:
    made = Plans(store)
    made.add(mistakes_plan(), Facts.NONE, "test", "Demo plan")
    return made


def content(plans: Plans) -> bytes:
    return transfer.export_plan(plans.held(1))


def link_ids(plans: Plans) -> list[str]:
    return list(plans.held(1).plan.links.by_id)


def author(plans: Plans, who: str = "ann") -> Author:
    return Author(who, plans.held(1).revision)


def rename(plans: Plans, at: int, name: str, who: str = "ann", base: int | None = None):
    link = link_ids(plans)[at]
    by = author(plans, who) if base is None else Author(who, base)
    return plans.change(1, [EditLink(link, (Rename(name),))], by, f"rename {name}", seen=[link])


def test_undo_and_redo_follow_any_sequence(plans):
    """A random walk of edits, deletions, undo and redo against two plain stacks."""
    rng = random.Random(7)
    done, undone = [content(plans)], []
    for step in range(60):
        action = rng.choice(["edit", "edit", "delete", "undo", "undo", "redo"])
        if action == "edit":
            rename(plans, rng.randrange(5), f"link {step}")
        elif action == "delete":
            gone = rng.choice(link_ids(plans))
            plans.change(1, [Remove("link", gone)], author(plans), "delete")
        elif action == "undo" and len(done) > 1:
            plans.undo(1, author(plans))
            undone.append(done.pop())
        elif action == "redo" and undone:
            plans.redo(1, author(plans))
            done.append(undone.pop())
        else:
            continue
        now = content(plans)
        if action in ("edit", "delete"):
            done.append(now)
            undone.clear()
        assert now == done[-1]
        assert Plans(plans.store).held(1).plan == plans.held(1).plan  # rows say what memory says
        assert content(Plans(plans.store)) == now
    with plans.store.reading() as session:
        numbers = list(session.scalars(select(Revision.number).order_by(Revision.number)))
    assert numbers == list(range(1, len(numbers) + 1))  # the history only grows


def test_each_person_takes_back_their_own(plans):
    rename(plans, 0, "ann's", "ann")
    rename(plans, 1, "bo's", "bo")
    before = content(plans)
    assert plans.next_steps(1, "ann")[0] == "rename ann's"
    plans.undo(1, author(plans, "ann"))
    names = [link.name for link in plans.held(1).plan.links][:2]
    assert names == ["Pier Office – Instrument Hall core", "bo's"]
    with pytest.raises(NoStepError):
        plans.undo(1, author(plans, "ann"))
    plans.redo(1, author(plans, "ann"))
    assert content(plans) == before


def test_what_somebody_else_built_on_is_not_taken_back_in_silence(plans):
    rename(plans, 0, "ann's", "ann")
    rename(plans, 0, "bo's", "bo")
    before = content(plans)
    with pytest.raises(Refused, match="bo saved “rename bo's” since"):
        plans.undo(1, author(plans, "ann"))
    place = replace(plans.held(1).plan.places.named("Wet Lab"), name="Dry Lab")
    plans.change(1, [Put(place)], author(plans, "cy"), "rename place")
    rename(plans, 2, "still cy's place", "dee")  # another field of a link that cy's change touched
    plans.undo(1, author(plans, "cy"))
    assert plans.held(1).plan.places.named("Wet Lab") is not None
    plans.undo(1, author(plans, "dee"))
    assert content(plans) == before


def test_two_things_at_once_are_no_conflict_and_one_thing_is(plans):
    rename(plans, 0, "first")
    with pytest.raises(StaleError, match="ann saved “rename first”"):
        rename(plans, 0, "second", "bo", base=1)
    rename(plans, 1, "other", "bo", base=1)  # another link has not changed since
    cable = next(iter(plans.held(1).plan.cables))
    price = plans.held(1).plan
    plans.change(1, [Put(replace(cable, notes="seen"))], Author("cy", 1), "note", seen=[cable.id])
    plans.change(
        1, [Head(house_rules=replace(price.house_rules, currency="crowns"))], Author("bo", 1),
        "currency", seen=[price.id],
    )  # fmt: skip
    assert '"first"' in content(plans).decode() and '"second"' not in content(plans).decode()
    with pytest.raises(Refused, match="base: 99 is over 5, the newest revision"):
        rename(plans, 3, "from the future", base=99)


def test_a_revision_tells_who_what_from_and_to(plans):
    link = link_ids(plans)[3]
    part = plans.held(1).plan.links.get(link).path[4]
    longer = SetPart.to(replace(part, length_m=700.0))
    plans.change(1, [EditLink(link, (longer,))], author(plans), "longer")
    with plans.store.reading() as session:
        row = journal.revision(session, 1, 2)
        (change,) = journal.changes_of(session, row)
        assert (row.who, row.what, change.kind, change.thing_id) == ("ann", "longer", "link", link)
        told = {step["p"][-1]: (step.get("b"), step.get("a")) for step in change.steps}
        assert told["length_m"] == (part.length_m, 700.0)
        assert all(step["p"][:2] == ["path", f"#{part.id}"] for step in change.steps)
    rename(plans, 0, "new name")
    with plans.store.reading() as session:
        group, change = journal.changes_of(session, journal.revision(session, 1, 3))
        assert group.kind == "group"  # the redundant pair goes on naming it
        assert change.steps == [
            {"p": ["name"], "b": "Pier Office – Instrument Hall core", "a": "new name"}
        ]


def test_a_rename_onto_a_taken_name_is_refused_and_groups_keep_their_links(plans):
    first, second = link_ids(plans)[:2]
    taken = plans.held(1).plan.links.get(second).name
    with pytest.raises(Refused, match="is the name of another link"):
        rename(plans, 0, taken)
    group = next(one for one in plans.held(1).plan.redundancy if taken not in one.links)
    rename(plans, 0, "elsewhere")
    rename(plans, 1, "Pier Office – Instrument Hall core")  # the name that is free now
    rename(plans, 1, taken)
    now = plans.held(1).plan.redundancy.get(group.id)
    mine = plans.held(1).plan.links.get(first).name
    assert [mine if name == "Pier Office – Instrument Hall core" else name for name in group.links]\
        == list(now.links)  # fmt: skip


def test_an_own_part_that_takes_anothers_place_is_not_that_part(plans):
    plan = plans.held(1).plan
    part = next(one for one in plan.own_parts if one.kind == "module")
    users = [one for one in plan.links if part.name in (_part(one.a), _part(one.b))]
    assert users
    with pytest.raises(Refused, match="would not hold any more"):
        plans.change(
            1, [Remove("own part", part.id), Put(replace(part, id="another001", name="other"))],
            author(plans), "swap",
        )  # fmt: skip
    plans.change(1, [Put(replace(part, name="other"))], author(plans), "rename")
    after = plans.held(1).plan.links.get(users[0].id)
    assert "other" in (_part(after.a), _part(after.b))


def _part(end):
    return end.module.part if end.module else None


def test_a_refused_edit_leaves_no_trace(plans):
    before, link = content(plans), link_ids(plans)[0]
    joint = plans.held(1).plan.links.get(link).path[1]
    with pytest.raises(Refused):
        plans.change(1, [EditLink(link, (SetPart(joint.id, cord()),))], author(plans), "bad")
    assert content(plans) == before
    with plans.store.reading() as session:
        assert session.scalars(select(ChangeRow)).all() == []


def test_a_change_that_fails_on_the_way_to_the_file_poisons_nothing(plans, monkeypatch):
    """An answer about an edit that was never stored must not be given to anybody."""
    before, said = plans.held(1), plans.check(plans.held(1))

    def broken(*_):
        raise OSError("disk full")

    monkeypatch.setattr(journal, "_note", broken)
    with pytest.raises(OSError, match="disk full"):
        rename(plans, 0, "never")
    monkeypatch.undo()
    assert plans.held(1) is before
    assert plans.check(plans.held(1)) is said
    rename(plans, 0, "now")
    assert content(Plans(plans.store)) == content(plans)


def test_two_programs_on_one_folder_see_each_other(plans):
    other = Plans(plans.store)
    assert other.held(1).revision == 1
    rename(plans, 0, "theirs")
    assert next(iter(other.held(1).plan.links)).name == "theirs"
    rename(other, 1, "mine", base=2)
    assert content(other) == content(plans)


def test_an_answer_after_changes_is_that_of_a_plan_read_anew(plans):
    """Warm answers are cold answers, after every step of a walk."""
    rng = random.Random(3)
    for step in range(25):
        plan = plans.held(1).plan
        kind = rng.choice(["link", "place", "pathway", "cable", "device", "own part", "head"])
        if kind == "head":
            basis = rng.choice(["worst-case", "typical"])
            asked = [Head(house_rules=replace(plan.house_rules, loss_basis=basis))]
        else:
            thing = rng.choice(list(plan.things(kind)))
            asked = [Put(replace(thing, name=f"{thing.name[:80]} {step}"))]
            if kind == "pathway":
                asked = [Put(replace(thing, length_m=thing.length_m + 7.0))]
        plans.change(1, asked, author(plans), "walk")
        warm, cold = plans.check(plans.held(1)), check(plans.held(1).plan)
        assert list(warm.links) == list(cold.links)
        assert (warm.findings, warm.backbone) == (cold.findings, cold.backbone)


def test_one_change_is_taken_back_whatever_came_after_and_undone_again(plans):
    """The first of two changes of different links goes; the second stays."""
    first, second = link_ids(plans)[:2]
    old = plans.held(1).plan.links.by_id[first].name
    rename(plans, 0, "One")
    rename(plans, 1, "Two")
    plans.take_back(1, 2, author(plans, "bob"))
    links = plans.held(1).plan.links.by_id
    assert (links[first].name, links[second].name) == (old, "Two")
    plans.undo(1, author(plans, "bob"))
    assert plans.held(1).plan.links.by_id[first].name == "One"
    with pytest.raises(NoStepError, match="no change 1 that could be taken back"):
        plans.take_back(1, 1, author(plans))
