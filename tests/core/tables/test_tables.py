"""The tables: complete, sourced, and the core that reads them stands alone."""

import subprocess
import sys

import pytest

from passerelle.core.light.explain import explain
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.remedies.proposal import Need, NeedError, propose, suited
from passerelle.core.tables import STANDARD, TableError
from passerelle.core.tables.reading import make_row
from passerelle.core.tables.rows import Window
from tests.making import judged, rules_of


def test_every_row_names_its_source():
    rows = [*STANDARD.fibers.values(), *STANDARD.windows, *STANDARD.mated_pairs.values(),
            *STANDARD.splices.values(), *STANDARD.applications.values()]  # fmt: skip
    assert all(row.source for row in rows)
    assert len(STANDARD.applications) == 146
    assert {row.fiber for row in STANDARD.windows} == set(STANDARD.fibers)


@pytest.mark.parametrize(
    ("name", "fiber", "reach_m", "loss_db"),
    [
        ("100BASE-FX", "OM1", 2000, 11.0),
        ("1000BASE-LX", "OS", 5000, 4.57),
        ("10GBASE-ER", "OS", 30000, 10.9),
        ("40GBASE-SR4", "OM4", 150, 1.5),
        ("100GBASE-LR4", "OS", 10000, 6.3),
        ("400GBASE-SR8", "OM3", 70, 1.8),
        ("32GFC SW", "OM2", 20, 1.57),
    ],
)
def test_published_reach_and_loss(name, fiber, reach_m, loss_db):
    row = next(r for r in STANDARD.applications[name].reach if r.fiber == fiber)
    assert (row.m, row.loss_db) == (reach_m, loss_db)


@pytest.mark.parametrize(
    "change", [{"confidence": "sure"}, {"typical_db_per_km": float("nan")}, {"colour": "red"}]
)
def test_a_row_that_makes_no_sense_is_refused(change):
    good = {"fiber": "OM1", "wavelength_nm": 850.0, "worst_case_db_per_km": 3.5,
            "typical_db_per_km": 2.9, "source": "s", "confidence": "high",
            "typical_confidence": "medium"}  # fmt: skip
    assert make_row(Window, good, "test")
    with pytest.raises(TableError):
        make_row(Window, good | change, "test")


def test_the_core_needs_nothing_of_the_rest():
    code = (
        "import sys, passerelle.core; "
        "print([m for m in sys.modules if m.split('.')[0] in "
        "('fastapi', 'sqlalchemy', 'pydantic', 'starlette') or m.startswith('passerelle.') "
        "and not m.startswith('passerelle.core')])"
    )
    out = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True)
    assert out.stdout.strip() == "[]"


@pytest.mark.parametrize("application", STANDARD.applications)
@pytest.mark.parametrize("distance_m", [12.0, 260.0, 9_300.0])
def test_a_proposal_is_a_whole_path(application, distance_m):
    check = judged(propose(Need("here", "there", application, distance_m)))
    stops = {f.rule.id for f in check.findings if f.rule.severity == "stop"}
    # the distance or the light may be wrong for the application; the parts never are
    assert stops <= {"reach.exceeded", "loss.over-limit", "light.overload"}
    # where those of two rows, of 24 and 32 positions, send is not in the tables
    assert ("polarity.unknown" in rules_of(check)) is (
        application in ("100GBASE-SR10", "400GBASE-SR16")
    )
    for figure in explain(check.budget).values():
        if figure.figure.startswith("loss") and figure.value is not None:
            assert sum(line.value for line in figure.lines) == pytest.approx(figure.value)


def test_needs_that_make_no_sense_are_refused():
    for distance_m in (0, -1, 5_000_000, float("nan")):
        with pytest.raises(NeedError, match="distance"):
            propose(Need("a", "b", "10GBASE-LR", distance_m))
    with pytest.raises(NeedError, match="not an application"):
        propose(Need("a", "b", "11GBASE-LR", 100))


def test_what_fits_350_metres():
    fits = {s.application for s in suited(350, HouseRules()) if s.fits}
    assert {"10GBASE-LR", "1000BASE-SX"} <= fits
    assert not fits & {"25GBASE-SR", "10GBASE-LRM", "100GBASE-SR4"}
    assert "10GBASE-ER" in fits  # with an attenuator, as its finding says
