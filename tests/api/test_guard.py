"""What stands before every request, and the net below them all."""

import json
import logging
from collections.abc import Iterator
from logging.handlers import RotatingFileHandler
from pathlib import Path
from threading import Event, Semaphore, Thread

import pytest
from fastapi.testclient import TestClient

from cielo.api.main import create_app
from cielo.app import logbook
from cielo.store.database import Store

WEB = Path(__file__).parents[2] / "web"


@pytest.fixture
def card(web: TestClient) -> str:
    return str(web.get("/api/cards").json()[0]["id"])


HUGE = str(10**30)


@pytest.mark.parametrize(
    ("method", "path"),
    [
        ("GET", f"/api/cards/{{card}}/bench/{HUGE}"),
        ("DELETE", f"/api/cards/{{card}}/bench/1/differently/{HUGE}"),
        ("GET", f"/api/cards/{{card}}/picture.png?revision={HUGE}"),
        ("GET", "/api/cards/{card}/day?start=9999-12-31T23:59:59"),
        ("GET", "/api/%00"),
        ("GET", "/api/" + "a" * 300),
    ],
)
def test_what_no_one_would_send_is_refused_in_words(web: TestClient, card: str, method: str, path: str) -> None:
    answer = web.request(method, path.format(card=card))
    assert answer.status_code < 500
    if answer.status_code >= 400:
        assert answer.headers["content-type"] == "application/problem+json"
        assert answer.json()["detail"]


@pytest.mark.parametrize(
    "body", [b'{"based_on": ' + b"9" * 5000 + b"}", b"\xff\xfe\x00", b"[" * 50_000, b'{"based_on": NaN}', b""]
)
def test_a_body_that_is_no_body_is_refused_in_words(web: TestClient, card: str, body: bytes) -> None:
    for path in (f"/api/cards/{card}/undo", "/api/cards/import"):
        answer = web.post(path, content=body, headers={"content-type": "application/json"})
        assert answer.status_code == 422
        assert answer.json()["detail"]


def test_a_body_in_pieces_is_counted_as_it_comes(web: TestClient, card: str) -> None:
    def pieces() -> Iterator[bytes]:
        for _ in range(60):
            yield b"x" * 100_000

    for path in ("/api/cards/import", f"/api/cards/{card}/undo", "/api/stencils?name=a"):
        answer = web.post(path, content=pieces(), headers={"content-type": "application/json"})
        assert answer.status_code == 413
        assert "4 MB" in answer.json()["detail"]


@pytest.mark.parametrize(
    ("headers", "status"),
    [
        ({"host": "testserver"}, 421),
        ({"host": "evil.example"}, 421),
        ({"origin": "http://evil.example"}, 403),
        ({"origin": "ftp://127.0.0.1"}, 403),
        ({"origin": "null"}, 403),
        ({"sec-fetch-site": "cross-site", "sec-fetch-mode": "no-cors"}, 403),
        ({"sec-fetch-site": "cross-site", "sec-fetch-mode": "navigate"}, 200),
        ({"origin": "http://127.0.0.1"}, 200),
    ],
)
def test_only_our_own_pages_are_answered(web: TestClient, headers: dict[str, str], status: int) -> None:
    assert web.get("/api/cards", headers=headers).status_code == status


def test_head_is_get_without_its_body_and_the_api_is_not_kept(web: TestClient) -> None:
    head, got = web.head("/api/cards"), web.get("/api/cards")
    assert (head.status_code, head.content) == (200, b"")
    assert got.headers["cache-control"] == "no-store"


def test_what_no_one_foresaw_is_a_sentence_with_a_number_and_a_log_entry(
    web: TestClient, monkeypatch: pytest.MonkeyPatch, caplog: pytest.LogCaptureFixture
) -> None:
    def falls(*_: object) -> None:
        raise ZeroDivisionError("of a kind no one thought of")

    monkeypatch.setattr("cielo.app.cards.all_cards", falls)
    answer = web.get("/api/cards")
    assert answer.status_code == 500
    assert "content-security-policy" in answer.headers
    assert "kind no one thought of" not in answer.text
    number = answer.json()["detail"].split("number ")[1][:8]
    assert number == answer.headers["x-request-id"]
    (entry,) = [record for record in caplog.records if record.name == "cielo" and record.levelname == "ERROR"]
    assert entry.__dict__["number"] == number
    assert entry.exc_info is not None
    assert answer.json()["mend"]


def test_names_that_no_file_can_have_are_pages_and_not_faults(store: Store, tmp_path: Path) -> None:
    (tmp_path / "assets").mkdir()
    (tmp_path / "index.html").write_text("<title>Cielo</title>")
    (tmp_path.parent / "secret.txt").write_text("secret")
    with TestClient(create_app(store, tmp_path), base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
        for path in ("/%00", "/" + "a" * 300, "/..%2fsecret.txt", "/%2e%2e/secret.txt"):
            answer = client.get(path)
            assert answer.status_code in (200, 404)
            assert "secret" not in answer.text
        assert client.head("/").content == b""


def test_too_much_at_once_is_refused_politely_and_health_is_told_all_the_same(
    web: TestClient, card: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("cielo.api.guard.MOST_AT_ONCE", 2)
    wait, inside = Event(), Semaphore(0)

    def drawing(*_: object, **__: object) -> bytes:
        inside.release()
        wait.wait(60)
        return b""

    monkeypatch.setattr("cielo.api.routers.cards.panel_png", drawing)
    address = f"/api/cards/{card}/picture.png?revision=1"
    asking = [Thread(target=web.get, args=(address,)) for _ in range(2)]
    for one in asking:
        one.start()
    try:
        assert all(inside.acquire(timeout=50) for _ in asking)
        refused = web.get("/api/cards")
        assert refused.status_code == 503
        assert refused.headers["retry-after"] == "2"
        assert web.get("/api/health").status_code == 200
    finally:
        wait.set()
        for one in asking:
            one.join()
    assert web.get("/api/cards").status_code == 200


def test_the_log_is_lines_of_json_beside_the_database_and_turns_over(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(logbook, "LARGEST_BYTES", 2000)
    database = tmp_path / "cielo.sqlite"
    logbook.write_log(database)
    log = logging.getLogger("cielo")
    try:
        for n in range(60):
            log.info("GET /api/cards/%s", n, extra={"number": f"{n:08x}", "status": 200, "took_ms": 3})
        try:
            raise ValueError("at \n two lines")
        except ValueError:
            log.exception("it failed")
        lines = [json.loads(line) for line in logbook.log_of(database).read_text().splitlines()]
    finally:
        for handler in [one for one in log.handlers if isinstance(one, RotatingFileHandler)]:
            log.removeHandler(handler)
            handler.close()
    assert lines[-1]["what"] == "it failed"
    assert "two lines" in lines[-1]["trace"]
    assert lines[-2] == lines[-2] | {"what": "GET /api/cards/59", "number": "0000003b", "status": 200, "took_ms": 3}
    assert 2 <= len(list(tmp_path.glob("cielo.sqlite.log*"))) <= 1 + logbook.OLDER
    logbook.write_log(tmp_path / "no" / "such" / "folder.sqlite")
