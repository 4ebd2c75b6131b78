"""Between the documents of a plan file and the core's own types."""

from typing import Any

from passerelle.core.connectors import connector
from passerelle.core.house_rules import HouseRules
from passerelle.core.lightpath import Joint, LightPath, Part, Segment
from passerelle.core.link import Link
from passerelle.core.modules import DataSheet, End, EndError, resolve

from .planfile import EndDoc, HouseRulesDoc, JointDoc, LinkDoc, ModuleDoc, PlanDoc, SegmentDoc
from .refusal import Refused

_SHEET_KEYS = tuple(DataSheet.__dataclass_fields__)
_NO_SHEET = DataSheet()


def house_rules(doc: HouseRulesDoc) -> HouseRules:
    """House rules of a plan document."""
    return HouseRules(doc.loss_basis, doc.tight_below_db, doc.repair_splices, doc.ageing_db)


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
    raw |= {"loss_db": part.loss_db, "source": part.source}
    return SegmentDoc.model_validate(raw)


def end(doc: EndDoc) -> End:
    """One end of a link."""
    module = doc.module
    if module is None:
        return End(doc.application, doc.place, doc.cage)
    figures = {key: value for key in _SHEET_KEYS if (value := getattr(module, key)) is not None}
    return End(
        doc.application,
        doc.place,
        doc.cage,
        connector(module.connector) if module.connector else None,
        DataSheet(**figures) if figures else _NO_SHEET,
    )


def end_doc(end: End, like: EndDoc | None = None) -> EndDoc:
    """The document of an end; `x-` keys are kept from `like`."""
    extra: dict[str, Any] = dict(like.model_extra or {}) if like else {}
    module_extra = dict(like.module.model_extra or {}) if like and like.module else {}
    figures = {k: v for k in _SHEET_KEYS if (v := getattr(end.data_sheet, k)) is not None}
    module = None
    if end.connector or figures or module_extra:
        name = end.connector.name if end.connector else None
        module = ModuleDoc(connector=name, **figures, **module_extra)
    return EndDoc(
        place=end.place, application=end.application, cage=end.cage, module=module, **extra
    )


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
