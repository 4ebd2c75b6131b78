"""Runs the application on this machine."""

import logging
import socket
import sqlite3
import sys
import threading
import time
from collections.abc import Iterator
from contextlib import ExitStack, contextmanager

import uvicorn

from passerelle.core.plan.facts import Facts
from passerelle.core.plan.plan import Plan
from passerelle.core.refused import Refused
from passerelle.plans.backups import daily, in_use
from passerelle.plans.files import Files
from passerelle.plans.plans import Plans
from passerelle.plans.store import Store
from passerelle.settings import Settings

from . import log
from .app import WEB, create_app
from .demo import add_demo
from .sharing.server import ENDS_S
from .sharing.shown import announce

HOST = "127.0.0.1"
LOOK_S = 3600.0
"""So often it is looked at whether the day has its copy. [s]"""
TURN_S = 0.001
"""How long one request may work before another gets its turn: long work never stops readers."""


def load_demo(store: Store) -> None:
    """Put the demo plan into a store that has no plan yet."""
    plans = Plans(store)
    if not plans.listed():
        add_demo(plans, Files(store.folder), "skerravoe", "Passerelle")


def load(store: Store, plan: Plan, facts: Facts = Facts.NONE) -> None:
    """Put a plan, and what was seen there, into a store that has none yet."""
    plans = Plans(store)
    if not plans.listed():
        plans.add(plan, facts, "Passerelle", "Demo plan")


@contextmanager
def beside(store: Store) -> Iterator[str]:
    """Run the application in a thread, for whoever drives it: yields its address."""
    listener = socket.socket()
    listener.bind((HOST, 0))
    server = uvicorn.Server(
        uvicorn.Config(create_app(store), log_level="warning", timeout_graceful_shutdown=ENDS_S)
    )
    thread = threading.Thread(target=server.run, kwargs={"sockets": [listener]})
    thread.start()
    while not server.started:
        time.sleep(0.01)
    try:
        yield f"http://{HOST}:{listener.getsockname()[1]}"
    finally:
        server.should_exit = True
        thread.join()


def serve(settings: Settings) -> int:
    """Serve until Ctrl-C; return the exit status. Raises StoreError."""
    port = settings.port
    listener = socket.socket(socket.AF_INET, socket.SOCK_STREAM)
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        listener.bind((HOST, port))
    except (OSError, OverflowError) as error:
        print(f"port {port} cannot be used: {error}; choose another with --port", file=sys.stderr)
        return 2
    store = Store(settings.data)
    sys.setswitchinterval(TURN_S)
    handlers = log.start(settings.data, verbose=settings.verbose)
    held = ExitStack()
    try:
        if store.read_only:
            print(f"{settings.data} cannot be written to: plans are read only", file=sys.stderr)
        elif settings.demo:
            load_demo(store)
        if not WEB.exists():
            print("the front end is not built; run scripts/demo", file=sys.stderr)
        if not store.read_only:
            held.enter_context(in_use(settings.data))
            threading.Thread(target=_copy_daily, args=(store,), daemon=True).start()
        logging.getLogger("uvicorn.access").disabled = True
        app = create_app(store)
        config = uvicorn.Config(
            app, log_level="warning", access_log=False, timeout_graceful_shutdown=ENDS_S
        )
        print(f"http://{HOST}:{listener.getsockname()[1]}/", flush=True)
        if settings.share is not None:
            announce(app.state.sharing, settings.share)
        uvicorn.Server(config).run(sockets=[listener])
    except KeyboardInterrupt:
        pass
    finally:
        held.close()
        store.close()
        listener.close()
        log.stop(handlers)
    return 0


def _copy_daily(store: Store) -> None:
    """Make the copy of each day, as long as the application runs; what fails is in the log."""
    while True:
        try:
            daily(store)
        except (Refused, OSError, sqlite3.Error) as error:
            logging.getLogger(__name__).warning("no daily copy: %s", error)
        time.sleep(LOOK_S)
