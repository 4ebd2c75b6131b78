"""Answers for stored links. Nothing is stored: an answer is kept in memory while it still holds."""

from collections import OrderedDict
from dataclasses import dataclass
from typing import TypeVar

from pydantic import TypeAdapter
from sqlalchemy import select
from sqlalchemy.orm import Session

from passerelle.core.check import LinkCheck, check_link, many_answers
from passerelle.core.findings import Finding
from passerelle.core.house_rules import HouseRules
from passerelle.core.together import Facts, Together, facts_of, together
from passerelle.formats import corelink, site
from passerelle.formats.owndocs import OwnPartDoc
from passerelle.formats.planfile import (
    DeviceDoc,
    HouseRulesDoc,
    SpareDoc,
)

from .documents import link_doc, place_names
from .models import LinkRow, Plan

KEPT = 20_000
_PARTS = TypeAdapter(list[OwnPartDoc])
_DEVICES = TypeAdapter(list[DeviceDoc])
_SPARES = TypeAdapter(list[SpareDoc])


def rules_of(plan: Plan) -> HouseRules:
    """The house rules of a stored plan."""
    return corelink.house_rules(HouseRulesDoc.model_validate(plan.house_rules))


def site_of(plan: Plan) -> site.Site:
    """What a stored plan has beside its links."""
    if not (plan.own_parts or plan.devices or plan.spares):
        return site.BARE_SITE
    return site.site(
        _PARTS.validate_python(plan.own_parts),
        _DEVICES.validate_python(plan.devices),
        _SPARES.validate_python(plan.spares),
    )


@dataclass(frozen=True)
class Frame:
    """What all links of a plan are judged by, as of the revision that last changed it."""

    plan_id: int
    changed_in: int
    rules: HouseRules
    site: site.Site


Key = TypeVar("Key")
Value = TypeVar("Value")


class _Kept(OrderedDict[Key, Value]):
    """Forgets what was made longest ago."""

    def __setitem__(self, key: Key, value: Value) -> None:
        super().__setitem__(key, value)
        if len(self) > KEPT:
            self.popitem(last=False)


class Answers:
    """Checks of links, by link, the revision that last changed it, and what it is judged by."""

    def __init__(self) -> None:
        self._frames: dict[int, Frame] = {}
        self._checks: _Kept[tuple[int, int, int, HouseRules], LinkCheck] = _Kept()
        self._facts: _Kept[tuple[int, int, int], Facts] = _Kept()
        self._together: dict[int, tuple[tuple[int, HouseRules], Together]] = {}

    def frame(self, plan: Plan) -> Frame:
        """House rules and site of a plan, made once for each revision that changes them."""
        known = self._frames.get(plan.id)
        if known is None or known.changed_in != plan.changed_in:
            known = Frame(plan.id, plan.changed_in, rules_of(plan), site_of(plan))
            self._frames[plan.id] = known
        return known

    def alone(
        self, row: LinkRow, frame: Frame, names: dict[int, str], rules: HouseRules | None = None
    ) -> LinkCheck:
        """The check of one link by itself, by the plan's house rules or by others."""
        rules = rules or frame.rules
        key = (row.id, row.changed_in, frame.changed_in, rules)
        found = self._checks.get(key)
        if found is None:
            link = corelink.link(link_doc(row, names), frame.site)
            found = check_link(link, rules, frame.site.tables)
            self._checks[key] = found
        return found

    def together(self, session: Session, plan: Plan, rules: HouseRules | None = None) -> Together:
        """What only the whole plan shows."""
        frame = self.frame(plan)
        rules = rules or frame.rules
        known = self._together.get(plan.id)
        if known is not None and known[0] == (plan.revision, rules):
            return known[1]
        query = select(LinkRow.id, LinkRow.changed_in).where(LinkRow.plan_id == plan.id)
        keys = [
            (number, changed_in, frame.changed_in)
            for number, changed_in in session.execute(query.order_by(LinkRow.position, LinkRow.id))
        ]
        missing = [key[0] for key in keys if key not in self._facts]
        names = place_names(session, plan) if missing else {}
        with many_answers():
            for at in range(0, len(missing), 500):
                some = missing[at : at + 500]
                for row in session.scalars(select(LinkRow).where(LinkRow.id.in_(some))):
                    link = self.alone(row, frame, names).budget.link
                    self._facts[row.id, row.changed_in, frame.changed_in] = facts_of(link)
            found = together(
                ((key[0], self._facts[key]) for key in keys),
                frame.site.devices,
                frame.site.spares,
                rules,
            )
        if rules == frame.rules:
            self._together[plan.id] = ((plan.revision, rules), found)
        return found

    def shared(self, plan_id: int) -> dict[int, tuple[Finding, ...]]:
        """The findings of `together` as they were last worked out: to see what a change moved."""
        known = self._together.get(plan_id)
        return known[1].by_link if known else {}

    def of(
        self,
        session: Session,
        plan: Plan,
        row: LinkRow,
        names: dict[int, str],
        rules: HouseRules | None = None,
    ) -> LinkCheck:
        """The whole check of one link."""
        alone = self.alone(row, self.frame(plan), names, rules)
        return alone.with_findings(self.together(session, plan, rules).by_link.get(row.id, ()))
