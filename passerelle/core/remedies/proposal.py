"""From 'these two places, this application, this far' to a complete path that can be edited.

Short runs get a cable with plugs on it between two panels; longer ones get pigtails spliced to the
cable, and a splice wherever one reel ends. The proposal is then judged like any other link.
"""

from dataclasses import dataclass, replace

from passerelle.core.judge.check import TIGHT, WORKS, LinkCheck, check_link
from passerelle.core.judge.levels import uncertain_figures
from passerelle.core.light.between import joint_between
from passerelle.core.light.edits import apply_all, low_loss_adapters
from passerelle.core.light.link import Link, budget
from passerelle.core.light.modules import End
from passerelle.core.plan.connectors import Connector, connector
from passerelle.core.plan.fields import MAX_LENGTH_M
from passerelle.core.plan.house_rules import BY_LENGTH, FACTORY, FIELD, PIGTAILS, Finish, HouseRules
from passerelle.core.plan.lightpath import Glass, Joint, LightPath, Part, Segment
from passerelle.core.refused import Told
from passerelle.core.tables import MULTIMODE, STANDARD, Application, Fiber
from passerelle.core.tables.rows import Wiring
from passerelle.core.words import metres

MULTIMODE_GRADE, SINGLE_MODE_GRADE = "OM4", "OS2"
NEW_GLASS: dict[str | None, Glass] = {"OS2": "G.652.D"}
"""What new cable of a class is made of: every OS2 cable on sale prints it, by practice."""
DEFAULT_RULES = HouseRules()


@dataclass(frozen=True, slots=True)
class Need:
    """What the technician wants. distance_m is the route length, slack not included. [m]

    fiber : a grade, or None to take the usual one for the application.
    """

    a_place: str
    b_place: str
    application: str
    distance_m: float
    fiber: str | None = None


class NeedError(Told):
    """The need cannot be met as stated; `path` names the field."""


def usual_fiber(application: Application) -> Fiber:
    """The grade to propose: OM4 for multimode applications, OS2 for the others.

    Where the application publishes no reach on OM4, the highest grade for which it does.
    """
    rows = {row.fiber: row for row in application.reach if row.m is not None}
    if "OS" in rows or not rows:
        return STANDARD.fibers[SINGLE_MODE_GRADE]
    if MULTIMODE_GRADE in rows:
        return STANDARD.fibers[MULTIMODE_GRADE]
    listed = [STANDARD.fibers[name] for name in rows if name in STANDARD.fibers]
    return max(listed, key=lambda fiber: fiber.rank)


def plug_for(application: Application) -> Connector:
    """The plug that the application's module takes; duplex and one-strand modules take LC."""
    if application.interface.startswith("MPO"):
        kind, polish = application.interface.split("/")
        return connector(f"{kind}/{polish}/unpinned")
    return connector("LC/UPC")


def propose(need: Need, rules: HouseRules = DEFAULT_RULES) -> Link:
    """A complete link for a need, with standard connectors where they keep the limit.

    The house rules choose the mode, how the cable is terminated, and the connectors on the panels.

    Raises NeedError.
    """
    link = _with_standard_connectors(need, rules)
    if rules.termination == FIELD and not any(e and e.pins for e in link.path.segment(0).ends):
        return link  # connectors fitted by hand do not come in low-loss grades
    margins = [d.margin_db for d in budget(link, rules).directions]
    if any(margin is not None and margin < 0 for margin in margins):
        return apply_all(link, low_loss_adapters(link.path))
    return link


def _with_standard_connectors(need: Need, rules: HouseRules) -> Link:
    application = STANDARD.applications.get(need.application)
    if application is None:
        raise NeedError("application", f"{need.application[:60]!r} is not an application")
    if not 0 < need.distance_m <= MAX_LENGTH_M - 100:
        raise NeedError(
            "distance_m",
            f"{need.distance_m:g} m is not a distance between two places; it is more than 0 and at "
            f"most {MAX_LENGTH_M - 100:g} m",
        )
    if need.fiber is not None and need.fiber not in STANDARD.fibers:
        raise NeedError("fiber", f"{need.fiber[:40]!r} is not a fiber")
    fiber = STANDARD.fibers[need.fiber] if need.fiber else usual_fiber(application)
    plug = plug_for(application)
    socket = connector(f"{plug.type}/{plug.polish}") if plug.pins else plug
    far = application.pairs_with or application.name
    return Link(
        name=f"{need.a_place} – {need.b_place}"[:120],
        a=End(application.name, need.a_place, None, socket),
        b=End(far, need.b_place, None, socket),
        path=LightPath(
            tuple(
                replace(part, glass=NEW_GLASS.get(part.fiber))
                if isinstance(part, Segment) and part.kind == "cable"
                else part
                for part in _parts(need.distance_m, application, fiber, plug, rules)
            )
        ),
    )


def panel_plug(rules: HouseRules, fiber: Fiber) -> Connector:
    """The plug of new panels; multimode has no angled faces, and takes the flat one of its type."""
    wanted = connector(rules.panel_plug)
    return connector(f"{wanted.type}/UPC") if fiber.mode == MULTIMODE else wanted


