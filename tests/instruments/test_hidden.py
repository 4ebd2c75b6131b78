"""The hidden plant: the same for a seed, faults where they are put, and near what is expected."""

from statistics import mean

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.measuring.limits import limits_of
from passerelle.demo_data import demo_plan
from passerelle.instruments.hidden import Fault, Hidden
from passerelle.instruments.seeded import faulty

RUNS = limits_of(check(demo_plan())).runs
ONE = next(run for run in RUNS if run.run.name == "H-06/5").run


def test_a_seed_draws_one_plant_whatever_is_asked_first():
    first, again = Hidden(7), Hidden(7)
    again.loss_db(RUNS[0].run, 1310.0, "a-b", "one-cord")
    assert first.loss_db(ONE, 1310.0, "a-b", "one-cord") == again.loss_db(
        ONE, 1310.0, "a-b", "one-cord"
    )
    assert Hidden(8).loss_db(ONE, 1310.0, "a-b", "one-cord") != first.loss_db(
        ONE, 1310.0, "a-b", "one-cord"
    )


def test_a_reading_of_three_cords_leaves_out_both_ends():
    plant = Hidden(3)
    one, three = (mean(plant.loss_db(ONE, 1310.0, "a-b", m, n) for n in range(40))
                  for m in ("one-cord", "three-cord"))  # fmt: skip
    assert 0.1 < one - three < 1.2


def test_readings_repeat_within_a_few_hundredths():
    read = [Hidden(3).loss_db(ONE, 1310.0, "a-b", "one-cord", n) for n in range(200)]
    assert max(read) - min(read) < 0.2
    assert mean(abs(x - mean(read)) for x in read) == pytest.approx(0.016, abs=0.006)


@pytest.mark.parametrize(("nm", "more"), [(1310.0, 0.1), (1550.0, 1.1)])
def test_a_bend_costs_at_the_longer_wavelength(nm, more):
    bent = Hidden(3, (Fault("bend", ONE.id, 0.1, 1.0),))
    plain = Hidden(3).loss_db(ONE, nm, "a-b", "one-cord")
    assert bent.loss_db(ONE, nm, "a-b", "one-cord") - plain == pytest.approx(more)


def test_faults_of_one_way_and_wrong_references_show_that_way_alone():
    plant = Hidden(3, (Fault("core mismatch", ONE.id, 0.5, direction="a-b"),), {"b-a": -0.3})
    off = {way: plant.loss_db(ONE, 1310.0, way, "one-cord")
           - Hidden(3).loss_db(ONE, 1310.0, way, "one-cord") for way in ("a-b", "b-a")}  # fmt: skip
    assert off == pytest.approx({"a-b": 0.5, "b-a": -0.3})


def test_a_break_and_a_crossing_are_dark():
    for kind in ("break", "crossed"):
        assert Hidden(3, (Fault(kind, ONE.id, other=6),)).loss_db(
            ONE, 1310.0, "a-b", "one-cord") is None  # fmt: skip


def test_a_plant_without_faults_lies_around_what_is_expected():
    plant = Hidden(11)
    off = [plant.loss_db(run.run, at.nm, "a-b", "one-cord") - at.expected_db
           for run in RUNS for at in run.wavelengths
           if run.run.ends[0].family == "LC" and at.expected_db is not None]  # fmt: skip
    assert abs(mean(off)) < 0.12


def test_seed_0_has_no_faults_and_others_a_few():
    runs = [one.run for one in RUNS]
    assert faulty(0, runs).faults == ()
    assert 2 <= len(faulty(1, runs).faults) <= 60
    assert faulty(1, runs).faults == faulty(1, list(runs)).faults
