"""Dispersion against the longest reach of an application, worked with D(1550) of G.652."""

import pytest

from tests.making import CUSTOM, cable, judged, link, path, rules_of


def test_dispersion_against_the_longest_reach_of_the_application():
    """D is 18.0 at 1550 and 18.86 at 1565 nm, where the laser may be too; 10GBASE-ER is made for
    0.93 x 1565 x (1 - (1300/1565)^4) = 762 ps/nm there."""

    def at(km, **sheet):
        run = cable(length_m=km * 1000, loss_db=8.0, source="meter")
        return judged(link("10GBASE-ER", path(run), reach_m=80_000.0, source="sheet", **sheet))

    assert "reach.dispersion" not in rules_of(at(40))
    found = next(f for f in at(41).findings if f.rule.id == "reach.dispersion")
    assert (found.rule.severity, "773 ps/nm; 762" in found.message) == ("warn", True)
    assert "reach.dispersion" not in rules_of(at(60, dispersion_ps_nm=1600.0))
    assert "reach.dispersion" in rules_of(at(89, dispersion_ps_nm=1600.0))
    stated = at(41, tx_wavelength_nm=1550.0)  # 738 of 728, where the line is known
    assert "738 ps/nm; 728" in next(
        f.message for f in stated.findings if f.rule.id == "reach.dispersion"
    )


@pytest.mark.parametrize(("km", "said"), [(80, False), (84.5, False), (85, True), (95, True)])
def test_the_long_class_bears_1600_ps(km, said):
    """At 1565 nm, 18.86 ps/(nm km): 1600 is reached at 84.8 km."""
    run = cable(length_m=km * 1000, loss_db=17.6, source="meter")
    found = rules_of(judged(link("10G ZR class", path(run), reach_m=99e3, source="sheet")))
    assert ("reach.dispersion" in found) is said


def test_dispersion_that_nobody_has_published_is_a_note():
    sheet = CUSTOM | {"tx_wavelength_nm": 1550.0, "rx_wavelength_nm": 1550.0, "reach_m": 80_000.0}
    run = path(cable(length_m=45_000, loss_db=9.0, source="meter"))
    found = next(f for f in judged(link("custom", run, **sheet)).findings
                 if f.rule.id == "reach.dispersion")  # fmt: skip
    assert found.rule.severity == "note"
    near_zero = sheet | {"tx_wavelength_nm": 1310.0, "rx_wavelength_nm": 1310.0}
    assert "reach.dispersion" not in rules_of(judged(link("custom", run, **near_zero)))