def _parts(
    distance_m: float, application: Application, fiber: Fiber, plug: Connector, rules: HouseRules
) -> list[Part]:
    planning = STANDARD.planning
    cable_m = distance_m + 2 * planning["slack_each_end_m"]
    if plug.pins is not None:
        return _trunk(cable_m, fiber, plug)
    panel = panel_plug(rules, fiber)
    one_strand = application.strands == 1
    cord = Segment(
        "cord", planning["cord_m"], fiber.name, (plug, panel), None if one_strand else "A-B"
    )
    adapter = joint_between(panel, panel)
    run = _reels(cable_m, fiber, one_strand)
    how = termination(cable_m, rules)
    if how != PIGTAILS:
        return [cord, adapter, *_plugged(run, panel), adapter, cord.reversed()]
    pigtail = Segment("pigtail", planning["pigtail_m"], fiber.name, (panel, connector("bare")))
    splice = Joint("fusion")
    tail = pigtail.reversed()
    return [cord, adapter, pigtail, splice, *run, splice, tail, adapter, cord.reversed()]


def _plugged(run: list[Part], plug: Connector) -> list[Part]:
    """The run with plugs on both its ends."""
    path = LightPath(tuple(run))
    first = path.segment(0)
    path = LightPath((replace(first, ends=(plug, first.ends[1])), *path.parts[1:]))
    last = path.segment(len(run) - 1)
    return [*path.parts[:-1], replace(last, ends=(last.ends[0], plug))]


def _trunk(cable_m: float, fiber: Fiber, plug: Connector) -> list[Part]:
    """A multi-fiber trunk, which is always factory-made: pinned, so that the cords are not."""
    panel = connector(f"{plug.type}/{plug.polish}/pinned")
    # Opposed keys do not turn the row over: with angled faces one type-B part, the trunk, will do.
    wiring: Wiring = "type-A" if plug.is_angled else "type-B"
    cord = Segment("cord", STANDARD.planning["cord_m"], fiber.name, (plug, plug), wiring)
    adapter = joint_between(plug, panel)
    cable = Segment("cable", cable_m, fiber.name, (panel, panel), "type-B")
    return [cord, adapter, cable, adapter, cord]


def termination(cable_m: float, rules: HouseRules) -> Finish:
    """How a new cable of this length is terminated by the house rules.

    By length: factory-made while short. A factory-made cable comes in one piece: over a reel it is
    pigtails in any case.
    """
    planning = STANDARD.planning
    if rules.termination == BY_LENGTH:
        return FACTORY if cable_m < planning["spliced_from_m"] else PIGTAILS
    if rules.termination == FACTORY and cable_m > planning["reel_m"]:
        return PIGTAILS
    return rules.termination


def _reels(cable_m: float, fiber: Fiber, one_strand: bool) -> list[Part]:
    """The cable as equal pieces, none longer than a reel, spliced to each other."""
    reel_m = STANDARD.planning["reel_m"]
    pieces = max(1, -int(-cable_m // reel_m))
    bare = connector("bare")
    run: list[Part] = []
    for at in range(pieces):
        crossed = at == 0 and not one_strand
        wiring: Wiring = "crossed" if crossed else "straight"
        run.append(Segment("cable", cable_m / pieces, fiber.name, (bare, bare), wiring))
        run.append(Joint("fusion"))
    return run[:-1]


@dataclass(frozen=True, slots=True)
class Suited:
    """One application for a distance: does its usual glass reach, and with what to spare."""

    application: str
    rate_gbps: float
    strands: int
    mode: str
    fiber: str
    reach_m: float | None
    margin_db: float | None
    fits: bool
    sure: bool
    reason: str


def suited(distance_m: float, rules: HouseRules, fiber: str | None = None) -> list[Suited]:
    """Every application from place to place judged at one distance, on `fiber` or its usual glass.

    Each is a proposed path run through the same check as any link. Raises NeedError.
    """
    found = []
    for application in STANDARD.applications.values():
        if application.family == "shared":
            continue  # it takes splitters, not a cable from place to place
        need = Need("a", "b", application.name, distance_m, fiber)
        found.append(_suited(application, check_link(propose(need, rules), rules)))
    return found


def _suited(application: Application, check: LinkCheck) -> Suited:
    sums = check.budget
    assert sums.lowest is not None
    fits = check.verdict in (WORKS, TIGHT)
    return Suited(
        application=application.name,
        rate_gbps=application.rate_gbps,
        strands=application.strands,
        mode=sums.lowest.mode,
        fiber=sums.lowest.name,
        reach_m=sums.reach.m,
        margin_db=check.margin_db,
        fits=fits,
        sure=not uncertain_figures(sums),
        reason=_reason(check, fits),
    )


def _reason(check: LinkCheck, fits: bool) -> str:
    """What speaks for or against, in a few words."""
    reach_m, glass = check.budget.reach.m, check.budget.lowest.name if check.budget.lowest else "?"
    if reach_m is None:
        return f"no reach is published on {glass}"
    first = check.findings[0].rule.id if check.findings else ""
    if not fits and first == "light.overload":
        return "more light than the receiver bears: needs an attenuator"
    if not fits and first == "loss.over-limit" and check.margin_db is not None:
        return f"{-check.margin_db:.1f} dB over its limit on {glass}"
    if not fits and check.margin_db is None:
        return "its loss limit is not known"
    return f"reaches {metres(reach_m)} on {glass}"
