"""Reads the table files once and refuses a row that makes no sense."""

import math
import tomllib
from collections.abc import Iterable, Mapping
from dataclasses import MISSING, dataclass, field, fields, replace
from functools import cached_property
from importlib.resources import files
from typing import Any, TypeVar

from .rows import (
    CONFIDENCES,
    MULTIMODE,
    SINGLE_MODE,
    Application,
    Breakout,
    Cage,
    Cassette,
    Conversion,
    CoreMismatch,
    Dispersion,
    DispersionLimit,
    Fiber,
    Fit,
    Interworks,
    JointLoss,
    Method,
    NoWindow,
    PartLoss,
    Plausible,
    Reach,
    School,
    TableError,
    Usable,
    Window,
    Wiring,
)

Row = TypeVar("Row")


@dataclass(frozen=True)
class Tables:
    """All figure tables together, with the look-ups that the rules use.

    Look-ups return `None` where the table has no row: the caller says what is then unknown.
    A plan's own parts are added to a copy (`passerelle.core.light.own`); `doubts` then says what is
    doubtful about the figures that were entered, by the part's name.
    """

    fibers: dict[str, Fiber]
    windows: tuple[Window, ...]
    outside_plant_windows: tuple[Window, ...]
    no_windows: tuple[NoWindow, ...]
    parts: dict[str, PartLoss]
    dispersion: Dispersion
    dispersion_limits: dict[str, DispersionLimit]
    breakouts: dict[tuple[str, str], Breakout]
    plausible: dict[str, Plausible]
    usable: tuple[Usable, ...]
    tested_at_nm: dict[str, tuple[float, ...]]
    mated_pairs: dict[tuple[str, str], JointLoss]
    reference_pairs: dict[str, JointLoss]
    reference_against: dict[str, float]
    splices: dict[str, JointLoss]
    stock_attenuators_db: tuple[float, ...]
    core_mismatches: tuple[CoreMismatch, ...]
    polish_mismatch_db: float
    applications: dict[str, Application]
    interworks: dict[tuple[frozenset[str], str], Interworks]
    planning: dict[str, float]
    cages: dict[str, Cage]
    fits: dict[tuple[str, str], Fit]
    schools: tuple[School, ...]
    cassettes: dict[Wiring, Cassette]
    conversions: dict[Wiring, Conversion]
    methods: tuple[Method, ...]
    parallel_methods: tuple[Method, ...]
    wires: Mapping[str, tuple[tuple[int, int, int, int], ...]] = field(default_factory=dict)
    doubts: dict[str, tuple[str, ...]] = field(default_factory=dict)

    @cached_property
    def _nearest(self) -> dict[tuple[str, float, bool], Window | None]:
        return {}

    def window(
        self, fiber: str, wavelength_nm: float, outside_plant: bool = False
    ) -> Window | None:
        """Return the attenuation row of `fiber` for a wavelength; None where it has no figure.

        A row for a range goes before the row whose window lies nearest; of two equally near, the
        one with the higher attenuation counts. `outside_plant` takes the rows for outside plant
        where the fiber has such rows.
        """
        key = (fiber, wavelength_nm, outside_plant)
        if key not in self._nearest:
            self._nearest[key] = self._found(*key)
        return self._nearest[key]

    def _found(self, fiber: str, wavelength_nm: float, outside_plant: bool) -> Window | None:
        base = self.fibers[fiber].base or fiber
        mine = [w for w in self.windows if w.fiber == fiber]
        if any(
            one.fiber == base and one.from_nm <= wavelength_nm <= one.to_nm
            for one in self.no_windows
        ) and not any(w.wavelength_nm == wavelength_nm for w in mine):
            return None
        outside = [w for w in self.outside_plant_windows if w.fiber == fiber]
        rows = (outside if outside_plant else None) or mine
        for row in rows:
            if row.holds(wavelength_nm):
                return row
        return min(
            (row for row in rows if row.from_nm is None),
            key=lambda w: (abs(w.wavelength_nm - wavelength_nm), -w.worst_case_db_per_km),
            default=None,
        )

    def unusable(self, mode: str, wavelength_nm: float) -> str | None:
        """Why a wavelength is not used in fiber of this mode; None where it is."""
        ranges = [row for row in self.usable if row.mode == mode]
        if any(row.from_nm <= wavelength_nm <= row.to_nm for row in ranges):
            return None
        listed = " or ".join(f"{row.from_nm:g} to {row.to_nm:g}" for row in ranges)
        return f"{wavelength_nm:g} nm is not used in {mode} fiber: {listed} nm is"

    @cached_property
    def grades(self) -> tuple[str, ...]:
        """Every grade of mated pair that there is a figure for."""
        return tuple(dict.fromkeys([*(grade for _, grade in self.mated_pairs), "reference"]))


def read_file(name: str) -> dict[str, Any]:
    return tomllib.loads((files(__package__) / name).read_text(encoding="utf-8"))


def _frozen(value: Any) -> Any:
    return tuple(_frozen(v) for v in value) if isinstance(value, list) else value


