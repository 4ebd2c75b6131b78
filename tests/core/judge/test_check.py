"""Verdicts and findings: each rule with a case that triggers it and a near miss that does not.

Lengths and limits are the published ones; the sums beside them are worked by hand.
"""

import pytest

from passerelle.core.judge.check import check_link
from passerelle.core.light.edits import apply_all
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End, Port
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint
from tests.making import (
    CUSTOM,
    cable,
    cord,
    judged,
    link,
    path,
    rules_of,
    two_pairs,
)


@pytest.mark.parametrize(
    ("application", "fiber", "reach_m"),
    [
        ("10GBASE-SR", "OM3", 300),
        ("10GBASE-SR", "OM4", 400),
        ("1000BASE-SX", "OM1", 275),
        ("25GBASE-SR", "OM3", 70),
        ("10GBASE-LR", "OS2", 10_000),
        ("100GBASE-DR", "OS2", 500),
    ],
)
def test_reach_is_the_published_one(application, fiber, reach_m):
    at_reach = judged(link(application, two_pairs(fiber, reach_m)))
    assert at_reach.budget.reach.m == reach_m
    assert "reach.near" in rules_of(at_reach)
    assert "reach.exceeded" not in rules_of(at_reach)
    beyond = judged(link(application, two_pairs(fiber, reach_m + 1)))
    assert beyond.verdict == "fails"
    assert "reach.exceeded" in rules_of(beyond)
    assert "reach.near" not in rules_of(judged(link(application, two_pairs(fiber, reach_m * 0.95))))


def test_measured_cables_may_use_the_engineered_reach():
    cables = cable("OS2", 34_996, loss_db=8.0, source="meter, 3 May")
    measured = judged(link("10GBASE-ER", path(cord(), cables, cord())))
    assert (measured.verdict, measured.budget.reach.m) == ("works", 40_000)
    planned = judged(link("10GBASE-ER", two_pairs("OS2", 35_000)))
    assert "reach.exceeded" in rules_of(planned)


def test_margin_and_verdict_of_a_short_multimode_run():
    check = judged(link("10GBASE-SR", two_pairs("OM3", 200)))
    # 0.2 km x 3.0 + 2 x 0.75 = 2.1 of 2.6
    assert check.margin_db == pytest.approx(0.5)
    assert check.verdict == "works"
    one_more = judged(link("10GBASE-SR", two_pairs("OM3", 201)))
    assert (one_more.verdict, "loss.tight" in rules_of(one_more)) == ("tight", True)


def test_no_margin_at_all_is_tight_and_less_fails():
    four_pairs = path(*[cord(length_m=0) for _ in range(5)])
    exact = judged(link("100GBASE-DR", four_pairs))  # 4 x 0.75 = 3.0 of 3.0
    assert (exact.verdict, exact.margin_db) == ("tight", pytest.approx(0.0))
    over = judged(link("100GBASE-DR", four_pairs), ageing_db=0.01)
    assert over.verdict == "fails"
    assert {"loss.over-limit", "loss.passes-typical-only"} <= rules_of(over)
    typical = judged(link("100GBASE-DR", four_pairs), ageing_db=0.01, loss_basis="typical")
    assert "loss.over-limit" not in rules_of(typical)
    assert "loss.passes-typical-only" in rules_of(typical)


def test_limit_is_that_of_the_lowest_grade():
    mixed = judged(link("10GBASE-SR", path(cord("OM4"), cable("OM3", 50), cord("OM4"))))
    assert mixed.budget.directions[0].limit.value_db == 2.6  # OM4 alone: 2.9
    assert rules_of(mixed) == {"fiber.grade-mix"}


def test_limit_without_a_channel_figure_comes_from_the_levels():
    check = judged(link("custom", two_pairs("OS2", 1000), **CUSTOM))
    assert check.budget.directions[0].limit.value_db == pytest.approx(-6 + 20 - 1)
    with_penalty = judged(link("custom", two_pairs("OS2", 1000), **CUSTOM, penalty_db=2.5))
    assert with_penalty.budget.directions[0].limit.value_db == pytest.approx(-6 + 20 - 2.5)
    assert "reach.datasheet" in rules_of(check)


