"""Read the trace: faults that were put there, told by the samples alone."""

import pytest

from passerelle.instruments.hidden import Fault, Hidden
from passerelle.practice.drill import Look, replayed
from passerelle.practice.kinds.trace import FIRST, KIND, Known, Truth, line_of, plant, shot

CHECK, RUN = plant(1000.0, 1200.0)


def case(*faults, two=False):
    hidden = Hidden(5, tuple(faults))
    known = Known(CHECK, RUN, shot(RUN, hidden, 1550.0, False), two, True)
    return known, Truth(CHECK, RUN, hidden, ())


def solved(known, truth):
    seen = replayed(KIND, known, truth, ("shoot 1310",))
    return KIND.move(known, seen).answer


@pytest.mark.parametrize(
    ("fault", "answer"),
    [
        (Fault("bend", RUN.id, 0.1, 1.2, at=0.25), "bend cable One"),  # 550 of 2,200 m
        (Fault("bend", RUN.id, 0.1, 1.2, at=0.75), "bend cable Two"),
        (Fault("bad joint", RUN.id, 0.9, at=1000 / 2200), "bad joint at the splice"),
        (Fault("dirty end", RUN.id, 1.4, at=0.0), "dirty end at panel P"),
        (Fault("break", RUN.id, at=0.7), "break cable Two"),
    ],
)
def test_each_fault_is_told_with_its_cable(fault, answer):
    known, truth = case(fault)
    assert solved(known, truth) == (answer,)


def test_a_run_with_nothing_wrong_is_said_to_be_so():
    known, truth = case()
    assert solved(known, truth) == ("nothing",)


def test_a_second_wavelength_is_taken_before_a_bend_is_told_from_a_splice():
    known, _ = case(Fault("bend", RUN.id, 0.1, 1.2, at=0.25))
    assert KIND.move(known, ()).act == "shoot 1310"


def test_cutting_a_good_splice_out_helps_nobody():
    known, truth = case(Fault("bend", RUN.id, 0.1, 1.2, at=0.25))
    assert KIND.look(known, truth, "cut", ()).helped is False
    bad, hidden = case(Fault("bad joint", RUN.id, 0.9, at=0.45))
    assert KIND.look(bad, hidden, "cut", ()).helped is True


def test_lengths_that_nobody_proved_are_read_off_the_sheaths():
    known, truth = case(Fault("break", RUN.id, at=0.5))  # 1,100 m: in Two of 1,000 + 1,200
    turned, run = plant(1200.0, 1000.0)
    written = Known(turned, run, known.trace, False, False)
    assert KIND.move(written, ()).act == "marks"
    marks = KIND.look(written, truth, "marks", ())
    assert marks.key == "1000/1200"
    assert KIND.move(written, (Look("marks", marks),)).answer == ("break cable Two",)


def test_what_is_drawn_is_the_trace_with_fewer_points():
    known, _ = case()
    drawn = line_of(FIRST, known.trace)
    assert 1000 < len(drawn.level_db) <= 4800
    whole = len(known.trace.level_db) * known.trace.spacing_m
    assert drawn.step_m * len(drawn.level_db) == pytest.approx(whole, rel=0.01)
