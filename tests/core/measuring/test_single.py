"""What one strand says by itself, with its near misses. Limit 1.40, expected 0.94 at 1310 nm."""

import pytest

from passerelle.core.measuring.single import alone

from .reading import every, reading, sheet, usual


def said(facts):
    """Rule and strands of each finding."""
    return [(one.finding.rule.id, one.strands) for one in alone(sheet(facts))]


def with_strand(n, of):
    """A good plant in which one strand reads otherwise."""

    def read(strand, nm, way):
        return of(nm, way) if strand == n else usual(strand, nm, way)

    return every(12, read)


def test_a_good_plant_says_nothing():
    assert said(every(12, usual)) == []


@pytest.mark.parametrize(
    ("loss", "found"),
    [
        (2.0, ["test.over-limit"]),  # 0.6 over
        (1.45, ["test.over-limit"]),  # over, within the uncertainty
        (1.0, []),
    ],
)
def test_over_the_limit_at_every_wavelength(loss, found):
    rules = [rule for rule, _ in said(with_strand(4, lambda nm, way: loss))]
    assert [one for one in rules if one == "test.over-limit"] == found


def test_no_light_is_not_also_over_the_limit():
    facts = [f for f in every(12, usual) if not f.run.endswith("-7")]
    facts += [reading(7, None, nm, way) for nm in (1310.0, 1550.0) for way in ("a-b", "b-a")]
    assert said(facts) == [("test.no-light", (7,))]


def test_light_on_another_strand_is_crossed_and_not_dark():
    facts = [f for f in every(12, usual) if f.run[-2:] not in ("-2", "-3")]
    for strand, out in ((2, 3), (3, 2)):
        facts += [reading(strand, None, nm, way, seen_at=out)
                  for nm in (1310.0, 1550.0) for way in ("a-b", "b-a")]  # fmt: skip
    assert said(facts) == [("test.crossed-strands", (2, 3))]


def test_more_at_the_longer_wavelength_is_a_bend_and_alike_is_none():
    bent = said(with_strand(5, lambda nm, way: usual(5, nm, way) + (0.9 if nm > 1400 else 0.1)))
    assert ("test.bend-sign", (5,)) in bent
    alike = said(with_strand(5, lambda nm, way: usual(5, nm, way) + 0.9))
    assert "test.bend-sign" not in [rule for rule, _ in alike]


def test_one_way_more_than_the_other_is_said_with_the_way():
    facts = with_strand(6, lambda nm, way: usual(6, nm, way) + (0.4 if way == "a-b" else 0.0))
    (one,) = [f for f in alone(sheet(facts)) if f.finding.rule.id == "test.directions-differ"]
    assert one.strands == (6,)
    assert "dB towards B" in one.finding.message
    same = with_strand(6, lambda nm, way: usual(6, nm, way) + 0.2)
    assert "test.directions-differ" not in [rule for rule, _ in said(same)]


def test_less_than_glass_alone_loses_cannot_be():
    """1 km x 0.34 x 0.7 = 0.238 dB at 1310; a reading is sure to 0.20: 0.01 cannot be, 0.05 may."""
    for loss, times in ((0.01, 1), (0.05, 0)):
        rules = [rule for rule, _ in said(with_strand(8, lambda nm, way, of=loss: of))]
        assert rules.count("test.better-than-possible") == times
