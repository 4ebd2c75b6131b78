"""The module at one end of a link: what the standard says of it, with what a data sheet changes."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cache
from typing import Any, Literal, Protocol

from passerelle.core.plan.connectors import Connector
from passerelle.core.plan.devices import Device, Port
from passerelle.core.plan.ends import FIGURES, NO_SHEET, DataSheet, FittedModule, LinkEnd, sheet_of
from passerelle.core.plan.fields import CageName, TemperatureClass
from passerelle.core.plan.own import OwnModule
from passerelle.core.refused import Refused
from passerelle.core.tables import (
    HIGH,
    MULTIMODE,
    SINGLE_MODE,
    STANDARD,
    Application,
    Family,
    Fiber,
    Reach,
)

CUSTOM = "custom"
DEFAULT_PENALTY_DB = STANDARD.planning["default_penalty_db"]


@dataclass(frozen=True, slots=True)
class Module:
    """One end's module, resolved. Levels in dBm; None is not known.

    tx_ranges_nm : where the standard lets each of its lasers be; empty where one is entered.
    entered : names of the figures that come from a data sheet.
    part : name of the own module.
    parent : the four-lane application that this is one lane of.
    """

    application: str
    rate_gbps: float
    strands: int | None
    interface: str | None
    modes: frozenset[str]
    tx_wavelengths_nm: tuple[float, ...]
    rx_wavelengths_nm: tuple[float, ...]
    tx_ranges_nm: tuple[tuple[float, float], ...]
    launch_min_dbm: float | None
    launch_min_multimode_dbm: float | None
    launch_max_dbm: float | None
    receive_min_dbm: float | None
    receive_max_dbm: float | None
    reach: dict[str, Reach]
    penalty_db: float
    source: str
    levels_confidence: str
    pairs_with: str | None = None
    lanes: int = 1
    fec: str = "none"
    mode_conditioning_on: tuple[str, ...] = ()
    data_sheet: str | None = None
    entered: frozenset[str] = frozenset()
    entered_reach_m: float | None = None
    dispersion_ps_nm: float | None = None
    part: str | None = None
    parent: str | None = None
    rx_ranges_nm: tuple[tuple[float, float], ...] = ()
    also_interfaces: tuple[str, ...] = ()
    launch_min_50_um_dbm: float | None = None

    def launch_min_on(self, fiber: Fiber | None) -> float | None:
        """Launch minimum into a glass; some launch less into multimode, or into its cores. [dBm]"""
        if fiber is None or fiber.mode != MULTIMODE:
            return self.launch_min_dbm
        if fiber.core_um == SMALL_CORE_UM and self.launch_min_50_um_dbm is not None:
            return self.launch_min_50_um_dbm
        if self.launch_min_multimode_dbm is not None:
            return self.launch_min_multimode_dbm
        return self.launch_min_dbm

    def levels_are_sure(self) -> bool:
        """True where the launch and receive levels are published or from a named data sheet."""
        return self.levels_confidence == HIGH


def family_of(application: str) -> Family:
    """What an application is for, by name; a module without a standard is of general use."""
    row = STANDARD.applications.get(application)
    return "general" if row is None else row.family


SMALL_CORE_UM = 50.0
NO_PORT = Port()
_NO_MODULE = FittedModule()


class Known(Protocol):
    """What an end may name: devices and own modules, by name."""

    @property
    def devices(self) -> Mapping[str, Device]:
        """Devices by name."""

    @property
    def modules(self) -> Mapping[str, OwnModule]:
        """Own modules by name."""


@dataclass(frozen=True, slots=True)
class End:
    """One end of a link: what runs on it, in which cage, through which receptacle.

    form : the module's form factor, as its cage is named; None takes the usual one.
    coding : 'own' for the equipment maker's, 'other', or None.
    temperature : commercial, extended or industrial.
    device : what the module is plugged into.
    own : the own module that is fitted; figures in `data_sheet` go before its figures.
    """

    application: str
    place: str | None = None
    cage: str | None = None
    connector: Connector | None = None
    data_sheet: DataSheet = NO_SHEET
    form: CageName | None = None
    coding: Literal["own", "other"] | None = None
    temperature: TemperatureClass | None = None
    port: Port = NO_PORT
    device: Device | None = None
    own: OwnModule | None = None
    written: LinkEnd | None = field(default=None, compare=False, repr=False)
    """The description that it was read from, whose identity it keeps."""
    _module: Module | None = field(default=None, init=False, compare=False, repr=False)
    """What `resolve` made of it, once."""

    @classmethod
    def of(cls, spec: LinkEnd, known: "Known") -> "End":
        """An end as it is described. Raises Refused where it names what is not there."""
        device = own = None
        if spec.device is not None:
            device = known.devices.get(spec.device)
            if device is None:
                raise Refused("device", f"{spec.device[:40]!r} is not in devices")
            if spec.port is not None and spec.port.group and not device.group(spec.port.group):
                listed = ", ".join(group.name for group in device.ports)
                reason = f"{spec.port.group[:40]!r} is not one of {listed}"
                raise Refused("port.group", reason)
        module = spec.module or _NO_MODULE
        if module.part is not None:
            own = known.modules.get(module.part)
            if own is None:
                raise Refused("module.part", f"{module.part[:40]!r} is not an own module")
        return cls(
            spec.application, spec.place, spec.cage, module.connector,
            sheet_of(module, module.source), module.form, module.coding, module.temperature,
            spec.port or NO_PORT, device, own, spec,
        )  # fmt: skip

    @property
    def spec(self) -> LinkEnd:
        """How this end is described; it keeps the identity of the description that it was."""
        figures: dict[str, Any] = {key: getattr(self.data_sheet, key) for key in FIGURES}
        module = FittedModule(
            source=self.data_sheet.source, connector=self.connector, form=self.form,
            coding=self.coding, temperature=self.temperature,
            part=self.own.name if self.own else None, **figures,
        )  # fmt: skip
        was = self.written.module if self.written is not None else None
        if was is not None:
            module = replace(module, id=was.id, x=was.x)
        made = LinkEnd(
            self.application,
            self.place,
            self.cage,
            module if module != _NO_MODULE or module.x else None,
            self.device.name if self.device else None,
            self.port if self.port != NO_PORT or self.port.x else None,
        )
        if self.written is None:
            return made
        return replace(made, id=self.written.id, x=self.written.x)

    @property
    def fitted_form(self) -> str | None:
        """The module's form as recorded here or with the own module."""
        return self.form or (self.own.form if self.own else None)

    @property
    def fitted_temperature(self) -> str | None:
        """The module's temperature class as recorded here or with the own module."""
        return self.temperature or (self.own.temperature if self.own else None)


