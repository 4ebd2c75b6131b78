"""Turns checks into what the screen shows. All rounding for the screen happens here."""

from passerelle.api import common
from passerelle.core.choice.changed import bought
from passerelle.core.choice.prices import PriceBook
from passerelle.core.judge.answering import answer, causes, too_bright, worst_direction
from passerelle.core.judge.check import FAILS, VERDICT_UNKNOWN, LinkCheck
from passerelle.core.judge.findings import NO_PURCHASE, STOP, WARN, Finding
from passerelle.core.judge.levels import uncertain_figures
from passerelle.core.judge.mating import receptacle
from passerelle.core.judge.naming import with_names
from passerelle.core.judge.polarity import is_one_strand
from passerelle.core.judge.sides import EXACT
from passerelle.core.light.explain import Explanation
from passerelle.core.light.link import B, Budget, Direction
from passerelle.core.light.modules import CUSTOM, Module
from passerelle.core.light.run import as_met, profile
from passerelle.core.plan.lightpath import Part, Segment
from passerelle.core.plan.links import PlannedLink
from passerelle.core.remedies.cures import Ranked, ranked
from passerelle.core.tables import Tables
from passerelle.core.words import counted
from passerelle.formats.checkjson import part_ids, rounded

from . import schemas


def counts(check: LinkCheck, step: str | None = None) -> common.Counts:
    """Findings by severity, of one step of the job or of all."""
    severities = [
        f.rule.severity
        for f in check.findings
        if f.explained_by is None and step in (None, f.rule.step)
    ]
    return common.Counts(
        stop=severities.count("stop"), warn=severities.count("warn"), note=severities.count("note")
    )


def _decides(check: LinkCheck) -> str | None:
    """What decides, short enough for a row of the overview."""
    if check.verdict in (FAILS, VERDICT_UNKNOWN):
        _, _, reason = answer(check).partition(": ")
        return reason[:1].upper() + reason[1:]
    serious = [f for f in check.findings if f.rule.severity != "note"]
    return serious[0].rule.title if serious else None


def _called(module: Module) -> str:
    """What the overview calls a module: its application, or its own name where it has none."""
    return module.part if module.part and module.application == CUSTOM else module.application


def summary(link_id: str, changed_in: int, check: LinkCheck) -> schemas.LinkSummary:
    """One row of the overview."""
    sums = check.budget
    worst = worst_direction(check)
    loss = worst.loss.on_basis(sums.rules.loss_basis)
    limit = worst.limit.value_db if worst.limit else None
    used = loss / limit if loss is not None and limit is not None and limit > 0 else None
    return schemas.LinkSummary(
        id=link_id,
        changed_in=changed_in,
        name=sums.link.name,
        a_place=sums.link.a.place,
        b_place=sums.link.b.place,
        application=" / ".join(dict.fromkeys(_called(m) for m in sums.modules)),
        glass=" + ".join(f.name for f in sums.fibers) or "?",
        cables=_cables(sums),
        length_m=rounded(sums.length_m, 1) or 0.0,
        parts=len(sums.link.path.parts),
        wavelength_nm=worst.wavelength_nm,
        loss_db=rounded(loss),
        limit_db=rounded(limit),
        margin_db=None if check.voided else rounded(worst.margin_db),
        used=None if check.voided else rounded(used, 3),
        voided=check.voided,
        verdict=check.verdict,
        once=too_bright(check),
        decides=_decides(check),
        counts=counts(check),
        polarity=counts(check, "polarity"),
        route=counts(check, "route"),
        uncertain=bool(uncertain_figures(sums)),
    )


def brief(check: LinkCheck) -> common.Brief:
    """A link's answer in a few figures."""
    return common.Brief(
        verdict=check.verdict,
        margin_db=None if check.voided else rounded(check.margin_db),
        parts=len(check.budget.link.path.parts),
        counts=counts(check),
    )


def _detail(check: LinkCheck) -> str:
    """What the answer rests on, in words; figures stand elsewhere on the page."""
    stops = [f for f in causes(check) if f.rule.severity == "stop"]
    if len(stops) > 1:
        return f"and {counted(len(stops) - 1, 'more reason')}"
    return ""


def _cables(sums: Budget) -> list[str]:
    parts = (part for part in sums.link.path.parts if isinstance(part, Segment))
    return list(dict.fromkeys(part.cable for part in parts if part.cable is not None))


def added_by(check: LinkCheck, after: LinkCheck) -> list[str]:
    """Titles of the stops and warnings that were not there before."""
    had = {found.rule.id for found in check.findings}
    new = (f for f in after.findings if f.rule.id not in had and f.explained_by is None)
    return list(dict.fromkeys(f.rule.title for f in new if f.rule.severity in (STOP, WARN)))


def cost_of(check: LinkCheck, after: LinkCheck, book: PriceBook) -> tuple[list[str], float | None]:
    """What a change of a link takes to buy, in words, and its price."""
    bill = bought(check.budget.link, after.budget.link, book)
    words = [line.what if line.quantity == 1 else f"{line.quantity:g} {line.what}"
             for line in bill.lines]  # fmt: skip
    each = [line.total for line in bill.lines]
    total = sum(one for one in each if one is not None) if None not in each else None
    return words, rounded(total)


def remedy_view(check: LinkCheck, one: Ranked, book: PriceBook) -> schemas.RemedyView:
    """A remedy with what it would bring and take, judged like everything else."""
    free = one.remedy.effort in NO_PURCHASE
    buys, total = ([], 0.0) if free else cost_of(check, one.after, book)
    return schemas.RemedyView(
        label=with_names(one.remedy.label, check.budget.link),
        edits=list(one.remedy.edits),
        after=brief(one.after),
        reason=one.reason,
        adds=added_by(check, one.after),
        buys=buys,
        total=total,
    )


