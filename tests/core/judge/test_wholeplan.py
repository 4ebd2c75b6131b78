"""An answer that was carried over says what an answer from the start says, whatever was changed."""

from dataclasses import replace

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from passerelle.core.changes.apply import applied
from passerelle.core.changes.change import EditLink, Head, Put, Remove
from passerelle.core.judge.wholeplan import check
from passerelle.core.light.edits import Rename, SetPart
from passerelle.core.plan.lightpath import Segment
from passerelle.core.refused import Refused
from passerelle.demo_data import mistakes_plan

PLAN = mistakes_plan()
JUDGED = check(PLAN)


def said(judged):
    """Everything that is said: of links, of the plan, of the backbone."""
    links = {
        link.id: (
            judged.of(link.id).verdict,
            judged.of(link.id).margin_db,
            [(f.rule.id, f.rule.severity, f.at, f.said) for f in judged.of(link.id).findings],
        )
        for link in judged.plan.links
    }
    plan = [(one.about, one.finding.rule.id, one.finding.said) for one in judged.findings]
    backbone = [(one.sort, one.name, one.finding.said, one.links) for one in judged.backbone]
    return links, plan, backbone


def longer(plan, at, length_m):
    link = list(plan.links)[at % len(plan.links)]
    part = next(p for p in link.path if isinstance(p, Segment) and p.kind != "inline")
    return EditLink(link.id, (SetPart(part.id, replace(part, length_m=length_m)),))


def renamed(plan, at, length_m):
    link = list(plan.links)[at % len(plan.links)]
    return EditLink(link.id, (Rename(f"{link.name} {length_m:g}"),))


def gone(plan, at, _):
    return Remove("link", list(plan.links)[at % len(plan.links)].id)


def moved_device(plan, at, _):
    devices = list(plan.devices)
    device = devices[at % len(devices)]
    return Put(replace(device, own_coding_only=not device.own_coding_only))


def other_pathway(plan, at, length_m):
    ways = list(plan.pathways)
    way = ways[at % len(ways)]
    return Put(replace(way, length_m=abs(way.rise_m) + 1 + length_m, bends=()))


def other_cable(plan, at, length_m):
    cables = list(plan.cables)
    return Put(replace(cables[at % len(cables)], glass_m=1 + length_m))


def renamed_place(plan, at, length_m):
    places = list(plan.places)
    place = places[at % len(places)]
    return Put(replace(place, name=f"{place.name} {length_m:g}"))


def other_rules(plan, at, _):
    basis = ("worst-case", "typical", "statistical")[at % 3]
    return Head(house_rules=replace(plan.house_rules, loss_basis=basis))


CHANGES = (
    longer, renamed, gone, moved_device, other_pathway, other_cable, renamed_place, other_rules
)  # fmt: skip


@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(
    st.lists(
        st.tuples(st.sampled_from(CHANGES), st.integers(0, 200), st.integers(1, 900)),
        min_size=1,
        max_size=4,
    )
)
def test_any_changes_leave_the_same_answer_as_judging_anew(asked):
    plan, known = PLAN, JUDGED
    for make, at, length_m in asked:
        try:
            plan = applied(plan, [make(plan, at, float(length_m))], cascade=True).plan
        except Refused:
            continue
        before, known = known, check(plan, known)
        now, was = said(known)[0], said(before)[0]
        told = {key for key in now if now[key] != was.get(key)}
        assert told <= set(known.changed)
    assert said(known) == said(check(plan))


def test_what_did_not_change_is_not_judged_again():
    made = applied(PLAN, [longer(PLAN, 3, 7.0)]).plan
    again = check(made, JUDGED)
    link = list(PLAN.links)[3].id
    same = [key for key in JUDGED.alone if again.alone[key] is JUDGED.alone[key]]
    assert len(same) == len(JUDGED.alone) - 1
    assert link not in same
    assert check(PLAN, JUDGED).alone == JUDGED.alone


def test_a_cable_that_gets_longer_tells_of_the_links_on_it():
    """P-07 and P-08 carry the Beacon Hill link: 1 km more is 0.4 dB less to spare."""
    cable = PLAN.cables.named("P-08")
    link = PLAN.links.named("Pier Office – Beacon Hill").id
    made = applied(PLAN, [Put(replace(cable, glass_m=2270.0))])
    again = check(made.plan, JUDGED)
    assert link in again.changed
    was, now = JUDGED.of(link).margin_db, again.of(link).margin_db
    assert round(was - now, 6) == 0.4
