"""What is saved meanwhile, told as it happens: server-sent events of one plan."""

import json
from collections.abc import AsyncIterator, Awaitable, Callable
from time import monotonic

from anyio import sleep
from fastapi import APIRouter, Request
from fastapi.responses import StreamingResponse
from starlette.concurrency import run_in_threadpool

from passerelle.api.context import Context, Ctx, Number
from passerelle.api.guard import DEVICE
from passerelle.plans.paired import still_in
from passerelle.plans.plans import NoPlanError

router = APIRouter(prefix="/api/plans/{plan_id}", tags=["plans"])
LOOK_S = 0.4
"""So often it is looked at what is stored, by this program or by another. [s]"""
ALIVE_S = 15.0
"""After so long without news a line says that there is none. [s]"""


def _state(ctx: Context, plan_id: int, device: int | None) -> tuple[int, int] | None:
    """Revision and number of the last fact; None: no more is to be told."""
    if device is not None and not still_in(ctx.store, device):
        return None
    try:
        held = ctx.plans.held(plan_id)
    except NoPlanError:
        return None
    return held.revision, held.fact_number


async def told(
    look: Callable[[], Awaitable[tuple[int, int] | None]],
    gone: Callable[[], Awaitable[bool]],
    look_s: float = LOOK_S,
) -> AsyncIterator[str]:
    """Events: the state at first, then each other one, and a comment now and then. [s]

    look : the state; None ends it. gone : whether nobody listens any more.
    """
    last: tuple[int, int] | None = None
    said = monotonic()
    while not await gone():
        now = await look()
        if now is None:
            return
        if now != last:
            yield f"data: {json.dumps({'revision': now[0], 'facts': now[1]})}\n\n"
            last, said = now, monotonic()
        elif monotonic() - said > ALIVE_S:
            yield ": nothing new\n\n"
            said = monotonic()
        await sleep(look_s)


@router.get("/events", name="planEvents", response_class=StreamingResponse)
def events(ctx: Ctx, plan_id: Number, request: Request) -> StreamingResponse:
    """Revision and number of facts, told when they change; ends where a device is turned off."""
    ctx.plans.held(plan_id)
    device = request.scope.get(DEVICE)
    number = device.id if device is not None else None

    async def look() -> tuple[int, int] | None:
        return await run_in_threadpool(_state, ctx, plan_id, number)

    return StreamingResponse(told(look, request.is_disconnected), media_type="text/event-stream")
