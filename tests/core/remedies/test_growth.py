"""Growth against the published reaches."""

from passerelle.core.remedies.growth import growth
from tests.making import cable, cord, judged, link, path


def test_a_short_om4_run_at_10g():
    light = path(cord("OM4"), cable("OM4", 86), cord("OM4"))  # 90 m, 1.77 dB
    found = growth(judged(link("10GBASE-SR", light)))
    assert {"25GBASE-SR", "50GBASE-SR"} <= set(found.carries)  # 100 m, 1.9 dB
    assert not [name for name in found.carries if name.endswith(("SR4", "SR8"))]  # MPO plugs
    assert found.next_rate_gbps is None or found.next_rate_gbps >= 40


def test_single_mode_at_10_km_carries_the_10_km_applications():
    light = path(cord(), cable(length_m=9_000), cord())
    found = growth(judged(link("10GBASE-LR", light)))
    assert {"25GBASE-LR", "100GBASE-LR4", "400GBASE-LR8"} <= set(found.carries)
    assert "100GBASE-DR" not in found.carries  # 500 m
    assert found.carries[0].startswith("400G")


def test_old_glass_says_what_stops_the_next_speed():
    light = path(cord("OM1"), cable("OM1", 200), cord("OM1"))
    found = growth(judged(link("1000BASE-SX", light)))
    # 10GBASE-SR reaches 33 m; 10GBASE-LRM 220 m, best with conditioning cords, perhaps without
    assert found.carries == ("10GBASE-LRM",)
    plain = judged(link("10GBASE-LRM", light))
    (said,) = [f for f in plain.findings if f.rule.id == "fiber.mode-conditioning"]
    assert (said.rule.severity, plain.verdict) == ("warn", "tight")
    assert "try plain ones" in said.do
    laser = judged(link("1000BASE-LX", light))
    assert "fiber.mode-conditioning" in {
        f.rule.id for f in laser.findings if f.rule.severity == "stop"
    }
