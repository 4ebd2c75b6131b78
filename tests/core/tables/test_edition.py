"""The hash of the tables is that of their bytes, whoever works it out."""

import hashlib
from pathlib import Path

from passerelle.core import tables
from passerelle.core.tables.edition import EDITION, tables_hash


def test_the_hash_is_of_every_table_by_name_and_bytes():
    folder = Path(tables.__file__).parent
    made = hashlib.sha256()
    for name in sorted(one.name for one in folder.glob("*.toml")):
        made.update(name.encode() + b"\0" + (folder / name).read_bytes() + b"\0")
    assert tables_hash() == made.hexdigest()


def test_the_edition_is_that_of_its_table():
    text = (Path(tables.__file__).parent / "edition.toml").read_text()
    assert f'"{EDITION}"' in text