class EndError(Refused):
    """An end names something unknown or leaves out what is needed; `path` says which."""


def _modes(application: Application) -> frozenset[str]:
    by_row = {fiber.application_row: fiber.mode for fiber in STANDARD.fibers.values()}
    return frozenset(by_row.get(row.fiber, SINGLE_MODE) for row in application.reach)


@cache
def _standard(name: str) -> Module:
    """The table's module for an application. Raises EndError."""
    application = STANDARD.applications.get(name)
    if application is None:
        raise EndError("application", f"{name[:60]!r} is not an application in the table")
    partner = STANDARD.applications.get(application.pairs_with or "")
    return Module(
        application=application.name,
        rate_gbps=application.rate_gbps,
        strands=application.strands,
        interface=application.interface,
        modes=_modes(application),
        tx_wavelengths_nm=application.wavelengths_nm,
        rx_wavelengths_nm=(partner or application).wavelengths_nm,
        tx_ranges_nm=application.wavelength_ranges_nm,
        rx_ranges_nm=(partner or application).wavelength_ranges_nm,
        also_interfaces=application.also_interfaces,
        launch_min_dbm=application.launch_min_dbm,
        launch_min_multimode_dbm=application.launch_min_multimode_dbm,
        launch_min_50_um_dbm=application.launch_min_50_um_dbm,
        launch_max_dbm=application.launch_max_dbm,
        receive_min_dbm=application.receive_min_dbm,
        receive_max_dbm=application.receive_max_dbm,
        reach={row.fiber: row for row in application.reach},
        penalty_db=DEFAULT_PENALTY_DB,
        source=application.source,
        levels_confidence=application.levels_confidence,
        pairs_with=application.pairs_with,
        lanes=application.lanes,
        fec=application.fec,
        mode_conditioning_on=application.mode_conditioning_on,
    )


