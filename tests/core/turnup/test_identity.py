"""A module by its memory against the planned one."""

from typing import Any

import pytest

from passerelle.core.light.link import Link
from passerelle.core.light.modules import End
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.turnup.identity import bare_name, compared, same_side
from tests.making import cable, judged, link, path

from .facts import read

LR = judged(link("10GBASE-LR", path(cable(length_m=1800))))
MEMORY: dict[str, Any] = {
    "standard": "SFF-8472", "form": "SFP+", "connector": "LC", "applications": ("10GBASE-LR",),
    "nm": 1310.0, "reach_m": {"SMF": 10_000.0}, "coding": "Larkmoor",
}  # fmt: skip


def fits(subject=LR, **changes: Any) -> dict[str, bool | None]:
    told = compared(subject.budget, "a", read("a", -5.0, **MEMORY | changes))
    return {one.what: one.fits for one in told}


def test_the_planned_module_fits_and_what_is_not_said_is_not_compared() -> None:
    assert fits() == {
        "application": True, "form": None, "plug": None, "wavelength": True, "reach": True,
        "coding": None,
    }  # fmt: skip


@pytest.mark.parametrize(
    ("changes", "what"),
    [
        ({"applications": ("10GBASE-SR",)}, "application"),
        ({"nm": 850.0}, "wavelength"),
        ({"reach_m": {"SMF": 1000.0}}, "reach"),
    ],
)
def test_another_module_is_told_by_what_differs(changes, what) -> None:
    assert [name for name, good in fits(**changes).items() if good is False] == [what]


def test_a_reach_on_other_glass_says_nothing_of_this_one() -> None:
    assert fits(reach_m={"OM3": 300.0})["reach"] is None


def test_the_edge_of_the_standard_s_own_range_is_the_planned_wavelength() -> None:
    """10GBASE-LR lasers may be anywhere from 1260 to 1355 nm."""
    assert fits(nm=1355.0)["wavelength"] is True
    assert fits(nm=1550.0)["wavelength"] is False


def test_codes_without_a_bit_of_their_own_are_those_of_the_shorter_one() -> None:
    assert bare_name("1000BASE-LX10") == "1000BASE-LX"
    assert bare_name("1000BASE-BX10-U") == "1000BASE-BX10"


def test_coding_stops_only_a_device_that_takes_its_own_alone() -> None:
    def with_device(own: bool | None) -> bool | None:
        device = Device("switch", (PortGroup("p", "SFP+"),), coding="Tern", own_coding_only=own)
        end = End("10GBASE-LR", device=device)
        subject = judged(Link("test", end, End("10GBASE-LR"), path(cable())))
        return fits(subject)["coding"]

    assert [with_device(own) for own in (True, False, None)] == [False, None, None]


def test_levels_that_were_typed_say_nothing_of_the_module() -> None:
    assert compared(LR.budget, "a", read("a", -5.0)) == ()


def test_two_of_one_side_are_told_by_their_wavelengths() -> None:
    pair = judged(link("1000BASE-BX10-D", path(cable()), b="1000BASE-BX10-U"))
    down, up = read("a", -5.0, nm=1490.0), read("b", -5.0, nm=1310.0)
    assert same_side(pair.budget, down, up) is False
    assert same_side(pair.budget, down, read("b", -5.0, nm=1490.0)) is True
    assert same_side(pair.budget, down, None) is None
    assert same_side(LR.budget, down, down) is None
