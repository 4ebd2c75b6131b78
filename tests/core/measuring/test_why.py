"""Every figure of a run can be opened: its terms add up to it."""

import pytest

from passerelle.core.judge.wholeplan import check
from passerelle.core.measuring.limits import limits_of
from passerelle.core.measuring.why import why
from passerelle.demo_data import demo_plan

JUDGED = check(demo_plan())


@pytest.mark.parametrize("method", ["one-cord", "two-cord", "three-cord"])
@pytest.mark.parametrize("name", ["P-07/1", "H-06/5", "B-01/3"])
def test_the_terms_add_up_to_limit_expected_and_least(name, method):
    (one,) = [run for run in limits_of(JUDGED, method).runs if run.run.name == name]
    for at in one.wavelengths:
        lines = why(JUDGED, one, at.nm)
        assert sum(line.limit_db for line in lines) == pytest.approx(at.limit_db)
        assert sum(line.expected_db for line in lines) == pytest.approx(at.expected_db)
        assert sum(line.best_db for line in lines) == pytest.approx(at.best_db)
        assert all(line.source for line in lines)


def test_the_ends_name_the_school_that_they_follow():
    (one,) = [run for run in limits_of(JUDGED).runs if run.run.name == "P-07/1"]
    assert why(JUDGED, one, 1310.0)[-1].how == "2 × 0.50 dB, one-cord"
