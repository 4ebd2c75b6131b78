"""Keeps other web sites and oversized bodies out, and what the page may load in.

The server listens on 127.0.0.1 only; a page from elsewhere could still aim at it through the
browser, so Host and Origin must both be this machine's.
"""

import logging
from urllib.parse import urlsplit

from starlette.datastructures import Headers, MutableHeaders
from starlette.exceptions import HTTPException
from starlette.responses import JSONResponse
from starlette.types import ASGIApp, Message, Receive, Scope, Send

LOCAL_HOSTS = {"127.0.0.1", "localhost", "[::1]"}
MAX_BODY_BYTES = 32 * 1024 * 1024
POLICY = (
    "default-src 'self'; img-src 'self' data:; style-src 'self' 'unsafe-inline'; "
    "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
)
TOO_LARGE = f"The upload is too large; at most {MAX_BODY_BYTES // 1024 // 1024} MiB are taken."
BROKEN = (
    "Something went wrong in Passerelle itself; read the page again to see what is stored. "
    "The log in the data folder says what it was."
)
LOG = logging.getLogger(__name__)
SHARED = "passerelle.shared"
"""Under this key a request says that it came through the door to other devices."""
DEVICE = "passerelle.paired"
"""Under this key a request carries the paired device that sent it."""
SAFE_METHODS = {"GET", "HEAD", "OPTIONS"}


def _host_name(host: str) -> str:
    return host.rsplit(":", 1)[0] if not host.endswith("]") else host


def refused(method: str, headers: Headers) -> str | None:
    """Why a request is not taken, in one sentence; None where it is."""
    host = headers.get("host", "")
    if _host_name(host) not in LOCAL_HOSTS:
        return "This server only answers to its own address on this machine."
    origin = headers.get("origin")
    if method not in SAFE_METHODS and origin is not None and urlsplit(origin).netloc != host:
        return "Changes are only taken from Passerelle's own pages."
    return None


class Guard:
    """Middleware: Host, Origin, body size, and the headers of every response."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        headers = Headers(scope=scope)
        read, started = 0, False

        async def counted() -> Message:
            nonlocal read
            message = await receive()
            read += len(message.get("body", b""))
            if read > MAX_BODY_BYTES:
                raise HTTPException(413, TOO_LARGE)  # readers of bodies let it through
            return message

        async def with_headers(message: Message) -> None:
            nonlocal started
            if message["type"] == "http.response.start":
                started = True
                out = MutableHeaders(scope=message)
                out["Content-Security-Policy"] = POLICY
                out["X-Content-Type-Options"] = "nosniff"
                out["Referrer-Policy"] = "no-referrer"
                out["Cross-Origin-Resource-Policy"] = "same-origin"
                if scope["path"].startswith("/api"):
                    out["Cache-Control"] = "no-store"
            await send(message)

        async def answer(status: int, detail: str) -> None:
            await JSONResponse({"detail": detail}, status)(scope, receive, with_headers)

        # What comes through the door to other devices was looked at there, more strictly.
        shared = scope.get(SHARED, False)
        reason = None if shared else refused(scope["method"], headers)
        length = headers.get("content-length", "0")
        if reason is not None:
            await answer(403, reason)
        elif not length.isdigit() or len(length) > 12 or int(length) > MAX_BODY_BYTES:
            await answer(413, TOO_LARGE)
        else:
            try:
                await self.app(scope, counted, with_headers)
            except Exception:
                LOG.exception("%s %s failed", scope["method"], scope["path"])
                if started:
                    raise  # half an answer is sent: the connection ends, and the page says so
                await answer(500, BROKEN)
