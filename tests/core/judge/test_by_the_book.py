"""The check against a second, plain reckoning of the same published rules.

The reckoning below reads the table files by itself and follows the plan file's semantics line by
line, without any of the core's code: a slip in one of the two shows as a difference.
"""

import tomllib
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from passerelle.core.judge.check import check_link
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, LightPath, Segment

TABLES = Path(__file__).parents[3] / "passerelle/core/tables"


def rows(file: str, key: str) -> list[dict]:
    return tomllib.loads((TABLES / f"{file}.toml").read_text(encoding="utf-8"))[key]


WINDOWS = rows("attenuation", "window")
PAIRS = {(r["connector"], r["grade"]): r for r in rows("joints", "mated_pair")}
SPLICES = {r["kind"]: r for r in rows("joints", "splice")}
APPLICATIONS = {
    r["name"]: r for file in ("", "_short", "_long", "_fc")
    for r in rows(f"applications{file}", "application")
}  # fmt: skip
GRADES = ["OM1", "OM2", "OM3", "OM4", "OM5"]


def attenuation(fiber: str, nm: float) -> dict:
    mine = [w for w in WINDOWS if w["fiber"] == fiber]
    for row in mine:
        if "from_nm" in row and row["from_nm"] <= nm < row["to_nm"]:
            return row
    return min((w for w in mine if "from_nm" not in w), key=lambda w: abs(w["wavelength_nm"] - nm))


def reckon_loss(parts: list, nm: float, case: str, rules: HouseRules) -> float:
    loss = rules.ageing_db + rules.repair_splices * SPLICES["fusion"][f"{case}_db"]
    for part in parts:
        if isinstance(part, Segment):
            per_km = attenuation(part.fiber, nm)[f"{case}_db_per_km"]
            loss += part.length_m / 1000 * per_km
        elif part.kind == "adapter":
            loss += PAIRS["LC", part.grade][f"{case}_db"]
        else:
            loss += SPLICES[part.kind][f"{case}_db"]
    return loss


def lowest_row(parts: list) -> str:
    fibers = {p.fiber for p in parts if isinstance(p, Segment)}
    return next((g for g in GRADES if g in fibers), "OS")


fibers = st.sampled_from([*GRADES, "OS1a", "OS2"])
joints = st.builds(
    lambda kind, grade: Joint(kind, grade if kind == "adapter" else None),
    st.sampled_from(["adapter", "fusion", "mechanical"]),
    st.sampled_from(["standard", "low-loss"]),
)


@st.composite
def chains(draw) -> list:
    """One mode of glass, as a technician would take, any lengths, any joints."""
    modes = st.sampled_from([tuple(GRADES), ("OS1a", "OS2")])
    glass = st.sampled_from(draw(modes))
    lc = connector("LC/UPC")
    parts: list = []
    for _ in range(draw(st.integers(1, 7))):
        if parts:
            parts.append(draw(joints))
        length = draw(st.one_of(st.floats(0, 400), st.floats(0, 45_000)))
        parts.append(Segment("cable", length, draw(glass), (lc, lc), "crossed"))
    return parts


def row_of(table: dict, grade: str) -> dict | None:
    """The row of a grade, or of the next lower one of its core: 50 µm from OM2 up."""
    lower = GRADES[GRADES.index(grade) : 0 : -1] if grade in GRADES[1:] else []
    listed = {r["fiber"]: r for r in table["reach"]}
    return next((listed[g] for g in (grade, *lower) if g in listed), None)


def mixed_reach(parts: list, table: dict) -> float | None:
    """Where grades of one core are mixed: the length at which their shares of the reach are 1."""
    glass = [p for p in parts if isinstance(p, Segment)]
    fibers = {p.fiber for p in glass}
    if len(fibers) < 2 or not fibers <= set(GRADES[1:]):
        return None
    rows = {f: row_of(table, f) for f in fibers}
    if any(r is None or r.get("m") is None for r in rows.values()):
        return None
    total = sum(p.length_m for p in glass)
    return total / sum(p.length_m / rows[p.fiber]["m"] for p in glass) if total else None


