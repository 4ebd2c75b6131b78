"""Which device hangs on one link, and what closes a loop."""

from passerelle.core.judge.wholeplan import check
from passerelle.core.plan.backbone import Place
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.plan.ends import LinkEnd
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from passerelle.core.turnup.net import AT, Net, net_of
from passerelle.core.turnup.order import change_steps, setting_order
from tests.making import cord

PORTS = (PortGroup("p", "SFP+", 24),)


def net(*links: tuple[str, str], unnamed: tuple[str, ...] = ()) -> Net:
    """A plan of devices with these links between them; each device at a place of its name."""
    names = list(dict.fromkeys(name for pair in links for name in pair))
    places = [Place(f"place {name}", depot=name == names[0], id=f"placeid{name}") for name in names]
    devices = [
        Device(name, PORTS, place=f"place {name}", id=f"deviceid{name}")
        for name in names if name not in unnamed
    ]  # fmt: skip

    def end(name: str) -> LinkEnd:
        device = None if name in unnamed else name
        return LinkEnd("10GBASE-SR", place=f"place {name}", device=device)

    made = [
        PlannedLink(f"{a} to {b} {n}", end(a), end(b), (cord("OM3", 5.0),), id=f"linkid{n:04d}")
        for n, (a, b) in enumerate(links)
    ]
    plan = Plan("net", places=Things(places), devices=Things(devices), links=Things(made))
    return net_of(check(plan))


def test_a_chain_hangs_link_by_link() -> None:
    made = net(("a", "b"), ("b", "c"), ("b", "d"))
    assert made.way("a").near
    assert (made.way("b").only, made.way("b").hops) == (("linkid0000",), 1)
    assert (made.way("c").only, made.way("c").hops) == (("linkid0000", "linkid0001"), 2)
    assert made.looped == frozenset()


def test_a_second_way_round_is_no_only_way_and_a_loop() -> None:
    made = net(("a", "b"), ("b", "c"), ("c", "a"), ("c", "d"))
    assert (made.way("b").only, made.way("c").only) == ((), ())
    assert made.way("d").only == ("linkid0003",)
    assert made.looped == {"linkid0000", "linkid0001", "linkid0002"}


def test_two_links_side_by_side_are_a_loop_and_no_only_way() -> None:
    made = net(("a", "b"), ("a", "b"), ("b", "c"))
    assert made.way("b").only == ()
    assert made.parallel == {"linkid0000", "linkid0001"}
    assert made.looped == {"linkid0000", "linkid0001"}


def test_what_is_not_recorded_is_no_loop_but_may_be_an_only_way() -> None:
    made = net(("a", "b"), ("a", "b"), ("b", "c"), unnamed=("b", "c"))
    assert made.looped == frozenset()
    assert made.way(f"{AT}place c").only == ("linkid0002",)


def test_what_nothing_leads_to_is_not_called_near() -> None:
    made = net(("a", "b"), ("c", "d"))
    assert (made.way("d").near, made.way("d").hops) == (False, None)


def test_the_farthest_with_one_way_in_is_set_first() -> None:
    made = net(("a", "b"), ("b", "c"), ("a", "d"), ("a", "d"))
    order = [one.node for one in setting_order(made, ["a", "b", "c", "d"])]
    assert order == ["c", "b", "d", "a"]


def test_a_change_of_the_only_way_in_sets_the_far_end_first_with_a_way_back() -> None:
    made = net(("a", "b"))
    steps = [one.do for one in change_steps("a", "b", made.way("b"))]
    far = next(n for n, do in enumerate(steps) if do.startswith("Change b"))
    near = next(n for n, do in enumerate(steps) if do.startswith("Change a"))
    back = next(n for n, do in enumerate(steps) if "return to the old settings" in do)
    assert back < far < near
    assert [one.cuts for one in change_steps("a", "b", made.way("b"))].count(True) == 1


def test_a_change_with_another_way_in_needs_no_timer() -> None:
    made = net(("a", "b"), ("a", "b"))
    steps = change_steps("a", "b", made.way("b"))
    assert not any("by itself" in one.do or one.cuts for one in steps)
