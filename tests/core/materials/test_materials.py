"""What a plan takes to build, against lists that were worked out by hand."""

from dataclasses import replace

import pytest

from passerelle.core.choice.sold import REEL_LENGTHS_M, adapters_for, cord_sold_m
from passerelle.core.judge.wholeplan import check
from passerelle.core.materials.materials import materials_of
from passerelle.core.materials.onlinks import of_links
from passerelle.core.materials.wanted import Wanted
from passerelle.core.plan.backbone import (
    Cable,
    Closure,
    Panel,
    Pathway,
    Place,
    Reel,
    Splice,
    Termination,
)
from passerelle.core.plan.beside import Price, Stock
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.devices import Spare
from passerelle.core.plan.ends import LinkEnd
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import UNSAID, Joint, Segment
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.demo_data import demo_plan
from passerelle.formats.materialsjson import as_document
from passerelle.formats.prices import price_book
from tests.making import BARE, LC
from tests.planting import kind

SPLICED = Termination(kind="pigtails", connector="LC/UPC")


def on_cable(name, *strands, cable="C1"):
    """A spliced 10G link on strands of a cable."""
    end = LinkEnd("10GBASE-LR")
    cord = Segment("cord", 2.0, "OS2", (LC, LC), wiring="A-B")
    tail = Segment("pigtail", 1.0, "OS2", (LC, BARE))
    run = Segment("cable", 210.0, "OS2", (BARE, BARE), wiring="crossed", cable=cable,
                  strand_numbers=strands)  # fmt: skip
    back = Segment("pigtail", 1.0, "OS2", (BARE, LC))
    pair, splice = Joint("adapter", "standard"), Joint("fusion")
    path = (cord, pair, tail, splice, run, splice, back, pair, cord)
    path = tuple(replace(part, id=f"{name}{at}".lower()) for at, part in enumerate(path))
    return PlannedLink(name, replace(end, place="A"), replace(end, place="B"), path)


def plan_with(*links, rules=None, cable=None, **lists):
    """Two places, a duct of 200 m, a cable of 12 with 5 m slack at each end on two panels."""
    made = cable or Cable(
        "C1", "A", "B", "OS2", 12, type=kind(), route=("D1",), slack_a_m=5.0, slack_b_m=5.0,
        end_a=replace(SPLICED, panel="PA"), end_b=replace(SPLICED, panel="PB"),
    )  # fmt: skip
    things = {
        "places": Things([Place("A"), Place("B")]),
        "pathways": Things([Pathway("D1", "A", "B", 200.0, length_from="measured")]),
        "cables": Things([made]),
        "links": Things(links),
    } | {key: Things(value) for key, value in lists.items()}
    return Plan("p", rules or HouseRules(), **things)


def bought(plan):
    return materials_of(check(plan), price_book(plan.prices))


def line(made, item, word=""):
    (found,) = [one for one in made.lines if one.item == item and word in one.what]
    return found


def test_the_bill_of_a_small_link_as_worked_by_hand():
    made = bought(plan_with(on_cable("L1", 1, 2)))
    table = {(one.item, one.needed, one.buy, one.total) for one in made.lines}
    assert table == {
        ("cable", 210.0, 500.0, 475.0),  # 200 + 2·5, off a drum of 500 at 0.95
        ("cord", 2.0, 2.0, 12.0),
        ("pigtail", 24.0, 24.0, 60.0),  # all twelve strands at both ends, at 2.50
        ("adapter", 12.0, 12.0, 42.0),  # a duplex adapter for two strands, at 3.50
        ("panel", 2.0, 2.0, 136.0),
        ("splice protector", 24.0, 24.0, 21.6),  # one a strand, at 0.90
        ("module", 2.0, 2.0, 101.0),
        ("spare module", 1.0, 1.0, 50.5),
        ("label", 8.0, 8.0, 0.96),  # 2 for the cable, 4 for the cords, 2 panels, at 0.12
        ("cleaning supply", 28.0, 28.0, 7.0),  # 4 plugs of cords, 24 of pigtails, at 0.25
    }
    assert made.total == made.known_total == 906.06
    # 90 + 220.5·0.6 + 24·6 + 12·2 + 2·4 + 2·5 + 12·4 = 456.3 min, at 48 an hour
    assert made.labour.hours == pytest.approx(7.605)
    assert made.labour.cost == 365.04
    (drum,) = made.cuts
    assert (drum.bought, drum.length_m) == (True, 500.0)
    assert drum.left_m == pytest.approx(279.5)  # 210 and 5 % waste come off it


