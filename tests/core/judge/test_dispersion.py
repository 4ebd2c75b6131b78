"""Dispersion against the longest reach of an application, worked with D(1550) of G.652."""

from tests.making import CUSTOM, cable, judged, link, path, rules_of


def test_dispersion_against_the_longest_reach_of_the_application():
    """D(1550) is 18.0 ps/(nm km) at most; 10GBASE-ER is made for 40 km: 720 ps/nm."""

    def at(km, **sheet):
        run = cable(length_m=km * 1000, loss_db=8.0, source="meter")
        return judged(link("10GBASE-ER", path(run), reach_m=80_000.0, source="sheet", **sheet))

    assert "reach.dispersion" not in rules_of(at(40))
    found = next(f for f in at(41).findings if f.rule.id == "reach.dispersion")
    assert (found.rule.severity, "738 ps/nm; 720" in found.message) == ("warn", True)
    assert "reach.dispersion" not in rules_of(at(60, dispersion_ps_nm=1600.0))
    assert "reach.dispersion" in rules_of(at(89, dispersion_ps_nm=1600.0))


def test_dispersion_that_nobody_has_published_is_a_note():
    sheet = CUSTOM | {"tx_wavelength_nm": 1550.0, "rx_wavelength_nm": 1550.0, "reach_m": 80_000.0}
    run = path(cable(length_m=45_000, loss_db=9.0, source="meter"))
    found = next(f for f in judged(link("custom", run, **sheet)).findings
                 if f.rule.id == "reach.dispersion")  # fmt: skip
    assert found.rule.severity == "note"
    near_zero = sheet | {"tx_wavelength_nm": 1310.0, "rx_wavelength_nm": 1310.0}
    assert "reach.dispersion" not in rules_of(judged(link("custom", run, **near_zero)))
