"""The brief: what is still to be pulled, and an end that nobody recorded stays blank."""

from dataclasses import replace

from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.materials import materials_of
from passerelle.core.papers.brief import bend_mm, brief_sheet
from passerelle.core.plan.backbone import Cable, Place, Termination
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.tables.site import CABLE_TYPES
from passerelle.formats.prices import price_book


def cable(name, **more):
    return Cable(name, "A", "B", "OS2", 4, length_m=100.0, **more)


ONE = cable("P-1")


def brief(*cables):
    plan = Plan("p", places=Things((Place("A"), Place("B"))), cables=Things(cables))
    judged = check(plan)
    return brief_sheet(judged, materials_of(judged, price_book(())))


def test_what_is_there_or_only_wished_for_is_not_in_it():
    there, wish = cable("old", existing=True), cable("wish", wish=True)
    assert [row[0] for row in brief(ONE, there, wish)["cables"]] == ["P-1"]


def test_an_end_that_nobody_recorded_is_blank_and_its_panel_has_no_port():
    end = Termination(kind="pigtails", connector="LC/UPC", panel="PA", first_port=5)
    first, second = brief(replace(ONE, end_a=end))["ends"]
    assert first == ["P-1", "A", "pigtails", "LC/UPC", "PA", 5]
    assert second == ["P-1", "B", None, None, None, None]


def test_beyond_two_pages_of_cables_the_rest_is_counted():
    many = [cable(f"P-{n}") for n in range(15)]
    assert (len(brief(*many)["cables"]), brief(*many)["left_out"]) == (12, 3)


def test_the_least_bend_is_larger_under_tension_and_not_made_up():
    kind = next(one for one in CABLE_TYPES.values() if one.least_radius_m(loaded=True))
    made = replace(ONE, type=kind)
    assert bend_mm(made, loaded=True) > bend_mm(made, loaded=False)
    assert bend_mm(ONE, loaded=True) is None
