"""Requests that take long can be asked about and stopped by whoever sent them."""

import pytest
from starlette.testclient import TestClient

from passerelle.api.app import create_app
from passerelle.api.work import routes
from passerelle.core.working import Work
from passerelle.demo_data import mistakes_plan
from passerelle.formats.planfile import write_plan
from passerelle.plans.store import Store

TOKEN = "1f0c7d9e-aaaa"


@pytest.fixture
def client(tmp_path):
    store = Store(tmp_path)
    yield TestClient(create_app(store, web=None), base_url="http://127.0.0.1")
    store.close()


def imported(client, **headers):
    headers = {"content-type": "application/json"} | headers
    return client.post("/api/plans/import", content=write_plan(mistakes_plan()), headers=headers)


def test_work_under_way_is_told_and_asked_to_stop(client):
    works = client.app.state.context.works
    works[TOKEN] = Work("Judging links", 64, 500)
    said = {"what": "Judging links", "done": 64, "of": 500, "kept": False}
    assert client.get(f"/api/work/{TOKEN}").json() == said
    assert not works[TOKEN].stopping
    assert client.delete(f"/api/work/{TOKEN}").json() == said
    assert works[TOKEN].stopping
    assert client.get("/api/work/somebody-elses").json() is None


def test_a_request_that_is_stopped_says_so_and_stores_nothing(client, monkeypatch):
    monkeypatch.setattr(routes, "Work", lambda: Work(stopping=True))
    answer = imported(client, **{routes.HEADER: TOKEN})
    assert (answer.status_code, answer.json()) == (422, {"detail": "Stopped: nothing was stored."})
    assert client.get("/api/plans").json() == []
    assert client.app.state.context.works == {}


@pytest.mark.parametrize("token", ["", "short", "with space 123", "x" * 65])
def test_a_token_that_is_none_is_answered_all_the_same(client, token, monkeypatch):
    monkeypatch.setattr(routes, "Work", lambda: Work(stopping=True))
    assert imported(client, **{routes.HEADER: token}).status_code == 201
