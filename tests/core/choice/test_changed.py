"""What a change of a link takes to buy, counted by hand."""

from dataclasses import replace

from passerelle.core.choice.changed import bought
from passerelle.core.choice.prices import PriceBook
from passerelle.core.light.link import Link
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from tests.making import cable, cord, link, path

BOOK = PriceBook({"cord single-mode": 6.0, "module 10GBASE-ER": 132.0, "attenuator": 5.0}, {}, 48.0)
BEFORE = link("10GBASE-LR", path(cord(), cable("OS2", 200.0), cord()))


def keys(after: Link, before: Link = BEFORE):
    bill = bought(before, after, BOOK)
    return {line.key: (line.quantity, line.total) for line in bill.lines}


def with_part(at, part):
    parts = list(BEFORE.path.parts)
    parts[at] = part
    return replace(BEFORE, path=LightPath(tuple(parts)))


def test_a_cord_is_another_one_and_a_flipped_clip_is_not():
    first = BEFORE.path.segment(0)
    assert keys(with_part(0, replace(first, wiring="A-A"))) == {"cord single-mode": (1, 6.0)}
    clip = replace(first, clip="splits")
    before = with_part(0, clip)
    assert keys(with_part(0, replace(clip, wiring="A-A")), before) == {}


def test_both_modules_are_bought_and_a_setting_is_not():
    a = replace(BEFORE.a, application="10GBASE-ER")
    b = replace(BEFORE.b, application="10GBASE-ER")
    assert keys(replace(BEFORE, a=a, b=b)) == {"module 10GBASE-ER": (2, 264.0)}
    set_ = replace(BEFORE.a, port=replace(BEFORE.a.port, number=3))
    assert keys(replace(BEFORE, a=set_)) == {}


def test_a_part_more_is_bought_and_one_that_goes_is_not():
    one = Segment("inline", loss_db=5.0, what="attenuator 5 dB", ends=BEFORE.path.segment(0).ends)
    parts = BEFORE.path.parts
    joint = parts[1]
    assert isinstance(joint, Joint)
    more = replace(BEFORE, path=LightPath((one, replace(joint, id="joint0000002"), *parts)))
    assert keys(more) == {"attenuator": (2, 10.0)}  # one a strand, and no panel port for it
    assert keys(BEFORE, more) == {}


def test_what_has_no_price_has_none_and_other_glass_is_pulled_anew():
    at = next(i for i, p in enumerate(BEFORE.path.parts) if getattr(p, "kind", "") == "cable")
    other = with_part(at, replace(BEFORE.path.segment(at), fiber="OM4"))
    assert keys(other) == {"cable, pulled anew": (1, None)}
    joint = BEFORE.path.parts[1]
    assert isinstance(joint, Joint)
    assert keys(with_part(1, replace(joint, grade="low-loss"))) == {
        "plugs of a better grade": (1, None)
    }
