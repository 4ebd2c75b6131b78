"""What circuits take to build, counted by hand from their paths."""

from dataclasses import replace

import pytest

from passerelle.core.choice.bill import TOGETHER, Taken, bill_of, module_price, second_cable
from passerelle.core.choice.laying import Laid, cable_size
from passerelle.core.choice.need import SiteNeed
from passerelle.core.choice.options import find
from passerelle.core.choice.prices import Bill, Line, PriceBook
from passerelle.core.choice.ranking import ranked
from passerelle.core.choice.world import World
from passerelle.core.light.modules import End
from passerelle.core.plan.backbone import Cable, Termination
from passerelle.core.plan.devices import Port
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, Segment
from tests.making import BARE, LC, cable, cord, link, own_module, path
from tests.planting import cable as cable_lies
from tests.planting import plant, way

BOOK = PriceBook(
    {
        "module 10GBASE-LR": 100.0, "cord single-mode": 6.0, "adapter": 3.0, "pigtail": 2.0,
        "splice": 1.0, "cable OS2 12": 0.5, "factory end": 4.0, "field connector": 8.0,
        "converter": 70.0, "attenuator": 5.0,
    },
    {"module": 4.0, "cord": 5.0, "port": 2.0, "splice": 6.0, "test": 4.0, "pull": 0.25,
     "set-up": 30.0, "end": 10.0, "field connector": 12.0, "visit": 60.0},
    60.0,
)  # fmt: skip
WORLD = World(rules=HouseRules(spares="none"), book=BOOK)
PLAIN = link("10GBASE-LR", path(cord(), cable("OS2", 200.0), cord()))
END = Termination(kind="factory", connector="LC/UPC")
NEW = Cable("new", "A", "B", "OS2", 12, end_a=END, end_b=END)


def counted(*taken, world=WORLD):
    bill = bill_of(taken, world)
    return {line.key: line.quantity for line in bill.lines}, bill


def test_a_link_on_glass_that_is_there_takes_modules_and_cords():
    """2 modules, 2 cords; 2 x 4 + 2 x 5 minutes, and 2 strands tested at 4."""
    found, bill = counted(Taken((PLAIN,), None))
    assert found == {"module 10GBASE-LR": 2, "cord single-mode": 2}
    assert bill.minutes == 8 + 10 + 8
    assert bill.total(BOOK) == 200 + 12 + 26


def test_a_new_cable_brings_its_panels_and_its_ends():
    """200 m, 12 strands with 24 factory ends, six duplex ports at either end, all tested.

    50 + 30 + 2 x 10 min on top, and 10 strands x 4 min and 10 ports x 2 min for the dark ones.
    """
    laid = Laid((NEW,), False, 200.0, "factory", True, 12)
    found, bill = counted(Taken((PLAIN,), laid))
    assert found == {
        "module 10GBASE-LR": 2, "cord single-mode": 2, "adapter": 12, "cable OS2 12": 200,
        "factory end": 24,
    }  # fmt: skip
    assert bill.minutes == 26 + 2 * 2 + 200 * 0.25 + 30 + 2 * 10 + 10 * 4 + 10 * 2


def test_field_connectors_and_pigtails_are_counted_on_the_strands_that_are_ended():
    field, _ = counted(Taken((PLAIN,), Laid((NEW,), False, 200.0, "field", True, 2)))
    assert field["field connector"] == 4
    every, _ = counted(Taken((PLAIN,), Laid((NEW,), False, 200.0, "field", True, 12)))
    assert every["field connector"] == 24
    assert "factory end" not in field
    tail = Segment("pigtail", 1.0, "OS2", (LC, BARE))
    spliced = link("10GBASE-LR", path(
        cord(), tail, Joint("fusion"), cable("OS2", 200.0, ends=(BARE, BARE)), Joint("fusion"),
        replace(tail, ends=(BARE, LC), id="tail00000002"), cord(),
    ))  # fmt: skip
    tails, _ = counted(Taken((spliced,), Laid((NEW,), False, 200.0, "pigtails", True, 2)))
    # two strands at either end: a pigtail and a protector each, and a duplex adapter for both
    assert (tails["pigtail"], tails["splice"], tails["adapter"]) == (4, 4, 2)
    every, _ = counted(Taken((spliced,), Laid((NEW,), False, 200.0, "pigtails", True, 12)))
    assert (every["pigtail"], every["splice"], every["adapter"]) == (24, 24, 12)
    held, bill = counted(
        Taken((mechanical(spliced),), Laid((NEW,), False, 200.0, "pigtails", True, 12))
    )
    assert "splice" not in held  # holds itself, but is made all the same: 24 at 6 min
    assert bill.minutes == 26 + 2 * 2 + 24 * 6 + 50 + 30 + 10 * 4 + 10 * 2


def mechanical(one):
    parts = tuple(
        replace(part, kind="mechanical") if isinstance(part, Joint) and part.kind == "fusion"
        else part for part in one.path.parts
    )  # fmt: skip
    return replace(one, path=replace(one.path, parts=parts))


