"""What docs/decisions.md says is held by a test, is: the test is there."""

import ast
import re
from pathlib import Path

import pytest

ROOT = Path(__file__).parent.parent
TEXT = (ROOT / "docs/decisions.md").read_text()
DECISIONS = [" ".join(one.split()) for one in TEXT.split("\n* ")[1:]]


@pytest.mark.parametrize("decision", DECISIONS, ids=lambda one: one[:50])
def test_a_decision_has_its_date_and_a_test_that_is_there(decision):
    assert re.match(r"20\d\d-\d\d-\d\d \*\*", decision)
    held = re.search(r"— `(tests/[\w/]+\.py)`, `(test_\w+)`$", decision)
    assert held, "no test is named"
    tree = ast.parse((ROOT / held[1]).read_text())
    assert held[2] in {one.name for one in ast.walk(tree) if isinstance(one, ast.FunctionDef)}
