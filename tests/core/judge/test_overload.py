"""Too much light: tolerances, when to fit after measuring, and who gets no attenuator."""

import pytest

from passerelle.core.judge.overload import check_overload, tolerance_db
from passerelle.core.light.link import budget
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Segment
from tests.making import CUSTOM, cable, cord, link, path, two_pairs


def over(application, light, b=None, **sheet):
    found = check_overload(budget(link(application, light, b, **sheet), HouseRules()))
    return found[0] if found else None


@pytest.mark.parametrize(
    ("value_db", "off_db"), [(1, 0.5), (5, 0.5), (7, 0.7), (10, 1.0), (15, 1.5), (20, 2.0)]
)
def test_half_a_decibel_up_to_five_and_a_tenth_above(value_db, off_db):
    assert tolerance_db(value_db) == pytest.approx(off_db)


@pytest.mark.parametrize(
    ("floor_dbm", "severity"),
    # launch 4.0, ceiling -1.0: 5 dB apart; 5 + 2 x 0.5 + 0.75 + 2 (from 5 to 7 dB) = 8.75 needed.
    # limit = 0 - floor - 1; 0.1 km of glass and two pairs leave no stock value room
    [(-9.75, "warn"), (-9.74, "stop")],
)
def test_sure_to_be_curable_once_measured_or_not(floor_dbm, severity):
    sheet = CUSTOM | {"tx_min_dbm": 0.0, "tx_max_dbm": 4.0, "rx_min_dbm": floor_dbm}
    # the weakest launch is not too strong: 0 - 1.54 is under -1.0
    found = over("custom", two_pairs("OS2", 100), **sheet)
    assert (found.rule.severity, found.remedy) == (severity, None)
    assert ("Fit after measuring" in found.message) is (severity == "warn")


def test_what_is_measured_already_is_not_fitted_after_measuring():
    sheet = CUSTOM | {"tx_min_dbm": 0.0, "tx_max_dbm": 4.0, "rx_min_dbm": -9.75}
    known = path(cord(), cable("OS2", 96, loss_db=0.0384, source="meter"), cord())
    assert over("custom", known, **sheet).rule.severity == "stop"


def test_multimode_gets_no_attenuator():
    hot = {"tx_max_dbm": 2.0, "source": "sheet"}  # 10GBASE-SR bears -1.0
    found = over("10GBASE-SR", path(cord("OM4"), cord("OM4")), **hot)
    assert found.remedy is None
    assert found.rule.severity == "stop"


def test_the_lossier_plug_decides_the_room():
    """A multi-fiber plug at one end: its pair, not that of the other end, has to fit as well."""
    mpo = connector("MPO-12/APC/unpinned")
    odd = Segment("cord", 2.0, "OS2", (connector("LC/UPC"), mpo))
    sheet = CUSTOM | {"tx_max_dbm": 0.0}
    one, other = over("custom", path(odd), **sheet), over("custom", path(odd.reversed()), **sheet)
    assert one.rule.severity == other.rule.severity
    assert (one.remedy is None) == (other.remedy is None)


def test_each_end_that_gets_too_much_is_named():
    sheet = CUSTOM | {"tx_max_dbm": 0.0}
    assert over("custom", path(cord(length_m=0.0)), **sheet).ends == ("b", "a")
    assert over("50GBASE-FR", two_pairs("OS2", 100), "50GBASE-LR").ends == ("a",)