def finding_view(check: LinkCheck, found: Finding, book: PriceBook) -> schemas.FindingView:
    """One finding for the margin column."""
    return schemas.FindingView(
        rule=found.rule.id,
        severity=found.rule.severity,
        title=found.rule.title,
        at=list(found.at),
        parts=part_ids(check, found),
        ends=list(found.ends),
        message=with_names(found.said, check.budget.link),
        why=found.rule.why,
        do=with_names(found.do, check.budget.link),
        source=found.source,
        remedies=[]
        if found.explained_by
        else [remedy_view(check, r, book) for r in ranked(check, found)],
        explained_by=found.explained_by,
    )


def _minus(level: float | None, loss: float | None) -> float | None:
    return None if level is None or loss is None else level - loss


def _levels(sums: Budget, direction: Direction) -> list[schemas.PowerAt]:
    """Power before the first part and after each part, as the light meets them."""
    points = profile(
        sums.link.path,
        direction.terms,
        direction.launch_min_dbm,
        direction.launch_max_dbm,
        direction.sender,
    )
    return [
        schemas.PowerAt(
            worst_case=rounded(one.worst_case, 3),
            typical=rounded(one.typical, 3),
            strongest=rounded(one.strongest, 3),
        )
        for one in points
    ]


def _overload(direction: Direction) -> float | None:
    excess = _minus(direction.received_max_dbm, direction.receive_max_dbm)
    return excess if excess is not None and excess > EXACT else None


def direction_view(sums: Budget, direction: Direction) -> schemas.DirectionView:
    """One direction for the staircase."""
    met = as_met(direction.terms, direction.sender)
    allowances = [t for t in met if t.at is None]
    limit = direction.limit
    end = sums.link.a if direction.sender == B else sums.link.b
    judged_worst = sums.rules.loss_basis != "typical"
    return schemas.DirectionView(
        sender=direction.sender,
        to_place=end.place or ("end a" if direction.sender == B else "end b"),
        wavelength_nm=direction.wavelength_nm,
        loss_worst_case_db=rounded(direction.loss.worst_case),
        loss_typical_db=rounded(direction.loss.typical),
        loss_judged_db=rounded(direction.loss.on_basis(sums.rules.loss_basis)),
        limit_db=rounded(limit.value_db if limit else None),
        limit_kind=limit.kind if limit else None,
        limit_dbm=rounded(_minus(direction.launch_min_dbm, limit.value_db if limit else None)),
        margin_db=rounded(direction.margin_db),
        received_min_dbm=rounded(direction.received_min_dbm),
        received_max_dbm=rounded(direction.received_max_dbm),
        receiver_min_dbm=rounded(direction.receive_min_dbm),
        receiver_max_dbm=rounded(direction.receive_max_dbm),
        overload_db=rounded(_overload(direction)),
        allowances_db=sum((t.worst_case if judged_worst else t.typical) or 0.0 for t in allowances),
        costs=[
            schemas.PartCost(worst_case=rounded(t.worst_case, 3), typical=rounded(t.typical, 3))
            for t in met
            if t.at is not None
        ],
        levels=_levels(sums, direction),
    )


def _short(application: str) -> str:
    """What fits in the module's box: the last part of the name."""
    tail = application.replace("custom", "own").split("BASE-")[-1].split(" ")[-1]
    return tail if len(tail) <= 7 else tail[:7]


def _jacket(part: Part, tables: Tables) -> str | None:
    if not isinstance(part, Segment) or part.fiber is None:
        return None
    return tables.fibers[part.fiber].jacket[0]


_POLARITY_NOTES = {
    "crossed": "transmitter meets receiver",
    "straight": "transmitter meets transmitter",
    "mixed": "strands arrive in the wrong places",
    "unknown": "not known",
}


def _polarity_note(check: LinkCheck) -> str:
    if is_one_strand(check.budget.modules):
        return "one strand: no pair to cross"
    return _POLARITY_NOTES[check.polarity]


def link_view(
    doc: PlannedLink, changed_in: int, check: LinkCheck, book: PriceBook
) -> schemas.LinkView:
    """Everything that the Light view shows of one link."""
    sums = check.budget
    ends = []
    for side, end, module in zip("ab", (sums.link.a, sums.link.b), sums.modules, strict=True):
        socket = receptacle(end, module)
        ends.append(
            schemas.EndView(
                place=end.place or f"end {side}",
                device=end.device.name if end.device is not None else None,
                application=module.application,
                short=_short(module.application),
                rate_gbps=module.rate_gbps,
                receptacle=socket.name if socket else None,
            )
        )
    return schemas.LinkView(
        summary=summary(doc.id, changed_in, check),
        doc=doc,
        answer=answer(check),
        detail=_detail(check),
        a=ends[0],
        b=ends[1],
        jackets=[_jacket(p, sums.tables) for p in sums.link.path.parts],
        polarity=check.polarity,
        polarity_note=_polarity_note(check),
        reach_m=sums.reach.m,
        directions=[direction_view(sums, d) for d in sums.directions],
        findings=[finding_view(check, f, book) for f in check.findings],
        brief=brief(check),
    )


def explanation_view(one: Explanation) -> schemas.ExplanationView:
    """How a figure was made."""
    return schemas.ExplanationView(
        figure=one.figure,
        title=one.title,
        value=rounded(one.value),
        unit=one.unit,
        formula=one.formula,
        lines=[
            schemas.ExplanationLine(
                label=line.label,
                value=rounded(line.value, 3),
                unit=line.unit or one.unit,
                how=line.how,
                source=line.source,
                sure=line.sure,
                at=line.at,
            )
            for line in one.lines
        ],
        text=one.as_text(),
    )