def test_multimode_launch_minimum_where_the_table_has_its_own():
    light = path(cord("OM2"))
    assert judged(link("1000BASE-LX", light)).budget.directions[0].launch_min_dbm == -11.5
    single = judged(link("1000BASE-LX", path(cord("OS2"))))
    assert single.budget.directions[0].launch_min_dbm == -11.0


def overload_of(glass: str, km: float, **rules):
    check = judged(link("10GBASE-ER", two_pairs(glass, 1000 * km)), **rules)
    return check, next((f for f in check.findings if f.rule.id == "light.overload"), None)


@pytest.mark.parametrize(
    ("km", "loss_db", "value_db", "margin_db"),
    # G.652.D at 1550 nm: 0.30 worst, 0.21 typical, two pairs 1.5, limit 10.9; the attenuator adds
    # its pair of 0.75 and counts with 0.5 dB of tolerance: margin left with all of that
    [(5, 3.0, 5.0, 1.65), (10, 4.5, 5.0, 0.15), (20, 7.5, 2.0, 0.15)],
)
def test_extended_reach_over_short_glass_warns_and_offers_an_attenuator(
    km, loss_db, value_db, margin_db
):
    check, found = overload_of("G.652.D", km)
    assert check.budget.directions[0].loss.worst_case == pytest.approx(loss_db)
    assert (found.rule.severity, found.remedy.edits[0].loss_db) == ("warn", value_db)
    assert 10.9 - loss_db - 0.75 - value_db - 0.5 == pytest.approx(margin_db)
    cured = apply_all(check.budget.link, found.remedy.edits)
    assert "light.overload" not in rules_of(check_link(cured, HouseRules()))


@pytest.mark.parametrize(("km", "verdict"), [(25, "works"), (30, "tight"), (40, "fails")])
def test_extended_reach_over_long_glass(km, verdict):
    """9.0, 10.5 and 13.5 dB of 10.9."""
    check, found = overload_of("G.652.D", km)
    assert (check.verdict, found) == (verdict, None)


def test_the_attenuator_that_no_worst_case_leaves_room_for_is_fitted_after_measuring():
    """20 km by the class: 8.0 + 1.5 dB; 0.8 too much. 2 dB: 9.5 + 0.75 + 2.5 = 12.75 of 10.9."""
    check, found = overload_of("OS2", 20)
    assert (found.rule.severity, found.remedy, check.verdict) == ("warn", None, "works")
    # 4.0 + 1.0 dBm apart; 10.9 less the pair of 0.75
    assert "from 5.00 dB less the measured loss to 10.15 dB less" in found.message


def test_light_that_is_too_strong_at_its_weakest_stops():
    sheet = {"tx_min_dbm": 3.0, "tx_max_dbm": 4.0, "source": "sheet"}
    subject = link("10GBASE-ER", path(cord(), cord()), **sheet)  # 3.0 - 0.75 > -1.0
    found = next(f for f in judged(subject).findings if f.rule.id == "light.overload")
    assert found.rule.severity == "stop"
    assert "Even the weakest launch" in found.message


def test_what_no_attenuator_can_cure_stops():
    """-1.0 + 20 dB over a limit of 13: no value leaves both the floor and the ceiling."""
    hot = CUSTOM | {"tx_max_dbm": 19.0}
    found = next(
        f for f in judged(link("custom", two_pairs("OS2", 100), **hot)).findings
        if f.rule.id == "light.overload"
    )  # fmt: skip
    assert (found.rule.severity, found.remedy) == ("stop", None)


def test_beside_a_channel_limit_the_average_floor_says_nothing():
    """2.67 dB of 2.9: -7.3 - 2.67 is 0.07 dB under the receiver's average minimum of -9.9."""
    beside = judged(link("10GBASE-SR", two_pairs("OM4", 390)))
    assert beside.budget.directions[0].loss.worst_case == pytest.approx(2.67)
    assert (beside.verdict, "light.too-weak" in rules_of(beside)) == ("tight", False)
    lossy = cable(length_m=10, loss_db=13.5, source="meter")  # -6 - 13.5 < -20 + 1
    alone = judged(link("custom", path(lossy), **CUSTOM))
    assert alone.verdict == "fails"
    assert "loss.over-limit" in rules_of(alone)


