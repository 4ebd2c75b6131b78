"""Forward error correction: the application's kind, at both ends."""

import pytest

from passerelle.core.judge.check import check_link
from passerelle.core.light.edits import apply_all
from passerelle.core.light.link import Link
from passerelle.core.light.modules import End
from passerelle.core.plan.devices import Port
from passerelle.core.plan.house_rules import HouseRules
from tests.making import two_pairs


def said(application, a, b, glass="OS2"):
    ends = [End(application, port=Port(fec=told)) for told in (a, b)]
    subject = Link("x", *ends, two_pairs(glass, 50))
    return subject, [f for f in check_link(subject, HouseRules()).findings
                     if f.rule.id == "port.fec"]  # fmt: skip


@pytest.mark.parametrize(
    ("application", "a", "b", "severities"),
    [
        ("100GBASE-LR4", True, False, ["stop"]),  # clause 88 has none
        ("100GBASE-LR4", True, True, ["stop", "stop"]),
        ("100GBASE-LR4", False, False, []),
        ("100GBASE-LR4", None, None, []),
        ("10GBASE-LR", "rs528", None, ["stop"]),
        ("25GBASE-LR", "base-r", "base-r", ["stop", "stop"]),
        ("25GBASE-LR", "rs528", "rs528", []),
        ("25GBASE-LR", True, True, []),
        ("25GBASE-LR", False, False, ["warn", "warn"]),
        ("25GBASE-LR", False, True, ["stop"]),
        ("50GBASE-FR", False, None, ["stop"]),
        ("100GBASE-DR", False, None, ["warn"]),  # the module may make it itself
        ("400GBASE-DR4", False, True, []),  # in the coding: nobody can switch it off
    ],
)
def test_settings_against_the_application_and_each_other(application, a, b, severities):
    assert [f.rule.severity for f in said(application, a, b)[1]] == severities


@pytest.mark.parametrize(
    ("application", "a", "b"),
    [("100GBASE-LR4", True, False), ("25GBASE-LR", False, True), ("10GBASE-LR", True, None)],
)
def test_the_cure_sets_the_end_that_is_wrong(application, a, b):
    subject, (found, *_) = said(application, a, b)
    cured = apply_all(subject, found.remedy.edits)
    assert said(application, cured.a.port.fec, cured.b.port.fec)[1] == []
