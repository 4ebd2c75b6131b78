"""Visit packets: one visit for another device, and its ticks, figures and photos back home.

A packet is JSON: the visit's tasks as they were, and the facts that were noted of them. The page is
the same in one HTML file that opens from a telephone's own storage without any server. Facts are
only added, and each has an id of its own, so that a packet merged twice is merged once.
"""

import json
from base64 import b64decode
from binascii import Error
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from passerelle.core.plan.facts import AnyFact, AnyFactType, TaskFact
from passerelle.core.plan.plan import Plan
from passerelle.core.refused import Refused
from passerelle.core.visits.task import KINDS
from passerelle.core.visits.tasks import Work
from passerelle.formats import documents

FORMAT, VERSION = "passerelle-visit", 1
MOST_BYTES = 30 * 1024 * 1024
MOST_FACTS, MOST_PHOTOS = 5000, 200
_PAGE = Path(__file__).resolve().parent / "visit.html"


@dataclass(frozen=True, slots=True)
class Photo:
    """A photo of a thing. kind, about : the thing by kind and id."""

    kind: str
    about: str
    name: str
    data: bytes


@dataclass(frozen=True, slots=True)
class Packet:
    """What came home. tasks : their names as they were, by key."""

    plan_id: str
    visit: str
    tasks: dict[str, str]
    facts: tuple[AnyFactType, ...]
    photos: tuple[Photo, ...]


def packet(plan: Plan, revision: int, visit_id: str, work: Work) -> dict[str, Any]:
    """The packet of a visit, with nothing noted yet. Raises Refused where there is none."""
    visit = plan.visits.get(visit_id)
    if visit is None:
        raise Refused("visit", f"there is no visit {visit_id[:26]!r} in this plan")
    tasks = [work.all[key] for key in dict.fromkeys(visit.tasks) if key in work.all]
    return {
        "format": FORMAT,
        "version": VERSION,
        "plan": {"id": plan.id, "name": plan.name, "revision": revision},
        "visit": {"id": visit.id, "name": visit.name, "day": visit.day},
        "tasks": [
            {
                "key": one.key,
                "kind": one.kind,
                "name": one.name,
                "about": {"kind": one.about[0], "id": one.about[1]},
                "at": list(one.at),
                "minutes": round(one.minutes, 1),
                "people": one.people,
                "quantity": one.quantity,
                "extent": one.extent,
                "carry": [*one.carry, *KINDS[one.kind].carry],
                "points": list(one.points),
                "cautions": list(KINDS[one.kind].cautions),
                "done": one.key in work.done,
            }
            for one in tasks
        ],
        "facts": [],
        "photos": [],
    }


def page(made: dict[str, Any]) -> str:
    """The packet as one HTML page that needs nothing else. Text of the plan stays text in it."""
    data = json.dumps(made, ensure_ascii=False).replace("<", "\\u003c").replace("\u2028", "\\u2028")
    return _PAGE.read_text(encoding="utf-8").replace("__PACKET__", data)


def read_packet(data: bytes) -> Packet:
    """What a packet brings home. Raises Refused with what is wrong and where."""
    if len(data) > MOST_BYTES:
        raise Refused("packet", f"is over {MOST_BYTES // 1024 // 1024} MiB")
    try:
        raw = json.loads(data.decode("utf-8-sig"))
    except (UnicodeDecodeError, json.JSONDecodeError, RecursionError) as error:
        raise Refused("packet", f"is no packet of a visit: {error}") from None
    if not isinstance(raw, dict) or raw.get("format") != FORMAT:
        raise Refused("packet", "is no packet of a visit")
    if raw.get("version") != VERSION:
        raise Refused("version", f"{str(raw.get('version'))[:10]} is not {VERSION}")
    facts = _listed(raw, "facts", MOST_FACTS)
    return Packet(
        _text(raw, "plan", "id"), _text(raw, "visit", "name"),
        {str(one.get("key")): str(one.get("name"))[:200] for one in _listed(raw, "tasks", 5000)},
        tuple(_fact(one, at) for at, one in enumerate(facts)),
        tuple(_photo(one, at) for at, one in enumerate(_listed(raw, "photos", MOST_PHOTOS))),
    )  # fmt: skip


def _text(raw: dict[str, Any], key: str, inner: str) -> str:
    found = raw.get(key)
    value = found.get(inner) if isinstance(found, dict) else None
    if not isinstance(value, str):
        raise Refused(f"{key}.{inner}", "is missing")
    return value


def _listed(raw: dict[str, Any], key: str, most: int) -> list[dict[str, Any]]:
    found = raw.get(key)
    if not isinstance(found, list) or not all(isinstance(one, dict) for one in found):
        raise Refused(key, "is no list of things")
    if len(found) > most:
        raise Refused(key, f"has {len(found)} entries, at most {most} are taken")
    return found


def _fact(raw: dict[str, Any], at: int) -> AnyFactType:
    if not isinstance(raw.get("id"), str):
        raise Refused(f"facts[{at}].id", "is missing: without it a fact would count twice")
    try:
        fact: AnyFactType = documents.of_raw(AnyFact, raw)
    except Refused as refused:
        raise refused.below(f"facts[{at}]") from None
    if not isinstance(fact, TaskFact):
        raise Refused(f"facts[{at}].kind", f"{fact.kind!r} is not 'task'")
    return fact


def _photo(raw: dict[str, Any], at: int) -> Photo:
    about = raw.get("about")
    texts = (raw.get("name"), raw.get("data"))
    if not isinstance(about, dict) or not all(isinstance(one, str) for one in texts):
        raise Refused(f"photos[{at}]", "has no name, data and thing that it is about")
    try:
        data = b64decode(str(raw["data"]), validate=True)
    except (Error, ValueError):
        raise Refused(f"photos[{at}].data", "is not base64") from None
    return Photo(str(about.get("kind")), str(about.get("id")), str(raw["name"])[:120], data)
