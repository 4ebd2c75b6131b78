"""Drills from their seed: the same everywhere, refused where there is none, silent till told."""

import json
import os
import subprocess
import sys
from dataclasses import asdict, replace

import pytest

from passerelle.practice.catalog import CATALOG, ready
from passerelle.practice.drill import (
    KINDS,
    LEVELS,
    NOTHING,
    UNSAFE,
    Drill,
    DrillError,
    drill_of,
    replayed,
    shown,
    unsafe,
)
from passerelle.practice.grading import solve

QUICK = [kind for kind in KINDS if kind not in ("trace", "choose")]


@pytest.mark.parametrize(
    ("kind", "level", "seed", "said"),
    [
        ("knitting", 1, 1, "'knitting' is no drill"),
        ("cable", 6, 1, "6 is no level; it is 1 to 5"),
        ("cable", 0, 1, "0 is no level"),
        ("cable", 1, -1, "-1 is no seed"),
        ("cable", 1, 2**31, "is no seed; it is 0 to 2147483647"),
    ],
)
def test_what_is_no_drill_is_refused_in_a_sentence(kind, level, seed, said):
    with pytest.raises(DrillError, match=said):
        drill_of(kind, level, seed)


@pytest.mark.parametrize("kind", KINDS)
def test_the_same_three_make_the_same_drill_and_another_seed_another(kind):
    made = CATALOG[kind]
    posed = [made.pose(made.make(Drill(kind, 4, seed))[0]) for seed in (3, 3, 4, 5)]
    assert posed[0] == posed[1]
    assert len({json.dumps(asdict(one), default=str) for one in posed}) > 1


PRINTED = """
import hashlib
from passerelle.practice.catalog import CATALOG
from passerelle.practice.drill import Drill
from passerelle.practice.grading import solve
for kind, made in CATALOG.items():
    known, truth = made.make(Drill(kind, 4, 77))
    best = solve(made, known, truth)
    told = (made.pose(known), [(one.act, one.shown.said) for one in best.seen], best.answer)
    print(kind, hashlib.sha256(repr(told).encode()).hexdigest())
"""


def test_another_process_makes_the_same_drills_shows_the_same_and_solves_them_so():
    """A set is worth something only where its seeds are the same drills on every machine."""
    runs = [
        subprocess.run(
            [sys.executable, "-c", PRINTED], capture_output=True, text=True, check=True,
            env={**os.environ, "PYTHONHASHSEED": seed},
        ).stdout
        for seed in ("1", "2")
    ]  # fmt: skip
    assert runs[0] == runs[1]
    assert len(runs[0].splitlines()) == len(KINDS)


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("level", LEVELS)
def test_the_tool_itself_solves_it_by_what_it_sees(kind, level):
    """A hundred seeds of each are in the bench; here as many as do not take long."""
    made = CATALOG[kind]
    seeds = range(200, 212) if kind in QUICK else range(200, 202)
    found = [solve(made, *made.make(Drill(kind, level, seed))) for seed in seeds]
    assert [seed for seed, one in zip(seeds, found, strict=True) if not one.right] == []
    assert all(not one.spent.unsafe for one in found)


@pytest.mark.parametrize("kind", KINDS)
def test_where_something_may_be_otherwise_than_recorded_the_tool_looks_first(kind):
    one = ready(Drill(kind, 5, 9))
    assert one.kind.move(one.known, ()).act is not None


@pytest.mark.parametrize("kind", [k for k in KINDS if k not in ("reference", "choose")])
def test_the_place_of_an_answer_in_its_list_gives_nothing_away(kind):
    made = CATALOG[kind]
    places = set()
    for seed in range(16 if kind in QUICK else 5):
        known, truth = made.make(Drill(kind, 2, seed))
        ids = [one.id for one in made.pose(known).asked.choices]
        places.add(tuple(ids.index(one) for one in solve(made, known, truth).answer))
    assert len(places) > 1


@pytest.mark.parametrize("kind", KINDS)
def test_what_is_posed_and_done_next_knows_nothing_of_the_truth(kind):
    """With another truth behind the same knowledge, what is posed and moved is to the letter."""
    made = CATALOG[kind]
    known, _ = made.make(Drill(kind, 3, 7))
    posed = made.pose(known)
    for seed in (8, 9):
        made.make(Drill(kind, 3, seed))  # another truth comes into being
        assert made.pose(known) == posed
        assert made.move(known, ()) == made.move(known, ())
    told = made.tell(*made.make(Drill(kind, 3, 7)))
    assert told.said not in " ".join((posed.title, *posed.scene, posed.asked.text))


def test_an_unsafe_move_shows_nothing_and_is_told_apart():
    one = ready(Drill("dark", 1, 4))
    assert shown(one.kind, one.known, one.truth, "unsafe look-in", ()) == NOTHING
    assert unsafe("unsafe look-in") is UNSAFE["look-in"]
    assert unsafe("rx a") is None
    assert all(row.why and row.source for row in UNSAFE.values())


def test_an_act_is_done_once_unless_it_can_be_repeated():
    one = ready(Drill("cable", 1, 4))
    assert len(replayed(one.kind, one.known, one.truth, ("print", "sheath"))) == 2
    with pytest.raises(DrillError, match="was done already"):
        replayed(one.kind, one.known, one.truth, ("print", "print"))
    with pytest.raises(DrillError, match="cannot be done here"):
        replayed(one.kind, one.known, one.truth, ("x-ray",))


def test_every_unsafe_move_is_worded_like_an_act():
    for kind in KINDS:
        posed = ready(Drill(kind, 5, 1)).kind.pose(ready(Drill(kind, 5, 1)).known)
        for act in posed.acts:
            assert "unsafe" not in act.do.lower(), replace(act)
