"""Which readings stand on a reference that held: by time, cord, and wrong from the start."""

import pytest

from passerelle.core.plan.fact import About
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.testing import ReferenceEndFact
from passerelle.core.plant.asread import moment, readings_of, references_of, stale
from tests.core.measuring.reading import reading, reference

SET = "2026-03-02T08:00:00Z"


def ended(ref, why, at):
    return ReferenceEndFact(about=About("plan", "plan000000001"), at=at, who="t",
                            kind="reference ended", reference=ref.id, why=why)  # fmt: skip


@pytest.mark.parametrize(
    ("at", "why"),
    [("2026-03-02T12:00:00Z", None), ("2026-03-02T12:00:01Z", "time"),
     ("2026-03-02T07:59:00Z", "not set before")],
)  # fmt: skip
def test_a_reference_is_good_for_its_hours_and_not_before_it_was_set(at, why):
    ref = reference(SET)
    made = references_of(Facts.of([ref]))
    assert stale(reading(1, 0.8, reference=ref.id, at=at), made, 4.0) == why


def test_its_own_hours_go_before_the_house_rule():
    ref = reference(SET, hours=1.0)
    made = references_of(Facts.of([ref]))
    assert stale(reading(1, 0.8, reference=ref.id, at="2026-03-02T09:30:00Z"), made, 4.0) == "time"


def test_what_ends_it_spoils_what_comes_after_and_wrong_spoils_all():
    ref = reference(SET)
    early, late = (reading(1, 0.8, reference=ref.id, at=f"2026-03-02T{h}:00:00Z")
                   for h in ("09", "11"))  # fmt: skip
    off = references_of(Facts.of([ref, ended(ref, "cord removed", "2026-03-02T10:00:00Z")]))
    assert (stale(early, off, 4.0), stale(late, off, 4.0)) == (None, "cord removed")
    wrong = references_of(Facts.of([
        ref, ended(ref, "cord removed", "2026-03-02T10:00:00Z"),
        ended(ref, "wrong", "2026-03-02T10:30:00Z"),
    ]))  # fmt: skip
    assert (stale(early, wrong, 4.0), stale(late, wrong, 4.0)) == ("wrong", "wrong")


def test_a_reading_without_a_reference_is_not_stale():
    assert stale(reading(1, 0.8), {}, 4.0) is None


def test_a_time_without_a_zone_is_universal_time():
    assert moment("2026-03-02T08:00:00") == moment(SET)


def test_a_withdrawn_reading_does_not_stand():
    one = reading(1, 0.8)
    facts = Facts.of([one, reading(1, None, corrects=one.id, withdrawn=True)])
    assert readings_of(facts) == {}
