"""What holds of every link, whatever its parts: worked on paths that are made up at random."""

from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from passerelle.core.judge.check import check_link
from passerelle.core.judge.wholeplan import check
from passerelle.core.light.link import Link
from passerelle.core.light.site import planned
from passerelle.core.plan.devices import Port
from passerelle.core.plan.fields import new_id
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, LightPath, Segment
from passerelle.core.plan.links import alike_key
from passerelle.core.plan.plan import Plan
from passerelle.core.plan.things import Things
from tests.making import APC, BARE, LC, cable, cord, link, path, plan_of

plugs = st.sampled_from([LC, LC, APC, BARE, None])
wirings = st.sampled_from(["A-B", "A-A", "crossed", "straight", None])


@st.composite
def paths(draw, fibers=("OS2", "OM3", "OM4")):
    """One to five segments of one grade, with whatever joints and ends."""
    fiber = draw(st.sampled_from(fibers))
    parts: list[Segment | Joint] = []
    for _ in range(draw(st.integers(1, 5))):
        if parts:
            kind = draw(st.sampled_from(["adapter", "adapter", "fusion", "mechanical"]))
            grade = draw(st.sampled_from([None, "low-loss"])) if kind == "adapter" else None
            parts.append(Joint(kind, grade))
        parts.append(
            Segment(
                draw(st.sampled_from(["cord", "cable", "pigtail"])),
                draw(st.integers(0, 12_000).map(float)),
                fiber,
                (draw(plugs), draw(plugs)),
                draw(wirings),
            )
        )
    return LightPath(tuple(parts))


applications = st.sampled_from(
    ["10GBASE-LR", "10GBASE-SR", "1000BASE-LX", "25GBASE-SR", "10GBASE-ER", "100GBASE-DR"]
)
links = st.builds(lambda light, a, b: link(a, light, b), paths(), applications, applications)


def figures(direction):
    return (
        direction.wavelength_nm, direction.loss, direction.margin_db,
        direction.received_min_dbm, direction.received_max_dbm,
    )  # fmt: skip


@settings(max_examples=60, deadline=None)
@given(links)
def test_a_link_seen_from_its_other_end_swaps_its_directions(subject):
    there = check_link(subject, HouseRules())
    turned = Link("test", subject.b, subject.a, subject.path.reversed())
    back = check_link(turned, HouseRules())
    assert back.verdict == there.verdict
    assert back.polarity == there.polarity
    for one, other in zip(there.budget.directions, reversed(back.budget.directions), strict=True):
        rounded = [[round(f, 9) if isinstance(f, float) else f for f in figures(d)[2:]]
                   for d in (one, other)]  # fmt: skip
        assert rounded[0] == rounded[1]
        assert one.wavelength_nm == other.wavelength_nm
    rules = [sorted((f.rule.id, f.rule.severity) for f in c.findings) for c in (there, back)]
    assert rules[0] == rules[1]


