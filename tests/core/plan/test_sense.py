"""What a thing must be to make sense by itself: each fault with its place, and a near miss."""

from dataclasses import replace

import pytest

from passerelle.core.plan import sense
from passerelle.core.plan.backbone import (
    Bend,
    Cable,
    Closure,
    Feed,
    Pathway,
    Place,
    Splice,
    StrandNote,
)
from passerelle.core.plan.beside import CopperRun, OwnCableType
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.plan.ends import LinkEnd
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.own import Sheet
from passerelle.core.plan.shared import SharedPart
from passerelle.core.refused import Refused
from tests.making import LC, cable, cord
from tests.planting import standard

JACKS = (PortGroup("j"),)

END = LinkEnd("10GBASE-LR")
BOX = Segment("cassette", 0.0, "OM4", (LC, LC))
TAP = Segment("inline", ends=(LC, LC), loss_db=1.0)
C = Cable("C", "A", "B", "OS2", 12)
WAY = Pathway("w", "A", "B", 100.0)
TYPE = OwnCableType("mine", Sheet("sheet 1"), "outdoor")


def link(*path, **more):
    return PlannedLink("x", END, END, path, **more)


def fault(thing):
    try:
        sense.check(thing)
    except Refused as refused:
        return refused.path, refused.reason
    return None


@pytest.mark.parametrize(
    ("thing", "path", "said"),
    [
        (cord(part="box"), "part", "is for cassettes and inline parts; this is a cord"),
        (cord(cable="C"), "cable", "is for cable segments; this is a cord"),
        (cable(strand_numbers=(1, 2)), "strand_numbers", "no cable is named"),
        (cable(cable="C", strand_numbers=(1, 1)), "strand_numbers", "names a strand twice"),
        (cable(shared="S"), "shared", "is for one of cord, pigtail, cassette, inline"),
        (cord(turned=True), "turned", "no shared part is named"),
        (replace(TAP, loss_db=None), "loss_db", "an inline part has a loss of its own"),
        (cord(fiber=None), "fiber", "a cord is made of some fiber"),
        (Segment("cord", fiber="OS2"), "length_m", "a cord has a length, 0 to 200000 m"),
        (cord(loss_db=0.2), "source", "loss_db in place of the table value needs it"),
        (Joint("adapter", loss_db=0.2), "source", "needs it"),
        (SharedPart("S", cable()), "part", "is a cable; a shared part is one of cord"),
        (SharedPart("S", replace(BOX, port=3)), "part", "what each link decides by itself"),
        (SharedPart("S", replace(BOX, label="x")), "part", "what each link decides by itself"),
        (SharedPart("S", cord(fiber=None)), "part.fiber", "is missing"),
        (link(cord(), cord()), "path[1]", "a joint is missing"),
        (link(cord(), Joint("adapter", loss_db=1.0), cord()), "path[1].source", "is missing"),
        (link(cord(shared="S"), Joint("adapter"), cord(shared="S")), "path[2].shared",
         "stands in this path already"),
        (Place("A", x_m=1.0, y_m=1.0, latitude=1.0, longitude=1.0), "latitude", "not both"),
        (Place("A", latitude=1.0), "longitude", "a position has both"),
        (Place("A", longitude=1.0), "latitude", "a position has both"),
        (Place("A", inside="A"), "inside", "inside itself"),
        (Device("D", JACKS, sort="kettle"), "sort", "not a kind of device"),
        (Device("D", JACKS, inside="D"), "inside", "inside itself"),
        (Device("D", JACKS, coldest_c=50.0, hottest_c=-20.0), "coldest_c", "50 °C is over -20 °C"),
        (Device("D", JACKS, draw_w=20.0, draw_peak_w=8.0), "draw_peak_w", "8 W at peak is under"),
        (Device("D", (PortGroup("f", "SFP", power_class="4"),)), "ports[0].power_class", "jacks"),
        (Device("D", (PortGroup("j", powered=False, power_class="4"),)), "ports[0].power_class",
         "give no power"),
        (Device("D", (PortGroup("f", "SFP", foreign="up to a speed"),)),
         "ports[0].foreign_to_gbps", "up to a speed"),
        (replace(WAY, b="A"), "b", "a pathway joins two places"),
        (replace(WAY, rise_m=100.1), "rise_m", "100.1 m of rise is over 100 m"),
        (replace(WAY, rise_m=-100.1), "rise_m", "of rise is over 100 m"),
        (replace(WAY, bends=(Bend(90, 1.0, 100.1),)), "bends[0].at_m", "100.1 is over 100"),
        (replace(WAY, inner_mm=50.0, width_mm=50.0), "inner_mm", "a pathway is round or not"),
        (replace(C, loss_db=1.0, measured="meter"), "loss_nm", "names its wavelength"),
        (replace(C, loss_db=1.0, loss_nm=1310.0), "measured", "names its wavelength and document"),
        (replace(C, strand_notes=(StrandNote(13, "bad"),)), "strand_notes[0].strand", "over 12"),
        (replace(C, strand_notes=(StrandNote(1, "bad"), StrandNote(1, "dark"))),
         "strand_notes[1].strand", "1 is noted twice"),
        (replace(C, strands=145, type=replace(standard("Indoor"), max_strands=144)), "strands",
         "145 is over 144, the most of this cable"),
        (Feed("f", "A", "composite", 10.0, source_v=48.0, least_v=48.1), "least_v",
         "48.1 is over 48"),
        (CopperRun("c", "A", "B", "10GBASE-T, Cat 6A", 99.0, 10.0), "what", "no row of the copper"),
        (replace(TYPE, name=standard("Indoor").name), "name", "choose another"),
        (replace(TYPE, bend_loaded_mm=99.0, bend_rest_mm=100.0), "bend_loaded_mm", "less than 100"),
        (Device("d", (PortGroup("p", "SFP+", 1), PortGroup("p", "SFP", 1))), "ports[1].name",
         "twice"),
        (Closure("k", "M", (Splice("C1", 1, "C2", 1, 4), Splice("C1", 4, "C2", 5, 1))),
         "splices[1]", "strand 4 of 'C1' is spliced twice"),
        (Closure("k", "M", (Splice("C1", 1, "C1", 2, 2),)), "splices[0]", "strand 2 of 'C1'"),
    ],
)  # fmt: skip
def test_what_makes_no_sense(thing, path, said):
    found = fault(thing)
    assert found is not None
    assert found[0] == path
    assert said in found[1]


