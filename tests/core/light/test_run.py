"""Runs without ends: loss each way, and the power on the way. Figures worked by hand."""

from dataclasses import replace

import pytest

from passerelle.core.light.link import budget
from passerelle.core.light.run import Run, profile
from passerelle.core.light.site import link_of, site_of
from passerelle.core.plan.backbone import Cable, StrandNote, Termination
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from passerelle.core.plant.model import Plant
from passerelle.core.plant.runs import run_of
from passerelle.core.plant.strands import StrandError
from passerelle.core.plant.whole import plant_of
from passerelle.demo_data import mistakes_plan

RULES = HouseRules()
LC = connector("LC/UPC")
BARE = connector("bare")


def pigtailed() -> Run:
    """1 m pigtail, splice, 2 000 m of OS2, adapter, 500 m of OS2."""
    return Run(
        LightPath(
            (
                Segment("pigtail", 1.0, "OS2", (LC, BARE)),
                Joint("fusion"),
                Segment("cable", 2000.0, "OS2", (BARE, LC)),
                Joint("adapter"),
                Segment("cable", 500.0, "OS2", (LC, LC)),
            )
        ),
        ("Hall", "Hut"),
    )


def test_loss_of_a_run_each_way_at_any_wavelength():
    """2.501 km at 0.4 dB/km, one splice of 0.3 dB, one pair of 0.75 dB."""
    run = pigtailed()
    for nm in (1310.0, 1550.0):
        there, back = run.loss(nm, RULES), run.loss(nm, RULES, sender="b")
        assert round(there.worst_case, 4) == 2.0504
        assert there == pytest.approx(back)
    assert run.reversed().places == ("Hut", "Hall")
    assert [t.kind for t in run.terms(1310.0, RULES, sender="b")] == [
        "glass", "joint", "glass", "joint", "glass"
    ]  # fmt: skip


def test_allowances_of_the_plan_come_last_from_both_sides():
    rules = HouseRules(safety_margin_db=3.0)
    for sender in ("a", "b"):
        assert pigtailed().terms(1310.0, rules, sender=sender)[-1].kind == "safety"


def test_the_profile_steps_down_as_light_from_each_side_meets_the_parts():
    """From 0 to 3 dBm at launch: worst case from 0 on, strongest from 3 on, joints at nothing."""
    run = pigtailed()
    found = run.terms(1310.0, RULES)
    there = profile(run.path, found, 0.0, 3.0)
    assert [round(one.worst_case, 4) for one in there] == [
        0.0, -0.0004, -0.3004, -1.1004, -1.8504, -2.0504
    ]  # fmt: skip
    assert [one.m for one in there] == [0.0, 1.0, 1.0, 2001.0, 2001.0, 2501.0]
    back = profile(run.path, found, 0.0, 3.0, sender="b")
    assert [round(one.worst_case, 4) for one in back][1:3] == [-0.2, -0.95]
    assert [one.m for one in back] == [0.0, 500.0, 500.0, 2500.0, 2500.0, 2501.0]
    glass = sum(t.typical for t in found if t.kind == "glass")
    assert there[-1].strongest == back[-1].strongest == pytest.approx(3.0 - glass)


def test_a_profile_is_silent_behind_what_is_not_known():
    path = LightPath((Segment("cord", 2.0), Joint("fusion"), Segment("cord", 2.0, "OS2")))
    points = profile(path, Run(path).terms(1310.0, RULES), -8.0, None)
    assert [one.worst_case for one in points] == [-8.0, None, None, None]
    assert {one.strongest for one in points} == {None}


def test_the_profile_of_a_link_ends_at_what_its_receiver_gets():
    plan = mistakes_plan()
    planned = plan.links.named("Pier Office – Beacon Hill")
    sums = budget(link_of(planned, site_of(plan)), plan.house_rules)
    for one in sums.directions:
        points = profile(
            sums.link.path, one.terms, one.launch_min_dbm, one.launch_max_dbm, one.sender
        )
        assert points[-1].worst_case == pytest.approx(one.received_min_dbm)
        assert points[-1].strongest == pytest.approx(one.received_max_dbm)


def test_a_dark_strand_runs_from_panel_to_panel_through_its_splices():
    """P-07 goes on as P-08 in a chamber: 1 + 1 640 + 1 270 + 1 m, three splices: 2.0648 dB."""
    plant = plant_of(mistakes_plan())
    cable = plant.cables["P-07"]
    used = {n for _, use in plant.uses_of.get("P-07", ()) for n in use.strands}
    dark = next(n for n in range(1, 25) if n not in used)
    run = run_of(plant, cable, dark, 1310.0)
    assert run.places == ("Pier Office", "Beacon Hill")
    assert run.path.length_m == 2912.0
    assert [p.kind for p in run.path.parts] == [
        "pigtail", "fusion", "cable", "fusion", "cable", "fusion", "pigtail"
    ]  # fmt: skip
    assert round(run.loss(1310.0, RULES).worst_case, 4) == 2.0648


def test_a_measured_loss_counts_in_the_window_that_it_was_measured_in():
    """21.35 km: 5.1 dB measured at 1490 nm; at 1310 and 1550 nm the table's 0.4 dB/km."""
    plant = plant_of(mistakes_plan())
    cable = plant.cables["X-11"]
    for nm, loss_db in ((1490.0, 5.1), (1471.0, 5.1), (1310.0, 8.54), (1550.0, 8.54)):
        assert run_of(plant, cable, 12, nm).loss(nm, RULES).worst_case == pytest.approx(loss_db)


@pytest.mark.parametrize(
    ("cable", "number", "said"),
    [
        (Cable("C", "x", "y", "OS2", 4), 1, "how “C” is finished at x is not recorded"),
        (
            Cable("C", "x", "y", "OS2", 4, end_a=Termination("factory")),
            1,
            "how “C” is finished at y is not recorded",
        ),
        (
            Cable("C", "x", "y", "OS2", 4, end_a=Termination("field"), end_b=Termination("field")),
            1,
            "the length of “C” is not known",
        ),
        (
            Cable("C", "x", "y", "OS2", 4, strand_notes=(StrandNote(3, "bad"),)),
            3,
            "strand 3 of “C” is bad",
        ),
        (Cable("C", "x", "y", "OS2", 4), 5, "has 4 strands; there is no 5"),
    ],
)
def test_what_is_not_recorded_has_no_loss(cable, number, said):
    plant = Plant(cables={"C": cable})
    with pytest.raises(StrandError, match=said):
        run_of(plant, cable, number, 1310.0)


def test_a_strand_that_is_bad_further_on_has_no_loss_either():
    plan = mistakes_plan()
    far = plan.cables.named("P-08")
    plan = plan.having("cable", plan.cables.put(replace(far, strand_notes=(StrandNote(7, "bad"),))))
    plant = plant_of(plan)
    with pytest.raises(StrandError, match="strand 7 of “P-08” is bad"):
        run_of(plant, plant.cables["P-07"], 7, 1310.0)
