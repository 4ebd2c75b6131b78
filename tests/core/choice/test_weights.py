"""What counts by budget: a tight one looks at the price now, a lasting one at what comes."""

from dataclasses import fields

import pytest

from passerelle.core.choice.need import BUDGETS
from passerelle.core.choice.weights import DEFAULT_WEIGHTS, WEIGHTS, Weights, weights_for


def test_every_weight_has_a_row_and_every_row_a_weight():
    assert {row.key for row in WEIGHTS} == {one.name for one in fields(Weights)}
    assert all(0 <= getattr(row, budget) <= 5 for row in WEIGHTS for budget in BUDGETS)


def test_usual_is_what_is_taken_where_nothing_is_said():
    assert weights_for("usual") == DEFAULT_WEIGHTS


def test_budgets_turn_price_and_future_against_each_other():
    tight, lasting = weights_for("tight"), weights_for("lasting")
    assert tight.cost > lasting.cost
    assert tight.growth < lasting.growth
    assert tight.life < lasting.life


def test_a_budget_that_is_none_is_refused():
    with pytest.raises(KeyError):
        weights_for("lavish")
