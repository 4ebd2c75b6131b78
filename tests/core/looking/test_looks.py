"""The table of looks settles only what there is."""

import pytest

from passerelle.core.looking import looks
from passerelle.core.tables.rows import TableError

LOOK = {"key": "measure", "do": "Measure it.", "minutes": 15.0}


def read(monkeypatch, *rows):
    monkeypatch.setattr(looks, "read_file", lambda name: {"look": list(rows)})
    return looks.read_looks()


def test_a_look_settles_rules_and_what_is_not_recorded(monkeypatch):
    rules = ["fiber.growth", "pathway.length-guess"]
    (one,) = read(monkeypatch, LOOK | {"rules": rules})
    assert (one.key, one.minutes, one.rules) == ("measure", 15.0, tuple(rules))


def test_a_look_at_what_is_no_rule_is_refused(monkeypatch):
    with pytest.raises(TableError, match=r"looks\.toml measure: pathway\.colour is no rule"):
        read(monkeypatch, LOOK | {"rules": ["pathway.colour"]})


def test_every_unknown_of_the_plant_has_a_look_of_its_own_minutes():
    assert set(looks.OF_THE_PLANT) <= set(looks.LOOK_FOR)
    assert all(one.minutes > 0 for one in looks.LOOKS)
