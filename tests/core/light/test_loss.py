"""Loss against sums worked by hand from the published maxima."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from passerelle.core.light.loss import governing_wavelength, terms, total
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, LightPath, Segment, joined
from passerelle.core.tables import STANDARD
from tests.making import BARE, LC, cable, cord, path

RULES = HouseRules()


def loss_of(light: LightPath, wavelength_nm: float = 1310, **rules):
    house = HouseRules(**rules)
    return total(terms(light, wavelength_nm, house), house)


def test_spliced_run_of_the_plan_file_example():
    pigtail = Segment("pigtail", 1, "OS2", (LC, BARE))
    run = cable("OS2", 1800, ends=(BARE, BARE))
    splice = Joint("fusion")
    light = path(cord(), pigtail, splice, run, splice, pigtail.reversed(), cord())
    loss = loss_of(light)
    # 1.806 km x 0.4 + 2 x 0.75 + 2 x 0.3, and 1.806 x 0.34 + 2 x 0.30 + 2 x 0.05
    assert loss.worst_case == pytest.approx(0.7224 + 1.5 + 0.6)
    assert loss.typical == pytest.approx(0.61404 + 0.6 + 0.1)
    assert loss.lowest == pytest.approx(0.61404)


@pytest.mark.parametrize(
    ("fiber", "wavelength_nm", "window_nm"),
    [
        ("OS2", 1271, 1264.5),
        ("OS2", 1295.56, 1295),
        ("OS2", 1302.5, 1310),
        ("OS2", 1330, 1310),
        ("OS2", 1490, 1550),
        ("OM3", 1310, 1300),
        ("OM5", 880, 850),
        ("OM5", 910, 953),
    ],
)
def test_a_wavelength_takes_the_nearest_window(fiber, wavelength_nm, window_nm):
    assert STANDARD.window(fiber, wavelength_nm).wavelength_nm == window_nm


@pytest.mark.parametrize(
    ("fiber", "wavelength_nm", "db_per_km"),
    [
        ("OS2", 1550, 0.40),  # the class, where nothing more is known
        ("G.652.D", 1550, 0.30),
        ("G.652.D", 1490, 0.40),
        ("G.652.D", 1571, 0.40),  # 0.30 holds from 1530 to 1565 nm
        ("G.657.A", 1550, 0.30),
        ("G.652.B", 1550, 0.35),
        ("G.655", 1550, 0.35),
        ("OS2", 1264.5, 0.47),
        ("OS2", 1295, 0.43),
        ("OS2", 1391, 0.40),
        ("OS1", 1310, 1.0),
    ],
)
def test_published_attenuation(fiber, wavelength_nm, db_per_km):
    assert STANDARD.window(fiber, wavelength_nm).worst_case_db_per_km == db_per_km


@pytest.mark.parametrize(
    ("fiber", "wavelength_nm"), [("OS1", 1391), ("G.652.B", 1383), ("G.655", 1310)]
)
def test_where_glass_has_no_figure_the_loss_is_unknown(fiber, wavelength_nm):
    assert STANDARD.window(fiber, wavelength_nm) is None
    assert loss_of(path(cable(fiber, 5000)), wavelength_nm).worst_case is None


def test_allowances_of_the_plan():
    bare = loss_of(path(cord()))
    with_rules = loss_of(path(cord()), repair_splices=4, ageing_db=0.25, safety_margin_db=0.25)
    assert with_rules.worst_case - bare.worst_case == pytest.approx(4 * 0.3 + 0.5)
    assert with_rules.typical - bare.typical == pytest.approx(4 * 0.05 + 0.5)
    assert with_rules.lowest == bare.lowest  # nothing is spent before it happens


def test_entered_losses_replace_the_table():
    light = path(cord(length_m=0), Joint("adapter", loss_db=0.4, source="meter"), cord(length_m=0))
    assert loss_of(light)[:3] == (pytest.approx(0.4), pytest.approx(0.4), 0.0)
    measured = path(cable(length_m=5000, loss_db=1.1, source="meter"))
    assert loss_of(measured)[:3] == (1.1, 1.1, 1.1)


@pytest.mark.parametrize(("fiber", "expected"), [("OM4", 0.10), ("OS2", 0.20)])
def test_reference_grade_goes_by_the_mode(fiber, expected):
    light = path(cord(fiber, 0), Joint("adapter", "reference"), cord(fiber, 0))
    assert loss_of(light).worst_case == pytest.approx(expected)


def test_a_grade_without_a_figure_stays_unknown():
    from passerelle.core.plan.connectors import connector  # noqa: PLC0415

    st_plug = connector("ST/PC")
    light = path(cord(ends=(LC, st_plug)), Joint("adapter", "low-loss"), cord(ends=(st_plug, LC)))
    assert loss_of(light)[:2] == (None, None)


def test_several_wavelengths_report_the_worst():
    light = path(cable("OM5", 1000))
    wavelength_nm, _, loss = governing_wavelength(light, (910, 850, 940), RULES)
    assert (wavelength_nm, loss.worst_case) == (850, pytest.approx(3.0))  # 953 window: 2.3


def test_statistical_loss_is_the_published_sum():
    """L = Σ glass + Σ mean + k √Σ σ²; four pairs of IEC 61753-1 grade C: mean 0.25, 97 % 0.50 dB,
    which of a normal distribution is the mean and 1.88 σ."""
    light = path(*(cord("OS2", 250) for _ in range(5)))  # 1.25 km x 0.4 = 0.5
    for sigmas in (1.0, 2.0, 3.0):
        loss = loss_of(light, loss_basis="statistical", sigmas=sigmas)
        assert loss.statistical == pytest.approx(0.5 + 4 * 0.25 + sigmas * 2 * 0.25 / 1.88)
    assert loss_of(light).statistical is None  # worked out where the plan judges by it
    entered = path(cord("OS2", 0), Joint("adapter", loss_db=0.4, source="meter"), cord("OS2", 0))
    assert loss_of(entered, loss_basis="statistical").statistical == pytest.approx(0.4)


def test_outside_plant_by_either_standard():
    light = path(cord("OS2", 1000), cable("OS2", 1000))  # only the cable lies outside
    iso, tia = loss_of(light), loss_of(light, outside_plant="tia-568")
    assert tia.worst_case - iso.worst_case == pytest.approx(0.5 - 0.4)
    assert tia.typical == iso.typical
    multimode = path(cable("OM4", 1000))
    assert loss_of(multimode) == loss_of(multimode, outside_plant="tia-568")


segments = st.builds(
    lambda kind, fiber, length: Segment(kind, length, fiber, (LC, LC), "A-B"),
    st.sampled_from(["cord", "cable"]),
    st.sampled_from(["OM1", "OM4", "OS2"]),
    st.floats(0, 5000),
)
joints = st.builds(Joint, st.sampled_from(["adapter", "fusion", "mechanical"]))
paths = st.recursive(
    segments.map(lambda s: LightPath((s,))),
    lambda p: st.builds(joined, p, joints, p),
    max_leaves=12,
)


@given(paths, joints, paths, joints, paths)
def test_paths_compose(a, j, b, k, c):
    together = joined(joined(a, j, b), k, c)
    assert together == joined(a, j, joined(b, k, c))
    loss = loss_of(together)
    assert loss.worst_case >= loss.typical >= loss.lowest
    chance = loss_of(together, loss_basis="statistical", sigmas=3.0).statistical
    assert loss.worst_case + 1e-9 >= chance >= loss.typical - 1e-9
    assert loss.worst_case >= loss_of(a).worst_case
    mirrored = loss_of(together.reversed())
    assert mirrored[:3] == pytest.approx(loss[:3])


@given(st.lists(st.sampled_from(["fusion", "mechanical"]), min_size=2, max_size=9), st.randoms())
def test_the_order_of_splices_changes_nothing(kinds, rng):
    def spliced(order):
        pieces = [cable("OS2", 100 * (i + 1), ends=(BARE, BARE)) for i in range(len(order) + 1)]
        parts = [pieces[0]]
        for kind, piece in zip(order, pieces[1:], strict=True):
            parts += [Joint(kind), piece]
        return loss_of(LightPath(tuple(parts)), loss_basis="statistical")

    shuffled = list(kinds)
    rng.shuffle(shuffled)
    assert spliced(shuffled) == pytest.approx(spliced(kinds))
