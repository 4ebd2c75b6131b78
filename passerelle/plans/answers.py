"""Answers for stored links. Nothing is stored: an answer is kept in memory while it still holds."""

from collections import OrderedDict

from passerelle.core.check import LinkCheck, check_link
from passerelle.core.house_rules import HouseRules
from passerelle.formats import corelink
from passerelle.formats.planfile import HouseRulesDoc

from .documents import link_doc
from .models import LinkRow, Plan

KEPT = 20_000


class Answers:
    """Checks of links, by link row, the revision that last changed it, and the house rules."""

    def __init__(self) -> None:
        self._kept: OrderedDict[tuple[int, int, HouseRules], LinkCheck] = OrderedDict()

    def of(self, row: LinkRow, rules: HouseRules, names: dict[int, str]) -> LinkCheck:
        """The check of one link."""
        key = (row.id, row.changed_in, rules)
        found = self._kept.get(key)
        if found is None:
            found = check_link(corelink.link(link_doc(row, names)), rules)
            self._kept[key] = found
            if len(self._kept) > KEPT:
                self._kept.popitem(last=False)
        return found


def rules_of(plan: Plan) -> HouseRules:
    """The house rules of a stored plan."""
    return corelink.house_rules(HouseRulesDoc.model_validate(plan.house_rules))
