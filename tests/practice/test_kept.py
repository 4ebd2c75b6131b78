"""What practice keeps: apart from the plans, by person, until it is wiped."""

import stat
from dataclasses import replace

import pytest

from passerelle.plans.store import Store
from passerelle.practice.drill import DrillError
from passerelle.practice.kept import FILE_NAME, Kept

from .test_progress import GOOD


def test_nothing_is_written_until_something_was_answered(tmp_path):
    kept = Kept(tmp_path)
    assert kept.of("Ada") == []
    assert (kept.wipe("Ada"), kept.sets(), kept.walk("Ada")) == (0, [], None)
    assert list(tmp_path.iterdir()) == []


def test_answers_come_back_as_they_were_by_person_and_are_wiped_by_person(tmp_path):
    kept = Kept(tmp_path)
    second = replace(GOOD, topic="break", right=False, unsafe=2)
    kept.add("Ada", GOOD)
    kept.add("Ada", second)
    kept.add("Bo", GOOD)
    kept.close()
    again = Kept(tmp_path)
    assert again.of("Ada") == [GOOD, second]
    assert again.wipe("Ada") == 2
    assert (again.of("Ada"), again.of("Bo")) == ([], [GOOD])
    again.close()


def test_where_nothing_can_be_kept_it_is_said_in_a_sentence(tmp_path):
    (tmp_path / FILE_NAME).mkdir()
    with pytest.raises(DrillError, match="nothing can be kept here: is a directory"):
        Kept(tmp_path).add("Ada", GOOD)


def test_the_plans_do_not_see_it_and_nobody_else_reads_it(tmp_path):
    store = Store(tmp_path)
    before = store.file.read_bytes()
    kept = Kept(tmp_path)
    kept.add("Ada", GOOD)
    kept.close()
    assert store.file.read_bytes() == before
    assert stat.S_IMODE((tmp_path / FILE_NAME).stat().st_mode) == 0o600
    store.close()


def test_a_set_and_a_walk_are_kept_and_let_go(tmp_path):
    kept = Kept(tmp_path)
    number = kept.add_set("Monday", "{}")
    assert kept.sets() == [(number, "{}")]
    assert kept.remove_set(number)
    assert not kept.remove_set(number)
    kept.set_walk("Ada", 4, ("need", "test"))
    kept.set_walk("Ada", 4, ("need",), left=True)
    kept.set_walk("Bo", 9)
    assert kept.walk("Ada") == (4, ("need",), True)
    assert kept.walked_in() == {4, 9}
    kept.close()
