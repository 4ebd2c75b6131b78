"""Signatures in a chain: a record that was changed, dropped or put in between is found."""

import hashlib
import json
from dataclasses import replace

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.fact import About
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.turnup import SignOffFact
from passerelle.core.refused import Refused
from passerelle.core.turnup.answer import open_points
from passerelle.core.turnup.link import ground_of, turn_up
from passerelle.core.turnup.signing import (
    canonical,
    chained,
    next_in_chain,
    path_lines,
    record_of,
    since_then,
    verified,
)
from passerelle.demo_data import demo_plan

from .facts import at

PLAN = check(demo_plan())
LINK = "demolink0004"


def chain(count: int = 3) -> list[SignOffFact]:
    """Records of one link, one after the other."""
    made: list[SignOffFact] = []
    for n in range(count):
        number, before = next_in_chain(Facts.of(made))
        record = canonical({"link": {"name": f"link {n}"}, "who": "Ada"})
        made.append(
            SignOffFact(id=new_id(), about=About("link", LINK), at=at(n), who="Ada",
                        kind="sign-off", number=number, record=record, before=before,
                        sha256=chained(before, record))
        )  # fmt: skip
    return made


def test_the_hash_is_of_the_one_before_a_line_feed_and_the_record() -> None:
    first, second, _ = chain()
    assert first.sha256 == hashlib.sha256(b"\n" + first.record.encode()).hexdigest()
    told = f"{first.sha256}\n{second.record}".encode()
    assert second.sha256 == hashlib.sha256(told).hexdigest()
    assert canonical({"b": 1, "a": "é"}) == '{"a":"é","b":1}'


def test_a_chain_that_was_left_alone_holds() -> None:
    assert verified(chain())[1] == []
    assert verified(reversed(chain()))[1] == []
    assert verified([]) == ([], [])


def test_a_record_that_was_changed_is_named() -> None:
    made = chain()
    made[1] = replace(made[1], record=made[1].record.replace("Ada", "Bob"))
    told = verified(made)[1]
    assert [(one.number, one.link) for one in told] == [(2, "link 1")]
    assert "changed after it was signed" in told[0].why


def test_a_record_that_was_changed_with_its_hash_breaks_the_next_one() -> None:
    made = chain()
    record = made[1].record.replace("Ada", "Bob")
    made[1] = replace(made[1], record=record, sha256=chained(made[1].before, record))
    assert [one.number for one in verified(made)[1]] == [3]


def test_a_record_that_was_taken_out_leaves_a_gap() -> None:
    made = chain()
    told = verified([made[0], made[2]])[1]
    assert {one.number for one in told} == {3}
    assert any("missing" in one.why for one in told)


def test_what_was_withdrawn_stays_in_the_chain() -> None:
    made = chain(2)
    told = chained(made[1].sha256, made[1].record)
    gone = replace(made[1], id=new_id(), corrects=made[1].id, withdrawn=True, number=3,
                   before=made[1].sha256, sha256=told)  # fmt: skip
    facts = Facts.of([*made, gone])
    assert verified(facts.all)[1] == []
    assert next_in_chain(facts)[0] == 4


def test_nobody_signs_what_is_open_without_a_reason() -> None:
    one = turn_up(ground_of(PLAN, Facts.NONE), LINK)
    given = {"plan": ("p", "plan"), "revision": 3, "who": "Ada", "at": at(0)}
    with pytest.raises(Refused, match="is open: say why"):
        record_of(one, **given, reasons={})
    keys = [key for key, _ in open_points(one)]
    assert len(keys) == len(set(keys)) > 10
    with pytest.raises(Refused):
        record_of(one, **given, reasons=dict.fromkeys(keys[:-1], "agreed"))
    record = record_of(one, **given, reasons=dict.fromkeys(keys, "agreed"))
    assert [left["reason"] for left in record["open"]] == ["agreed"] * len(keys)
    assert {"levels", "counters"} <= {point["what"] for point in record["checked"]}
    assert all(lane["verdict"] == "not read" for lane in record["read"])
    json.dumps(record)


def test_what_is_planned_otherwise_since_stands_line_by_line() -> None:
    one = PLAN.of(LINK)
    then = {"planned": path_lines(one)}
    assert since_then(one, then) == []
    then["planned"][2] = then["planned"][2].replace("2 m", "5 m")
    told = since_then(one, then)
    assert [line[0] for line in told] == ["-", "+"]
    assert "5 m" in told[0]
