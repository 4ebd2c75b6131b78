"""All remedies of a finding, tried out and ranked, each with the reason for its place."""

from collections.abc import Iterator
from dataclasses import dataclass, replace

from passerelle.core.judge.check import FAILS, TIGHT, WORKS, LinkCheck
from passerelle.core.judge.findings import EFFORTS, Finding, Remedy
from passerelle.core.judge.polarity import is_multi_fiber
from passerelle.core.light.edits import EditError, SetEnd, SetPart, apply_all
from passerelle.core.light.link import A, B, Link
from passerelle.core.light.modules import EndError, family_of
from passerelle.core.plan.connectors import connector
from passerelle.core.plan.ends import NO_SHEET
from passerelle.core.plan.lightpath import Segment
from passerelle.core.strands.methods import choices
from passerelle.core.tables import MULTIMODE, STANDARD, Application
from passerelle.core.words import counted

from .proposal import SINGLE_MODE_GRADE, plug_for
from .repolarising import repolarised

MOST = 4
"""More choices than this are no help."""

_OTHER_MODULES = {
    "reach.exceeded", "reach.unknown", "loss.over-limit", "light.overload", "light.too-weak",
    "module.mode",
}  # fmt: skip
_OTHER_GLASS = {"reach.exceeded", "reach.unknown", "loss.over-limit", "fiber.growth", "house.mode"}
_TRACED = {"polarity.not-crossed", "polarity.lanes"}
_ORDER = list(EFFORTS)


@dataclass(frozen=True, slots=True)
class Ranked:
    """A remedy, the link's check after it, and why it stands where it stands."""

    remedy: Remedy
    after: LinkCheck
    reason: str


def with_application(link: Link, application: Application) -> tuple[SetEnd, SetEnd] | None:
    """Edits that fit other modules at both ends; None where the path's plugs do not fit them."""
    plug = plug_for(application)
    edits = []
    far = application.pairs_with or application.name
    first, last = link.path.segment(0), link.path.segment(len(link.path.parts) - 1)
    for side, end, name, there in (
        (A, link.a, application.name, first.ends[0]),
        (B, link.b, far, last.ends[1]),
    ):
        if (
            there is not None
            and there.family != plug.family
            and "MPO" in (there.family, plug.family)
        ):
            return None
        socket = end.connector
        if plug.family == "MPO":
            socket = connector(f"{plug.type}/{plug.polish}")
        new = replace(
            end, application=name, data_sheet=NO_SHEET, own=None, form=None, connector=socket
        )
        edits.append(SetEnd.to(side, new))
    return edits[0], edits[1]


def with_glass(link: Link, fiber: str) -> tuple[SetPart, ...]:
    """Edits that make every segment of glass of one fiber; entered losses no longer hold then."""
    edits = []
    for part in link.path.parts:
        if isinstance(part, Segment) and part.fiber is not None and part.fiber != fiber:
            new = replace(part, fiber=fiber, existing=False, length_from=None, fiber_from=None)
            if part.kind != "cassette":
                new = replace(new, loss_db=None, source=None, loss_includes=None, reads=())
            edits.append(SetPart.to(new))
    return tuple(edits)


def _applications(check: LinkCheck) -> Iterator[Remedy]:
    """Other applications of the same speed on the same path."""
    link, modules = check.budget.link, check.budget.modules
    rate = max(module.rate_gbps for module in modules)
    if link.a.port.lane is not None or link.b.port.lane is not None:
        return
    for application in STANDARD.applications.values():
        here = application.name in (link.a.application, link.b.application)
        if application.rate_gbps != rate or here:
            continue
        if application.strands != (modules[0].strands or 2):
            continue
        if application.family != family_of(link.a.application):
            continue
        if check.budget.lowest and not _listed(application, check.budget.lowest.application_row):
            continue
        edits = with_application(link, application)
        if edits is not None:
            yield Remedy(f"{application.name} at both ends", edits, "module")


def _listed(application: Application, row: str) -> bool:
    return any(entry.fiber == row and entry.m is not None for entry in application.reach)


