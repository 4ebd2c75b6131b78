"""A request for prices: metres and ends apart, and what is priced may stay out."""

from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.materials import materials_of
from passerelle.core.papers.quotation import quotation
from passerelle.core.plan.backbone import Cable, Place, Termination
from passerelle.core.plan.beside import Price
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.formats.prices import price_book

END = Termination(kind="factory", connector="LC/UPC", panel="P")
CABLE = Cable("P-1", "A", "B", "OS2", 4, length_m=100.0, end_a=END, end_b=END)


def asked(prices=(), **more):
    plan = Plan("p", places=Things((Place("A"), Place("B"))), cables=Things((CABLE,)),
                prices=Things(prices))  # fmt: skip
    made = materials_of(check(plan), price_book(plan.prices))
    return {row[2]: row for row in quotation(made, "units", **more).rows}


def test_a_factory_made_cable_asks_for_its_metres_and_for_its_ends():
    """Four strands with a plug at both ends: eight; the price and the rest is for the supplier."""
    rows = asked()
    assert rows["cable OS2 4"][3:5] == (100.0, "m")
    assert rows["factory end"][3:5] == (8.0, "piece")
    assert {row[5] for row in rows.values()} == {None}
    assert {row[6] for row in rows.values()} == {"units"}


def test_only_what_has_no_price_is_asked_for_where_that_is_wanted():
    assert asked(unpriced_alone=True) == {}
    without = Price("panel 24", price=None)
    assert list(asked((without,), unpriced_alone=True)) == ["panel 24"]
