"""Between the documents of a plan file and the core's own types."""

from typing import Any

from passerelle.core.connectors import connector
from passerelle.core.house_rules import HouseRules
from passerelle.core.lightpath import Joint, LightPath, Part, Segment
from passerelle.core.link import Link
from passerelle.core.modules import NO_SHEET, DataSheet, End, EndError, Port, resolve

from .planfile import EndDoc, HouseRulesDoc, JointDoc, LinkDoc, ModuleDoc, PlanDoc, SegmentDoc
from .refusal import Refused

_SHEET_KEYS = tuple(DataSheet.__dataclass_fields__)
_PORT_KEYS = tuple(Port.__dataclass_fields__)
_NO_PORT, _NO_MODULE = Port(), ModuleDoc()


def house_rules(doc: HouseRulesDoc) -> HouseRules:
    """House rules of a plan document."""
    return HouseRules(
        loss_basis=doc.loss_basis,
        tight_below_db=doc.tight_below_db,
        repair_splices=doc.repair_splices,
        ageing_db=doc.ageing_db,
        safety_margin_db=doc.safety_margin_db,
        mode_conditioning=doc.mode_conditioning,
    )


def part(doc: SegmentDoc | JointDoc) -> Part:
    """One part of a path."""
    if isinstance(doc, JointDoc):
        return Joint(
            doc.joint, doc.grade, doc.loss_db, doc.source, doc.keys, bool(doc.hybrid), doc.label
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
    )


def part_doc(part: Part, like: SegmentDoc | JointDoc | None = None) -> SegmentDoc | JointDoc:
    """The document of a part; `x-` keys are kept from `like`, the document it was made from."""
    raw: dict[str, Any] = dict(like.model_extra or {}) if like is not None else {}
    if isinstance(part, Joint):
        raw |= {"joint": part.kind, "label": part.label, "grade": part.grade, "keys": part.keys}
        raw |= {"hybrid": part.hybrid or None, "loss_db": part.loss_db, "source": part.source}
        return JointDoc.model_validate(raw)
    ends = None if part.ends == (None, None) else [e.name if e else None for e in part.ends]
    raw |= {"segment": part.kind, "label": part.label, "what": part.what, "fiber": part.fiber}
    raw |= {"length_m": part.length_m, "ends": ends, "wiring": part.wiring}
    raw |= {"loss_db": part.loss_db, "source": part.source, "strands": part.strands}
    raw |= {"conditioning": part.conditioning or None}
    return SegmentDoc.model_validate(raw)


def end(doc: EndDoc) -> End:
    """One end of a link."""
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
        Port(**told) if told else _NO_PORT,
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
    }
    port = {key: getattr(end.port, key) for key in _PORT_KEYS}
    raw: dict[str, Any] = {"place": end.place, "application": end.application}
    raw["cage"] = end.cage
    raw |= {
        "module": _told(module, like.module.model_extra if like and like.module else None),
        "port": _told(port, like.port.model_extra if like and like.port else None),
    }
    return EndDoc.model_validate(raw | (like.model_extra or {} if like else {}))


def link(doc: LinkDoc) -> Link:
    """A link whose ends make sense.

    Raises
    ------
    Refused
        With the JSON path below the link.
    """
    ends = (end(doc.a), end(doc.b))
    for side, one in zip(("a", "b"), ends, strict=True):
        try:
            resolve(one)
        except EndError as error:
            raise Refused(f"{side}.{error.key}", str(error)) from None
    return Link(doc.name, ends[0], ends[1], LightPath(tuple([part(p) for p in doc.path])))


def links(plan: PlanDoc) -> list[Link]:
    """Every link of a plan. Raises Refused with the JSON path from the top."""
    found = []
    for at, doc in enumerate(plan.links):
        try:
            found.append(link(doc))
        except Refused as refused:
            raise Refused(f"links[{at}].{refused.path}", refused.reason) from None
    return found


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
