"""The module at one end of a link: what the standard says of it, with what a data sheet changes."""

from dataclasses import dataclass, replace
from functools import cache

from .connectors import Connector
from .tables import HIGH, MULTIMODE, SINGLE_MODE, STANDARD, Application, Reach

CUSTOM = "custom"
DEFAULT_PENALTY_DB = STANDARD.planning["default_penalty_db"]


@dataclass(frozen=True, slots=True)
class DataSheet:
    """Figures entered for one module. They replace the table's; None leaves the table's. [dBm, m]

    `source` names the document, and is needed as soon as any figure is given.
    """

    source: str | None = None
    tx_min_dbm: float | None = None
    tx_max_dbm: float | None = None
    rx_min_dbm: float | None = None
    rx_max_dbm: float | None = None
    tx_wavelength_nm: float | None = None
    rx_wavelength_nm: float | None = None
    reach_m: float | None = None
    fiber_mode: str | None = None
    rate_gbps: float | None = None
    penalty_db: float | None = None

    @property
    def is_empty(self) -> bool:
        """True where no figure is given."""
        return self is NO_SHEET or self == DataSheet(source=self.source)


NO_SHEET = DataSheet()


@dataclass(frozen=True, slots=True)
class Module:
    """One end's module, resolved. Levels in dBm; None is not known.

    entered : names of the figures that come from a data sheet.
    """

    application: str
    rate_gbps: float
    strands: int | None
    interface: str | None
    modes: frozenset[str]
    tx_wavelengths_nm: tuple[float, ...]
    rx_wavelengths_nm: tuple[float, ...]
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

    def launch_min_on(self, mode: str | None) -> float | None:
        """Launch minimum into glass of `mode`; some launch less into multimode. [dBm]"""
        if mode == MULTIMODE and self.launch_min_multimode_dbm is not None:
            return self.launch_min_multimode_dbm
        return self.launch_min_dbm

    def levels_are_sure(self) -> bool:
        """True where the launch and receive levels are published or from a named data sheet."""
        return self.levels_confidence == HIGH


@dataclass(frozen=True, slots=True)
class Port:
    """The device's port. None is not recorded.

    settable : False for a plain converter, whose rate cannot be set.
    set_gbps : the rate that the port is set to now.
    own_coding_only : the equipment accepts only modules coded for its maker.
    surroundings : indoor, unheated or outdoor.
    fec : False where forward error correction is noted as off.
    """

    settable: bool | None = None
    set_gbps: float | None = None
    own_coding_only: bool | None = None
    surroundings: str | None = None
    fec: bool | None = None


@dataclass(frozen=True, slots=True)
class End:
    """One end of a link: what runs on it, in which cage, through which receptacle.

    form : the module's form factor, as its cage is named; None takes the usual one.
    coding : 'own' for the equipment maker's, 'other', or None.
    temperature : commercial, extended or industrial.
    """

    application: str
    place: str | None = None
    cage: str | None = None
    connector: Connector | None = None
    data_sheet: DataSheet = NO_SHEET
    form: str | None = None
    coding: str | None = None
    temperature: str | None = None
    port: Port = Port()


class EndError(ValueError):
    """An end names something unknown or leaves out what is needed; `key` says which."""

    def __init__(self, key: str, message: str) -> None:
        super().__init__(message)
        self.key = key


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
        launch_min_dbm=application.launch_min_dbm,
        launch_min_multimode_dbm=application.launch_min_multimode_dbm,
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
    )


def _entered(sheet: DataSheet) -> frozenset[str]:
    names = (name for name in DataSheet.__dataclass_fields__ if name != "source")
    return frozenset(name for name in names if getattr(sheet, name) is not None)


def _check_levels(module: Module) -> None:
    for low, high, keys in (
        (module.launch_min_dbm, module.launch_max_dbm, ("tx_min_dbm", "tx_max_dbm")),
        (module.receive_min_dbm, module.receive_max_dbm, ("rx_min_dbm", "rx_max_dbm")),
    ):
        if low is not None and high is not None and low > high:
            at = keys[0] if keys[0] in module.entered else keys[1]
            raise EndError(f"module.{at}", f"{keys[0]} {low:g} dBm is over {keys[1]} {high:g} dBm")


def _given(entered: float | None, standard: float | None) -> float | None:
    return standard if entered is None else entered


def resolve(end: End) -> Module:
    """Put the table row of an end's application and its data-sheet figures together.

    Raises
    ------
    EndError
        Unknown application, data-sheet figures without a source, or levels that contradict.
    """
    sheet = end.data_sheet
    if end.application == CUSTOM:
        module = _custom(sheet)
        _check_levels(module)
        return module
    module = _standard(end.application)
    if sheet.is_empty:
        return module
    if sheet.source is None:
        key = sorted(_entered(sheet))[0]
        raise EndError("module.source", f"module.{key} replaces a table figure and needs a source")
    tx, rx = sheet.tx_wavelength_nm, sheet.rx_wavelength_nm
    module = replace(
        module,
        rate_gbps=sheet.rate_gbps or module.rate_gbps,
        modes=frozenset((sheet.fiber_mode,)) if sheet.fiber_mode else module.modes,
        tx_wavelengths_nm=(tx,) if tx is not None else module.tx_wavelengths_nm,
        rx_wavelengths_nm=(rx,) if rx is not None else module.rx_wavelengths_nm,
        launch_min_dbm=_given(sheet.tx_min_dbm, module.launch_min_dbm),
        launch_min_multimode_dbm=_given(sheet.tx_min_dbm, module.launch_min_multimode_dbm),
        launch_max_dbm=_given(sheet.tx_max_dbm, module.launch_max_dbm),
        receive_min_dbm=_given(sheet.rx_min_dbm, module.receive_min_dbm),
        receive_max_dbm=_given(sheet.rx_max_dbm, module.receive_max_dbm),
        penalty_db=module.penalty_db if sheet.penalty_db is None else sheet.penalty_db,
        data_sheet=sheet.source,
        entered=_entered(sheet),
        entered_reach_m=sheet.reach_m,
    )
    _check_levels(module)
    return module
