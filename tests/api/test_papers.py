"""Files that leave the screen: by the right name and kind, hostile input refused, issued states."""

import io

import pytest
from openpyxl import load_workbook
from PIL import Image
from pypdf import PdfReader

PAPERS = "/api/plans/1/papers"


def test_every_paper_of_the_demo_is_a_pdf_with_as_many_pages_as_sheets_at_least(client):
    for one in client.get(f"{PAPERS}/kinds").json():
        found = client.get(f"{PAPERS}/{one['kind']}.pdf", params={"size": "us-letter"})
        assert found.headers["content-type"] == "application/pdf"
        pages = len(PdfReader(io.BytesIO(found.content)).pages)
        assert pages >= one["sheets"]
        # nobody has taken a visit, nor signed a link off
        assert (one["sheets"] > 0) == (one["kind"] not in ("visits", "signed"))


def test_one_link_alone_is_one_sheet(client):
    name = client.get("/api/plans/1/links").json()[0]["name"]
    found = client.get(f"{PAPERS}/links.pdf", params={"link": name})
    (page,) = PdfReader(io.BytesIO(found.content)).pages
    assert name in page.extract_text()


def test_tables_workbook_quotation_and_summary_are_files_named_after_the_plan(client):
    workbook = client.get(f"{PAPERS}/workbook.xlsx")
    titles = [one["title"] for one in client.get(f"{PAPERS}/tables").json()]
    assert load_workbook(io.BytesIO(workbook.content)).sheetnames == titles
    assert "Plan of mistakes" in workbook.headers["content-disposition"]
    links = client.get(f"{PAPERS}/tables/links.csv").text
    assert len(links.splitlines()) == 1 + len(client.get("/api/plans/1/links").json())
    assert client.get(f"{PAPERS}/tables/nothing.csv").status_code == 404
    everything = client.get(f"{PAPERS}/quotation.csv").text.splitlines()
    missing = client.get(f"{PAPERS}/quotation.csv", params={"unpriced": True}).text.splitlines()
    assert 1 < len(missing) < len(everything)
    assert client.get(f"{PAPERS}/summary.md").text.startswith("# Plan of mistakes")


def test_a_plan_of_any_name_gives_files_whose_names_are_no_headers(client):
    made = client.post("/api/plans", json={"name": 'Ünï "q"; x=1'}).json()["id"]
    told = client.get(f"/api/plans/{made}/papers/summary.md").headers["content-disposition"]
    assert told.startswith('attachment; filename="_n_ _q__ x_1.md"; filename*=UTF-8')
    assert "\n" not in told


def test_labels_are_printed_by_key_and_a_sheet_that_is_none_is_refused(client):
    view = client.get(f"{PAPERS}/labels").json()
    keys = [one["key"] for one in view["labels"] if one["kind"] == "panel"][:3]
    body = {"stock": "a4-24", "keys": keys, "first": 2, "qr": True}
    text = PdfReader(io.BytesIO(client.post(f"{PAPERS}/labels.pdf", json=body).content))
    found = [one["identifier"] for one in view["labels"] if one["key"] in keys]
    assert all(name in text.pages[0].extract_text() for name in found)
    assert client.post(f"{PAPERS}/labels.pdf", json=body | {"stock": "x"}).status_code == 404
    wrong = client.post(f"{PAPERS}/labels.pdf", json=body | {"first": 25})
    assert (wrong.status_code, "there is no 25" in wrong.json()["detail"]) == (422, True)
    csv = client.get(f"{PAPERS}/labels.csv", params={"kind": "closure"}).text.splitlines()
    assert len(csv) == 2


def test_what_changed_since_a_state_was_issued_and_the_state_as_a_copy(client):
    base = "/api/plans/1/snapshots"
    assert client.post(base, json={"name": "to the owner"}).status_code == 201
    assert client.get(f"{base}/to the owner/changes").json()["things"] == []
    plan = client.get("/api/plans/1/export").json()
    cable = next(one for one in plan["cables"] if one["name"] == "L-01")
    doc = {**cable, "strands": 4, "strand_notes": []}
    change = {"kind": "cable", "id": cable["id"], "doc": doc}
    revision = client.get("/api/plans/1").json()["revision"]
    body = {"base": revision, "what": "fewer", "changes": [change]}
    answer = client.post("/api/plans/1/plant/changes", json=body)
    assert answer.status_code == 200, answer.json()
    found = client.get(f"{base}/to the owner/changes").json()
    assert [(one["outcome"], one["name"]) for one in found["things"]] == [("changed", "L-01")]
    bought = {
        one["what"]: one["quantity"] for one in found["materials"] if one["item"] == "pigtail"
    }
    assert sum(bought.values()) == -16  # eight to take back at either end
    copy = client.post(f"{base}/to the owner/copy")
    assert copy.status_code == 201
    old = client.get(f"/api/plans/{copy.json()['id']}/export").json()
    assert (
        next(one for one in old["cables"] if one["name"] == "L-01")["strands"] == cable["strands"]
    )
    assert client.get(f"{base}/nobody/changes").status_code == 422