def make_row(kind: type[Row], raw: dict[str, Any], where: str) -> Row:
    """Build one row, refusing unknown keys, missing keys and numbers that are not finite."""
    columns = fields(kind)  # type: ignore[arg-type]
    known = {f.name for f in columns}
    needed = {f.name for f in columns if f.default is MISSING}
    if unknown := set(raw) - known:
        raise TableError(f"{where}: unknown key {sorted(unknown)[0]}")
    if missing := needed - set(raw):
        raise TableError(f"{where}: missing key {sorted(missing)[0]}")
    for key, value in raw.items():
        if isinstance(value, float) and not math.isfinite(value):
            raise TableError(f"{where}: {key} is not a finite number")
        if key.endswith("confidence") and value not in CONFIDENCES:
            raise TableError(f"{where}: {key} is {value!r}, not one of {', '.join(CONFIDENCES)}")
    return kind(**{key: _frozen(value) for key, value in raw.items()})


def _once(pairs: Iterable[tuple[Any, Any]], where: str) -> dict[Any, Any]:
    table: dict[Any, Any] = {}
    for key, value in pairs:
        if key in table:
            raise TableError(f"{where}: {key} is listed twice")
        table[key] = value
    return table


def _fibers() -> dict[str, Fiber]:
    rows = [
        make_row(Fiber, raw, f"fibers.toml {raw.get('name')}")
        for raw in read_file("fibers.toml")["fiber"]
    ]
    for row in rows:
        if row.mode not in (MULTIMODE, SINGLE_MODE):
            raise TableError(f"fibers.toml {row.name}: mode {row.mode!r}")
    return _once(((r.name, r) for r in rows), "fibers.toml")


def _windows(fibers: dict[str, Fiber], table: str = "window") -> tuple[Window, ...]:
    rows = tuple(
        make_row(Window, raw, f"attenuation.toml {raw.get('fiber')} {raw.get('wavelength_nm')}")
        for raw in read_file("attenuation.toml")[table]
    )
    for row in rows:
        if row.fiber not in fibers:
            raise TableError(f"attenuation.toml: no fiber {row.fiber}")
        if not 0 < row.typical_db_per_km <= row.worst_case_db_per_km:
            raise TableError(f"attenuation.toml {row.fiber}: typical is over the worst case")
    if table == "window" and (missing := set(fibers) - {r.fiber for r in rows}):
        raise TableError(f"attenuation.toml: no window for {sorted(missing)[0]}")
    return rows


def _part_losses() -> dict[str, PartLoss]:
    rows = [
        make_row(PartLoss, r, f"inline.toml {r.get('name')}")
        for r in read_file("inline.toml")["inline"]
    ]
    for row in rows:
        if not 0 <= row.typical_db <= row.worst_case_db:
            raise TableError(f"inline.toml {row.name}: typical is over the worst case")
    table: dict[str, PartLoss] = _once(((r.name, r) for r in rows), "inline.toml")
    return table


def _dispersion() -> tuple[Dispersion, dict[str, DispersionLimit]]:
    raw = read_file("dispersion.toml")
    glass = {k: v for k, v in raw["dispersion"][0].items() if k != "mode"}
    limits = [make_row(DispersionLimit, r, "dispersion.toml") for r in raw["application_limit"]]
    return make_row(Dispersion, glass, "dispersion.toml"), {r.application: r for r in limits}


def _breakouts(applications: dict[str, Application]) -> dict[tuple[str, str], Breakout]:
    rows = [
        make_row(Breakout, r, "breakouts.toml") for r in read_file("breakouts.toml")["breakout"]
    ]
    for row in rows:
        parent, leg = applications.get(row.parent), applications.get(row.leg)
        if parent is None or leg is None:
            raise TableError(f"breakouts.toml: {row.parent} or {row.leg} is no application")
        if parent.rate_gbps != row.lanes * leg.rate_gbps:
            raise TableError(f"breakouts.toml {row.parent}: its lanes do not add up")
    return {(row.parent, row.leg): row for row in rows}


def _joint(raw: dict[str, Any], name: str) -> JointLoss:
    figures = {k: v for k, v in raw.items() if k not in ("connector", "grade", "mode", "kind")}
    row = make_row(JointLoss, {"name": name, **figures}, f"joints.toml {name}")
    if not 0 <= row.typical_db <= row.worst_case_db:
        raise TableError(f"joints.toml {name}: typical is over the worst case")
    return row


def _application(raw: dict[str, Any], fibers: dict[str, Fiber]) -> Application:
    where = f"applications {raw.get('name')}"
    reach = tuple(make_row(Reach, r, f"{where} {r.get('fiber')}") for r in raw.pop("reach"))
    row = make_row(Application, {**raw, "reach": list(reach)}, where)
    known = {f.application_row for f in fibers.values()} | {"OS engineered"}
    for entry in reach:
        if entry.fiber not in known:
            raise TableError(f"{where}: no fiber row {entry.fiber}")
    for low, high in (
        (row.launch_min_dbm, row.launch_max_dbm),
        (row.receive_min_dbm, row.receive_max_dbm),
    ):
        if low is not None and high is not None and low > high:
            raise TableError(f"{where}: a minimum level of {low} dBm is over its maximum")
    return row


