"""A way that is no link: what is stated, what is not, and that nothing of it is judged."""

import pytest

from passerelle.core.plan.backbone import OtherWay
from passerelle.core.plant.otherways import UNJUDGED, one_line


@pytest.mark.parametrize(
    ("way", "wanted", "told", "untold"),
    [
        (
            OtherWay("mast", "radio hop"),
            [10.0],
            ["what it carries is not stated", "not stated."],
            ["would"],
        ),
        (
            OtherWay("mast", "radio hop", gbps=0.3, places=("Hill",), supplies=("UPS",)),
            [1.0, 10.0],
            ["0.3 Gb/s as stated, less than the 10 it stands in for", "unless Hill or UPS fails"],
            [],
        ),
        (OtherWay("loan", "service", gbps=10.0), [10.0], ["carries 10 Gb/s as stated;"], ["less"]),
        (OtherWay("loan", "service", gbps=10.0), [], ["carries 10 Gb/s as stated;"], ["less"]),
    ],
)
def test_one_line(way, wanted, told, untold):
    line = one_line(way, wanted)
    assert all(words in line for words in told)
    assert not any(words in line for words in untold)
    assert line.endswith(f"Not judged: {UNJUDGED[way.kind]}.")
