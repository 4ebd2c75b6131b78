"""The plan file: what is refused and how it is said; what goes out comes back the same."""

import json
from dataclasses import replace

import pytest

from passerelle.core.judge.findings import RULES
from passerelle.core.judge.wholeplan import check
from passerelle.core.light.site import link_of, planned
from passerelle.core.measuring.meanings import everything_said
from passerelle.core.plan.facts import About, Facts, RedLightFact
from passerelle.core.refused import Refused
from passerelle.demo_data import demo_file, mistakes_plan
from passerelle.formats.planfile import read_file, read_plan, write_plan
from tests.conftest import SMALLEST

GOOD = json.loads(SMALLEST.read_bytes())


def broken(change) -> bytes:
    raw = json.loads(SMALLEST.read_bytes())
    change(raw, raw["links"][0], raw["links"][0]["path"])
    return json.dumps(raw).encode()


def put(where, key, value):
    where[key] = value


@pytest.mark.parametrize(
    ("change", "path", "reason"),
    [
        (lambda r, k, p: put(p[4], "length_m", -5), "links[0].path[4].length_m", "-5 is under 0"),
        (lambda r, k, p: put(p[4], "length_m", 200_001), "links[0].path[4].length_m", "200000"),
        (lambda r, k, p: put(p[4], "length_m", "9"), "links[0].path[4].length_m", "not a number"),
        (lambda r, k, p: put(p[4], "length_m", float("nan")), "links[0].path[4].length_m", "NaN"),
        (lambda r, k, p: p[4].pop("length_m"), "links[0].path[4].length_m", "is missing"),
        (lambda r, k, p: put(p[0], "fiber", "OM9"), "links[0].path[0].fiber", "'OM9'"),
        (lambda r, k, p: put(p[0], "ends", ["LC/UPC"]), "links[0].path[0].ends[1]", "is missing"),
        (lambda r, k, p: put(p[0], "ends", ["XX", "bare"]), "links[0].path[0].ends[0]", "'XX'"),
        (lambda r, k, p: put(p[1], "grad", 1), "links[0].path[1].grad", "unknown key"),
        (lambda r, k, p: put(p[1], "loss_db", 1.0), "links[0].path[1].source", "is missing"),
        (lambda r, k, p: p.pop(3), "links[0].path[3]", "a joint is missing"),
        (lambda r, k, p: p.insert(3, p[3]), "links[0].path[4]", "two joints in a row"),
        (lambda r, k, p: p.pop(), "links[0].path[7]", "must end with a segment"),
        (lambda r, k, p: put(p[1], "joint", "glue"), "links[0].path[1].joint", '"glue"'),
        (lambda r, k, p: put(k, "path", []), "links[0].path", "at least 1"),
        (lambda r, k, p: put(k, "path", p[:2] * 5000), "links[0].path", "at most 500"),
        (lambda r, k, p: put(k, "name", "x" * 121), "links[0].name", "at most 120"),
        (lambda r, k, p: put(k, "name", "a\nb"), "links[0].name", "U+000A"),
        (lambda r, k, p: put(k["a"], "application", "5G"), "links[0].a.application", "'5G'"),
        (lambda r, k, p: put(k["a"], "place", "here"), "links[0].a.place", "not in places"),
        (lambda r, k, p: put(k["a"], "module", {"tx_min_dbm": 1}), "links[0].a.module.source", "a"),
        (
            lambda r, k, p: put(k["b"], "module", {"tx_min_dbm": 2.0, "source": "s"}),
            "links[0].b.module.tx_min_dbm",
            "2 dBm is over the launch maximum 0.5 dBm",
        ),
        (lambda r, k, p: put(k["a"], "application", "custom"), "links[0].a.module.source", "needs"),
        (lambda r, k, p: put(r, "version", 3), "version", "3"),
        (lambda r, k, p: put(r, "house_rules", {"loss_basis": 1}), "house_rules.loss_basis", "1"),
        (lambda r, k, p: put(r, "x-me", {"deep": [float("inf")]}), "x-me.deep[0]", "infinity"),
        (lambda r, k, p: put(p[0], "x", {"y": 1}), "links[0].path[0].x", "unknown key"),
        (
            lambda r, k, p: put(p[0], "id", p[2].setdefault("id", "abcdefgh")),
            "links[0].path[2].id", "another part",
        ),
        (lambda r, k, p: put(r, "places", [{"name": "A"}] * 100_001), "places", "at most 100000"),
    ],
)  # fmt: skip
def test_what_is_wrong_is_named(change, path, reason):
    with pytest.raises(Refused) as refused:
        read_plan(broken(change))
    assert refused.value.path == path
    assert reason in refused.value.reason
    assert "\n" not in str(refused.value)