APPLICATIONS = (
    "applications.toml",
    "applications_short.toml",
    "applications_long.toml",
    "applications_fc.toml",
    "applications_pon.toml",
)


def _applications(fibers: dict[str, Fiber]) -> dict[str, Application]:
    forms = {
        name: tuple(row["forms"])
        for row in read_file("forms.toml")["forms"]
        for name in row["applications"]
    }
    rows = [
        _application(raw, fibers) for file in APPLICATIONS for raw in read_file(file)["application"]
    ]
    if odd := set(forms) ^ {row.name for row in rows}:
        raise TableError(f"forms.toml: {sorted(odd)[0]} is no application, or has no form")
    rows = [replace(row, forms=forms[row.name]) for row in rows]
    table: dict[str, Application] = _once(((r.name, r) for r in rows), "applications.toml")
    for row in rows:
        partner = table.get(row.pairs_with) if row.pairs_with else None
        if row.pairs_with and (partner is None or partner.pairs_with != row.name):
            raise TableError(f"applications.toml {row.name}: {row.pairs_with} does not pair back")
    return table


def _interworks(
    applications: dict[str, Application],
) -> dict[tuple[frozenset[str], str], Interworks]:
    rows = [
        make_row(Interworks, r, "interworks.toml")
        for r in read_file("interworks.toml")["interworks"]
    ]
    for row in rows:
        for name in (row.a, row.b):
            if name not in applications:
                raise TableError(f"interworks.toml: {name} is no application")
    return _once((((frozenset((r.a, r.b)), r.mode), r) for r in rows), "interworks.toml")


def read_tables() -> Tables:
    """Read and validate every table file. Raises TableError."""
    fibers = _fibers()
    joints = read_file("joints.toml")
    cages = read_file("cages.toml")
    applications = _applications(fibers)
    dispersion, dispersion_limits = _dispersion()
    plausible = read_file("plausible.toml")
    polarity = read_file("polarity.toml")
    fits = [
        make_row(Fit, r, f"cages.toml {r.get('module')} in {r.get('cage')}") for r in cages["fit"]
    ]
    return Tables(
        fibers=fibers,
        windows=_windows(fibers),
        outside_plant_windows=_windows(fibers, "outside_plant_window"),
        no_windows=tuple(
            make_row(NoWindow, r, "attenuation.toml")
            for r in read_file("attenuation.toml")["no_window"]
        ),
        parts=_part_losses(),
        dispersion=dispersion,
        dispersion_limits=dispersion_limits,
        breakouts=_breakouts(applications),
        plausible={
            r["figure"]: make_row(Plausible, r, f"plausible.toml {r['figure']}")
            for r in plausible["plausible"]
        },
        usable=tuple(make_row(Usable, r, "plausible.toml") for r in plausible["usable"]),
        tested_at_nm={
            r["mode"]: tuple(r["nm"]) for r in read_file("attenuation.toml")["tested_at"]
        },
        mated_pairs=_once(
            (
                (
                    (r["connector"], r["grade"]),
                    _joint(r, f"{r['connector']} mated pair, {r['grade']}"),
                )
                for r in joints["mated_pair"]
            ),
            "joints.toml",
        ),
        reference_pairs={
            r["mode"]: _joint(r, f"reference mated pair, {r['mode']}")
            for r in joints["reference_pair"]
        },
        reference_against={r["mode"]: r["loss_db"] for r in joints["reference_against"]},
        splices={r["kind"]: _joint(r, f"{r['kind']} splice") for r in joints["splice"]},
        stock_attenuators_db=tuple(sorted(joints["stock_attenuator"][0]["values_db"])),
        core_mismatches=tuple(
            CoreMismatch(r["from"], r["into"], r["loss_db"], r["source"])
            for r in joints["core_mismatch"]
        ),
        polish_mismatch_db=joints["polish_mismatch"][0]["loss_at_least_db"],
        applications=applications,
        interworks=_interworks(applications),
        cages=_once(
            ((r["name"], make_row(Cage, r, f"cages.toml {r['name']}")) for r in cages["cage"]),
            "cages.toml",
        ),
        cassettes={r["name"]: make_row(Cassette, r, "polarity.toml") for r in polarity["cassette"]},
        conversions={
            r["name"]: make_row(Conversion, r, "polarity.toml") for r in polarity["conversion"]
        },
        methods=tuple(make_row(Method, r, "polarity.toml") for r in polarity["method"]),
        parallel_methods=tuple(
            make_row(Method, r, "polarity.toml") for r in polarity["parallel_method"]
        ),
        schools=tuple(
            make_row(School, r, f"schools.toml {r.get('key')}")
            for r in read_file("schools.toml")["school"]
        ),
        fits=_once((((fit.module, fit.cage), fit) for fit in fits), "cages.toml"),
        planning=_once(
            ((r["key"], r["value"]) for r in read_file("planning.toml")["planning"]),
            "planning.toml",
        ),
    )
