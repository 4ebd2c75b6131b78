"""How to set the instrument: cords, range, and what one pulse cannot tell apart."""

import pytest

from passerelle.core.tracing.settings import advised, usual

from .laying import RULES, judged


def advice(first_m=1000.0, second_m=800.0, **asked):
    return advised(judged(first_m=first_m, second_m=second_m)[1], 1550.0, RULES, **asked)


def test_the_range_holds_the_run_and_both_cords_with_a_fifth_to_spare():
    """1,800 m and twice 150 m are 2,100: 2,520 m does not fit into 2,500."""
    made = advice()
    assert (made.launch_m, made.receive_m, made.range_m) == (150, 150, 5000)
    assert advice(1000, 700).range_m == 2500


@pytest.mark.parametrize(("second_m", "cord_m"), [(50, 200), (90, 200), (91, 250), (389, 500)])
def test_a_launch_longer_than_a_short_plant_in_steps_of_50_m(second_m, cord_m):
    assert advice(100, second_m).launch_m == cord_m


@pytest.mark.parametrize(
    ("pulse_ns", "cord_m"), [(100, 150), (275, 500), (1000, 500), (2000, 1000)]
)
def test_long_pulses_take_long_cords(pulse_ns, cord_m):
    assert advice(pulse_ns=pulse_ns).launch_m == cord_m


def test_a_cord_that_somebody_chose_stays():
    assert advice(launch=37.0).launch_m == 37


def test_a_short_cable_behind_a_splice_is_one_event_with_it_until_the_pulse_is_short():
    """100 ns cover 10.2 m, 3 ns 0.3 m; the splice and the panel are 12 m apart."""
    (said,) = advice(1000, 12, pulse_ns=100).merged
    assert "splice and Q:1" in said and "are one event" in said
    assert advice(1000, 12, pulse_ns=3).merged == ()


def test_the_usual_pulse_grows_with_the_length():
    pulses = [usual(judged(first_m=m)[1]).pulse_ns for m in (200.0, 5000.0, 20_000.0, 60_000.0)]
    assert pulses == sorted(pulses) and pulses[0] < pulses[-1]


def test_that_a_trace_is_no_loss_test_is_always_said():
    assert any("never replaces the loss test" in one for one in advice().cautions)
