"""Routes about devices as they stand: what sits in each port, and what they draw, give and bear."""

from collections import defaultdict

from fastapi import APIRouter

from passerelle.api.context import Ctx, Number, judged
from passerelle.core.judge.about import DEVICE
from passerelle.core.judge.bundles import carried_gbps
from passerelle.core.judge.services import check_service, slowest, way
from passerelle.core.judge.ties import ties_of
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.many import many_things
from passerelle.core.plan.devices import Device
from passerelle.core.plant.standing import plugged, standing
from passerelle.core.tables.devices import KINDS

from . import schemas as beside
from .routes import plan_finding

router = APIRouter(prefix="/api/plans/{plan_id}/devices", tags=["devices"])

Seats = dict[tuple[str, str | None], list[beside.SeatView]]


def _seats(check: PlanCheck) -> Seats:
    """What sits in the ports of each group, by device and group."""
    found: Seats = defaultdict(list)
    with many_things():
        for link_id, one in check.alone.items():
            link, planned = one.budget.link, check.plan.links.by_id[link_id]
            for claim in ties_of(link).claims:
                end = link.a if claim.side == "a" else link.b
                found[claim.device, claim.group].append(
                    beside.SeatView(
                        number=claim.number,
                        name=link.name,
                        link_id=link.id,
                        run=None,
                        lane=claim.lane,
                        rate_gbps=claim.rate_gbps,
                        set_gbps=end.port.set_gbps,
                        module=claim.application,
                        bundle=end.port.bundle,
                        fed=None,
                        side=claim.side,
                        end=planned.a if claim.side == "a" else planned.b,
                    )
                )
    for name, runs in plugged(check.plant).items():
        device = check.plant.devices[name]
        jacks = [group.name for group in device.ports if group.cage is None]
        for run in runs:
            group = run.group or (jacks[0] if len(jacks) == 1 else None)
            for _ in range(run.count):
                found[name, group].append(
                    beside.SeatView(
                        number=run.number,
                        name=run.run,
                        link_id=None,
                        run=run.run,
                        lane=None,
                        rate_gbps=run.rate_gbps,
                        set_gbps=None,
                        module=None,
                        bundle=None,
                        fed=run.fed,
                    )
                )
    return found


def _bundles(check: PlanCheck, name: str) -> list[beside.BundleView]:
    """Every other device that several links of this one go to, with what they carry together."""
    to: dict[str, list[tuple[str, float, str | None]]] = defaultdict(list)
    for ties in check.ties.values():
        if len(ties.claims) == 2 and not any(claim.lane for claim in ties.claims):
            for here, there in (ties.claims, ties.claims[::-1]):
                if here.device == name != there.device:
                    to[there.device].append((ties.name, here.rate_gbps, here.bundle))
    found = []
    for other, links in to.items():
        if len(links) > 1:
            carries = carried_gbps((rate, kind) for _, rate, kind in links)
            found.append(
                beside.BundleView(
                    other=other,
                    links=[link for link, _, _ in links],
                    kinds=sorted({kind for _, _, kind in links if kind is not None}),
                    whole_gbps=carries[0] if carries else None,
                    one_out_gbps=carries[1] if carries else None,
                )
            )
    return found


def _view(check: PlanCheck, device: Device, seats: Seats) -> beside.DeviceView:
    known = standing(device)
    fed = [
        standing(check.plant.devices[run.fed])
        for run in plugged(check.plant).get(device.name, ())
        if run.fed in check.plant.devices
    ]
    about = [one.finding for one in check.backbone if (one.sort, one.name) == (DEVICE, device.name)]
    about += [one.finding for one in check.findings if one.about == device.name]
    return beside.DeviceView(
        name=device.name,
        id=device.id,
        draw_w=known.draw_w,
        draw_peak_w=known.at_peak_w,
        gives_w=known.gives_w,
        protection=known.protection,
        coldest_c=known.coldest_c,
        hottest_c=known.hottest_c,
        typical=sorted(known.typical),
        fed=len(fed),
        fed_w=sum(one.draw_w or 0.0 for one in fed),
        fed_peak_w=sum(one.at_peak_w or 0.0 for one in fed),
        fed_unknown=sum(one.draw_w is None for one in fed),
        groups=[
            beside.GroupView(name=group.name, seats=seats.get((device.name, group.name), []))
            for group in device.ports
        ],
        loose=seats.get((device.name, None), []),
        bundles=_bundles(check, device.name),
        findings=[plan_finding(device.name, found) for found in about],
    )


def _services(check: PlanCheck) -> list[beside.ServiceView]:
    """Every service with its steps, as they are judged."""
    found = []
    ground = check.ground
    for service in check.plan.services:
        steps = way(service, ground)
        least = slowest(steps)
        found.append(
            beside.ServiceView(
                doc=service,
                steps=[beside.StepView(name=one.name, gbps=one.gbps) for one in steps],
                slowest=least.name if least is not None else None,
                finding=plan_finding(service.name, check_service(service, steps)),
            )
        )
    return found


@router.get("", name="listDevices")
def devices(ctx: Ctx, plan_id: Number) -> beside.DevicesView:
    """Every device with its ports as they are taken; and the kinds that a device may be of."""
    check = judged(ctx, plan_id).check
    seats = _seats(check)
    return beside.DevicesView(
        devices=[_view(check, one, seats) for one in check.plant.devices.values()],
        services=_services(check),
        sorts=list(KINDS),
    )
