"""What the edge promises: how much a route takes, what is asked twice, who may take back, and what strangers are told."""

import os
from typing import Any

import numpy as np
import pytest
from fastapi.testclient import TestClient

from cielo.api.guard import LARGEST_BODY
from cielo.exchange.photo import write_photo
from cielo.store.backups import backup_now
from cielo.store.database import Store
from tests.api.test_api import first_card


def large_photo() -> bytes:
    return write_photo(np.random.default_rng(1).integers(0, 255, (2200, 2800, 3), dtype=np.uint8))


def test_every_route_that_takes_a_photograph_takes_a_large_one(web: TestClient) -> None:
    photo = large_photo()
    assert len(photo) > LARGEST_BODY
    described = web.get("/api/openapi.json").json()["paths"]
    takes = [
        path
        for path, methods in described.items()
        if "image/jpeg" in methods.get("post", {}).get("requestBody", {}).get("content", {})
    ]
    assert len(takes) == 3
    card, entry = first_card(web), web.post("/api/journal", json={"title": "By hand"}).json()
    for path in takes:
        named = path.format(card_id=card["id"], entry=entry["id"])
        query = {"stock": card["plan"]["stock"]["key"], "based_on": card["revision"]}
        answer = web.post(named, content=photo, headers={"content-type": "image/jpeg"}, params=query)
        assert answer.status_code != 413, path
    refused = web.post("/api/cards/import", content=b"x" * (LARGEST_BODY + 1), headers={"content-type": "application/json"})
    assert refused.status_code == 413, "and no other route does"


def test_what_makes_something_makes_it_once_by_one_key(web: TestClient) -> None:
    card = first_card(web)
    tapped = {"idempotency-key": "tapped-twice-1"}
    posts: list[tuple[str, Any]] = [
        (f"/api/cards/{card['id']}/copy", None),
        ("/api/journal", {"title": "By hand"}),
        ("/api/journal/made", {"card": card["id"], "number": 1}),
    ]
    for n, (path, body) in enumerate(posts):
        key = {"idempotency-key": f"tapped-twice-{n}"}
        first, second = (web.post(path, json=body, headers=key) for _ in range(2))
        assert (first.status_code, second.status_code) == (201, 201), path
        assert first.json()["id"] == second.json()["id"], path
    other = web.post(f"/api/cards/{card['id']}/copy", headers={"idempotency-key": "another-tap"})
    assert (
        other.json()["id"]
        != web.post(f"/api/cards/{card['id']}/copy", headers={"idempotency-key": "tapped-twice-0"}).json()["id"]
    )
    assert web.post(f"/api/cards/{card['id']}/copy", headers={**tapped, "idempotency-key": "no"}).status_code == 422


def test_undo_goes_by_windows_through_http(web: TestClient) -> None:
    card = first_card(web)
    path = f"/api/cards/{card['id']}"

    def edit(now: dict[str, Any], title: str, window: str) -> dict[str, Any]:
        body = {"based_on": now["revision"], "said": "name", "window": window, "plan": {**now["plan"], "title": title}}
        answer: dict[str, Any] = web.put(path, json=body).json()
        return answer

    one = edit(card, "By A", "window-aaaa")
    two = edit(one, "By B", "window-bbbb")
    assert (one["undoes_of"], two["undoes_of"]) == ("window-aaaa", "window-bbbb")
    refused = web.post(f"{path}/undo", json={"based_on": two["revision"], "window": "window-aaaa"})
    assert refused.status_code == 422
    assert "another window" in refused.json()["detail"]
    back = web.post(f"{path}/undo", json={"based_on": two["revision"], "window": "window-bbbb"}).json()
    assert (back["plan"]["title"], back["undoes_of"], back["redoes_of"]) == ("By A", "window-aaaa", "window-bbbb")


def test_a_piece_is_put_by_what_is_otherwise_alone(web: TestClient) -> None:
    card = first_card(web)
    path = f"/api/cards/{card['id']}"
    body = {"based_on": card["revision"], "kind": "strip", "stock": card["plan"]["stock"]["key"]}
    made = web.post(f"{path}/beside", json=body).json()
    key, was = made["pieces"][-1]["key"], made["pieces"][-1]
    one = web.put(f"{path}/beside/{key}", json={"based_on": made["revision"], "said": "turn it", "angle_deg": 8}).json()
    two = web.put(f"{path}/beside/{key}", json={"based_on": one["revision"], "said": "call it", "name": "verse"}).json()
    now = two["pieces"][-1]
    assert (now["angle_deg"], now["name"]) == (8, "verse")
    changed = {"angle_deg", "name", "path"}
    assert {k: v for k, v in now.items() if k not in changed} == {k: v for k, v in was.items() if k not in changed}


@pytest.mark.parametrize("host", ["127.0.0.1", "localhost", "LOCALHOST", "LocalHost:8490", "127.0.0.1:8490"])
def test_this_machine_is_answered_by_any_of_its_names(web: TestClient, host: str) -> None:
    assert web.get("/api/health", headers={"host": host}).status_code == 200


@pytest.mark.parametrize(
    "origin", ["https://127.0.0.1", "http://127.0.0.1:1", "null", "http://127.0.0.1.evil", "ftp://127.0.0.1"]
)
def test_an_origin_of_another_scheme_or_port_is_another_site(web: TestClient, origin: str) -> None:
    assert web.get("/api/health", headers={"host": "127.0.0.1", "origin": origin}).status_code == 403
    assert web.get("/api/health", headers={"host": "127.0.0.1", "origin": "http://127.0.0.1"}).status_code == 200


def test_a_page_may_ask_the_browser_for_nothing(web: TestClient) -> None:
    said = web.get("/api/health").headers["permissions-policy"]
    assert all(f"{what}=()" in said for what in ("camera", "microphone", "geolocation"))


@pytest.mark.parametrize("kind", ["text/plain", "application/xml", "multipart/form-data", ""])
def test_a_put_that_is_not_json_is_answered_in_words(web: TestClient, kind: str) -> None:
    card = first_card(web)
    answer = web.put(f"/api/cards/{card['id']}", content=b"title=Dusk", headers={"content-type": kind} if kind else {})
    assert answer.status_code in (415, 422)
    told = answer.json()
    assert "JSON" in told["detail"]
    assert "dictionary" not in told["detail"]


def test_the_cards_page_is_told_when_the_last_backup_is_old(web: TestClient, store: Store) -> None:
    assert web.get("/api/safe").json() == {"last_backup": None, "old": False}, "none yet: one is made within the day"
    os.utime(backup_now(store.path, "2026-11-01"), (0, 0))
    card = first_card(web)
    web.post(f"/api/cards/{card['id']}/copy")
    told = web.get("/api/safe").json()
    assert told["old"]
    assert told["last_backup"].startswith("1970-01-01")
    backup_now(store.path, "2026-11-02")
    assert not web.get("/api/safe").json()["old"]
