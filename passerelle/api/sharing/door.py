"""What stands before the application where it is shared: nobody in who was not paired.

Host and Origin are exactly the address that is shared. What a device may is its role. Everything
else is as on this machine.
"""

import re
from http.cookies import CookieError, SimpleCookie

from starlette.concurrency import run_in_threadpool
from starlette.datastructures import Headers
from starlette.responses import HTMLResponse, JSONResponse, RedirectResponse, Response
from starlette.types import ASGIApp, Receive, Scope, Send

from passerelle.api.guard import DEVICE, SAFE_METHODS, SHARED
from passerelle.core.refused import Refused
from passerelle.plans.paired import MAX_NAME, Role, let_in, pair
from passerelle.plans.store import Store

from .page import form_of, pairing_page
from .pairing import NoPairingError, Pairing

COOKIE = "__Host-passerelle"
COOKIE_S = 180 * 24 * 3600
MAX_FORM = 4096
READING = re.compile(
    r"/api/plans/\d+/("
    r"choose(/(schools|finishes|line|sensitivity|best|outlying))?|lists/(read|preview)"
    r"|house-rules/preview|own-parts/check|plant/(identify|ending|diverse|compare|import/preview)"
    r"|links/[^/]+/(preview|variants|polarity/preview|as-found)|papers/labels\.pdf)"
    r"|/api/practice/(draw|drill|look)"
)
"""What is sent to be worked out; nothing of it is stored."""
NOTING = re.compile(r"/api/plans/\d+/(facts|files|visits/packet)|/api/practice/(answer|wipe)")
HERE_ALONE = re.compile(r"/api/(share(?!/me$)|backups)")
MAY_NOT: dict[Role, str] = {
    "look": "This device may only look; it was paired so.",
    "site": "This device notes what is done on site; plans are changed elsewhere.",
    "plan": "This is only done on the machine itself.",
}
_POLICY = {
    "Content-Security-Policy": "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; "
    "frame-ancestors 'none'; base-uri 'none'",
    "X-Content-Type-Options": "nosniff",
    # Without any, a form would not say where it comes from.
    "Referrer-Policy": "same-origin",
    "Cache-Control": "no-store",
}


def may(role: Role, method: str, path: str) -> bool:
    """Whether a device of this role may ask for that."""
    if HERE_ALONE.match(path):
        return False
    if method in SAFE_METHODS or (method == "POST" and READING.fullmatch(path)):
        return True
    if method == "DELETE" and path.startswith("/api/work/"):
        return True  # stopping what one has asked for oneself
    if role == "site":
        return method == "POST" and NOTING.fullmatch(path) is not None
    return role == "plan"


class Door:
    """The application as paired devices get it. netloc : the address and port that is shared."""

    def __init__(self, app: ASGIApp, store: Store, pairing: Pairing, netloc: str) -> None:
        self.app, self.store, self.pairing, self.netloc = app, store, pairing, netloc

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            if scope["type"] == "websocket":
                await send({"type": "websocket.close"})
            return
        headers = Headers(scope=scope)
        method, path = scope["method"], scope["path"]
        answer: Response | None = None
        if headers.get("host") != self.netloc:
            answer = _said(403, "This address is not the one that is shared.")
        elif method not in SAFE_METHODS and headers.get("origin") != f"https://{self.netloc}":
            answer = _said(403, "Changes are only taken from Passerelle's own pages.")
        elif path == "/pair":
            answer = await self._pair(scope, receive)
        else:
            answer = await self._checked(scope, headers)
        if answer is not None:
            await answer(scope, receive, send)
            return
        await self.app({**scope, SHARED: True}, receive, send)

    async def _checked(self, scope: Scope, headers: Headers) -> Response | None:
        """Let a paired device in, by its role; None: the application answers."""
        token = token_of(headers)
        device = await run_in_threadpool(let_in, self.store, token) if token else None
        if device is None:
            if scope["path"].startswith("/api/"):
                return _said(401, "This device is not paired, or was turned off.")
            return RedirectResponse("/pair", 303, headers=_POLICY)
        if not may(device.role, scope["method"], scope["path"]):
            return _said(403, MAY_NOT[device.role])
        scope[DEVICE] = device
        return None

    async def _pair(self, scope: Scope, receive: Receive) -> Response:
        if scope["method"] != "POST":
            code = form_of(scope["query_string"]).get("code", "")
            return HTMLResponse(pairing_page(code[:20]), headers=_POLICY)
        body = b""
        more = True
        while more:
            message = await receive()
            body += message.get("body", b"")
            more = message.get("more_body", False)
            if len(body) > MAX_FORM:
                return _said(413, "That is no pairing form.")
        form = form_of(body)
        name, code = form.get("name", "")[:MAX_NAME], form.get("code", "")[:20]
        address = (scope.get("client") or ("",))[0]
        try:
            if not name.strip():
                raise Refused("name", "say what this device is called")
            role = self.pairing.take(code, address)
            _, token = await run_in_threadpool(pair, self.store, name, role)
        except NoPairingError as no:
            status = 429 if no.too_many else 403
            return HTMLResponse(pairing_page("", name, str(no)), status, headers=_POLICY)
        except Refused as refused:
            said = refused.reason.capitalize()
            return HTMLResponse(pairing_page(code, name, f"{said}."), 422, headers=_POLICY)
        answer = RedirectResponse("/", 303, headers=_POLICY)
        answer.set_cookie(
            COOKIE, token, max_age=COOKIE_S, path="/", secure=True, httponly=True, samesite="strict"
        )
        return answer


def token_of(headers: Headers) -> str:
    """The token that a device shows; nothing where it shows none."""
    try:
        found = SimpleCookie(headers.get("cookie", "")).get(COOKIE)
    except CookieError:
        return ""
    return found.value if found is not None else ""


def _said(status: int, detail: str) -> Response:
    return JSONResponse({"detail": detail}, status, headers=_POLICY)
