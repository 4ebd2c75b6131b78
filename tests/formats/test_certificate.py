"""Certificates and `passerelle verify`: what was changed after it was signed is found."""

import json
from dataclasses import replace

import pytest

from passerelle import cli
from passerelle.core.plan.fact import About
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.turnup import SignOffFact
from passerelle.core.refused import Refused
from passerelle.core.turnup.signing import canonical, chained
from passerelle.demo_data import demo_plan
from passerelle.formats.certificate import as_document, verify_certificate, verify_plan
from passerelle.formats.planfile import write_plan


def signed(number: int, before: str | None) -> SignOffFact:
    record = canonical({"link": {"name": "Pier Office – Beacon Hill"}, "answer": "Up", "n": number})
    return SignOffFact(
        id=f"signsign{number}", about=About("link", "demolink0004"), at="2026-05-03T09:00:00Z",
        who="Ada", kind="sign-off", number=number, record=record, before=before,
        sha256=chained(before, record),
    )  # fmt: skip


FIRST = signed(1, None)
SECOND = signed(2, FIRST.sha256)


def verify(capsys, path) -> tuple[int, str]:
    status = cli.main(["verify", str(path)])
    return status, capsys.readouterr().out.strip()


def test_a_certificate_holds_until_a_letter_of_it_is_changed() -> None:
    document = as_document(FIRST)
    assert verify_certificate(document) == []
    assert verify_certificate(document | {"record": document["record"].replace("Up", "UP")})
    told = verify_certificate(document | {"signed": document["signed"] | {"answer": "Down"}})
    assert told == ["what is printed under signed is not what the record says"]
    with pytest.raises(Refused, match="is missing"):
        verify_certificate({"sha256": FIRST.sha256})


def test_a_plan_file_with_its_chain_is_verified_on_the_command_line(tmp_path, capsys) -> None:
    path = tmp_path / "a.passerelle.json"
    path.write_bytes(write_plan(demo_plan(), Facts.of([FIRST, SECOND])))
    assert verify(capsys, path) == (0, "2 records: as signed")
    broken = replace(SECOND, record=SECOND.record.replace("Up", "Dark"))
    path.write_bytes(write_plan(demo_plan(), Facts.of([FIRST, broken])))
    status, told = verify(capsys, path)
    assert status == 1
    assert "record 2, Pier Office – Beacon Hill" in told
    path.write_bytes(write_plan(demo_plan(), Facts.of([SECOND])))
    assert verify(capsys, path)[0] == 1
    assert verify_plan([FIRST, SECOND]) == (2, [])


def test_a_certificate_alone_is_verified_and_rubbish_is_one_line(tmp_path, capsys) -> None:
    path = tmp_path / "certificate.json"
    path.write_text(json.dumps(as_document(SECOND), ensure_ascii=False, indent=1))
    assert verify(capsys, path) == (0, "1 record: as signed")
    path.write_text("[1, 2")
    assert cli.main(["verify", str(path)]) == 2
    assert len(capsys.readouterr().err.strip().splitlines()) == 1
