"""The table that `passerelle check` prints."""

from collections.abc import Sequence

from passerelle.core.judge.check import TIGHT, WORKS, LinkCheck
from passerelle.core.judge.naming import with_names
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.words import in_metres


def _figure(value: float | None, digits: int = 2) -> str:
    return "?" if value is None else f"{value:.{digits}f}"


def _row(check: LinkCheck) -> list[str]:
    worst = min(
        check.budget.directions,
        key=lambda d: float("-inf") if d.margin_db is None else d.margin_db,
    )
    loss = worst.loss.on_basis(check.budget.rules.loss_basis)
    ends = " / ".join(dict.fromkeys(m.application for m in check.budget.modules))
    return [
        check.verdict,
        check.budget.link.name,
        ends,
        _figure(check.budget.length_m, 1),
        _figure(loss),
        _figure(worst.limit.value_db if worst.limit else None),
        "-" if check.voided else _figure(worst.margin_db),
    ]


def table(checks: Sequence[LinkCheck]) -> str:
    """The answers as a table with each link's findings under it."""
    head = ["verdict", "link", "application", "m", "loss dB", "limit dB", "margin dB"]
    rows = [_row(one) for one in checks]
    widths = [max(len(row[i]) for row in [head, *rows]) for i in range(len(head))]

    def line(cells: list[str]) -> str:
        fitted = [
            cell.ljust(width) if i < 3 else cell.rjust(width)
            for i, (cell, width) in enumerate(zip(cells, widths, strict=True))
        ]
        return "  ".join(fitted).rstrip()

    lines = [line(head)]
    for one, row in zip(checks, rows, strict=True):
        lines.append(line(row))
        link = one.budget.link
        for found in one.findings:
            if found.explained_by:
                continue  # the cause is listed; its echo would only repeat it
            where = f" part {', '.join(str(at + 1) for at in found.at)}" if found.at else ""
            said = with_names(found.message, link)
            lines.append(f"  {found.rule.severity}: {found.rule.id}{where}: {said}")
            lines.append(f"      do: {with_names(in_metres(found.do), link)}")
    working = sum(one.verdict in (WORKS, TIGHT) for one in checks)
    lines.append(f"{working} of {len(checks)} links would come up")
    return "\n".join(lines)


def plan_lines(judged: PlanCheck) -> list[str]:
    """What is said about the plan itself and its backbone, a line each."""
    said = [one.finding for one in judged.findings] + [one.finding for one in judged.backbone]
    return [f"plan, {one.rule.severity}: {one.rule.id}: {one.message}" for one in said]
