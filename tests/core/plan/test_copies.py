"""Copies say what their originals say and are somebody else."""

from passerelle.core.plan.copies import renewed
from passerelle.demo_data import mistakes_plan

PLAN = mistakes_plan()


def ids(thing):
    held = [thing.id, *(p.id for p in getattr(thing, "path", ())), *(
        p.id for p in getattr(thing, "ports", ()))]  # fmt: skip
    for end in (getattr(thing, "a", None), getattr(thing, "b", None)):
        if hasattr(end, "module"):
            held += [end.id, *([end.module.id] if end.module else [])]
    return held


def test_a_copied_link_shares_no_identity_and_says_the_same():
    for link in PLAN.links:
        copy = renewed(link)
        assert copy == link
        assert not set(ids(copy)) & set(ids(link))
        assert len(set(ids(copy))) == len(ids(link))


def test_a_copied_device_has_port_groups_of_its_own():
    for device in PLAN.devices:
        copy = renewed(device)
        assert copy == device
        assert not set(ids(copy)) & set(ids(device))


def test_a_place_keeps_its_name_and_gets_an_id():
    place = next(iter(PLAN.places))
    copy = renewed(place)
    assert (copy.name, copy == place, copy.id == place.id) == (place.name, True, False)
