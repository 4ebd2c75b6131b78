"""How far a request has come that is still being answered, for whoever sent it.

A request with a token of its own in `x-passerelle-work` can be asked about, and stopped, while it
runs. The page makes the token up, at random: nobody else knows it.
"""

import re
from typing import Annotated

from fastapi import APIRouter, Path
from pydantic import BaseModel
from starlette.datastructures import Headers
from starlette.types import ASGIApp, Receive, Scope, Send

from passerelle.api.context import Ctx
from passerelle.core.working import Work, watched
from passerelle.plans.guarding import ACCEPTED

HEADER = "x-passerelle-work"
AGAIN = "x-passerelle-again"
TOKEN = re.compile(r"[0-9A-Za-z-]{8,64}")
MOST = 200
"""So many requests are watched at a time; more are answered all the same."""

router = APIRouter(prefix="/api/work", tags=["work"])
Token = Annotated[str, Path(max_length=64)]


class WorkView(BaseModel):
    """Work under way. of : 0 where the number of steps is not known. kept : it is stored."""

    what: str
    done: int
    of: int
    kept: bool


class Watch:
    """Middleware: work that has a token can be asked about while it runs."""

    def __init__(self, app: ASGIApp, works: dict[str, Work]) -> None:
        self.app = app
        self.works = works

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        token = Headers(scope=scope).get(HEADER, "") if scope["type"] == "http" else ""
        if not TOKEN.fullmatch(token) or token in self.works or len(self.works) >= MOST:
            await self.app(scope, receive, send)
            return
        work = self.works[token] = Work()
        try:
            with watched(work):
                await self.app(scope, receive, send)
        finally:
            del self.works[token]


class Accepting:
    """Middleware: who sends `x-passerelle-again: yes` knows that done work is done again."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        said = scope["type"] == "http" and Headers(scope=scope).get(AGAIN) == "yes"
        token = ACCEPTED.set(said)
        try:
            await self.app(scope, receive, send)
        finally:
            ACCEPTED.reset(token)


def _view(work: Work | None) -> WorkView | None:
    return WorkView(what=work.what, done=work.done, of=work.of, kept=work.kept) if work else None


@router.get("/{token}", name="getWork")
def get_work(ctx: Ctx, token: Token) -> WorkView | None:
    """How far the request of this token is; nothing where it is answered."""
    return _view(ctx.works.get(token))


@router.delete("/{token}", name="stopWork")
def stop_work(ctx: Ctx, token: Token) -> WorkView | None:
    """Ask the request of this token to stop. It is refused then, unless its change is stored."""
    work = ctx.works.get(token)
    if work is not None:
        work.stopping = True
    return _view(work)
