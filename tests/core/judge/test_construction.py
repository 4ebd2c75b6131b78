"""Constructions against where they run: flame by space, metal, soil; from the codes' text."""

import pytest

from passerelle.core.judge.construction import check_construction
from passerelle.core.plan.backbone import Other
from passerelle.core.tables.euroclass import is_euroclass, reaches
from tests.planting import cable, kind, plant, way


def found(ways, **construction):
    more = {"bonded": construction.pop("bonded", None)}
    one = cable("C", "A", "B", *(w.name for w in ways), type=kind(**construction), **more)
    return {a.finding.rule.id: a.finding for a in check_construction(plant(ways, (one,)), one)}


def severity(ways, rule="cable.flame", **construction):
    said = found(ways, **construction).get(rule)
    return said.rule.severity if said else None


def indoors(space, length_m=40.0, **more):
    return (way("w", "A", "B", length_m, **{"kind": "conduit", "space": space} | more),)


@pytest.mark.parametrize(
    ("flame", "space", "expected"),
    [
        ("OFN", "general", None), ("OFNG", "general", None), ("OFC", "general", None),
        ("OFNG", "plenum", "stop"), ("OFNR", "plenum", "stop"), ("OFNP", "plenum", None),
        ("OFNR", "riser", None), ("OFN", "riser", "stop"), ("OFCG", "riser", "stop"),
        ("OFCR", "riser", None), ("OFCP", "plenum", None),
    ],
)  # fmt: skip
def test_flame_rating_by_space(flame, space, expected):
    assert severity(indoors(space), flame=flame) == expected


def test_in_a_riser_a_metal_raceway_may_hold_a_lower_rating():
    assert severity(indoors("riser", material="metal"), flame="OFN") == "note"
    assert severity(indoors("riser", material="pvc"), flame="OFN") == "stop"
    assert severity(indoors("plenum", material="metal"), flame="OFN") == "stop"


@pytest.mark.parametrize(
    ("more", "metallic", "expected"),
    [
        ({"material": "metal"}, False, "note"),  # 770.48(B): without metal, in raceway
        ({"material": "pvc"}, False, "note"),
        ({"material": "flexible"}, False, "warn"),
        ({}, False, "warn"),  # the raceway's material is not recorded
        ({"kind": "tray"}, False, "warn"),
        ({"material": "metal"}, True, "warn"),
        ({"material": "metal", "space": "riser"}, False, "stop"),
        ({"length_m": 15.0}, False, None),  # 50 ft from the entrance
    ],
)
def test_unlisted_cable_indoors(more, metallic, expected):
    ways = indoors(**{"space": "general", "length_m": 40.0} | more)
    assert severity(ways, flame="none", metallic=metallic) == expected


@pytest.mark.parametrize(("wet", "expected"), [((), "warn"), (("wet",), "warn"), (("sun",), None)])
def test_a_wet_cellar_is_indoors_all_the_same(wet, expected):
    assert severity(indoors("general", 20.0, hazards=wet), flame="none") == expected


@pytest.mark.parametrize(
    ("has", "asked", "enough"),
    [
        ("Cca-s1,d1", "Cca-s1,d1", True), ("B2ca-s1a,d0,a1", "Cca-s1,d1,a1", True),
        ("Dca-s2,d2", "Cca-s1,d1", False), ("Cca-s2,d1", "Cca-s1,d1", False),
        ("Cca", "Cca-s1", False), ("Eca", "Dca", False), ("Aca", "B1ca", True),
        ("Cca-s1a,d1", "Cca-s1b,d1", True), ("Cca-s1,d2", "Cca-s1,d1", False),
    ],
)  # fmt: skip
def test_reaction_to_fire_with_its_additions(has, asked, enough):
    assert reaches(has, asked) is enough
    assert is_euroclass(has)


@pytest.mark.parametrize("text", ["", "OFNR", "Cca s1", "B3ca", "Cca-s9", "Cca-s1,a9"])
def test_what_is_no_euroclass(text):
    assert not is_euroclass(text)
    assert not reaches(text, "Fca")


@pytest.mark.parametrize(
    ("euroclass", "expected"), [("Cca-s1,d1", None), ("Dca-s2,d2", "stop"), (None, "warn")]
)
def test_no_rating_of_one_code_is_one_of_the_other(euroclass, expected):
    asked = indoors(None, euroclass="Cca-s1,d1")
    assert severity(asked, flame="OFNR", euroclass=euroclass) == expected
    if euroclass is None:
        assert "not judged" in found(asked, flame="OFNR")["cable.flame"].message


OUT = (way("field", "A", "B", kind="burial", hazards=("lightning",)),)
STEEL = {"metallic": True, "armour": "steel", "burial": True}


def test_lightning_asks_for_cable_without_metal():
    assert severity(OUT, "cable.lightning", **STEEL) == "warn"
    assert severity(OUT, "cable.lightning", burial=True) is None
    assert severity((way("w", "A", "B", hazards=("wet",)),), "cable.lightning", **STEEL) is None


def test_copper_that_leaves_the_building_asks_for_protectors():
    copper = {"metallic": True, "conductors": True}
    assert severity((way("w", "A", "B"),), "cable.overvoltage", **copper) == "warn"
    assert severity(indoors("general"), "cable.overvoltage", **copper) is None
    assert severity((way("w", "A", "B"),), "cable.overvoltage", metallic=True) is None


@pytest.mark.parametrize(
    ("construction", "bonded", "rule"),
    [
        ({"metallic": True}, None, "cable.bonding"),  # a tracer or a barrier of metal
        ({"metallic": True, "armour": "steel"}, False, "cable.bonding"),
        ({"metallic": True, "messenger": True}, None, "cable.messenger"),
        ({"metallic": True}, True, None),
        ({}, None, None),
    ],
)
def test_metal_is_bonded_whatever_it_is_there_for(construction, bonded, rule):
    said = set(found((way("w", "A", "B"),), bonded=bonded, **construction))
    assert said == ({rule} if rule else set())


@pytest.mark.parametrize(
    ("kind_of_way", "rule"),
    [("burial", "cable.mains-distance"), ("trench", "cable.mains-distance"),
     ("duct", "cable.conductive-with-power"), ("tray", "cable.conductive-with-power")],
)  # fmt: skip
def test_metal_beside_power(kind_of_way, rule):
    beside = (way("w", "A", "B", kind=kind_of_way, others=(Other("mains", 20.0, power=True),)),)
    assert rule in found(beside, bonded=True, **STEEL)
    assert rule not in found(beside, burial=True)


def test_salt_is_said_of_metal_only():
    salt = (way("w", "A", "B", hazards=("salt",)),)
    assert severity(salt, "cable.salt", bonded=True, **STEEL) == "note"
    assert found(salt) == {}
