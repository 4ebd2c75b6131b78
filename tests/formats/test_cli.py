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
