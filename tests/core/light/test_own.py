"""Own parts: used like table rows, refused where they contradict themselves, doubted outside what
such parts can have."""

import pytest

from passerelle.core.judge.check import check_link
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End, EndError, resolve
from passerelle.core.light.own import OwnPartError, check_own, doubts_about, extended
from passerelle.core.plan.ends import DataSheet
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.plan.own import Attenuation, OwnFiber, OwnModule
from passerelle.core.tables import STANDARD
from tests.making import (
    LC,
    cable,
    cord,
    own_box,
    own_fiber,
    own_grade,
    own_module,
    path,
    rules_of,
)

FIBER = own_fiber("better", "OS2", Attenuation(1310, 0.36, 0.33))
GRADE = own_grade("B", "LC", 0.2, 0.1)
CASSETTE = own_box("MC", "cassette", 0.6, 0.35, pairs_included=True)


def test_an_own_fiber_counts_by_its_figures_and_reaches_as_its_base():
    tables = extended((FIBER, GRADE))
    light = path(cord(length_m=0), Joint("adapter", "B"), cable("better", 5000), cord(length_m=0))
    check = check_link(Link("x", End("10GBASE-LR"), End("10GBASE-LR"), light), HouseRules(), tables)
    # 5 km x 0.36 + 0.2 + 0.75, and 5 x 0.33 + 0.1 + 0.30
    assert check.budget.directions[0].loss[:2] == (pytest.approx(2.75), pytest.approx(2.05))
    assert check.budget.reach.m == 10_000
    assert "fiber.grade-mix" not in rules_of(check)
    assert tables.window("better", 1550).worst_case_db_per_km == 0.4  # not entered: OS2's own
    assert "better" not in STANDARD.fibers  # the standard tables stay as they are


def test_a_cassette_whose_figure_holds_its_pairs_is_counted_once():
    tables = extended((CASSETTE,))
    box = Segment("cassette", fiber="OM4", ends=(LC, LC), part="MC")
    light = path(cord("OM4", 0), box, cable("OM4", 100), box, cord("OM4", 0))
    check = check_link(Link("x", End("10GBASE-SR"), End("10GBASE-SR"), light), HouseRules(), tables)
    # 2 x 0.6 + 0.1 km x 3.0: the four mated pairs are in the cassettes
    assert check.budget.directions[0].loss.worst_case == pytest.approx(1.5)
    plain = extended((own_box("MC", "cassette", 0.6, 0.35),))
    apart = check_link(Link("x", End("10GBASE-SR"), End("10GBASE-SR"), light), HouseRules(), plain)
    assert apart.budget.directions[0].loss.worst_case == pytest.approx(1.5 + 4 * 0.75)


def test_an_own_module_is_overruled_only_by_figures_at_the_end():
    own = own_module(
        "far", "10GBASE-LR", tx_min_dbm=-4.0, reach_m=20_000, form="SFP+", temperature="extended"
    )
    module = resolve(End("10GBASE-LR", own=own))
    assert (module.launch_min_dbm, module.entered_reach_m, module.part) == (-4.0, 20_000, "far")
    assert module.receive_max_dbm == 0.5  # not entered: the standard's
    here = DataSheet(source="measured here", tx_min_dbm=-3.5)
    assert resolve(End("10GBASE-LR", own=own, data_sheet=here)).launch_min_dbm == -3.5
    with pytest.raises(EndError, match="is a module for 10GBASE-LR"):
        resolve(End("10GBASE-SR", own=own))


def module(**figures):
    known = {"source": "s", "rate_gbps": 10.0, "fiber_mode": "single-mode",
             "tx_wavelength_nm": 1550.0} | figures  # fmt: skip
    return own_module("m", "custom", **known)


@pytest.mark.parametrize(
    ("part", "key", "says"),
    [
        (module(tx_min_dbm=4.0, tx_max_dbm=0.0), "tx_min_dbm", "launch minimum 4 dBm is over"),
        (module(rx_min_dbm=1.0, rx_max_dbm=0.0), "rx_min_dbm", "receiver minimum 1 dBm is over"),
        (module(tx_wavelength_nm=850.0), "tx_wavelength_nm", "850 nm is not used in single-mode"),
        (own_fiber("f", "OM4", Attenuation(1550, 1.0)), "attenuation[0].wavelength_nm",
         "1550 nm is not used in multimode fiber: 770 to 953 or 1260 to 1380 nm is"),
        (own_fiber("f", "OS2", Attenuation(1310, 0.3, 0.4)),
         "attenuation[0].typical_db_per_km", "typical 0.4 dB/km is over the worst case 0.3"),
        (own_grade("g", "LC", 0.2, 0.3), "typical_db", "typical 0.3 dB is over"),
    ],
)  # fmt: skip
def test_contradictions_are_refused(part, key, says):
    with pytest.raises(OwnPartError, match=says) as refused:
        check_own(part)
    assert refused.value.path == key


@pytest.mark.parametrize(
    ("part", "doubtful"),
    [
        (own_fiber("f", "OS2", Attenuation(1310, 0.36)), False),
        (own_fiber("f", "OS2", Attenuation(1310, 0.036)), True),
        (own_fiber("f", "OM4", Attenuation(850, 3.6)), True),
        (own_grade("g", "LC", 0.25, 0.1), False),
        (own_grade("g", "LC", 2.5, 0.1), True),
        (module(tx_min_dbm=0.0, tx_max_dbm=4.0), False),
        (module(tx_min_dbm=-33.0), True),
    ],
)
def test_figures_outside_what_such_parts_have_are_doubted(part, doubtful):
    check_own(part)
    assert bool(doubts_about(part)) is doubtful
    tables = extended(() if isinstance(part, OwnModule) else (part,))
    if isinstance(part, OwnFiber):
        light = path(cable("f", 10))
        application = "10GBASE-SR" if part.base == "OM4" else "10GBASE-LR"
        check = check_link(
            Link("x", End(application), End(application), light), HouseRules(), tables
        )
        assert ("own.implausible" in rules_of(check)) is doubtful
