"""Routes about sharing, for the machine itself; and who a device is, for itself."""

from typing import Annotated

import segno
from fastapi import APIRouter, Depends, Request

from passerelle.api.context import Ctx, Number
from passerelle.api.guard import DEVICE
from passerelle.core.refused import Refused
from passerelle.plans import paired

from . import schemas
from .server import DEFAULT_PORT, Sharing, addresses

router = APIRouter(prefix="/api/share", tags=["sharing"])


def _sharing(request: Request) -> Sharing:
    found: Sharing = request.app.state.sharing
    return found


Share = Annotated[Sharing, Depends(_sharing)]


def _view(ctx: Ctx, sharing: Sharing) -> schemas.ShareView:
    now, code = sharing.now, sharing.pairing.now
    shown = None
    if now is not None and code is not None:
        url = f"{now.url}/pair?code={code.text}"
        shown = schemas.CodeView(
            code=code.text, role=code.role, left_s=round(sharing.pairing.left_s()), url=url,
            qr=segno.make(url, error="m").svg_data_uri(scale=6, border=2),
        )  # fmt: skip
    return schemas.ShareView(
        url=now.url if now is not None else None,
        fingerprint=now.fingerprint if now is not None else None,
        addresses=addresses(),
        port=now.port if now is not None else DEFAULT_PORT,
        code=shown,
        devices=[schemas.PairedView.model_validate(one, from_attributes=True)
                 for one in paired.listed(ctx.store)],
    )  # fmt: skip


@router.get("", name="getShare")
def get_share(ctx: Ctx, sharing: Share) -> schemas.ShareView:
    """Whether plans are shared, where, the code of the moment, and all paired devices."""
    return _view(ctx, sharing)


@router.post("", name="startShare")
def start(ctx: Ctx, sharing: Share, body: schemas.StartBody) -> schemas.ShareView:
    """Listen on an address of this machine, with TLS."""
    sharing.start(body.address, body.port)
    return _view(ctx, sharing)


@router.delete("", name="stopShare")
def stop(ctx: Ctx, sharing: Share) -> schemas.ShareView:
    """Nothing listens beyond this machine any more; devices stay paired."""
    sharing.stop()
    return _view(ctx, sharing)


@router.post("/code", name="newCode")
def new_code(ctx: Ctx, sharing: Share, body: schemas.CodeBody) -> schemas.ShareView:
    """A code for one device, valid for ten minutes; the one before is not any more."""
    if sharing.now is None:
        raise Refused("code", "nothing is shared yet: choose an address first")
    sharing.pairing.new(body.role)
    return _view(ctx, sharing)


@router.put("/devices/{number}", name="turnDevice")
def turn(ctx: Ctx, sharing: Share, number: Number, body: schemas.TurnBody) -> schemas.ShareView:
    """Turn a device off or on again; it counts at once."""
    paired.turn(ctx.store, number, off=body.off)
    return _view(ctx, sharing)


@router.delete("/devices/{number}", name="forgetDevice")
def forget(ctx: Ctx, sharing: Share, number: int) -> schemas.ShareView:
    """Delete a device; what it noted stays."""
    paired.forget(ctx.store, number)
    return _view(ctx, sharing)


@router.get("/me", name="getMe")
def me(request: Request) -> schemas.MeView:
    """Who asks: a paired device with its role, or this machine."""
    device: paired.Paired | None = request.scope.get(DEVICE)
    return schemas.MeView(
        name=device.name if device is not None else None,
        role=device.role if device is not None else None,
    )
