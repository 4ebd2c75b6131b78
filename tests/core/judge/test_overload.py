"""Too much light: tolerances, when to fit after measuring, and who gets no attenuator."""

import pytest

from passerelle.core.judge.overload import check_overload, tolerance_db
from passerelle.core.light.edits import apply_all
from passerelle.core.light.link import Link, budget
from passerelle.core.light.modules import End
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.ends import DataSheet
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


def test_one_bright_direction_gets_an_attenuator_on_its_own_strand():
    """End b sends 0.0, end a bears -1.0; 0.14 dB lie between: 0.86 dB too much at a alone.

    2 dB (1.5 to 2.5) there, with its pair; the other way is as it was.
    """
    strong, weak = CUSTOM | {"tx_max_dbm": 0.0}, CUSTOM | {"tx_max_dbm": -2.0}
    a, b = (End("custom", data_sheet=DataSheet(**sheet)) for sheet in (weak, strong))
    subject = Link("x", a, b, two_pairs("OS2", 400))
    (found,) = check_overload(budget(subject, HouseRules()))
    assert "0.86 dB too much" in found.message
    assert found.remedy.label == "Attenuator 2 dB at the receiver of end a"
    cured = apply_all(subject, found.remedy.edits)
    assert cured.path.segment(0).direction == "b-a"
    before, after = budget(subject, HouseRules()), budget(cured, HouseRules())
    more = [
        then.loss.worst_case - now.loss.worst_case
        for now, then in zip(before.directions, after.directions, strict=True)
    ]
    assert more == pytest.approx([0.0, 2.0 + 0.75])
    assert check_overload(after) == []
    turned = cured.path.reversed()
    assert turned.segment(len(turned.parts) - 1).direction == "a-b"


def test_unlike_modules_are_cured_by_the_levels_of_the_bright_direction():
    """25GBASE-LR sends 2.0, 25GBASE-ER bears -4.0; back 6.0 into 2.0. 0.4 km at 0.34 dB/km.

    5.86 too much: 7 dB (6.3 to 7.7). The limit of the pair, 6.3 dB, has no room for it; the
    receivers have: -3.0 - 1.67 - 8.45 = -13.1 of -13.3 at end a.
    """
    found = over("25GBASE-LR", two_pairs("OS2", 400), "25GBASE-ER")
    assert "5.86 dB too much" in found.message
    assert (found.rule.severity, found.remedy.label) == ("warn", "Attenuator 7 dB at the receiver")
