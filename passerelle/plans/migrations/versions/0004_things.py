"""Things with ids in one table, facts, files, snapshots; changes as steps from and to.

What stood in rows and lists of their own becomes a thing with an id. The history stays readable;
what was done before cannot be undone any more, since it speaks of rows that are no longer there.
"""

import json
import random
from typing import Any

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None

ITEM_KINDS = {"cable-type": "cable type"}
BESIDE = (("own_parts", "own part"), ("devices", "device"), ("spares", "spare"))


def new_id() -> str:
    return f"{random.getrandbits(52):013x}"


def with_id(raw: dict[str, Any]) -> dict[str, Any]:
    return {"id": new_id(), **raw}


def link_with_ids(raw: dict[str, Any]) -> dict[str, Any]:
    for side in ("a", "b"):
        end = with_id(raw[side])
        if isinstance(end.get("module"), dict):
            end["module"] = with_id(end["module"])
        raw[side] = end
    raw["path"] = [with_id(part) for part in raw["path"]]
    return with_id(raw)


def device_with_ids(raw: dict[str, Any]) -> dict[str, Any]:
    return with_id(raw | {"ports": [with_id(group) for group in raw.get("ports", [])]})


def loads(value: Any) -> Any:
    return json.loads(value) if isinstance(value, str) else value


def upgrade() -> None:
    connection = op.get_bind()
    things, plans = gathered(connection)
    history = (
        connection.execute(
            sa.text("SELECT id, plan_id, number, at, who, what FROM revision ORDER BY id")
        )
        .mappings()
        .all()
    )
    changes = (
        connection.execute(
            sa.text("SELECT revision_id, entity, entity_id, before, after FROM change ORDER BY id")
        )
        .mappings()
        .all()
    )
    for table in ("change", "revision", "link", "place", "item", "plan"):
        op.drop_table(table)
    make_tables()
    for plan in plans:
        insert("plan", plan)
    for thing in things:
        insert("thing", thing)
    for row in history:
        insert("revision", dict(row) | {"undo_next": None, "redo_next": None, "turns": None})
    for row in changes:
        step: dict[str, Any] = {"p": []}
        if row["before"] is not None:
            step["b"] = loads(row["before"])
        if row["after"] is not None:
            step["a"] = loads(row["after"])
        insert(
            "change",
            {
                "revision_id": row["revision_id"],
                "kind": row["entity"][:20],
                "thing_id": f"old {row['entity_id']}"[:26],
                "steps": json.dumps([step]),
            },
        )


def insert(table: str, row: dict[str, Any]) -> None:
    columns = ", ".join(f'"{key}"' for key in row)
    values = ", ".join(f":{key}" for key in row)
    op.get_bind().execute(sa.text(f'INSERT INTO "{table}" ({columns}) VALUES ({values})'), row)


def gathered(connection: Any) -> tuple[list[dict[str, Any]], list[dict[str, Any]]]:
    """Everything that is stored, as things with ids, and the plans' own rows."""
    things: list[dict[str, Any]] = []
    plans: list[dict[str, Any]] = []

    def rows(query: str, plan: int) -> Any:
        return connection.execute(sa.text(query), {"plan": plan}).mappings().all()

    def thing(plan: int, kind: str, at: int, changed_in: int, doc: dict[str, Any]) -> None:
        things.append(
            {
                "plan_id": plan,
                "id": doc["id"],
                "kind": kind,
                "position": at,
                "version": 1,
                "changed_in": changed_in,
                "doc": json.dumps(doc, ensure_ascii=False),
            }
        )

    for plan in connection.execute(sa.text("SELECT * FROM plan")).mappings().all():
        number, beside = plan["id"], plan["changed_in"]
        plant = plan["plant_changed_in"]
        head = {"name": plan["name"], "house_rules": loads(plan["house_rules"])}
        plans.append(
            {
                "id": number,
                "thing_id": new_id(),
                "name": plan["name"],
                "head": json.dumps(head | loads(plan["extra"]), ensure_ascii=False),
                "revision": plan["revision"],
                "facts": 0,
                "changed_in": beside,
            }
        )
        names: dict[int, str] = {}
        query = "SELECT * FROM place WHERE plan_id = :plan ORDER BY position, id"
        for at, row in enumerate(rows(query, number)):
            names[row["id"]] = row["name"]
            own = {key: row[key] for key in ("name", "kind", "x_m", "y_m")}
            doc = {key: value for key, value in own.items() if value is not None}
            thing(number, "place", at, plant, with_id(doc | loads(row["extra"])))
        links = {row["name"] for row in rows("SELECT name FROM link WHERE plan_id = :plan", number)}
        query = "SELECT * FROM item WHERE plan_id = :plan ORDER BY position, id"
        for at, row in enumerate(rows(query, number)):
            kind = ITEM_KINDS.get(row["kind"], row["kind"])
            raw = loads(row["doc"])
            if kind == "group":  # it may name links that are deleted
                raw = raw | {"links": [name for name in raw["links"] if name in links]}
                if len(raw["links"]) < 2:
                    continue
            thing(number, kind, at, plant, with_id(raw))
        for key, kind in BESIDE:
            for at, raw in enumerate(loads(plan[key])):
                doc = device_with_ids(raw) if kind == "device" else with_id(raw)
                thing(number, kind, at, beside, doc)
        taken: set[str] = set()
        query = "SELECT * FROM link WHERE plan_id = :plan ORDER BY position, id"
        for at, row in enumerate(rows(query, number)):
            a, b = loads(row["a"]), loads(row["b"])
            if row["a_place_id"] is not None:
                a["place"] = names[row["a_place_id"]]
            if row["b_place_id"] is not None:
                b["place"] = names[row["b_place_id"]]
            raw = {"name": once(row["name"], taken), "a": a, "b": b, "path": loads(row["path"])}
            doc = link_with_ids(raw | loads(row["extra"]))
            thing(number, "link", at, row["changed_in"], doc)
    return things, plans