@pytest.mark.parametrize(
    "data",
    [b"", b"\x00\xff" * 5_000_000, b"[" * 99_999, b'{"a":' * 9999, b"[]", b'"\\ud800"', b"9" * 999],
    ids=["empty", "10 MB", "deep", "deep objects", "list", "surrogate", "digits"],
)  # fmt: skip
def test_rubbish_is_one_line(data):
    with pytest.raises(Refused) as refused:
        read_plan(data)
    assert "\n" not in str(refused.value)
    assert len(str(refused.value)) < 200


def test_export_import_export_is_byte_identical():
    first = write_plan(mistakes_plan())
    assert write_plan(read_plan(first)) == first


def test_own_keys_and_any_script_survive():
    def own(raw, link, path):
        raw["x-job"] = {"n": [1, 2.5, None, "ß"]}
        link["x-crew"] = "Āńö"
        path[0]["x-drum"] = 7
        link["name"] = "海底線 → مَحَطّة 🌊"

    data = write_plan(read_plan(broken(own)))
    again = json.loads(data)
    assert again["x-job"] == {"n": [1, 2.5, None, "ß"]}
    assert again["links"][0]["path"][0]["x-drum"] == 7
    assert again["links"][0]["name"].endswith("🌊")
    (link, *_) = read_plan(data).links
    assert planned(link_of(link)) == link
    assert planned(link_of(link)).x == {"x-crew": "Āńö"}
    assert write_plan(read_plan(data)) == data


def test_the_same_file_without_ids_means_the_same_and_keeps_those_that_it_gets():
    first = read_plan(SMALLEST.read_bytes())
    ids = [part.id for part in next(iter(first.links)).path]
    assert len(set(ids)) == 9
    again = read_plan(write_plan(first))
    assert [part.id for part in next(iter(again.links)).path] == ids
    assert again.id == first.id


def test_links_of_version_1_that_share_a_name_get_numbers():
    def twice(raw, link, path):
        raw["links"] = [link, json.loads(json.dumps(link)), link | {"name": "A-B 10G 2"}]

    names = [link.name for link in read_plan(broken(twice)).links]
    assert names == ["A-B 10G", "A-B 10G 2", "A-B 10G 2 2"]

    def today(raw, link, path):
        twice(raw, link, path)
        raw["version"] = 2

    with pytest.raises(Refused, match=r"links\[1\].name: 'A-B 10G' is listed twice"):
        read_plan(broken(today))


def test_facts_go_with_the_plan_and_adding_them_twice_changes_nothing():
    plan = mistakes_plan()
    link = next(iter(plan.links))
    seen = RedLightFact(
        kind="red light", about=About("link", link.id), at="2026-05-31T14:20:00Z", who="ann",
        start=(1, 2), seen=(1, 3),
    )  # fmt: skip
    data = write_plan(plan, Facts.of([seen]))
    _, facts = read_file(data)
    assert facts.all == (seen,)
    assert facts.with_more(facts.all).all == facts.all
    assert write_plan(*read_file(data)) == data


def test_the_demo_plan_shows_every_rule():
    plan, facts = demo_file("mistakes")
    judged = check(plan)
    shown = {f.rule.id for one in judged.links for f in one.findings}
    shown |= {one.finding.rule.id for one in everything_said(judged, facts)}
    shown |= {one.finding.rule.id for one in (*judged.findings, *judged.backbone)}
    # shown as soon as that school is chosen, and where a data folder is damaged; and where traces
    # are at hand, whose files a plan file does not hold:
    traces = {"test.trace", "test.trace-break", "test.gainer"}
    # of a turn-up: each is triggered in tests/core/turnup/test_said.py
    read = {rule.id for rule in RULES.values() if rule.step == "turnup"}
    elsewhere = {"house.mode", "plan.unreadable", "part.port-twice"} | traces | read
    assert set(RULES) - shown == elsewhere
    rules = replace(judged.plan.house_rules, mode_school="single-mode-everywhere")
    strict = check(replace(judged.plan, house_rules=rules))
    assert any(f.rule.id == "house.mode" for one in strict.links for f in one.findings)
