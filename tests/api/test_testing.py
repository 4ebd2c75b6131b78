"""Tests over the API: sheets, readings as facts, what they mean, simulated instruments, faces."""

import pytest

TESTS = "/api/plans/1/tests"


def named(client, name):
    sheets = client.get(TESTS).json()["sheets"]
    return next(one for one in sheets if one["name"] == name)


def sheet_of(client, key, **query):
    return client.get(f"{TESTS}/sheet", params={"key": key, **query}).json()


def told(sheet, row, cell, loss, at="2026-03-06T10:00:00Z", **more):
    run = sheet["rows"][row]
    one = run["cells"][cell]
    return {"kind": "reading", "id": f"reading{row:03d}{cell:02d}",
            "about": {"kind": sheet["about_kind"], "id": sheet["about_id"]}, "at": at, "who": "x",
            "run": run["id"], "called": run["name"], "nm": one["nm"],
            "direction": one["direction"], "loss_db": loss, "method": sheet["method"],
            "inspected": True} | more  # fmt: skip


def keep(client, *facts):
    answer = client.post("/api/plans/1/facts", json={"facts": list(facts)})
    assert answer.status_code == 201, answer.text


def test_sheets_stand_in_walking_order_with_what_is_left(client):
    view = client.get(TESTS).json()
    assert view["method"] == "one-cord"
    assert sum(one["rows"] for one in view["sheets"]) == view["odds"]["runs"]
    assert all(one["left"] == one["rows"] for one in view["sheets"])
    assert 0 < view["odds"]["again"] < view["odds"]["runs"]
    state = client.get(f"{TESTS}/state").json()
    assert (state["done"], state["of"]) == (0, view["odds"]["runs"])


def test_a_reading_is_judged_by_the_bands_that_the_sheet_carries(client):
    sheet = sheet_of(client, named(client, "H-06")["key"])
    at = sheet["limits"][0][0]
    assert (at["limit_db"], at["expected_db"], at["best_db"]) == (1.79, 0.86, 0.11)
    keep(client, *(told(sheet, 0, n, 0.9) for n in range(4)), told(sheet, 4, 0, 2.4))
    after = sheet_of(client, sheet["key"])
    assert [after["rows"][n]["state"] for n in (0, 1, 4)] == ["passes", "open", "fails"]
    assert after["findings"][0]["rule"] == "test.over-limit"
    assert after["findings"][0]["strands"] == [5]
    state = client.get(f"{TESTS}/state").json()
    assert (state["done"], state["read"], state["stop"]) == (1, 2, 1)


def test_margins_follow_what_was_read(client):
    """0.90 dB read where 0.19 of glass, two splices of 0.30 and two pairs of 0.75 were planned."""
    sheet = sheet_of(client, named(client, "H-06")["key"])
    keep(client, *(told(sheet, row, n, 0.9) for row in (0, 1) for n in range(4)))
    margins = sheet_of(client, sheet["key"])["margins"]
    one = next(m for m in margins if m["link"] == "Instrument Hall – Cabinet 6")
    assert one["measured_db"] - one["planned_db"] == pytest.approx(
        0.186 + 0.6 + 1.5 - 0.9, abs=0.02
    )


def test_a_reading_is_corrected_and_the_first_one_is_kept(client):
    sheet = sheet_of(client, named(client, "H-06")["key"])
    keep(client, told(sheet, 0, 0, 2.9))
    keep(client, told(sheet, 0, 0, 0.9, id="reading99999", corrects="reading00000"))
    cell = sheet_of(client, sheet["key"])["rows"][0]["cells"][0]
    assert (cell["reading"]["loss_db"], cell["before"]) == (0.9, 0)
    facts = client.get("/api/plans/1/facts", params={"about": sheet["about_id"]}).json()
    assert len(facts["facts"]) == 2


def test_a_wrong_reference_is_marked_and_its_readings_wait(client):
    view = client.get(TESTS).json()
    sheet = sheet_of(client, named(client, "H-06")["key"])
    reference = {"kind": "reference", "id": "reference001", "about": {"kind": "plan",
                 "id": view["plan"]}, "at": "2026-03-06T08:00:00Z", "who": "x",
                 "method": "one-cord", "nm": [1310, 1550], "check_db": 0.1,
                 "cords": ["TC-1"], "calibrated": "2025-01-01"}  # fmt: skip
    keep(client, reference, *(told(sheet, 0, n, 0.9, reference="reference001") for n in range(4)))
    (one,) = client.get(TESTS).json()["references"]
    assert (one["readings"], one["doubts"]) == (4, ["calibrated 2025-01-01, over a year before"])
    keep(client, {"kind": "reference ended", "id": "ended0000001", "about": reference["about"],
                  "at": "2026-03-06T11:00:00Z", "who": "x", "reference": "reference001",
                  "why": "wrong"})  # fmt: skip
    after = sheet_of(client, sheet["key"])
    assert after["rows"][0]["state"] == "again"
    assert after["findings"][0]["rule"] == "test.stale-reference"
    assert after["margins"] == []


