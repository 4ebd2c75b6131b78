"""Between the documents of a plan file and the core's own types."""

from typing import Any

from passerelle.core.light.link import Link
from passerelle.core.light.modules import NO_PORT, NO_SHEET, DataSheet, End, EndError, resolve
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.devices import Port
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.lightpath import Joint, LightPath, Part, Segment
from passerelle.core.plant.model import Plant
from passerelle.core.plant.strands import StrandError
from passerelle.core.plant.taking import refilled

from .linkdocs import EndDoc, JointDoc, LinkDoc, ModuleDoc, SegmentDoc
from .planfile import HouseRulesDoc, PlanDoc
from .plant import EMPTY
from .refusal import Refused
from .site import BARE_SITE, Site, site_of

_RULE_KEYS = tuple(HouseRules.__dataclass_fields__)
_SHEET_KEYS = tuple(DataSheet.__dataclass_fields__)
_PORT_KEYS = tuple(Port.__dataclass_fields__)
_NO_MODULE = ModuleDoc()


def house_rules(doc: HouseRulesDoc) -> HouseRules:
    """House rules of a plan document."""
    return HouseRules(**{key: getattr(doc, key) for key in _RULE_KEYS})


def part(doc: SegmentDoc | JointDoc) -> Part:
    """One part of a path."""
    if isinstance(doc, JointDoc):
        return Joint(
            doc.joint,
            doc.grade,
            doc.loss_db,
            doc.source,
            doc.keys,
            bool(doc.hybrid),
            doc.label,
            bool(doc.crossed),
        )
    near, far = doc.ends or (None, None)
    return Segment(
        kind=doc.segment,
        length_m=doc.length_m or 0.0,
        fiber=doc.fiber,
        ends=(connector(near) if near else None, connector(far) if far else None),
        wiring=doc.wiring,
        loss_db=doc.loss_db,
        source=doc.source,
        what=doc.what,
        label=doc.label,
        conditioning=bool(doc.conditioning),
        strands=doc.strands,
        part=doc.part,
        channels=tuple(doc.channels or ()),
        line=doc.line,
        lane=doc.lane,
        existing=bool(doc.existing),
        length_from=doc.length_from,
        fiber_from=doc.fiber_from,
        port=doc.port,
        clip=doc.clip,
        front=doc.front,
        cable=doc.cable,
        strand_numbers=tuple(doc.strand_numbers or ()),
    )


def part_doc(part: Part, like: SegmentDoc | JointDoc | None = None) -> SegmentDoc | JointDoc:
    """The document of a part; `x-` keys are kept from `like`, the document it was made from."""
    raw: dict[str, Any] = dict(like.model_extra or {}) if like is not None else {}
    if isinstance(part, Joint):
        raw |= {"joint": part.kind, "label": part.label, "grade": part.grade, "keys": part.keys}
        raw |= {
            "crossed": part.crossed or None,
            "hybrid": part.hybrid or None,
            "loss_db": part.loss_db,
            "source": part.source,
        }
        return JointDoc.model_validate(raw)
    ends = None if part.ends == (None, None) else [e.name if e else None for e in part.ends]
    raw |= {"segment": part.kind, "label": part.label, "what": part.what, "fiber": part.fiber}
    raw |= {"length_m": part.length_m, "ends": ends, "wiring": part.wiring}
    raw |= {"loss_db": part.loss_db, "source": part.source, "strands": part.strands}
    raw |= {"conditioning": part.conditioning or None, "part": part.part, "line": part.line}
    raw |= {"channels": list(part.channels) or None, "lane": part.lane}
    raw |= {"existing": part.existing or None, "length_from": part.length_from}
    raw |= {"fiber_from": part.fiber_from, "port": part.port, "clip": part.clip}
    raw |= {"front": part.front, "cable": part.cable}
    raw |= {"strand_numbers": list(part.strand_numbers) or None}
    return SegmentDoc.model_validate(raw)


def end(doc: EndDoc, site: Site = BARE_SITE) -> End:
    """One end of a link. Raises Refused where it names a device or module that is not there."""
    device = own = None
    if doc.device is not None:
        device = site.devices.get(doc.device)
        if device is None:
            raise Refused("device", f"{doc.device[:40]!r} is not in devices")
        if doc.port is not None and doc.port.group and device.group(doc.port.group) is None:
            known = ", ".join(group.name for group in device.ports)
            raise Refused("port.group", f"{doc.port.group[:40]!r} is not one of {known}")
    if doc.module is not None and doc.module.part is not None:
        own = site.modules.get(doc.module.part)
        if own is None:
            raise Refused("module.part", f"{doc.module.part[:40]!r} is not an own module")
    module = doc.module or _NO_MODULE
    figures = {key: value for key in _SHEET_KEYS if (value := getattr(module, key)) is not None}
    told = {key: value for key in _PORT_KEYS if (value := getattr(doc.port, key, None)) is not None}
    return End(
        doc.application,
        doc.place,
        doc.cage,
        connector(module.connector) if module.connector else None,
        DataSheet(**figures) if figures else NO_SHEET,
        module.form,
        module.coding,
        module.temperature,
        Port(**told) if told else NO_PORT,
        device,
        own,
    )