@settings(max_examples=60, deadline=None)
@given(links, st.integers(0, 4), st.floats(0.001, 20_000))
def test_more_length_never_loses_less_and_never_makes_a_link_better(subject, which, more_m):
    order = ["fails", "unknown", "tight", "works"]
    parts = list(subject.path.parts)
    at = 2 * (which % ((len(parts) + 1) // 2))
    parts[at] = replace(parts[at], length_m=min(200_000.0, parts[at].length_m + more_m))
    longer = replace(subject, path=LightPath(tuple(parts)))
    for basis in ("worst-case", "typical", "statistical"):
        rules = HouseRules(loss_basis=basis)
        short, far = check_link(subject, rules), check_link(longer, rules)
        for near, beyond in zip(short.budget.directions, far.budget.directions, strict=True):
            if near.loss.worst_case is not None:
                assert beyond.loss.worst_case >= near.loss.worst_case
                assert beyond.loss.typical >= near.loss.typical
                assert beyond.loss.lowest >= near.loss.lowest
            if near.received_max_dbm is not None:
                assert beyond.received_max_dbm <= near.received_max_dbm
        overload = any(f.rule.id == "light.overload" for f in short.findings)
        if not overload:  # more length may cure too much light, and nothing else
            assert order.index(far.verdict) <= order.index(short.verdict)


@settings(max_examples=40, deadline=None)
@given(links)
def test_a_worst_case_is_worse_than_a_typical_one_and_both_than_the_least(subject):
    for direction in check_link(subject, HouseRules(loss_basis="statistical")).budget.directions:
        loss = direction.loss
        if loss.worst_case is not None:
            assert loss.lowest <= loss.typical <= loss.worst_case
            assert loss.statistical is not None
            assert loss.typical - 1e-9 <= loss.statistical


@settings(max_examples=40, deadline=None)
@given(links)
def test_a_tight_link_has_a_margin_under_the_rule_and_a_working_one_has_not(subject):
    found = check_link(subject, HouseRules(tight_below_db=0.7))
    if found.verdict in ("works", "tight"):
        assert not [f for f in found.findings if f.rule.severity == "stop"]
        assert (found.margin_db < 0.7 - 1e-9) == (found.verdict == "tight")
        assert found.margin_db >= -1e-9
    elif found.verdict == "fails":
        assert [f for f in found.findings if f.rule.severity == "stop"]


def said(found):
    return (
        found.verdict, found.polarity, found.margin_db,
        [(f.rule.id, f.rule.severity, f.at, f.ends, f.said, f.do) for f in found.findings],
    )  # fmt: skip


def another(one, number):
    """The same link with ids, a name, labels and strand numbers of its own."""
    parts = tuple(
        replace(part, id=new_id(), label=f"P{number}:{at}") for at, part in enumerate(one.path)
    )
    return replace(one, id=new_id(), name=f"{one.name} {number}", path=parts)


@settings(max_examples=25, deadline=None)
@given(st.lists(links, min_size=1, max_size=4), st.integers(2, 4))
def test_links_that_are_alike_are_answered_alike_and_as_each_would_be_by_itself(subjects, times):
    plain = [planned(replace(one, id=new_id())) for one in subjects]
    many = [another(one, n) for one in plain for n in range(times)]
    plan = Plan("test", HouseRules(), links=Things(many))
    judged = check(plan)
    for one in many:
        found = judged.alone[one.id]
        alone = check_link(replace(found.budget.link), HouseRules())
        assert said(found) == said(alone)
        assert found.budget.link.name == one.name
        assert [p.id for p in found.budget.link.path.parts] == [p.id for p in one.path]
        for finding in found.findings:  # a cure speaks of this link's own parts
            for edit in finding.remedy.edits if finding.remedy else ():
                known = {p.id for p in one.path}
                assert getattr(edit, "at", None) is None or edit.at in known


def test_what_tells_links_apart_is_in_their_key_and_names_are_not():
    (first,) = plan_of([link("10GBASE-LR", path(cord(), cable(), cord()))]).links
    assert alike_key(another(first, 1)) == alike_key(first)
    port = Port(number=4)
    numbered = replace(first, a=replace(first.a, port=port))
    assert alike_key(numbered) == alike_key(replace(first, a=replace(first.a, port=Port(number=9))))
    glass, joint = first.path[2], first.path[1]
    changes = [
        replace(first, a=replace(first.a, application="10GBASE-ER")),
        replace(first, b=replace(first.b, cage="SFP")),
        replace(first, a=replace(first.a, port=replace(port, lane=2))),
        *(
            replace(first, path=tuple(replace(p, **change) if p is part else p for p in first.path))
            for part, change in (
                (first.path[0], {"length_m": 3.0}),
                (first.path[0], {"wiring": "A-A"}),
                (joint, {"grade": "low-loss"}),
                (joint, {"crossed": True}),
                (glass, {"loss_db": 0.2, "source": "meter"}),
                (glass, {"existing": True}),
                (glass, {"fiber_from": "guess"}),
                (glass, {"strands": 1}),
            )
        ),
    ]
    assert len({alike_key(one) for one in (first, numbered, *changes)}) == len(changes) + 2


@settings(max_examples=30, deadline=None)
@given(links, st.text(min_size=1, max_size=20).filter(str.isprintable))
def test_a_name_changes_no_answer(subject, name):
    assert said(check_link(replace(subject, name=name), HouseRules())) == said(
        check_link(subject, HouseRules())
    )