def test_a_cable_is_bought_once_however_many_links_run_on_it_and_not_where_it_is_there():
    two = bought(plan_with(on_cable("L1", 1, 2), on_cable("L2", 3, 4)))
    assert line(two, "cable").needed == 210.0
    assert line(two, "cable").reasons == ("C1",)
    assert line(two, "cord").buy == 4
    there = replace(next(iter(plan_with().cables)), existing=True)
    old = bought(plan_with(on_cable("L1", 1, 2), cable=there))
    assert {one.item for one in old.lines} == {
        "cord", "module", "spare module", "label", "cleaning supply"
    }  # fmt: skip
    assert old.labour.times == (("cord", 2.0), ("module", 2.0))


def test_by_house_rule_only_the_strands_that_links_take_are_ended():
    made = bought(plan_with(on_cable("L1", 1, 2), rules=HouseRules(end_strands="used")))
    assert line(made, "pigtail").buy == 4
    assert line(made, "splice protector").buy == 4
    assert line(made, "adapter").buy == 2


def test_what_is_at_hand_goes_first():
    reel = Reel("R1", kind().name, 300.0, 12)
    stock = [Stock("pigtail", 10), Stock("module 10GBASE-LR", 1)]
    shelf = [Spare("10GBASE-LR, SFP+", 1)]
    made = bought(plan_with(on_cable("L1", 1, 2), reels=[reel], stock=stock, spares=shelf))
    cable = line(made, "cable")
    assert (cable.stock, cable.buy, cable.total) == (pytest.approx(220.5), 0.0, 0.0)
    assert cable.waste == pytest.approx(10.5)
    assert [(one.reel, one.bought) for one in made.cuts] == [("R1", False)]
    tails = line(made, "pigtail")
    assert (tails.needed, tails.stock, tails.buy, tails.total) == (24, 10, 14, 35.0)
    assert line(made, "module").buy == 1
    assert not [one for one in made.lines if one.item == "spare module"]


def test_every_line_adds_up_and_a_missing_price_is_no_total():
    demo = bought(demo_plan())
    for one in demo.lines:
        assert one.needed + one.waste - one.stock == pytest.approx(one.buy)
    for reel in demo.cuts:
        assert sum(piece.length_m for piece in reel.pieces) <= reel.length_m + 1e-6
    assert demo.unpriced
    assert demo.total is None
    made = bought(plan_with(on_cable("L1", 1, 2), prices=[Price("pigtail", None)]))
    assert (made.total, made.known_total) == (None, 846.06)  # 906.06 - 60
    assert [one.item for one in made.unpriced] == ["pigtail"]


def test_an_end_that_nobody_recorded_buys_nothing_and_leaves_no_total():
    blank = replace(next(iter(plan_with().cables)), end_b=None)
    made = bought(plan_with(cable=blank))
    assert [one.said for one in made.open] == ["how C1 is finished at B is not recorded"]
    assert line(made, "pigtail").buy == 12
    assert made.total is None


def test_a_connector_that_nobody_recorded_is_said_and_leaves_no_total():
    plugless = replace(next(iter(plan_with().cables)), end_b=Termination("pigtails", panel="PB"))
    made = bought(plan_with(cable=plugless))
    assert [one.said for one in made.open] == [
        "the connector of C1 at B is not recorded: no adapter for it"
    ]
    assert line(made, "adapter").buy == 6  # those at A
    assert made.total is None


