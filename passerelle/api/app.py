"""Puts the application together."""

import logging
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from pathlib import Path
from typing import cast

from fastapi import FastAPI, HTTPException, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import FileResponse, JSONResponse
from fastapi.routing import APIRoute
from fastapi.staticfiles import StaticFiles
from pydantic_core import ErrorDetails
from sqlalchemy.exc import DBAPIError
from starlette.concurrency import run_in_threadpool
from starlette.exceptions import HTTPException as StarletteHTTPException
from starlette.middleware.gzip import GZipMiddleware

from passerelle.core.changes.change import StillUsed
from passerelle.core.refused import Refused
from passerelle.formats.refusal import first_refusal
from passerelle.plans.faults import why_not
from passerelle.plans.files import Files
from passerelle.plans.guarding import WorkDoneError
from passerelle.plans.journal import NoStepError, StaleError, revision
from passerelle.plans.plans import NoPlanError, Plans
from passerelle.plans.store import Store
from passerelle.practice.kept import Kept

from . import backups, common
from .beside import devices
from .beside import routes as beside
from .choice import needs, prices
from .choice import routes as choice
from .context import Context, judged, link_view, revision_info
from .facts import routes as facts
from .guard import Guard
from .links import fixes
from .links import routes as links
from .lists import routes as lists
from .looking import routes as looking
from .looking import way
from .materials import routes as materials
from .papers import issued
from .papers import routes as papers
from .plans import events
from .plans import routes as plans
from .plans.schemas import Conflict
from .polarity import routes as polarity
from .practice import hour
from .practice import routes as practice
from .records import routes as records
from .reference import routes as reference
from .sharing import routes as sharing
from .sharing.server import Sharing
from .site import routes as site
from .testing import routes as testing
from .tracing import routes as tracing
from .turnup import changes as changesets
from .turnup import routes as turnup
from .visits import packets
from .visits import routes as visits
from .work import routes as work

LOG = logging.getLogger(__name__)
WEB = Path(__file__).resolve().parents[2] / "web" / "dist"


def create_app(store: Store, web: Path | None = WEB) -> FastAPI:
    """The application over one store; `web` is the built front end, None for the API alone."""
    app = FastAPI(
        title="Passerelle",
        version="1",
        docs_url=None,
        redoc_url=None,
        generate_unique_id_function=_operation_id,
        responses={422: {"model": common.Problem}, 404: {"model": common.Problem}},
        lifespan=_unshared,
    )
    app.state.sharing = Sharing(app, store)
    ctx = app.state.context = Context(store, Plans(store), Files(store.folder), Kept(store.folder))
    app.add_middleware(work.Watch, works=ctx.works)
    app.add_middleware(work.Accepting)
    app.add_middleware(GZipMiddleware, minimum_size=2000, compresslevel=4)
    app.add_middleware(Guard)
    for module in (
        plans, links, polarity, fixes, beside, site, choice, needs, prices, facts, reference,
        work, looking, way, devices, lists, materials, papers, issued, backups,
        visits, packets, sharing, events, testing, tracing, turnup, changesets, records,
        practice, hour,
    ):  # fmt: skip
        app.include_router(module.router)
    app.include_router(issued.history)
    app.add_exception_handler(StillUsed, site.still_used)
    app.add_exception_handler(WorkDoneError, site.work_done)
    app.add_exception_handler(NoPlanError, _missing)
    app.add_exception_handler(Refused, _refused)
    app.add_exception_handler(RequestValidationError, _invalid)
    app.add_exception_handler(StaleError, _stale)
    app.add_exception_handler(NoStepError, _nothing)
    app.add_exception_handler(DBAPIError, _storing)
    app.add_exception_handler(StarletteHTTPException, _plain)
    if web is not None and (web / "index.html").exists():
        _serve_front_end(app, web)
    return app


@asynccontextmanager
async def _unshared(app: FastAPI) -> AsyncIterator[None]:
    """When the application ends, nothing is shared any more."""
    yield
    await run_in_threadpool(app.state.sharing.stop)
    await run_in_threadpool(app.state.context.standins.stop)
    app.state.context.practice.close()


def _operation_id(route: APIRoute) -> str:
    return route.name


def _problem(status: int, detail: str) -> JSONResponse:
    return JSONResponse({"detail": detail}, status)


async def _refused(_request: Request, error: Exception) -> JSONResponse:
    return _problem(422, str(error))


async def _invalid(_request: Request, error: Exception) -> JSONResponse:
    """A body that does not validate is refused with the same sentence as a plan file."""
    assert isinstance(error, RequestValidationError)
    first = dict(error.errors()[0])
    if isinstance(first.get("input"), bytes):  # nobody took it for JSON
        return _problem(415, "The body is to be JSON, sent as application/json.")
    loc = first["loc"]
    first["loc"] = loc[1:] if loc and loc[0] in ("body", "query", "path", "header") else loc
    return _problem(422, str(first_refusal(cast(ErrorDetails, first))))


def _stale(request: Request, error: Exception) -> JSONResponse:
    """Somebody else saved in between: say who and what, and show the link as it is now."""
    assert isinstance(error, StaleError)
    ctx: Context = request.app.state.context
    plan_id = int(request.path_params["plan_id"])
    with ctx.store.reading() as session:
        row = revision(session, plan_id, error.number)
        newest = revision_info(row) if row else None
    current = None
    link_id = request.path_params.get("link_id")
    if link_id is not None:
        now = judged(ctx, plan_id)
        current = link_view(now, link_id) if link_id in now.check.alone else None
    body = Conflict(detail=str(error), newest=newest, current=current)
    return JSONResponse(body.model_dump(mode="json", by_alias=True), 409)


async def _missing(_request: Request, error: Exception) -> JSONResponse:
    return _problem(404, str(error))


async def _nothing(_request: Request, error: Exception) -> JSONResponse:
    return _problem(400, str(error))


async def _plain(_request: Request, error: Exception) -> JSONResponse:
    """Refusals of the framework itself, in words of the screen."""
    assert isinstance(error, StarletteHTTPException)
    said = {
        "There was an error parsing the body": "The body is nested too deeply to be read.",
        "Not Found": "There is no such address.",
        "Method Not Allowed": "This address does not take that.",
    }
    return _problem(error.status_code, said.get(error.detail, error.detail))


async def _storing(_request: Request, error: Exception) -> JSONResponse:
    """The database does not do what it is asked: why, in one sentence."""
    assert isinstance(error, DBAPIError)
    LOG.warning("database: %s", error.orig)
    return _problem(503, why_not(error))


def _serve_front_end(app: FastAPI, web: Path) -> None:
    """Assets, and the page itself for every address that is a view of it."""
    app.mount("/assets", StaticFiles(directory=web / "assets"))

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str) -> FileResponse:
        if path.startswith("api/"):
            raise HTTPException(404, "There is no such address.")
        file = (web / path).resolve()
        if path and file.is_relative_to(web.resolve()) and file.is_file():
            return FileResponse(file)
        return FileResponse(web / "index.html", headers={"Cache-Control": "no-cache"})
