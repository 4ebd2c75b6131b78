"""A module by its memory against the planned one."""

from dataclasses import dataclass

from passerelle.core.light.link import Budget
from passerelle.core.light.modules import CUSTOM, End, Module
from passerelle.core.plan.ends import Side
from passerelle.core.plan.turnup import ModuleReadFact
from passerelle.core.tables.turnup import figure

NOT_TOLD = "not told"


@dataclass(frozen=True, slots=True)
class Compared:
    """One thing of a module. fits : None where plan or memory does not say it."""

    what: str
    planned: str
    found: str
    fits: bool | None


def compared(sums: Budget, end: Side, read: ModuleReadFact) -> tuple[Compared, ...]:
    """What the memory of the module at an end says, beside what was planned there."""
    if read.standard is None:
        return ()
    at = 0 if end == "a" else 1
    module, fitted = sums.modules[at], sums.link.a if end == "a" else sums.link.b
    return (
        _application(module, read),
        _form(fitted, read),
        _connector(module, fitted, read),
        _wavelength(module, read),
        _reach(sums, read),
        _coding(fitted, read),
    )


def _application(module: Module, read: ModuleReadFact) -> Compared:
    wanted = module.parent or module.application
    found = ", ".join(read.applications) or NOT_TOLD
    if wanted == CUSTOM or not read.applications:
        return Compared("application", wanted, found, None)
    told = {bare_name(one) for one in read.applications}
    fits = bool({bare_name(wanted), bare_name(module.application)} & told)
    return Compared("application", wanted, found, fits)


CODED_AS = {"1000BASE-LX10": "1000BASE-LX"}
"""Applications that SFF-8472 has no bit of their own for: makers set that of the shorter one."""


def bare_name(name: str) -> str:
    """A name as codes have it: without the side of a pair, and with what shares its bit."""
    bare = name.removesuffix("-D").removesuffix("-U")
    return CODED_AS.get(bare, bare)


def _form(end: End, read: ModuleReadFact) -> Compared:
    wanted = end.fitted_form or end.cage
    fits = None if wanted is None or read.form is None else wanted == read.form
    return Compared("form", wanted or NOT_TOLD, read.form or NOT_TOLD, fits)


def _connector(module: Module, fitted: End, read: ModuleReadFact) -> Compared:
    face = module.interface or ""
    recorded = fitted.connector.type if fitted.connector is not None else None
    wanted = recorded or (face.split("/")[0] if face.startswith("MPO") else None)
    found = read.connector
    if wanted is None or found is None:
        return Compared("plug", wanted or NOT_TOLD, found or NOT_TOLD, None)
    return Compared("plug", wanted, found, found.startswith(wanted))


def _wavelength(module: Module, read: ModuleReadFact) -> Compared:
    waves = module.tx_wavelengths_nm
    wanted = ", ".join(f"{one:g} nm" for one in waves) or NOT_TOLD
    found = NOT_TOLD if read.nm is None else f"{read.nm:g} nm"
    if read.nm is None or len(waves) != 1:
        return Compared("wavelength", wanted, found, None)
    near = abs(read.nm - waves[0]) <= figure("wavelength_nm")
    within = any(low <= read.nm <= high for low, high in module.tx_ranges_nm)
    return Compared("wavelength", wanted, found, near or within)


def _reach(sums: Budget, read: ModuleReadFact) -> Compared:
    wanted = f"{sums.length_m:.0f} m"
    lowest = sums.lowest
    if not read.reach_m or lowest is None:
        return Compared("reach", wanted, NOT_TOLD, None)
    key = "SMF" if lowest.name.startswith("OS") else lowest.name
    reach = read.reach_m.get(key)
    if reach is None:
        named = ", ".join(f"{m:g} m of {name}" for name, m in read.reach_m.items())
        return Compared("reach", f"{wanted} of {lowest.name}", named, None)
    return Compared("reach", wanted, f"{reach:g} m of {lowest.name}", reach >= sums.length_m)


def _coding(end: End, read: ModuleReadFact) -> Compared:
    device = end.device
    wanted = device.coding if device is not None else None
    found = read.coding or NOT_TOLD
    if wanted is None or read.coding is None:
        return Compared("coding", wanted or NOT_TOLD, found, None)
    if wanted.casefold() == read.coding.casefold():
        return Compared("coding", wanted, found, True)
    refused = device is not None and device.own_coding_only is True
    return Compared("coding", wanted, found, False if refused else None)


def same_side(sums: Budget, a: ModuleReadFact | None, b: ModuleReadFact | None) -> bool | None:
    """Whether two one-strand modules are of one side; None: not told, or there are no sides."""
    if not any(one.pairs_with for one in sums.modules):
        return None
    if a is None or b is None or a.nm is None or b.nm is None:
        return None
    return abs(a.nm - b.nm) <= figure("wavelength_nm")
