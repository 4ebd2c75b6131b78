"""Certificates of links that are signed off: as JSON, and whether a chain holds."""

import json
from collections.abc import Iterable
from typing import Any

from passerelle.core.plan.facts import AnyFactType
from passerelle.core.plan.turnup import SignOffFact
from passerelle.core.refused import Refused
from passerelle.core.turnup.signing import chained, verified

FORMAT = "passerelle-certificate"


def as_document(fact: SignOffFact) -> dict[str, Any]:
    """A certificate: the record as text, byte for byte as it was hashed, and read for people."""
    return {
        "format": FORMAT, "version": 1, "number": fact.number, "before": fact.before,
        "sha256": fact.sha256, "record": fact.record, "signed": json.loads(fact.record),
    }  # fmt: skip


def verify_certificate(raw: dict[str, Any]) -> list[str]:
    """Why a certificate does not hold; empty: its record is as it was signed. Raises Refused."""
    record, sha256, before = raw.get("record"), raw.get("sha256"), raw.get("before")
    if not isinstance(record, str) or not isinstance(sha256, str):
        raise Refused("record", "is missing: a certificate holds record and sha256 as text")
    if before is not None and not isinstance(before, str):
        raise Refused("before", "is neither a hash nor null")
    wrong = []
    if chained(before, record) != sha256:
        wrong.append("the record was changed after it was signed")
    try:
        same = json.loads(record) == raw.get("signed", json.loads(record))
    except ValueError:
        raise Refused("record", "is no JSON") from None
    if not same:
        wrong.append("what is printed under signed is not what the record says")
    return wrong


def verify_plan(facts: Iterable[AnyFactType]) -> tuple[int, list[str]]:
    """How many records a plan holds, and where their chain is broken, in sentences."""
    chain, broken = verified(facts)
    return len(chain), [f"record {one.number}, {one.link}: {one.why}" for one in broken]
