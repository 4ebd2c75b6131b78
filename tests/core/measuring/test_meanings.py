"""What readings mean: each fault is named, each near miss is not."""

from dataclasses import replace

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.measuring.meanings import (
    doubted,
    meanings,
    of_faces,
    of_orphans,
    of_references,
    unproven,
)
from passerelle.core.measuring.sheet import sheets_of
from passerelle.core.plan.fact import About
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.testing import FaceFact
from passerelle.demo_data import demo_plan

from .reading import AT, every, plan_of, reading, reference, sheet, usual

LONG = plan_of(5000.0)


def leads(facts, plan=None):
    """What is said and follows from nothing else, with the strands."""
    return {one.finding.rule.id: one.strands for one in meanings(sheet(facts, plan))
            if one.finding.explained_by is None}  # fmt: skip


def more(strands, db, *, nm=None, way=None):
    """A good plant, these strands losing so much more at a wavelength or one way."""

    def of(n, at_nm, at_way):
        hit = n in strands and nm in (None, at_nm) and way in (None, at_way)
        return round(usual(n, at_nm, at_way) + (db if hit else 0.0), 2)

    return every(12, of)


def test_a_good_plant_is_said_nothing_against():
    assert leads(every(12, usual)) == {}


def test_a_bad_joint_is_over_the_limit_alike_at_every_wavelength():
    found = meanings(sheet(more({5}, 1.0)))
    assert found[0].finding.rule.id == "test.over-limit"
    assert found[0].finding.rule.severity == "stop"
    assert "a joint or dirt" in found[0].finding.message
    assert [act.kind for act in found[0].acts] == ["faces", "task"]


def test_a_fail_within_the_uncertainty_warns():
    """Strand 5 reads 0.80 + 0.70 = 1.50 of 1.40: over, and within 0.20 of it."""
    (one, *_) = meanings(sheet(more({5}, 0.70)))
    assert (one.finding.rule.id, one.finding.rule.severity) == ("test.over-limit", "warn")


def test_a_bend_shows_at_the_longer_wavelength_alone_and_is_as_grave_as_its_fail():
    found = leads(more({5}, 0.3, nm=1550.0))
    assert found == {"test.bend-sign": (5,)}
    (bend, *echoes) = meanings(sheet(more({5}, 1.1, nm=1550.0)))
    assert (bend.finding.rule.id, bend.finding.rule.severity) == ("test.bend-sign", "stop")
    assert {one.finding.explained_by for one in echoes} == {"test.bend-sign"}
    assert "test.bend-sign" not in leads(more({5}, 0.15, nm=1550.0))


def test_one_way_alone_is_said_as_that():
    assert leads(more({4}, 0.5, way="a-b")) == {"test.directions-differ": (4,)}
    assert "test.directions-differ" not in leads(more({4}, 0.25, way="a-b"))


@pytest.mark.parametrize("off", [-0.5, 0.5])
def test_all_strands_off_one_way_is_the_reference(off):
    made = more(set(range(1, 13)), off, way="a-b")
    found = leads(made)
    assert found == {"test.reference": tuple(range(1, 13))}
    rows = doubted(sheet(made), meanings(sheet(made))).rows
    assert {row.state for row in rows} <= {"again", "fails"}


def test_half_of_the_strands_on_one_reference():
    first, second = reference(), reference()
    made = [replace(one, reference=(second if int(one.run.split("-")[1]) > 6 else first).id,
                    loss_db=round(one.loss_db - 0.6, 2)
                    if int(one.run.split("-")[1]) > 6 and one.direction == "a-b" else one.loss_db)
            for one in every(12, usual)]  # fmt: skip
    found = meanings(sheet([first, second, *made]))
    assert (found[0].finding.rule.id, found[0].strands) == ("test.reference", tuple(range(7, 13)))
    assert found[0].acts[0].reference == second.id
    small = doubted(sheet([first, second, *made]), found)
    assert [row.state for row in small.rows] == ["passes"] * 6 + ["again"] * 6


def test_both_strands_of_a_port():
    assert leads(more({3, 4}, 0.9)) == {"test.same-end": (3, 4)}
    assert "test.same-end" not in leads(more({4, 5}, 0.9))


def test_swapped_columns_are_found_by_the_slope_of_the_glass():
    """5 km: 1310 loses 5 x (0.34 - 0.21) = 0.65 more; here it is the other way round."""

    def of(n, nm, way):
        return round((2.30 if nm < 1400 else 1.65) + 0.02 * (n % 3), 2)

    good = every(12, of)
    assert "test.columns-swapped" not in leads(good, LONG)
    swapped = [replace(one, nm=1310.0 if one.nm == 1550.0 else 1550.0) for one in good]
    found = meanings(sheet(swapped, LONG))
    assert found[0].finding.rule.id == "test.columns-swapped"
    assert found[0].acts[0].nm == (1310.0, 1550.0)


