"""What is bounded before a request is one, tried on a server that answers on a real socket."""

import resource
import socket
import ssl
import time
from collections.abc import Iterator
from contextlib import closing, contextmanager, suppress
from pathlib import Path
from threading import Thread

import pytest
import uvicorn

from cielo.api import gate
from cielo.api.gate import LARGEST_HEAD, Gate
from cielo.api.main import create_app
from cielo.store.database import Store


@contextmanager
def served(store: Store) -> Iterator[int]:
    listener = socket.socket()
    listener.bind(("127.0.0.1", 0))
    listener.listen(2048)
    config = uvicorn.Config(create_app(store), log_level="critical", http=Gate, ws="none", server_header=False)
    server = uvicorn.Server(config)
    running = Thread(target=server.run, kwargs={"sockets": [listener]}, daemon=True)
    running.start()
    while not server.started:
        time.sleep(0.01)
    try:
        yield listener.getsockname()[1]
    finally:
        server.should_exit = True
        running.join(20)


@pytest.fixture
def port(store: Store) -> Iterator[int]:
    with served(store) as number:
        yield number


def said(connection: socket.socket, wait_s: float = 20.0) -> bytes:
    """All that is answered until the connection ends."""
    connection.settimeout(wait_s)
    heard = b""
    with suppress(ConnectionResetError):
        while piece := connection.recv(65536):
            heard += piece
    return heard


HEALTH = b"GET /api/health HTTP/1.1\r\nhost: 127.0.0.1\r\nconnection: close\r\n"


def asked(port: int, *pieces: bytes) -> bytes:
    with closing(socket.create_connection(("127.0.0.1", port))) as connection:
        with suppress(BrokenPipeError, ConnectionResetError):
            for piece in pieces:
                connection.sendall(piece)
        return said(connection)


@pytest.mark.parametrize("pad", [0, 1000, LARGEST_HEAD - 200])
def test_a_head_of_usual_size_is_answered_however_it_comes(port: int, pad: int) -> None:
    whole = HEALTH + b"x-pad: " + b"a" * pad + b"\r\n\r\n"
    assert asked(port, whole).startswith(b"HTTP/1.1 200")
    assert asked(port, *(whole[at : at + 700] for at in range(0, len(whole), 700))).startswith(b"HTTP/1.1 200")
    assert b"\r\nserver:" not in asked(port, whole).lower()


@pytest.mark.parametrize("pad", [LARGEST_HEAD, 10 * LARGEST_HEAD, 5_000_000])
def test_a_longer_head_is_refused_before_it_is_read(port: int, pad: int) -> None:
    assert asked(port, HEALTH + b"x-pad: " + b"a" * pad + b"\r\n\r\n").startswith(b"HTTP/1.1 431")
    many = b"".join(b"x-%d: y\r\n" % n for n in range(pad // 10))
    assert asked(port, HEALTH + many + b"\r\n").startswith(b"HTTP/1.1 431")


def test_a_body_behind_a_short_head_is_not_counted_as_head(port: int) -> None:
    body = b"x" * 300_000
    head = b"POST /api/cards/import HTTP/1.1\r\nhost: 127.0.0.1\r\nconnection: close\r\ncontent-type: application/json\r\n"
    assert b" 422 " in asked(port, head + b"content-length: %d\r\n\r\n" % len(body) + body).split(b"\r\n")[0]


def test_a_second_request_on_one_connection_is_bounded_too(port: int) -> None:
    with closing(socket.create_connection(("127.0.0.1", port))) as connection:
        connection.sendall(HEALTH.replace(b"close", b"keep-alive") + b"\r\n")
        connection.settimeout(10)
        assert connection.recv(65536).startswith(b"HTTP/1.1 200")
        with suppress(BrokenPipeError, ConnectionResetError):
            connection.sendall(HEALTH + b"x-pad: " + b"a" * (3 * LARGEST_HEAD))
        assert said(connection).startswith(b"HTTP/1.1 431")


def test_what_does_not_come_whole_in_time_is_let_go(store: Store, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(gate, "LONGEST_S", 0.4)
    with served(store) as port:
        assert asked(port) == b"", "a connection that says nothing is closed"
        assert asked(port, HEALTH).startswith(b"HTTP/1.1 408")
        half = b"POST /api/cards/import HTTP/1.1\r\nhost: 127.0.0.1\r\ncontent-type: application/json\r\ncontent-length: 900\r\n\r\n{"
        began = time.monotonic()
        asked(port, half)
        assert time.monotonic() - began < 10
        # One that goes on coming is waited for, however long it takes.
        with closing(socket.create_connection(("127.0.0.1", port))) as connection:
            body = b'{"format": "cielo.plan"}'
            connection.sendall(half.replace(b"900", str(len(body)).encode())[:-1])
            for byte in body[:8]:
                time.sleep(0.1)
                connection.sendall(bytes([byte]))
            connection.sendall(body[8:])
            connection.settimeout(10)
            assert b" 422 " in connection.recv(65536).split(b"\r\n")[0]


def test_a_strange_address_holds_so_many_connections_and_this_machine_is_answered(
    store: Store, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Half requests by the hundred: with all of them taken for strangers, only so many are held at a time."""
    monkeypatch.setattr(gate, "HERE", ("nowhere",))
    with served(store) as port:
        held = [socket.create_connection(("127.0.0.1", port)) for _ in range(3 * gate.MOST_OF_ADDRESS)]
        for one in held:
            with suppress(OSError):
                one.sendall(b"GET / HTTP/1.1\r\nhost:")
        time.sleep(0.5)
        assert sum(Gate.foreign.values()) <= gate.MOST_OF_ADDRESS
        monkeypatch.setattr(gate, "HERE", ("127.0.0.1", "::1"))
        assert asked(port, HEALTH + b"\r\n").startswith(b"HTTP/1.1 200"), "this machine is answered all the same"
        for one in held:
            one.close()
        deadline = time.monotonic() + 10
        while Gate.foreign and time.monotonic() < deadline:
            time.sleep(0.02)
        assert Gate.foreign == {}, "and what was let go is counted off"


def test_fewer_strangers_are_held_than_files_may_be_open() -> None:
    soft, _ = resource.getrlimit(resource.RLIMIT_NOFILE)
    assert soft / 2 > gate.MOST_FOREIGN


def test_a_certificate_that_is_none_is_refused_in_words(tmp_path: Path) -> None:
    from tests.cli.test_cli import cielo

    pem, key = tmp_path / "c.pem", tmp_path / "k.pem"
    pem.write_text("no certificate")
    key.write_text("no key")
    with pytest.raises(ssl.SSLError):
        ssl.create_default_context(ssl.Purpose.CLIENT_AUTH).load_cert_chain(pem, key)
    ran = cielo("serve", "--db", tmp_path / "c.sqlite", "--port", "0", "--lan", "--certificate", pem, "--key", key)
    assert ran.returncode == 2
    assert "--certificate" in ran.stderr
    assert not (tmp_path / "c.sqlite").exists()
