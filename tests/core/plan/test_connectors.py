"""Names of connectors: what they say, and what is refused."""

import pytest

from passerelle.core.plan.connectors import PINS, POLISHES, TYPES, connector


@pytest.mark.parametrize(
    ("name", "kind", "family", "polish", "pins", "angled"),
    [
        ("LC/UPC", "LC", "LC", "UPC", None, False),
        ("SC/APC", "SC", "SC", "APC", None, True),
        ("LC", "LC", "LC", None, None, None),
        ("MPO-12/APC/pinned", "MPO-12", "MPO", "APC", "pinned", True),
        ("MPO-32/UPC/unpinned", "MPO-32", "MPO", "UPC", "unpinned", False),
        ("MT-RJ/PC/pinned", "MT-RJ", "MT-RJ", "PC", "pinned", False),
    ],
)
def test_what_a_name_says(name, kind, family, polish, pins, angled):
    one = connector(name)
    assert (one.type, one.family, one.polish, one.pins, one.is_angled) == (
        kind, family, polish, pins, angled
    )  # fmt: skip
    assert one.name == name
    assert not one.is_bare


@pytest.mark.parametrize(
    ("name", "said"),
    [
        ("", "is not a connector"),
        ("lc/UPC", "is not a connector"),
        ("LC/upc", "the polish is one of PC, UPC, APC"),
        ("LC/UPC/pinned", "only MPO and MT-RJ plugs are pinned"),
        ("MPO-12/UPC/male", "pinned or unpinned"),
        ("MPO-12/UPC/pinned/x", "type/polish or type/polish/pins"),
        ("LC/", "the polish is one of"),
        ("MPO-12//pinned", "the polish is one of"),
        ("bare/UPC", "is not a connector"),
    ],
)
def test_what_is_no_connector(name, said):
    with pytest.raises(ValueError, match=said):
        connector(name)


def test_a_bare_end_has_no_face():
    bare = connector("bare")
    assert (bare.is_bare, bare.is_angled, bare.pins) == (True, None, None)


def test_every_type_and_polish_is_read_back_as_it_is_written():
    for kind in TYPES:
        for polish in POLISHES:
            for tail in ("", *(f"/{p}" for p in PINS if kind == "MT-RJ" or kind.startswith("MPO"))):
                assert connector(f"{kind}/{polish}{tail}").name == f"{kind}/{polish}{tail}"
