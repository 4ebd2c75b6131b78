"""`passerelle trace predict | read | match` over the demo site, end to end."""

import json
from importlib.resources import files
from pathlib import Path
from typing import Any

import pytest

from passerelle.cli import main

DEMO = str(files("passerelle.demo_data") / "skerravoe.passerelle.json")
RUN = ("--run", "P-07/3")


@pytest.fixture
def trace(monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]) -> Any:
    def run(*asked: str) -> tuple[int, str, str]:
        monkeypatch.setattr("sys.argv", ["passerelle", "trace", *asked])
        status = main(["trace", *asked])
        told = capsys.readouterr()
        return status, told.out, told.err

    return run


def test_what_is_predicted_is_read_back_and_matched_part_for_part(
    trace: Any, tmp_path: Path
) -> None:
    file = str(tmp_path / "a.sor")
    asked = (DEMO, *RUN, "--nm", "1550", "--pulse-ns", "100", "--launch-m", "500")
    status, said, _ = trace("predict", *asked, "--seed", "1", "--out", file, "--json")
    assert status == 0 and json.loads(said)["events"]
    status, said, _ = trace("read", file, "--json")
    assert status == 0 and "P-07" in said
    status, said, _ = trace("match", DEMO, *RUN, file, "--launch-m", "500", "--json")
    made = json.loads(said)
    assert status == 0 and made["faults"] == []


def test_the_same_seed_writes_the_same_bytes(trace: Any, tmp_path: Path) -> None:
    made = []
    for name in ("a", "b"):
        file = tmp_path / f"{name}.sor"
        trace("predict", DEMO, *RUN, "--nm", "1310", "--seed", "3", "--out", str(file))
        made.append(file.read_bytes())
    assert made[0] == made[1] and made[0].startswith(b"Map\0")


@pytest.mark.parametrize(
    ("asked", "said"),
    [
        (("predict", DEMO, "--run", "nowhere", "--nm", "1550"), "there is no run 'nowhere'"),
        (("predict", DEMO, *RUN, "--nm", "15"), "15 is not within 600 and 1700"),
        (("predict", DEMO, *RUN, "--nm", "1550", "--from", "Moon"), "'Moon' is no end of P-07/3"),
        (("read", DEMO), "Map: says version"),
        (("read", "/nowhere.sor"), "o such file"),
    ],
)
def test_what_cannot_be_done_is_one_sentence(trace: Any, asked: tuple[str, ...], said: str) -> None:
    status, out, told = trace(*asked)
    assert (status, out) == (2, "") and told.count("\n") == 1
    assert said in told
