"""Routes of copies of the data folder."""

from fastapi import APIRouter, HTTPException
from fastapi.responses import FileResponse
from pydantic import BaseModel

from passerelle.plans import backups

from .context import Ctx

router = APIRouter(prefix="/api/backups", tags=["backups"])


class CopyView(BaseModel):
    """A copy. at : when, UTC. daily : made by itself, and let go after some days. size : bytes."""

    name: str
    at: str
    size: int
    daily: bool


class CopiesView(BaseModel):
    """Copies, newest first. folder : where they lie. days : how long daily ones are kept."""

    folder: str
    days: int
    copies: list[CopyView]


@router.get("", name="backups")
def listed(ctx: Ctx) -> CopiesView:
    """The copies that are there, and where."""
    return CopiesView(
        folder=str(backups.folder_of(ctx.store)),
        days=backups.DAYS,
        copies=[
            CopyView(name=one.name, at=one.at, size=one.size, daily=one.daily)
            for one in backups.copies(ctx.store)
        ],
    )


@router.post("", name="backUp")
def make(ctx: Ctx) -> CopiesView:
    """Make a copy now, while the plans are in use."""
    backups.back_up(ctx.store)
    return listed(ctx)


@router.get("/{name}", name="backupFile", response_class=FileResponse)
def copy(ctx: Ctx, name: str) -> FileResponse:
    """One copy, to be kept elsewhere."""
    if name not in {one.name for one in backups.copies(ctx.store)}:
        raise HTTPException(404, f"There is no copy {name[:60]!r}.")
    path = backups.folder_of(ctx.store) / name
    return FileResponse(path, filename=name, media_type="application/zip")
