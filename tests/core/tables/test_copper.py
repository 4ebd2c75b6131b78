"""The copper table against the standards, and the edition of all tables."""

import re

import pytest

from passerelle.core.tables.copper import ROWS, copper_row
from passerelle.core.tables.edition import EDITION, tables_hash


@pytest.mark.parametrize(
    ("name", "rate_gbps", "reach_m"),
    [
        ("10GBASE-T, Cat 6A", 10.0, 100.0), ("1000BASE-T, Cat 5e", 1.0, 100.0),
        ("direct-attach copper", 10.0, 7.0), ("direct-attach copper", 25.0, 5.0),
        ("direct-attach copper", 100.0, 5.0), ("direct-attach copper", 50.0, 3.0),
        ("direct-attach copper", 400.0, 2.0), ("100GBASE-CR1", 100.0, 2.0),
        ("2.5GBASE-T, Cat 5e", 2.5, 100.0), ("10GBASE-T, Cat 6", 10.0, 55.0),
        ("25GBASE-T, Cat 8", 25.0, 30.0), ("40GBASE-T, Cat 8", 40.0, 30.0),
    ],
)  # fmt: skip
def test_how_far_copper_goes(name, rate_gbps, reach_m):
    assert copper_row(name, rate_gbps).reach_m == reach_m


def test_a_speed_that_copper_of_that_name_does_not_run_is_no_row():
    assert copper_row("10GBASE-T, Cat 6A", 1.0) is None
    assert copper_row("string", 1.0) is None


def test_twisted_pair_reaches_a_hundred_metres_and_no_row_further():
    assert all(row.reach_m <= 100.0 for row in ROWS)
    assert len({(row.name, row.rate_gbps) for row in ROWS}) == len(ROWS)


def test_what_plugs_into_cages_says_which_and_twisted_pair_has_ports_of_its_own():
    for row in ROWS:
        assert bool(row.cages) == (row.kind != "twisted pair")


def test_the_tables_say_which_they_are():
    assert re.fullmatch(r"\d{4}-\d{2}(\.\d+)?|\d[\w.-]*", EDITION)
    assert re.fullmatch("[0-9a-f]{64}", tables_hash())


def test_another_figure_is_another_hash(tmp_path, monkeypatch):
    import shutil  # noqa: PLC0415
    from importlib.resources import files  # noqa: PLC0415

    from passerelle.core.tables import edition  # noqa: PLC0415

    for one in files("passerelle.core.tables").iterdir():
        if one.name.endswith(".toml"):
            shutil.copy(str(one), tmp_path / one.name)
    monkeypatch.setattr(edition, "files", lambda _: tmp_path)
    copied = edition.tables_hash.__wrapped__()
    assert copied == tables_hash()
    book = tmp_path / "copper.toml"
    book.write_text(book.read_text().replace("reach_m = 7.0", "reach_m = 7.5"))
    assert edition.tables_hash.__wrapped__() != copied
