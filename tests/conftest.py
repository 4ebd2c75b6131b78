"""What the tests share: the smallest plan file, a store, a running application."""

import os
import shutil
from collections.abc import Iterator
from pathlib import Path

import pytest
from hypothesis import settings
from starlette.testclient import TestClient

from passerelle.api.app import create_app
from passerelle.api.serving import load
from passerelle.demo_data import mistakes_plan
from passerelle.plans.store import FILE_NAME, Store

settings.register_profile("steady", derandomize=True, deadline=None)
settings.register_profile("search", deadline=None)
settings.load_profile("search" if os.environ.get("PASSERELLE_SEARCH") else "steady")

SMALLEST = Path(__file__).parent / "two-runs.passerelle.json"


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    """Tests in a browser are dealt evenly among the others: in a row they would fall to one worker,
    and the others would wait for it at the end."""
    slow = [one for one in items if "browser" in one.path.parts]
    quick = [one for one in items if "browser" not in one.path.parts]
    if not slow or not quick:
        return
    step = len(quick) / len(slow)
    placed = [(n, one) for n, one in enumerate(quick)]
    placed += [((n + 0.5) * step, one) for n, one in enumerate(slow)]
    items[:] = [one for _, one in sorted(placed, key=lambda pair: pair[0])]


@pytest.fixture(scope="session")
def new_store(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The database of a new store, made once: what migrations do is tested by itself."""
    folder = tmp_path_factory.mktemp("new")
    Store(folder).close()
    return folder / FILE_NAME


@pytest.fixture
def store(tmp_path: Path, new_store: Path) -> Iterator[Store]:
    """An empty store."""
    shutil.copy(new_store, tmp_path / FILE_NAME)
    made = Store(tmp_path)
    yield made
    made.close()


def part_id(client: TestClient, link: str, at: int) -> str:
    """The id of a link's part that stands at an index."""
    found: str = client.get(link).json()["doc"]["path"][at]["id"]
    return found


@pytest.fixture
def client(store: Store) -> Iterator[TestClient]:
    """The API over a store that holds the demo plan."""
    load(store, mistakes_plan())
    with TestClient(create_app(store, web=None), base_url="http://127.0.0.1:8321") as made:
        yield made