@pytest.mark.parametrize(
    "thing",
    [
        replace(BOX, part="box"), replace(TAP, part="tap", loss_db=None), TAP,
        cable(cable="C", strand_numbers=(1, 2)), cord(shared="S", turned=True),
        cord(length_m=0.0), cord(loss_db=0.2, source="meter"), SharedPart("S", BOX),
        SharedPart("S", TAP), link(cord(shared="S"), Joint("adapter"), cord(shared="T")),
        Place("A", x_m=1.0, y_m=1.0), Place("A", latitude=-1.0, longitude=0.0),
        Place("A", inside="B"), replace(WAY, rise_m=-100.0),
        replace(WAY, bends=(Bend(90, 1.0, 100.0),)),
        replace(WAY, width_mm=50.0, height_mm=50.0),
        replace(C, loss_db=1.0, loss_nm=1310.0, measured="meter"),
        replace(C, strand_notes=(StrandNote(12, "bad"),)),
        replace(C, strands=144, type=replace(standard("Indoor"), max_strands=144)),
        Feed("f", "A", "composite", 10.0, source_v=48.0, least_v=48.0),
        CopperRun("c", "A", "B", "10GBASE-T, Cat 6A", 10.0, 10.0),
        replace(TYPE, bend_loaded_mm=100.0, bend_rest_mm=100.0),
        Device("d", (PortGroup("p", "SFP+", 1), PortGroup("q", "SFP+", 1))),
        Closure("k", "M", (Splice("C1", 1, "C2", 1, 4), Splice("C1", 5, "C2", 5, 1))),
        Closure("k", "M", (Splice("C1", 1, "C1", 3, 2),)),
    ],
)  # fmt: skip
def test_what_is_just_right(thing):
    assert fault(thing) is None
