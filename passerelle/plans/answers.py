"""Answers for stored links. Nothing is stored: an answer is kept in memory while it still holds."""

from collections import OrderedDict
from dataclasses import dataclass
from typing import TypeVar

from pydantic import TypeAdapter
from sqlalchemy.orm import Session

from passerelle.core.judge.about import About
from passerelle.core.judge.check import LinkCheck, check_link, many_answers
from passerelle.core.judge.findings import Finding
from passerelle.core.judge.together import Facts, Together, facts_of, together
from passerelle.core.judge.wholeplan import backbone, joined_plant, with_backbone
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plant.model import Plant
from passerelle.formats import corelink, site
from passerelle.formats.owndocs import OwnPartDoc
from passerelle.formats.planfile import (
    DeviceDoc,
    HouseRulesDoc,
    SpareDoc,
)

from .documents import link_doc, links, place_names, plan_doc
from .journal import revision
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


@dataclass(frozen=True)
class _Looked:
    """A plan's links looked at together: as of which revision, by what, and what was found."""

    revision: int
    changed_in: int
    rules: HouseRules
    facts: dict[int, Facts]
    alone: Together
    plant_changed_in: int
    about: tuple[About, ...]
    found: Together
    """What the links do to each other, with what the backbone means for them."""


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
        self._looked: dict[int, _Looked] = {}
        self._plants: dict[int, tuple[int, int, Plant]] = {}

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
        """What only the whole plan shows.

        After a change of a few links only their facts are looked at again, and where those stay as
        they were, so does what follows from them.
        """
        return self._look(session, plan, rules).found

    def backbone(self, session: Session, plan: Plan) -> tuple[About, ...]:
        """Every finding about the backbone."""
        return self._look(session, plan, None).about

    def plant(self, session: Session, plan: Plan) -> Plant:
        """The backbone, with the links that run through it."""
        return joined_plant(self._bare_plant(session, plan), self._look(session, plan, None).facts)

    def _bare_plant(self, session: Session, plan: Plan) -> Plant:
        """The backbone without links, made once for each revision that changes it."""
        known = self._plants.get(plan.id)
        if known is None or known[:2] != (plan.plant_changed_in, plan.changed_in):
            doc = plan_doc(session, plan, with_links=False)
            known = (plan.plant_changed_in, plan.changed_in, site.site_of(doc).plant)
            self._plants[plan.id] = known
        return known[2]

    def _look(self, session: Session, plan: Plan, rules: HouseRules | None) -> _Looked:
        frame = self.frame(plan)
        rules = rules or frame.rules
        known = self._looked.get(plan.id)
        if known is not None and (known.revision, known.rules) == (plan.revision, rules):
            return known
        facts = self._after_one_change(session, plan, known) or self._all_facts(session, plan)
        alike = known is not None and known.rules == rules and facts is known.facts
        same_plant = known is not None and known.plant_changed_in == plan.plant_changed_in
        if known is not None and alike:
            alone = known.alone
        else:
            alone = together(facts.items(), frame.site.devices, frame.site.spares, rules)
        if known is not None and alike and same_plant:
            about, found = known.about, known.found
        else:
            about = backbone(self._bare_plant(session, plan), facts, rules)
            found = with_backbone(alone, about)
        looked = _Looked(
            plan.revision,
            frame.changed_in,
            rules,
            facts,
            alone,
            plan.plant_changed_in,
            about,
            found,
        )
        if rules == frame.rules:
            self._looked[plan.id] = looked
        return looked

    def _facts(self, row: LinkRow, frame: Frame, names: dict[int, str]) -> Facts:
        return facts_of(self.alone(row, frame, names).budget.link)

    def _all_facts(self, session: Session, plan: Plan) -> dict[int, Facts]:
        frame, names = self.frame(plan), place_names(session, plan)
        with many_answers():
            return {row.id: self._facts(row, frame, names) for row in links(session, plan)}

    def _after_one_change(
        self, session: Session, plan: Plan, known: "_Looked | None"
    ) -> dict[int, Facts] | None:
        """The facts after the newest revision alone; None where all have to be looked at.

        The same dictionary comes back where no fact has changed.
        """
        if known is None or known.changed_in != plan.changed_in:
            return None
        head = revision(session, plan, plan.revision)
        if head is None or known.revision != plan.revision - 1:
            return known.facts if known.revision == plan.revision else None
        touched = {c.entity_id for c in head.changes if c.entity == "link"}
        frame, names = self.frame(plan), place_names(session, plan)
        fresh = {}
        for number in touched:
            row = session.get(LinkRow, number)
            if row is None or number not in known.facts:
                return None  # a link came or went: the order counts
            fresh[number] = self._facts(row, frame, names)
        if all(known.facts[number] == facts for number, facts in fresh.items()):
            return known.facts
        return known.facts | fresh

    def shared(self, plan_id: int) -> dict[int, tuple[Finding, ...]]:
        """The findings of `together` as they were last worked out: to see what a change moved."""
        known = self._looked.get(plan_id)
        return known.found.by_link if known else {}

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