def once(name: str, taken: set[str]) -> str:
    """Links have names of their own now: the later one of two gets a number behind it."""
    made, number = name, 2
    while made in taken:
        suffix = f" {number}"
        made, number = name[: 120 - len(suffix)] + suffix, number + 1
    taken.add(made)
    return made


def plan_id() -> sa.Column[int]:
    return sa.Column(
        "plan_id", sa.Integer(), sa.ForeignKey("plan.id", ondelete="CASCADE"), nullable=False
    )


def column(name: str, kind: Any, *, null: bool = False) -> sa.Column[Any]:
    return sa.Column(name, kind, nullable=null)


def make_tables() -> None:
    whole, text = sa.Integer(), sa.String
    op.create_table(
        "plan",
        sa.Column("id", whole, primary_key=True),
        column("thing_id", text(26)),
        column("name", text(120)),
        column("head", sa.JSON()),
        column("revision", whole),
        column("facts", whole),
        column("changed_in", whole),
        sqlite_autoincrement=True,
    )
    op.create_table(
        "thing",
        plan_id(),
        column("id", text(26)),
        column("kind", text(20)),
        column("position", whole),
        column("version", whole),
        column("changed_in", whole),
        column("doc", sa.JSON()),
        sa.PrimaryKeyConstraint("plan_id", "id"),
    )
    op.create_table(
        "revision",
        sa.Column("id", whole, primary_key=True),
        plan_id(),
        column("number", whole),
        column("at", sa.DateTime(timezone=True)),
        column("who", text(120)),
        column("what", text(400)),
        column("undo_next", whole, null=True),
        column("redo_next", whole, null=True),
        column("turns", whole, null=True),
        sa.UniqueConstraint("plan_id", "number", name="revision_number_once_a_plan"),
    )
    op.create_index("ix_revision_plan_id", "revision", ["plan_id"])
    op.create_index("ix_revision_plan_who", "revision", ["plan_id", "who", "number"])
    op.create_table(
        "change",
        sa.Column("id", whole, primary_key=True),
        sa.Column(
            "revision_id", whole, sa.ForeignKey("revision.id", ondelete="CASCADE"), nullable=False
        ),
        column("kind", text(20)),
        column("thing_id", text(26)),
        column("steps", sa.JSON()),
    )
    op.create_index("ix_change_revision_id", "change", ["revision_id"])
    op.create_index("ix_change_thing", "change", ["thing_id"])
    op.create_table(
        "fact",
        sa.Column("number", whole, primary_key=True, autoincrement=True),
        plan_id(),
        column("id", text(26)),
        column("kind", text(20)),
        column("about_id", text(26)),
        column("version", whole),
        column("doc", sa.JSON()),
        sa.UniqueConstraint("plan_id", "id", name="fact_once_a_plan"),
    )
    op.create_index("ix_fact_plan_id", "fact", ["plan_id"])
    op.create_index("ix_fact_about", "fact", ["plan_id", "about_id"])
    op.create_table(
        "file",
        sa.Column("id", whole, primary_key=True),
        plan_id(),
        column("about_kind", text(20)),
        column("about_id", text(26)),
        column("sha256", text(64)),
        column("name", text(120)),
        column("media_type", text(60)),
        column("size", whole),
        column("who", text(120)),
        column("at", sa.DateTime(timezone=True)),
        sa.UniqueConstraint("plan_id", "about_id", "sha256", name="file_once_a_thing"),
    )
    op.create_index("ix_file_plan_id", "file", ["plan_id"])
    op.create_table(
        "snapshot",
        sa.Column("id", whole, primary_key=True),
        plan_id(),
        column("revision", whole),
        column("name", text(120)),
        column("plan_sha256", text(64)),
        column("answers_sha256", text(64)),
        column("tables_sha256", text(64)),
        column("who", text(120)),
        column("at", sa.DateTime(timezone=True)),
    )
    op.create_index("ix_snapshot_plan_id", "snapshot", ["plan_id"])


def downgrade() -> None:
    raise NotImplementedError("the copy that was made before the migration holds the old form")
