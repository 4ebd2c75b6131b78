"""What joints throw back: limits for one joint and for several, and faces nobody wrote down."""

import pytest

from passerelle.core.judge.reflectance import thrown
from passerelle.core.light.link import budget
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint
from passerelle.core.tables.reflectance import SEVERAL
from tests.making import APC, LC, cable, cord, judged, link, path

BARE_LC = connector("LC")


def flat(pairs: int, plug=LC, **joint):
    """So many pairs of one plug on 40 m of single mode."""
    segments = [cord(length_m=40 / (pairs + 1), ends=(plug, plug)) for _ in range(pairs + 1)]
    parts = [segments[0]]
    for segment in segments[1:]:
        parts += [Joint("adapter", "low-loss", **joint), segment]
    return path(*parts)


def found(application, light, rule="mate.reflectance"):
    return [f for f in judged(link(application, light)).findings if f.rule.id == rule]


@pytest.mark.parametrize(
    ("application", "pairs", "warns"),
    [
        ("100GBASE-DR", 1, True),  # -35 dB, the least of ISO/IEC 11801-1, against -37
        ("100GBASE-DR", 4, True),  # -45
        ("400GBASE-DR4", 2, True),  # -42
        ("100GBASE-FR1", 4, False),  # -35: just borne
        ("100GBASE-FR1", 5, True),  # five count as six: -38
        ("100GBASE-LR1", 6, False),  # -35
        ("100GBASE-LR1", 7, True),  # -37
        ("10GBASE-LR", 6, False),  # one by itself: -26
    ],
)
def test_flat_pairs_against_what_the_application_bears(application, pairs, warns):
    assert bool(found(application, flat(pairs))) is warns


def test_the_message_names_how_many_how_much_and_what_to_ask_for():
    (one,) = found("100GBASE-DR", flat(4))
    assert one.rule.severity == "warn"
    assert one.message == (
        "4 joints may reflect −35 dB; 100GBASE-DR bears −45 dB with 4 joints in the path."
    )
    assert "45 dB return loss or better" in one.do
    assert one.at == (1, 3, 5, 7)


def test_angled_pairs_are_not_counted():
    assert not found("100GBASE-DR", flat(4, APC))
    # two flat pairs beside four angled ones are two: -42, so that good ones of -43 are borne
    good = flat(2, reflectance_db=-43.0, source="trace")
    assert not found("100GBASE-DR", good)
    assert found("100GBASE-DR", flat(4, reflectance_db=-43.0, source="trace"))


def test_a_measured_joint_is_judged_alone_where_light_has_two_levels():
    (one,) = found("10GBASE-LR", flat(1, reflectance_db=-24.0))
    assert one.message == "1 joint reflects −24 dB; −26 dB is the most for one joint."
    assert not found("10GBASE-LR", flat(1, reflectance_db=-26.0))
    # on multimode the limit is -20
    light = path(cord("OM3"), Joint("adapter", reflectance_db=-21.0), cord("OM3"))
    assert not found("10GBASE-SR", light)
    worse = path(cord("OM3"), Joint("adapter", reflectance_db=-19.0), cord("OM3"))
    assert found("10GBASE-SR", worse)


def test_a_fusion_splice_reflects_nothing_and_a_mechanical_one_45_db():
    ends = {"ends": (connector("bare"), connector("bare"))}
    light = path(cable(**ends), Joint("fusion"), cable(**ends), Joint("mechanical"), cable(**ends))
    reflected = thrown(budget(link("100GBASE-DR", light), HouseRules()))
    assert [(one.at, one.most_db) for one in reflected] == [(3, -45.0)]


def test_more_joints_than_the_table_has_are_said_to_have_no_figure():
    assert SEVERAL["100GBASE-DR"].limit_db(11) is None
    (one,) = found("100GBASE-DR", flat(11))
    assert "has no figure for 11 joints" in one.message


def test_a_face_that_nobody_wrote_down_is_a_finding_where_it_matters():
    (one,) = found("100GBASE-DR", flat(2, BARE_LC), "mate.polish-unknown")
    assert one.message.startswith("The polish of 2 mated pairs is not recorded; with 2 joints")
    assert "at most −42 dB" in one.message
    assert not found("10GBASE-LR", flat(2, BARE_LC), "mate.polish-unknown")


def test_an_angled_plug_meets_one_whose_face_is_not_recorded():
    light = path(cord(ends=(LC, APC)), cord(ends=(BARE_LC, LC)))
    (one,) = found("10GBASE-LR", light, "mate.polish-unknown")
    assert one.message == "LC/APC is angled; the polish of the LC plug is not recorded."
    assert not found("10GBASE-LR", light, "mate.polish")
