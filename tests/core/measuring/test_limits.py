"""Test limits worked by hand: by method, by standard, with what applications leave for cords."""

from dataclasses import replace

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.measuring.limits import limits_of
from passerelle.core.measuring.runs import LeftOut, permanent_runs
from passerelle.core.plan.backbone import Cable, Place, StrandNote, Termination
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.demo_data import mistakes_plan

JUDGED = check(mistakes_plan())
END = Termination(kind="pigtails", connector="LC/UPC", panel="P")
ONE = Cable("C", "A", "B", "OM3", 4, id="cable001", length_m=100.0, end_a=END,
            end_b=replace(END, panel="Q", first_port=5))  # fmt: skip


def runs(cable=ONE, rules=None, **asked):
    made = Plan("p", rules or HouseRules(), places=Things((Place("A"), Place("B"))),
                cables=Things((cable,)))  # fmt: skip
    return limits_of(check(made), **asked)


def p07(**asked):
    """Strand 5 of P-07 and P-08: 2,912 m of OS2 with pigtails, three fusion splices."""
    (found,) = [one for one in limits_of(JUDGED, **asked).runs if one.run.name == "P-07/5"]
    return found, {at.nm: at for at in found.wavelengths}


@pytest.mark.parametrize(
    ("method", "connections", "limit_db"),
    [("one-cord", 2, 3.0648), ("two-cord", 1, 2.5648), ("three-cord", 0, 2.0648)],
)
def test_the_backbone_to_the_hill_by_each_method(method, connections, limit_db):
    """2.912 km x 0.40 + 3 x 0.30 = 2.0648 dB at 1310 nm, and 0.50 for each end that counts."""
    found, at = p07(method=method)
    assert (found.connections, found.connections_all) == (connections, 2)
    assert at[1310.0].limit_db == pytest.approx(limit_db)
    assert found.run.splices == 3
    assert [(end.place, end.panel) for end in found.run.ends] == [
        ("Pier Office", "PO-A"), ("Beacon Hill", "BH-A"),
    ]  # fmt: skip


def test_the_joints_own_worst_case_after_tia_568_and_the_least_that_glass_allows():
    """2 x 0.75 instead of 2 x 0.50; 0.7 x 0.34 x 2.912 = 0.693 dB."""
    found, at = p07(limits="tia-568")
    assert found.end_db == 0.75
    assert at[1310.0].limit_db == pytest.approx(2.0648 + 1.5)
    assert at[1310.0].best_db == pytest.approx(0.693, abs=0.0005)
    assert at[1310.0].best_db < at[1310.0].expected_db < at[1310.0].limit_db


def test_multimode_ends_count_with_030_and_its_wavelengths_are_850_and_1300():
    """OM3, 100 m and two pigtails of 1 m, two splices: 0.102 x 3.0 + 0.6 + 2 x 0.30 = 1.506."""
    made = runs()
    (one, *_) = made.runs
    at = {one.nm: one for one in one.wavelengths}
    assert sorted(at) == [850.0, 1300.0]
    assert at[850.0].limit_db == pytest.approx(1.506)
    assert [(end.panel, end.port) for end in one.run.ends] == [("P", 1), ("Q", 5)]
    assert (len(made.runs), made.references, made.matings) == (4, 2, 16)


def test_what_is_kept_for_later_is_no_part_of_a_test():
    kept = HouseRules(repair_splices=3, ageing_db=1.0, safety_margin_db=1.0)
    plain = [one.wavelengths for one in runs().runs]
    assert [one.wavelengths for one in runs(rules=kept).runs] == plain


def test_a_measured_loss_makes_no_limit():
    read = replace(ONE, loss_db=0.1, loss_nm=850.0, measured="sheet", loss_includes="none")
    assert [one.wavelengths for one in runs(read).runs] == [one.wavelengths for one in runs().runs]


def test_a_connector_that_nobody_recorded_is_no_limit_but_with_three_cords():
    bare = replace(ONE, end_b=replace(END, connector=None))
    at = runs(bare).runs[0].wavelengths[0]
    assert (at.limit_db, at.unknown) == (None, "not recorded: the connector at an end")
    assert at.best_db is not None
    assert runs(bare, method="three-cord").runs[0].wavelengths[0].limit_db is not None


def test_bad_strands_and_those_that_reach_no_second_panel_are_left_out_with_why():
    bad = replace(ONE, strand_notes=(StrandNote(3, "bad", "crushed"),))
    assert [(one.name, one.why) for one in runs(bad).left_out] == [
        ("C/3", "strand 3 of “C” is bad")
    ]
    coiled = runs(replace(ONE, end_b=Termination(kind="coiled")))
    assert (coiled.runs, len(coiled.left_out)) == ((), 4)
    assert coiled.left_out[0].why == "“C” is left coiled at B"


def test_each_chain_of_cables_is_one_run_under_the_first_in_the_file():
    names = [one.name for one in permanent_runs(JUDGED)]
    assert len(names) == len(set(names))
    chained = [one for one in permanent_runs(JUDGED) if not isinstance(one, LeftOut)]
    assert not any(one.cable == "P-08" and one.splices > 2 for one in chained)


def test_an_application_says_what_it_leaves_for_cords():
    """10GBASE-LR on P-07: 6.2 dB less 2.0648 and two connections of 0.75: 2.6352 dB."""
    lit = [
        one for one in limits_of(JUDGED).runs
        if one.run.cable == "P-07" and any(at.applications for at in one.wavelengths)
    ]  # fmt: skip
    left = [
        app for one in lit for at in one.wavelengths for app in at.applications
        if app.application == "10GBASE-LR"
    ]  # fmt: skip
    assert left
    assert {round(app.limit_db, 2) for app in left} == {6.2}
    assert {round(app.left_db, 4) for app in left} == {round(6.2 - 2.0648 - 1.5, 4)}


def test_a_channel_runs_from_module_to_module_with_its_outer_plugs():
    found = limits_of(JUDGED, kinds=("channel",)).runs
    one = next(o for o in found if o.run.link == "Pier Office – Beacon Hill")
    assert one.run.name.endswith("/1")
    assert (one.run.cable, one.run.strand) == (None, None)
    adapters = sum(part.kind == "adapter" for part in one.run.run.path.parts)
    assert one.connections == adapters + 2
    assert one.connections_all == adapters + 2
