"""Pictures and other files that belong to things: bytes by content hash, in a folder of their own.

The same bytes are kept once, however many things have them. A file is written beside its place and
moved there when it is whole, so that a hash always stands for all of its bytes.
"""

import hashlib
import os
import tempfile
from pathlib import Path

from sqlalchemy import select
from sqlalchemy.orm import Session

from passerelle.core.plan.fields import MAX_NAME
from passerelle.core.plan.plan import KEYS
from passerelle.core.refused import Refused

from .held import Held
from .models import FileRow
from .pictures import without_position

MAX_FILE_BYTES = 16 * 1024 * 1024
FOLDER = "files"
STARTS = {
    b"\x89PNG\r\n\x1a\n": "image/png",
    b"\xff\xd8\xff": "image/jpeg",
    b"%PDF-": "application/pdf",
    b"Map\0": "application/x-sor",
}
"""What is taken, by the bytes that a file starts with."""


def media_type(data: bytes) -> str:
    """What a file is, by its first bytes. Raises Refused where it is nothing that is taken."""
    for start, kind in STARTS.items():
        if data.startswith(start):
            return kind
    raise Refused("file", "is no PNG, JPEG, PDF or trace by its content; those are taken")


class Files:
    """The files of one data folder, by the hash of their content."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder / FOLDER

    def path(self, sha256: str) -> Path:
        """Where the bytes of a hash lie."""
        return self.folder / sha256[:2] / sha256

    def put(self, data: bytes) -> str:
        """Keep bytes; return their SHA-256. Bytes that are there already are not written again."""
        sha256 = hashlib.sha256(data).hexdigest()
        place = self.path(sha256)
        if place.exists():
            return sha256
        place.parent.mkdir(parents=True, exist_ok=True, mode=0o700)
        handle, name = tempfile.mkstemp(dir=place.parent)
        try:
            with os.fdopen(handle, "wb") as file:
                file.write(data)
                file.flush()
                os.fsync(file.fileno())
            Path(name).replace(place)
        except BaseException:
            Path(name).unlink(missing_ok=True)
            raise
        return sha256

    def get(self, sha256: str) -> bytes:
        """Bytes by their hash. Raises Refused where they are gone or are no longer those bytes."""
        try:
            data = self.path(sha256).read_bytes()
        except OSError:
            raise Refused("", f"the file {sha256[:12]} is missing from the data folder") from None
        if hashlib.sha256(data).hexdigest() != sha256:
            raise Refused("", f"the file {sha256[:12]} in the data folder is damaged")
        return data


def attach(
    session: Session, files: Files, held: Held, about: tuple[str, str], name: str, data: bytes,
    who: str, *, keep_position: bool = True, sort: str | None = None,
) -> FileRow:  # fmt: skip
    """Give a thing a file; the same file twice is once. Raises Refused.

    keep_position : keep a picture as it is, with what the camera wrote into it. sort : what it is,
    where whoever brings it has read it.
    """
    kind, thing_id = about
    if len(data) > MAX_FILE_BYTES:
        limit = MAX_FILE_BYTES // 1024 // 1024
        raise Refused("file", f"has {len(data)} bytes; at most {limit} MiB are taken")
    if kind not in KEYS:
        raise Refused("kind", f"{kind[:20]!r} is no kind of thing; use one of {', '.join(KEYS)}")
    if thing_id not in held.plan.things(kind):
        raise Refused("about", f"there is no {kind} {thing_id[:26]!r} in this plan")
    sort = sort or media_type(data)
    if not keep_position:
        data = without_position(data, sort)
    sha256 = files.put(data)
    known = session.scalars(
        select(FileRow).where(
            FileRow.plan_id == held.plan_id,
            FileRow.about_id == thing_id,
            FileRow.sha256 == sha256,
        )
    ).one_or_none()
    if known is not None:
        return known
    row = FileRow(
        plan_id=held.plan_id, about_kind=kind, about_id=thing_id, sha256=sha256,
        name=name[:MAX_NAME], media_type=sort, size=len(data), who=who,
    )  # fmt: skip
    session.add(row)
    session.flush()
    return row


def attached(session: Session, plan_id: int, thing_id: str | None = None) -> list[FileRow]:
    """The files of a plan, or of one thing of it, oldest first."""
    query = select(FileRow).where(FileRow.plan_id == plan_id).order_by(FileRow.id)
    if thing_id is not None:
        query = query.where(FileRow.about_id == thing_id)
    return list(session.scalars(query))
