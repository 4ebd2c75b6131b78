"""The plan in short as Markdown: answer first, then links, what to find out and what to buy."""

import re

from passerelle.core.judge.answering import answer
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.materials.materials import Materials
from passerelle.core.words import counted, in_metres, metres


def markdown(check: PlanCheck, made: Materials, revision: int | None, day: str) -> str:
    """A summary to paste into a mail or a ticket. revision None: of a file. day : as ISO date."""
    plan, links = check.plan, check.links
    verdicts = [one.verdict for one in links]
    of = f"revision {revision}, " if revision is not None else ""
    rows = [f"# {_plain(plan.name)}", "", f"{of}{day}", ""]
    if links:
        told = [f"{verdicts.count(word)} {_SAID[word]}" for word in _SAID if word in verdicts]
        rows += [f"**{counted(len(links), 'link')}: {', '.join(told)}.**", "", "## Links", ""]
        rows += ["| Link | From | To | Length | Answer |", "|---|---|---|---|---|"]
        for one in links:
            link = one.budget.link
            cells = (link.name, link.a.place or "not recorded", link.b.place or "not recorded",
                     metres(one.budget.length_m), answer(one))  # fmt: skip
            rows.append(f"| {' | '.join(map(_plain, cells))} |")
    else:
        rows.append("No links are planned yet.")
    stops = [
        (one.budget.link.name, found)
        for one in links
        for found in one.findings
        if found.rule.severity == "stop" and found.explained_by is None
    ]
    stops += [
        (one.name, one.finding) for one in check.backbone if one.finding.rule.severity == "stop"
    ]
    rows += ["", "## What stops", ""]
    rows += [f"- **{_plain(name)}**: {_plain(f.said)} {_plain(f.do)}" for name, f in stops] or [
        "Nothing that was judged stops; what is not recorded was not judged."
    ]
    rows += ["", "## What to buy", ""]
    currency = plan.house_rules.currency
    if made.total is not None:
        rows.append(f"{counted(len(made.lines), 'line')}: {made.total:.2f} {_plain(currency)}.")
    else:
        rows.append(
            f"No total yet: {made.known_total:.2f} {_plain(currency)} known, "
            f"{len(made.unpriced)} without a price, "
            f"{len(made.open) + len(made.not_cut)} not counted."
        )
    rows.append(f"Work: {made.labour.hours:.1f} h beside it.")
    rows += ["", "Local codes and licensed practice decide where work can hurt someone.", ""]
    return "\n".join(rows)


_SAID = {"works": "work", "tight": "work but are tight", "fails": "fail", "unknown": "not known"}


def _plain(text: str) -> str:
    """Text that Markdown shows as it is, on one line."""
    return re.sub(r"([\\`*_{}\[\]<>#|~!])", r"\\\1", " ".join(in_metres(text).split()))
