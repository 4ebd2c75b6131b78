"""Writes, or with --check compares, the files that are generated from the code.

docs/openapi.json      what the API offers; the front end's client is generated from it
docs/plan.schema.json  JSON Schema of the plan file
"""

import json
import sys
import tempfile
from pathlib import Path

from passerelle.api.app import create_app
from passerelle.formats.planfile import PlanDoc
from passerelle.plans.store import Store

DOCS = Path(__file__).resolve().parents[1] / "docs"


def generated() -> dict[Path, str]:
    """The generated files with their contents."""
    with tempfile.TemporaryDirectory() as folder:
        store = Store(Path(folder))
        openapi = create_app(store, web=None).openapi()
        store.close()
    schema = PlanDoc.model_json_schema()
    schema["$schema"] = "https://json-schema.org/draft/2020-12/schema"
    schema["title"] = "Passerelle plan file"
    return {
        DOCS / "openapi.json": json.dumps(openapi, indent=1, ensure_ascii=False) + "\n",
        DOCS / "plan.schema.json": json.dumps(schema, indent=1, ensure_ascii=False) + "\n",
    }


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