def test_missing_figures_stay_unknown():
    bidi = judged(link("100G-SR-BiDi", two_pairs("OM4", 30)))
    assert (bidi.verdict, bidi.margin_db) == ("unknown", None)
    assert "light.unknown" in rules_of(bidi)
    channel = judged(link("8GFC SW", two_pairs("OM3", 50)))  # limit known, receiver minimum not
    assert channel.verdict == "tight"
    assert "light.unknown" not in rules_of(channel)  # its standard states the floor as OMA
    unlisted = judged(link("25GBASE-SR", two_pairs("OM2", 20)))
    assert (unlisted.verdict, "reach.unknown" in rules_of(unlisted)) == ("unknown", True)


@pytest.mark.parametrize(
    ("a", "b", "rule"),
    [
        ("10GBASE-LR", "1000BASE-LX", "module.rate-mismatch"),
        ("10GBASE-LR", "10GBASE-ER", "module.pmd-mismatch"),
        ("1000BASE-BX10-D", "1000BASE-BX10-D", "module.bidi-pair"),
    ],
)
def test_modules_that_do_not_pair(a, b, rule):
    check = judged(link(a, two_pairs("OS2", 1000), b))
    assert (check.verdict, rule in rules_of(check)) == ("fails", True)
    found = next(f for f in check.findings if f.rule.id == rule)
    cured = check_link(apply_all(check.budget.link, found.remedy.edits), HouseRules())
    assert not {r for r in rules_of(cured) if r.startswith("module")}


def test_one_strand_modules_that_cross_pair():
    light = path(*(cord(wiring=None) for _ in range(2)))
    check = judged(link("1000BASE-BX10-D", light, "1000BASE-BX10-U"))
    assert (check.verdict, check.polarity) == ("works", "straight")
    assert [d.wavelength_nm for d in check.budget.directions] == [1490, 1310]
    assert [d.limit.value_db for d in check.budget.directions] == [5.5, 6.0]


def test_entered_modules_must_cross_too():
    a, b = CUSTOM | {"rx_wavelength_nm": 1490.0}, CUSTOM | {"rx_wavelength_nm": 1490.0}
    light = two_pairs("OS2", 1000)
    assert "module.bidi-pair" in rules_of(judged(link("custom", light, **a)))
    from passerelle.core.plan.ends import DataSheet  # noqa: PLC0415

    b |= {"tx_wavelength_nm": 1490.0, "rx_wavelength_nm": 1310.0}
    crossed = Link("x", End("custom", data_sheet=DataSheet(**a)),
                   End("custom", data_sheet=DataSheet(**b)), light)  # fmt: skip
    assert not {r for r in rules_of(judged(crossed)) if r.startswith("module")}


@pytest.mark.parametrize(
    ("application", "light", "rule"),
    [
        ("10GBASE-LR", two_pairs("OM3", 100), "module.mode"),
        ("10GBASE-SR", two_pairs("OS2", 100), "module.mode"),
        ("10GBASE-LR", path(cord("OS2"), cable("OS2"), cord("OM3")), "fiber.mode-mix"),
        ("1000BASE-SX", path(cord("OM2"), cable("OM1"), cord("OM2")), "fiber.core-mix"),
        ("10GBASE-SR", path(cord("OM3"), cable("OM4"), cord("OM4")), "fiber.grade-mix"),
    ],
)
def test_glass_that_does_not_belong(application, light, rule):
    found = rules_of(judged(link(application, light)))
    assert rule in found
    assert sum(r.startswith(("fiber", "module")) for r in found) == 1  # said once, no echo


def test_long_wave_gigabit_may_run_on_multimode():
    assert "module.mode" not in rules_of(judged(link("1000BASE-LX", two_pairs("OM2", 400))))


