"""module.coding, device.coding, house.coding: whose modules a port takes, and the plan's school."""

from dataclasses import replace
from typing import Literal

from passerelle.core.light.edits import SetEnd
from passerelle.core.light.modules import End, resolve
from passerelle.core.plan.devices import PortFacts
from passerelle.core.plan.ends import Side
from passerelle.core.plan.house_rules import EACH_DEVICE, HouseRules

from .findings import NOTE, STOP, WARN, Finding, Remedy, finding
from .rules import Severity


def check_coding(side: Side, end: End, port: PortFacts, rules: HouseRules) -> list[Finding]:
    """What the port makes of the module's coding, and whether that is the plan's school."""
    found: list[Finding] = []
    if port.own_coding_only and end.coding != "own":
        known = "is coded for another maker" if end.coding == "other" else "has no coding recorded"
        message = f"The equipment at end {side} takes only its maker's modules; this one {known}."
        new = replace(end, coding="own")
        remedy = Remedy(f"Module coded for end {side}", (SetEnd.to(side, new),), "module")
        found.append(finding("module.coding", message, ends=(side,), remedy=remedy))
    return found + _foreign(side, end, port) + _school(side, end, port, rules)


def _school(side: Side, end: End, port: PortFacts, rules: HouseRules) -> list[Finding]:
    """The plan's school of coding, where a module's coding is recorded and the port takes both."""
    if end.device is None or end.coding is None:
        return []
    wanted: Literal["own", "other"] = "own" if rules.coding == EACH_DEVICE else "other"
    bound = port.own_coding_only or _refuses(end, port)
    if end.coding == wanted or bound:
        return []
    told = "for another maker" if end.coding == "other" else "for its device"
    school = "each device has its own coding" if wanted == "own" else "one coding serves all"
    message = f"The module at end {side} is coded {told}, in a plan where {school}."
    new = replace(end, coding=wanted)
    remedy = Remedy(f"Module of the plan's coding at end {side}", (SetEnd.to(side, new),), "module")
    return [finding("house.coding", message, ends=(side,), remedy=remedy)]


def _refuses(end: End, port: PortFacts) -> bool:
    """Whether the group of ports takes no module of this speed that is coded for others."""
    group = port.group
    if group is None or group.foreign in (None, "taken", "after a setting"):
        return False
    up_to = group.foreign_to_gbps
    return up_to is None or resolve(end).rate_gbps > up_to


def _foreign(side: Side, end: End, port: PortFacts) -> list[Finding]:
    """What the group of ports makes of a module that is not coded for the device's maker."""
    group = port.group
    if group is None or group.foreign in (None, "taken") or end.coding == "own":
        return []
    up_to = group.foreign_to_gbps
    where = f"“{group.name}” at end {side}"
    if group.foreign == "after a setting":
        if end.coding != "other":
            return []
        message = f"{where} takes a module coded for another maker after a setting only."
        do = "Make the setting before the module is fitted; levels may then not be shown."
        return [finding("device.coding", message, ends=(side,), severity=NOTE, do=do)]
    if not _refuses(end, port):
        return []
    limit = f" over {up_to:g} Gb/s" if up_to is not None else ""
    known = "is coded for another maker" if end.coding == "other" else "has no coding recorded"
    message = f"{where} refuses modules of other makers{limit}; this one {known}."
    new = replace(end, coding="own")
    remedy = Remedy(f"Module coded for end {side}", (SetEnd.to(side, new),), "module")
    severity: Severity = STOP if end.coding == "other" else WARN
    return [finding("device.coding", message, ends=(side,), severity=severity, remedy=remedy)]
