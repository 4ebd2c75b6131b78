"""Whatever is sent: one sentence in JSON, a status of the sender's, all headers, and no fault.

A longer run by hand: PASSERELLE_CALLS=10000 pytest tests/api/test_hostile.py
"""

import inspect
import os
import threading

import pytest
from starlette.testclient import TestClient

from passerelle.api.app import create_app
from passerelle.api.serving import load
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.plan import Plan
from passerelle.demo_data import mistakes_plan
from passerelle.plans import plans as plans_module
from passerelle.plans.plans import Plans
from tests.api.hostile import Hostile

CALLS = int(os.environ.get("PASSERELLE_CALLS", "800"))
HEADERS = {
    "content-security-policy", "x-content-type-options", "referrer-policy",
    "cross-origin-resource-policy", "cache-control",
}  # fmt: skip
LINK = "/api/plans/1/links/demolink0004"


@pytest.fixture
def open_to_all(store):
    """The API as a server answers it: a fault is an answer of 500, not an exception here."""
    load(store, mistakes_plan())
    app = create_app(store, web=None)
    with TestClient(app, base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
        yield client


def told(answer):
    """The sentence of a refusal."""
    assert set(answer.headers) >= HEADERS, answer.headers
    detail = answer.json()["detail"]
    assert isinstance(detail, str), detail
    assert 0 < len(detail) < 700
    assert "\n" not in detail
    assert "Traceback" not in detail
    return detail


@pytest.mark.parametrize("seed", [1, 2])
def test_no_call_breaks_anything(open_to_all, store, seed):
    spec = open_to_all.app.openapi()
    for method, address, sent in Hostile(spec, seed).calls(CALLS // 2):
        answer = open_to_all.request(method, address, **sent)
        assert answer.status_code < 500, (method, address, sent)
        if answer.status_code >= 400:
            told(answer)
    held = Plans(store).held(1)
    assert held.broken == ()
    assert Plans(store).check(held).links


@pytest.mark.parametrize(
    ("body", "kind", "status", "said"),
    [
        (b'{"base": 1, "edits": []}', "text/plain", 415, "application/json"),
        (b'{"base": 1, "edits": []}', "", 415, "application/json"),
        (b"", "application/json", 422, "is missing"),
        (b"null", "application/json", 422, "null is not an object"),
        (b"{", "application/json", 422, "not readable as JSON"),
        (b"\xff\xfe", "application/json", 422, "not readable as JSON"),
        (b"[]", "application/json", 422, "is not an object"),
        (b'{"base": ' + b"9" * 400 + b', "edits": []}', "application/json", 422, "base"),
        (b"[" * 100_000, "application/json", 400, "nested too deeply"),
        (b'{"base": 1, "edits": [{"op": "rename", "name": "\\u0000"}]}', "application/json", 422,
         "U+0000"),
        (b'{"base": 1, "edits": [{"op": "rename", "name": "\\ud800"}]}', "application/json", 422,
         "edits[0]"),
        (b'{"base": 1, "edits": [{"op": "rename", "name": "' + b"n" * 121 + b'"}]}',
         "application/json", 422, "121 characters, at most 120"),
    ],
)  # fmt: skip
def test_a_body_that_cannot_be_taken(open_to_all, body, kind, status, said):
    headers = {"content-type": kind} if kind else {}
    answer = open_to_all.patch(LINK, content=body, headers=headers)
    assert answer.status_code == status, answer.text
    assert said in told(answer)


@pytest.mark.parametrize(
    "address", ["/api/plans/1/links/" + "a" * 300, "/api/plans/" + "9" * 400, "/api/plans/%00",
                "/api/plans/%ff/links", "/api/nothing", "/api/plans/-1"],
)  # fmt: skip
def test_an_address_that_is_none(open_to_all, address):
    answer = open_to_all.get(address)
    assert 400 <= answer.status_code < 500
    told(answer)


@pytest.mark.parametrize(
    ("headers", "status"),
    [({"host": "example.invalid"}, 403), ({"origin": "http://example.invalid"}, 403),
     ({"content-length": "9" * 30}, 413), ({"content-length": "nine"}, 413)],
)  # fmt: skip
def test_strangers_and_floods_are_refused_with_all_headers(open_to_all, headers, status):
    body = b'{"base": 1, "edits": []}'
    answer = open_to_all.patch(
        LINK, content=body, headers={"content-type": "application/json"} | headers
    )
    assert answer.status_code == status
    told(answer)


def test_a_body_in_pieces_is_cut_off_at_the_limit(open_to_all, monkeypatch):
    monkeypatch.setattr("passerelle.api.guard.MAX_BODY_BYTES", 1000)
    pieces = (b"[" * 400 for _ in range(5))
    answer = open_to_all.patch(LINK, content=pieces, headers={"content-type": "application/json"})
    assert answer.status_code == 413
    assert "too large" in told(answer)


def test_a_fault_of_the_programs_own_is_one_sentence_and_in_the_log(
    open_to_all, monkeypatch, caplog
):
    def broken(*_args, **_more):
        raise RuntimeError("a secret of the plan")

    monkeypatch.setattr("passerelle.api.links.routes.judged", broken)
    answer = open_to_all.get(LINK)
    assert answer.status_code == 500
    said = told(answer)
    assert "went wrong in Passerelle itself" in said
    assert "secret" not in said
    assert any("failed" in one.message for one in caplog.records)


@pytest.mark.parametrize(
    ("code", "said"),
    [("SQLITE_FULL", "The disk is full"), ("SQLITE_READONLY_DBMOVED", "cannot be written to"),
     ("SQLITE_CORRUPT", "damaged"), ("SQLITE_BUSY", "another program"),
     ("SQLITE_IOERR_READ", "the disk does not read or write"),
     ("SQLITE_STRANGE", "does not answer")],
)  # fmt: skip
def test_a_database_that_fails_says_why(open_to_all, monkeypatch, code, said):
    import sqlite3  # noqa: PLC0415

    from sqlalchemy.exc import OperationalError  # noqa: PLC0415

    fault = sqlite3.OperationalError("x")
    fault.sqlite_errorname = code

    def fail(*_args, **_more):
        raise OperationalError("INSERT", {}, fault)

    monkeypatch.setattr("passerelle.plans.journal.write", fail)
    body = {"base": 1, "edits": [{"op": "rename", "name": "other"}]}
    answer = open_to_all.patch(LINK, json=body)
    assert answer.status_code == 503
    assert said.lower() in told(answer).lower()
    monkeypatch.undo()
    assert open_to_all.get(LINK).json()["doc"]["name"] != "other"
    assert open_to_all.patch(LINK, json=body).status_code == 200  # and goes on when it can


def test_a_file_of_a_kind_that_is_none(open_to_all):
    answer = open_to_all.post(
        "/api/plans/1/files",
        params={"kind": "moon", "about": "demolink0004", "name": "x"},
        content=b"\x89PNG\r\n\x1a\n",
        headers={"content-type": "application/octet-stream"},
    )
    assert answer.status_code == 422
    assert "'moon' is no kind of thing; use one of place, pathway" in told(answer)


def test_no_route_works_in_the_loop_that_answers_the_others(open_to_all):
    """A route that is a coroutine would stop every reader while it works."""
    included = [one for one in open_to_all.app.routes if hasattr(one, "original_router")]
    routes = [route for one in included for route in one.original_router.routes]
    assert len(routes) > 60
    assert [r.path for r in routes if inspect.iscoroutinefunction(r.endpoint)] == []


def test_a_plan_that_is_being_judged_stops_no_reader_of_another(store, monkeypatch):
    """The second plan is answered while the first one's answer is held up."""
    plans = Plans(store)
    first = plans.add(Plan("first"), Facts.NONE, "ann", "new")
    second = plans.add(Plan("second"), Facts.NONE, "ann", "new")
    begun, go_on = threading.Event(), threading.Event()
    judge = plans_module.check

    def slow(plan, known=None):
        if plan.name == "first":
            begun.set()
            assert go_on.wait(20)
        return judge(plan, known)

    monkeypatch.setattr(plans_module, "check", slow)
    waiting = threading.Thread(target=plans.check, args=(first,))
    waiting.start()
    assert begun.wait(20)
    assert plans.check(second).plan.name == "second"  # would wait for ever
    go_on.set()
    waiting.join()
