"""Records over the API: search, labels, what hangs on a thing, free strands, hand-over."""

from io import BytesIO

import pytest
from pypdf import PdfReader

from passerelle.core.papers.labels import labels_of
from passerelle.core.plan.fields import new_id

RECORDS = "/api/plans/1/records"


def get(client, what, **params):
    made = client.get(f"{RECORDS}/{what}", params=params)
    assert made.status_code == 200, made.text
    return made.json()


def test_search_follows_a_change_at_once(client):
    assert get(client, "search", q="zanzibar") == []
    part = client.get("/api/plans/1/links/demolink0004").json()["doc"]
    made = client.patch(
        "/api/plans/1/links/demolink0004",
        json={"base": 1, "edits": [{"op": "rename", "name": f"Zanzibar {part['name']}"}]},
    )
    assert made.status_code == 200, made.text
    assert get(client, "search", q="zanzibra")[0]["id"] == "demolink0004"


def test_the_code_of_every_label_opens_the_thing_that_it_is_of(client):
    check = client.app.state.context.plans.check(client.app.state.context.plans.held(1))
    labels = labels_of(check)
    kinds = {}
    for one in labels:
        kinds.setdefault(one.kind, one)
    for one in kinds.values():
        hits = get(client, "label", code=f" {one.identifier.lower()} ")
        assert hits, one
        assert all(hit["name"] for hit in hits)
    module = kinds["module"]
    told = get(client, "label", code=module.identifier)
    assert told[0]["kind"] == "link"
    assert told[0]["id"] in check.alone
    assert get(client, "label", code="nothing of the kind") == []


def test_what_hangs_on_a_tray_and_its_list_to_print(client):
    made = get(client, "through", sort="pathway", name="Office tray")
    assert made["links"]
    count = next(one["links"] for one in get(client, "cuttable")
                 if (one["sort"], one["name"]) == ("pathway", "Office tray"))  # fmt: skip
    assert count == len(made["links"])
    paper = client.get(f"{RECORDS}/through.pdf", params={"sort": "pathway", "name": "Office tray"})
    assert paper.status_code == 200, paper.text
    words = " ".join(page.extract_text() for page in PdfReader(BytesIO(paper.content)).pages)
    assert "Who is told before" in words
    assert (
        client.get(f"{RECORDS}/through", params={"sort": "cloud", "name": "x"}).status_code == 422
    )


def test_free_strands_as_answer_and_as_table(client):
    made = get(client, "free", a="Pier Office", b="Beacon Hill")
    assert {tuple(one["places"]) for one in made["pairs"]} == {("Beacon Hill", "Pier Office")}
    table = client.get(f"{RECORDS}/free.csv")
    assert table.text.lstrip("\ufeff").startswith("From,To,Cable,Free,Of,Strands")


@pytest.mark.parametrize("what", ["since", "parts", "modules", "speed", "handover"])
def test_each_record_answers(client, what):
    assert get(client, what) is not None


def test_an_answer_at_hand_over_is_kept(client):
    plan = get(client, "handover")["plan"]
    body = {
        "id": new_id(), "about": {"kind": "plan", "id": plan}, "at": "2026-05-03T09:00:00Z",
        "who": "Ada", "kind": "hand-over", "question": "short", "answer": "at the slipway",
    }  # fmt: skip
    assert client.post("/api/plans/1/facts", json={"facts": [body]}).status_code == 201
    assert [one["answer"] for one in get(client, "handover")["answers"]] == ["at the slipway"]