def _told(known: dict[str, Any], extra: dict[str, Any] | None) -> dict[str, Any] | None:
    raw = {key: value for key, value in known.items() if value is not None} | (extra or {})
    return raw or None


def end_doc(end: End, like: EndDoc | None = None) -> EndDoc:
    """The document of an end; `x-` keys are kept from `like`."""
    module = {key: getattr(end.data_sheet, key) for key in _SHEET_KEYS} | {
        "connector": end.connector.name if end.connector else None,
        "form": end.form,
        "coding": end.coding,
        "temperature": end.temperature,
        "part": end.own.name if end.own else None,
    }
    port = {key: getattr(end.port, key) for key in _PORT_KEYS}
    raw: dict[str, Any] = {"place": end.place, "application": end.application}
    raw |= {"cage": end.cage, "device": end.device.name if end.device else None}
    raw |= {
        "module": _told(module, like.module.model_extra if like and like.module else None),
        "port": _told(port, like.port.model_extra if like and like.port else None),
    }
    return EndDoc.model_validate(raw | (like.model_extra or {} if like else {}))


def link(doc: LinkDoc, site: Site = BARE_SITE) -> Link:
    """A link whose ends make sense and whose parts are known.

    Raises
    ------
    Refused
        With the JSON path below the link.
    """
    ends = []
    for side, one in (("a", doc.a), ("b", doc.b)):
        try:
            ends.append(end(one, site))
            resolve(ends[-1])
        except EndError as error:
            raise Refused(f"{side}.{error.key}", str(error)) from None
        except Refused as refused:
            raise Refused(f"{side}.{refused.path}", refused.reason) from None
    for at, one_part in enumerate(doc.path):
        _known(at, one_part, site)
    made = Link(doc.name, ends[0], ends[1], LightPath(tuple([part(p) for p in doc.path])))
    return made if site.plant is EMPTY else _from_plant(made, site.plant)


def _from_plant(made: Link, plant: Plant) -> Link:
    """Cable segments hold what their cables say."""
    try:
        return refilled(plant, made)
    except StrandError as error:
        at = next(i for i, p in enumerate(made.path.parts) if isinstance(p, Segment) and p.cable)
        raise Refused(f"path[{at}].cable", str(error)) from None


def _known(at: int, doc: SegmentDoc | JointDoc, site: Site) -> None:
    """Refuse a fiber, grade or part that is neither in the tables nor the plan's own."""
    tables = site.tables
    if isinstance(doc, JointDoc):
        if doc.grade is not None and doc.grade not in tables.grades:
            listed = ", ".join(tables.grades)
            raise Refused(
                f"path[{at}].grade", f"{doc.grade[:40]!r} is not a grade; use one of {listed}"
            )
        return
    if doc.fiber is not None and doc.fiber not in tables.fibers:
        listed = ", ".join(tables.fibers)
        raise Refused(
            f"path[{at}].fiber", f"{doc.fiber[:40]!r} is not a fiber; use one of {listed}"
        )
    if doc.part is not None and doc.part not in tables.parts:
        reason = f"{doc.part[:40]!r} is neither in the table of inline parts nor an own part"
        raise Refused(f"path[{at}].part", reason)


def links(plan: PlanDoc) -> list[Link]:
    """Every link of a plan. Raises Refused with the JSON path from the top."""
    beside = site_of(plan)
    found = []
    for at, doc in enumerate(plan.links):
        try:
            found.append(link(doc, beside))
        except Refused as refused:
            raise Refused(f"links[{at}].{refused.path}", refused.reason) from None
    return found


def filled(plan: PlanDoc) -> PlanDoc:
    """The same plan with every link filled from the cables that it runs through. Raises Refused."""
    made = links(plan)
    if not plan.cables:
        return plan
    docs = [link_doc(one, doc) for one, doc in zip(made, plan.links, strict=True)]
    return plan.model_copy(update={"links": docs})


def link_doc(changed: Link, like: LinkDoc) -> LinkDoc:
    """The document of an edited link, with `x-` keys kept where a part is still the same."""
    old: dict[Part, list[SegmentDoc | JointDoc]] = {}
    for doc in like.path:
        old.setdefault(part(doc), []).append(doc)

    def kept(one: Part) -> SegmentDoc | JointDoc | None:
        alike = old.get(one)
        return alike.pop(0) if alike else None

    return LinkDoc(
        name=changed.name,
        a=end_doc(changed.a, like.a),
        b=end_doc(changed.b, like.b),
        path=[part_doc(p, kept(p)) for p in changed.path.parts],
        **(like.model_extra or {}),
    )
