"""Packets of visits: out and home, in any order, twice; hostile ones in one sentence."""

import json
import random
from base64 import b64encode
from dataclasses import replace

import pytest

from passerelle.core.plan.facts import Facts
from passerelle.core.plan.things import Things
from passerelle.core.plan.visiting import PlannedVisit
from passerelle.core.refused import Refused
from passerelle.core.visits.tasks import standing
from passerelle.formats.packets import packet, page, read_packet
from tests.core.visits.test_tasks import plan, work

VISIT = PlannedVisit(
    name="V </script> 1", day=1, tasks=("goods-in:cable001", "gone:x"), id="visit0001"
)


def made():
    own = replace(plan(), visits=Things((VISIT,)), id="plan00001")
    return packet(own, 7, "visit0001", work(own))


def fact(number, state, at, **more):
    return {"id": f"fact{number:06d}", "kind": "task", "task": "goods-in:cable001", "state": state,
            "about": {"kind": "cable", "id": "cable001"}, "at": at, "who": "ann",
            **more}  # fmt: skip


def test_a_packet_has_the_tasks_that_are_there_and_the_page_runs_none_of_the_plans_text():
    one = made()
    assert [task["key"] for task in one["tasks"]] == ["goods-in:cable001"]
    text = page(one)
    body = text.partition('id="packet">')[2].partition("</script>")[0]
    assert json.loads(body) == one
    assert "http" not in text.replace("http-equiv", "")


def test_packets_merged_in_any_order_and_twice_give_one_result():
    """Two people at two ends; what was noted last counts, whenever it comes home."""
    noted = [
        fact(1, "part", "2026-05-31T10:00:00Z", minutes=5), fact(2, "done", "2026-05-31T12:00:00Z"),
        fact(3, "not done", "2026-05-31T13:00:00+02:00", note="rain"),  # 11:00 in the other zone
    ]  # fmt: skip
    packets = [
        made() | {"facts": noted[:2]},
        made() | {"facts": noted[1:]},
        made() | {"facts": noted},
    ]
    seen = set()
    for seed in range(8):
        order = packets * 2
        random.Random(seed).shuffle(order)
        facts = Facts.NONE
        for one in order:
            facts = facts.with_more(read_packet(json.dumps(one).encode()).facts)
        assert len(facts.all) == 3
        seen.add(standing(facts)["goods-in:cable001"].id)
    assert seen == {"fact000002"}


def test_a_photo_comes_home_as_it_was():
    photo = {"about": {"kind": "cable", "id": "cable001"}, "name": "x.jpg",
             "data": b64encode(b"bytes").decode()}  # fmt: skip
    (one,) = read_packet(json.dumps(made() | {"photos": [photo]}).encode()).photos
    assert (one.kind, one.about, one.data) == ("cable", "cable001", b"bytes")


@pytest.mark.parametrize(
    ("change", "said"),
    [
        ({"format": "x"}, "is no packet of a visit"), ({"version": 2}, "version: 2 is not 1"),
        ({"facts": 3}, "facts: is no list"), ({"plan": None}, "plan.id: is missing"),
        ({"facts": [fact(1, "done", "noon")]}, r"facts\[0\].at: 'noon' is not a time"),
        ({"facts": [fact(1, "x", "2026-05-31T10:00:00Z") | {"id": None}]}, r"facts\[0\].id"),
        ({"facts": [fact(1, "finished", "2026-05-31T10:00:00Z")]}, r"facts\[0\].state"),
        ({"photos": [{"about": {}, "name": "x", "data": "%"}]}, r"photos\[0\].data: is not base64"),
        ({"facts": [{}] * 6000}, "at most 5000 are taken"),
    ],
)  # fmt: skip
def test_what_is_wrong_with_a_packet_is_one_sentence(change, said):
    with pytest.raises(Refused, match=said):
        read_packet(json.dumps(made() | change).encode())


@pytest.mark.parametrize("data", [b"", b"\xff\xfe", b"[" * 100_000, b"null"])
def test_rubbish_is_no_packet(data):
    with pytest.raises(Refused, match="is no packet of a visit"):
        read_packet(data)


def test_work_of_reads_what_came_home():
    facts = Facts.of(read_packet(json.dumps(
        made() | {"facts": [fact(1, "done", "2026-05-31T10:00:00Z")]}
    ).encode()).facts)  # fmt: skip
    assert "goods-in:cable001" in work(plan(), facts).done
