"""What a trace says stands with the readings as findings, and a gainer only from one end."""

from dataclasses import replace

import pytest

from passerelle.core.measuring.sheet import sheets_of
from passerelle.core.plan.facts import Facts
from passerelle.core.tracing.layout import broken
from passerelle.core.tracing.meant import of_trace

from .laying import judged
from .test_study import bend, plain, studied


@pytest.fixture
def row():
    made, run = judged()
    sheets = sheets_of(made, Facts.NONE).sheets
    return next((s, r) for s in sheets for r in s.rows if r.run.id == run.id)


def test_a_bend_is_a_finding_with_its_place_and_its_next_look(row):
    (one,) = of_trace(*row, studied(bend, also=True), both_ends=False)
    assert (one.finding.rule.id, one.finding.rule.severity) == ("test.trace", "warn")
    assert one.finding.message.startswith("Bend, 197 ± ") and "in Duct 2" in one.finding.message
    assert [act.kind for act in one.acts] == ["trace", "task"]
    assert one.acts[1].place == "B" and one.runs == (row[1].run.id,)
    assert one.looks


def test_what_is_only_likely_says_so(row):
    (one,) = of_trace(*row, studied(bend), both_ends=False)
    assert one.finding.message.startswith("Likely a bend")


def test_a_break_stops(row):
    (one,) = of_trace(
        *row, studied(lambda made, nm: broken(made, 500 + 640.0, -20.0)), both_ends=False
    )
    assert (one.finding.rule.id, one.finding.rule.severity) == ("test.trace-break", "stop")


def test_a_good_trace_says_nothing(row):
    assert of_trace(*row, studied(plain), both_ends=False) == []


def test_a_gainer_is_told_until_the_other_end_was_taken(row):
    """A splice that reads -0.29 dB from one end gains 0.29 dB; both ends tell its loss."""
    study = studied(plain)
    splice = next(one for one in study.found if one.event.kind == "loss")
    gained = replace(splice, event=replace(splice.event, loss_db=-0.29))
    made = replace(study, found=tuple(gained if one is splice else one for one in study.found))
    (one,) = of_trace(*row, made, both_ends=False)
    assert one.finding.rule.id == "test.gainer" and "0.29 dB more" in one.finding.message
    assert of_trace(*row, made, both_ends=True) == []
