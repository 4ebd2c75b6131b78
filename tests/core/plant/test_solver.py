"""The solver proves what it finds, and says nothing where programs read."""

from passerelle.core.plant.solver import is_proved, solver


def best(limit):
    """The most worth of things of weight 3, 4 and 5, worth 4, 5 and 7, within a weight."""
    made = solver()
    taken = [made.addBinary() for _ in range(3)]
    made.addConstr(made.qsum(w * x for w, x in zip((3, 4, 5), taken, strict=True)) <= limit)
    made.maximize(made.qsum(v * x for v, x in zip((4, 5, 7), taken, strict=True)))
    assert is_proved(made)
    return round(made.getObjectiveValue()), [round(made.val(x)) for x in taken]


def test_small_choices_are_those_of_trying_them_all():
    assert best(7) == (9, [1, 1, 0])
    assert best(8) == (11, [1, 0, 1])
    assert best(2) == (0, [0, 0, 0])


def test_nothing_is_proved_of_what_cannot_be():
    made = solver()
    x = made.addBinary()
    made.addConstr(x >= 2)
    made.minimize(x)
    assert not is_proved(made)


def test_it_is_silent(capfd):
    best(7)
    assert capfd.readouterr().out == ""
