"""Odds of one's own practice, as they are typed."""

import pytest

from passerelle.core.plan.huntodds import odds_read, read_odds


def test_causes_and_their_weights_as_people_type_them():
    assert read_odds("dirty=25, bend = 8;break=0") == {"dirty": 25.0, "bend": 8.0, "break": 0.0}
    assert read_odds("") == {}
    assert read_odds(" , ;") == {}
    assert read_odds("dirty=1, dirty=2.5") == {"dirty": 2.5}
    assert odds_read("dirty=1000")


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("gnomes=5", "'gnomes' is no cause; one of "),
        ("dirty", "the weight of dirty is a number from 0 to 1000: dirty=10"),
        ("dirty=", "the weight of dirty"),
        ("dirty=often", "the weight of dirty"),
        ("dirty=-1", "the weight of dirty"),
        ("dirty=1001", "the weight of dirty"),
        ("dirty=nan", "the weight of dirty"),
        ("dirty=inf", "the weight of dirty"),
        ("bend=3, dirty=x", "the weight of dirty"),
    ],
)
def test_what_is_no_weight_is_refused_with_cause_and_limit(text, said):
    with pytest.raises(ValueError, match=said):
        read_odds(text)