def test_splices_of_a_closure_take_a_protector_a_strand_and_a_mechanical_one_takes_none():
    second = Cable("C2", "B", "A", "OS2", 12, type=kind(), length_m=50.0)
    closure = Closure(
        "K", "B", (Splice("C1", 1, "C2", 1, 8), Splice("C1", 9, "C2", 9, 2, "mechanical"))
    )
    first = replace(next(iter(plan_with().cables)), end_b=None)
    plan = plan_with(closures=[closure])
    made = bought(replace(plan, cables=Things([first, second])))
    assert line(made, "splice protector").buy == 8 + 12  # the closure, and the pigtails at A
    assert line(made, "mechanical splice").buy == 2
    assert line(made, "closure").buy == 1
    there = replace(closure, existing=True)
    again = bought(replace(plan, cables=Things([first, second]), closures=Things([there])))
    assert not [one for one in again.lines if one.item == "closure"]


def test_a_length_beyond_every_drum_is_not_cut_and_says_what_to_plan():
    far = replace(next(iter(plan_with().cables)), length_m=4200.0)
    made = bought(plan_with(cable=far))
    told = "4200 m is longer than any drum sold, 4000 m: no place on its way is known"
    assert made.not_cut[0].why.startswith(told)
    unknown = replace(far, length_m=None, route=())
    lost = bought(plan_with(cable=unknown))
    assert lost.not_cut[0].why == "its length is not known"
    assert lost.total is None


def test_pieces_share_a_drum_and_the_shortest_that_is_long_enough_is_bought():
    first = next(iter(plan_with().cables))
    lengths = {"C1": 300.0, "C2": 190.0, "C3": 700.0}
    cables = [
        replace(first, name=n, id=f"{n.lower()}00000000", length_m=m) for n, m in lengths.items()
    ]
    made = bought(replace(plan_with(), cables=Things(cables)))
    assert [(one.length_m, [p.cable for p in one.pieces]) for one in made.cuts] == [
        (1000.0, ["C3", "C1"]), (500.0, ["C2"])
    ]  # fmt: skip
    assert REEL_LENGTHS_M[0] == 500.0


def test_factory_ends_stand_in_the_line_of_their_cable_and_are_made_to_measure():
    made_so = Termination(kind="factory", connector="LC/UPC")
    plugged = replace(next(iter(plan_with().cables)), end_a=made_so, end_b=made_so, length_m=80.4)
    made = bought(plan_with(cable=plugged))
    cable = line(made, "cable")
    assert (cable.needed, cable.buy, cable.ends) == (80.4, 81.0, 24)
    assert cable.total == round(81 * 0.95 + 24 * 6.5, 2)
    assert made.cuts == ()


def test_a_split_port_and_its_breakout_cord_are_bought_once():
    demo = check(demo_plan())
    links = tuple(one.budget.link for one in demo.links)
    lanes = [one for one in links if one.a.port.split or one.b.port.split]
    assert len(lanes) == 2
    found = [w for w in of_links(tuple(lanes), HouseRules()) if isinstance(w, Wanted)]
    breakouts = [w for w in found if "breakout" in w.what]
    assert len(breakouts) == 1
    modules = [w for w in found if w.item == "module"]
    assert len(modules) == 3  # one for the split port, one for each lane's far end


@pytest.mark.parametrize(
    ("family", "strands", "adapters"),
    [("LC", 12, 6), ("SC", 3, 2), ("ST", 2, 2), ("FC", 1, 1)],
)
def test_a_duplex_family_takes_one_adapter_for_two_strands(family, strands, adapters):
    assert adapters_for(family, strands) == adapters


def test_a_cord_is_bought_in_the_stock_length_that_is_long_enough():
    assert [cord_sold_m(m) for m in (0.3, 2.0, 2.1, 30.0, 30.4)] == [0.5, 2.0, 3.0, 30.0, 31.0]


