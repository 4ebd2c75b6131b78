"""Ends by name in what people read."""

import pytest

from passerelle.core.judge.naming import with_names
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.plan.lightpath import LightPath, Segment

PATH = LightPath((Segment("cord", "OS2", 2.0, (connector("LC/UPC"), connector("LC/UPC"))),))


def link(a, b, da=None, db=None):
    def end(place, device):
        made = Device(device, (PortGroup("ports", "SFP+"),)) if device else None
        return End("10GBASE-LR", place, device=made)

    return Link("L", end(a, da), end(b, db), PATH)


@pytest.mark.parametrize(
    ("ends", "said", "told"),
    [
        (("Hut", "Mast"), "The port at end a is set.", "The port at Hut is set."),
        (("Hut", "Mast"), "End b: 3 dB; end a: 2 dB.", "Mast: 3 dB; Hut: 2 dB."),
        (("Hut", None), "The module at end b.", "The module at end b."),
        (("Hall", "Hall", "core", "edge"), "At end a and end b.", "At core and edge."),
        (("Hall", "Hall"), "At end a.", "At end a."),  # no name tells them apart
        (("Hut", "Mast"), "The endless bend at the bend a.", "The endless bend at the bend a."),
        (("Hut", "Mast"), "Both ends agree.", "Both ends agree."),
    ],
)
def test_an_end_is_called_by_what_tells_it_from_the_other(ends, said, told):
    assert with_names(said, link(*ends)) == told
