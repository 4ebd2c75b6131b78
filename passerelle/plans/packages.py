"""A plan with everything that belongs to it in one file: `*.passerelle.zip`.

In it are the plan file, every attached file by its hash, and a manifest with the hash of each.
"""

import hashlib
import io
import json
import zipfile
from typing import Any

from sqlalchemy import select

from passerelle.core.refused import Refused
from passerelle.formats.planfile import read_file, write_plan

from .files import Files, attach, attached
from .held import Held
from .models import FileRow
from .plans import Plans

MAGIC = b"PK\x03\x04"
FORMAT = "passerelle-package"
PLAN, MANIFEST, FOLDER = "plan.passerelle.json", "manifest.json", "files"
MAX_UNPACKED = 512 * 1024 * 1024
MAX_MEMBERS = 10_000
_WRONG = "the file is no plan package, or is damaged"


def is_package(data: bytes) -> bool:
    """Whether bytes begin like a package and not like a plan file."""
    return data.startswith(MAGIC)


def write_package(plans: Plans, files: Files, plan_id: int) -> bytes:
    """A stored plan with its files, packed. Raises Refused where a file of it is missing."""
    held = plans.held(plan_id)
    with plans.store.reading() as session:
        rows = [
            {
                "sha256": one.sha256, "name": one.name, "media_type": one.media_type,
                "about": {"kind": one.about_kind, "id": one.about_id}, "who": one.who,
            }
            for one in attached(session, plan_id)
        ]  # fmt: skip
    plan = write_plan(held.plan, held.facts)
    told = {
        "format": FORMAT, "version": 1,
        "plan": {"path": PLAN, "sha256": hashlib.sha256(plan).hexdigest()}, "files": rows,
    }  # fmt: skip
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
        packed.writestr(MANIFEST, json.dumps(told, ensure_ascii=False, indent=1))
        packed.writestr(PLAN, plan)
        for sha256 in dict.fromkeys(str(row["sha256"]) for row in rows):
            packed.writestr(f"{FOLDER}/{sha256}", files.get(sha256))
    return out.getvalue()


def import_package(plans: Plans, files: Files, data: bytes, who: str) -> Held:
    """Store a package as a new plan, its files with it. Raises Refused before anything is stored.

    Files of things that the plan does not have are refused, and so are bytes that are not theirs.
    """
    try:
        told, plan, bytes_of = _unpacked(data)
        rows = [
            (str(row["about"]["kind"]), str(row["about"]["id"]), str(row["name"]), row["sha256"])
            for row in told["files"]
        ]
    except Refused:
        raise
    except (zipfile.BadZipFile, KeyError, TypeError, ValueError, OSError, NotImplementedError):
        raise Refused("", _WRONG) from None
    made, facts = read_file(plan)
    for kind, thing_id, name, _ in rows:
        if thing_id not in made.things(kind):
            raise Refused("files", f"{name[:40]!r} belongs to {kind} {thing_id[:26]!r}: not there")
    held = plans.add(made, facts, who, "Imported from a plan package")
    with plans.store.writing() as session:
        for kind, thing_id, name, sha256 in rows:
            attach(session, files, held, (kind, thing_id), name, bytes_of[sha256], who)
    return held


def _unpacked(data: bytes) -> tuple[dict[str, Any], bytes, dict[str, bytes]]:
    with zipfile.ZipFile(io.BytesIO(data)) as packed:
        members = packed.infolist()
        size = sum(one.file_size for one in members)
        if len(members) > MAX_MEMBERS or size > MAX_UNPACKED:
            limit = MAX_UNPACKED // 1024 // 1024
            raise Refused("", f"the package unpacks to over {limit} MiB or {MAX_MEMBERS} files")
        told = json.loads(packed.read(MANIFEST))
        if told["format"] != FORMAT or told["version"] != 1:
            raise ValueError(FORMAT)
        plan = packed.read(PLAN)
        if hashlib.sha256(plan).hexdigest() != told["plan"]["sha256"]:
            raise Refused("", "the plan in the package is not the one that was packed")
        found = {}
        for row in told["files"]:
            sha256 = str(row["sha256"])
            found[sha256] = packed.read(f"{FOLDER}/{sha256}")
            if hashlib.sha256(found[sha256]).hexdigest() != sha256:
                raise Refused("", f"the file {str(row['name'])[:40]!r} in the package is damaged")
    return told, plan, found


def detach(plans: Plans, plan_id: int, about_id: str, sha256: str) -> None:
    """Let a thing go without one of its files; the bytes stay for whoever else has them."""
    with plans.store.writing() as session:
        row = session.scalars(
            select(FileRow).where(
                FileRow.plan_id == plan_id, FileRow.about_id == about_id, FileRow.sha256 == sha256
            )
        ).one_or_none()
        if row is None:
            raise Refused("sha256", f"{sha256[:12]} is no file of this thing")
        session.delete(row)
