"""Sharing as the machine itself asks for it: off, started, a code, a device off, stopped."""

import asyncio
import json
from concurrent.futures import ThreadPoolExecutor

from passerelle.api.plans.events import told


def test_it_is_off_until_asked_for_and_a_code_needs_it_on(client):
    view = client.get("/api/share").json()
    assert (view["url"], view["code"], view["devices"]) == (None, None, [])
    refused = client.post("/api/share/code", json={"role": "site"})
    assert (refused.status_code, "nothing is shared yet" in refused.json()["detail"]) == (422, True)
    assert client.post("/api/share/code", json={"role": "owner"}).status_code == 422
    taken = client.post("/api/share", json={"address": "hut"})
    assert (taken.status_code, "no address such as" in taken.json()["detail"]) == (422, True)


def test_started_it_says_where_with_a_code_as_a_picture_and_stops(client):
    try:
        view = client.post("/api/share", json={"address": "127.0.0.1", "port": 18443}).json()
        assert view["url"] == "https://127.0.0.1:18443"
        code = client.post("/api/share/code", json={"role": "site"}).json()["code"]
        assert code["url"] == f"https://127.0.0.1:18443/pair?code={code['code']}"
        assert 590 <= code["left_s"] <= 600
        assert code["qr"].startswith("data:image/svg+xml")
    finally:
        assert client.delete("/api/share").json()["url"] is None
    assert client.get("/api/share/me").json() == {"name": None, "role": None}


def heard(states, rounds):
    """What is told while the state is one after the other; None ends it."""
    left = iter(states)
    count = iter(range(rounds))

    async def look():
        return next(left, None)

    async def gone():
        return next(count, None) is None

    async def all_of():
        return [one async for one in told(look, gone, 0.0)]

    # In a thread of its own: a browser that is driven beside has a loop in this one.
    with ThreadPoolExecutor(1) as thread:
        return thread.submit(lambda: asyncio.run(all_of())).result()


def test_each_new_state_is_told_once_and_the_end_ends_it():
    events = heard([(1, 0), (1, 0), (1, 2), (2, 2), None, (3, 3)], 10)
    assert [json.loads(one.removeprefix("data: ")) for one in events] == [
        {"revision": 1, "facts": 0}, {"revision": 1, "facts": 2}, {"revision": 2, "facts": 2}
    ]  # fmt: skip
    assert all(one.endswith("\n\n") for one in events)


def test_nobody_listening_ends_it():
    assert len(heard([(at, 0) for at in range(9)], 3)) == 3
