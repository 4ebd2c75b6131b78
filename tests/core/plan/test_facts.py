"""Facts: only added, each once, corrected by later ones; they go before what was planned."""

from hypothesis import given
from hypothesis import strategies as st

from passerelle.core.plan.backbone import Cable, StrandNote
from passerelle.core.plan.facts import About, Facts, RedLightFact, StrandFact, noted

CABLE = Cable("C", "x", "y", "OS2", 12, strand_notes=(StrandNote(2, "reserved", "ours"),),
              id="cableid0001")  # fmt: skip


def fact(number, state="bad", strand=1, **more):
    return StrandFact(kind="strand", id=f"factid{number:06d}", about=About("cable", CABLE.id),
                      at="2026-05-31T14:20:00Z", who="ann", strand=strand, state=state,
                      **more)  # fmt: skip


def test_a_fact_that_comes_twice_is_there_once():
    facts = Facts.of([fact(1), fact(2), fact(1)])
    assert [one.id for one in facts.all] == ["factid000001", "factid000002"]
    assert facts.with_more([fact(2)]) == facts


def test_a_later_fact_takes_the_place_of_the_one_that_it_names():
    facts = Facts.of([fact(1), fact(2, "good", corrects="factid000001")])
    assert [one.state for one in facts.standing] == ["good"]
    assert len(facts.all) == 2  # nothing is ever taken away


def test_a_withdrawn_fact_leaves_nothing_standing():
    facts = Facts.of([fact(1), fact(2, corrects="factid000001", withdrawn=True)])
    assert facts.standing == ()
    assert facts.about(CABLE.id) == ()


def test_facts_are_asked_for_by_the_thing_that_they_are_about():
    light = RedLightFact(kind="red light", about=About("link", "linkid00001"), who="ann",
                         at="2026-05-31T14:20:00Z", start=(1, 1), seen=None)  # fmt: skip
    facts = Facts.of([fact(1), light])
    assert facts.about("linkid00001") == (light,)
    assert [one.id for one in facts.about(CABLE.id)] == ["factid000001"]


def test_what_was_found_goes_before_what_was_planned():
    found = noted(CABLE, [fact(1, "bad", 2, note="3 dB"), fact(2, "dark", 7)])
    assert found == (StrandNote(2, "bad", "3 dB"), StrandNote(7, "dark"))


def test_a_strand_that_is_good_again_has_no_note():
    assert noted(CABLE, [fact(1, "good", 2)]) == ()
    assert noted(CABLE, [fact(1, "bad", 5), fact(2, "good", 5)]) == CABLE.strand_notes


def test_facts_of_another_cable_or_of_a_strand_that_is_not_there_say_nothing():
    other = StrandFact(kind="strand", about=About("cable", "cableid0002"), who="ann",
                       at="2026-05-31T14:20:00Z", strand=1, state="bad")  # fmt: skip
    assert noted(CABLE, [other, fact(1, "bad", 13)]) == CABLE.strand_notes


@given(st.lists(st.tuples(st.integers(0, 9), st.none() | st.integers(0, 9)), max_size=12))
def test_no_order_of_corrections_lets_a_corrected_fact_stand(said):
    made = [fact(n, corrects=None if other is None else f"factid{other:06d}") for n, other in said]
    facts = Facts.of(made)
    corrected = {one.corrects for one in facts.all}
    assert {one.id for one in facts.standing} == {one.id for one in facts.all} - corrected
