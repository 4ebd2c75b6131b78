"""House rules that decide what an uncertain loss or level means: worked by hand."""

import pytest

from tests.making import cable, cord, judged, link, path, rules_of, two_pairs


def of_rule(check, rule):
    return next(f for f in check.findings if f.rule.id == rule)


def test_a_long_run_says_what_the_cable_may_measure():
    """ER over 30 km: 12.0 + 1.5 of 10.9 dB; without the two pairs and the cords 9.4 dB are left."""
    check = judged(link("10GBASE-ER", path(cord(), cable(length_m=29_996), cord())))
    assert check.verdict == "fails"
    said = of_rule(check, "loss.passes-typical-only").message
    assert "It works if the cable measures 9.40 dB or less at 1550 nm, without the end" in said


def test_by_house_rule_such_a_link_is_open_until_it_is_measured():
    light = path(cord(), cable(length_m=29_996), cord())
    waits = judged(link("10GBASE-ER", light), over_limit="measure-first")
    assert waits.verdict == "unknown"
    assert of_rule(waits, "loss.over-limit").rule.severity == "warn"
    # a reading decides: 9.3 + 1.5 + 0.0016 of 10.9
    read = cable(length_m=29_996, loss_db=9.3, loss_includes="none", loss_nm=1550, source="meter")
    measured = judged(link("10GBASE-ER", path(cord(), read, cord())), over_limit="measure-first")
    assert (measured.verdict, measured.margin_db) == ("tight", pytest.approx(0.0984))
    over = cable(length_m=29_996, loss_db=9.5, loss_includes="none", loss_nm=1550, source="meter")
    failed = judged(link("10GBASE-ER", path(cord(), over, cord())), over_limit="measure-first")
    assert failed.verdict == "fails"


def test_what_typical_parts_do_not_cure_fails_under_either_school():
    """40 km with six pairs: typically 40 x 0.22 + 6 x 0.3 = 10.6 and with eight 11.2 of 10.9 dB."""
    light = path(cord(), *(cable(length_m=4999) for _ in range(8)), cord())  # nine pairs
    assert judged(link("10GBASE-ER", light), over_limit="measure-first").verdict == "fails"


@pytest.mark.parametrize(("school", "verdict"), [("warn", "works"), ("stop", "fails")])
def test_too_much_light_that_an_attenuator_cures(school, verdict):
    """ER over 5 km of G.652.D: 5 dB cure it; whether it stops until then is a house rule."""
    light = path(cord(), cable(length_m=4996, glass="G.652.D"), cord())
    check = judged(link("10GBASE-ER", light), overload=school)
    assert check.verdict == verdict
    assert "light.overload" in rules_of(check)


def test_readings_with_reference_cords_may_flatter_the_ends():
    """90 m OM4, 1.00 dB read with both ends: 1.012 of 1.9 dB; 2 x (0.75 - 0.30) more is 1.912."""
    read = cable("OM4", 90, loss_db=1.0, loss_includes="both", source="meter")
    light = path(cord("OM4"), read, cord("OM4"))
    assert judged(link("25GBASE-SR", light)).margin_db == pytest.approx(0.888)
    careful = judged(link("25GBASE-SR", light), reading_cords="add-for-ordinary")
    assert careful.margin_db == pytest.approx(-0.012)
    for direction in careful.budget.directions:  # one term a part: the drawing counts on it
        assert [t.at for t in direction.terms] == [*range(len(light.parts)), None]
    # a reading of the glass alone has no ends to flatter
    alone = cable("OM4", 90, loss_db=0.2, loss_includes="none", source="meter")
    light = path(cord("OM4"), alone, cord("OM4"))
    plain = judged(link("25GBASE-SR", light)).margin_db
    assert judged(link("25GBASE-SR", light), reading_cords="add-for-ordinary").margin_db == plain


def test_single_mode_ends_take_a_quarter_of_a_decibel():
    """One end of a two-cord reading: 0.75 - 0.50 = 0.25 dB."""
    read = cable(length_m=100, loss_db=0.4, loss_includes="a", loss_nm=1310, source="meter")
    subject = link("10GBASE-LR", path(cord(), read, cord()))
    plain = judged(subject).margin_db
    careful = judged(subject, reading_cords="add-for-ordinary").margin_db
    assert plain - careful == pytest.approx(0.25)


def test_two_pairs_on_good_glass_need_no_school():
    assert judged(link("10GBASE-LR", two_pairs("OS2", 2000))).verdict == "works"
