"""Runs the application on this machine."""

import logging
import socket
import sys
import threading
import time
from collections.abc import Iterator
from contextlib import contextmanager

import uvicorn

from passerelle.core.plan.facts import Facts
from passerelle.core.plan.plan import Plan
from passerelle.demo_data import demo_plan
from passerelle.plans.plans import Plans
from passerelle.plans.store import Store
from passerelle.settings import Settings

from . import log
from .app import WEB, create_app

HOST = "127.0.0.1"
TURN_S = 0.001
"""How long one request may work before another gets its turn: long work never stops readers."""


def load_demo(store: Store) -> None:
    """Put the demo plan into a store that has no plan yet."""
    load(store, demo_plan())


def load(store: Store, plan: Plan) -> None:
    """Put a plan into a store that has none yet."""
    plans = Plans(store)
    if not plans.listed():
        plans.add(plan, Facts.NONE, "Passerelle", "Demo plan")


@contextmanager
def beside(store: Store) -> Iterator[str]:
    """Run the application in a thread, for whoever drives it: yields its address."""
    listener = socket.socket()
    listener.bind((HOST, 0))
    server = uvicorn.Server(uvicorn.Config(create_app(store), log_level="warning"))
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
    try:
        if store.read_only:
            print(f"{settings.data} cannot be written to: plans are read only", file=sys.stderr)
        elif settings.demo:
            load_demo(store)
        if not WEB.exists():
            print("the front end is not built; run scripts/demo", file=sys.stderr)
        logging.getLogger("uvicorn.access").disabled = True
        config = uvicorn.Config(create_app(store), log_level="warning", access_log=False)
        print(f"http://{HOST}:{listener.getsockname()[1]}/", flush=True)
        uvicorn.Server(config).run(sockets=[listener])
    except KeyboardInterrupt:
        pass
    finally:
        store.close()
        listener.close()
        log.stop(handlers)
    return 0