def _custom(sheet: DataSheet) -> Module:
    for key in ("source", "rate_gbps", "fiber_mode", "tx_wavelength_nm"):
        if getattr(sheet, key) is None:
            raise EndError(f"module.{key}", f"a custom application needs {key} in its module")
    assert sheet.rate_gbps is not None
    assert sheet.fiber_mode is not None
    assert sheet.tx_wavelength_nm is not None
    assert sheet.source is not None
    rx = sheet.rx_wavelength_nm
    return Module(
        application=CUSTOM,
        rate_gbps=sheet.rate_gbps,
        strands=None,
        interface=None,
        modes=frozenset((sheet.fiber_mode,)),
        tx_wavelengths_nm=(sheet.tx_wavelength_nm,),
        rx_wavelengths_nm=(rx,) if rx is not None else (),
        tx_ranges_nm=(),
        launch_min_dbm=sheet.tx_min_dbm,
        launch_min_multimode_dbm=None,
        launch_max_dbm=sheet.tx_max_dbm,
        receive_min_dbm=sheet.rx_min_dbm,
        receive_max_dbm=sheet.rx_max_dbm,
        reach={},
        penalty_db=DEFAULT_PENALTY_DB if sheet.penalty_db is None else sheet.penalty_db,
        source=sheet.source,
        levels_confidence=HIGH,
        data_sheet=sheet.source,
        entered=_entered(sheet),
        entered_reach_m=sheet.reach_m,
        dispersion_ps_nm=sheet.dispersion_ps_nm,
    )


def _entered(sheet: DataSheet) -> frozenset[str]:
    return frozenset(name for name in FIGURES if getattr(sheet, name) is not None)


def _check_levels(module: Module) -> None:
    for low, high, keys in (
        (module.launch_min_dbm, module.launch_max_dbm, ("tx_min_dbm", "tx_max_dbm", "launch")),
        (module.receive_min_dbm, module.receive_max_dbm, ("rx_min_dbm", "rx_max_dbm", "receiver")),
    ):
        if low is not None and high is not None and low > high:
            at = keys[0] if keys[0] in module.entered else keys[1]
            message = f"{keys[2]} minimum {low:g} dBm is over the {keys[2]} maximum {high:g} dBm"
            raise EndError(f"module.{at}", message)


def _given(entered: float | None, standard: float | None) -> float | None:
    return standard if entered is None else entered


def resolve(end: End) -> Module:
    """Put the table row of an end's application and its data-sheet figures together.

    Raises
    ------
    EndError
        Unknown application, data-sheet figures without a source, or levels that contradict.
    """
    if end._module is not None:
        return end._module
    module = _resolved(end)
    object.__setattr__(end, "_module", module)
    return module


def _resolved(end: End) -> Module:
    sheet = _sheet(end)
    if end.application == CUSTOM:
        module = _custom(sheet)
    else:
        module = _leg(_standard(end.application), end.port.lane)
        if end.own is None and sheet.is_empty:
            return module  # rows of the table were checked when it was read
        if not sheet.is_empty:
            module = _with_figures(module, sheet)
    if end.own is not None:
        module = replace(module, part=end.own.name)
    _check_levels(module)
    _check_wavelengths(module)
    return module