def _glasses(check: LinkCheck) -> Iterator[Remedy]:
    """Better glass of the same mode, all along the path."""
    lowest = check.budget.lowest
    if lowest is None:
        return
    for fiber in STANDARD.fibers.values():
        better = fiber.mode == lowest.mode and fiber.rank > lowest.rank and not fiber.legacy
        reaches_further = fiber.application_row != lowest.application_row
        if better and reaches_further:
            edits = with_glass(check.budget.link, fiber.name)
            if edits:
                yield Remedy(f"{fiber.name} all along", edits, "cable")


def _other_mode(check: LinkCheck) -> Iterator[Remedy]:
    """Single mode all along with modules for it: the nearest reach that is long enough."""
    if check.budget.lowest is None or check.budget.lowest.mode != MULTIMODE:
        return
    sums, found = check.budget, []
    rate = max(module.rate_gbps for module in sums.modules)
    for application in STANDARD.applications.values():
        row = next((r for r in application.reach if r.fiber == "OS"), None)
        if row is None or row.m is None or row.m < sums.length_m or row.loss_db is None:
            continue
        same = (
            application.rate_gbps == rate
            and application.strands == (sums.modules[0].strands or 2)
            and application.family == family_of(sums.link.a.application)
        )
        edits = with_application(sums.link, application) if same else None
        if edits is not None:
            found.append((row.m, application.name, edits))
    for _, name, edits in sorted(found, key=lambda f: f[:2])[:1]:
        glass = with_glass(sums.link, SINGLE_MODE_GRADE)
        yield Remedy(f"{name} over {SINGLE_MODE_GRADE}", (*edits, *glass), "cable")


def _methods(check: LinkCheck) -> Iterator[Remedy]:
    """The methods that the fewest changes lead to."""
    found = [c for c in choices(check.budget.link.path) if c.excluded is None and c.edits]
    for choice in sorted(found, key=lambda c: len(c.edits))[:2]:
        count = len(choice.edits)
        parts = counted(count, "part")
        yield Remedy(f"Follow method {choice.method.name}: {parts}", choice.edits, "part")


def _stops(check: LinkCheck) -> int:
    return sum(f.rule.severity == "stop" and f.explained_by is None for f in check.findings)


def _reason(remedy: Remedy, after: LinkCheck) -> str:
    left = _stops(after)
    words = EFFORTS[remedy.effort]
    if left:
        return f"{words}; {counted(left, 'other stop')} left"
    return words


def ranked(check: LinkCheck, found: Finding) -> tuple[Ranked, ...]:
    """Every remedy that takes this finding away, best first.

    First what leaves the fewest stops, then what takes the least effort, then the larger margin.
    """
    own = [remedy for remedy in (found.remedy, *found.others) if remedy is not None]
    more: list[Remedy] = []
    if found.rule.id in _TRACED and is_multi_fiber(check.budget.link.path.parts):
        own += repolarised(check.budget)
    if found.rule.id == "polarity.method-mix":
        own += _methods(check)
    if found.rule.id in _OTHER_MODULES and (
        check.verdict == FAILS or found.rule.id == "light.overload"
    ):
        more += _applications(check)
    if found.rule.id in _OTHER_GLASS:
        more += _glasses(check)
        more += _other_mode(check)
    tried = []
    for at, remedy in enumerate([*own, *more]):
        after = _applied(check, remedy)
        if after is None:
            continue
        cured = not any(
            f.rule.id == found.rule.id and f.ends == found.ends and f.at == found.at
            for f in after.findings
        )
        if at < len(own) or (cured and after.verdict in (WORKS, TIGHT)):
            tried.append((remedy, after))
    tried.sort(key=lambda t: (_stops(t[1]), _ORDER.index(t[0].effort), -(t[1].margin_db or 0.0)))
    return tuple(Ranked(r, after, _reason(r, after)) for r, after in tried[:MOST])


def _applied(check: LinkCheck, remedy: Remedy) -> LinkCheck | None:
    try:
        return check.again(apply_all(check.budget.link, remedy.edits))
    except (EditError, EndError):
        return None
