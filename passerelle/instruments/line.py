"""The stand-ins on a loopback socket, and the one who asks them: a line there, a line back."""

import socket
import socketserver
import threading
from collections.abc import Iterator
from contextlib import contextmanager
from types import TracebackType

from passerelle.core.refused import Refused

from .hidden import Hidden
from .ports import Links
from .protocol import ERROR, MAX_LINE
from .standins import Bench, Runs

HOST = "127.0.0.1"
PATIENCE_S = 5.0
IDLE_S = 600.0
"""A line that is silent for so long is closed. [s]"""


class _Handler(socketserver.StreamRequestHandler):
    timeout = IDLE_S
    server: "Serving"

    def handle(self) -> None:
        """Answer line by line until the other side goes, or says bye."""
        bench = Bench(self.server.hidden, self.server.runs, self.server.links)
        while True:
            try:
                line = self.rfile.readline(MAX_LINE + 1)
            except (TimeoutError, OSError):
                return
            if not line:
                return
            if len(line) > MAX_LINE:
                self._say(f"{ERROR}a line has at most {MAX_LINE} bytes")
                return
            text = line.decode("utf-8", "replace").strip()
            if text == "bye":
                self._say("bye")
                return
            self._say(bench.answer(text))

    def _say(self, text: str) -> None:
        self.wfile.write(text.encode() + b"\n")


class Serving(socketserver.ThreadingTCPServer):
    """The stand-ins, listening on this machine alone."""

    allow_reuse_address = True
    daemon_threads = True

    def __init__(self, hidden: Hidden, runs: Runs, port: int = 0, links: Links = dict) -> None:
        super().__init__((HOST, port), _Handler)
        self.hidden = hidden
        self.runs = runs
        self.links = links

    @property
    def port(self) -> int:
        """The port that was given."""
        found: int = self.server_address[1]
        return found


@contextmanager
def serving(hidden: Hidden, runs: Runs, port: int = 0, links: Links = dict) -> Iterator[Serving]:
    """The stand-ins in a thread of their own."""
    with Serving(hidden, runs, port, links) as server:
        thread = threading.Thread(target=server.serve_forever, daemon=True)
        thread.start()
        try:
            yield server
        finally:
            server.shutdown()
            thread.join()


class Line:
    """A line to instruments. Raises Refused where nobody answers, or the answer is an error."""

    def __init__(self, port: int, host: str = HOST) -> None:
        try:
            self._socket = socket.create_connection((host, port), PATIENCE_S)
        except OSError:
            reason = f"nothing answers at {host}:{port}; start the stand-ins, or see the address"
            raise Refused("instruments", reason) from None
        self._file = self._socket.makefile("rb")

    def __enter__(self) -> "Line":
        return self

    def __exit__(
        self, kind: type[BaseException] | None, error: BaseException | None,
        where: TracebackType | None,
    ) -> None:  # fmt: skip
        self._file.close()
        self._socket.close()

    def ask(self, text: str) -> str:
        """One line there, one line back."""
        try:
            self._socket.sendall(text.encode() + b"\n")
            answer = self._file.readline(1 << 24).decode("utf-8", "replace").strip()
        except OSError:
            raise Refused("instruments", "they stopped answering") from None
        if not answer:
            raise Refused("instruments", "they hung up")
        if answer.startswith(ERROR):
            raise Refused("instruments", answer.removeprefix(ERROR))
        return answer