def _check_wavelengths(module: Module) -> None:
    """Refuse an entered wavelength that the glass is not used at."""
    if len(module.modes) != 1:
        return
    (mode,) = module.modes
    for key, wavelengths_nm in (
        ("tx_wavelength_nm", module.tx_wavelengths_nm),
        ("rx_wavelength_nm", module.rx_wavelengths_nm),
    ):
        if key in module.entered:
            wrong = STANDARD.unusable(mode, wavelengths_nm[0])
            if wrong is not None:
                raise EndError(f"module.{key}", wrong)


def _sheet(end: End) -> DataSheet:
    """The figures entered at the end over those of its own module."""
    own = end.own
    if own is None:
        return end.data_sheet
    if own.application != end.application and not _other_rate(own, end):
        message = f"{own.name!r} is a module for {own.application}; this end runs {end.application}"
        raise EndError("module.part", message)
    given = {key: getattr(end.data_sheet, key) for key in _entered(end.data_sheet)}
    if given:
        given["source"] = end.data_sheet.source
    return replace(own.data_sheet, **given)


def _other_rate(own: OwnModule, end: End) -> bool:
    """Whether a module runs another rate than it is made for; `judge.ports` judges it."""
    made = STANDARD.applications.get(own.application)
    runs = STANDARD.applications.get(end.application)
    return made is not None and runs is not None and made.rate_gbps != runs.rate_gbps


def _leg(module: Module, lane: int | None) -> Module:
    """One lane of a four-lane application, as a module of its own. Raises EndError."""
    if lane is None:
        return module
    row = next((r for r in STANDARD.breakouts.values() if r.parent == module.application), None)
    if row is None:
        known = ", ".join(sorted({parent for parent, _ in STANDARD.breakouts}))
        message = f"{module.application} does not come apart into lanes; {known} do"
        raise EndError("port.lane", message)
    if not 1 <= lane <= row.lanes:
        raise EndError("port.lane", f"lane {lane} is not one of 1 to {row.lanes}")
    return replace(
        module,
        application=row.leg,
        rate_gbps=module.rate_gbps / row.lanes,
        strands=2,
        lanes=1,
        parent=module.application,
    )


def _with_figures(module: Module, sheet: DataSheet) -> Module:
    """A standard module with entered figures in place of the table's. Raises EndError."""
    if sheet.source is None:
        key = sorted(_entered(sheet))[0]
        raise EndError("module.source", f"module.{key} replaces a table figure and needs a source")
    tx, rx = sheet.tx_wavelength_nm, sheet.rx_wavelength_nm
    return replace(
        module,
        rate_gbps=sheet.rate_gbps or module.rate_gbps,
        modes=frozenset((sheet.fiber_mode,)) if sheet.fiber_mode else module.modes,
        tx_wavelengths_nm=(tx,) if tx is not None else module.tx_wavelengths_nm,
        rx_wavelengths_nm=(rx,) if rx is not None else module.rx_wavelengths_nm,
        tx_ranges_nm=() if tx is not None else module.tx_ranges_nm,
        rx_ranges_nm=() if rx is not None else module.rx_ranges_nm,
        launch_min_dbm=_given(sheet.tx_min_dbm, module.launch_min_dbm),
        launch_min_multimode_dbm=_given(sheet.tx_min_dbm, module.launch_min_multimode_dbm),
        launch_min_50_um_dbm=_given(sheet.tx_min_dbm, module.launch_min_50_um_dbm),
        launch_max_dbm=_given(sheet.tx_max_dbm, module.launch_max_dbm),
        receive_min_dbm=_given(sheet.rx_min_dbm, module.receive_min_dbm),
        receive_max_dbm=_given(sheet.rx_max_dbm, module.receive_max_dbm),
        penalty_db=module.penalty_db if sheet.penalty_db is None else sheet.penalty_db,
        data_sheet=sheet.source,
        entered=_entered(sheet),
        entered_reach_m=sheet.reach_m,
        dispersion_ps_nm=sheet.dispersion_ps_nm,
    )