house_rules = st.builds(
    HouseRules,
    loss_basis=st.sampled_from(["worst-case", "typical"]),
    tight_below_db=st.sampled_from([0.0, 0.5, 2.0]),
    repair_splices=st.integers(0, 6),
    ageing_db=st.sampled_from([0.0, 0.4]),
)


@given(chains(), st.sampled_from(sorted(APPLICATIONS)), house_rules)
def test_sums_and_verdict(parts, name, rules):
    check = check_link(Link("x", End(name), End(name), LightPath(tuple(parts))), rules)
    table = APPLICATIONS[name]
    row = row_of(table, lowest_row(parts))
    length = sum(p.length_m for p in parts if isinstance(p, Segment))
    basis = "typical" if rules.loss_basis == "typical" else "worst_case"
    losses = {nm: reckon_loss(parts, nm, basis, rules) for nm in table["wavelengths_nm"]}
    direction = check.budget.directions[0]
    # among several wavelengths the one that loses most
    assert losses[direction.wavelength_nm] == pytest.approx(max(losses.values()))
    loss = losses[direction.wavelength_nm]
    assert direction.loss.on_basis(rules.loss_basis) == pytest.approx(loss)
    assert check.budget.length_m == pytest.approx(length)

    launch = table.get("launch_min_dbm")
    if lowest_row(parts) != "OS":
        launch = table.get("launch_min_multimode_dbm", launch)
    if launch is None:
        assert direction.received_min_dbm is None
    else:
        assert direction.received_min_dbm == pytest.approx(launch - loss)
    if row is None or row.get("m") is None:
        assert check.verdict in ("unknown", "fails")
        return
    allowed = mixed_reach(parts, table) or row["m"]
    assert check.budget.reach.m == pytest.approx(allowed)
    limit = row.get("loss_db")
    floor = table.get("receive_min_dbm")
    if limit is None and None not in (launch, floor):
        limit = launch - floor - 1.0
    found = {f.rule.id for f in check.findings}
    if abs(length - allowed) > 1e-6:
        assert ("reach.exceeded" in found) == (length > allowed)
    if limit is None:
        assert direction.margin_db is None
        return
    margin = limit - loss
    assert direction.margin_db == pytest.approx(margin, abs=1e-9)
    if abs(margin) > 1e-6:
        assert ("loss.over-limit" in found) == (margin < 0)
        if margin < 0:
            assert check.verdict == "fails"
    if check.verdict == "works":
        assert margin >= rules.tight_below_db - 1e-6
    if check.verdict == "tight":
        assert -1e-6 <= margin < rules.tight_below_db + 1e-6


@given(chains(), st.sampled_from(["10GBASE-ER", "1000BASE-ZX class", "10GBASE-LR", "10GBASE-SR"]))
def test_overload_and_its_attenuator(parts, name):
    table = APPLICATIONS[name]
    check = check_link(Link("x", End(name), End(name), LightPath(tuple(parts))), HouseRules())
    nm = table["wavelengths_nm"][0]
    glass = [p for p in parts if isinstance(p, Segment)]
    lowest = sum(
        p.length_m / 1000 * attenuation(p.fiber, nm)["typical_db_per_km"] for p in glass
    )  # joints at 0 dB
    excess = table["launch_max_dbm"] - lowest - table["receive_max_dbm"]
    found = next((f for f in check.findings if f.rule.id == "light.overload"), None)
    if abs(excess) > 1e-6:
        assert (found is not None) == (excess > 0)
    if found is not None and found.remedy is not None:
        value = found.remedy.edits[0].loss_db
        least = {1: 0.5, 2: 1.5, 3: 2.5, 5: 4.5, 7: 6.3, 10: 9.0, 15: 13.5, 20: 18.0}  # tolerance
        assert least[value] >= excess - 1e-6
        assert not [v for v, low in least.items() if v < value and low > excess + 1e-6]
        highest = sum(reckon_loss([p], nm, "worst_case", HouseRules()) for p in parts)
        certain = table["launch_min_dbm"] - highest - table["receive_max_dbm"]
        if abs(certain) > 1e-6:
            assert found.rule.severity == ("stop" if certain > 0 else "warn")
