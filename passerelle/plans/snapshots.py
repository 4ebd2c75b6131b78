"""A plan kept as it was, with what was said about it: for issued papers and sign-off.

A snapshot is the plan file's bytes, the answers' bytes, and the hash of the tables that they were
worked out by. All three can be checked later; none of them is ever changed.
"""

import json

from sqlalchemy import select
from sqlalchemy.orm import Session

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.refused import Refused
from passerelle.core.tables.edition import tables_hash
from passerelle.formats.checkjson import plan_json
from passerelle.formats.planfile import write_plan

from .files import Files
from .held import Held
from .models import SnapshotRow


def keep(
    session: Session, files: Files, held: Held, check: PlanCheck, name: str, who: str
) -> SnapshotRow:
    """Keep a plan as it is now, with its answers. Raises Refused where the name is taken."""
    taken = select(SnapshotRow.id).where(
        SnapshotRow.plan_id == held.plan_id, SnapshotRow.name == name
    )
    if session.scalars(taken).first() is not None:
        raise Refused("name", f"{name[:40]!r} is the name of another kept state of this plan")
    answers = json.dumps(plan_json(check), ensure_ascii=False, sort_keys=True).encode()
    row = SnapshotRow(
        plan_id=held.plan_id,
        revision=held.revision,
        name=name,
        plan_sha256=files.put(write_plan(held.plan, held.facts)),
        answers_sha256=files.put(answers),
        tables_sha256=tables_hash(),
        who=who,
    )
    session.add(row)
    session.flush()
    return row


def kept(session: Session, plan_id: int) -> list[SnapshotRow]:
    """The kept states of a plan, oldest first."""
    query = select(SnapshotRow).where(SnapshotRow.plan_id == plan_id).order_by(SnapshotRow.id)
    return list(session.scalars(query))