def test_the_lines_of_a_bill_add_up_to_its_total_as_they_are_shown():
    """A third of 10 is shown as 3.33: three of them are 9.99, and so is the total."""
    line = Line("x", "x", 1 / 3, "piece", 10.0)
    book = replace(BOOK, per_hour=1.0)
    assert Bill((line, line, line), 0.0).total(book) == 9.99
    assert Bill((line,), 20.0).labour(book) == 0.33
    assert Bill((line,), 20.0).total(book) == 3.66
    assert Bill((line, replace(line, each=None)), 0.0).total(book) is None


def test_two_links_on_one_cable_pull_it_once():
    laid = Laid((NEW,), False, 200.0, "factory", True, 12)
    found, bill = counted(Taken((PLAIN, PLAIN), laid))
    assert (found["module 10GBASE-LR"], found["cable OS2 12"], found["factory end"]) == (4, 200, 24)
    assert found["adapter"] == 12  # six to a side, two of them for the links
    assert bill.minutes == 2 * (8 + 10 + 4) + 8 * 2 + 12 * 4 + 50 + 30 + 20


def test_a_spare_for_each_module_type_that_is_not_on_the_shelf():
    rules = HouseRules(spares="one-a-type")
    asked = replace(WORLD, rules=rules)
    assert [s.key for s in counted(Taken((PLAIN,), None), world=asked)[1].lines if s.spare] == [
        "module 10GBASE-LR"
    ]  # fmt: skip
    on_shelf = replace(asked, shelf=frozenset({("10GBASE-LR, SFP+", None)}))
    assert not [s for s in counted(Taken((PLAIN,), None), world=on_shelf)[1].lines if s.spare]


def test_an_end_without_a_cage_takes_a_converter():
    bare = replace(PLAIN, b=End("10GBASE-LR", port=Port(settable=False)))
    found, _ = counted(Taken((bare,), None))
    assert found["converter"] == 1


def test_an_attenuator_is_bought_whatever_its_value():
    parts = (*PLAIN.path.parts, Joint("adapter"),
             Segment("inline", ends=(LC, LC), loss_db=5.0, what="attenuator 5 dB"))  # fmt: skip
    found, _ = counted(Taken((replace(PLAIN, path=replace(PLAIN.path, parts=parts)),), None))
    assert found["attenuator"] == 2  # one on each strand of the pair


def test_the_price_of_a_module_is_its_own_before_its_application():
    own = own_module("long one", "10GBASE-LR")
    assert module_price(End("10GBASE-LR")) == "module 10GBASE-LR"
    assert module_price(End("10GBASE-LR", own=own)) == "module long one"
    assert module_price(End("100GBASE-SR4", port=Port(lane=2))) == "module 100GBASE-SR4"


def test_a_second_cable_in_the_same_pull_saves_the_set_up_and_part_of_the_pulling():
    """Material 100 + 96; work 50 + 20: now a share of the 50, later with set-up and visit."""
    laid = Laid((NEW,), False, 200.0, "factory", True, 12)
    found = second_cable(Taken((PLAIN,), laid), WORLD)
    assert found is not None
    assert found.now == pytest.approx(196 + 50 * TOGETHER + 20)
    assert found.later == pytest.approx(196 + 50 + 20 + 30 + 60)
    assert second_cable(Taken((PLAIN,), None), WORLD) is None


@pytest.mark.parametrize(
    ("needed", "spare", "size"),
    [(2, 0.0, 4), (4, 0.0, 4), (4, 1.0, 12), (10, 20.0, 24), (9.6, 20.0, 12), (96, 20.0, 144),
     (288, 0.0, 288), (250, 20.0, 288), (400, 0.0, 400)],
)  # fmt: skip
def test_the_smallest_cable_with_its_spares(needed, spare, size):
    """With 20 % spares 9.6 of 12 may be used; no cable of the table has 400: none is made up."""
    assert cable_size(needed, spare) == size


@pytest.mark.parametrize(
    ("existing", "said"),
    [(False, ("Spine",)), (True, ())],
)
def test_an_option_on_a_cable_that_is_only_planned_says_where_that_is_paid_for(existing, said):
    lies = replace(cable_lies("Spine", "A", "B", "duct"), existing=existing)
    world = World(plant=plant([way("duct", "A", "B")], [lies]), rules=HouseRules(spares="none"))
    found = find(SiteNeed("A", "B", 100.0, 10.0), world)
    (one,) = [o for o in found.offered if o.label == "10GBASE-LR on strands of Spine (OS2)"]
    assert one.elsewhere == said
    assert not any(line.key.startswith("cable") for line in one.bill.lines)
    (place,) = [r for r in ranked(found) if r.option.key == one.key]
    sentence = "Spine is only planned: cable, ends and pulling are paid for with it, not here"
    assert (sentence in place.why) is bool(said)
    new = next(o for o in found.offered if o.label == "10GBASE-LR on new OS2")
    assert new.elsewhere == ()