@pytest.mark.parametrize("name", ["nothing.zip", "..%2Fpasserelle.sqlite3", "copy-x.zip"])
def test_only_copies_that_are_listed_are_handed_out(client, name):
    assert client.get(f"/api/backups/{name}").status_code == 404


def test_a_copy_is_made_listed_and_handed_out(client):
    made = client.post("/api/backups").json()
    (one,) = made["copies"]
    assert (one["daily"], made["days"]) == (False, 14)
    found = client.get(f"/api/backups/{one['name']}")
    assert found.content.startswith(b"PK")
    assert len(found.content) == one["size"]


def test_a_list_of_prices_is_read_from_a_workbook_and_taken_whole(client):
    book = client.get(f"{PAPERS}/quotation.xlsx").content
    sheet = client.post("/api/plans/1/lists/read", content=book).json()
    assert (sheet["kind"], sheet["sheets"]) == ("price", ["Request for quotation"])
    at = [one["field"] for one in sheet["columns"]].index("price")
    rows = [[*row[:at], "1.25", *row[at + 1 :]] for row in sheet["rows"]]
    body = {"kind": "price", "columns": sheet["columns"], "rows": rows}
    base = client.get("/api/plans/1").json()["revision"]
    taken = client.post("/api/plans/1/lists/take", json={**body, "base": base})
    assert taken.status_code == 200
    assert client.get("/api/plans/1/materials").json()["unpriced"] == 0
    rows[3][at] = "dear"
    refused = client.post("/api/plans/1/lists/take", json={**body, "rows": rows, "base": base + 1})
    assert "row 5, Price each: “dear” is not a number" in refused.json()["detail"]


def test_two_revisions_are_compared_whatever_lies_between_and_an_old_one_is_opened(client):
    home = "/api/plans/1"
    places = {one["name"] for one in client.get(f"{home}/export").json()["places"]}
    names = ("Shed 1", "Shed 2", "Shed 3")
    for name in names:
        base = client.get(home).json()["revision"]
        change = {"kind": "place", "id": None, "doc": {"name": name}}
        body = {"base": base, "what": name, "changes": [change]}
        assert client.post(f"{home}/plant/changes", json=body).status_code == 200
    client.post(f"{home}/undo", json={"base": client.get(home).json()["revision"]})
    now = client.get(home).json()["revision"]
    url = f"{home}/history/{now - 3}/changes"  # behind the first of the three

    def told(**asked):
        return [
            (one["outcome"], one["name"]) for one in client.get(url, params=asked).json()["things"]
        ]

    assert told() == [("added", "Shed 2")]
    assert told(until=now - 1) == [("added", "Shed 2"), ("added", "Shed 3")]
    assert client.get(url, params={"until": 1}).status_code == 422
    assert client.get(f"{home}/history/99/changes").status_code == 422
    copy = client.post(f"{home}/history/1/copy").json()["id"]
    kept = client.get(f"/api/plans/{copy}/export").json()["places"]
    assert {one["name"] for one in kept} == places


def test_papers_mark_what_changed_since_and_carry_pictures_when_asked(client):
    home = "/api/plans/1"
    client.post(f"{home}/snapshots", json={"name": "first"})
    place = client.get(f"{home}/export").json()["places"][0]
    base = client.get(home).json()["revision"]
    change = {"kind": "place", "id": place["id"], "doc": {**place, "notes": "key at the desk"}}
    client.post(f"{home}/plant/changes", json={"base": base, "what": "x", "changes": [change]})
    asked = {"kind": "place", "about": place["id"], "name": "door.jpg"}
    out = io.BytesIO()
    Image.new("RGB", (60, 40), "teal").save(out, "JPEG")
    assert client.post(f"{home}/files", params=asked, content=out.getvalue()).status_code == 201

    def pages(**more):
        found = client.get(f"{PAPERS}/route.pdf", params=more)
        return PdfReader(io.BytesIO(found.content)).pages

    plain, full = pages(), pages(since="first", pictures=True)
    assert len(full) == len(plain) + 1
    assert "1 of its things changed since" in full[0].extract_text()
    assert "changed since" not in plain[0].extract_text()
    assert f"Pictures of {place['name']}" in full[-1].extract_text()
    assert [image.image.size for image in full[-1].images] == [(60, 40)]
    assert client.get(f"{PAPERS}/route.pdf", params={"since": "x"}).status_code == 422
