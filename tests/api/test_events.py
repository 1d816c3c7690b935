"""What another window does to a card is told as it happens, and a stream never outlives its time."""

from threading import Timer
from time import monotonic

import pytest
from fastapi.testclient import TestClient

from cielo.api.routers import events


@pytest.fixture(autouse=True)
def short(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(events, "LASTS_S", 2.0)
    monkeypatch.setattr(events, "EVERY_S", 0.1)


def told(web: TestClient, card: str) -> list[int]:
    answer = web.get(f"/api/cards/{card}/events")
    assert answer.headers["content-type"].startswith("text/event-stream")
    assert answer.headers["cache-control"] == "no-store"
    return [int(line.removeprefix("data: ")) for line in answer.text.splitlines() if line.startswith("data: ")]


def test_an_edit_is_told_within_a_moment_and_the_stream_ends(web: TestClient) -> None:
    card = web.get("/api/cards").json()[0]
    plan = web.get(f"/api/cards/{card['id']}").json()["plan"]
    body = {"plan": {**plan, "title": "Theirs"}, "based_on": card["revision"], "said": "call it Theirs"}
    edit = Timer(0.7, lambda: web.put(f"/api/cards/{card['id']}", json=body))
    edit.start()
    began = monotonic()
    seen = told(web, card["id"])
    edit.join()
    assert seen[0] == card["revision"]
    assert seen[-1] == web.get(f"/api/cards/{card['id']}").json()["revision"] > seen[0]
    assert monotonic() - began < 20


def test_of_a_piece_the_whole_card_is_told_and_of_no_card_nothing(web: TestClient) -> None:
    card = web.get("/api/cards").json()[0]
    assert told(web, f"{card['id']}~any") == [card["revision"]]
    assert web.get("/api/cards/000000000000/events").status_code == 404
