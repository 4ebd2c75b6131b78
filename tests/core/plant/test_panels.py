"""The port map: two strands to a port, each cable's own first port, clashes as they are."""

from passerelle.core.plan.backbone import Termination
from passerelle.core.plant.panels import port_map
from tests.planting import cable, plant, use


def ended(name, a, b, panel, first=1, **more):
    return cable(
        name, a, b, strands=4, end_a=Termination("pigtails", "LC/UPC", panel, first), **more
    )


def test_each_port_holds_two_strands_and_says_which_links_are_on_it():
    one = ended("C", "A", "B", "P", 3)
    site = plant((), (one,), (use("1", "x", ("A", "B"), ("C", (1, 2))),))
    assert [(p.panel, p.place, p.port, p.strands, p.links) for p in port_map(site)] == [
        ("P", "A", 3, (1, 2), ("x",)), ("P", "A", 4, (3, 4), ())
    ]  # fmt: skip


def test_two_cables_on_one_port_stand_side_by_side():
    ports = port_map(plant((), (ended("C", "A", "B", "P", 1), ended("D", "A", "B", "P", 2))))
    assert [(p.port, p.cable, p.strands) for p in ports] == [
        (1, "C", (1, 2)), (2, "C", (3, 4)), (2, "D", (1, 2)), (3, "D", (3, 4))
    ]  # fmt: skip


def test_panels_of_one_name_at_two_places_are_two_panels():
    there = cable(
        "C", "A", "B", strands=2, end_a=Termination(panel="P"), end_b=Termination(panel="P")
    )
    assert [(p.place, p.port) for p in port_map(plant((), (there,)))] == [("A", 1), ("B", 1)]


def test_wishes_and_cables_without_a_panel_have_no_port():
    assert port_map(plant((), (cable("C", "A", "B"), ended("D", "A", "B", "P", wish=True)))) == ()
