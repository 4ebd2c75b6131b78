"""What a terminal shows when plans are shared from the command line."""

import io
import re

import segno

from passerelle.core.refused import Refused

from .server import DEFAULT_PORT, Sharing, addresses


def announce(sharing: Sharing, where: str) -> None:
    """Share, and print address, fingerprint and a code for one device. Raises Refused."""
    found = re.fullmatch(r"(\[[^\]]+\]|[^:]*)(?::(\d{1,5}))?", where.strip())
    address, port = (found[1].strip("[]"), found[2]) if found else (where, None)
    if not address:
        known = addresses()
        if not known:
            raise Refused("--share", "no address of this machine is found; name one")
        address = known[0]
    shared = sharing.start(address, int(port) if port else DEFAULT_PORT)
    code = sharing.pairing.new("site")
    qr = io.StringIO()
    segno.make(f"{shared.url}/pair?code={code.text}", error="m").terminal(qr, compact=True)
    print(
        f"shared at {shared.url}\n"
        f"fingerprint of its certificate (SHA-256): {shared.fingerprint}\n"
        f"code for one device on site, valid for ten minutes: {code.text}\n{qr.getvalue()}"
        "more codes, other roles and turning devices off: menu, A second device",
        flush=True,
    )
