"""The door to other devices: nothing is open to who is not paired, and each does what it may."""

import socket
import ssl
import stat

import httpx2
import pytest
from cryptography import x509
from cryptography.hazmat.primitives import hashes

from passerelle.api.app import create_app
from passerelle.api.serving import load
from passerelle.api.sharing.door import may
from passerelle.api.sharing.server import checked_address
from passerelle.core.refused import Refused
from passerelle.demo_data import demo_plan
from passerelle.plans import paired

FACT = {"kind": "strand", "about": {"kind": "cable", "id": ""}, "at": "2026-11-26T10:00:00Z",
        "who": "somebody else", "strand": 1, "state": "bad"}  # fmt: skip


@pytest.fixture
def sharing(store):
    load(store, demo_plan())
    made = create_app(store, web=None).state.sharing
    made.start("127.0.0.1", 0)
    yield made
    made.stop()


@pytest.fixture
def visit(sharing):
    """A browser of another device, which trusts this one certificate."""
    trust = ssl.create_default_context(cafile=next((sharing.store.folder / "share").glob("*.crt")))
    with httpx2.Client(base_url=sharing.now.url, verify=trust) as made:
        made.headers["origin"] = sharing.now.url
        yield made


def in_as(sharing, visit, role, name="Tablet"):
    code = sharing.pairing.new(role).text
    answer = visit.post("/pair", data={"code": code, "name": name})
    assert (answer.status_code, answer.headers["location"]) == (303, "/")
    return answer


def test_the_certificate_is_for_this_address_and_its_key_is_the_owners_alone(sharing):
    folder = sharing.store.folder / "share"
    (key,), (file,) = folder.glob("*.key"), folder.glob("*.crt")
    assert stat.S_IMODE(key.stat().st_mode) == 0o600
    found = x509.load_pem_x509_certificate(file.read_bytes())
    names = found.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    assert [str(one) for one in names.get_values_for_type(x509.IPAddress)] == ["127.0.0.1"]
    told = sharing.now.fingerprint.split(":")
    assert bytes.fromhex("".join(told)) == found.fingerprint(hashes.SHA256())
    assert len(told) == 32


def test_the_certificate_stays_as_long_as_it_lasts(sharing):
    before = sharing.now.fingerprint
    assert sharing.start("127.0.0.1", 0).fingerprint == before


@pytest.mark.parametrize(
    "path",
    ["/api/plans", "/api/plans/1/export", "/api/share", "/api/share/me", "/api/work/abcdefgh"],
)
def test_nothing_is_open_to_who_is_not_paired(visit, path):
    for answer in (visit.get(path), visit.post(path, json={}), visit.delete(path)):
        assert (answer.status_code, answer.json()["detail"][:24]) == (
            401,
            "This device is not paire",
        )
    for page in ("/", "/plans/1", "/assets/index.js", "/mark.svg"):
        assert visit.get(page).headers["location"] == "/pair"
    visit.cookies.set("__Host-passerelle", "made-up")
    assert visit.get(path).status_code == 401


def test_a_device_is_paired_once_with_a_strict_cookie_and_turned_off_at_once(sharing, visit):
    shown = visit.get("/pair", params={"code": 'A"><script>'}).text
    assert "<script>" not in shown
    wrong = visit.post("/pair", data={"code": "WRONGONE", "name": "<b>Tab</b>"})
    assert wrong.status_code == 403
    assert "&lt;b&gt;Tab" in wrong.text
    cookie = in_as(sharing, visit, "plan").headers["set-cookie"].lower()
    for word in ("__host-passerelle=", "secure", "httponly", "samesite=strict", "path=/"):
        assert word in cookie
    assert visit.get("/api/share/me").json() == {"name": "Tablet", "role": "plan"}
    (known,) = paired.listed(sharing.store)
    assert known.seen is not None
    paired.turn(sharing.store, known.id, off=True)
    assert visit.get("/api/plans").status_code == 401
    paired.turn(sharing.store, known.id, off=False)
    assert visit.get("/api/plans").status_code == 200
    paired.forget(sharing.store, known.id)
    assert visit.get("/api/plans").status_code == 401


def test_host_and_origin_are_the_shared_address_and_no_other(sharing, visit):
    in_as(sharing, visit, "plan")
    assert visit.get("/api/plans", headers={"host": "127.0.0.1"}).status_code == 403
    for origin in ("https://127.0.0.1", f"http://{sharing.now.netloc}", "null"):
        answer = visit.post("/api/plans", json={"name": "x"}, headers={"origin": origin})
        assert answer.status_code == 403
    del visit.headers["origin"]
    assert visit.post("/api/plans", json={"name": "x"}).status_code == 403


@pytest.mark.parametrize(
    ("role", "facts", "plans"), [("look", 403, 403), ("site", 201, 403), ("plan", 201, 201)]
)
def test_each_does_what_it_may_and_signs_with_its_own_name(sharing, visit, role, facts, plans):
    in_as(sharing, visit, role, "Bo’s phone")
    cable = visit.get("/api/plans/1/export").json()["cables"][0]["id"]
    fact = FACT | {"about": {"kind": "cable", "id": cable}}
    noted = visit.post("/api/plans/1/facts", json={"facts": [fact]})
    assert noted.status_code == facts
    if facts == 201:
        assert [one["who"] for one in noted.json()["facts"]] == ["Bo’s phone"]
    assert visit.post("/api/plans", json={"name": "x"}).status_code == plans
    for only_here in ("/api/share", "/api/backups"):
        assert visit.get(only_here).status_code == 403
        assert visit.post(only_here, json={}).status_code == 403


def test_what_a_role_may_is_said_by_the_way_that_is_asked_for():
    assert may("look", "POST", "/api/plans/1/choose/line")
    assert not may("look", "POST", "/api/plans/1/choose/take")
    assert not may("site", "POST", "/api/plans/1/plant/changes")
    assert not may("site", "DELETE", "/api/plans/1/files/abc")
    assert may("site", "POST", "/api/plans/1/visits/packet")
    assert may("plan", "GET", "/api/share/me")
    assert not may("plan", "GET", "/api/share/me/more")


def test_when_sharing_ends_nobody_answers(sharing, visit):
    assert visit.get("/pair").status_code == 200
    visit.close()
    where = (sharing.now.address, sharing.now.port)
    sharing.stop()
    with pytest.raises(ConnectionRefusedError):
        socket.create_connection(where)


@pytest.mark.parametrize(
    ("address", "said"),
    [("0.0.0.0", "no address of one machine"), ("::", "no address of one machine"),
     ("224.0.0.1", "no address of one machine"), ("hut", "is no address such as")],
)  # fmt: skip
def test_one_address_of_this_machine_or_none(address, said):
    with pytest.raises(Refused, match=said):
        checked_address(address)


def test_an_address_of_another_machine_is_refused_and_nothing_listens(store):
    made = create_app(store, web=None).state.sharing
    with pytest.raises(Refused, match="is no address of this machine"):
        made.start("192.0.2.77", 0)
    assert made.now is None
