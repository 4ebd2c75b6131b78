"""`passerelle hunt` on the command line."""

import json
from importlib.resources import files
from pathlib import Path

import pytest

from passerelle.cli import main
from passerelle.core.hunting.seen import EndSeen
from passerelle.core.refused import Refused
from passerelle.formats.hunting import read_seen

DEMO = str(files("passerelle.demo_data") / "skerravoe.passerelle.json")
LINK = "Instrument Hall – Cabinet 6"


def test_causes_and_steps_as_json(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    seen = tmp_path / "seen.json"
    dark = {"rx_dbm": None, "tx_dbm": -5.0, "lamp": "off"}
    seen.write_text(json.dumps({"a": dark, "b": dark, "looked": ["end a clean"]}))
    assert main(["hunt", DEMO, "--link", LINK, "--seen", str(seen), "--json"]) == 0
    made = json.loads(capsys.readouterr().out)
    assert made["causes"][0]["id"] == "pair-crossed" and made["causes"][0]["part"]
    assert sum(one["probability"] for one in made["causes"]) == pytest.approx(1, abs=0.001)
    for one in made["next"]:
        assert one["per_minute"] == pytest.approx(one["gain_bits"] / one["minutes"], abs=2e-4)


def test_as_a_table_and_for_a_link_that_is_none(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["hunt", DEMO, "--link", LINK]) == 0
    assert "min" in capsys.readouterr().out
    assert main(["hunt", DEMO, "--link", "nowhere"]) == 2
    assert "there is no link 'nowhere'" in capsys.readouterr().err


def test_no_light_is_told_from_not_read() -> None:
    seen = read_seen(b'{"a": {"rx_dbm": null}, "errors": {"b": {"count": 3, "seconds": 60}}}')
    assert seen.a == EndSeen({"rx": None}) and seen.b == EndSeen()
    assert seen.errors == {"b": (3.0, 60.0)}


@pytest.mark.parametrize(
    ("raw", "said"),
    [
        (b"{", "is no JSON"),
        (b"[]", "is an object with a, b"),
        (b'{"c": {}}', "'c' is not known"),
        (b'{"a": {"light": 1}}', "'light' is not known"),
        (b'{"a": {"rx_dbm": "low"}}', "'low' is no number"),
        (b'{"a": {"rx_dbm": 99}}', "99 is not within -60 and 30"),
        (b'{"b": {"lamp": "blue"}}', "'blue' is neither on nor off"),
        (b'{"looked": ["kicked it"]}', "'kicked it' is not one of end a clean"),
        (b'{"looked": "end a clean"}', "is a list"),
        (b'{"looked": [{}]}', "is not one of"),
        (b'{"errors": {"a": {"count": 1}}}', "has no seconds"),
        (b'{"errors": {"a": {"count": true, "seconds": 1}}}', "is no number"),
    ],
)  # fmt: skip
def test_what_is_not_understood_is_refused_by_name(raw: bytes, said: str) -> None:
    with pytest.raises(Refused, match=said):
        read_seen(raw)
