"""What counts in the order of options: usual weights by the budget that a need names."""

from dataclasses import dataclass

from passerelle.core.tables.reading import make_row, read_file

from .need import BUDGETS, USUAL


@dataclass(frozen=True, slots=True)
class WeightRow:
    """One thing that counts, and how much by budget, 0 to 5."""

    key: str
    title: str
    tight: float
    usual: float
    lasting: float


WEIGHTS = tuple(
    make_row(WeightRow, raw, "weights.toml") for raw in read_file("weights.toml")["weight"]
)
_BY_BUDGET = {
    budget: {row.key: float(getattr(row, budget)) for row in WEIGHTS} for budget in BUDGETS
}
_DEFAULT = _BY_BUDGET[USUAL]


@dataclass(frozen=True, slots=True)
class Weights:
    """How much each counts, 0 to 5. published : figures of a standard or a named data sheet.

    life : that the glass carries much more than is asked for now.
    """

    house_rules: float = _DEFAULT["house_rules"]
    growth: float = _DEFAULT["growth"]
    cost: float = _DEFAULT["cost"]
    later: float = _DEFAULT["later"]
    life: float = _DEFAULT["life"]
    margin: float = _DEFAULT["margin"]
    strands: float = _DEFAULT["strands"]
    parts: float = _DEFAULT["parts"]
    published: float = _DEFAULT["published"]


DEFAULT_WEIGHTS = Weights()


def weights_for(budget: str) -> Weights:
    """The usual weights of a budget: tight, usual or lasting."""
    return Weights(**_BY_BUDGET[budget])
