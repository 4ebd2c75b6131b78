"""Any changes, then undone one by one, give the first export back, and redone the last one."""

import json
import tempfile
from pathlib import Path

from hypothesis import settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, initialize, invariant, rule
from starlette.testclient import TestClient

from passerelle.api.app import create_app
from passerelle.api.serving import load
from passerelle.core.judge.wholeplan import check
from passerelle.demo_data import mistakes_plan
from passerelle.plans.plans import Plans
from passerelle.plans.store import Store

PLAN = "/api/plans/1"


class Changes(RuleBasedStateMachine):
    """One person at the API of the demo plan."""

    @initialize()
    def start(self) -> None:
        """A store of its own."""
        self.folder = tempfile.TemporaryDirectory()
        self.store = Store(Path(self.folder.name))
        load(self.store, mistakes_plan())
        app = create_app(self.store, web=None)
        self.client = TestClient(app, base_url="http://127.0.0.1")
        self.first = self.exported()
        self.made = 0

    def teardown(self) -> None:
        """Undo everything, then do everything again."""
        if not hasattr(self, "store"):
            return
        last = self.exported()
        for _ in range(self.made):
            self.step("undo")
        assert self.exported() == self.first
        for _ in range(self.made):
            self.step("redo")
        assert self.exported() == last
        self.client.close()
        self.store.close()
        self.folder.cleanup()

    def exported(self) -> dict:
        return self.client.get(f"{PLAN}/export").json()

    def revision(self) -> int:
        return self.client.get(PLAN).json()["revision"]

    def step(self, what: str) -> None:
        answer = self.client.post(f"{PLAN}/{what}", json={"base": self.revision()})
        assert answer.status_code == 200, answer.text

    def links(self) -> list[dict]:
        return self.client.get(f"{PLAN}/links").json()

    def count(self, answer) -> None:
        if answer.status_code == 200:
            self.made += 1
        else:
            assert answer.status_code in (409, 422), answer.text

    @rule(which=st.integers(0, 99), part=st.integers(0, 20), length=st.integers(0, 3000))
    def lengthen(self, which: int, part: int, length: int) -> None:
        """A segment gets another length; on strands or shared, other links may follow."""
        rows = self.links()
        address = f"{PLAN}/links/{rows[which % len(rows)]['id']}"
        path = self.client.get(address).json()["doc"]["path"]
        one = path[2 * (part % ((len(path) + 1) // 2))]
        if one["segment"] != "inline":
            edit = {"op": "set-part", "at": one["id"], "part": one | {"length_m": float(length)}}
            body = {"base": self.revision(), "edits": [edit]}
            self.count(self.client.patch(address, json=body))

    @rule(which=st.integers(0, 99), name=st.text("abc", min_size=1, max_size=2))
    def rename(self, which: int, name: str) -> None:
        """A name that may be taken already; groups follow it."""
        rows = self.links()
        address = f"{PLAN}/links/{rows[which % len(rows)]['id']}"
        edits = [{"op": "rename", "name": name}]
        if self.client.get(address).json()["doc"]["name"] != name:
            body = {"base": self.revision(), "edits": edits}
            self.count(self.client.patch(address, json=body))

    @rule(which=st.integers(0, 99))
    def delete(self, which: int) -> None:
        """A link goes, from its groups too."""
        rows = self.links()
        address = f"{PLAN}/links/{rows[which % len(rows)]['id']}"
        self.count(self.client.delete(address, params={"base": self.revision()}))

    @rule(basis=st.sampled_from(["typical", "worst-case", "statistical"]), db=st.integers(0, 3))
    def judge_otherwise(self, basis: str, db: int) -> None:
        """Other house rules."""
        rules = self.client.get(PLAN).json()["house_rules"]
        new = rules | {"loss_basis": basis, "ageing_db": float(db)}
        if new != rules:
            body = {"base": self.revision(), "house_rules": new}
            self.count(self.client.patch(PLAN, json=body))

    @rule(which=st.integers(0, 99), wiring=st.sampled_from(["A-A", "A-B"]))
    def cross(self, which: int, wiring: str) -> None:
        """The first cord is crossed or not."""
        rows = self.links()
        address = f"{PLAN}/links/{rows[which % len(rows)]['id']}"
        cord = self.client.get(address).json()["doc"]["path"][0]
        if cord["segment"] == "cord" and cord.get("wiring") not in (None, wiring):
            edit = {"op": "set-part", "at": cord["id"], "part": cord | {"wiring": wiring}}
            body = {"base": self.revision(), "edits": [edit]}
            self.count(self.client.patch(address, json=body))

    @invariant()
    def carried_over_is_judged_anew(self) -> None:
        """The answer that the running application has is the one that a fresh look gives."""
        if not hasattr(self, "store"):
            return
        fresh = check(Plans(self.store).held(1).plan)
        rows = {row["id"]: (row["verdict"], row["margin_db"]) for row in self.links()}
        anew = {
            one.budget.link.id: (one.verdict, None if one.voided else one.margin_db)
            for one in fresh.links
        }
        assert list(rows) == list(anew)
        for key, (verdict, margin) in anew.items():
            assert rows[key][0] == verdict
            assert (rows[key][1] is None) == (margin is None)
            assert margin is None or abs(rows[key][1] - margin) < 0.006


TestChanges = Changes.TestCase
TestChanges.settings = settings(max_examples=6, stateful_step_count=8, deadline=None)


def test_the_machine_can_tell_plans_apart(client):
    """The comparison notices a change: an export after an edit is another one."""
    before = client.get(f"{PLAN}/export").json()
    body = {"base": 1, "edits": [{"op": "rename", "name": "another name"}]}
    assert client.patch(f"{PLAN}/links/demolink0004", json=body).status_code == 200
    after = client.get(f"{PLAN}/export").json()
    assert json.dumps(before) != json.dumps(after)
