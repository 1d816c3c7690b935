"""The tablet at the table: nobody comes in without the code, guessing does not pay, and whoever was let in can be sent away."""

from collections.abc import Iterator
from contextlib import contextmanager

import pytest
from fastapi.testclient import TestClient
from hypothesis import given, settings
from hypothesis import strategies as st

from cielo.api.doorstep import MOST_AT_ONCE
from cielo.api.main import Lan, create_app
from cielo.api.pairing import (
    CODE_LASTS_S,
    COOKIE,
    DIGITS,
    FREE,
    MINUTE_S,
    MOST_DEVICES,
    SESSION_LASTS_S,
    SLOWEST_S,
    Pairing,
)
from cielo.demo.fill import fill
from cielo.store.database import Store
from tests.cli.test_cli import cielo

HOST = "192.0.2.7"


class Clock:
    def __init__(self) -> None:
        self.now = 1000.0

    def __call__(self) -> float:
        return self.now


@pytest.fixture
def clock() -> Clock:
    return Clock()


@pytest.fixture
def pairing(clock: Clock) -> Pairing:
    return Pairing(clock)


def wrong(pairing: Pairing) -> str:
    return "".join(str((int(digit) + 1) % 10) for digit in pairing.code)


def test_a_code_lets_one_device_in_and_is_spent(pairing: Pairing) -> None:
    code = pairing.code
    assert len(code) == DIGITS
    assert code.isdigit()
    token = pairing.let_in(f" {code[:4]} {code[4:]} ", "tablet")
    assert token is not None
    assert pairing.knows(token)
    assert pairing.let_in(code, "phone") is None, "it is spent"
    assert pairing.code != code
    assert not pairing.knows(None)
    assert not pairing.knows("")
    assert not pairing.knows(token + "x")
    assert token not in repr(pairing.devices), "only its hash is kept"


def test_a_code_holds_for_ten_minutes(pairing: Pairing, clock: Clock) -> None:
    code = pairing.code
    clock.now += CODE_LASTS_S + 1
    assert pairing.let_in(code, "tablet") is None
    assert pairing.code != code


def test_guessing_slows_all_strangers_and_keeps_the_right_code_out_never(pairing: Pairing, clock: Clock) -> None:
    code = pairing.code
    for n in range(500):
        assert pairing.slowed_s <= SLOWEST_S
        assert pairing.let_in(wrong(pairing), "x") is None
        assert (pairing.slowed_s > 0) == (n + 1 > FREE)
        clock.now += 0.3  # three a second
    assert pairing.code == code, "the code shown keeps its ten minutes"
    assert pairing.slowed_s == SLOWEST_S
    assert pairing.let_in(code, "her tablet") is not None, "whoever guesses meanwhile"
    clock.now += MINUTE_S + 1
    assert pairing.slowed_s == 0


@given(st.text(max_size=20))
@settings(max_examples=300, deadline=None)
def test_nothing_but_the_code_lets_anybody_in(text: str) -> None:
    pairing = Pairing()
    digits = "".join(sign for sign in text if sign.isascii() and sign.isdigit())
    if digits != pairing.code:
        assert pairing.let_in(text, "x") is None
        assert pairing.devices == ()


def test_sessions_end(pairing: Pairing, clock: Clock) -> None:
    tokens = [pairing.let_in(pairing.code, f"tablet {n}") for n in range(MOST_DEVICES + 1)]
    assert len(pairing.devices) == MOST_DEVICES
    assert not pairing.knows(tokens[0]), "the one not seen for longest makes room"
    assert pairing.knows(tokens[1])
    assert pairing.send_away(pairing.devices[0].key)
    assert not pairing.send_away("none")
    assert len(pairing.devices) == MOST_DEVICES - 1
    clock.now += SESSION_LASTS_S + 1
    assert not any(pairing.knows(token) for token in tokens)
    assert pairing.devices == ()


@pytest.fixture
def lan(store: Store) -> Lan:
    fill(store)
    return Lan(Pairing(), frozenset({HOST}), f"http://{HOST}:8490")


@contextmanager
def device(store: Store, lan: Lan, address: str, host: str = HOST) -> Iterator[TestClient]:
    app = create_app(store, None, lan)
    client = TestClient(app, base_url=f"http://{host}:8490", client=(address, 50000), follow_redirects=False)
    yield client


PATHS = (
    "/api/cards",
    "/api/shelf",
    "/api/openapi.json",
    "/api/devices",
    "/api/devices/qr.svg",
    "/api/backups",
    "/api/health",
    "/",
    "/shelf",
    "/assets/x.js",
)


