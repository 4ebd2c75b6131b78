"""What a plan has beside its links, ready for the core: own parts, devices, spares."""

from collections.abc import Iterable
from dataclasses import dataclass, field, replace

from passerelle.core.judge.together import Spare
from passerelle.core.light.modules import DataSheet, OwnModule
from passerelle.core.light.own import (
    Attenuation,
    OwnBox,
    OwnFiber,
    OwnGrade,
    OwnPart,
    OwnPartError,
    check_own,
    extended,
)
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.devices import Device, PortGroup
from passerelle.core.plant.model import Plant
from passerelle.core.tables import STANDARD, Tables

from .owndocs import OwnBoxDoc, OwnFiberDoc, OwnGradeDoc, OwnPartDoc
from .planfile import ITEMS, DeviceDoc, PlanDoc, SpareDoc
from .plant import EMPTY, plant
from .refusal import Refused

_SHEET_KEYS = tuple(key for key in DataSheet.__dataclass_fields__ if key != "source")


@dataclass(frozen=True)
class Site:
    """Tables with the plan's own parts in them, devices and own modules by name, spares.

    plant : the backbone; empty where links are only read, since they are filled when it changes.
    """

    tables: Tables = STANDARD
    devices: dict[str, Device] = field(default_factory=dict)
    modules: dict[str, OwnModule] = field(default_factory=dict)
    spares: tuple[Spare, ...] = ()
    plant: Plant = EMPTY


BARE_SITE = Site()


def own_part(doc: OwnPartDoc) -> OwnPart:
    """An own part as the core has it."""
    source = str(doc.sheet)
    if isinstance(doc, OwnFiberDoc):
        rows = tuple(
            Attenuation(a.wavelength_nm, a.worst_case_db_per_km, a.typical_db_per_km)
            for a in doc.attenuation
        )
        return OwnFiber(doc.name, doc.base, rows, source, doc.kind == "cable", doc.strands)
    if isinstance(doc, OwnGradeDoc):
        return OwnGrade(doc.name, doc.connector, doc.worst_case_db, doc.typical_db, source)
    if isinstance(doc, OwnBoxDoc):
        near, far = doc.ends or (None, None)
        return OwnBox(
            name=doc.name,
            sort=doc.kind,
            worst_case_db=doc.worst_case_db,
            typical_db=doc.typical_db,
            source=source,
            what=doc.what or doc.kind,
            channels=tuple((c.name, c.wavelength_nm) for c in doc.channels or ()),
            fiber=doc.fiber,
            ends=(connector(near) if near else None, connector(far) if far else None),
            wiring=doc.wiring,
            pairs_included=bool(doc.pairs_included),
            wires=tuple((w[0], w[1], w[2], w[3]) for w in doc.map or ()),
        )
    figures = {key: getattr(doc, key) for key in _SHEET_KEYS}
    return OwnModule(
        name=doc.name,
        application=doc.application,
        sheet=DataSheet(source=source, **figures),
        connector=connector(doc.connector) if doc.connector else None,
        form=doc.form,
        temperature=doc.temperature,
    )


def device(doc: DeviceDoc) -> Device:
    """A device as the core has it."""
    groups = tuple(
        PortGroup(g.name, g.cage, g.count, tuple(g.speeds_gbps or ()), g.settable, bool(g.uplink))
        for g in doc.ports
    )
    return Device(doc.name, groups, doc.place, doc.own_coding_only, doc.surroundings)


def _checked(docs: Iterable[OwnPartDoc]) -> tuple[OwnPart, ...]:
    parts = []
    taken = set(STANDARD.fibers) | set(STANDARD.grades) | set(STANDARD.parts)
    for at, doc in enumerate(docs):
        if doc.name in taken:
            reason = f"{doc.name[:40]!r} is the name of a row of the tables; choose another"
            raise Refused(f"own_parts[{at}].name", reason)
        part = own_part(doc)
        try:
            check_own(part)
        except OwnPartError as error:
            raise Refused(f"own_parts[{at}].{error.key}", str(error)) from None
        parts.append(part)
    return tuple(parts)


def site(
    own_parts: Iterable[OwnPartDoc], devices: Iterable[DeviceDoc], spares: Iterable[SpareDoc]
) -> Site:
    """Own parts that make sense, devices and spares. Raises Refused."""
    parts = _checked(own_parts)
    return Site(
        tables=extended(parts) if parts else STANDARD,
        devices={doc.name: device(doc) for doc in devices},
        modules={part.name: part for part in parts if isinstance(part, OwnModule)},
        spares=tuple(Spare(doc.type, doc.count) for doc in spares),
    )


def site_of(plan: PlanDoc) -> Site:
    """What a plan document has beside its links. Raises Refused."""
    found = BARE_SITE
    if plan.own_parts or plan.devices or plan.spares:
        found = site(plan.own_parts, plan.devices, plan.spares)
    if plan.places or any(getattr(plan, key) for key in ITEMS):
        found = replace(found, plant=plant(plan, found.tables))
    return found
