"""Lists over the API: what makes no list is refused in the words of the screen, nothing stored."""

import pytest

LISTS = "/api/plans/1/lists"
COLUMNS = [{"field": "name"}, {"field": "a"}, {"field": "b"}, {"field": "length_m", "unit": "ft"}]
BODY = {"kind": "pathway", "columns": COLUMNS, "rows": [["D-9", "Pier Office", "Kiln", "100"]]}


def test_a_list_is_read_with_the_fields_that_its_columns_may_mean(client):
    text = "Duct;From;To;Length (ft);Door\nD-9;Pier Office;Kiln;100;red\n"
    sheet = client.post(f"{LISTS}/read", content=text).json()
    assert sheet["kind"] == "pathway"
    assert [one["field"] for one in sheet["columns"]] == ["name", "a", "b", "length_m", None]
    assert sheet["columns"][3]["unit"] == "ft"
    assert {one["kind"] for one in sheet["kinds"]} == {
        "place",
        "pathway",
        "cable",
        "strand",
        "need",
        "link",
        "price",
        "stock",
        "reading",
    }
    as_cable = client.post(f"{LISTS}/read?kind=cable", content=text).json()
    assert as_cable["kind"] == "cable"


def test_what_is_seen_is_what_is_taken_as_one_step(client):
    seen = client.post(f"{LISTS}/preview", json=BODY).json()
    assert (seen["added"], seen["new_places"]) == (1, ["Kiln"])
    assert seen["rows"][0]["cells"][3]["read"].strip("\u2060") == "30.48 m"
    before = client.get("/api/plans/1/plant").json()
    assert client.post(f"{LISTS}/take", json=BODY | {"base": 1}).status_code == 200
    assert client.get("/api/plans/1").json()["revision"] == 2
    after = client.get("/api/plans/1/plant").json()
    assert len(after["places"]) == len(before["places"]) + 1
    way = next(p["doc"] for p in after["pathways"] if p["doc"]["name"] == "D-9")
    assert way["length_m"] == 30.48


@pytest.mark.parametrize(
    ("change", "said"),
    [
        ({"columns": [*COLUMNS[:3], {"field": "colour"}]}, "'colour' is no field of pathways"),
        ({"columns": [*COLUMNS[:3], {"field": "a"}]}, "two columns mean From; choose one"),
        ({"rows": [["D-9", "Pier Office"]]}, "has 2 cells and 4 columns"),
        ({"rows": [["D-9", "Pier Office", "Kiln", "far"]], "lines": [17]},
         "row 17, Length: “far” is not a length"),
    ],
)  # fmt: skip
def test_what_cannot_be_taken_says_why_and_changes_nothing(client, change, said):
    refused = client.post(f"{LISTS}/take", json=BODY | {"base": 1} | change)
    assert refused.status_code == 422
    assert said in refused.json()["detail"]
    assert client.get("/api/plans/1").json()["revision"] == 1


def test_empty_lists_have_a_heading_for_each_field(client):
    for kind in ("place", "pathway", "cable", "need", "link"):
        head = client.get(f"{LISTS}/empty/{kind}.csv").text
        read = client.post(f"{LISTS}/read?kind={kind}", content=head).json()
        assert all(one["field"] for one in read["columns"]), kind
    assert client.get(f"{LISTS}/empty/boat.csv").status_code == 404
