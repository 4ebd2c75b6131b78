"""The command line, run as a person or a script runs it."""

import io
import json
import sys

import pytest

from passerelle.cli import PAPERS, main
from passerelle.core.papers.sheets import TITLES
from passerelle.demo_data import mistakes_plan
from passerelle.formats.planfile import write_plan
from tests.conftest import SMALLEST


def test_check_prints_the_contract(capsys):
    assert main(["check", str(SMALLEST), "--json"]) == 0
    (link,) = json.loads(capsys.readouterr().out)["links"]
    assert link["verdict"] == "works"
    assert link["length_m"] == 1806.0
    assert link["polarity"] == "crossed"
    assert link["reach_m"] == 10000
    assert [d["from"] for d in link["directions"]] == ["a", "b"]
    assert link["directions"][0] == {
        "from": "a",
        "wavelength_nm": 1310,
        "loss_db": {"worst_case": 2.82, "typical": 1.31},
        "limit_db": 6.2,
        "margin_db": 3.38,  # 6.2 - 2.8224
        "received_dbm": {"min": -11.02, "max": -0.11},  # -8.2 - 2.8224; 0.5 - 0.614
        "receiver_dbm": {"min": -14.4, "max": 0.5},
    }
    assert link["findings"] == []


def test_check_reads_standard_input_and_says_1_for_a_plan_with_faults(capsys, monkeypatch):
    monkeypatch.setattr(sys, "stdin", io.TextIOWrapper(io.BytesIO(write_plan(mistakes_plan()))))
    assert main(["check", "-"]) == 1
    out = capsys.readouterr().out
    assert "29 of 66 links would come up" in out
    assert "warn: light.overload" in out


@pytest.mark.parametrize("name", ["no-such-file", ".", "broken"])
def test_what_cannot_be_read_is_one_line_and_exit_2(name, tmp_path, capsys):
    (tmp_path / "broken").write_bytes(b'{"format": "passerelle-plan"')
    assert main(["check", str(tmp_path / name)]) == 2
    out, err = capsys.readouterr()
    assert out == ""
    assert len(err.splitlines()) == 1


def test_import_then_export_gives_the_same_file(tmp_path, capsys):
    source, back = tmp_path / "a.json", tmp_path / "b.json"
    source.write_bytes(write_plan(mistakes_plan()))
    assert main(["import", str(source), "--data", str(tmp_path / "data")]) == 0
    assert main(["export", str(back), "--data", str(tmp_path / "data")]) == 0
    assert back.read_bytes() == source.read_bytes()
    assert main(["export", "--plan", "7", "--data", str(tmp_path / "data")]) == 2
    assert "no plan 7" in capsys.readouterr().err


def test_the_papers_of_the_command_line_are_those_there_are():
    assert set(PAPERS) == set(TITLES)


def test_a_book_and_a_workbook_are_written_without_the_server(tmp_path, capsys):
    book, sheets = tmp_path / "book.pdf", tmp_path / "plan.xlsx"
    assert main(["book", str(SMALLEST), "--out", str(book), "--paper", "us-letter"]) == 0
    assert main(["workbook", str(SMALLEST), "--out", str(sheets)]) == 0
    assert (book.read_bytes()[:5], sheets.read_bytes()[:2]) == (b"%PDF-", b"PK")
    assert main(["book", str(SMALLEST), "--out", str(tmp_path / "no" / "book.pdf")]) == 2
    assert "no such file or directory" in capsys.readouterr().err


def test_a_copy_is_made_and_put_back_from_the_command_line(tmp_path, capsys):
    data, copy = str(tmp_path / "data"), tmp_path / "copy.zip"
    assert main(["import", str(SMALLEST), "--data", data]) == 0
    assert main(["backup", "--out", str(copy), "--data", data]) == 0
    assert main(["restore", str(copy), "--data", str(tmp_path / "other")]) == 0
    assert "1 plans are back" in capsys.readouterr().out
    copy.write_bytes(b"PK")
    assert main(["restore", str(copy), "--data", data]) == 2
    assert capsys.readouterr().err == "copy.zip: is no copy of a data folder, or is damaged\n"


def test_visits_of_the_smallest_plan_in_order_within_the_day(capsys):
    """1,800 m in one pull: 90 + 0.6 x 1,800 = 1,170 minutes of two people are 9.75 h: two days."""
    assert main(["visits", str(SMALLEST), "--json"]) == 0
    made = json.loads(capsys.readouterr().out)
    assert (made["day_h"], made["crew"], made["least_days"], len(made["visits"])) == (8.0, 2, 2, 2)
    tasks = [(v["day"], t) for v in made["visits"] for t in v["tasks"]]
    pulls = [(day, t["part"], t["hours"]) for day, t in tasks if t["kind"] == "pull"]
    assert pulls == [(1, 1, 8.0), (2, 2, 1.75)]
    ends = {}
    for day, task in tasks:
        ends[task["task"]] = (day, task["start_h"] + task["hours"])
        for name in task["after"]:
            assert ends[name][0] < day or ends[name][1] <= task["start_h"] + 1e-9
    assert main(["visits", str(SMALLEST)]) == 0
    assert "2 days; fewer are proven impossible" in capsys.readouterr().out


def test_tests_of_the_demo_by_each_method(tmp_path, capsys):
    path = tmp_path / "plan.json"
    path.write_bytes(write_plan(mistakes_plan()))
    limits = {}
    for method in ("one-cord", "two-cord", "three-cord"):
        assert main(["tests", str(path), "--method", method, "--json"]) == 0
        made = json.loads(capsys.readouterr().out)
        run = next(one for one in made["runs"] if one["run"] == "P-07/5")
        limits[method] = run["wavelengths"][0]["limit_db"]
        assert run["from"] == {"place": "Pier Office", "panel": "PO-A", "port": 15}
        assert (run["kind"], run["connections_all"], run["splices"]) == ("permanent", 2, 3)
    assert limits == {"one-cord": 3.06, "two-cord": 2.56, "three-cord": 2.06}
    assert all(one["why"] for one in made["left_out"])
    assert main(["tests", str(SMALLEST), "--kind", "channel", "--json"]) == 0
    runs = json.loads(capsys.readouterr().out)["runs"]
    assert [(one["run"], one["connections"]) for one in runs] == [
        ("A-B 10G/1", 4), ("A-B 10G/2", 4),
    ]  # fmt: skip