def test_as_json_a_number_that_is_not_known_is_null():
    made = as_document(bought(plan_with(on_cable("L1", 1, 2), prices=[Price("pigtail", None)])))
    (tails,) = [one for one in made["lines"] if one["item"] == "pigtail"]
    assert (tails["price"], tails["total"], made["total"]) == (None, None, None)
    assert tails["for"] == ["C1"]
    assert made["cuts"][0]["pieces"] == [{"cable": "C1", "length_m": 220.5}]
    assert made["labour"] == {"hours": 7.6, "cost": 365.04}


def loose_link(**changes):
    """A link on a factory-made trunk of its own, which no cable of the plan stands for."""
    plug = connector("MPO-12/UPC/unpinned")
    run = Segment("cable", 40.0, "OM4", (plug, plug), wiring="type-B", id="t0")
    end = LinkEnd("100GBASE-SR4")
    path = (replace(run, **changes),)
    return PlannedLink("T", replace(end, place="A"), replace(end, place="B"), path)


def test_a_trunk_of_a_link_alone_counts_the_strands_of_its_plugs():
    made = bought(replace(plan_with(loose_link()), cables=Things()))
    trunk = line(made, "trunk")
    # two finished ends at 46 and 40 m at 2.60; the module takes eight of the twelve strands
    assert trunk.what.startswith("OM4, 12 strands")
    assert (trunk.buy, trunk.ends, trunk.total) == (40.0, 2, 196.0)


def test_a_cable_without_a_length_is_not_zero_metres():
    made = bought(replace(plan_with(loose_link(length_m=UNSAID)), cables=Things()))
    assert [one.said for one in made.open] == ["how long the cable of T is is not recorded"]
    assert not [one for one in made.lines if one.item in ("cable", "trunk")]
    assert made.total is None


def test_what_is_sold_in_packs_is_bought_in_packs():
    """24 protectors in packs of 50: one pack, 26 over; 4 at hand leave 20 wanted."""
    prices = [Price("splice", price=0.5, pack=50)]
    made = bought(plan_with(on_cable("L1", 1, 2), prices=prices, stock=[Stock("splice", 4)]))
    one = line(made, "splice protector")
    assert (one.needed, one.stock, one.waste, one.buy, one.packs) == (24, 4, 30, 50, 1)
    assert one.total == 25.0


def test_a_guessed_way_adds_a_fifth_of_it_and_says_so():
    """200 m guessed, 10 m slack, 0 to 10 % waste as the table has it: 40 m more in each case."""
    sure = bought(plan_with())
    guess = [Pathway("D1", "A", "B", 200.0, length_from="guess")]
    one = line(bought(plan_with(pathways=guess)), "cable")
    assert (one.reserve, one.guessed, line(sure, "cable").reserve) == (40.0, True, 0.0)
    (cut,) = bought(plan_with(pathways=guess)).cuts
    (plain,) = sure.cuts
    assert round(cut.pieces[0].length_m - plain.pieces[0].length_m, 6) == 40.0


@pytest.mark.parametrize(("existing", "panels"), [(True, ["PB, B"]), (None, ["PA, A", "PB, B"])])
def test_a_panel_that_hangs_there_is_not_bought(existing, panels):
    places = [Place("A", panels=(Panel("PA", existing, 48),)), Place("B")]
    made = bought(plan_with(places=places))
    lines = [one for one in made.lines if one.item == "panel"]
    assert sorted(name for one in lines for name in one.reasons) == panels
    if existing is None:
        assert {one.what: one.buy for one in lines} == {"48 positions": 1, "24 positions": 1}


def test_nothing_is_bought_for_an_end_that_is_left_coiled_and_nothing_is_tested():
    ends = {"end_a": replace(SPLICED, panel="PA"), "end_b": Termination(kind="coiled")}
    cable = Cable("C1", "A", "B", "OS2", 12, type=kind(), length_m=210.0, **ends)
    made = bought(plan_with(cable=cable))
    assert line(made, "pigtail").needed == 12  # at a alone
    assert dict(made.labour.times).get("test") is None
    assert made.open == ()