@pytest.mark.parametrize(
    ("wirings", "expected"),
    [
        (("A-B", "crossed", "A-B"), "crossed"),
        (("A-B", "straight", "A-B"), "straight"),
        (("A-B", "straight", "A-A"), "crossed"),
        (("A-A", "straight", "A-A"), "straight"),
        (("A-B", None, "A-B"), "unknown"),
        ((None, "crossed", "A-B"), "unknown"),
    ],
)
def test_an_odd_number_of_crossings_works(wirings, expected):
    near, run, far = wirings
    light = path(cord(wiring=near), cable(wiring=run), cord(wiring=far))
    check = judged(link("10GBASE-LR", light))
    assert check.polarity == expected
    rule = {"straight": "polarity.not-crossed", "unknown": "polarity.unknown"}.get(expected)
    assert {r for r in rules_of(check) if r.startswith("polarity")} == ({rule} if rule else set())
    for found in check.findings:
        if found.rule.id == "polarity.not-crossed":
            assert judged(apply_all(check.budget.link, found.remedy.edits)).polarity == "crossed"


CONDITIONED = cord("OM2", conditioning=True)


@pytest.mark.parametrize(
    ("light", "house_rule", "rule", "severity"),
    [
        (path(cord("OM2"), cable("OM2", 180), cord("OM2")), "always", "", "stop"),
        (path(cord("OM2"), cable("OM2", 180), cord("OM2")), "over-300-m", "", "warn"),
        (path(cord("OM2"), cable("OM2", 400), cord("OM2")), "over-300-m", "", "stop"),
        (path(CONDITIONED, cable("OM2", 180), cord("OM2")), "always", "-one-end", "stop"),
        (path(CONDITIONED, cable("OM2", 180), CONDITIONED), "always", None, None),
        (path(cord("OM3"), cable("OM3", 180), cord("OM3")), "always", None, None),
        (
            path(cord("OM3", conditioning=True), cable("OM3", 180), cord("OM3")),
            "always",
            "-needless",
            "note",
        ),
    ],
)
def test_mode_conditioning_on_old_multimode(light, house_rule, rule, severity):
    check = judged(link("1000BASE-LX", light), mode_conditioning=house_rule)
    found = {f.rule.id: f for f in check.findings if "conditioning" in f.rule.id}
    assert list(found) == ([] if rule is None else [f"fiber.mode-conditioning{rule}"])
    for one in found.values():
        assert one.rule.severity == severity
        if one.remedy:
            cured = judged(apply_all(check.budget.link, one.remedy.edits))
            assert not [r for r in rules_of(cured) if "conditioning" in r]


@pytest.mark.parametrize(
    ("application", "cage", "form", "rule"),
    [
        ("10GBASE-LR", "SFP+", None, None),
        ("10GBASE-LR", "SFP", None, "module.cage"),
        ("10GBASE-LR", "SFP28", None, "port.speed-setting"),
        ("1000BASE-LX10", "SFP+", None, "port.speed-setting"),
        ("100GBASE-LR4", "QSFP28", None, None),
        ("100GBASE-LR4", "QSFP28", "QSFP-DD", "module.cage"),
        ("100GBASE-LR4", "OSFP", None, "module.cage"),
        ("100GBASE-LR4", "SFP28", None, "module.cage"),
        ("400GBASE-DR4", "QSFP-DD", "OSFP", "module.cage"),
    ],
)
def test_which_module_runs_in_which_cage(application, cage, form, rule):
    end = End(application, cage=cage, form=form)
    check = judged(Link("x", end, end, path(cord())))
    assert {r for r in rules_of(check) if r in ("module.cage", "port.speed-setting")} == (
        {rule} if rule else set()
    )


@pytest.mark.parametrize(
    ("port", "end", "rule", "severity"),
    [
        (Port(set_gbps=10), {}, None, None),
        (Port(set_gbps=25), {}, "port.speed-setting", "warn"),
        (Port(set_gbps=1, settable=False), {}, "port.speed-setting", "stop"),
        (Port(own_coding_only=True), {}, "module.coding", "warn"),
        (Port(own_coding_only=True), {"coding": "own"}, None, None),
        (Port(surroundings="outdoor"), {"temperature": "commercial"}, "module.temperature", "warn"),
        (Port(surroundings="outdoor"), {"temperature": "industrial"}, None, None),
        (Port(fec=False), {}, None, None),  # 10GBASE-LR has none
        (Port(fec=False), {"application": "25GBASE-LR", "cage": "SFP28"}, "port.fec", "warn"),
    ],
)
def test_what_the_port_is_set_to_and_accepts(port, end, rule, severity):
    near = End(**({"application": "10GBASE-LR", "cage": "SFP+", "port": port} | end))
    check = judged(Link("x", near, near, path(cord())))
    found = {f.rule.id: f.rule.severity for f in check.findings if f.rule.step == "light"}
    told = {r: s for r, s in found.items() if r.startswith(("port", "module"))}
    assert told == ({rule: severity} if rule else {})


