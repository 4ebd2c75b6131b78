"""The sums of a link: limits, reach and levels of two ends that differ. Worked by hand."""

from dataclasses import replace

import pytest

from passerelle.core.light.link import (
    Link,
    allowed_reach,
    budget,
    is_measured,
    limit,
    lowest_grade,
)
from passerelle.core.light.modules import End, resolve
from passerelle.core.plan.ends import DataSheet
from passerelle.core.plan.house_rules import STANDARD_ONLY, HouseRules
from passerelle.core.plan.lightpath import Joint
from passerelle.core.tables import STANDARD
from tests.making import CUSTOM, cable, cord, link, path, two_pairs

OS2 = STANDARD.fibers["OS2"]


def custom(**more):
    return End("custom", data_sheet=DataSheet(**CUSTOM | more))


def sums(a, b, light=None, rules=None):
    return budget(Link("x", a, b, light or two_pairs("OS2", 1000)), rules or HouseRules())


def test_the_larger_of_two_penalties_counts_in_both_directions():
    """-6 to -20 dBm: 14 dB, less 2.5, whichever end has it."""
    for a, b in ((2.5, 1.0), (1.0, 2.5)):
        made = sums(custom(penalty_db=a), custom(penalty_db=b))
        assert [d.limit.value_db for d in made.directions] == [11.5, 11.5]


def test_each_direction_has_the_sender_and_the_receiver_of_its_own():
    """a sends -6 to -1 and hears from -20; b sends -4 to 1 and hears from -17 to -2."""
    made = sums(
        custom(), custom(tx_min_dbm=-4.0, tx_max_dbm=1.0, rx_min_dbm=-17.0, rx_max_dbm=-2.0)
    )
    there, back = made.directions
    assert (there.limit.value_db, back.limit.value_db) == (-6 + 17 - 1, -4 + 20 - 1)
    # 1 km: 0.4 + 2 x 0.75 = 1.9 at worst; typical glass alone is the least
    least = 1.0 * STANDARD.window("OS2", 1310).typical_db_per_km
    assert there.received_min_dbm == pytest.approx(-6 - 1.9)
    assert there.received_max_dbm == pytest.approx(-1 - least)
    assert back.received_min_dbm == pytest.approx(-4 - 1.9)
    assert (there.receive_max_dbm, back.receive_max_dbm) == (-2.0, -1.0)


def test_the_shorter_of_two_reaches_is_the_links():
    assert sums(custom(reach_m=500.0), custom(reach_m=900.0)).reach.m == 500.0
    assert sums(custom(reach_m=900.0), custom(reach_m=500.0)).reach.m == 500.0


def test_a_reach_that_one_end_does_not_say_is_not_known():
    assert sums(custom(reach_m=None), custom(reach_m=900.0)).reach.m is None


def test_the_lowest_grade_is_of_multimode_where_there_is_any():
    def lowest(*names):
        found = lowest_grade(tuple(STANDARD.fibers[n] for n in names))
        return found.name if found else None

    assert lowest("OM4", "OM3") == "OM3"
    assert lowest("OS2", "OM4") == "OM4"
    assert lowest("OS2", "OS1") == "OS1"
    assert lowest() is None


def test_a_link_is_measured_where_every_cable_of_it_is():
    measured = cable("OS2", 100, loss_db=0.2, source="meter")
    assert is_measured(path(cord(), measured, cord()))
    assert not is_measured(path(cord(), measured, cable("OS2", 50), cord()))
    assert not is_measured(path(cord()))  # no cable at all: nothing was measured


def test_where_a_channel_limit_is_published_levels_do_not_make_another():
    made = budget(link("10GBASE-LR", two_pairs("OS2", 1000)), HouseRules())
    assert [(d.limit.kind, d.limit.value_db) for d in made.directions] == [("channel", 6.2)] * 2


def test_on_glass_that_is_not_listed_there_is_no_limit_even_from_levels():
    module = resolve(End("10GBASE-SR"))
    assert limit(module, module, OS2, False) is None
    assert limit(module, module, STANDARD.fibers["OM3"], False).value_db == 2.6


def test_a_data_sheet_goes_before_the_standard_unless_the_house_rule_says_otherwise():
    far = resolve(End("10GBASE-LR", data_sheet=DataSheet(reach_m=20_000.0, source="sheet")))
    assert allowed_reach(far, OS2, False, HouseRules()).m == 20_000.0
    assert allowed_reach(far, OS2, False, HouseRules(reach_from=STANDARD_ONLY)).m == 10_000.0
    own = resolve(custom(reach_m=700.0))  # nothing else is there
    assert allowed_reach(own, OS2, False, HouseRules(reach_from=STANDARD_ONLY)).m == 700.0


def test_allowances_count_in_both_cases():
    rules = HouseRules(repair_splices=2, ageing_db=0.5, safety_margin_db=1.0)
    plain, kept = (sums(custom(), custom(), rules=r) for r in (HouseRules(), rules))
    more = [k.loss.worst_case - p.loss.worst_case for k, p in
            zip(kept.directions, plain.directions, strict=True)]  # fmt: skip
    assert more == [pytest.approx(2 * 0.3 + 1.5)] * 2


def test_of_several_wavelengths_the_one_that_loses_most_is_judged():
    made = budget(link("100GBASE-LR4", two_pairs("OS2", 1000)), HouseRules())
    module = resolve(End("100GBASE-LR4"))
    worst = max(STANDARD.window("OS2", nm).worst_case_db_per_km for nm in module.tx_wavelengths_nm)
    glass = next(t for t in made.directions[0].terms if t.kind == "glass" and t.quantity > 0.5)
    assert glass.worst_case == pytest.approx(glass.quantity * worst)


def test_an_unknown_part_makes_loss_margin_and_levels_unknown_but_not_the_length():
    light = path(cord(), Joint("adapter", "no such grade"), cord())
    made = budget(replace(link("10GBASE-LR", light)), HouseRules())
    (there, _) = made.directions
    assert (there.loss.worst_case, there.margin_db, there.received_min_dbm) == (None, None, None)
    assert made.length_m == 4.0
