"""Loss classes of passive optical networks: at least and at most, worked by hand."""

import pytest

from passerelle.core.choice.ways import applications
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from passerelle.core.tables import STANDARD
from tests.making import BARE, connector, judged, link

SC = connector("SC/APC")


def through(splitter: str, glass_m: float, pairs: int, splices: int) -> LightPath:
    """So much G.652.D with so many pairs, the splitter spliced in, so many splices in all."""
    parts: list[Segment | Joint] = [_glass(glass_m, SC)]
    for _ in range(pairs):
        parts += [Joint("adapter", "standard"), _glass(0, SC)]
    parts += [Joint("adapter", loss_db=0.0, source="none"), _glass(0, SC, BARE)]
    for n in range(splices):
        inline = n == 0
        parts += [Joint("fusion")]
        parts += [Segment(kind="inline", part=splitter, ends=(BARE, BARE))] if inline else []
        parts += [] if inline else [_glass(0, BARE)]
    parts += [Joint("adapter", loss_db=0.0, source="none"), _glass(0, SC)]
    return LightPath(tuple(parts))


def _glass(length_m, near, far=None):
    return Segment(
        kind="cord", length_m=length_m, fiber="OS2", glass="G.652.D", ends=(near, far or near)
    )


def of(name, light):
    return judged(link(f"{name} OLT", light, f"{name} ONU"))


def test_class_b_plus_over_5_km_and_1_to_32():
    """2.0 + 17.5 + six pairs 4.5 + four splices 1.2 = 25.2 of 28 dB."""
    check = of("GPON B+", through("splitter 1:32", 5000, 6, 4))
    assert [d.loss.worst_case for d in check.budget.directions] == pytest.approx([25.2, 25.2])
    assert check.margin_db == pytest.approx(2.8)
    assert not [f for f in check.findings if f.rule.severity == "stop" and "mate" not in f.rule.id]


def test_too_little_loss_blinds_the_receiver():
    """1:2, 0.5 km, two pairs: 4.0 + 0.2 + 1.5 = 5.7 of at least 13 dB, and 3.5 at the lowest."""
    check = of("GPON B+", through("splitter 1:2", 500, 2, 0 + 1))
    (over,) = [f for f in check.findings if f.rule.id == "light.overload"]
    assert over.rule.severity == "stop"
    assert "asks for 13 dB at least" in over.message
    assert over.remedy is not None
    assert over.remedy.label == "Attenuator 15 dB on the strand"  # 13.5 at its least, of 9.4


def test_a_class_without_a_least_loss_is_not_judged_by_one():
    check = of("GPON B+", through("splitter 1:32", 5000, 6, 4))
    assert "light.unknown" not in {f.rule.id for f in check.findings}
    epon = judged(link("1000BASE-PX20-D", through("splitter 1:2", 500, 2, 1), "1000BASE-PX20-U"))
    said = {f.rule.id for f in epon.findings}
    assert "light.overload" not in said
    assert "light.unknown" in said  # the maxima are not in the table, and it says so


@pytest.mark.parametrize(
    ("name", "least", "most"),
    [
        ("GPON A", 5, 20), ("GPON B", 10, 25), ("GPON C", 15, 30), ("GPON B+", 13, 28),
        ("GPON C+", 17, 32), ("XGS-PON N1", 14, 29), ("XGS-PON N2", 16, 31),
        ("XGS-PON E1", 18, 33), ("XGS-PON E2", 20, 35),
    ],
)  # fmt: skip
def test_the_classes_are_the_published_ones(name, least, most):
    for end, nm in (("OLT", 1490 if "GPON" in name else 1577), ("ONU", None)):
        row = STANDARD.applications[f"{name} {end}"]
        assert (row.reach[0].least_loss_db, row.reach[0].loss_db) == (least, most)
        assert nm is None or row.wavelengths_nm == (nm,)


def test_a_shared_system_is_never_proposed_from_place_to_place():
    assert not [one.name for one in applications(10.0) if "PON" in one.name]
    assert STANDARD.applications["XGS-PON N1 OLT"].family == "shared"