def test_strands_of_the_path_and_of_the_modules():
    narrow = path(cord(), cable(strands=1), cord())
    assert "module.strand-count" in rules_of(judged(link("10GBASE-LR", narrow)))
    wide = path(cord(), cable(strands=12), cord())
    assert "module.strand-count" not in rules_of(judged(link("10GBASE-LR", wide)))
    simplex = path(cord(strands=1, wiring=None), cable(strands=12), cord(strands=2, wiring=None))
    one = judged(link("1000BASE-BX10-D", simplex, "1000BASE-BX10-U"))
    assert next(f for f in one.findings if f.rule.id == "module.strand-count").at == (4,)
    mixed = judged(link("10GBASE-LR", wide, "10G one-strand 10 km class-U"))
    assert "module.strand-count" in rules_of(mixed)


def test_long_reach_multimode_on_single_mode_needs_a_data_sheet():
    bare = judged(link("10GBASE-LRM", two_pairs("OS2", 200)))
    assert {"module.mode", "module.lrm-on-single-mode"} <= rules_of(bare)
    sheet = {"fiber_mode": "single-mode", "reach_m": 2000.0, "rx_min_dbm": -12.0, "source": "s"}
    told = judged(link("10GBASE-LRM", two_pairs("OS2", 200), **sheet))
    assert (told.verdict, "module.mode" in rules_of(told)) == ("works", False)


def test_causes_stand_out_and_echoes_are_folded():
    far = judged(link("10GBASE-SR", two_pairs("OM1", 322)))
    causes = [f.rule.id for f in far.findings if f.explained_by is None]
    assert causes == ["reach.exceeded"]
    echoes = {f.rule.id: f.explained_by for f in far.findings if f.explained_by}
    assert echoes["loss.over-limit"] == "reach.exceeded"
    lossy = judged(link("10GBASE-SR", path(*[cord("OM3") for _ in range(5)])))
    assert [f.rule.id for f in lossy.findings if f.explained_by is None] == ["loss.over-limit"]


def test_mated_pairs_beyond_the_house_rule_and_of_mixed_grades():
    seven = path(*(cord(length_m=1) for _ in range(8)))
    assert "mate.many" in rules_of(judged(link("10GBASE-LR", seven)))
    assert "mate.many" not in rules_of(judged(link("10GBASE-LR", seven), most_mated_pairs=7))
    mixed = path(cord(), Joint("adapter", "low-loss"), cord(), Joint("adapter"), cord())
    assert "mate.grade" in rules_of(judged(link("10GBASE-LR", mixed)))
    assert "mate.grade" not in rules_of(judged(link("10GBASE-LR", seven)))


def test_published_distances_only():
    run = path(cord(), cable(length_m=12_000), cord())
    sheet = {"reach_m": 20_000.0, "source": "sheet", "tx_min_dbm": -3.0}
    assert "reach.datasheet" in rules_of(judged(link("10GBASE-LR", run, **sheet)))
    strict = judged(link("10GBASE-LR", run, **sheet), reach_from="standard")
    assert "reach.exceeded" in rules_of(strict)
    # a module that no standard describes has nothing but its data sheet
    own = judged(link("custom", two_pairs("OS2", 1000), **CUSTOM), reach_from="standard")
    assert own.budget.reach.m == 20_000


def test_the_statistical_basis_lies_between_typical_and_worst_case():
    light = two_pairs("OM3", 280)
    margins = [
        judged(link("10GBASE-SR", light), loss_basis=basis).margin_db
        for basis in ("worst-case", "statistical", "typical")
    ]
    # 2.6 - (0.84 + 1.5), 2.6 - (0.84 + 0.5 + 2 x 0.25 / 1.88 x sqrt 2), 2.6 - (0.644 + 0.6)
    assert margins == pytest.approx([0.26, 2.6 - 1.34 - 0.5 / 1.88 * 2**0.5, 1.356])
