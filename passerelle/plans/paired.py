"""Devices that were paired: who they are, what they may, and turning them off."""

import secrets
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from hashlib import sha256
from typing import Literal, cast, get_args

from sqlalchemy import select

from passerelle.core.plan.agreement import unused
from passerelle.core.refused import Refused

from .models import PairedRow
from .store import Store

Role = Literal["look", "site", "plan"]
"""look : reads. site : notes what was done, too. plan : changes the plan, too."""
ROLES: tuple[Role, ...] = get_args(Role)
MOST = 50
SEEN_EVERY = timedelta(minutes=1)
MAX_NAME = 60


@dataclass(frozen=True, slots=True)
class Paired:
    """A paired device. seen : when it last asked for something; None: not yet."""

    id: int
    name: str
    role: Role
    at: datetime
    seen: datetime | None
    off: bool


def _hash(token: str) -> str:
    return sha256(token.encode()).hexdigest()


def _paired(row: PairedRow) -> Paired:
    return Paired(row.id, row.name, cast(Role, row.role), row.at, row.seen, row.off)


def pair(store: Store, name: str, role: Role) -> tuple[Paired, str]:
    """A new device and its token, which is said this once. Raises Refused."""
    told = " ".join("".join(c for c in name if c.isprintable()).split())[: MAX_NAME - 4]
    if not told:
        raise Refused("name", "is missing: say what this device is called")
    token = secrets.token_urlsafe(32)
    with store.writing() as session:
        names = {one.name for one in session.scalars(select(PairedRow))}
        if len(names) >= MOST:
            raise Refused("name", f"{MOST} devices are paired; delete one of them first")
        row = PairedRow(name=unused(told, names), role=role, token_sha256=_hash(token))
        session.add(row)
        session.flush()
        return _paired(row), token


def let_in(store: Store, token: str) -> Paired | None:
    """The device that shows this token; None where there is none or it was turned off."""
    with store.reading() as session:
        row = session.scalar(select(PairedRow).where(PairedRow.token_sha256 == _hash(token)))
        found = None if row is None or row.off else _paired(row)
    if found is None:
        return None
    now = datetime.now(UTC)
    if found.seen is None or now - found.seen.replace(tzinfo=UTC) > SEEN_EVERY:
        with store.writing() as session:
            if (row := session.get(PairedRow, found.id)) is not None:
                row.seen = now
    return found


def still_in(store: Store, number: int) -> bool:
    """Whether a device is let in still, for an answer that goes on and on."""
    with store.reading() as session:
        row = session.get(PairedRow, number)
        return row is not None and not row.off


def listed(store: Store) -> list[Paired]:
    """All devices, as they were paired."""
    with store.reading() as session:
        return [_paired(one) for one in session.scalars(select(PairedRow).order_by(PairedRow.id))]


def turn(store: Store, number: int, *, off: bool) -> None:
    """Turn a device off, or on again; it counts from its next request on. Raises Refused."""
    with store.writing() as session:
        row = session.get(PairedRow, number)
        if row is None:
            raise Refused("device", "this device is not paired any more")
        row.off = off


def forget(store: Store, number: int) -> None:
    """Delete a device: it has to be paired anew. What it noted stays."""
    with store.writing() as session:
        row = session.get(PairedRow, number)
        if row is not None:
            session.delete(row)
