"""The second listener: TLS on one address of this machine, as long as somebody wants it."""

import asyncio
import errno
import socket
import threading
from dataclasses import dataclass
from ipaddress import ip_address
from pathlib import Path
from time import monotonic, sleep

import uvicorn
from starlette.types import ASGIApp

from passerelle.core.refused import Refused
from passerelle.plans.store import Store

from .certificate import Certificate
from .door import Door
from .pairing import Pairing

FOLDER = "share"
DEFAULT_PORT = 8443
BEGINS_S = 10.0
CLOSES_S = 0.25
ENDS_S = 2
"""How long an answer under way may still take when sharing ends. [s]"""
_WHY = {
    errno.EADDRNOTAVAIL: "is no address of this machine",
    errno.EADDRINUSE: "is taken on this port; choose another port",
    errno.EACCES: "may not be listened on with this port; choose one from 1024",
}


@dataclass(frozen=True, slots=True)
class Shared:
    """What is shared: where, and how its certificate is told from another."""

    address: str
    port: int
    fingerprint: str

    @property
    def netloc(self) -> str:
        """Address and port as they stand in an address line."""
        host = f"[{self.address}]" if ":" in self.address else self.address
        return host if self.port == 443 else f"{host}:{self.port}"

    @property
    def url(self) -> str:
        """Where the other device goes."""
        return f"https://{self.netloc}"


class Sharing:
    """Shares one application; off until `start`."""

    def __init__(self, app: ASGIApp, store: Store) -> None:
        self.app, self.store = app, store
        self.pairing = Pairing()
        self.now: Shared | None = None
        self._server: uvicorn.Server | None = None
        self._thread: threading.Thread | None = None
        self._lock = threading.Lock()

    def start(self, address: str, port: int = DEFAULT_PORT) -> Shared:
        """Listen on an address of this machine. Raises Refused; then nothing listens."""
        told = checked_address(address)
        with self._lock:
            self._stop()
            listener = _listening(told, port)
            try:
                files = Certificate(Path(self.store.folder) / FOLDER, told)
                self.now = Shared(told, listener.getsockname()[1], files.fingerprint)
                door = Door(self.app, self.store, self.pairing, self.now.netloc)
                self._server = uvicorn.Server(uvicorn.Config(
                    door, log_level="warning", access_log=False, lifespan="off",
                    ssl_keyfile=files.key, ssl_certfile=files.certificate,
                    timeout_graceful_shutdown=ENDS_S, proxy_headers=False, server_header=False,
                ))  # fmt: skip
            except OSError as error:
                listener.close()
                self.now = None
                reason = (error.strerror or "cannot be written").lower()
                raise Refused("certificate", reason) from None
            server = self._server
            self._thread = threading.Thread(
                target=lambda: asyncio.run(_served(server, listener)), daemon=True
            )
            self._thread.start()
            until = monotonic() + BEGINS_S
            while not self._server.started:
                if monotonic() > until or not self._thread.is_alive():
                    self._stop()
                    raise Refused("address", f"{told} could not be listened on; see the log")
                sleep(0.01)
            return self.now

    def stop(self) -> None:
        """Nothing listens beyond this machine any more."""
        with self._lock:
            self._stop()

    def _stop(self) -> None:
        self.pairing.drop()
        if self._server is not None:
            self._server.should_exit = True
        if self._thread is not None:
            self._thread.join(ENDS_S + 3)
        self.now = self._server = self._thread = None


async def _served(server: uvicorn.Server, listener: socket.socket) -> None:
    """Serve until asked to end; connections that were told to close then do."""
    await server.serve(sockets=[listener])
    await asyncio.sleep(CLOSES_S)


def checked_address(text: str) -> str:
    """One address, of one machine. Raises Refused."""
    try:
        found = ip_address(text.strip())
    except ValueError:
        raise Refused("address", f"{text[:40]!r} is no address such as 192.168.1.20") from None
    if found.is_unspecified or found.is_multicast:
        raise Refused("address", f"{found} is no address of one machine; choose one of its own")
    return str(found)


def _listening(address: str, port: int) -> socket.socket:
    family = socket.AF_INET6 if ":" in address else socket.AF_INET
    made = socket.socket(family, socket.SOCK_STREAM)
    made.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        made.bind((address, port))
    except (OSError, OverflowError) as error:
        made.close()
        code = getattr(error, "errno", None)
        raise Refused("address", f"{address} {_WHY.get(code or 0, 'cannot be used')}") from None
    return made


def addresses() -> list[str]:
    """Addresses of this machine that others on its network may reach, likeliest first."""
    found: dict[str, None] = {}
    for family, far in ((socket.AF_INET, "192.0.2.1"), (socket.AF_INET6, "2001:db8::1")):
        with socket.socket(family, socket.SOCK_DGRAM) as asked:
            try:
                asked.connect((far, 9))  # says which address would be used; nothing is sent
                found[asked.getsockname()[0]] = None
            except OSError:
                continue
    try:
        for *_, where in socket.getaddrinfo(socket.gethostname(), None):
            found[str(where[0])] = None
    except OSError:
        pass
    return [one for one in found if not ip_address(one).is_link_local]
