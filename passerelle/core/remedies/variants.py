"""What if: the same link with other glass, other connectors or other modules, side by side."""

from dataclasses import dataclass, replace

from passerelle.core.judge.check import FAILS, TIGHT, VERDICT_UNKNOWN, WORKS, LinkCheck
from passerelle.core.light.edits import Edit, SetPart, apply_all
from passerelle.core.light.link import Link
from passerelle.core.light.modules import family_of
from passerelle.core.plan.lightpath import Joint
from passerelle.core.refused import Told
from passerelle.core.tables import MULTIMODE, Tables

from .cures import with_application, with_glass
from .growth import Growth, growth
from .proposal import SINGLE_MODE_GRADE

VERDICTS = (WORKS, TIGHT, VERDICT_UNKNOWN, FAILS)


class VariantError(Told):
    """A variant names what is not there; `path` names the field."""


@dataclass(frozen=True, slots=True)
class Variant:
    """A change of the whole link; None leaves what is there."""

    fiber: str | None = None
    grade: str | None = None
    application: str | None = None

    @property
    def label(self) -> str:
        """What is different, in a few words."""
        said = [self.application, self.fiber, f"{self.grade} connectors" if self.grade else None]
        return ", ".join(word for word in said if word) or "as it is"


@dataclass(frozen=True, slots=True)
class Compared:
    """One variant with its edits, its check, and what it carries later."""

    variant: Variant
    edits: tuple[Edit, ...]
    check: LinkCheck
    growth: Growth


def edits_of(link: Link, variant: Variant, tables: Tables) -> tuple[Edit, ...]:
    """The edits that make a link into its variant. Raises VariantError."""
    edits: list[Edit] = []
    if variant.application is not None:
        application = tables.applications.get(variant.application)
        if application is None:
            raise VariantError("application", f"{variant.application[:60]!r} is not an application")
        ends = with_application(link, application)
        if ends is None:
            raise VariantError(
                "application",
                f"{variant.application} takes another plug than this path has at its ends",
            )
        edits += ends
    if variant.fiber is not None:
        if variant.fiber not in tables.fibers:
            raise VariantError("fiber", f"{variant.fiber[:40]!r} is not a fiber")
        edits += with_glass(link, variant.fiber)
    if variant.grade is not None:
        edits += _grades(link, variant.grade, tables)
    return tuple(edits)


def _grades(link: Link, grade: str, tables: Tables) -> list[Edit]:
    """Every mated pair of one grade, where its connector has that grade."""
    if grade not in tables.grades:
        raise VariantError("grade", f"{grade[:40]!r} is not a grade of mated pair")
    edits: list[Edit] = []
    for at, joint in enumerate(link.path.parts):
        if not isinstance(joint, Joint) or joint.kind != "adapter" or joint.loss_db is not None:
            continue
        near = link.path.segment(at - 1).ends[1]
        known = grade == "reference" or (near and (near.family, grade) in tables.mated_pairs)
        if known and (joint.grade or "standard") != grade:
            edits.append(SetPart.to(replace(joint, grade=grade)))
    return edits


def compared(check: LinkCheck, variant: Variant) -> Compared:
    """Judge one variant of a link. Raises VariantError."""
    link = check.budget.link
    edits = edits_of(link, variant, check.budget.tables)
    after = check.again(apply_all(link, edits)) if edits else check
    return Compared(variant, edits, after, growth(after))


def suggested(check: LinkCheck) -> tuple[Variant, ...]:
    """Up to three variants worth a look: better connectors, better glass, other modules, the other
    mode; of each kind the best: what works, without warnings, with the larger margin.
    """
    found: list[tuple[int, float, Variant]] = []
    lowest = check.budget.lowest
    tables = check.budget.tables
    kinds: list[list[Variant]] = [[Variant(grade="low-loss")], [], [], []]
    rate = max(module.rate_gbps for module in check.budget.modules)
    family = family_of(check.budget.link.a.application)
    if lowest is not None:
        kinds[1] = [
            Variant(fiber=f.name)
            for f in tables.fibers.values()
            if f.mode == lowest.mode and f.rank > lowest.rank and not f.legacy
        ]
    kinds[2] = [
        Variant(application=a.name)
        for a in tables.applications.values()
        if a.rate_gbps == rate and a.family == family and a.name != check.budget.link.a.application
    ]
    if lowest is not None and lowest.mode == MULTIMODE:
        kinds[3] = [
            Variant(fiber=SINGLE_MODE_GRADE, application=a.name)
            for a in tables.applications.values()
            if a.rate_gbps == rate
            and a.family == family
            and any(row.fiber == "OS" for row in a.reach)
        ]
    for kind in kinds:
        tried = []
        for variant in kind:
            try:
                one = compared(check, variant)
            except VariantError:
                continue
            if one.edits:
                rank = VERDICTS.index(one.check.verdict)
                warned = sum(f.rule.severity == "warn" for f in one.check.findings)
                tried.append((rank, warned, -(one.check.margin_db or -99.0), variant))
        for rank, _, margin, variant in sorted(tried, key=lambda t: t[:3])[:1]:
            found.append((rank, margin, variant))
    return tuple(variant for _, _, variant in sorted(found, key=lambda t: t[0])[:3])