def test_why_opens_every_term(client):
    sheet = sheet_of(client, named(client, "P-07 P-08")["key"])
    asked = {"key": sheet["key"], "run": sheet["rows"][0]["id"], "nm": 1310}
    why = client.get(f"{TESTS}/why", params=asked).json()
    assert sum(line["limit_db"] for line in why["lines"]) == pytest.approx(3.06, abs=0.01)
    assert why["lines"][-1]["how"] == "2 × 0.50 dB, one-cord"
    assert client.get(f"{TESTS}/why", params=asked | {"nm": 850}).status_code == 404
    assert client.get(f"{TESTS}/why", params=asked | {"run": "x-1"}).status_code == 404


@pytest.mark.parametrize(
    ("method", "limit_db"), [("one-cord", 1.79), ("two-cord", 1.29), ("three-cord", 0.79)]
)
def test_another_method_has_another_limit(client, method, limit_db):
    sheet = sheet_of(client, named(client, "H-06")["key"], method=method)
    assert sheet["limits"][0][0]["limit_db"] == limit_db


@pytest.mark.parametrize("kind", ["channel", "cord", "section"])
def test_other_kinds_of_runs_have_sheets_too(client, kind):
    view = client.get(TESTS, params={"kind": kind}).json()
    sheet = sheet_of(client, view["sheets"][0]["key"], kind=kind)
    assert sheet["kind"] == kind
    assert sheet["rows"]


def test_simulated_instruments_read_what_is_open_and_say_so(client):
    key = named(client, "H-03")["key"]
    done = client.post(f"{TESTS}/simulate", json={"key": key, "seed": 5})
    assert done.json()["count"] == 48
    sheet = sheet_of(client, key)
    cells = [cell for row in sheet["rows"] for cell in row["cells"]]
    assert all(cell["reading"]["simulated"] for cell in cells)
    again = client.post(f"{TESTS}/simulate", json={"key": key, "seed": 5})
    assert (again.status_code, "was read" in again.json()["detail"]) == (422, True)
    assert client.post(f"{TESTS}/simulate", json={"key": "gone"}).status_code == 404


def test_swapped_columns_are_put_right_by_correcting_facts(client):
    sheet = sheet_of(client, named(client, "P-07 P-08")["key"])
    facts = [
        told(sheet, row, cell, 1.36 if one["nm"] == 1310 else 1.74)
        for row, run in enumerate(sheet["rows"])
        for cell, one in enumerate(run["cells"])
    ]
    keep(client, *facts)
    found = sheet_of(client, sheet["key"])
    assert found["findings"][0]["rule"] == "test.columns-swapped"
    assert {row["state"] for row in found["rows"]} == {"again"}
    act = next(act for act in found["findings"][0]["acts"] if act["kind"] == "swap")
    body = {"key": sheet["key"], "nm": act["nm"]}
    assert client.post(f"{TESTS}/swap", json=body).json()["count"] == 48
    after = sheet_of(client, sheet["key"])
    assert after["rows"][0]["cells"][0]["reading"]["loss_db"] == 1.74
    assert {row["state"] for row in after["rows"]} == {"passes"}
    assert client.post(f"{TESTS}/swap", json=body | {"nm": [850, 1300]}).status_code == 422


def test_a_face_is_looked_at_and_graded_and_nothing_is_stored(client):
    body = {"kind": "UPC", "where": "Hall/A/1", "cleanings": 0}
    first = client.post(f"{TESTS}/face", json=body).json()
    assert first == client.post(f"{TESTS}/face", json=body).json()
    assert first["edges_um"] == [25, 115, 135, 250]
    assert first["passed"] is (first["next"] == "connect")
    assert client.get("/api/plans/1/facts").json()["facts"] == []


def test_ways_stand_side_by_side_and_one_is_in_use(client):
    view = client.get(f"{TESTS}/ways").json()
    assert view["runs"] == 12
    assert [way["key"] for way in view["ways"] if way["now"]] == ["breakout"]
    by = {way["key"]: way["limit_db"] for way in view["ways"]}
    assert by["parallel"] - by["breakout"] == pytest.approx(0.30)


def test_a_list_of_readings_is_taken_as_facts(client):
    columns = [{"field": one} for one in ("run", "nm", "direction", "loss", "at")]
    rows = [["H-06/1", "1310", "a-b", "0,91", "2026-03-06T10:00:00Z"],
            ["H-06/2", "1310", "a-b", "no light", "2026-03-06T10:01:00Z"]]  # fmt: skip
    body = {"kind": "reading", "columns": columns, "rows": rows}
    seen = client.post("/api/plans/1/lists/preview", json=body).json()
    assert [row["said"] for row in seen["rows"]] == ["0.91 dB passes", "no light"]
    taken = client.post("/api/plans/1/lists/take", json=body | {"base": 1})
    assert (taken.status_code, taken.json()["plan"]["revision"]) == (200, 1)
    sheet = sheet_of(client, named(client, "H-06")["key"])
    assert [row["cells"][0]["reading"]["result"] for row in sheet["rows"][:2]] == [
        "read", "no light",
    ]  # fmt: skip


def test_a_sheet_that_is_gone_says_so(client):
    answer = client.get(f"{TESTS}/sheet", params={"key": "gone"})
    assert (answer.status_code, "deleted" in answer.json()["detail"]) == (404, True)
