"""The module at an end: the standard's row, what a data sheet changes, one lane of a split port."""

import pytest

from passerelle.core.light.modules import CUSTOM as NO_STANDARD
from passerelle.core.light.modules import End, EndError, resolve
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.devices import Device, Port, PortGroup
from passerelle.core.plan.ends import DataSheet, FittedModule, LinkEnd
from passerelle.core.refused import Refused
from passerelle.core.tables import STANDARD
from tests.making import CUSTOM, own_module


class Known:
    devices = {"switch": Device("switch", (PortGroup("up", "SFP+", 4),))}  # noqa: RUF012
    modules = {"mine": own_module("mine", "10GBASE-LR", tx_min_dbm=-7.0)}  # noqa: RUF012


def sheet(**figures):
    return resolve(End("10GBASE-LR", data_sheet=DataSheet(**figures)))


def test_a_standard_module_has_its_published_levels():
    """IEEE 802.3 clause 52, 10GBASE-LR: -8.2 to 0.5 dBm sent, -14.4 to 0.5 dBm received."""
    module = resolve(End("10GBASE-LR"))
    assert (module.launch_min_dbm, module.launch_max_dbm) == (-8.2, 0.5)
    assert (module.receive_min_dbm, module.receive_max_dbm) == (-14.4, 0.5)
    assert (module.rate_gbps, module.strands, module.tx_wavelengths_nm) == (10.0, 2, (1310.0,))
    assert module.levels_are_sure()


def test_only_what_the_data_sheet_says_is_changed():
    module = sheet(tx_min_dbm=-6.0, reach_m=20_000.0, source="sheet 4")
    assert (module.launch_min_dbm, module.launch_max_dbm) == (-6.0, 0.5)
    assert (module.entered_reach_m, module.data_sheet) == (20_000.0, "sheet 4")
    assert module.entered == {"tx_min_dbm", "reach_m"}


def test_nought_is_a_figure_and_not_nothing():
    module = sheet(tx_min_dbm=0.0, penalty_db=0.0, source="s")
    assert (module.launch_min_dbm, module.penalty_db) == (0.0, 0.0)


@pytest.mark.parametrize(
    ("figures", "path", "said"),
    [
        ({"tx_min_dbm": -6.0}, "module.source", "needs a source"),
        ({"tx_min_dbm": 1.0, "source": "s"}, "module.tx_min_dbm", "over the launch maximum 0.5"),
        ({"tx_max_dbm": -9.0, "source": "s"}, "module.tx_max_dbm", "-8.2 dBm is over"),
        ({"rx_min_dbm": 1.0, "source": "s"}, "module.rx_min_dbm", "receiver minimum 1 dBm"),
        ({"tx_wavelength_nm": 850.0, "source": "s"}, "module.tx_wavelength_nm", "not used in"),
    ],
)
def test_a_data_sheet_that_contradicts_is_refused(figures, path, said):
    with pytest.raises(EndError) as refused:
        sheet(**figures)
    assert refused.value.path == path
    assert said in refused.value.reason


@pytest.mark.parametrize("missing", ["source", "rate_gbps", "fiber_mode", "tx_wavelength_nm"])
def test_a_module_of_no_standard_says_what_it_lacks(missing):
    figures = {key: value for key, value in CUSTOM.items() if key != missing}
    with pytest.raises(EndError, match=f"needs {missing}"):
        resolve(End(NO_STANDARD, data_sheet=DataSheet(**figures)))


def test_a_module_of_no_standard_has_one_decibel_of_penalty_unless_it_says_otherwise():
    assert resolve(End(NO_STANDARD, data_sheet=DataSheet(**CUSTOM))).penalty_db == 1.0
    told = DataSheet(**CUSTOM | {"penalty_db": 0.0})
    assert resolve(End(NO_STANDARD, data_sheet=told)).penalty_db == 0.0


def test_an_own_modules_figures_go_before_the_table_and_the_ends_before_both():
    own = own_module("m", "10GBASE-LR", tx_min_dbm=-7.0, rx_min_dbm=-16.0)
    module = resolve(End("10GBASE-LR", own=own))
    assert (module.launch_min_dbm, module.receive_min_dbm, module.part) == (-7.0, -16.0, "m")
    here = DataSheet(tx_min_dbm=-5.0, source="on site")
    both = resolve(End("10GBASE-LR", data_sheet=here, own=own))
    assert (both.launch_min_dbm, both.receive_min_dbm, both.data_sheet) == (-5.0, -16.0, "on site")
    with pytest.raises(EndError, match="is a module for 10GBASE-LR; this end runs 10GBASE-ER"):
        resolve(End("10GBASE-ER", own=own))


def test_one_lane_of_four_runs_a_quarter_on_two_strands():
    module = resolve(End("100GBASE-SR4", port=Port(lane=3)))
    assert (module.rate_gbps, module.strands, module.lanes) == (25.0, 2, 1)
    assert module.parent == "100GBASE-SR4"
    with pytest.raises(EndError, match="lane 5 is not one of 1 to 4"):
        resolve(End("100GBASE-SR4", port=Port(lane=5)))
    with pytest.raises(EndError, match="10GBASE-LR does not come apart into lanes"):
        resolve(End("10GBASE-LR", port=Port(lane=1)))


def test_what_launches_less_into_multimode():
    """1000BASE-LX: -11.0 dBm into single mode, -11.5 into multimode."""
    module = resolve(End("1000BASE-LX"))
    glass = [STANDARD.fibers["OS2"], STANDARD.fibers["OM2"], None]
    assert [module.launch_min_on(one) for one in glass] == [-11.0, -11.5, -11.0]


@pytest.mark.parametrize(
    ("spec", "path"),
    [
        (LinkEnd("10GBASE-LR", device="router"), "device"),
        (LinkEnd("10GBASE-LR", device="switch", port=Port(group="down")), "port.group"),
        (LinkEnd("10GBASE-LR", module=FittedModule(part="yours")), "module.part"),
    ],
)
def test_an_end_names_what_is_there(spec, path):
    with pytest.raises(Refused) as refused:
        End.of(spec, Known())
    assert refused.value.path == path


def test_an_end_is_written_as_it_was_read():
    spec = LinkEnd(
        "10GBASE-LR", "Hall", "SFP+", device="switch", port=Port(group="up", number=3),
        module=FittedModule(part="mine", connector=connector("LC/UPC"), coding="own"),
    )  # fmt: skip
    end = End.of(spec, Known())
    assert end.spec == spec
    assert end.spec.id == spec.id
    assert (end.device.name, end.own.name, end.port.number) == ("switch", "mine", 3)


def test_what_was_worked_out_once_is_the_same_object_and_a_changed_end_is_looked_at_again():
    end = End("10GBASE-LR", data_sheet=DataSheet(tx_min_dbm=-6.0, source="s"))
    assert resolve(end) is resolve(end)
    from dataclasses import replace  # noqa: PLC0415

    other = replace(end, application="10GBASE-ER", data_sheet=DataSheet())
    assert resolve(other).application == "10GBASE-ER"
    assert end == replace(end)  # what was worked out is no part of what an end is


def test_every_application_of_the_table_makes_a_module():
    for name in STANDARD.applications:
        module = resolve(End(name))
        assert module.rate_gbps > 0
        assert module.tx_wavelengths_nm
