"""Whatever is done to a plan, its file can be read again and says the same."""

import random

import pytest

from tests.conftest import part_id

PLAN = "/api/plans/1"
LISTS = {
    "place": "places", "pathway": "pathways", "cable": "cables", "closure": "closures",
    "group": "redundancy", "reel": "reels", "feed": "feeds", "copper": "copper_runs",
}  # fmt: skip


class Walker:
    """Does one thing after another to the demo plan, by chance."""

    def __init__(self, client, seed):
        self.client, self.chance = client, random.Random(seed)

    def base(self):
        return self.client.get(PLAN).json()["revision"]

    def one(self, kind):
        found = self.client.get(f"{PLAN}/export").json()[LISTS[kind]]
        return self.chance.choice(found) if found else None

    def link(self):
        return self.chance.choice(self.client.get(f"{PLAN}/links").json())["id"]

    def change(self, kind, thing_id, doc):
        body = {"base": self.base(), "what": "walk", "cascade": True}
        body["changes"] = [{"kind": kind, "id": thing_id, "doc": doc}]
        return self.client.post(f"{PLAN}/plant/changes", json=body)

    def delete_thing(self):
        kind = self.chance.choice(list(LISTS))
        thing = self.one(kind)
        return self.change(kind, thing["id"], None) if thing else None

    def rename_thing(self):
        kind = self.chance.choice(list(LISTS))
        thing = self.one(kind)
        if thing is None:
            return None
        name = f"{thing['name'][:100]} {self.chance.randint(1, 99)}"
        return self.change(kind, thing["id"], thing | {"name": name})

    def delete_link(self):
        return self.client.delete(f"{PLAN}/links/{self.link()}?base={self.base()}")

    def duplicate_link(self):
        body = {"base": self.base()}
        return self.client.post(f"{PLAN}/links/{self.link()}/duplicate", json=body)

    def take_option(self):
        places = [p["name"] for p in self.client.get(f"{PLAN}/export").json()["places"]]
        a, b = self.chance.sample(places, 2)
        need = {"a_place": a, "b_place": b, "rate_gbps": self.chance.choice([1, 10, 100])}
        need |= {
            "distance_m": self.chance.choice([20, 240]),
            "circuits": self.chance.choice([1, 4]),
        }
        if self.chance.random() < 0.3:
            need["redundant_m"] = 120
        options = self.client.post(f"{PLAN}/choose", json={"need": need}).json()["options"]
        if not options:
            return None
        key = self.chance.choice(options)["key"]
        body = {"base": self.base(), "need": need, "key": key}
        return self.client.post(f"{PLAN}/choose/take", json=body)

    def undo(self):
        return self.client.post(f"{PLAN}/undo", json={"base": self.base()})

    def redo(self):
        return self.client.post(f"{PLAN}/redo", json={"base": self.base()})

    def step(self):
        does = self.chance.choice([
            self.delete_thing, self.rename_thing, self.delete_link, self.duplicate_link,
            self.take_option, self.undo, self.redo,
        ])  # fmt: skip
        answer = does()
        return does.__name__, answer.status_code if answer is not None else None


def said(client, plan):
    rows = client.get(f"{plan}/links").json()
    links = [(r["name"], r["verdict"], r["margin_db"], r["length_m"], r["counts"]) for r in rows]
    plant = client.get(f"{plan}/plant").json()["findings"]
    return links, sorted((f["rule"], f["name"], f["message"]) for f in plant)


@pytest.mark.parametrize("seed", [1, 2, 3])
def test_a_plan_that_was_changed_reads_back_as_it_is(client, seed):
    walker, done = Walker(client, seed), []
    for _ in range(8):
        done.append(walker.step())
        assert done[-1][1] is None or done[-1][1] < 500, done
        text = client.get(f"{PLAN}/export").content
        again = client.post("/api/plans/import", content=text)
        assert again.status_code == 201, (done, again.text)
        assert said(client, PLAN) == said(client, f"/api/plans/{again.json()['id']}"), done


def an_edit(chance, path):
    """One of the changes that the Light view offers, at a place that may not suit it."""
    at, to = (chance.choice([*(part["id"] for part in path), "nosuchpart"]) for _ in range(2))
    return chance.choice([
        {"op": "insert-segment", "after": chance.choice([at, None]),
         "kind": chance.choice(["cord", "cable", "pigtail", "cassette", "inline"])},
        {"op": "split-segment", "at": at, "kind": chance.choice(["adapter", "fusion"])},
        {"op": "remove-part", "at": at},
        {"op": "move-segment", "at": at, "to": to},
    ])  # fmt: skip


@pytest.mark.parametrize("seed", [1, 2])
def test_every_edited_path_has_an_answer(client, seed):
    """Refused with a sentence, or judged, explained and traced: never an error."""
    chance = random.Random(seed)
    rows = client.get(f"{PLAN}/links").json()
    for _ in range(40):
        link = f"{PLAN}/links/{chance.choice(rows)['id']}"
        edit = an_edit(chance, client.get(link).json()["doc"]["path"])
        base = client.get(PLAN).json()["revision"]
        seen = client.post(f"{link}/preview", json={"edits": [edit]})
        done = client.patch(link, json={"base": base, "edits": [edit], "what": "walk"})
        assert seen.status_code == done.status_code, (edit, seen.text, done.text)
        if done.status_code != 200:
            assert done.status_code == 422, (edit, done.text)
            continue
        brief, summary = seen.json()["after"], done.json()["link"]["summary"]
        assert (brief["verdict"], brief["margin_db"]) == (summary["verdict"], summary["margin_db"])
        for view in ("why", "growth", "polarity"):
            assert client.get(f"{link}/{view}").status_code == 200, (edit, view)


@pytest.mark.parametrize("kind", ["fusion", "mechanical", "adapter"])
def test_a_trunk_that_is_cut_is_still_traced(client, kind):
    """Bare strands, and a plug too small for them, are as wide as what arrives."""
    rows = client.get(f"{PLAN}/links").json()
    trunk = next(r for r in rows if r["name"].startswith("Trunk T-18"))
    link = f"{PLAN}/links/{trunk['id']}"
    before = client.get(f"{link}/polarity").json()["strands"]
    edit = {"op": "split-segment", "at": part_id(client, link, 4), "kind": kind}
    assert client.patch(link, json={"base": 1, "edits": [edit]}).status_code == 200
    after = client.get(f"{link}/polarity").json()["strands"]
    assert len(after) == len(before) == 12  # of its MPO-12
    assert all(1 <= row <= 12 for strand in after for row in strand["rows"])
    if kind != "adapter":  # a splice joins each strand to itself
        assert [s["meets"] for s in after] == [s["meets"] for s in before]


def test_an_entered_loss_is_not_lost_and_not_half_written(client):
    after = part_id(client, f"{PLAN}/links/demolink0004", 0)
    edit = {"op": "insert-segment", "after": after, "kind": "pigtail", "loss_db": 1.5}
    refused = client.patch(f"{PLAN}/links/demolink0004", json={"base": 1, "edits": [edit]})
    assert refused.status_code == 422
    assert "needs its source; insert the pigtail first" in refused.json()["detail"]
    assert client.get(PLAN).json()["revision"] == 1