@pytest.mark.parametrize("path", PATHS)
@pytest.mark.parametrize("cookie", ["", "x", "a" * 43])
def test_a_device_that_is_not_let_in_sees_the_door_and_nothing_else(store: Store, lan: Lan, path: str, cookie: str) -> None:
    with device(store, lan, "192.0.2.20") as tablet:
        answer = tablet.get(path, headers={"cookie": f"{COOKIE}={cookie}"})
        assert "Dusk over dunes" not in answer.text
        assert lan.pairing.code not in answer.text
        if path.startswith("/api/"):
            assert answer.status_code in (401, 403)
            assert answer.json()["detail"]
        else:
            assert "eight digits" in answer.text
            assert "<script" not in answer.text
        put = tablet.put("/api/cards/000000000000", json={}, headers={"cookie": f"{COOKIE}={cookie}"})
        assert put.status_code in (401, 403)


def test_it_is_let_in_by_the_code_works_and_is_sent_away(store: Store, lan: Lan) -> None:
    with device(store, lan, "192.0.2.20") as tablet, device(store, lan, "127.0.0.1", "127.0.0.1") as computer:
        told = computer.get("/api/devices").json()
        assert told["open"]
        assert told["code"] == lan.pairing.code
        assert (
            computer.get("/api/devices/qr.svg").text.lstrip().startswith("<?xml")
            or "<svg" in computer.get("/api/devices/qr.svg").text
        )
        page = tablet.get(f"/?code={told['code']}").text
        assert f'value="{told["code"]}"' in page, "read by the camera it is written already"
        assert tablet.get("/").headers["referrer-policy"] == "same-origin", "else the form comes from nowhere"
        assert tablet.post("/pair", data={"code": told["code"]}, headers={"origin": "null"}).status_code == 403
        refused = tablet.post("/pair", data={"code": wrong(lan.pairing)})
        assert refused.status_code == 403
        assert "set-cookie" not in refused.headers
        entered = tablet.post("/pair", data={"code": told["code"]}, headers={"user-agent": "Some Tablet"})
        assert (entered.status_code, entered.headers["location"]) == (303, "/")
        cookie = entered.headers["set-cookie"].lower()
        assert all(part in cookie for part in ("httponly", "samesite=strict", "path=/"))
        assert tablet.get("/api/cards").status_code == 200
        assert tablet.get("/api/devices").status_code == 403, "who is let in is decided at the computer"
        assert tablet.get("/api/backups").status_code == 403
        assert tablet.post("/api/backups/restore", json={"name": "x"}).status_code == 403
        (own,) = computer.get("/api/devices").json()["devices"]
        assert own["name"] == "tablet"
        assert computer.delete(f"/api/devices/{own['key']}").status_code == 204
        assert tablet.get("/api/cards").status_code == 401


def test_so_many_codes_at_once_are_asked_to_come_again(store: Store, lan: Lan) -> None:
    with device(store, lan, "192.0.2.20") as tablet:
        lan.pairing.trying = MOST_AT_ONCE
        answer = tablet.post("/pair", data={"code": lan.pairing.code})
        assert answer.status_code == 429
        assert "Try again" in answer.text
        lan.pairing.trying = 0
        assert tablet.post("/pair", data={"code": lan.pairing.code}).status_code == 303


@pytest.mark.parametrize("code", ['"><script>alert(1)</script>', "1" * 5000, "%00", "é"])
def test_hostile_codes_stay_out_of_the_page(store: Store, lan: Lan, code: str) -> None:
    with device(store, lan, "192.0.2.20") as tablet:
        assert "<script" not in tablet.get("/", params={"code": code}).text
        assert tablet.post("/pair", data={"code": code}).status_code == 403
        assert tablet.post("/pair", content=b"x" * 100_000).status_code in (403, 413)


def test_another_name_for_this_machine_is_not_answered(store: Store, lan: Lan) -> None:
    """Rebinding: a strange name that leads here, even with a session."""
    token = lan.pairing.let_in(lan.pairing.code, "tablet")
    with device(store, lan, "192.0.2.20", "evil.example") as tablet:
        assert tablet.get("/api/cards", headers={"cookie": f"{COOKIE}={token}"}).status_code == 421


def test_without_lan_nobody_else_is_spoken_of(web: TestClient) -> None:
    assert web.get("/api/devices").json() == {"open": False, "address": "", "code": "", "secure": False, "devices": []}
    assert web.get("/api/devices/qr.svg").status_code == 404
    assert web.delete("/api/devices/none").status_code == 404


def test_a_certificate_goes_with_its_key_and_with_lan() -> None:
    for given_ in (
        ("--certificate", "x.pem"),
        ("--lan", "--certificate", "x.pem"),
        ("--lan", "--certificate", "x", "--key", "y"),
    ):
        ran = cielo("serve", *given_)
        assert ran.returncode == 2
        assert "--certificate" in ran.stderr