def test_crossed_strands_are_one_finding_and_no_light_another():
    made = [one for one in every(12, usual) if one.run not in ("cable0000001-5", "cable0000001-6")]
    both = [reading(5, None, seen_at=6), reading(6, None, seen_at=5)]
    assert leads([*made, *both])["test.crossed-strands"] == (5, 6)
    assert leads([*made, reading(5, None)])["test.no-light"] == (5,)


def test_less_than_glass_loses_is_too_good():
    """0.7 x 0.34 x 5 = 1.19 dB at 1310, less 0.20: 0.98 is too good, 1.00 is not."""
    assert "test.better-than-possible" in leads([reading(1, 0.98)], LONG)
    assert "test.better-than-possible" not in leads([reading(1, 1.00)], LONG)


def test_far_from_expected_passes_and_is_said():
    """5 km: expected 2.30, limit 3.0; with 0.4 dB as the house rule 2.75 is far and passes."""
    rules = replace(LONG.house_rules, far_from_prediction_db=0.4)
    far = replace(LONG, house_rules=rules)
    assert "test.far-from-prediction" in leads([reading(1, 2.75)], far)
    assert "test.far-from-prediction" not in leads([reading(1, 2.65)], far)


def test_a_strand_that_stands_out_among_its_siblings():
    made = every(12, lambda n, nm, way: 1.38 if n == 7 else 0.70)
    assert leads(made) == {"test.sibling": (7,)}


@pytest.mark.parametrize(("read_m", "said"), [(1031.0, True), (1029.0, False), (968.0, True)])
def test_a_length_beyond_3_percent_is_said(read_m, said):
    made = [reading(1, 0.86, length_m=read_m)]
    assert ("test.length-differs" in leads(made)) is said


def test_gaps_of_a_sheet_that_was_begun():
    half = [reading(1, 0.86), reading(1, 0.86, way="b-a")]
    assert leads(half) == {"test.wavelength-missing": (1,)}
    assert leads([reading(1, 0.86), reading(1, 0.74, nm=1550.0)]) == {
        "test.direction-missing": (1,)
    }
    blind = every(12, usual, inspected=None)
    assert leads(blind) == {"test.not-inspected": tuple(range(1, 13))}
    assert leads([]) == {}


def test_a_stale_reference_is_named():
    ref = reference("2026-03-02T04:59:00Z")
    found = leads([ref, *every(12, usual, reference=ref.id)])
    assert found == {"test.stale-reference": tuple(range(1, 13))}


@pytest.mark.parametrize(("check_db", "said"), [(0.20, False), (0.21, True)])
def test_cords_that_fail_their_own_check(check_db, said):
    ref = reference(check_db=check_db)
    made = sheets_of(check(plan_of()), Facts.of([ref, *every(12, usual, reference=ref.id)]))
    assert bool(list(of_references(made, made.sheets[0]))) is said


def face(**more):
    told = {"moment": "after", "passed": False, "found": "scratched", "place": "B", "panel": "Q",
            "port": 3, "strand": 5, "at": AT} | more  # fmt: skip
    return FaceFact(about=About("cable", "cable0000001"), who="t", kind="end face", **told)


def test_a_face_that_does_not_pass_stops_until_a_later_look_passes():
    (one,) = of_faces(sheet([]), Facts.of([face()]))
    assert (one.strands, one.finding.rule.severity) == ((5,), "stop")
    later = face(at="2026-03-02T10:00:00Z", passed=True, found="clean")
    assert not list(of_faces(sheet([]), Facts.of([face(), later])))
    (dirt,) = of_faces(sheet([]), Facts.of([face(found="dirty", cleanings=1)]))
    assert dirt.finding.rule.severity == "warn"
    (stuck,) = of_faces(sheet([]), Facts.of([face(found="dirty", cleanings=3)]))
    assert (stuck.finding.rule.severity, stuck.acts[0].kind) == ("stop", "task")


def test_orphans_are_told_together():
    assert not list(of_orphans(()))
    (one,) = of_orphans((reading(1, 0.8), reading(2, 0.8)))
    assert "2 readings of C/1, C/2" in one.finding.message


def test_old_glass_in_use_is_unproven_until_it_is_read():
    judged = check(demo_plan())
    names = [one.name for one in unproven(judged, sheets_of(judged, Facts.NONE))]
    assert any(name.startswith("B-01") for name in names)
    assert not any(name.startswith(("G-01", "X-11")) for name in names)  # measured, in the plan
