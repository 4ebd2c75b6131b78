"""Growth: which faster applications would the same glass and joints carry?"""

from dataclasses import dataclass, replace

from passerelle.core.judge.check import TIGHT, WORKS, LinkCheck
from passerelle.core.judge.future import comparable
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End
from passerelle.core.plan.connectors import connector
from passerelle.core.tables import Application

from .proposal import plug_for


@dataclass(frozen=True, slots=True)
class Growth:
    """What a link's glass and joints carry beyond what runs on it now.

    carries : applications that work with new modules alone, fastest first.
    next_rate_gbps, next_stopped_by : the next rate that nothing carries, and what stops the
        application that comes nearest to it; None where every rate of the table is carried.
    """

    carries: tuple[str, ...]
    next_rate_gbps: float | None
    next_application: str | None
    next_stopped_by: str | None


def as_application(link: Link, application: Application) -> Link:
    """The same path with other modules; ports and cages are left out: they change with them."""
    far = application.pairs_with or application.name
    plug = plug_for(application)
    socket = connector(f"{plug.type}/{plug.polish}")
    ends = []
    for end, name in ((link.a, application.name), (link.b, far)):
        old = end.connector
        keeps = plug.family != "MPO" and old is not None and old.family != "MPO"
        ends.append(End(name, end.place, connector=old if keeps else socket))
    return replace(link, a=ends[0], b=ends[1])


def growth(check: LinkCheck) -> Growth:
    """Judge every faster application of the same kind on the link's own path.

    Of a one-strand pair only one side is named.
    """
    sums, link = check.budget, check.budget.link
    if any(module.parent for module in sums.modules):
        return Growth((), None, None, None)  # a lane grows with its port, not by itself
    slower = min(sums.modules, key=lambda module: module.rate_gbps)
    now, mode = slower.rate_gbps, sums.lowest.mode if sums.lowest else ""
    carried: list[Application] = []
    stopped: list[tuple[int, float, Application, str]] = []
    for application in comparable(slower, mode):
        pair = application.pairs_with
        if application.rate_gbps <= now or (pair is not None and pair < application.name):
            continue
        then = check.again(as_application(link, application))
        if then.verdict in (WORKS, TIGHT):
            carried.append(application)
            continue
        causes = [f for f in then.findings if f.explained_by is None]
        stops = [f for f in causes if f.rule.severity == "stop"] or [
            f for f in causes if f.rule.id.endswith(".unknown")
        ]
        if stops:
            excess = -(then.margin_db if then.margin_db is not None else 99.0)
            stopped.append((len(stops), excess, application, stops[0].said))
    rates = {a.rate_gbps for a in carried}
    beyond = [s for s in stopped if s[2].rate_gbps not in rates]
    top = max(rates, default=now)
    higher = [s for s in beyond if s[2].rate_gbps > top] or beyond
    carries = tuple(a.name for a in sorted(carried, key=lambda a: -a.rate_gbps))
    if not higher:
        return Growth(carries, None, None, None)
    next_rate = min(s[2].rate_gbps for s in higher)
    nearest = min((s for s in higher if s[2].rate_gbps == next_rate), key=lambda s: s[:2])
    return Growth(carries, next_rate, nearest[2].name, nearest[3])
