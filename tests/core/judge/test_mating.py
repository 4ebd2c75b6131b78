"""What mates with what, and what the cure of a clash changes."""

from dataclasses import replace

import pytest

from passerelle.core.light.edits import apply_all
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.lightpath import Joint, Segment
from passerelle.formats.checktable import table
from tests.making import APC, BARE, LC, cable, cord, judged, link, path, rules_of

MPO, PINNED, MPO_APC = (
    connector("MPO-12/UPC/unpinned"),
    connector("MPO-12/UPC/pinned"),
    connector("MPO-12/APC/unpinned"),
)


@pytest.mark.parametrize(
    ("near", "far", "joint", "rule"),
    [
        (LC, APC, Joint("adapter"), "mate.polish"),
        (LC, connector("SC/UPC"), Joint("adapter"), "mate.connector"),
        (LC, BARE, Joint("adapter"), "mate.connector"),
        (LC, LC, Joint("fusion"), "mate.connector"),
        (MPO, MPO, Joint("adapter"), "mate.pins"),
        (PINNED, PINNED, Joint("adapter"), "mate.pins"),
        (MPO_APC, connector("MPO-12/APC/pinned"), Joint("adapter", keys="aligned"), "mate.keys"),
        (MPO, connector("MPO-16/UPC/pinned"), Joint("adapter"), "mate.fiber-count"),
        (LC, LC, Joint("adapter"), None),
        (APC, APC, Joint("adapter"), None),
        (LC, connector("LC/PC"), Joint("adapter"), None),
        (LC, connector("SC/UPC"), Joint("adapter", hybrid=True), None),
        (MPO, PINNED, Joint("adapter"), None),
        (MPO_APC, connector("MPO-12/APC/pinned"), Joint("adapter", keys="opposed"), None),
        (BARE, BARE, Joint("mechanical"), None),
    ],
)
def test_what_mates_with_what(near, far, joint, rule):
    light = path(cord(ends=(LC, near)), joint, cord(ends=(far, LC)))
    found = {f.rule.id: f.at for f in judged(link("10GBASE-LR", light)).findings}
    mates = {r: at for r, at in found.items() if r.startswith("mate")}
    assert mates == ({rule: (1,)} if rule else {})


def test_a_polish_clash_is_cured_at_the_cheapest_part():
    pigtail = Segment("pigtail", 1, "OS2", (BARE, APC))
    light = path(cord(), cable(ends=(LC, BARE)), Joint("fusion"), pigtail, cord(), cord())
    found = next(
        f for f in judged(link("10GBASE-LR", light)).findings if f.rule.id == "mate.polish"
    )
    (edit,) = found.remedy.edits
    here = [part.id for part in light.parts].index(edit.at)
    assert (here, edit.part.kind, edit.part.ends[0].name) == (6, "cord", "LC/APC")


@pytest.mark.parametrize(
    ("application", "socket", "plug", "fits"),
    [
        ("10GBASE-LR", LC, connector("SC/UPC"), False),
        ("10GBASE-LR", LC, APC, False),
        ("10GBASE-LR", LC, LC, True),
        ("100GBASE-SR4", None, LC, False),
        ("100GBASE-SR4", None, PINNED, False),
        ("100GBASE-SR4", None, MPO, True),
        ("400GBASE-DR4", None, MPO, False),
    ],
)
def test_the_plug_must_fit_the_module(application, socket, plug, fits):
    end = End(application, connector=socket)
    glass = "OM4" if "SR" in application else "OS2"
    subject = Link("x", end, end, path(cord(glass, ends=(plug, plug))))
    check = judged(subject)
    assert ("mate.module" not in rules_of(check)) == fits
    for _ in range(2):  # one cure for each end
        for found in judged(subject).findings:
            if found.rule.id == "mate.module":
                subject = apply_all(subject, found.remedy.edits)
                break
    assert "mate.module" not in rules_of(judged(subject))


@pytest.mark.parametrize(
    ("light", "voided"),
    [
        (path(cord(), cord()), False),
        (path(cord(), cord(ends=(APC, LC))), True),  # 3.5 dB or more, which no table states
        (path(cord(), cord("OM3")), True),
        (path(cord(), cable(length_m=30_000), cord()), False),  # too long is a margin all the same
    ],
)
def test_no_margin_holds_beside_a_joint_that_loses_what_no_table_states(light, voided):
    check = judged(link("10GBASE-LR", light))
    assert check.voided is voided
    assert ("  -\n" in table([check])) is voided


@pytest.mark.parametrize("name", ["LSH/APC", "MU/UPC", "CS/UPC", "SN/UPC", "MDC/UPC"])
def test_small_duplex_plugs_lose_what_lc_loses(name):
    """Two pairs of 0.75 dB and 104 m at 0.4 dB/km."""
    plug = connector(name)
    parts = [replace(p, ends=(plug, plug)) for p in (cord(), cable(length_m=100), cord())]
    check = judged(link("10GBASE-LR", path(*parts)))
    assert check.budget.directions[0].loss.worst_case == pytest.approx(1.5416)


def test_no_hybrid_adapter_joins_rows_of_12_and_16():
    twelve, sixteen = connector("MPO-12/APC/pinned"), connector("MPO-16/APC/unpinned")
    light = path(
        cord("OM4", ends=(twelve, twelve)),
        Joint("adapter", hybrid=True),
        cord("OM4", ends=(sixteen, sixteen)),
    )
    assert "mate.fiber-count" in rules_of(judged(link("100GBASE-SR4", light)))
