"""Writes, or with --check compares, the files that are generated from the code.

docs/openapi.json      what the API offers; the front end's client is generated from it
docs/plan.schema.json  JSON Schema of the plan file
docs/rules.md          every rule, with the link of the demo plan that shows it
docs/stored-schema.svg the tables of a data folder, and what refers to what
"""

import json
import sys
import tempfile
from pathlib import Path

from schema_picture import picture

from passerelle.api.app import create_app
from passerelle.core.judge.rules import RULES
from passerelle.core.judge.wholeplan import check
from passerelle.core.measuring.meanings import everything_said
from passerelle.demo_data import demo_file
from passerelle.formats.documents import adapter
from passerelle.formats.planfile import PlanFile
from passerelle.plans.store import Store

ELSEWHERE = {
    "house.mode": "any multimode link, once the plan follows single mode everywhere",
    "test.trace": "the trace of P-07/3",
    "test.trace-break": "a trace of a strand that is broken",
    "test.gainer": "a trace from one end over a joint of unlike glasses",
    "part.port-twice": "the breakout cord of the Wet Lab bench, once two links take one lane of it",
    "plan.unreadable": "a data folder that is damaged or of a later edition",
}
DOCS = Path(__file__).resolve().parents[1] / "docs"


def generated() -> dict[Path, str]:
    """The generated files with their contents."""
    with tempfile.TemporaryDirectory() as folder:
        store = Store(Path(folder))
        openapi = create_app(store, web=None).openapi()
        store.close()
    schema = adapter(PlanFile).json_schema()
    schema["$schema"] = "https://json-schema.org/draft/2020-12/schema"
    schema["title"] = "Passerelle plan file"
    return {
        DOCS / "openapi.json": json.dumps(openapi, indent=1, ensure_ascii=False) + "\n",
        DOCS / "rules.md": rules_page(),
        DOCS / "stored-schema.svg": picture(),
        DOCS / "plan.schema.json": json.dumps(schema, indent=1, ensure_ascii=False) + "\n",
    }


def rules_page() -> str:
    """Every rule with its severity and one link of the demo plan where it can be seen."""
    plan, facts = demo_file("mistakes")
    judged = check(plan)
    seen = {one.finding.rule.id: f"the plan itself: {one.about}" for one in judged.findings}
    for about in judged.backbone:
        seen.setdefault(about.finding.rule.id, f"{about.sort} {about.name}")
    for one in judged.links:
        for found in one.findings:
            seen.setdefault(found.rule.id, one.budget.link.name)
    for said in everything_said(judged, facts):
        seen.setdefault(said.finding.rule.id, f"the test of {said.name}")
    lines = [
        "# Rules",
        "",
        "Generated from the registry and the demo plan; do not edit.",
        "",
        "| rule | severity | what it says | to be seen in the demo plan at |",
        "|---|---|---|---|",
    ]
    lines += [
        f"| {rule.id} | {rule.severity} | {rule.title} | "
        f"{seen.get(rule.id, ELSEWHERE.get(rule.id, ''))} |"
        for rule in RULES.values()
    ]
    return "\n".join(lines) + "\n"


def main() -> int:
    """Write the files, or say which of them is stale."""
    stale = []
    for path, text in generated().items():
        if "--check" not in sys.argv:
            path.write_text(text, encoding="utf-8")
        elif not path.exists() or path.read_text(encoding="utf-8") != text:
            stale.append(path.name)
    if stale:
        print(f"stale: {', '.join(stale)}; run scripts/generate", file=sys.stderr)
    return 1 if stale else 0


if __name__ == "__main__":
    sys.exit(main())
