"""Mode-conditioning cords: asked for on old multimode by long-wave lasers, in pairs."""

import pytest

from passerelle.core.judge.conditioning import check_conditioning
from passerelle.core.light.edits import apply_all
from passerelle.core.light.link import budget
from passerelle.core.plan.house_rules import HouseRules
from tests.making import cable, cord, link, path

OVER_300 = HouseRules(mode_conditioning="over-300-m")


def run(fiber, length_m, near=False, far=False, application="1000BASE-LX"):
    return link(application, path(cord(fiber, conditioning=near), cable(fiber, length_m - 4),
                                  cord(fiber, conditioning=far)))  # fmt: skip


def found(subject, rules=None):
    return check_conditioning(budget(subject, rules or HouseRules()))


@pytest.mark.parametrize(
    ("length_m", "rules", "severity"),
    [(100, HouseRules(), "stop"), (300, OVER_300, "warn"), (300.1, OVER_300, "stop")],
)
def test_the_house_rule_leaves_them_out_up_to_300_metres_and_still_says_so(
    length_m, rules, severity
):
    (one,) = found(run("OM2", length_m), rules)
    assert (one.rule.id, one.rule.severity) == ("fiber.mode-conditioning", severity)
    assert one.at == (0, 4)
    assert ("leaves them out" in one.message) is (severity == "warn")


@pytest.mark.parametrize(("near", "far", "missing"), [(True, False, (4,)), (False, True, (0,))])
def test_one_cord_alone_names_the_end_that_lacks_it(near, far, missing):
    (one,) = found(run("OM1", 200, near, far))
    assert (one.rule.id, one.at) == ("fiber.mode-conditioning-one-end", missing)
    assert one.remedy.label == "Mode-conditioning cords at the other end"


@pytest.mark.parametrize(
    ("fiber", "application"),
    [
        ("OM3", "1000BASE-LX"),
        ("OM4", "1000BASE-LX"),
        ("OS2", "1000BASE-LX"),
        ("OM2", "1000BASE-SX"),
    ],
)
def test_newer_glass_and_short_wave_lasers_need_none(fiber, application):
    assert found(run(fiber, 200, application=application)) == []
    (needless,) = found(run(fiber, 200, True, True, application))
    assert (needless.rule.id, needless.at) == ("fiber.mode-conditioning-needless", (0, 4))


@pytest.mark.parametrize("near", [False, True])
def test_the_cure_leaves_nothing_to_say(near):
    subject = run("OM2", 200, near)
    (one,) = found(subject)
    assert found(apply_all(subject, one.remedy.edits)) == []


def test_what_is_no_cord_is_not_changed_for_one():
    """The cable plugs into the modules: somebody has to fit cords first."""
    (one,) = found(link("1000BASE-LX", path(cable("OM2", 200))))
    assert (one.at, one.remedy) == ((0,), None)
