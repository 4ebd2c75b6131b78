"""Pictures and files of things, plan packages and kept states."""

import io
import struct
import zipfile
import zlib

import pytest
from PIL import Image


def picture(form):
    """A picture of 900 by 300 with a position and a turn in it, as a camera writes it."""
    made, out = Image.new("RGB", (900, 300), "navy"), io.BytesIO()
    exif = Image.Exif()
    exif[0x0112] = 6  # turned by a quarter
    exif.get_ifd(0x8825)[1] = "N"
    made.save(out, form, exif=exif)
    return out.getvalue()


@pytest.mark.parametrize("form", ["JPEG", "PNG"])
def test_a_picture_is_kept_upright_and_without_its_position(client, form):
    asked = {"kind": "place", "about": "place0001", "name": "rack"}
    url = "/api/plans/1/files"
    added = client.post(url, params=asked, content=picture(form)).json()
    found = Image.open(io.BytesIO(client.get(f"{url}/{added['sha256']}").content))
    assert (found.size, dict(found.getexif())) == ((300, 900), {})
    small = Image.open(io.BytesIO(client.get(f"{url}/{added['sha256']}/thumbnail").content))
    assert (small.format, small.size) == ("JPEG", (120, 360))
    gone = client.delete(f"{url}/{added['sha256']}", params={"about": "place0001"})
    assert (gone.status_code, client.get(url).json()) == (204, [])


def test_a_picture_of_too_many_pixels_is_refused_before_it_is_unpacked(client):
    head = struct.pack(">IIBBBBB", 60_000, 60_000, 8, 2, 0, 0, 0)
    chunk = struct.pack(">I", 13) + b"IHDR" + head + struct.pack(">I", zlib.crc32(b"IHDR" + head))
    data = b"\x89PNG\r\n\x1a\n" + chunk + struct.pack(">I", 0) + b"IDAT" + b"\x35\xaf\x06\x1e"
    asked = {"kind": "place", "about": "place0001", "name": "bomb"}
    said = client.post("/api/plans/1/files", params=asked, content=data)
    assert (said.status_code, "pixels" in said.json()["detail"]) == (422, True)


def test_a_plan_goes_out_and_comes_in_with_its_files(client):
    asked = {"kind": "place", "about": "place0001", "name": "rack.png"}
    added = client.post("/api/plans/1/files", params=asked, content=picture("PNG")).json()
    package = client.get("/api/plans/1/package").content
    made = client.post("/api/plans/import", content=package)
    assert made.status_code == 201
    number = made.json()["id"]
    (one,) = client.get(f"/api/plans/{number}/files").json()
    assert (one["sha256"], one["name"], one["about_id"]) == (
        added["sha256"], "rack.png", "place0001",
    )  # fmt: skip
    before = [client.get(f"/api/plans/{n}/export").json()["places"] for n in (1, number)]
    assert before[0] == before[1]


def repacked(package, change):
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(package)) as old, zipfile.ZipFile(out, "w") as new:
        for name in old.namelist():
            new.writestr(name, change(name, old.read(name)))
    return out.getvalue()


@pytest.mark.parametrize(
    ("change", "said"),
    [
        (lambda name, data: data + b"x" if name.startswith("files/") else data, "is damaged"),
        (lambda name, data: data + b" " if name == "plan.passerelle.json" else data, "not the one"),
        (lambda name, data: data.replace(b"place0001", b"place9999") if "manif" in name else data,
         "not there"),
        (lambda name, data: data.replace(b"-package", b"-rubbish"), "no plan package"),
    ],
)  # fmt: skip
def test_a_package_that_is_not_right_stores_nothing(client, change, said):
    asked = {"kind": "place", "about": "place0001", "name": "rack.png"}
    client.post("/api/plans/1/files", params=asked, content=picture("PNG"))
    package = repacked(client.get("/api/plans/1/package").content, change)
    refused = client.post("/api/plans/import", content=package)
    assert (refused.status_code, said in refused.json()["detail"]) == (422, True)
    assert len(client.get("/api/plans").json()) == 1


def test_files_and_kept_states(client):
    png = picture("PNG")
    asked = {"kind": "place", "about": "place0001", "name": "rack <1>.png"}
    added = client.post("/api/plans/1/files", params=asked, content=png).json()
    assert (added["media_type"], added["name"]) == ("image/png", "rack <1>.png")
    back = client.get(f"/api/plans/1/files/{added['sha256']}")
    assert (len(back.content), back.headers["content-type"]) == (added["size"], "image/png")
    kept = client.post("/api/plans/1/files", params=asked | {"keep_position": True}, content=png)
    assert client.get(f"/api/plans/1/files/{kept.json()['sha256']}").content == png
    assert client.get("/api/plans/1/files", params={"about": "place0002"}).json() == []
    svg = client.post("/api/plans/1/files", params=asked, content=b"<svg onload=alert(1)>")
    assert (svg.status_code, "PNG, JPEG, PDF or trace" in svg.json()["detail"]) == (422, True)
    assert client.get(f"/api/plans/1/files/{'0' * 64}").status_code == 422
    kept = client.post("/api/plans/1/snapshots", json={"name": "issued 1"})
    assert (kept.status_code, kept.json()["revision"]) == (201, 1)
    assert client.post("/api/plans/1/snapshots", json={"name": "issued 1"}).status_code == 422
    assert [one["name"] for one in client.get("/api/plans/1/snapshots").json()] == ["issued 1"]
